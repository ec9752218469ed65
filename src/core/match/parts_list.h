// SPDX-License-Identifier: GPL-3.0-or-later
// What the house is made of: modules, cables and ports by kind, and the best use of each switch's free ports.
#pragma once

#include <map>

#include "core/base/sentence.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/reports.h"

namespace sokudo::match {

struct ModuleCount {
    const kb::ModuleKind* kind;
    int inPlace = 0;
};
struct CableCount {
    const kb::Medium* medium;
    int runs = 0, unmeasured = 0;
    Length length;
};

/// Ports of one device by the most they offer; a combo port counts once.
struct PortMap {
    std::string device;
    struct Row {
        BitRate rate;
        std::string cage;
        int free = 0, used = 0;
        text::Sentence bestUse;
    };
    std::vector<Row> rows;  ///< fastest first
};

/// A card with its ports against the bus under it, all ports busy one way.
struct CardLoad {
    std::string device, slot, card;
    int ports = 0;
    BitRate sum;                     ///< of the fastest each port offers
    std::optional<BitRate> carries;  ///< payload of the bus; empty: the slot was never read
    text::Sentence better;           ///< a slot of the same machine in which it would carry more; empty: there is none
    std::vector<text::Sentence> unseen;  ///< what was never looked at: bracket, slot, air
    bool isEnough() const { return carries && *carries >= sum; }
};

/// Coax adapters of the house: one for each room that coax serves, and one at the gateway unless it speaks coax itself.
/// @source moca-2.5
constexpr int coaxAdapters(int furtherRooms, bool gatewayHasIt)
{
    return furtherRooms == 0 ? 0 : furtherRooms + (gatewayHasIt ? 0 : 1);
}

struct CoaxCount {
    std::string gateway;  ///< the router or switch the coax starts from; empty: none on coax
    bool gatewayHasIt = false;
    int furtherRooms = 0, inPlace = 0;
    int needed() const { return coaxAdapters(furtherRooms, gatewayHasIt); }
};

/// Cords that came with a device against the cables plugged into it.
struct CordCount {
    std::string device;
    int inBox = 0, needed = 0;
    int missing() const { return needed > inBox ? needed - inBox : 0; }
};

struct PartsList {
    std::vector<ModuleCount> modules;  ///< most first
    std::vector<CableCount> cables;
    std::vector<PortMap> devices;  ///< those with three ports or more
    std::vector<CardLoad> cards;
    std::vector<std::pair<std::string, text::Sentence>> lanes;  ///< device, and how its cards should be seated instead
    std::vector<CordCount> cords;                               ///< of the devices whose box was counted
    std::optional<CoaxCount> coax;                              ///< empty: no coax in the house
    int linksWithoutModules = 0;                                ///< links with an empty cage at an end and no lead
};

PartsList partsList(const plan::Plan&, const kb::KnowledgeBase&);
/// The cards of one device.
std::vector<CardLoad> cardsOf(const plan::Plan&, plan::DeviceId, const kb::KnowledgeBase&);

}  // namespace sokudo::match
