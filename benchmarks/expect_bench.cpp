// SPDX-License-Identifier: GPL-3.0-or-later
// Prints how long many paths over a large lab and many flows at once take, each against a plainer way of doing the
// same.
#include <cstdio>
#include <random>

#include "clock.h"
#include "core/expect/fair_shares.h"
#include "core/expect/flow_shares.h"
#include "core/kb/load.h"
#include "lab.h"

using namespace sokudo;
using bench::bestMilliseconds;

namespace {

std::vector<expect::PathQuestion> questions(const plan::Plan& plan, std::size_t count)
{
    std::vector<plan::DeviceId> hosts;
    for (const plan::Device& device : plan.devices)
        if (device.role == plan::Role::Computer) hosts.push_back(device.id);
    std::mt19937 random(7);
    std::vector<expect::PathQuestion> result;
    while (result.size() < count) {
        const plan::DeviceId from = hosts[random() % hosts.size()], to = hosts[random() % hosts.size()];
        if (from != to) result.push_back({from, to});
    }
    return result;
}

void paths(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports)
{
    const auto asked = questions(plan, 1000);
    std::size_t answered = 0;
    const double together = bestMilliseconds(5, [&] {
        const expect::Paths all(plan, kb, reports);
        auto result = all.expectations(asked);
        answered = static_cast<std::size_t>(
            std::count_if(result.begin(), result.end(), [](const auto& one) { return one.has_value(); }));
        return result;
    });
    constexpr std::size_t kAlone = 20;
    const double alone = bestMilliseconds(2, [&] {
        std::vector<Result<expect::Expectation>> result;
        for (std::size_t i = 0; i < kAlone; ++i) result.push_back(expect::expectation(plan, kb, reports, asked[i]));
        return result;
    });
    std::printf("1000 paths over %zu devices: %.1f ms, %zu with an answer; %.1f times quicker than one by one\n",
                plan.devices.size(), together, answered, alone / kAlone * 1000 / together);
}

/// All open flows rise by one small step at a time.
std::vector<double> bySteps(const std::vector<BitRate>& pools, const std::vector<expect::ShareFlow>& flows, double step)
{
    std::vector<double> left, rate(flows.size(), 0);
    for (BitRate pool : pools) left.push_back(pool.in());
    std::vector<bool> open(flows.size(), true);
    for (bool any = true; any;) {
        any = false;
        for (std::size_t i = 0; i < flows.size(); ++i) {
            if (!open[i]) continue;
            for (const expect::Use& use : flows[i].uses) open[i] = open[i] && left[use.pool] >= step * use.cost;
            if (!open[i]) continue;
            rate[i] += step;
            for (const expect::Use& use : flows[i].uses) left[use.pool] -= step * use.cost;
            any = true;
        }
    }
    return rate;
}

void flows(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports)
{
    std::mt19937 random(11);
    std::vector<BitRate> pools(300);
    for (BitRate& pool : pools) pool = gigabits(1 + static_cast<int>(random() % 100));
    std::vector<expect::ShareFlow> result(500);
    for (expect::ShareFlow& flow : result)
        for (int i = 0; i < 8; ++i) flow.uses.push_back({random() % pools.size(), 1});
    const double filled = bestMilliseconds(7, [&] { return expect::fairShares(pools, result); });
    const double stepped = bestMilliseconds(1, [&] { return bySteps(pools, result, 1e6); });
    std::printf("500 flows over 300 pools shared: %.1f ms, %.0f times quicker than in steps of 1 Mb/s\n", filled,
                stepped / filled);
    std::vector<plan::Flow> asked;
    std::int64_t id = 1;
    for (const auto& question : questions(plan, 500))
        asked.push_back({{id++}, "all", "flow", question.from, question.to});
    std::vector<const plan::Flow*> all;
    for (const plan::Flow& flow : asked) all.push_back(&flow);
    const double shares = bestMilliseconds(2, [&] { return expect::flowShares(plan, kb, reports, all); });
    std::printf("500 flows of the lab, paths found and shared at three figures, trunks weighed: %.1f ms\n", shares);
}

}  // namespace

int main()
{
    const auto kb = kb::load(kb::embeddedFiles());
    if (!kb) return 1;
    const plan::Plan plan = bench::net(1920);
    const match::Reports reports = match::judgeAll(plan, *kb);
    paths(plan, *kb, reports);
    flows(plan, *kb, reports);
    return 0;
}
