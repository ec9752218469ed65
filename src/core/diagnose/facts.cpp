// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/facts.h"
#include "core/kb/port_rows.h"

#include <algorithm>

namespace sokudo::diagnose {

std::string_view word(Witness witness)
{
    constexpr std::string_view kWords[] = {"measured", "read", "from the plan", "told by you"};
    return kWords[static_cast<int>(witness)];
}

std::vector<const measure::Trial*> Facts::samePath(measure::TrialKind kind, measure::Direction direction) const
{
    // Older results may be of another cable, port or day: they say nothing about this one.
    constexpr auto kFresh = std::chrono::hours(24);
    std::vector<const measure::Trial*> found;
    for (const measure::Trial& other : trials) {
        if (std::chrono::abs(other.at - trial.at) > kFresh) continue;
        const bool same = other.from == trial.from && other.to == trial.to;
        const bool turned = other.from == trial.to && other.to == trial.from;
        if (other.kind != kind || (!same && !turned) || other.direction == measure::Direction::Both) continue;
        // A reverse test between the same ends is a forward test between the ends turned round.
        const bool forward = (other.direction == measure::Direction::Forward) == same;
        if (forward == (direction == measure::Direction::Forward)) found.push_back(&other);
    }
    return found;
}

BitRate Facts::plannedRate() const
{
    BitRate slowest;
    const expect::Expectation* source = memoryExpected ? memoryExpected : expected;
    if (!source) return slowest;
    for (const expect::Stage& stage : source->stages)
        if (stage.kind == expect::StageKind::Link && (slowest.steps() == 0 || stage.line < slowest))
            slowest = stage.line;
    return slowest;
}

Evidence observe(const Facts& facts)
{
    Evidence evidence;
    for (const auto signs : {signsFromTrials(), signsFromPlan(), signsFromHost()})
        for (const Sign& sign : signs)
            if (auto seen = sign.read(facts)) evidence.insert_or_assign(std::string(sign.flag), *seen);
    return evidence;
}

Context contextOf(const Facts& facts)
{
    Context context;
    if (facts.trial.kind == measure::TrialKind::FileCopy) context.insert("file");
    if (!facts.expected) return context;
    for (const expect::Stage& stage : facts.expected->stages) {
        if (stage.kind == expect::StageKind::Slot) context.insert("pcie");
        const match::LinkReport* report = stage.run.isSet() ? facts.analysis.reportOf(stage.run) : nullptr;
        if (!report) continue;
        if (stage.line >= gigabits(25)) context.insert("fec");
        for (plan::RunId id : report->link.runs) {
            const plan::Run* run = facts.plan.runs.find(id);
            const kb::Medium* medium = run ? facts.kb.find<kb::Medium>(run->medium) : nullptr;
            if (!medium) continue;
            if (medium->kind == kb::MediumKind::TwistedPair) context.insert("copper");
            if (kb::isFibre(medium->kind)) context.insert("fibre");
            if (kb::isCaptive(medium->kind)) context.insert("dac");
            if (medium->kind == kb::MediumKind::Coax) context.insert("coax");
        }
        for (plan::PortId end : {report->link.a, report->link.b}) {
            const plan::Port* port = facts.plan.ports.find(end);
            const kb::Cage* cage = port ? facts.kb.find<kb::Cage>(port->cage) : nullptr;
            if (cage && cage->holdsModule) context.insert("cage");
        }
    }
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        const plan::Device* device = facts.plan.devices.find(end);
        if (device && device->description.find("USB") != std::string::npos) context.insert("usb");
        const auto host = facts.hosts.find(end);
        if (host == facts.hosts.end()) continue;
        for (const auto& interface : host->second.interfaces) {
            if (interface.usb) context.insert("usb");
            if (interface.bus) context.insert("pcie");
            if (!interface.bondMaster.empty()) context.insert("lag");
            if (interface.isRadio) context.insert("wifi");
            if (interface.bus && interface.bus->numaNode > 0) context.insert("numa");
        }
    }
    return context;
}

}  // namespace sokudo::diagnose
