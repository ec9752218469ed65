// SPDX-License-Identifier: GPL-3.0-or-later
#include "lab.h"

#include <fmt/format.h>

namespace sokudo::bench {
namespace {

struct Shape {
    const char* cage;
    const char* module;
    const char* medium;
    double metres;
};

// What links of a lab look like, good and bad.
constexpr Shape kShapes[] = {
    {"rj45", "", "cat6a", 42},
    {"rj45", "", "cat5e", 31},
    {"sfp+", "10gbase-sr", "om3", 80},
    {"sfp+", "", "dac", 3},
    {"sfp28", "25gbase-sr", "om4", 60},
    {"rj45", "", "cat6", 58},
    {"qsfp28", "100gbase-sr4", "om4", 20},
    {"sfp+", "10gbase-lr", "os2", 300},
    {"sfp+", "10gbase-sr", "os2", 30},
    {"rj45", "", "", 0},
};

}  // namespace

plan::Plan lab(int links)
{
    constexpr int kPortsPerSwitch = 24;
    plan::Plan result;
    result.name = "lab";
    std::int64_t next = 1;
    const plan::Place hall{{next++}, "hall"};
    result.places = result.places.with(hall);
    std::vector<plan::Device> devices;
    std::vector<plan::Port> ports;
    std::vector<plan::Run> runs;
    plan::DeviceId core;
    for (int i = 0; i < links; ++i) {
        const Shape& shape = kShapes[static_cast<std::size_t>(i) % std::size(kShapes)];
        if (i % kPortsPerSwitch == 0) {
            core = {next++};
            devices.push_back({core, hall.id, fmt::format("switch {}", i / kPortsPerSwitch), plan::Role::Switch});
        }
        const plan::DeviceId host{next++};
        devices.push_back({host, hall.id, fmt::format("host {}", i), plan::Role::Computer});
        plan::Port near{{next++}, core, i % kPortsPerSwitch, std::to_string(i % kPortsPerSwitch + 1), shape.cage};
        plan::Port far{{next++}, host, 0, "1", shape.cage};
        near.module = far.module = shape.module;
        ports.push_back(near);
        ports.push_back(far);
        plan::Run run{{next++}, fmt::format("run {}", i), near.id, far.id, shape.medium};
        if (shape.metres > 0) run.length = Length::of(shape.metres + i % 7);
        runs.push_back(run);
    }
    result.devices = Table<plan::Device>::fromRows(std::move(devices));
    result.ports = Table<plan::Port>::fromRows(std::move(ports));
    result.runs = Table<plan::Run>::fromRows(std::move(runs));
    return result;
}

plan::Plan net(int hosts)
{
    constexpr std::size_t kBranches = 4;
    plan::Plan result = lab(hosts);
    std::int64_t next = 10'000'000;
    std::vector<plan::Device> devices;
    std::vector<plan::DeviceId> switches;
    for (plan::Device device : result.devices) {
        if (device.role == plan::Role::Switch) switches.push_back(device.id);
        else device.processor = plan::HostProcessor{"recent-x86", 4.0, 8};
        devices.push_back(std::move(device));
    }
    std::vector<plan::Port> ports(result.ports.begin(), result.ports.end());
    std::vector<plan::Run> runs(result.runs.begin(), result.runs.end());
    for (std::size_t i = 1; i < switches.size(); ++i) {
        const plan::Port up{{next++}, switches[i], 100, fmt::format("up {}", i), "qsfp28"},
            down{{next++},
                 switches[(i - 1) / kBranches],
                 100 + static_cast<int>(i),
                 fmt::format("down {}", i),
                 "qsfp28"};
        ports.push_back(up);
        ports.push_back(down);
        plan::Run run{{next++}, fmt::format("trunk {}", i), up.id, down.id, "dac"};
        run.length = Length::of(2);
        runs.push_back(run);
    }
    result.devices = Table<plan::Device>::fromRows(std::move(devices));
    result.ports = Table<plan::Port>::fromRows(std::move(ports));
    result.runs = Table<plan::Run>::fromRows(std::move(runs));
    return result;
}

}  // namespace sokudo::bench
