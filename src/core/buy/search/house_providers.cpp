// SPDX-License-Identifier: GPL-3.0-or-later
// What could be bought to get more ports: switches at places, cards in slots, adapters, leads that split a port.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/buy/search/house_model.h"
#include "core/kb/part_rows.h"
#include "core/plan/net.h"

namespace sokudo::buy {
namespace {

constexpr std::size_t kMostDirect =
    4;                             ///< own: more partners than that are joined by switches, not by cards of their own
constexpr int kMostBreakOuts = 2;  ///< of ports that are alike

double minutesOf(const kb::KnowledgeBase& kb, std::string_view work)
{
    const kb::Labour* row = kb.find<kb::Labour>(work);
    return row ? row->minutes : 0;
}

class Providers {
public:
    Providers(HouseModel& into, const ModelQuestion& asked, PartIndex& parts)
        : m_into(into), m_asked(asked), m_kb(asked.kb), m_parts(parts)
    {
        for (const Wish& wish : asked.asked.wishes) m_least = std::min(m_least, wish.rate);
    }
    void run()
    {
        if (m_asked.asked.sites.empty())
            m_into.notes.push_back(
                text::say("house-providers.usual-sites",
                          "New switches were considered only where switches stand on the way now; say "
                          "“switch in …” for other places"));
        for (const Site& site : sites())
            for (int i = 0; i < site.most; ++i) addSite(site.place, i);
        const std::size_t devices = m_into.nodes.size();
        for (std::size_t node = 0; node < devices; ++node) addCards(node);
        const std::size_t groups = m_into.groups.size();
        for (std::size_t group = 0; group < groups; ++group) addBreakOuts(group);
    }

private:
    /// Where nothing was said: the places of the switches and routers that the wished devices meet over now, and where
    /// they have no way yet, of all of them.
    std::vector<Site> sites() const
    {
        if (!m_asked.asked.sites.empty()) return m_asked.asked.sites;
        std::vector<Site> found;
        const auto add = [&](const plan::Device& device) {
            if ((device.role == plan::Role::Switch || device.role == plan::Role::Router) &&
                std::none_of(found.begin(), found.end(), [&](const Site& one) { return one.place == device.place; }))
                found.push_back({device.place, 1});
        };
        const plan::Net net(m_asked.house, [](const plan::Link&) { return std::optional(BitRate::fromSteps(1)); });
        for (const Wish& wish : m_asked.asked.wishes) {
            const auto way = net.way(wish.a, wish.b);
            if (!way) {
                for (const plan::Device& device : m_asked.house.devices) add(device);
                return found;
            }
            for (const plan::Hop& hop : *way)
                for (plan::PortId end : {hop.from, hop.to})
                    if (const plan::Device* device = plan::deviceOf(m_asked.house, end)) add(*device);
        }
        return found;
    }
    std::vector<BitRate> ratesUpTo(const kb::Cage& cage, BitRate most) const
    {
        if (most == cage.usualRate()) return {};
        std::vector<BitRate> rates;
        for (BitRate rate : cage.defaultRates)
            if (rate <= most) rates.push_back(rate);
        if (rates.empty() || rates.front() != most) rates.insert(rates.begin(), most);
        return rates;
    }
    /// An example of a port, and the group of those like it.
    std::size_t addGroup(std::size_t node, plan::Port port, const std::string& likeness, BitRate most,
                         bool isLeg = false)
    {
        port.id = m_asked.ids.next<plan::PortId>();
        m_into.stage.ports = m_into.stage.ports.with(port);
        GroupOf group;
        group.example = port.id;
        group.likeness = likeness + "@" + std::to_string(m_into.nodes[node].room.value);
        group.most = most;
        group.isLeg = isLeg;
        m_into.groups.push_back(std::move(group));
        m_into.model.groups.push_back({node, 0});
        return m_into.groups.size() - 1;
    }

