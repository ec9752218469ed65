// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/invariants.h"

#include <map>

#include <fmt/format.h>

namespace sokudo::plan {

std::vector<std::string> brokenInvariants(const Plan& plan)
{
    std::vector<std::string> broken;
    for (const Device& device : plan.devices) {
        if (!plan.places.has(device.place)) broken.push_back(fmt::format("device {} stands in no place", device.name));
        if (device.fedBy.isSet() && !plan.devices.has(device.fedBy))
            broken.push_back(fmt::format("device {} is fed by a device that is gone", device.name));
    }
    for (const Slot& slot : plan.slots)
        if (!plan.devices.has(slot.device)) broken.push_back(fmt::format("slot {} belongs to no device", slot.name));
    for (const Port& port : plan.ports) {
        if (!plan.devices.has(port.device)) broken.push_back(fmt::format("port {} belongs to no device", port.name));
        if (port.splitOf.isSet() && !plan.ports.has(port.splitOf))
            broken.push_back(fmt::format("port {} is a leg of a port that is gone", port.name));
        const Slot* slot = plan.slots.find(port.slot);
        if (port.slot.isSet() && (!slot || slot->device != port.device))
            broken.push_back(fmt::format("port {} is on a slot of another device", port.name));
    }
    for (const Flow& flow : plan.flows)
        if (!plan.devices.has(flow.from) || !plan.devices.has(flow.to))
            broken.push_back(fmt::format("the flow “{}” ends at a device that is gone", flow.name));
    for (const Job& job : plan.jobs)
        if (!plan.devices.has(job.from) || !plan.devices.has(job.to))
            broken.push_back(fmt::format("the job “{}” ends at a device that is gone", job.name));
    for (const Waiver& waiver : plan.waivers)
        if (!plan.runs.has(waiver.run))
            broken.push_back(fmt::format("the waiver “{}” belongs to a run that is gone", waiver.reason));
    std::map<PortId, int> taken;
    for (const Run& run : plan.runs) {
        for (PortId end : {run.a, run.b}) {
            if (!end.isSet()) continue;
            if (!plan.ports.has(end)) broken.push_back(fmt::format("run {} ends at a port that is gone", run.label));
            ++taken[end];
        }
        if (!run.a.isSet() && !run.b.isSet()) broken.push_back(fmt::format("run {} has no end", run.label));
    }
    for (const auto& [port, count] : taken) {
        const Device* device = deviceOf(plan, port);
        if (device && count > (isPassive(device->role) ? 2 : 1))
            broken.push_back(fmt::format("{} holds {} runs", portText(plan, port), count));
    }
    return broken;
}

}  // namespace sokudo::plan
