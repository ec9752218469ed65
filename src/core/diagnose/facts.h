// SPDX-License-Identifier: GPL-3.0-or-later
// Everything the program knows about a slow path, and the signs it reads from it.
#pragma once

#include <map>
#include <span>
#include <vector>

#include "core/analyse.h"
#include "core/diagnose/evidence.h"
#include "core/diagnose/path_parts.h"
#include "core/expect/stage.h"
#include "core/measure/seams.h"
#include "core/measure/trial.h"

namespace sokudo::diagnose {

/// A way between the two ends that is not the best.
struct OtherWay {
    std::string title;  ///< "core 1 — landing-sw 2, landing-sw 4 — desk 1"
    kb::Band carries;   ///< of the same traffic as the result
};

struct Facts {
    const plan::Plan& plan;
    const kb::KnowledgeBase& kb;
    const Analysis& analysis;
    const measure::Trial& trial;                            ///< the result that disappoints
    const std::vector<measure::Trial>& trials;              ///< all of them, any path
    const expect::Expectation* expected = nullptr;          ///< of the same traffic as the trial
    const expect::Expectation* memoryExpected = nullptr;    ///< memory to memory on the same path
    std::map<plan::DeviceId, measure::HostSnapshot> hosts;  ///< readings of ends, where there are any
    PathParts path;                                         ///< what lies between the two
    std::optional<measure::Timestamp> changed;              ///< when the path last changed before it, or perhaps did
    std::optional<measure::Timestamp> surelyChanged;        ///< when it last did for certain
    std::vector<OtherWay> otherWays;                        ///< of a result that is slow

    /// Trials of the same two ends and kind in the direction asked for, newest first: none from before the last change,
    /// none of another day.
    std::vector<const measure::Trial*> samePath(measure::TrialKind, measure::Direction) const;
    /// The newest of them with as many streams as asked for; null: there is none.
    const measure::Trial* newest(measure::TrialKind, measure::Direction, int streams) const;
    /// The link rate of the path end to end: that of its slowest link. Zero where not known.
    BitRate plannedRate() const;
    /// What that rate carries as payload. Zero where not known.
    BitRate plannedPayload() const;
    /// USB that is too slow for the planned rate.
    /// @source usb-3.2: 1.6 times the rate leaves room for coding and packets
    bool isSlowUsb(BitRate enumerated) const;
    /// The interface of an end that carries this path; null: not read, or the reading does not tell which it is.
    const measure::InterfaceReading* interfaceOf(plan::DeviceId) const;
};

/// A fact that the program can look up: it answers one flag, or says that it cannot tell.
struct FactReader {
    std::string_view flag;
    std::optional<Observation> (*read)(const Facts&);
};

std::span<const FactReader> readersOfTrials();
std::span<const FactReader> readersOfPlateaus();
std::span<const FactReader> readersOfPlan();
std::span<const FactReader> readersOfTraits();
std::span<const FactReader> readersOfHost();
std::span<const FactReader> readersOfModules();

/// All flags that the facts answer by themselves.
Evidence observe(const Facts&);
/// What the path has: of its media, sockets, roles, stated values and readings, and of what a yes tells.
Context contextOf(const Facts&, const Evidence&);
/// The tags that a yes to some flag tells of.
Context contextOf(const kb::KnowledgeBase&, const Evidence&);

}  // namespace sokudo::diagnose
