// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/parts.h"

#include <algorithm>
#include <array>
#include <map>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/trade_rows.h"

namespace sokudo::buy {
namespace {

std::optional<Money> money(std::optional<double> price)
{
    return price ? std::optional(Money::of(*price)) : std::nullopt;
}

std::optional<Part> leadPart(const kb::KnowledgeBase& kb, std::string_view id)
{
    const auto at = id.find("-lead-");
    if (at == std::string_view::npos || !id.ends_with("m")) return std::nullopt;
    const kb::LeadKind* kind = kb.find<kb::LeadKind>(id.substr(0, at));
    const auto metres = text::parseNumber(id.substr(at + 6, id.size() - at - 7));
    if (!kind || !metres || *metres <= 0) return std::nullopt;
    const Length length = Length::of(*metres);
    return Part{
        std::string(id), kind->name + ", " + text::length(length), PartKind::Lead, false, kind->priceOf(length), "lead",
        "leads.csv"};
}

/// Ports by cage and the most they offer, as a switch's row states them.
using PortCounts = std::map<std::pair<std::string, BitRate>, int>;

PortCounts portCounts(const std::vector<const plan::Port*>& ports, const kb::KnowledgeBase& kb)
{
    PortCounts counts;
    for (const plan::Port* port : ports) {
        if (port->splitOf.isSet()) continue;
        const kb::Cage* cage = kb.find<kb::Cage>(port->cage);
        BitRate most = cage ? cage->usualRate() : BitRate{};
        if (!port->rates.empty()) most = *std::max_element(port->rates.begin(), port->rates.end());
        ++counts[{port->cage, most}];
    }
    return counts;
}

/// The row's ports cover the counts: a faster one of the same cage stands in for a slower.
bool covers(const kb::SwitchKind& row, PortCounts wanted)
{
    std::vector<kb::PortGroup> have = row.ports;
    std::sort(have.begin(), have.end(), [](const auto& a, const auto& b) { return a.rate < b.rate; });
    for (auto& [port, count] : wanted)
        for (kb::PortGroup& group : have)
            if (group.cage == port.first && group.rate >= port.second) {
                const int taken = std::min(count, group.count);
                count -= taken;
                group.count -= taken;
            }
    return std::all_of(wanted.begin(), wanted.end(), [](const auto& one) { return one.second == 0; });
}

}  // namespace

std::string_view word(PartKind kind)
{
    static constexpr std::array<std::string_view, 8> kWords{"Switches", "Cards", "Boxes",       "Modules",
                                                            "Cable",    "Leads", "Small parts", "Tools"};
    return kWords[static_cast<std::size_t>(kind)];
}

std::optional<Part> partOf(const kb::KnowledgeBase& kb, std::string_view id)
{
    const std::string name(id);
    if (const auto* row = kb.find<kb::ModuleKind>(id))
        return Part{row->id, row->name, PartKind::Module, false, money(row->price), "module", "modules.csv"};
    if (const auto* row = kb.find<kb::SwitchKind>(id))
        return Part{row->id, row->name, PartKind::Switch, false, row->price, "switch", "switches.csv"};
    if (const auto* row = kb.find<kb::Gear>(id))
        return Part{row->id, row->name, PartKind::Card, false, Money::of(row->price), "card", "gear.csv"};
    if (const auto* row = kb.find<kb::MediaConverter>(id))
        return Part{row->id, row->name, PartKind::Box, false, money(row->price), "other", "media_converters.csv"};
    if (const auto* row = kb.find<kb::SmallPart>(id))
        return Part{row->id, row->name,        row->isTool() ? PartKind::Tool : PartKind::Small, false, row->price,
                    "other", "small_parts.csv"};
    if (auto lead = leadPart(kb, id)) return lead;
    if (const auto* row = kb.find<kb::Medium>(id)) {
        const kb::Supply* supply = kb.find<kb::Supply>(row->id);
        return Part{
            row->id, row->name + " cable", PartKind::Cable, true, supply ? money(supply->pricePerMetre) : std::nullopt,
            "cable", "supplies.csv"};
    }
    return std::nullopt;
}

std::string partOfDevice(const plan::Plan& plan, const plan::Device& device, const kb::KnowledgeBase& kb)
{
    if (!device.part.empty()) return device.part;
    static const std::map<plan::Role, std::string> kBoxes{{plan::Role::CoaxAdapter, "coax-adapter"},
                                                          {plan::Role::PowerLineAdapter, "plc-adapter"},
                                                          {plan::Role::RadioAdapter, "radio-60-bridge"},
                                                          {plan::Role::MediaConverter, "copper-to-sfp+"},
                                                          {plan::Role::Injector, "injector"},
                                                          {plan::Role::PoeSplitter, "poe-splitter"},
                                                          {plan::Role::Ups, "battery-unit"}};
    if (const auto box = kBoxes.find(device.role); box != kBoxes.end()) return box->second;
    if (device.role != plan::Role::Switch) return {};
    const PortCounts wanted = portCounts(plan::portsOf(plan, device.id), kb);
    const kb::SwitchKind* best = nullptr;
    for (const kb::SwitchKind& row : kb.all<kb::SwitchKind>())
        if (covers(row, wanted) && (!best || row.price < best->price)) best = &row;
    return best ? best->id : std::string();
}

std::string partOfCard(const plan::Plan& plan, const plan::Slot& slot, const kb::KnowledgeBase& kb)
{
    if (!slot.card) return {};
    if (!slot.card->part.empty()) return slot.card->part;
    int ports = 0;
    std::string cage;
    for (const plan::Port* port : plan::portsOf(plan, slot.device))
        if (port->slot == slot.id) ++ports, cage = port->cage;
    const kb::Gear* best = nullptr;
    for (const kb::Gear& row : kb.all<kb::Gear>())
        if (row.kind == "card" && row.cage == cage && row.ports >= ports && (!best || row.price < best->price))
            best = &row;
    return best ? best->id : std::string();
}

bool isLead(const plan::Plan& plan, const plan::Run& run, const kb::KnowledgeBase& kb)
{
    const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
    if (medium && kb::isCaptive(medium->kind)) return true;
    const plan::Device* a = plan::deviceOf(plan, run.a);
    const plan::Device* b = plan::deviceOf(plan, run.b);
    if (!a || !b) return false;
    if (plan::isPassive(a->role) && plan::isPassive(b->role)) return false;
    return plan::roomOf(plan, a->place) == plan::roomOf(plan, b->place);
}

}  // namespace sokudo::buy
