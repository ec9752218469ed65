// SPDX-License-Identifier: GPL-3.0-or-later
// Signs read from the modules at the two ends: light, identity, heat, FEC.
#include <algorithm>

#include "core/diagnose/signs/both_ends.h"
#include "core/kb/port_rows.h"
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

/// Asks both ends whose module was read.
template <class Ask>
std::optional<Observation> ofModules(const Facts& facts, Ask ask)
{
    return ofBothEnds(facts, [&](plan::DeviceId id) -> std::optional<Observation> {
        const End end{facts.plan.devices.find(id), facts.path.portOf(id), facts.interfaceOf(id)};
        if (!end.device || !end.interface || !end.interface->module) return std::nullopt;
        return ask(end, *end.interface->module);
    });
}

const kb::Optics* opticsOf(const measure::ModuleReading& module, const kb::KnowledgeBase& kb)
{
    const kb::Phy* phy = measure::nameOf(module, kb).phy;
    return phy ? kb.find<kb::Optics>(phy->id) : nullptr;
}

/// Light received against a limit that the module states, or that its PHY has.
std::optional<Observation> light(const End& end, const measure::ModuleReading& module, bool isLow,
                                 const kb::KnowledgeBase& kb)
{
    if (module.rxPower.empty()) return std::nullopt;
    std::optional<PowerDbm> limit = isLow ? module.rxLowWarning : module.rxHighAlarm;
    if (const kb::Optics* optics = opticsOf(module, kb); optics && !limit)
        limit = isLow ? optics->rxMin : optics->rxMax;
    if (!limit) return std::nullopt;
    const auto [weakest, strongest] = std::minmax_element(module.rxPower.begin(), module.rxPower.end());
    const PowerDbm worst = isLow ? *weakest : *strongest;
    return seen(isLow ? worst < *limit : worst > *limit,
                text::say("from-modules.receives", "{} receives {}, its limit is {}", end.device->name,
                          text::figure::power(worst), text::figure::power(*limit)));
}

std::optional<Observation> lightLow(const Facts& facts)
{
    return ofModules(facts, [&](const End& end, const auto& module) { return light(end, module, true, facts.kb); });
}

std::optional<Observation> lightHigh(const Facts& facts)
{
    return ofModules(facts, [&](const End& end, const auto& module) { return light(end, module, false, facts.kb); });
}

/// A dual-rate module does the work of either single-rate one.
bool standsInFor(const kb::Phy& read, const kb::Phy& planned)
{
    if (read.slowPhy.empty()) return false;
    return read.slowPhy == planned.id ||
           (read.rate == planned.rate && read.medium == planned.medium && read.wavelengths == planned.wavelengths);
}

/// The module in the socket is another kind than the plan has there.
std::optional<Observation> otherModule(const Facts& facts)
{
    return ofModules(facts, [&](const End& end, const auto& module) -> std::optional<Observation> {
        const kb::ModuleKind* planned = end.port ? facts.kb.find<kb::ModuleKind>(end.port->module) : nullptr;
        const kb::Phy* read = measure::nameOf(module, facts.kb).phy;
        const kb::Phy* expected = planned ? facts.kb.find<kb::Phy>(planned->phy) : nullptr;
        if (!expected || !read) return std::nullopt;
        const bool isOther = expected->id != read->id && !standsInFor(*read, *expected);
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

constexpr FactReader kSigns[] = {{"e23", unlikeFec},
                                 {"e24", lightLow},
                                 {"e25", lightHigh},
                                 {"e26", otherModule},
                                 {"e41", hot}};

}  // namespace

std::span<const FactReader> readersOfModules() { return kSigns; }

}  // namespace sokudo::diagnose
