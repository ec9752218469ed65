// SPDX-License-Identifier: GPL-3.0-or-later
// Signs read from the modules at the two ends: light, identity, heat, FEC.
#include <algorithm>

#include "core/diagnose/facts.h"
#include "core/kb/reach_rows.h"
#include "core/measure/module_name.h"

namespace sokudo::diagnose {
namespace {

constexpr double kHotModule = 70;  ///< °C; practice: the case limit of commercial modules

Observation seen(bool present, text::Sentence text) { return {present, Witness::Read, std::move(text)}; }

struct End {
    const plan::Device* device;
    const plan::Port* port;
    const measure::InterfaceReading* interface;
};

/// Asks both ends whose module was read. One yes is a yes; a no needs the answer of both.
template <class Ask>
std::optional<Observation> ofModules(const Facts& facts, Ask ask)
{
    std::optional<Observation> answer;
    int said = 0;
    for (plan::DeviceId id : {facts.trial.from, facts.trial.to}) {
        const End end{facts.plan.devices.find(id), facts.path.portOf(id), facts.interfaceOf(id)};
        if (!end.device || !end.interface || !end.interface->module) continue;
        if (auto one = ask(end, *end.interface->module)) {
            if (one->present) return one;
            ++said;
            answer = one;
        }
    }
    return said == 2 ? answer : std::nullopt;
}

const kb::Optics* opticsOf(const measure::ModuleReading& module, const kb::KnowledgeBase& kb)
{
    const kb::Phy* phy = measure::nameOf(module, kb).phy;
    return phy ? kb.find<kb::Optics>(phy->id) : nullptr;
}

std::optional<Observation> lightLow(const Facts& facts)
{
    return ofModules(facts, [&](const End& end, const auto& module) -> std::optional<Observation> {
        if (module.rxPower.empty()) return std::nullopt;
        const kb::Optics* optics = opticsOf(module, facts.kb);
        const std::optional<PowerDbm> limit = module.rxLowWarning ? module.rxLowWarning
                                              : optics            ? std::optional(optics->rxMin)
                                                                  : std::nullopt;
        if (!limit) return std::nullopt;
        const PowerDbm weakest = *std::min_element(module.rxPower.begin(), module.rxPower.end());
        return seen(weakest < *limit,
                    text::say("from-host.receives-its-limit-is", "{} receives {}, its limit is {}", end.device->name,
                              text::figure::power(weakest), text::figure::power(*limit)));
    });
}

std::optional<Observation> lightHigh(const Facts& facts)
{
    return ofModules(facts, [&](const End& end, const auto& module) -> std::optional<Observation> {
        if (module.rxPower.empty()) return std::nullopt;
        const kb::Optics* optics = opticsOf(module, facts.kb);
        const std::optional<PowerDbm> limit = module.rxHighAlarm ? module.rxHighAlarm
                                              : optics           ? std::optional(optics->rxMax)
                                                                 : std::nullopt;
        if (!limit) return std::nullopt;
        const PowerDbm strongest = *std::max_element(module.rxPower.begin(), module.rxPower.end());
        return seen(strongest > *limit,
                    text::say("from-host.receives-it-bears", "{} receives {}, its limit is {}", end.device->name,
                              text::figure::power(strongest), text::figure::power(*limit)));
    });
}

/// The module in the socket is another kind than the plan has there.
std::optional<Observation> otherModule(const Facts& facts)
{
    return ofModules(facts, [&](const End& end, const auto& module) -> std::optional<Observation> {
        const kb::ModuleKind* planned = end.port ? facts.kb.find<kb::ModuleKind>(end.port->module) : nullptr;
        const kb::Phy* read = measure::nameOf(module, facts.kb).phy;
        if (!planned || planned->phy.empty() || !read) return std::nullopt;
        const bool isOther = planned->phy != read->id;
        return seen(isOther, isOther ? text::say("from-modules.another-module", "{} holds {}, the plan says {}",
                                                 end.device->name, read->name, planned->name)
                                     : text::say("from-modules.planned-module", "{} holds {}, as planned",
                                                 end.device->name, read->name));
    });
}

std::optional<Observation> hot(const Facts& facts)
{
    return ofModules(facts, [&](const End& end, const auto& module) -> std::optional<Observation> {
        if (!module.celsius) return std::nullopt;
        return seen(*module.celsius > kHotModule,
                    text::say("from-modules.module-at", "the module of {} is at {} °C", end.device->name,
                              text::figure::number(*module.celsius, 3)));
    });
}

/// Hosts that face each other over one link must run the same FEC.
std::optional<Observation> unlikeFec(const Facts& facts)
{
    if (facts.path.links.size() != 1) return std::nullopt;
    const auto* a = facts.interfaceOf(facts.trial.from);
    const auto* b = facts.interfaceOf(facts.trial.to);
    if (!a || !b || !a->fec || !b->fec) return std::nullopt;
    return seen(*a->fec != *b->fec,
                text::say("from-modules.fec-of-both", "FEC {} at one end, {} at the other", *a->fec, *b->fec));
}

constexpr Sign kSigns[] = {{"e23", unlikeFec},
                           {"e24", lightLow},
                           {"e25", lightHigh},
                           {"e26", otherModule},
                           {"e41", hot}};

}  // namespace

std::span<const Sign> signsFromModules() { return kSigns; }

}  // namespace sokudo::diagnose
