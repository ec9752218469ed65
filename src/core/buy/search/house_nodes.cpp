// SPDX-License-Identifier: GPL-3.0-or-later
// The devices, ports and links that the house has.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/buy/needs.h"
#include "core/buy/search/house_model.h"
#include "core/plan/forwarding.h"

namespace sokudo::buy {
namespace {

/// All that a rule could tell two ports apart by, but for their names.
std::string likenessOf(const plan::Plan& plan, const plan::Device& device, const plan::Port& port)
{
    std::string key = fmt::format("{}|{}|{}", static_cast<int>(device.role), port.cage, port.mtu.value_or(0));
    for (BitRate rate : port.rates) key += fmt::format("/{}", rate.steps());
    for (const plan::Traits* traits : {&port.traits, &device.traits}) {
        key += '|';
        for (const auto& [id, value] : *traits) key += id + "=" + value + ";";
    }
    if (const plan::Slot* slot = plan.slots.find(port.slot)) {
        key += fmt::format("|{}x{}/{}", slot->generation, slot->lanes, slot->chipset);
        if (slot->card) key += fmt::format("/{}x{}", slot->card->generation, slot->card->lanes);
    }
    return key;
}

class Nodes {
public:
    Nodes(HouseModel& into, const ModelQuestion& asked, const match::Reports& reports, PartIndex& parts)
        : m_into(into), m_asked(asked), m_plan(asked.house), m_reports(reports), m_parts(parts)
    {}
    void run()
    {
        for (const plan::Device& device : m_plan.devices)
            if (plan::forwards(device)) addNode(device);
        for (const Wish& wish : m_asked.asked.wishes)
            for (plan::DeviceId id : {wish.a, wish.b})
                if (const plan::Device* device = m_plan.devices.find(id); device && !m_at.count(id)) addNode(*device);
        sortLinks();
        for (std::size_t node = 0; node < m_into.nodes.size(); ++node) groupPorts(node);
        for (const match::LinkReport* report : m_mayChange) addLink(*report);
        freeCables();
        wishes();
    }

private:
    void addNode(const plan::Device& device)
    {
        m_at[device.id] = m_into.nodes.size();
        m_into.nodes.push_back({device.id, device.place, plan::roomOf(m_plan, device.place), false});
        m_into.model.nodes.push_back({device.name, plan::forwards(device)});
    }
    std::optional<std::size_t> nodeOf(plan::PortId port) const
    {
        const plan::Device* device = plan::deviceOf(m_plan, port);
        const auto at = device ? m_at.find(device->id) : m_at.end();
        return at == m_at.end() ? std::nullopt : std::optional(at->second);
    }

    /// Whether one end powers the other over this cable.
    bool feeds(const plan::Link& link) const
    {
        const plan::Device* a = plan::deviceOf(m_plan, link.a);
        const plan::Device* b = plan::deviceOf(m_plan, link.b);
        return a && b && (plan::feederOf(*a) == b->id || plan::feederOf(*b) == a->id);
    }
    bool isKept(const plan::Link& link) const
    {
        const WishSet& asked = m_asked.asked;
        for (plan::RunId id : link.runs)
            if (asked.keptRuns.count(id)) return true;
        for (plan::PortId id : {link.a, link.b})
            if (const plan::Device* device = plan::deviceOf(m_plan, id); device && asked.keptDevices.count(device->id))
                return true;
        return feeds(link);
    }
    /// The lead that joins two devices of one room, as a part: unplugged it serves elsewhere.
    std::string leadOf(const plan::Link& link) const
    {
        const plan::Run* run = link.runs.size() == 1 ? m_plan.runs.find(link.id()) : nullptr;
        return run && isLead(m_plan, *run, m_asked.kb) ? leadPartOf(*run, m_asked.kb) : std::string();
    }
    /// What stays as it is takes its ports and carries on; the rest may be replaced.
    void sortLinks()
    {
        for (const match::LinkReport& report : m_reports) {
            const auto a = nodeOf(report.link.a), b = nodeOf(report.link.b);
            const bool isBetween = a && b && *a != *b;
            const bool isWay = isBetween && report.rate && report.verdict != Verdict::NoLink;
            // One that does not come up may make room too.
            if (isBetween && !isKept(report.link)) {
                m_mayChange.push_back(&report);
                if (const std::string lead = leadOf(report.link); !lead.empty()) m_parts.add(lead);
                continue;
            }
            m_taken.insert({report.link.a, report.link.b});
            if (isWay) m_into.model.fixed.push_back({*a, *b, *report.rate});
        }
        for (const plan::Port& port : m_plan.ports)
            if (port.splitOf.isSet()) m_taken.insert(port.splitOf);
    }

