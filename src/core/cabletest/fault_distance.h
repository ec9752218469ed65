// SPDX-License-Identifier: GPL-3.0-or-later
// Length from delay, the distance to a fault as a place on the run, and loop resistance against what length and gauge
// allow.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/power_quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::cabletest {

/// NVP · c · t / 2.
/// @param nvp        share of the speed of light, 0.4 to 0.99
/// @param roundTrip  of the pulse, above 0
/// @source own: reflection at the end; c = 0.299792 m/ns
/// @example 0.69 and 870 ns: 89.98 m
Result<Length> lengthByDelay(double nvp, Duration roundTrip);
/// The NVP of a cable whose length is known, from what it read at another one. @error OutOfRange  below 15 m, where it
/// is not exact enough
Result<double> nvpByLength(double nvpUsed, Length read, Length known);

/// What hangs on the reading: a cord, the fixed cable, a cord.
struct Stretch {
    Length nearCord, fixed, farCord;
    Length whole() const { return nearCord + fixed + farCord; }
};

/// A run with its cords, from end a.
Stretch stretchOf(const plan::Run&);

enum class FaultPlace { NearEnd, NearJack, InWall, FarJack, FarCord, FarEnd, Beyond };

struct FaultAt {
    FaultPlace place = FaultPlace::NearEnd;
    Length within;                 ///< of doubt, either way
    std::optional<Length> inWall;  ///< from the near jack
    std::optional<double> share;   ///< of the fixed cable, from the near jack
    bool isNearerToFar = false;    ///< the far end is the shorter way
    text::Sentence says, first;    ///< where it is, and what to do first
};

/// @param allOpen  every pair reads open there: nothing is plugged in at the far end
/// @source reference for the field: the reading against cord, cable and cord, with 2 m or 5 % of doubt
FaultAt faultAt(Length reading, const Stretch&, bool allOpen = false);

/// Readings from both ends of one cable.
struct BothEnds {
    bool isOneFault = false;
    Length gap;  ///< by how much the two fall short of the whole, or pass it
    text::Sentence says;
};
BothEnds fromBothEnds(Length near, Length far, Length whole);

/// One pair, out and back.
struct LoopQuestion {
    Length length;
    int gauge = 24;          ///< AWG, a row of conductors.csv
    int contacts = 4;        ///< mated pairs on the way
    double celsius = 20;     ///< of the cable
    std::vector<Ohm> pairs;  ///< measured, at least one
};
struct LoopAnswer {
    Ohm expected;  ///< of solid copper, with the contacts
    Ohm limit;     ///< of a channel that long
    std::vector<text::Sentence> says;
    bool isClad = false;              ///< reads like copper-clad aluminium
    std::optional<std::size_t> poor;  ///< a pair with a bad contact
    bool isAboveLimit = false;
};
/// @error BadInput  no reading, no such gauge, a length of nothing
/// @source conductors.csv; 0.393 % a degree; copper-clad reads 50 to 60 % high; a pair more than 10 % above the mean of
/// the others has a poor contact
Result<LoopAnswer> loopAnswer(const LoopQuestion&, const kb::KnowledgeBase&);

}  // namespace sokudo::cabletest
