// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/end_choices.h"

namespace sokudo::match {
namespace {

/// The family of socket that a shared medium needs.
std::string_view familyOf(kb::MediumKind kind)
{
    return kind == kb::MediumKind::Coax ? "coax" : kind == kb::MediumKind::PowerLine ? "mains" : "radio";
}

/// Modules of the cage's family that send into this kind of medium and reach the rate.
void addModules(std::vector<EndChoice>& choices, const kb::Cage& cage, const kb::MediaConverter* bridge,
                kb::MediumKind kind, BitRate rate, const kb::KnowledgeBase& kb)
{
    for (const kb::ModuleKind& module : kb.all<kb::ModuleKind>()) {
        const kb::Phy* phy = kb.find<kb::Phy>(module.phy);
        const kb::Cage* result = kb.find<kb::Cage>(module.cage);
        if (!phy || !result || !cage.family.starts_with(result->family) || module.rates.empty() ||
            module.rates.front() < rate)
            continue;
        if (phy->medium == kind || (kb::isFibre(kind) && kb::isFibre(phy->medium)))
            choices.push_back({&module, bridge});
    }
}

}  // namespace

std::vector<EndChoice> choicesAt(const plan::Port& port, const kb::Medium& medium, BitRate rate,
                                 const kb::KnowledgeBase& kb)
{
    std::vector<EndChoice> choices;
    const kb::Cage* cage = kb.find<kb::Cage>(port.cage);
    if (!cage) return choices;
    if (cage->holdsModule) {
        if (kb::isCaptive(medium.kind)) choices.push_back({});
        else if (!kb::isShared(medium.kind)) addModules(choices, *cage, nullptr, medium.kind, rate, kb);
        return choices;
    }
    const bool plugsIn = kb::isShared(medium.kind)
                             ? cage->family == familyOf(medium.kind)
                             : medium.kind == kb::MediumKind::TwistedPair && cage->family == "rj45";
    if (plugsIn) choices.push_back({});
    for (const kb::MediaConverter& bridge : kb.all<kb::MediaConverter>()) {
        if (bridge.fromCage != port.cage || plugsIn) continue;
        const kb::Cage* out = kb.find<kb::Cage>(bridge.toCage);
        if (!out) continue;
        if (out->holdsModule && kb::isFibre(medium.kind)) addModules(choices, *out, &bridge, medium.kind, rate, kb);
        else if (kb::isShared(medium.kind) && out->family == familyOf(medium.kind))
            choices.push_back({nullptr, &bridge});
    }
    return choices;
}

bool canFace(const EndChoice& a, const EndChoice& b, const kb::KnowledgeBase& kb)
{
    if (!a.module || !b.module) return true;
    return a.module->phy == b.module->phy || kb::pairingOf(kb, a.module->phy, b.module->phy) ||
           kb::pairingOf(kb, b.module->phy, a.module->phy);
}

}  // namespace sokudo::match