    void groupPorts(std::size_t node)
    {
        const plan::Device& device = *m_plan.devices.find(m_into.nodes[node].device);
        for (const plan::Port* port : plan::portsOf(m_plan, device.id)) {
            const kb::Cage* cage = m_asked.kb.find<kb::Cage>(port->cage);
            if (m_taken.count(port->id) || !cage) continue;
            if (port->comboOf.isSet()) continue;  // its other socket stands for both
            if (!port->module.empty()) m_parts.add(port->module);
            const std::string likeness = likenessOf(m_plan, device, *port);
            // Cards go one by one: their ports are counted apart.
            const std::string key = likeness + "#" + std::to_string(port->slot.value);
            const auto [found, isNew] = m_groups.emplace(std::pair(node, key), m_into.groups.size());
            m_group[port->id] = found->second;
            if (isNew) addGroup(node, device, *port, likeness, *cage);
            m_into.groups[found->second].ports.push_back(port->id);
            ++m_into.model.groups[found->second].count;
        }
    }
    void addGroup(std::size_t node, const plan::Device& device, const plan::Port& port, const std::string& likeness,
                  const kb::Cage& cage)
    {
        GroupOf group;
        plan::Port example = port;
        example.id = m_asked.ids.next<plan::PortId>();
        example.module.clear();
        example.forced.reset();
        example.fec.reset();
        m_into.stage.ports = m_into.stage.ports.with(example);
        group.example = example.id;
        group.likeness = likeness + "@" + std::to_string(plan::roomOf(m_plan, device.place).value);
        group.most = port.rates.empty() ? cage.usualRate() : *std::max_element(port.rates.begin(), port.rates.end());
        group.isLeg = port.splitOf.isSet();
        m_into.groups.push_back(std::move(group));
        m_into.model.groups.push_back({node, 0});
    }

