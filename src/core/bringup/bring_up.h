// SPDX-License-Identifier: GPL-3.0-or-later
// In which order new gear comes up so that the house stays online, what to see to, and how long to wait before a device
// counts as failed.
#pragma once

#include <string>
#include <vector>

#include "core/jobs/jobs.h"
#include "core/kb/build_rows.h"

namespace sokudo::bringup {

/// How long a device may take to start.
struct StartClock {
    Duration link, ready, dead;  ///< until ports light, until it works, until it counts as failed
    bool isOwn = false;          ///< as seen of this one
    std::string says;
};
/// @source jobs/start_times.csv; own: a device that was timed may take half as long again, and as its kind at least
///         before it counts as failed
StartClock startClock(const plan::Device&, const kb::KnowledgeBase&);

enum class StartState { Starting, LinkDue, ReadyDue, Late, Dead };
struct StartReading {
    StartState state = StartState::Starting;
    Duration left;  ///< until the next of them; 0 when dead
    text::Sentence says;
};
/// @param elapsed  since its power came on
StartReading startReading(const StartClock&, Duration elapsed);

/// One device to bring up.
struct BringUp {
    plan::DeviceId device;
    std::string name;
    StartClock clock;
    std::vector<jobs::JobStep> steps;
    std::vector<std::string> off;  ///< devices whose lead is moved to it: off while that is done
    text::Sentence online;         ///< what keeps the house online
};

/// New devices by their distance from the internet, the nearest first; where nothing is new, all that start, in the
/// order after a power cut.
/// @source jobs/bring_up.csv
std::vector<BringUp> bringUpOrder(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase&);

/// Lights by row: those of a kind of device, or all.
std::vector<const kb::LightMeaning*> lightsOf(const plan::Device*, const kb::KnowledgeBase&);

}  // namespace sokudo::bringup
