// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/jack_tracing.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/editline/run_label.h"
#include "core/plan/edits.h"
#include "core/plan/kind.h"

namespace sokudo::survey {
namespace {

/// The jack in which a remote stood in a round.
plan::PortId jackOf(const std::vector<Round>& rounds, const Reading& reading)
{
    if (!reading.remote || reading.round < 0 || reading.round >= static_cast<int>(rounds.size())) return {};
    for (const Placed& one : rounds[static_cast<std::size_t>(reading.round)].placed)
        if (one.remote == *reading.remote) return one.jack;
    return {};
}

/// Sorts what was read: pairs, and what does not go together.
class Tracer {
public:
    Tracer(const plan::Plan& plan, const std::vector<Round>& rounds, const std::vector<plan::PortId>& panels)
        : m_plan(plan), m_rounds(rounds), m_panels(panels)
    {}
    Traced read(const std::vector<Reading>& readings) &&
    {
        std::set<int> seen;
        for (const Reading& one : readings) {
            seen.insert(one.round);
            take(one);
        }
        m_made.roundsLeft = 0;
        for (std::size_t i = 0; i < m_rounds.size(); ++i) m_made.roundsLeft += !seen.contains(static_cast<int>(i));
        settle(seen);
        return std::move(m_made);
    }

private:
    std::string name(plan::PortId port) const { return plan::portText(m_plan, port); }
    void take(const Reading& one)
    {
        if (!one.remote) return;
        const plan::PortId jack = jackOf(m_rounds, one);
        if (!jack.isSet()) {
            m_made.contradictions.push_back(
                fmt::format("remote {} was read at {} in round {}, and no jack has it in that round", *one.remote,
                            name(one.panel), one.round + 1));
            return;
        }
        if (const auto at = m_panelOf.find(jack); at != m_panelOf.end() && at->second != one.panel) {
            m_made.contradictions.push_back(fmt::format("remote {} in {} was read at {} and at {}: read both again",
                                                        *one.remote, name(jack), name(at->second), name(one.panel)));
            m_doubtful.insert(jack);
            return;
        }
        if (const auto at = m_jackOf.find(one.panel); at != m_jackOf.end() && at->second != jack) {
            m_made.contradictions.push_back(
                fmt::format("{} showed the remotes of {} and of {}: a jack is joined to another, or one was misread",
                            name(one.panel), name(at->second), name(jack)));
            m_doubtful.insert(jack);
            m_doubtful.insert(at->second);
            return;
        }
        m_panelOf[jack] = one.panel;
        m_jackOf[one.panel] = jack;
    }
    void settle(const std::set<int>& seen)
    {
        std::vector<plan::PortId> jacksLeft, silent;
        for (std::size_t round = 0; round < m_rounds.size(); ++round)
            for (const Placed& one : m_rounds[round].placed) {
                if (const auto at = m_panelOf.find(one.jack); at != m_panelOf.end() && !m_doubtful.contains(one.jack)) {
                    m_made.matches.push_back({one.jack, at->second, false});
                    continue;
                }
                jacksLeft.push_back(one.jack);
                const bool wasThere = one.remote > 0 && seen.contains(static_cast<int>(round));
                if (wasThere && !m_doubtful.contains(one.jack)) silent.push_back(one.jack);
            }
        std::vector<plan::PortId> panelsLeft;
        for (plan::PortId panel : m_panels)
            if (!m_jackOf.contains(panel)) panelsLeft.push_back(panel);
        const bool isDone = m_made.roundsLeft == 0 && m_doubtful.empty();
        if (isDone && jacksLeft.size() == 1 && panelsLeft.size() == 1 && silent.empty()) {
            m_made.matches.push_back({jacksLeft.front(), panelsLeft.front(), true});
            return;
        }
        m_made.silentJacks = std::move(silent);
        m_made.openPanels = std::move(panelsLeft);
    }
    const plan::Plan& m_plan;
    const std::vector<Round>& m_rounds;
    const std::vector<plan::PortId>& m_panels;
    std::map<plan::PortId, plan::PortId> m_panelOf, m_jackOf;
    std::set<plan::PortId> m_doubtful;
    Traced m_made;
};

/// The wall cable at a jack: a run that is no cord to a device.
const plan::Run* openRunAt(const plan::Plan& plan, plan::PortId port)
{
    for (const plan::Run* run : plan::runsAt(plan, port))
        if (!run->a.isSet() || !run->b.isSet()) return run;
    return nullptr;
}

/// Whether a cable leads from the passive port to another one behind the wall.
bool hasWallCable(const plan::Plan& plan, plan::PortId port)
{
    for (const plan::Run* run : plan::runsAt(plan, port)) {
        const plan::Device* far = plan::deviceOf(plan, run->a == port ? run->b : run->a);
        const plan::Device* own = plan::deviceOf(plan, port);
        if (far && own &&
            (plan::isPassive(far->role) || plan::roomOf(plan, far->place) != plan::roomOf(plan, own->place)))
            return true;
    }
    return false;
}

std::vector<plan::PortId> portsOfRole(const plan::Plan& plan, plan::Role role)
{
    std::vector<const plan::Device*> devices;
    for (const plan::Device& device : plan.devices)
        if (device.role == role) devices.push_back(&device);
    const auto levelOf = [&](const plan::Device* device) {
        const plan::Place* place = plan.places.find(device->place);
        return place ? place->level : 0;
    };
    std::stable_sort(devices.begin(), devices.end(), [&](const auto* a, const auto* b) {
        return std::pair(levelOf(a), a->name) < std::pair(levelOf(b), b->name);
    });
    std::vector<plan::PortId> ports;
    for (const plan::Device* device : devices)
        for (const plan::Port* port : plan::portsOf(plan, device->id)) ports.push_back(port->id);
    return ports;
}

}  // namespace

std::vector<Round> rounds(const std::vector<plan::PortId>& jacks, int remotes)
{
    std::vector<Round> all;
    const std::size_t each = static_cast<std::size_t>(std::max(1, remotes));
    for (std::size_t from = 0; from < jacks.size(); from += each) {
        Round& round = all.emplace_back();
        for (std::size_t i = from; i < std::min(jacks.size(), from + each); ++i)
            round.placed.push_back({jacks[i], static_cast<int>(i - from) + 1});
    }
    return all;
}

Traced traced(const plan::Plan& plan, const std::vector<Round>& rounds, const std::vector<plan::PortId>& panels,
              const std::vector<Reading>& readings)
{
    return Tracer(plan, rounds, panels).read(readings);
}

std::vector<plan::PortId> untracedJacks(const plan::Plan& plan)
{
    std::vector<plan::PortId> jacks = portsOfRole(plan, plan::Role::Jack);
    std::erase_if(jacks, [&](plan::PortId port) { return hasWallCable(plan, port) && !openRunAt(plan, port); });
    return jacks;
}

std::vector<plan::PortId> openPanelPorts(const plan::Plan& plan)
{
    std::vector<plan::PortId> panels = portsOfRole(plan, plan::Role::Panel);
    std::erase_if(panels, [&](plan::PortId port) { return hasWallCable(plan, port); });
    return panels;
}

Result<plan::Plan> withMatches(const plan::Plan& plan, const std::vector<Match>& matches, IdSource& ids)
{
    plan::Plan next = plan;
    for (const Match& match : matches) {
        plan::Run run;
        if (const plan::Run* open = openRunAt(next, match.jack)) {
            run = *open;
            (run.a.isSet() ? run.b : run.a) = match.panel;
        } else {
            run.id = ids.next<plan::RunId>();
            run.label = editline::freeLabel(next);
            run.a = match.panel;
            run.b = match.jack;
        }
        auto put = plan::edits::putRun(next, std::move(run));
        if (!put) return put;
        next = std::move(*put);
    }
    return next;
}

}  // namespace sokudo::survey