    void addLink(const match::LinkReport& report)
    {
        const auto groupA = m_group.find(report.link.a), groupB = m_group.find(report.link.b);
        if (groupA == m_group.end() || groupB == m_group.end()) return;
        LinkChoice choice;
        choice.name = report.title;
        choice.a = *nodeOf(report.link.a);
        choice.b = *nodeOf(report.link.b);
        choice.groupA = groupA->second;
        choice.groupB = groupB->second;
        const bool isWay = report.rate && report.verdict != Verdict::NoLink;
        choice.rate = isWay ? *report.rate : BitRate{};
        choice.isThere = true;
        choice.cable = static_cast<int>(m_into.cables.size());
        for (plan::PortId id : {report.link.a, report.link.b})
            if (const plan::Port* port = m_plan.ports.find(id); !port->module.empty())
                if (const auto part = m_parts.at(m_into.model, port->module)) choice.effort.uses.push_back({*part, 1});
        if (const std::string lead = leadOf(report.link); !lead.empty())
            if (const auto part = m_parts.at(m_into.model, lead)) choice.effort.uses.push_back({*part, 1});
        m_into.model.choices.push_back(choice);
        m_into.choices.push_back({report.link.id(), report.link.a, report.link.b, {}, {}, false});
        addCable(report.link, choice.a, choice.b);
        if (isWay) m_kept.push_back({choice.a, choice.b, choice.rate, true, report.title});
    }
    void addCable(const plan::Link& link, std::size_t a, std::size_t b)
    {
        CableOf cable{link, m_into.nodes[a].room, m_into.nodes[b].room};
        const plan::Run* first = m_plan.runs.find(link.id());
        cable.medium = m_asked.kb.find<kb::Medium>(first->medium);
        cable.isPlugged = true;
        for (plan::RunId id : link.runs)
            if (const plan::Run* run = m_plan.runs.find(id))
                cable.length = cable.length + run->length.value_or(Length{});
        m_into.cables.push_back(cable);
    }
    /// Cables from jack to jack with nothing plugged in at either end.
    void freeCables()
    {
        std::map<plan::PortId, int> plugged;
        for (const plan::Run& run : m_plan.runs) ++plugged[run.a], ++plugged[run.b];
        for (const plan::Run& run : m_plan.runs) {
            const plan::Device* a = plan::deviceOf(m_plan, run.a);
            const plan::Device* b = plan::deviceOf(m_plan, run.b);
            if (!a || !b || !plan::isPassive(a->role) || !plan::isPassive(b->role) || !run.length) continue;
            if (plugged[run.a] > 1 || plugged[run.b] > 1) continue;
            CableOf cable{{run.a, run.b, {run.id}, {}}, plan::roomOf(m_plan, a->place), plan::roomOf(m_plan, b->place)};
            cable.medium = m_asked.kb.find<kb::Medium>(run.medium);
            cable.length = *run.length;
            if (cable.medium) m_into.cables.push_back(cable);
        }
    }
    void wishes()
    {
        for (const Wish& wish : m_asked.asked.wishes)
            m_into.model.wishes.push_back({m_at.at(wish.a), m_at.at(wish.b), wish.rate, false,
                                           fmt::format("{} – {} at {}", m_plan.devices.find(wish.a)->name,
                                                       m_plan.devices.find(wish.b)->name, text::linkRate(wish.rate))});
        for (ModelWish& one : m_kept) m_into.model.wishes.push_back(std::move(one));
    }

    HouseModel& m_into;
    const ModelQuestion& m_asked;
    const plan::Plan& m_plan;
    const match::Reports& m_reports;
    PartIndex& m_parts;
    std::map<plan::DeviceId, std::size_t> m_at;
    std::set<plan::PortId> m_taken;
    std::vector<const match::LinkReport*> m_mayChange;
    std::map<std::pair<std::size_t, std::string>, std::size_t> m_groups;
    std::map<plan::PortId, std::size_t> m_group;
    std::vector<ModelWish> m_kept;
};

}  // namespace

PartIndex::PartIndex(const plan::Plan& house, const kb::KnowledgeBase& kb, std::string today)
    : m_house(house), m_kb(kb), m_today(std::move(today)), m_converter(house)
{}

std::optional<std::size_t> PartIndex::at(Model& model, const std::string& id, bool isOnce)
{
    const auto found = m_index.find(id);
    if (found != m_index.end()) return found->second;
    std::optional<std::size_t>& at = m_index[id];
    const auto part = partOf(m_kb, id);
    if (!part || m_banned.count(id)) return at;
    PartSource source{*part, inStock(m_house, *part).amount, isOnce, priceOf(*part, m_house, m_converter, m_today)};
    if (const auto freed = m_freed.find(id); freed != m_freed.end()) source.have += freed->second;
    if (source.price.problem && source.price.buys.empty()) m_error = source.price.problem;
    if (source.price.buys.empty() && source.have <= 0) return at;
    at = model.parts.size();
    model.parts.push_back(std::move(source));
    return at;
}

void addNodes(HouseModel& into, const ModelQuestion& asked, const match::Reports& reports, PartIndex& parts)
{
    Nodes(into, asked, reports, parts).run();
}

}  // namespace sokudo::buy
