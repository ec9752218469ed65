// SPDX-License-Identifier: GPL-3.0-or-later
// Prints how long the cheapest plan takes to find and to prove, with the plan of one wish after the other beside it and
// what the proof saved: 300 wished links over 40 devices, and wishes of the demo house.
//   sokudo-bench-buy [exported house.json [only]]
#include <cstdio>
#include <fstream>
#include <random>
#include <sstream>

#include <fmt/format.h>

#include "clock.h"
#include "core/buy/search/cheapest.h"
#include "core/buy/search/host_groups.h"
#include "core/kb/load.h"
#include "core/plan/edits.h"
#include "store/project_json.h"

using namespace sokudo;
using bench::Clock;

namespace {

template <class T>
T need(Result<T> result)
{
    if (!result) {
        std::fprintf(stderr, "%s\n", result.error().message().c_str());
        std::exit(2);
    }
    return std::move(*result);
}

/// Forty hosts of four kinds in four rooms on two storeys, nothing joined.
plan::Plan fortyHosts()
{
    plan::Plan plan;
    std::int64_t next = 1;
    std::vector<plan::PlaceId> rooms;
    for (int i = 0; i < 4; ++i) {
        plan::Place room{{next++}, fmt::format("room {}", i + 1), i / 2};
        room.area = plan::Area{Length::of(i % 2 * 6), {}, Length::of(6), Length::of(8)};
        rooms.push_back(room.id);
        plan = need(plan::edits::putPlace(plan, room));
    }
    constexpr const char* kCages[] = {"rj45", "sfp+", "sfp+", "sfp28"};
    for (int i = 0; i < 40; ++i) {
        plan::Device device{{next++},
                            rooms[static_cast<std::size_t>(i % 4)],
                            fmt::format("host-{}", i + 1),
                            i % 10 == 0 ? plan::Role::Storage : plan::Role::Computer};
        plan = need(plan::edits::putDevice(plan, device));
        plan::Port port{{next++}, device.id, 0, "1", kCages[i % 7 % 4]};
        plan = need(plan::edits::putPort(plan, port));
    }
    return plan;
}

buy::WishSet threeHundred(const plan::Plan& plan)
{
    buy::WishSet set;
    std::vector<plan::DeviceId> hosts;
    for (const plan::Device& device : plan.devices) hosts.push_back(device.id);
    std::mt19937 chance(1);
    std::set<std::pair<std::size_t, std::size_t>> taken;
    while (set.wishes.size() < 300) {
        const std::size_t a = chance() % hosts.size(), b = chance() % hosts.size();
        if (a < b && taken.emplace(a, b).second) set.wishes.push_back({hosts[a], hosts[b], gigabits(10), "by chance"});
    }
    for (const plan::Place& place : plan.places) set.sites.push_back({place.id, 1});
    return set;
}

void run(const char* name, const plan::Plan& house, const buy::WishSet& set, const kb::KnowledgeBase& kb)
{
    IdSource ids(3);
    const Clock all;
    const Clock judging;
    const buy::HouseModel model = need(buy::houseModel({house, set, kb, "2026-11-28", ids, {}}));
    const double judged = judging.milliseconds();
    const buy::HostGroups groups = buy::hostGroupsOf(model.model);
    std::printf("%s: %zu ways in %.0f ms, %zu groups of hosts that are alike\n", name, model.model.choices.size(),
                judged, groups.groups.size());
    std::fflush(stdout);
    const Clock solving;
    const buy::Solved solved = need(buy::solve(model.model, {}, buy::builtInSolver()));
    const double took = solving.milliseconds();
    std::printf(
        "%s: %zu wishes, %zu ways found of %zu combinations judged in %.0f ms; %zu columns, %zu rows, %s in %.0f ms; "
        "together %.0f ms\n",
        name, set.wishes.size(), model.model.choices.size(), model.proved, judged, solved.columns, solved.rows,
        solved.end == buy::MipEnd::Proved ? "proved" : "not proved", took, all.milliseconds());
    const Clock byHand;
    const auto greedy = buy::greedyPlan(model.model);
    const double hand = byHand.milliseconds();
    if (!solved.best) return;
    std::printf("%s: least %.2f, no plan below %.2f", name, solved.totals.cost.in(), solved.bound);
    if (greedy) {
        const double cost = buy::totalsOf(model.model, *greedy).cost.in();
        std::printf("; one wish after the other %.2f in %.0f ms: the proof saves %.2f, %.1f %%\n", cost, hand,
                    cost - solved.totals.cost.in(), 100 * (cost - solved.totals.cost.in()) / cost);
    } else {
        std::printf("; one wish after the other finds no plan (%.0f ms)\n", hand);
    }
    std::fflush(stdout);
}

}  // namespace

int main(int argc, char** argv)
{
    const auto kb = need(kb::load(kb::embeddedFiles()));
    if (argc > 1) {
        std::ifstream file(argv[1]);
        std::stringstream text;
        text << file.rdbuf();
        const plan::Plan house = need(store::importJson(text.str(), argv[1])).plan;
        for (const char* line : {"platen to vault at 25g", "study to vault at 10g", "kiln-a to vault at 25g"}) {
            const auto set = buy::withWish({}, line, house, kb);
            if (set) run(line, house, *set, kb);
        }
    }
    if (argc > 2) return 0;
    const plan::Plan many = fortyHosts();
    run("forty hosts", many, threeHundred(many), kb);
    return 0;
}
