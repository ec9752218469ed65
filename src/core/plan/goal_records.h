// SPDX-License-Identifier: GPL-3.0-or-later
// What someone wants of the house.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/power_quantity.h"
#include "core/base/quantity.h"
#include "core/plan/build_records.h"

namespace sokudo::plan {

using GoalId = Id<struct GoalTag>;

/// What a goal asks for, which says what its figures mean.
enum class GoalKind {
    Rate,        ///< between two ends
    Copy,        ///< of a size, within a time
    Service,     ///< runs on for a time without mains
    Separation,  ///< one cannot reach the other
    Hazard,      ///< it is gone
    Proof,       ///< a cable is proved
    Internet,    ///< the rate of the plan reaches a place
    Budget,      ///< several goals for at most so much
    Day,         ///< several goals by a day
};
std::string_view code(GoalKind);

/// One thing that someone wants, in their words and as it was understood.
struct Goal {
    GoalId id;
    std::string sentence;  ///< as it was asked: "the scanner should copy at 2.3 Gb/s to the vault"
    GoalKind kind = GoalKind::Rate;
    std::vector<DeviceId> devices;  ///< of a rate or a copy: from the first to the second
    std::vector<PlaceId> places;
    std::vector<NetworkId> networks;
    std::vector<RunId> runs;
    std::optional<BitRate> rate;     ///< wanted at least
    std::optional<DataSize> size;    ///< of one copy
    std::optional<Duration> within;  ///< a copy takes at most so long; a service lasts at least so long
    std::optional<Money> amount;     ///< at most, in the currency of the house
    std::string until;               ///< ISO 8601 date by which it is met; empty: open
    std::string variant;             ///< name of the variant that is to bring it; empty: none was chosen
    CableTestId cableTest;           ///< that proves it; unset: none
    Id<struct TrialTag> trial;       ///< measurement that proves it; unset: none
    std::string since;               ///< ISO 8601 date on which it was asked
    std::string askedBy;
    std::string note;
    friend bool operator==(const Goal&, const Goal&) = default;
};

}  // namespace sokudo::plan
