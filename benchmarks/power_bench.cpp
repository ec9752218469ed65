// SPDX-License-Identifier: GPL-3.0-or-later
// Prints how long the single points of failure of each project take, against removing each thing and searching again,
// and the growth from the first project to the last. benchmarks/power makes the projects.
#include <cstdio>
#include <filesystem>

#include "clock.h"
#include "core/kb/load.h"
#include "core/plan/edits.h"
#include "core/plan/trace.h"
#include "core/power/judgement.h"
#include "core/power/outage.h"
#include "core/power/single_points.h"
#include "core/power/supply_net.h"
#include "store/project_file.h"

using namespace sokudo;
using bench::bestMilliseconds;

namespace {

/// The first switch becomes the gateway, one host in twenty a store, and one host in three is fed by its switch.
plan::Plan withGoals(plan::Plan plan)
{
    bool hasGateway = false;
    int hosts = 0;
    for (plan::Device device : Table<plan::Device>(plan.devices)) {
        if (device.role == plan::Role::Switch && !hasGateway) {
            device.role = plan::Role::Router;
            hasGateway = true;
        } else if (device.role == plan::Role::Switch) {
            // A battery in each switch, of another size: as many moments at which something drops.
            device.supplies = {{}};
            device.traits.set("battery-wh", std::to_string(60 + device.id.value % 400));
        } else if (device.role != plan::Role::Switch && ++hosts % 20 == 0) device.role = plan::Role::Storage;
        else if (device.role != plan::Role::Switch && hosts % 3 == 0)
            for (const plan::Port* port : plan::portsOf(plan, device.id))
                for (const plan::Run* run : plan::runsAt(plan, port->id)) {
                    const plan::Device* other = plan::deviceOf(plan, run->a == port->id ? run->b : run->a);
                    if (other && other->role == plan::Role::Switch && device.supplies.empty())
                        device.supplies = {{plan::SupplyKind::Cable, {}, other->id, {}, {}, {}, 1}};
                }
        plan.devices = plan.devices.with(device);
    }
    return plan;
}

/// What removing each device once and searching again costs: a few of them, times all.
double oneByOne(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb)
{
    const power::SupplyNet net(plan, reports, kb);
    constexpr std::size_t kTried = 50;
    std::size_t reached = 0;
    const double tried = bestMilliseconds(1, [&] {
        for (std::size_t gone = 0; gone < kTried; ++gone) {
            std::vector<bool> seen(net.size());
            std::vector<int> next{static_cast<int>(net.size()) - 1};
            while (!next.empty()) {
                const int here = next.back();
                next.pop_back();
                for (const auto& way : net.ways[static_cast<std::size_t>(here)])
                    if (static_cast<std::size_t>(way.to) != gone && !seen[static_cast<std::size_t>(way.to)]) {
                        seen[static_cast<std::size_t>(way.to)] = true;
                        ++reached;
                        next.push_back(way.to);
                    }
            }
        }
        return std::vector<std::size_t>{reached};
    });
    return tried / kTried * static_cast<double>(net.size() + net.edges.size()) * power::kGoals.size();
}

}  // namespace

int main(int argc, char** argv)
{
    const auto kb = kb::load(kb::embeddedFiles());
    double first = 0, last = 0;
    for (int i = 1; i < argc; ++i) {
        auto file = store::ProjectFile::open(argv[i]);
        if (!kb || !file) return 2;
        const auto loaded = (*file)->load();
        if (!loaded) return 2;
        const plan::Plan plan = withGoals(loaded->project.plan);
        const auto reports = match::judgeAll(plan, *kb);
        std::size_t found = 0;
        const double took = bestMilliseconds(5, [&] {
            auto points = power::singlePoints(plan, reports, *kb);
            found = points.size();
            return points;
        });
        std::printf("%s: %zu single points in %.1f ms; one by one about %.0f ms, %.0f times as long\n",
                    std::filesystem::path(argv[i]).stem().c_str(), found, took, oneByOne(plan, reports, *kb),
                    oneByOne(plan, reports, *kb) / took);
        const power::SupplyNet net(plan, reports, *kb);
        const double played = bestMilliseconds(5, [&] { return power::timeLineOf(plan, net, {}, *kb); });
        const double judged = bestMilliseconds(5, [&] { return power::judge({plan, reports, net, *kb}); });
        std::printf(
            "%s: outage of the whole house in %.1f ms, %.2f times the single points; rules of the house %.1f ms\n",
            std::filesystem::path(argv[i]).stem().c_str(), played, played / took, judged);
        (i == 1 ? first : last) = took;
    }
    if (argc > 2 && first > 0) std::printf("growth of single points: %.1f times\n", last / first);
    return 0;
}
