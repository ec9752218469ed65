// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/way_figures.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/match/optical_budget.h"

namespace sokudo::match {

BitRate laterRate(const Combination& combination, Length length, BitRate now, const kb::KnowledgeBase& kb)
{
    BitRate best = now;
    for (const kb::Reach& reach : kb.all<kb::Reach>())
        if (reach.medium == combination.medium->id && length <= reach.max)
            if (const kb::Phy* phy = kb.find<kb::Phy>(reach.phy)) best = std::max(best, phy->rate);
    if (combination.medium->kind == kb::MediumKind::TwistedPair)
        for (const kb::Phy& phy : kb.all<kb::Phy>()) {
            if (phy.medium != kb::MediumKind::TwistedPair) continue;
            if (const auto* row = kb::twistedPairCase(kb, phy.id, combination.medium->id, length, false);
                row && row->verdict == Verdict::Fits)
                best = std::max(best, phy.rate);
        }
    return best;
}

std::optional<Decibel> lightLeft(const LinkContext& link)
{
    if (!link.isOnFibre() || !link.a.phy || !link.weakest) return std::nullopt;
    const auto loss = opticalLoss(link, link.a.phy->windowNm);
    const kb::Reach* reach = kb::reachOf(link.kb, link.a.phy->id, link.weakest->id);
    return loss && reach && reach->maxLoss ? std::optional(*reach->maxLoss - loss->greatest) : std::nullopt;
}

Duration latencyOf(const LinkContext& link, const Combination& combination, const kb::KnowledgeBase& kb)
{
    double seconds = 0;
    int ends = 0;
    for (const LinkEnd* end : {&link.a, &link.b})
        if (end->phy)
            if (const kb::PhyUse* use = kb.find<kb::PhyUse>(end->phy->id)) seconds += use->microseconds * 1e-6, ++ends;
    if (ends > 1) seconds /= ends;  // a row speaks of both ends together
    if (const kb::Supply* supply = kb.find<kb::Supply>(combination.medium->id); supply && link.length)
        seconds += supply->nanosecondsPerMetre * link.length->in() * 1e-9;
    const plan::Port* port = link.a.port;
    if (port && port->fec && *port->fec != plan::Fec::None && link.common)
        if (const kb::FecMode* mode = kb.find<kb::FecMode>(*port->fec == plan::Fec::BaseR ? "base-r"
                                                           : *link.common == gigabits(50) ? "rs544"
                                                                                          : "rs528"))
            seconds += mode->blockBits / link.common->in();
    for (const EndChoice* end : {&combination.a, &combination.b})
        if (end->bridge) seconds += end->bridge->microseconds * 1e-6;
    return Duration::of(seconds);
}

Watt drawOf(const LinkEnd& end, const EndChoice& choice, const kb::Supply* supply, const kb::KnowledgeBase& kb)
{
    Watt draw = choice.bridge ? choice.bridge->power : Watt{};
    if (supply) draw = draw + supply->end;
    if (end.module) return draw + end.moduleDraw();
    const kb::PhyUse* use = end.phy ? kb.find<kb::PhyUse>(end.phy->id) : nullptr;
    return use ? draw + use->port : draw;
}

std::string titleOf(const Wish& wish, const Combination& combination)
{
    const auto said = [](const EndChoice& end) {
        std::string words = end.bridge ? end.bridge->name : std::string();
        if (end.module) words += (words.empty() ? "" : " with ") + end.module->name;
        return words;
    };
    const std::string a = said(combination.a), b = said(combination.b);
    std::string title = combination.medium->name + ", " + text::length(wish.length);
    if (combination.supply == nullptr) title = "the cable there now, " + title;
    if (a == b) return a.empty() ? title : title + ", " + a + " at both ends";
    return title + ", " + (a.empty() ? "no module" : a) + " to " + (b.empty() ? "no module" : b);
}

std::string briefOf(const Combination& combination, const kb::KnowledgeBase& kb)
{
    const auto said = [&](const EndChoice& end) {
        std::string words = end.bridge ? end.bridge->name.substr(0, end.bridge->name.find(',')) : std::string();
        if (const kb::Phy* phy = end.module ? kb.find<kb::Phy>(end.module->phy) : nullptr)
            words += (words.empty() ? "" : " + ") + phy->name;
        return words;
    };
    const std::string a = said(combination.a), b = said(combination.b);
    std::string brief = (combination.supply ? "" : "kept: ") + combination.medium->name;
    if (!a.empty()) brief += ", " + a;
    if (a != b && !b.empty()) brief += (a.empty() ? ", " : " to ") + b;
    return brief;
}

}  // namespace sokudo::match
