// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/evening.h"

#include <algorithm>
#include <map>
#include <set>
#include <tuple>

#include <fmt/format.h>

#include "core/expect/fair_shares.h"

namespace sokudo::expect {
namespace {

enum class Way { Out, In, Both };

/// How flows meet in a stage. Private stages hold one flow only.
bool isPrivate(StageKind kind)
{
    switch (kind) {
    case StageKind::FileShare:
    case StageKind::Session:
    case StageKind::Window:
    case StageKind::Loss:
    case StageKind::Files:
    case StageKind::CopyTool:
    case StageKind::Requests: return true;
    default: return false;
    }
}

/// A shared medium by its two ends, whichever way it is travelled.
std::string bothWays(const std::string& name)
{
    constexpr std::string_view kJoin = " — ";
    const std::size_t at = name.find(kJoin);
    if (at == std::string::npos) return name + ", both ways";
    const std::string a = name.substr(0, at), b = name.substr(at + kJoin.size());
    return std::min(a, b) + std::string(kJoin) + std::max(a, b) + ", both ways";
}

/// A bus and a wire carry each way by itself; a core, a disk and memory do both with one strength.
bool isOneForBothWays(StageKind kind) { return kind == StageKind::Disk || kind == StageKind::Processor || kind == StageKind::Memory || kind == StageKind::Router || kind == StageKind::Inspection || kind == StageKind::Tunnel || kind == StageKind::Switch; }

using Pick = BitRate Band::*;

/// Pools by name, at one of the three figures.
class Pools {
public:
    explicit Pools(Pick pick) : m_pick(pick) {}
    Use use(const std::string& name, const Band& band)
    {
        const BitRate capacity = band.*m_pick;
        const auto [at, fresh] = m_index.try_emplace(name, m_capacity.size());
        if (fresh) {
            m_capacity.push_back(capacity);
            m_names.push_back(name);
            return {at->second, 1};
        }
        // The first use set the pool's measure; one that carries less of it costs more.
        return {at->second, capacity.steps() > 0 ? m_capacity[at->second].in() / capacity.in() : 1};
    }
    const std::vector<BitRate>& capacity() const { return m_capacity; }
    const std::string& name(std::size_t at) const { return m_names[at]; }

private:
    Pick m_pick;
    std::map<std::string, std::size_t> m_index;
    std::vector<BitRate> m_capacity;
    std::vector<std::string> m_names;
};

struct Asked {
    const plan::Flow* flow;
    Expectation path;
};

Way wayOf(const Stage& stage, const plan::Flow& flow)
{
    if (isOneForBothWays(stage.kind)) return Way::Both;
    if (stage.device == flow.from) return Way::Out;
    return stage.device == flow.to ? Way::In : Way::Both;
}

/// The pool's name as a person reads it, with the way where the two ways are apart.
std::string poolName(const Stage& stage, const plan::Flow& flow)
{
    switch (wayOf(stage, flow)) {
    case Way::Out: return stage.name + ", sending";
    case Way::In: return stage.name + ", receiving";
    default: return stage.name;  // a link is named in the way it is travelled
    }
}

void addUses(const Asked& asked, Pools& pools, Pick pick, ShareFlow& into)
{
    std::optional<BitRate> cap = asked.flow->asks;
    const auto hold = [&](BitRate most) { cap = cap ? std::min(*cap, most) : most; };
    for (const Stage& stage : asked.path.stages) {
        hold(stage.carries.*pick);
        if (isPrivate(stage.kind)) continue;
        into.uses.push_back(pools.use(poolName(stage, *asked.flow), stage.pool.value_or(stage.carries)));
        // A slow station takes more of the air that all share.
        if (stage.both) into.uses.push_back(pools.use(stage.air.empty() ? bothWays(stage.name) : "the air of " + stage.air, *stage.both));
    }
    into.cap = cap;
    into.weight = asked.flow->streams;
}

/// The stage that holds a flow no other one meets.
std::string ownLimit(const Asked& asked)
{
    const Stage* binding = asked.path.bindingStage();
    if (asked.flow->asks && *asked.flow->asks <= asked.path.expected.typical) return "what it asks for";
    return binding ? binding->name : std::string();
}

struct Shared { std::vector<ShareOf> shares; std::vector<ShareFlow> flows; Pools pools; };

Shared shareAt(const std::vector<Asked>& asked, Pick pick)
{
    Shared made{{}, {}, Pools(pick)};
    for (const Asked& one : asked) addUses(one, made.pools, pick, made.flows.emplace_back());
    made.shares = fairShares(made.pools.capacity(), made.flows);
    return made;
}

bool isNode(const plan::Device* device) { return device && (device->role == plan::Role::Switch || device->role == plan::Role::Router); }

/// What hangs behind one end of a trunk. Where switches form a ring, the tree of its fastest links counts: that is the way traffic takes.
class Behind {
public:
    Behind(const plan::Plan& plan, const match::Reports& reports) : m_plan(plan)
    {
        std::vector<const match::LinkReport*> fastest;
        for (const match::LinkReport& report : reports) {
            const plan::Device* a = plan::deviceOf(plan, report.link.a);
            const plan::Device* b = plan::deviceOf(plan, report.link.b);
            if (a && b && a != b && report.rate) fastest.push_back(&report);
        }
        std::stable_sort(fastest.begin(), fastest.end(), [](const auto* x, const auto* y) { return *x->rate != *y->rate ? *y->rate < *x->rate : x->link.id() < y->link.id(); });
        std::map<plan::DeviceId, plan::DeviceId> parent;
        const auto root = [&](plan::DeviceId at) {
            while (parent.contains(at) && parent[at] != at) at = parent[at];
            return at;
        };
        for (const match::LinkReport* report : fastest) {
            const plan::DeviceId a = plan::deviceOf(plan, report->link.a)->id, b = plan::deviceOf(plan, report->link.b)->id;
            if (root(a) == root(b)) continue;
            parent[root(a)] = root(b);
            parent.try_emplace(b, b);
            m_tree.insert(report);
            m_next[a].push_back({b, report});
            m_next[b].push_back({a, report});
        }
    }
    /// A link that closes a ring carries nothing while the faster way lasts.
    bool isInTree(const match::LinkReport& report) const { return m_tree.contains(&report); }
    /// Sum of the links to devices that are no switch, on one side of the cut.
    std::pair<BitRate, int> access(plan::DeviceId from, const match::LinkReport* cut) const
    {
        std::map<plan::DeviceId, bool> seen{{from, true}};
        std::vector<plan::DeviceId> open{from};
        BitRate sum;
        int devices = 0;
        for (std::size_t i = 0; i < open.size(); ++i) {
            const auto next = m_next.find(open[i]);
            if (next == m_next.end()) continue;
            for (const auto& [to, report] : next->second) {
                if (report == cut || seen.contains(to)) continue;
                seen[to] = true;
                if (isNode(m_plan.devices.find(to))) {
                    open.push_back(to);
                    continue;
                }
                sum = sum + *report->rate;
                ++devices;
            }
        }
        return {sum, devices};
    }

private:
    const plan::Plan& m_plan;
    std::set<const match::LinkReport*> m_tree;
    std::map<plan::DeviceId, std::vector<std::pair<plan::DeviceId, const match::LinkReport*>>> m_next;
};

std::vector<TrunkLoad> trunksOf(const plan::Plan& plan, const match::Reports& reports, const std::vector<Asked>& asked, const std::vector<FlowResult>& results)
{
    std::vector<TrunkLoad> made;
    const Behind behind(plan, reports);
    for (const match::LinkReport& report : reports) {
        const plan::Device* a = plan::deviceOf(plan, report.link.a);
        const plan::Device* b = plan::deviceOf(plan, report.link.b);
        if (!isNode(a) || !isNode(b) || a == b || !report.rate) continue;
        TrunkLoad trunk;
        trunk.title = report.title;
        trunk.run = report.link.id();
        trunk.line = *report.rate;
        trunk.isSpare = !behind.isInTree(report);
        const auto atA = behind.access(a->id, &report), atB = behind.access(b->id, &report);
        if (!trunk.isSpare) std::tie(trunk.access, trunk.devices) = atA.first < atB.first ? atA : atB;
        std::map<std::string, BitRate> byWay;
        for (const FlowResult& result : results)
            for (const Asked& one : asked)
                if (one.flow == result.flow)
                    for (const Stage& stage : one.path.stages)
                        if (stage.run == trunk.run) byWay[stage.name] = byWay[stage.name] + result.rate.typical;
        for (const auto& [way, load] : byWay) trunk.load = std::max(trunk.load, load);
        made.push_back(std::move(trunk));
    }
    std::stable_sort(made.begin(), made.end(), [](const TrunkLoad& x, const TrunkLoad& y) { return x.oversubscription() > y.oversubscription(); });
    return made;
}

}  // namespace

PathQuestion questionOf(const plan::Flow& flow)
{
    return {flow.from, flow.to, flow.copies ? Traffic::FileCopy : Traffic::MemoryToMemory, flow.streams, flow.protocol, 0};
}

Evening evening(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports, const std::vector<const plan::Flow*>& flows)
{
    Evening made;
    const Paths paths(plan, kb, reports);
    std::vector<Asked> asked;
    std::vector<std::size_t> at;  // of each asked flow among the results
    for (const plan::Flow* flow : flows) {
        FlowResult result;
        result.flow = flow;
        const plan::Device* from = plan.devices.find(flow->from);
        const plan::Device* to = plan.devices.find(flow->to);
        result.title = fmt::format("{}: {} → {}", flow->name, from ? from->name : "?", to ? to->name : "?");
        auto path = paths.expectation(questionOf(*flow));
        if (!path) result.problem = path.error().message();
        else if (path->isEmpty()) result.problem = "nothing of this path is known yet";
        if (result.problem.empty()) {
            result.alone = path->expected;
            if (flow->asks) result.alone = {std::min(result.alone.low, *flow->asks), std::min(result.alone.typical, *flow->asks), std::min(result.alone.high, *flow->asks)};
            asked.push_back({flow, std::move(*path)});
            at.push_back(made.flows.size());
        }
        made.flows.push_back(std::move(result));
    }
    for (Pick pick : {&Band::low, &Band::typical, &Band::high}) {
        const Shared shared = shareAt(asked, pick);
        for (std::size_t i = 0; i < asked.size(); ++i) {
            FlowResult& result = made.flows[at[i]];
            result.rate.*pick = shared.shares[i].rate;
            if (pick != &Band::typical) continue;
            result.heldBy = shared.shares[i].heldBy ? shared.pools.name(*shared.shares[i].heldBy) : ownLimit(asked[i]);
            if (!shared.shares[i].heldBy) continue;
            for (std::size_t j = 0; j < asked.size(); ++j)
                if (j != i && std::any_of(shared.flows[j].uses.begin(), shared.flows[j].uses.end(), [&](const Use& use) { return use.pool == *shared.shares[i].heldBy; })) result.slowedBy.push_back(asked[j].flow->name);
        }
    }
    for (FlowResult& result : made.flows)  // a flow that gets less at the high figures made room for another; its band still rises
        result.rate = {std::min(result.rate.low, result.rate.typical), result.rate.typical, std::max(result.rate.high, result.rate.typical)};
    made.trunks = trunksOf(plan, reports, asked, made.flows);
    return made;
}

std::vector<const plan::Flow*> flowsOf(const plan::Plan& plan, std::string_view set)
{
    std::vector<const plan::Flow*> made;
    for (const plan::Flow& flow : plan.flows)
        if (set.empty() || flow.set == set) made.push_back(&flow);
    return made;
}

std::vector<std::string> flowSets(const plan::Plan& plan)
{
    std::vector<std::string> made;
    for (const plan::Flow& flow : plan.flows)
        if (std::find(made.begin(), made.end(), flow.set) == made.end()) made.push_back(flow.set);
    return made;
}

}  // namespace sokudo::expect
