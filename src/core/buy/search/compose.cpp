// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/compose.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/match/placing.h"
#include "core/plan/edits.h"

namespace sokudo::buy {
namespace {

class Composing {
public:
    Composing(const plan::Plan& house, const HouseModel& from, const Selection& selection, const kb::KnowledgeBase& kb,
              IdSource& ids)
        : m_from(from), m_selection(selection), m_kb(kb), m_ids(ids)
    {
        m_made.plan = house;
        for (const GroupOf& group : from.groups) m_free.push_back(group.ports);
    }

    Composed run()
    {
        keepLinks();
        unplug();
        for (std::size_t i = 0; i < m_from.providers.size(); ++i)
            if (m_selection.providers[i]) buy(i);
        for (std::size_t i = 0; i < m_from.choices.size(); ++i)
            if (m_selection.choices[i] && !m_from.choices[i].there.isSet()) join(i);
        return std::move(m_made);
    }

private:
    plan::Plan& now() { return m_made.plan; }
    /// A caution that an earlier step has said is not said again.
    void addStep(text::Sentence what, std::vector<std::string> cautions = {})
    {
        std::erase_if(cautions, [&](const std::string& one) { return one.empty() || !m_said.insert(one).second; });
        m_made.steps.push_back({std::move(what), std::move(cautions)});
    }
    std::string cautionText(std::string_view id) const
    {
        const kb::Caution* row = m_kb.find<kb::Caution>(id);
        return row ? row->text : std::string();
    }

    void keepLinks()
    {
        for (std::size_t i = 0; i < m_from.choices.size(); ++i) {
            if (!m_selection.choices[i] || !m_from.choices[i].there.isSet()) continue;
            std::erase(m_free[m_from.model.choices[i].groupA], m_from.choices[i].portA);
            std::erase(m_free[m_from.model.choices[i].groupB], m_from.choices[i].portB);
        }
    }
    /// Links that are not kept come out: leads go, a cable in the wall stays with its ends open, unless it is used
    /// again.
    void unplug()
    {
        for (std::size_t i = 0; i < m_from.choices.size(); ++i) {
            const ChoiceOf& one = m_from.choices[i];
            if (!one.there.isSet() || m_selection.choices[i]) continue;
            const int cable = m_from.model.choices[i].cable;
            if (isUsedAgain(cable)) continue;
            addStep(text::say("compose.unplug", "Unplug {}", m_from.model.choices[i].name));
            for (plan::RunId id : m_from.cables[static_cast<std::size_t>(cable)].link.runs) pullOut(id, one);
            for (plan::PortId port : {one.portA, one.portB}) takeModule(port);
        }
    }
    bool isUsedAgain(int cable) const
    {
        for (std::size_t i = 0; i < m_from.choices.size(); ++i)
            if (m_selection.choices[i] && m_from.model.choices[i].cable == cable && !m_from.choices[i].there.isSet())
                return true;
        return false;
    }
    void pullOut(plan::RunId id, const ChoiceOf& link)
    {
        const plan::Run* run = now().runs.find(id);
        if (!run) return;
        plan::Run open = *run;
        for (plan::PortId* end : {&open.a, &open.b})
            if (*end == link.portA || *end == link.portB) *end = {};
        const bool isBare = !open.a.isSet() && !open.b.isSet();
        if (isBare || isLead(now(), *run, m_kb)) {
            if (auto without = plan::edits::deleteRun(now(), id)) now() = std::move(*without);
        } else {
            now().runs = now().runs.with(open);
        }
    }
    void takeModule(plan::PortId id)
    {
        const plan::Port* port = now().ports.find(id);
        if (!port || port->module.empty()) return;
        plan::Port bare = *port;
        bare.module.clear();
        now().ports = now().ports.with(bare);
    }

