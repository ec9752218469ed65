// SPDX-License-Identifier: GPL-3.0-or-later
// What a window needs of the world; joined to real things in main().
#pragma once

#include <set>
#include <string>

#include "app/own_machine.h"
#include "app/presenters/neighbours_presenter.h"
#include "app/presenters/survey_presenter.h"
#include "core/measure/seams.h"
#include "ui/pages/measure_page.h"

namespace sokudo::ui {

struct World {
    measure::TrafficRunner& traffic;
    app::HostSource hosts;
    LocalAgentSource localAgent;
    app::NeighbourSource neighbours = {};
    app::AgentSource agents = {};
    app::CardSource card = {};  ///< cable test of this machine's card
    app::EchoSource echo = {};  ///< probes of a path from this machine
    app::SwitchSource switches = {};
    std::set<std::string> simulatedSwitches = {};  ///< devices that a captured switch stands in for
};

}  // namespace sokudo::ui
