// SPDX-License-Identifier: GPL-3.0-or-later
// One timed test between two hosts, whoever ran it, with the conditions it ran under.
#pragma once

#include <chrono>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/base/quantity.h"
#include "core/plan/plan.h"

namespace sokudo::measure {

using TrialId = Id<struct TrialTag>;
using Timestamp = std::chrono::sys_time<std::chrono::milliseconds>;

/// A rate with the interval the reporter can vouch for.
struct MeasuredRate {
    BitRate value, low, high;
    friend bool operator==(const MeasuredRate&, const MeasuredRate&) = default;
};

enum class TrialKind { Memory, FileCopy };
enum class Origin { Measured, Typed, Imported };
enum class Direction { Forward, Reverse, Both };
std::string_view code(TrialKind);
std::string_view code(Origin);
std::string_view code(Direction);
std::optional<TrialKind> trialKindFromCode(std::string_view);
std::optional<Origin> originFromCode(std::string_view);
std::optional<Direction> directionFromCode(std::string_view);

struct Trial {
    TrialId id;
    Timestamp at;
    plan::DeviceId from, to;
    TrialKind kind = TrialKind::Memory;
    Origin origin = Origin::Typed;
    Direction direction = Direction::Forward;
    int streams = 1;
    Duration duration;             ///< measured part; zero: not told
    Duration warmup;               ///< left out of the figures
    MeasuredRate rate;             ///< payload from `from` to `to`; for `Both` the sum
    std::vector<BitRate> samples;  ///< one second each, after the warm-up
    std::map<std::string, std::string> conditions;
    std::string note;
    friend bool operator==(const Trial&, const Trial&) = default;
};

/// The newest test of a machine with itself: its own ceiling, whatever it is joined to. Null: there is none.
const Trial* ownCeiling(const std::vector<Trial>&, plan::DeviceId);

/// The rate of one way: that of the trial, half of the sum where it ran both ways at once.
MeasuredRate eachWay(const Trial&);

/// "2026-11-25 21:04", in UTC unless an offset is given.
std::string timeText(Timestamp, std::chrono::minutes offset = {});
/// "2026-11-25 21:04 UTC", for sentences; a column says UTC in its heading.
std::string momentText(Timestamp);
/// ISO 8601 in UTC: "2026-11-25T21:04:05Z".
std::string isoText(Timestamp);
/// "2026-11-25", "2026-11-25 21:04", "2026-11-25T21:04:05.120Z", "2026-11-25T22:04+01:00"; UTC where no offset stands.
/// Hours 0 to 23, minutes and seconds 0 to 59.
std::optional<Timestamp> timeFromIso(std::string_view);

}  // namespace sokudo::measure
