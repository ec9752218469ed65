// SPDX-License-Identifier: GPL-3.0-or-later
// Plans in one line a thing: place("cellar"), device("core"), port("core", "1", "sfp28"), run("core 1", "vault 1",
// "dac", 2).
#pragma once

#include "core/plan/edits.h"
#include "testing.h"

namespace sokudo::testing {

class PlanBuilder {
public:
    PlanBuilder& place(const std::string& name, int level = 0, const std::string& building = {});
    PlanBuilder& device(const std::string& name, plan::Role role = plan::Role::Switch, const std::string& place = {});
    PlanBuilder& port(const std::string& device, const std::string& name, const std::string& cage,
                      const std::string& module = {});
    PlanBuilder& slot(const std::string& device, const std::string& name, int generation, int lanes);
    /// Ends as "device port"; an empty end is open. Length in metres, 0: never measured.
    PlanBuilder& run(const std::string& label, const std::string& a, const std::string& b, const std::string& medium,
                     double metres);
    template <class Change>
    PlanBuilder& changePort(const std::string& end, Change change)
    {
        plan::Port port = *m_plan.ports.find(portId(end));
        change(port);
        return apply(plan::edits::putPort(m_plan, port));
    }
    template <class Change>
    PlanBuilder& changeDevice(const std::string& name, Change change)
    {
        plan::Device device = *plan::deviceNamed(m_plan, name);
        change(device);
        return apply(plan::edits::putDevice(m_plan, device));
    }
    template <class Change>
    PlanBuilder& changeRun(const std::string& label, Change change)
    {
        plan::Run run = *m_plan.runs.find(runId(label));
        change(run);
        return apply(plan::edits::putRun(m_plan, run));
    }
    plan::DeviceId deviceId(const std::string& name) const;
    plan::PortId portId(const std::string& end) const;
    plan::RunId runId(const std::string& label) const;
    plan::SlotId slotId(const std::string& device, const std::string& name) const;
    const plan::Plan& plan() const { return m_plan; }

private:
    PlanBuilder& apply(const Result<plan::Plan>&);
    template <class IdType>
    IdType next()
    {
        return IdType{++m_last};
    }
    plan::Plan m_plan;
    std::int64_t m_last = 0;
};

/// Two hosts, a 10G switch between them, direct-attach leads of 2 m.
PlanBuilder twoHosts();
/// The demo house.
plan::Plan lanternRow();

}  // namespace sokudo::testing