    void addSite(plan::PlaceId place, int number)
    {
        const plan::Place* at = m_asked.house.places.find(place);
        if (!at) return;
        const std::size_t node = m_into.nodes.size();
        plan::Device device{m_asked.ids.next<plan::DeviceId>(), place,
                            "new switch in " + at->name + (number ? " " + std::to_string(number + 1) : ""),
                            plan::Role::Switch};
        m_into.stage.devices = m_into.stage.devices.with(device);
        m_into.nodes.push_back({device.id, place, plan::roomOf(m_asked.house, place), true});
        m_into.model.nodes.push_back({device.name, true});
        std::map<std::pair<std::string, BitRate>, std::size_t> groups;
        for (const kb::SwitchKind& kind : m_kb.all<kb::SwitchKind>()) {
            const bool isFast = std::any_of(kind.ports.begin(), kind.ports.end(),
                                            [&](const kb::PortGroup& one) { return one.rate >= m_least; });
            if (!isFast || (m_asked.asked.isManagedOnly && !kind.isManaged)) continue;
            const auto part = m_parts.at(m_into.model, kind.id);
            if (!part) continue;
            Provider one{kind.name, {{{*part, 1}}, kind.power, minutesOf(m_kb, "mount-switch")}, {}, {}, m_only};
            for (const kb::PortGroup& ports : kind.ports) {
                const kb::Cage* cage = m_kb.find<kb::Cage>(ports.cage);
                if (!cage) continue;
                const auto [found, isNew] = groups.emplace(std::pair(ports.cage, ports.rate), 0);
                if (isNew) {
                    plan::Port port;
                    port.device = device.id;
                    port.cage = ports.cage;
                    port.rates = ratesUpTo(*cage, ports.rate);
                    found->second =
                        addGroup(node, port, fmt::format("switch|{}|{}", ports.cage, ports.rate.steps()), ports.rate);
                }
                one.gives.emplace_back(found->second, ports.count);
            }
            m_into.model.providers.push_back(std::move(one));
            m_into.providers.push_back({ProviderOf::Kind::Switch, node, &kind, nullptr, {}, nullptr});
        }
        ++m_only;
    }

    /// The slowest rate that a card must have to be of use here; nothing: nobody wishes for this device.
    std::optional<BitRate> wishedAt(std::size_t node) const
    {
        std::optional<BitRate> least;
        for (const Wish& wish : m_asked.asked.wishes)
            if (wish.a == m_into.nodes[node].device || wish.b == m_into.nodes[node].device)
                least = least ? std::min(*least, wish.rate) : wish.rate;
        return least;
    }
    /// Ports that are there are fast enough, and there are more to reach than cards could be joined to one by one.
    bool isLeftToSwitches(std::size_t node) const
    {
        std::set<plan::DeviceId> partners;
        BitRate fastest;
        for (const Wish& wish : m_asked.asked.wishes)
            if (wish.a == m_into.nodes[node].device || wish.b == m_into.nodes[node].device) {
                partners.insert(wish.a == m_into.nodes[node].device ? wish.b : wish.a);
                fastest = std::max(fastest, wish.rate);
            }
        BitRate most;
        for (std::size_t g = 0; g < m_into.groups.size(); ++g)
            if (m_into.model.groups[g].node == node && m_into.model.groups[g].count > 0)
                most = std::max(most, m_into.groups[g].most);
        return most >= fastest && partners.size() > kMostDirect;
    }
    void addCards(std::size_t node)
    {
        const plan::Device* device = m_asked.house.devices.find(m_into.nodes[node].device);
        const auto least = wishedAt(node);
        if (!device || !plan::isHost(device->role) || !least || m_asked.asked.keptDevices.count(device->id)) return;
        if (isLeftToSwitches(node)) {
            m_into.notes.push_back(
                text::say("house-providers.switches-only",
                          "{} has more than {} partners: it was joined by switches only, not by more cards",
                          device->name, kMostDirect));
            return;
        }
        const auto slots = plan::slotsOf(m_asked.house, device->id);
        for (const plan::Slot* slot : slots) {
            const auto goes = portsOfCard(*slot);
            if (slot->generation <= 0 || slot->lanes <= 0)
                m_into.notes.push_back(
                    text::say("house-providers.slot-not-read",
                              "slot {} of {} was never read: no card in it could be judged; state its "
                              "generation and lanes",
                              slot->name, device->name));
            if (slot->generation <= 0 || slot->lanes <= 0 || !goes) continue;
            for (const kb::Gear& gear : m_kb.all<kb::Gear>())
                if (gear.kind == "card" && gear.rate >= *least && gear.rate > fastest(*goes) &&
                    gear.lanes <= std::max(slot->shape, slot->lanes))
                    addCard(node, *device, slot, gear, *goes);
            ++m_only;
        }
        const auto ports = plan::portsOf(m_asked.house, device->id);
        const bool hasUsb =
            std::any_of(ports.begin(), ports.end(), [](const plan::Port* p) { return p->traits.has("usb"); });
        if (!slots.empty() && !hasUsb) return;
        for (const kb::Gear& gear : m_kb.all<kb::Gear>())
            if (gear.kind == "adapter" && gear.rate >= *least) addCard(node, *device, nullptr, gear, {});
        ++m_only;
    }
    using Counts = std::vector<std::pair<std::size_t, int>>;
    /// The ports of the card in a slot, by group: they go with it. Nothing where one of them must stay.
    std::optional<Counts> portsOfCard(const plan::Slot& slot) const
    {
        Counts counts;
        int left = 0;
        for (const plan::Port* port : plan::portsOf(m_asked.house, slot.device)) left += port->slot == slot.id;
        for (std::size_t g = 0; g < m_into.groups.size(); ++g) {
            int count = 0;
            for (plan::PortId id : m_into.groups[g].ports) count += m_asked.house.ports.find(id)->slot == slot.id;
            if (count > 0) counts.emplace_back(g, count);
            left -= count;
        }
        return left == 0 ? std::optional(counts) : std::nullopt;
    }
    BitRate fastest(const Counts& counts) const
    {
        BitRate most;
        for (const auto& [group, count] : counts) most = std::max(most, m_into.groups[group].most);
        return most;
    }
    void addCard(std::size_t node, const plan::Device& device, const plan::Slot* slot, const kb::Gear& gear,
                 const Counts& goes)
    {
        const kb::Cage* cage = m_kb.find<kb::Cage>(gear.cage);
        const auto part = cage ? m_parts.at(m_into.model, gear.id) : std::nullopt;
        if (!part) return;
        plan::Port port;
        port.device = device.id;
        port.cage = gear.cage;
        port.rates = ratesUpTo(*cage, gear.rate);
        std::string likeness =
            fmt::format("{}|{}|{}", static_cast<int>(device.role), gear.id, device.traits.word("case"));
        if (slot) {
            plan::Slot example = *slot;
            example.id = m_asked.ids.next<plan::SlotId>();
            example.card = plan::Card{gear.name, gear.generation, gear.lanes, gear.id};
            m_into.stage.slots = m_into.stage.slots.with(example);
            port.slot = example.id;
            likeness += fmt::format("|{}x{}/{}/{}", slot->generation, slot->lanes, slot->shape, slot->chipset);
        }
        const std::size_t group = addGroup(node, port, likeness, gear.rate);
        std::vector<PartUse> uses{{*part, 1}};
        if (slot && device.traits.is("case", "low"))
            if (const auto bracket = m_parts.at(m_into.model, "low-bracket")) uses.push_back({*bracket, 1});
        m_into.model.providers.push_back(
            {gear.name + " for " + device.name,
             {std::move(uses), gear.power, minutesOf(m_kb, slot ? "move-card" : "setting")},
             {{group, gear.ports}},
             goes,
             m_only});
        m_into.providers.push_back({slot ? ProviderOf::Kind::Card : ProviderOf::Kind::Adapter, node, nullptr, &gear,
                                    slot ? slot->id : plan::SlotId{}, nullptr});
    }

