// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/flow_shares.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/expect/fair_shares.h"
#include "core/expect/trunk_load.h"

namespace sokudo::expect {
namespace {

enum class Direction { Out, In, Both };

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

/// A shared medium as a person names it, whichever way it is travelled.
std::string bothWays(const std::string& name)
{
    constexpr std::string_view kJoin = " — ";
    const std::size_t at = name.find(kJoin);
    if (at == std::string::npos) return name + ", both ways";
    const std::string a = name.substr(0, at), b = name.substr(at + kJoin.size());
    return std::min(a, b) + std::string(kJoin) + std::max(a, b) + ", both ways";
}

/// A bus and a wire carry each way by itself; a core, a disk and memory do both with one strength.
bool isOneForBothWays(StageKind kind)
{
    return kind == StageKind::Disk || kind == StageKind::Processor || kind == StageKind::Memory ||
           kind == StageKind::Router || kind == StageKind::Inspection || kind == StageKind::Tunnel ||
           kind == StageKind::Switch;
}

using Pick = BitRate Band::*;

/// What flows meet in, by what it is and not by what it is called.
struct PoolId {
    StageKind kind = StageKind::Link;
    bool isAir = false, isBothWays = false;
    Direction direction = Direction::Both;
    plan::RunId run;
    plan::PortId enters;
    plan::DeviceId device;
    std::int64_t part = 0;
    auto operator<=>(const PoolId&) const = default;
};

/// Pools at one of the three figures.
class Pools {
public:
    explicit Pools(Pick pick) : m_pick(pick) {}
    Use use(const PoolId& id, const std::string& name, const Band& band)
    {
        const BitRate capacity = band.*m_pick;
        const auto [at, fresh] = m_index.try_emplace(id, m_capacity.size());
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
    std::map<PoolId, std::size_t> m_index;
    std::vector<BitRate> m_capacity;
    std::vector<std::string> m_names;
};

struct Asked {
    const plan::Flow* flow;
    Expectation path;
};

Direction wayOf(const Stage& stage, const plan::Flow& flow)
{
    if (isOneForBothWays(stage.kind)) return Direction::Both;
    if (stage.device == flow.from) return Direction::Out;
    return stage.device == flow.to ? Direction::In : Direction::Both;
}

/// The pool's name as a person reads it, with the way where the two ways are apart.
std::string poolName(const Stage& stage, const plan::Flow& flow)
{
    switch (wayOf(stage, flow)) {
    case Direction::Out: return stage.name + ", sending";
    case Direction::In: return stage.name + ", receiving";
    default: return stage.name;  // a link is named in the way it is travelled
    }
}

/// How many streams of all flows cross each bond, by the way they travel it.
using BondStreams = std::map<std::pair<plan::RunId, plan::PortId>, int>;

BondStreams streamsOverBonds(const std::vector<Asked>& asked)
{
    BondStreams result;
    for (const Asked& one : asked)
        for (const Stage& stage : one.path.stages)
            if (stage.poolOf) result[{stage.run, stage.enters}] += std::max(1, one.flow->streams);
    return result;
}

void addUses(const Asked& asked, const BondStreams& streams, Pools& pools, Pick pick, ShareFlow& into)
{
    std::optional<BitRate> cap = asked.flow->asks;
    const auto hold = [&](BitRate most) { cap = cap ? std::min(*cap, most) : most; };
    for (const Stage& stage : asked.path.stages) {
        hold(stage.carries.*pick);
        if (isPrivate(stage.kind)) continue;
        PoolId id{stage.kind, false,        false,        wayOf(stage, *asked.flow),
                  stage.run,  stage.enters, stage.device, stage.part};
        const Band pool =
            stage.poolOf ? stage.poolOf(streams.at({stage.run, stage.enters})) : stage.pool.value_or(stage.carries);
        into.uses.push_back(pools.use(id, poolName(stage, *asked.flow), pool));
        if (!stage.both) continue;
        // A slow station takes more of the air that all share.
        if (stage.airOf.isSet()) id = {stage.kind, true, true, Direction::Both, {}, {}, stage.airOf, 0};
        else id = {stage.kind, false, true, Direction::Both, stage.run, {}, stage.device, stage.part};
        const std::string name = stage.airOf.isSet() ? "the air of " + stage.air : bothWays(stage.name);
        into.uses.push_back(pools.use(id, name, *stage.both));
    }
    into.cap = cap;
    into.weight = asked.flow->streams;
}

/// The stage that holds a flow no other one meets.
std::string ownLimit(const Asked& asked)
{
    const Stage* binding = asked.path.limitingStage();
    if (asked.flow->asks && *asked.flow->asks <= asked.path.expected.typical) return "its own demand";
    return binding ? binding->name : std::string();
}

struct Shared {
    std::vector<ShareOf> shares;
    std::vector<ShareFlow> flows;
    Pools pools;
};

Shared shareAt(const std::vector<Asked>& asked, Pick pick)
{
    Shared output{{}, {}, Pools(pick)};
    const BondStreams streams = streamsOverBonds(asked);
    for (const Asked& one : asked) addUses(one, streams, output.pools, pick, output.flows.emplace_back());
    output.shares = fairShares(output.pools.capacity(), output.flows);
    return output;
}

/// What the flows put on each run, by the way it is travelled.
RunLoads loadsOf(const std::vector<Asked>& asked, const std::vector<std::size_t>& at,
                 const std::vector<FlowResult>& results)
{
    RunLoads output;
    for (std::size_t i = 0; i < asked.size(); ++i)
        for (const Stage& stage : asked[i].path.stages) {
            BitRate& load = output[stage.run][stage.enters];
            load = load + results[at[i]].rate.typical;
        }
    return output;
}

/// Names of the other flows through the pool that holds each flow.
void nameTheOthers(const std::vector<Asked>& asked, const std::vector<std::size_t>& at, const Shared& shared,
                   std::vector<FlowResult>& results)
{
    std::vector<std::vector<std::size_t>> through(shared.pools.capacity().size());
    for (std::size_t i = 0; i < asked.size(); ++i)
        for (const Use& use : shared.flows[i].uses)
            if (auto& flows = through[use.pool]; flows.empty() || flows.back() != i) flows.push_back(i);
    for (std::size_t i = 0; i < asked.size(); ++i) {
        const auto& held = shared.shares[i].limitedBy;
        results[at[i]].limitedBy = held ? shared.pools.name(*held) : ownLimit(asked[i]);
        if (!held) continue;
        int streams = 0;
        for (std::size_t j : through[*held]) streams += asked[j].flow->streams;
        results[at[i]].shareError = through[*held].size() > 1 ? shareError(streams) : 0;
        for (std::size_t j : through[*held])
            if (j != i) results[at[i]].slowedBy.push_back(asked[j].flow->name);
    }
}

}  // namespace

PathQuestion questionOf(const plan::Flow& flow)
{
    return {flow.from,    flow.to,       flow.copies ? Traffic::FileCopy : Traffic::MemoryToMemory,
            flow.streams, flow.protocol, 0};
}

FlowShares flowShares(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                      const std::vector<const plan::Flow*>& flows)
{
    FlowShares output;
    std::vector<PathQuestion> questions;
    for (const plan::Flow* flow : flows) questions.push_back(questionOf(*flow));
    auto paths = Paths(plan, kb, reports).expectations(questions);
    std::vector<Asked> asked;
    std::vector<std::size_t> at;  // of each asked flow among the results
    for (std::size_t i = 0; i < flows.size(); ++i) {
        const plan::Flow* flow = flows[i];
        FlowResult result;
        result.flow = flow;
        const plan::Device* from = plan.devices.find(flow->from);
        const plan::Device* to = plan.devices.find(flow->to);
        result.title = fmt::format("{}: {} → {}", flow->name, from ? from->name : "?", to ? to->name : "?");
        auto& path = paths[i];
        if (!path) result.problem = path.error().message();
        else if (path->isEmpty())
            result.problem = text::say("flow-shares.nothing-of-this-path", "nothing of this path is known yet");
        if (result.problem.empty()) {
            result.alone = path->expected;
            if (flow->asks)
                result.alone = {std::min(result.alone.low, *flow->asks), std::min(result.alone.typical, *flow->asks),
                                std::min(result.alone.high, *flow->asks)};
            asked.push_back({flow, std::move(*path)});
            at.push_back(output.flows.size());
        }
        output.flows.push_back(std::move(result));
    }
    for (Pick pick : {&Band::low, &Band::typical, &Band::high}) {
        const Shared shared = shareAt(asked, pick);
        for (std::size_t i = 0; i < asked.size(); ++i) output.flows[at[i]].rate.*pick = shared.shares[i].rate;
        if (pick == &Band::typical) nameTheOthers(asked, at, shared, output.flows);
    }
    for (FlowResult& result :
         output.flows)  // a flow that gets less at the high figures made room for another; its band still rises
        result.rate = {std::min(result.rate.low, result.rate.typical), result.rate.typical,
                       std::max(result.rate.high, result.rate.typical)};
    output.trunks = trunksOf(plan, reports, loadsOf(asked, at, output.flows));
    return output;
}

std::vector<const plan::Flow*> flowsOf(const plan::Plan& plan, std::string_view set)
{
    std::vector<const plan::Flow*> output;
    for (const plan::Flow& flow : plan.flows)
        if (set.empty() || flow.set == set) output.push_back(&flow);
    return output;
}

std::vector<std::string> flowSets(const plan::Plan& plan)
{
    std::vector<std::string> output;
    for (const plan::Flow& flow : plan.flows)
        if (std::find(output.begin(), output.end(), flow.set) == output.end()) output.push_back(flow.set);
    return output;
}

}  // namespace sokudo::expect
