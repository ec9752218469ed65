// SPDX-License-Identifier: GPL-3.0-or-later
// The largest packet that a path passes whole. A door to the world with a real and a simulated side.
#pragma once

#include <atomic>
#include <optional>
#include <string>

#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::measure {

class PathProbe {
public:
    virtual ~PathProbe() = default;
    /// Whether an echo of one IP packet of so many bytes, not to be fragmented, comes back within a second.
    /// @error NotAllowed   this system lets nobody send it: says what would
    /// @error Unreachable  no such host
    virtual Result<bool> passes(const std::string& host, int packetBytes) = 0;
    /// No packet leaves: what it says is of no real path.
    virtual bool isSimulated() const { return false; }
};

/// A path that passes packets up to a size; for trying out and for tests.
class SimulatedProbe final : public PathProbe {
public:
    explicit SimulatedProbe(int mtu) : m_mtu(mtu) {}
    Result<bool> passes(const std::string&, int packetBytes) override { return packetBytes <= m_mtu; }
    bool isSimulated() const override { return true; }

private:
    int m_mtu;
};

struct ProbedMtu {
    int bytes = 0;    ///< the largest packet that came back
    int packets = 0;  ///< tried
    text::Sentence says;
};

/// By halving between 576 and `most`. A size is given up after three losses.
/// @param most  576 to 65535
/// @error Unreachable  not even 576 bytes come back
/// @error Cancelled
/// @source rfc-1191, rfc-4821
Result<ProbedMtu> probeMtu(PathProbe&, const std::string& host, int most, const std::atomic<bool>& cancel);

}  // namespace sokudo::measure