    void buy(std::size_t i)
    {
        const ProviderOf& one = m_from.providers[i];
        switch (one.kind) {
        case ProviderOf::Kind::Switch: buySwitch(i); break;
        case ProviderOf::Kind::Card:
        case ProviderOf::Kind::Adapter: buyCard(i); break;
        case ProviderOf::Kind::BreakOut: split(i); break;
        }
    }
    plan::Port newPort(std::size_t group, std::string name, int position)
    {
        plan::Port port = *m_from.stage.ports.find(m_from.groups[group].example);
        port.id = m_ids.next<plan::PortId>();
        port.name = std::move(name);
        port.position = position;
        return port;
    }
    void buySwitch(std::size_t i)
    {
        const ProviderOf& one = m_from.providers[i];
        const NodeOf& node = m_from.nodes[one.node];
        plan::Device device{node.device, node.place, freeName("switch"), plan::Role::Switch, one.switchKind->name};
        device.part = one.switchKind->id;
        now().devices = now().devices.with(device);
        int position = 0;
        for (std::size_t g = 0; g < m_from.model.providers[i].gives.size(); ++g) {
            const auto& [group, count] = m_from.model.providers[i].gives[g];
            for (int n = 1; n <= count; ++n) {
                const char letter = static_cast<char>('A' + g);
                plan::Port port =
                    newPort(group, g == 0 ? std::to_string(n) : fmt::format("{}{}", letter, n), position++);
                m_free[group].push_back(port.id);
                now().ports = now().ports.with(port);
            }
        }
        const plan::Place* place = now().places.find(node.place);
        addStep(text::say("compose.buy-switch", "Put a {} into {} as “{}”", one.switchKind->name,
                          place ? place->name : std::string(), device.name));
    }
    std::string freeName(const std::string& wanted)
    {
        std::string name = wanted + "-new";
        for (int n = 2; plan::deviceNamed(now(), name); ++n) name = fmt::format("{}-new-{}", wanted, n);
        return name;
    }
    void buyCard(std::size_t i)
    {
        const ProviderOf& one = m_from.providers[i];
        const auto& [group, count] = m_from.model.providers[i].gives.front();
        const plan::DeviceId device = m_from.nodes[one.node].device;
        const std::string host = now().devices.find(device)->name;
        if (const plan::Slot* slot = now().slots.find(one.slot)) {
            takeCardOut(one.slot);
            plan::Slot filled = *slot;
            filled.card = plan::Card{one.gear->name, one.gear->generation, one.gear->lanes, one.gear->id};
            now().slots = now().slots.with(filled);
            addStep(text::say("compose.fit-card", "Fit a {} into slot {} of {}", one.gear->name, slot->name, host),
                    {cautionText("card")});
        } else {
            // No slot of the bus: it is noted as a card all the same, so that it is known what was bought.
            plan::Slot usb{m_ids.next<plan::SlotId>(), device, "USB"};
            usb.card = plan::Card{one.gear->name, 0, 0, one.gear->id};
            now().slots = now().slots.with(usb);
            addStep(text::say("compose.plug-adapter", "Plug a {} into {}", one.gear->name, host));
        }
        int position = static_cast<int>(plan::portsOf(now(), device).size());
        for (int n = 1; n <= count; ++n) {
            plan::Port port = newPort(group, freePort(device), position++);
            port.slot = one.slot;
            m_free[group].push_back(port.id);
            now().ports = now().ports.with(port);
        }
    }
    /// The card that was in the slot goes, and its ports with it.
    void takeCardOut(plan::SlotId slot)
    {
        std::vector<plan::PortId> ports;
        for (const plan::Port& port : now().ports)
            if (port.slot == slot) ports.push_back(port.id);
        for (plan::PortId id : ports) {
            for (std::vector<plan::PortId>& free : m_free) std::erase(free, id);
            if (auto without = plan::edits::deletePort(now(), id)) now() = std::move(*without);
        }
    }
    std::string freePort(plan::DeviceId device)
    {
        const auto ports = plan::portsOf(now(), device);
        for (int n = 1;; ++n) {
            const std::string name = "N" + std::to_string(n);
            if (std::none_of(ports.begin(), ports.end(), [&](const plan::Port* port) { return port->name == name; }))
                return name;
        }
    }
    void split(std::size_t i)
    {
        const std::size_t whole = m_from.model.providers[i].takes.front().first;
        const auto& [group, count] = m_from.model.providers[i].gives.front();
        if (m_free[whole].empty()) return;
        const plan::PortId taken = m_free[whole].back();
        m_free[whole].pop_back();
        takeModule(taken);
        const plan::Port port = *now().ports.find(taken);
        for (int n = 1; n <= count; ++n) {
            plan::Port leg = newPort(group, fmt::format("{}/{}", port.name, n), port.position);
            leg.splitOf = taken;
            leg.leg = n;
            m_free[group].push_back(leg.id);
            now().ports = now().ports.with(leg);
        }
        addStep(text::say("compose.split", "Set {} to {} legs, with a break-out lead", plan::portText(now(), taken),
                          count));
    }

