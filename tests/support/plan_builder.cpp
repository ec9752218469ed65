// SPDX-License-Identifier: GPL-3.0-or-later
#include "plan_builder.h"

#include "core/kb/load.h"
#include "store/project_json.h"

namespace sokudo::testing {

PlanBuilder& PlanBuilder::apply(const Result<plan::Plan>& next)
{
    if (!next) qFatal("PlanBuilder: %s", next.error().message().c_str());
    m_plan = *next;
    return *this;
}

PlanBuilder& PlanBuilder::place(const std::string& name, int level, const std::string& building)
{
    return apply(plan::edits::putPlace(m_plan, {next<plan::PlaceId>(), name, level, building, {}}));
}

PlanBuilder& PlanBuilder::device(const std::string& name, plan::Role role, const std::string& placeName)
{
    if (m_plan.places.empty()) place("cellar");
    plan::PlaceId at = m_plan.places.begin()->id;
    for (const plan::Place& one : m_plan.places)
        if (one.name == placeName) at = one.id;
    return apply(plan::edits::putDevice(m_plan, {next<plan::DeviceId>(), at, name, role}));
}

PlanBuilder& PlanBuilder::port(const std::string& deviceName, const std::string& name, const std::string& cage,
                               const std::string& module)
{
    plan::Port result{next<plan::PortId>(), deviceId(deviceName), static_cast<int>(m_plan.ports.size()), name, cage};
    result.module = module;
    return apply(plan::edits::putPort(m_plan, result));
}

PlanBuilder& PlanBuilder::slot(const std::string& deviceName, const std::string& name, int generation, int lanes)
{
    return apply(
        plan::edits::putSlot(m_plan, {next<plan::SlotId>(), deviceId(deviceName), name, generation, lanes, lanes}));
}

PlanBuilder& PlanBuilder::run(const std::string& label, const std::string& a, const std::string& b,
                              const std::string& medium, double metres)
{
    plan::Run result{next<plan::RunId>(), label, a.empty() ? plan::PortId{} : portId(a),
                     b.empty() ? plan::PortId{} : portId(b), medium};
    if (metres > 0) result.length = Length::of(metres);
    return apply(plan::edits::putRun(m_plan, result));
}

plan::DeviceId PlanBuilder::deviceId(const std::string& name) const
{
    const plan::Device* found = plan::deviceNamed(m_plan, name);
    if (!found) qFatal("PlanBuilder: no device %s", name.c_str());
    return found->id;
}

plan::PortId PlanBuilder::portId(const std::string& end) const
{
    for (const plan::Port& port : m_plan.ports)
        if (plan::portText(m_plan, port.id) == end) return port.id;
    qFatal("PlanBuilder: no port %s", end.c_str());
    return {};
}

plan::RunId PlanBuilder::runId(const std::string& label) const
{
    for (const plan::Run& run : m_plan.runs)
        if (run.label == label) return run.id;
    qFatal("PlanBuilder: no run %s", label.c_str());
    return {};
}

plan::SlotId PlanBuilder::slotId(const std::string& deviceName, const std::string& name) const
{
    for (const plan::Slot* slot : plan::slotsOf(m_plan, deviceId(deviceName)))
        if (slot->name == name) return slot->id;
    qFatal("PlanBuilder: no slot %s", name.c_str());
    return {};
}

PlanBuilder twoHosts()
{
    PlanBuilder result;
    result.place("cellar")
        .device("left", plan::Role::Computer)
        .device("mid", plan::Role::Switch)
        .device("right", plan::Role::Computer);
    result.port("left", "1", "sfp+").port("mid", "1", "sfp+").port("mid", "2", "sfp+").port("right", "1", "sfp+");
    result.run("a", "left 1", "mid 1", "dac", 2).run("b", "mid 2", "right 1", "dac", 2);
    return result;
}

plan::Plan lanternRow()
{
    auto project = store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "lantern-row.json");
    if (!project) qFatal("%s", project.error().message().c_str());
    return project->plan;
}

}  // namespace sokudo::testing
