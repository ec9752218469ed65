// SPDX-License-Identifier: GPL-3.0-or-later
#include "lab.h"

#include <fmt/format.h>

namespace sokudo::bench {
namespace {

struct Shape { const char* cage; const char* module; const char* medium; double metres; };

// What links of a lab look like, good and bad.
constexpr Shape kShapes[] = {
    {"rj45", "", "cat6a", 42}, {"rj45", "", "cat5e", 31}, {"sfp+", "10gbase-sr", "om3", 80}, {"sfp+", "", "dac", 3}, {"sfp28", "25gbase-sr", "om4", 60},
    {"rj45", "", "cat6", 58}, {"qsfp28", "100gbase-sr4", "om4", 20}, {"sfp+", "10gbase-lr", "os2", 300}, {"sfp+", "10gbase-sr", "os2", 30}, {"rj45", "", "", 0},
};

}  // namespace

plan::Plan lab(int links)
{
    constexpr int kPortsPerSwitch = 24;
    plan::Plan made;
    made.name = "lab";
    std::int64_t next = 1;
    const plan::Place hall{{next++}, "hall"};
    made.places = made.places.with(hall);
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
    made.devices = Table<plan::Device>::fromRows(std::move(devices));
    made.ports = Table<plan::Port>::fromRows(std::move(ports));
    made.runs = Table<plan::Run>::fromRows(std::move(runs));
    return made;
}

}  // namespace sokudo::bench