    /// A free port of the group, one with the module in it first.
    plan::PortId takePort(std::size_t group, const kb::ModuleKind* module)
    {
        std::vector<plan::PortId>& free = m_free[group];
        if (free.empty()) return {};
        auto best = free.begin();
        const std::string wanted = module ? module->id : std::string();
        for (auto at = free.begin(); at != free.end(); ++at)
            if (const plan::Port* port = now().ports.find(*at); port && port->module == wanted) {
                best = at;
                break;
            }
        const plan::PortId port = *best;
        free.erase(best);
        return port;
    }
    void settle(plan::PortId id)
    {
        const plan::Port* port = now().ports.find(id);
        if (!port || !port->forced) return;
        plan::Port free = *port;
        free.forced.reset();
        now().ports = now().ports.with(free);
        addStep(text::say("compose.unforce", "Let {} agree on its rate by itself: it is forced now",
                          plan::portText(now(), id)));
    }
    void join(std::size_t i)
    {
        const LinkChoice& choice = m_from.model.choices[i];
        const ChoiceOf& of = m_from.choices[i];
        const plan::PortId a = takePort(choice.groupA, of.combination.a.module);
        const plan::PortId b = takePort(choice.groupB, of.combination.b.module);
        if (!a.isSet() || !b.isSet()) {
            fail(i, text::say("compose.no-port", "{}: no port is left for it", choice.name));
            return;
        }
        settle(a);
        settle(b);
        match::NewIds ids(m_ids);
        match::Wish wish{a, b, leastOf(choice), of.length, of.isThroughWall, {}};
        plan::Plan stage = now();
        if (choice.cable >= 0) {
            const CableOf& cable = m_from.cables[static_cast<std::size_t>(choice.cable)];
            const bool isTurned = cable.roomA != m_from.nodes[choice.a].room;
            wish.existing = plugIn(stage, cable, isTurned ? b : a, isTurned ? a : b, ids.cords);
            if (isTurned) std::swap(wish.existing.a, wish.existing.b);
        }
        match::Tried tried = match::tryWay(stage, wish, of.combination, m_kb, ids, match::Trial::Quick);
        if (!tried.way) {
            fail(i, text::Sentence(choice.name + ": ") + tried.why);
            return;
        }
        now() = std::move(tried.way->after);
        std::vector<std::string> cautions = tried.way->cautions;
        for (const text::Sentence& step : tried.way->steps) addStep(step, std::exchange(cautions, {}));
    }
    /// What the link must carry: not what it could.
    BitRate leastOf(const LinkChoice& choice) const
    {
        BitRate least;
        for (const ModelWish& wish : m_from.model.wishes)
            if (wish.rate <= choice.rate) least = std::max(least, wish.rate);
        return least;
    }
    void fail(std::size_t choice, text::Sentence why)
    {
        m_made.failed.push_back(choice);
        m_made.reasons.push_back(std::move(why));
    }

    const HouseModel& m_from;
    const Selection& m_selection;
    const kb::KnowledgeBase& m_kb;
    IdSource& m_ids;
    std::vector<std::vector<plan::PortId>> m_free;
    Composed m_made;
    std::set<std::string> m_said;  ///< cautions
};

}  // namespace

Composed composed(const plan::Plan& house, const HouseModel& model, const Selection& selection,
                  const kb::KnowledgeBase& kb, IdSource& ids)
{
    return Composing(house, model, selection, kb, ids).run();
}

}  // namespace sokudo::buy
