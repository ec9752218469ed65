// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/facts.h"

#include <algorithm>

#include "core/base/ascii.h"
#include "core/base/text.h"
#include "core/formulas/framing.h"

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
        if (std::chrono::abs(other.at - trial.at) > kFresh || (changed && other.at < *changed)) continue;
        const bool same = other.from == trial.from && other.to == trial.to;
        const bool turned = other.from == trial.to && other.to == trial.from;
        if (other.kind != kind || (!same && !turned) || other.direction == measure::Direction::Both) continue;
        // A reverse test between the same ends is a forward test between the ends turned round.
        const bool forward = (other.direction == measure::Direction::Forward) == same;
        if (forward == (direction == measure::Direction::Forward)) found.push_back(&other);
    }
    std::stable_sort(found.begin(), found.end(),
                     [](const measure::Trial* a, const measure::Trial* b) { return a->at > b->at; });
    return found;
}

const measure::Trial* Facts::newest(measure::TrialKind kind, measure::Direction direction, int streams) const
{
    for (const measure::Trial* one : samePath(kind, direction))
        if (one->streams == streams) return one;
    return nullptr;
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

BitRate Facts::plannedPayload() const { return formulas::goodput(plannedRate()).value_or(BitRate{}); }

bool Facts::isSlowUsb(BitRate enumerated) const
{
    constexpr double kRoom = 1.6;
    return enumerated.in() < kRoom * plannedRate().in();
}

const measure::InterfaceReading* Facts::interfaceOf(plan::DeviceId device) const
{
    const auto host = hosts.find(device);
    if (host == hosts.end()) return nullptr;
    const plan::Port* port = path.portOf(device);
    std::vector<const measure::InterfaceReading*> physical;
    for (const auto& interface : host->second.interfaces) {
        if (port && text::lower(interface.name) == text::lower(port->name)) return &interface;
        if (!interface.isVirtual) physical.push_back(&interface);
    }
    const auto only = [&](auto isIt) -> const measure::InterfaceReading* {
        const auto first = std::find_if(physical.begin(), physical.end(), isIt);
        if (first == physical.end()) return nullptr;
        return std::find_if(std::next(first), physical.end(), isIt) == physical.end() ? *first : nullptr;
    };
    if (const auto* one = only([](const auto*) { return true; })) return one;
    const auto isUp = [](const measure::InterfaceReading* interface) {
        return interface->carrier && *interface->carrier;
    };
    if (port && port->traits.has("usb"))
        if (const auto* one = only([](const auto* interface) { return bool(interface->usb); })) return one;
    const BitRate planned = plannedRate();
    if (const auto* one = only(
            [&](const auto* interface) { return isUp(interface) && interface->speed && *interface->speed == planned; }))
        return one;
    return only(isUp);
}

Evidence observe(const Facts& facts)
{
    Evidence evidence;
    for (const auto signs : {readersOfTrials(), readersOfPlateaus(), readersOfPlan(), readersOfTraits(),
                             readersOfHost(), readersOfModules()})
        for (const FactReader& sign : signs)
            if (auto seen = sign.read(facts)) {
                // Two readers of one flag: a yes of either stands.
                auto [at, fresh] = evidence.try_emplace(std::string(sign.flag), *seen);
                if (!fresh && seen->present && !at->second.present) at->second = *seen;
            }
    return evidence;
}

}  // namespace sokudo::diagnose
