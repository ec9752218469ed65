// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/cable_choices.h"

#include <algorithm>

#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/plan/edits.h"
#include "core/plan/trace.h"
#include "core/plan/wiring.h"

namespace sokudo::survey {
namespace {

using namespace sokudo::literals;

constexpr Length kInOnePlace = 5_m;
constexpr Length kBetweenPlaces = 20_m;

const kb::Cage* cageOf(const plan::Plan& plan, plan::PortId id, const kb::KnowledgeBase& kb)
{
    const plan::Port* port = plan.ports.find(id);
    return port ? kb.find<kb::Cage>(port->cage) : nullptr;
}

/// Kinds of cable that a socket or the module in it can take.
bool takes(const plan::Plan& plan, plan::PortId id, const kb::Cage& cage, kb::MediumKind kind,
           const kb::KnowledgeBase& kb)
{
    const plan::Port& port = *plan.ports.find(id);
    if (cage.family == "rj45") return kind == kb::MediumKind::TwistedPair;
    if (cage.family == "coax") return kind == kb::MediumKind::Coax;
    if (cage.family == "mains") return kind == kb::MediumKind::PowerLine;
    if (cage.family == "radio")
        return !kb::isFibre(kind) && kb::isShared(kind) && kind != kb::MediumKind::Coax &&
               kind != kb::MediumKind::PowerLine;
    if (const auto* module = kb.find<kb::ModuleKind>(port.module))
        if (const auto* phy = kb.find<kb::Phy>(module->phy)) return phy->medium == kind;
    return kb::isFibre(kind) || kb::isCaptive(kind);
}

/// "a module in core 4 and in vault 2"; empty where both hold one.
std::string modulesNeeded(const plan::Plan& plan, plan::PortId a, plan::PortId b, const kb::KnowledgeBase& kb)
{
    std::string needs;
    for (plan::PortId end : {a, b}) {
        const kb::Cage* cage = cageOf(plan, end, kb);
        if (!cage->holdsModule || !plan.ports.find(end)->module.empty()) continue;
        needs += (needs.empty() ? "a module in " : " and in ") + plan::portText(plan, end);
    }
    return needs;
}

/// How good a choice is: the verdict first, then the rate.
int rankOf(const CableChoice& choice)
{
    switch (choice.verdict) {
    case Verdict::Fits: return 0;
    case Verdict::Limited: return 1;
    case Verdict::Unknown: return 2;
    case Verdict::Marginal: return 3;
    case Verdict::NoLink: return 4;
    default: return 5;
    }
}

}  // namespace

std::vector<CableChoice> cableChoices(const plan::Plan& plan, plan::PortId a, plan::PortId b,
                                      std::optional<Length> length, const kb::KnowledgeBase& kb)
{
    std::vector<CableChoice> choices;
    const kb::Cage* cageA = cageOf(plan, a, kb);
    const kb::Cage* cageB = cageOf(plan, b, kb);
    const plan::Device* deviceA = plan::deviceOf(plan, a);
    const plan::Device* deviceB = plan::deviceOf(plan, b);
    if (!cageA || !cageB || !deviceA || !deviceB) return choices;
    const Length taken = length.value_or(
        plan::roomOf(plan, deviceA->place) == plan::roomOf(plan, deviceB->place) ? kInOnePlace : kBetweenPlaces);
    for (const kb::Medium& medium : kb.all<kb::Medium>()) {
        if (!takes(plan, a, *cageA, medium.kind, kb) || !takes(plan, b, *cageB, medium.kind, kb)) continue;
        plan::Run run;
        run.id = {1};
        while (plan.runs.has(run.id)) ++run.id.value;
        run.a = a;
        run.b = b;
        run.medium = medium.id;
        run.length = taken;
        const auto next = plan::edits::putRun(plan, run);
        if (!next) continue;
        const plan::Link link = plan::Wiring(*next).linkOf(*next, run);
        const match::LinkReport report = match::judge(match::linkContext(*next, link, kb));
        choices.push_back({medium.id, medium.name, report.verdict, report.rate, report.reason(),
                           kb::isFibre(medium.kind) ? modulesNeeded(plan, a, b, kb) : std::string()});
    }
    std::stable_sort(choices.begin(), choices.end(), [](const CableChoice& x, const CableChoice& y) {
        const auto key = [](const CableChoice& one) {
            return std::pair(rankOf(one), -(one.rate ? one.rate->steps() : 0));
        };
        return key(x) < key(y);
    });
    return choices;
}

}  // namespace sokudo::survey
