// SPDX-License-Identifier: GPL-3.0-or-later
// Everything that the two ends of a test tell each other, as values: read once, with every bound checked.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <variant>

#include "core/measure/seams.h"
#include "core/measure/trial.h"
#include "traffic/secret.h"

namespace sokudo::traffic {

inline constexpr int kProtocol = 2;
inline constexpr int kMostStreams = 16;  ///< a direction
inline constexpr std::size_t kNonceBytes = 32, kTokenBytes = 16;

struct Hello {
    int protocol = kProtocol;
    Bytes nonce;
};
struct Auth {
    Bytes nonce, proof;
};
struct Welcome {
    Bytes proof;
};
struct Refused {
    std::string why;
};
struct TestOrder {
    int streams = 1;  ///< 1 to kMostStreams
    measure::Direction direction = measure::Direction::Forward;
    Duration seconds;            ///< measured part, above 0, at most an hour
    Duration warmup;             ///< 0 to an hour
    std::optional<BitRate> cap;  ///< empty: none
};
struct Ready {
    int port = 0;  ///< for data, 1 to 65535
    Bytes token;
    std::optional<BitRate> cap;
};
struct Go {};
struct Stop {};
struct SampleCount {
    Duration at;
    std::int64_t bytes = 0;  ///< since the start, from 0
};
struct TestResult {
    BitRate forward;
    std::map<std::string, std::string> conditions;  ///< at most 32, words and figures
    double busiestCorePercent = 0, meanCorePercent = 0;
};

/// Asks what the agent's machine has: cards, slots, modules.
struct DescribeHost {};
struct HostDescription {
    measure::HostSnapshot host;
};

using Message = std::variant<Hello, Auth, Welcome, Refused, TestOrder, Ready, Go, Stop, SampleCount, TestResult,
                             DescribeHost, HostDescription>;

/// @error BadInput  not JSON, an unknown type, a field that is missing, of another kind or out of its range
Result<Message> messageFrom(std::string_view text);
std::string textOf(const Message&);

}  // namespace sokudo::traffic