    void addBreakOuts(std::size_t group)
    {
        const plan::Port example = *m_into.stage.ports.find(m_into.groups[group].example);
        const std::size_t node = m_into.model.groups[group].node;
        if (!m_into.model.nodes[node].forwards || m_into.groups[group].isLeg) return;
        for (const kb::BreakOut& row : m_kb.all<kb::BreakOut>()) {
            if (row.cage != example.cage || row.legRate < m_least) continue;
            const auto part = m_parts.at(m_into.model, "break-out-" + row.id);
            if (!part) continue;
            plan::Port leg;
            leg.device = example.device;
            leg.cage = row.legCage;
            leg.splitOf = example.id;
            leg.leg = 1;
            const std::size_t legs =
                addGroup(node, leg, m_into.groups[group].likeness + "/" + row.id, row.legRate, true);
            for (int i = 0; i < kMostBreakOuts; ++i) {
                m_into.model.providers.push_back({"break-out at " + m_into.model.nodes[node].name,
                                                  {{{*part, 1}}, Watt{}, minutesOf(m_kb, "setting")},
                                                  {{legs, row.legs}},
                                                  {{group, 1}},
                                                  -1});
                m_into.providers.push_back({ProviderOf::Kind::BreakOut, node, nullptr, nullptr, {}, &row});
            }
        }
    }

    HouseModel& m_into;
    const ModelQuestion& m_asked;
    const kb::KnowledgeBase& m_kb;
    PartIndex& m_parts;
    BitRate m_least = gigabits(1600);
    int m_only = 0;
};

}  // namespace

void addProviders(HouseModel& into, const ModelQuestion& asked, PartIndex& parts)
{
    Providers(into, asked, parts).run();
}

}  // namespace sokudo::buy
