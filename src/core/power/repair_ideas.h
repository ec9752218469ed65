// SPDX-License-Identifier: GPL-3.0-or-later
// Repairs that could help, each as a changed plan; whether one does is for the trial to show.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/kb/power_rows.h"
#include "core/power/outage.h"
#include "core/power/single_points.h"

namespace sokudo::power {

struct RepairIdea {
    std::string kind;
    text::Sentence what;
    double price = 0;  ///< rough, in no currency
    plan::Plan plan;
    std::string caution = {};
};

/// What ideas are drawn from.
struct RepairGround {
    const plan::Plan& plan;
    const SupplyNet& net;
    const TimeLine& mains;  ///< the outage of the whole house
    const std::vector<SinglePoint>& points;
    const kb::KnowledgeBase& kb;
    IdSource& ids;
};

// One kind of repair each.
std::vector<RepairIdea> batteryIdeas(const RepairGround&);   ///< an own small battery, or the one in the room
std::vector<RepairIdea> feedIdeas(const RepairGround&);      ///< a splitter, another port, an own supply, an injector
std::vector<RepairIdea> cableIdeas(const RepairGround&);     ///< a second cable between two switches
std::vector<RepairIdea> wayRoundIdeas(const RepairGround&);  ///< a cable past a switch that may fail
std::vector<RepairIdea> backupStoreIdeas(const RepairGround&);  ///< the backup in another building
std::vector<RepairIdea> internetIdeas(const RepairGround&);     ///< a second way to the internet

/// The row of what a repair buys; its price is 0 where the table has none.
kb::PowerGear gearOf(const kb::KnowledgeBase&, std::string_view id);
/// A free port of the device with such a socket; null: none.
const plan::Port* freePort(const plan::Plan&, plan::DeviceId, std::string_view cage);

}  // namespace sokudo::power
