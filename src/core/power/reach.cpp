// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/reach.h"

#include <algorithm>
#include <iterator>

namespace sokudo::power {
namespace {

constexpr std::uint32_t kNone = static_cast<std::uint32_t>(-1);

std::size_t at(int index) { return static_cast<std::size_t>(index); }

}  // namespace

Reach::Reach(const SupplyNet& net, std::vector<int> goals) : m_net(net), m_goals(std::move(goals))
{
    m_isGoal.assign(net.size(), false);
    for (int goal : m_goals) m_isGoal[at(goal)] = true;
    const std::size_t states = net.size() * count();
    m_steps.resize(states);
    m_into.resize(states);
    m_by.assign(states, {kNone, -1});
    m_number.assign(states, kNone);
    m_last.assign(states, kNone);
    search();
}

void Reach::addSteps(std::uint32_t from)
{
    const int device = static_cast<int>(from / count());
    const bool isSource = m_isGoal[at(device)] && from % count() == 0;
    const plan::Forwarder& kind = m_net.kinds[at(device)];
    if (!kind.forwards && !isSource) return;
    const plan::NetworkId now = m_net.networks.all[from % count()];
    const auto add = [&](const SupplyNet::Way& way, std::size_t network) {
        const auto to = static_cast<std::uint32_t>(at(way.to) * count() + network);
        m_steps[from].push_back({to, way.edge});
        m_into[to].push_back({from, way.edge});
    };
    for (const SupplyNet::Way& way : m_net.ways[at(device)]) {
        if (m_net.networks.ends.empty()) {
            add(way, 0);
            continue;
        }
        const plan::StatedNetworks::Ends& ends = m_net.networks.ends[at(way.edge)];
        const bool isA = m_net.edges[at(way.edge)].a == device;
        for (plan::NetworkId in :
             plan::beyond(kind, isA ? ends.a : ends.b, m_net.kinds[at(way.to)], isA ? ends.b : ends.a, now, isSource))
            add(way, m_net.networks.numberOf(in));
    }
}

/// Breadth first from all goals at once, so that the tree below each state is small; then its states are numbered so
/// that each subtree is a stretch.
void Reach::search()
{
    std::vector<std::uint32_t> open;
    for (int goal : m_goals) {
        const auto root = static_cast<std::uint32_t>(at(goal) * count());
        if (m_by[root].state != kNone) continue;
        m_by[root] = {root, -1};
        open.push_back(root);
    }
    std::vector<std::vector<std::uint32_t>> below(m_steps.size());
    m_under.resize(m_net.edges.size());
    for (std::size_t i = 0; i < open.size(); ++i) {
        const std::uint32_t from = open[i];
        addSteps(from);
        for (const Step& step : m_steps[from]) {
            if (m_by[step.state].state != kNone) continue;
            m_by[step.state] = {from, step.edge};
            m_under[at(step.edge)].push_back(step.state);
            below[from].push_back(step.state);
            open.push_back(step.state);
        }
    }
    std::vector<std::uint32_t> stack;
    for (std::uint32_t root : open) {
        if (m_by[root].edge >= 0) break;  // the roots come first
        stack.push_back(root);
        while (!stack.empty()) {
            const std::uint32_t state = stack.back();
            stack.pop_back();
            m_number[state] = static_cast<std::uint32_t>(m_order.size());
            m_order.push_back(state);
            stack.insert(stack.end(), below[state].begin(), below[state].end());
        }
    }
    // From the end: what is below a state has its last number already.
    for (std::size_t i = m_order.size(); i-- > 0;) {
        const std::uint32_t state = m_order[i];
        m_last[state] = static_cast<std::uint32_t>(i);
        for (std::uint32_t child : below[state]) m_last[state] = std::max(m_last[state], m_last[child]);
    }
}

bool Reach::has(int device) const
{
    for (std::size_t network = 0; network < count(); ++network)
        if (m_number[at(device) * count() + network] != kNone) return true;
    return false;
}

std::vector<int> Reach::lost(const Failure& failure) const
{
    // All that was found through what failed, as stretches of the tree.
    std::vector<std::pair<std::uint32_t, std::uint32_t>> stretches;
    const auto add = [&](std::uint32_t state) {
        if (m_number[state] != kNone) stretches.emplace_back(m_number[state], m_last[state]);
    };
    for (int device : failure.dark)
        for (std::size_t network = 0; network < count(); ++network)
            add(static_cast<std::uint32_t>(at(device) * count() + network));
    if (failure.edge >= 0)
        for (std::uint32_t state : m_under[at(failure.edge)]) add(state);
    std::sort(stretches.begin(), stretches.end());
    std::vector<std::uint32_t> doubtful;
    for (const auto& [first, last] : stretches)
        for (std::uint32_t number = doubtful.empty() ? first : std::max(first, m_number[doubtful.back()] + 1);
             number <= last; ++number)
            doubtful.push_back(m_order[number]);
    if (doubtful.empty()) return {};
    return withoutWay(failure, doubtful);
}

std::vector<int> Reach::withoutWay(const Failure& failure, const std::vector<std::uint32_t>& doubtful) const
{
    enum Mark : char { Kept, Doubtful, Dark };
    std::vector<char> mark(m_steps.size(), Kept);
    for (std::uint32_t state : doubtful) mark[state] = Doubtful;
    for (int device : failure.dark)
        std::fill_n(mark.begin() + static_cast<std::ptrdiff_t>(at(device) * count()), count(), Dark);
    std::vector<std::uint32_t> open;
    const auto keep = [&](std::uint32_t state) {
        mark[state] = Kept;
        open.push_back(state);
    };
    for (std::uint32_t state : doubtful)
        if (mark[state] == Doubtful && std::any_of(m_into[state].begin(), m_into[state].end(), [&](const Step& from) {
                return from.edge != failure.edge && mark[from.state] == Kept;
            }))
            keep(state);
    while (!open.empty()) {
        const std::uint32_t from = open.back();
        open.pop_back();
        for (const Step& step : m_steps[from])
            if (step.edge != failure.edge && mark[step.state] == Doubtful) keep(step.state);
    }
    std::vector<int> lost;
    for (std::uint32_t state : doubtful) {
        const int device = static_cast<int>(state / count());
        bool isKept = false;
        for (std::size_t i = at(device) * count(); i < (at(device) + 1) * count(); ++i)
            isKept = isKept || (m_number[i] != kNone && mark[i] == Kept);
        if (!isKept) lost.push_back(device);
    }
    std::sort(lost.begin(), lost.end());
    lost.erase(std::unique(lost.begin(), lost.end()), lost.end());
    return lost;
}

std::vector<int> Reach::wayFrom(int device) const
{
    std::uint32_t state = kNone;
    for (std::size_t network = 0; network < count() && state == kNone; ++network)
        if (const std::size_t one = at(device) * count() + network; m_number[one] != kNone)
            state = static_cast<std::uint32_t>(one);
    std::vector<int> way{device};
    for (; state != kNone && m_by[state].edge >= 0; state = m_by[state].state)
        way.push_back(static_cast<int>(m_by[state].state / count()));
    return way;
}

GoalReach::GoalReach(const plan::Plan& plan, const SupplyNet& net)
{
    for (Goal goal : kGoals) {
        std::vector<int> numbers;
        for (plan::DeviceId id : goalDevices(plan, goal)) numbers.push_back(net.feeds.nodeOf(id));
        m_reach.emplace_back(net, std::move(numbers));
    }
}

bool GoalReach::has(Goal goal, int device) const { return of(goal).has(device); }

std::vector<int> GoalReach::lost(Goal goal, const Failure& failure) const
{
    const std::vector<int> own = of(goal).lost(failure);
    if (goal != Goal::Internet) return own;
    std::vector<int> behindGateway = of(Goal::Gateway).lost(failure), all;
    std::erase_if(behindGateway, [&](int device) { return !has(Goal::Internet, device); });
    std::set_union(own.begin(), own.end(), behindGateway.begin(), behindGateway.end(), std::back_inserter(all));
    return all;
}

std::string_view word(Goal goal)
{
    static constexpr std::string_view kWords[] = {"gateway", "storage", "internet"};
    return kWords[static_cast<std::size_t>(goal)];
}

bool isEndPoint(plan::Role role)
{
    switch (role) {
    case plan::Role::Switch:
    case plan::Role::Router:
    case plan::Role::Jack:
    case plan::Role::Panel:
    case plan::Role::CoaxAdapter:
    case plan::Role::PowerLineAdapter:
    case plan::Role::RadioAdapter:
    case plan::Role::Injector:
    case plan::Role::MediaConverter:
    case plan::Role::InternetTerminal:
    case plan::Role::CoaxOutlet:
    case plan::Role::CoaxSplitter:
    case plan::Role::Ups:
    case plan::Role::PoeSplitter: return false;
    default: return true;
    }
}

std::vector<plan::DeviceId> goalDevices(const plan::Plan& plan, Goal goal)
{
    std::vector<plan::DeviceId> found;
    const auto add = [&](plan::Role role) {
        for (const plan::Device& device : plan.devices)
            if (device.role == role) found.push_back(device.id);
    };
    if (goal == Goal::Storage) add(plan::Role::Storage);
    if (goal == Goal::Internet) {
        add(plan::Role::InternetTerminal);
        for (const plan::Service& service : plan.services)
            if (service.kind == plan::ServiceKind::Internet && plan.devices.has(service.device) &&
                std::find(found.begin(), found.end(), service.device) == found.end())
                found.push_back(service.device);
    }
    if (goal == Goal::Gateway || (goal == Goal::Internet && found.empty())) add(plan::Role::Router);
    return found;
}

}  // namespace sokudo::power
