// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/link_context.h"

#include <algorithm>

namespace sokudo::match {
namespace {

void sortFalling(std::vector<BitRate>& rates) { std::sort(rates.begin(), rates.end(), std::greater<>()); }

const plan::Place* placeOf(const plan::Plan& plan, plan::PortId port)
{
    const plan::Device* device = plan::deviceOf(plan, port);
    return device ? plan.places.find(device->place) : nullptr;
}

LinkEnd endAt(const plan::Plan& plan, plan::PortId id, const kb::KnowledgeBase& kb)
{
    LinkEnd end;
    end.port = plan.ports.find(id);
    if (!end.port) return end;
    end.device = plan.devices.find(end.port->device);
    end.place = placeOf(plan, id);
    end.slot = plan.slots.find(end.port->slot);
    end.cage = kb.cage(end.port->cage);
    end.module = end.port->module.empty() ? nullptr : kb.module(end.port->module);
    end.name = plan::portText(plan, id);
    end.ratesStated = end.port->forced || !end.port->rates.empty();
    if (end.port->forced)
        end.hostRates = {*end.port->forced};
    else if (!end.port->rates.empty())
        end.hostRates = end.port->rates;
    else if (end.cage)
        end.hostRates = end.cage->defaultRates;
    sortFalling(end.hostRates);
    return end;
}

/// What the end can link at: the host's rates, narrowed by what is plugged into the cage.
std::vector<BitRate> linkableRates(const LinkEnd& end, const kb::KnowledgeBase& kb)
{
    if (!end.module) return end.hostRates;
    const kb::Phy* phy = kb.phy(end.module->phy);
    const bool adaptsRate = phy && phy->medium == kb::MediumKind::TwistedPair && end.module->rates.size() > 1;
    std::vector<BitRate> rates;
    for (BitRate rate : end.module->rates) {
        // A rate-adapting copper module shows the host its own top rate whatever the copper runs at.
        const BitRate host = adaptsRate ? end.module->rates.front() : rate;
        if (std::find(end.hostRates.begin(), end.hostRates.end(), host) != end.hostRates.end()) rates.push_back(rate);
    }
    return rates;
}

const kb::Phy* phyAt(const LinkEnd& end, const LinkContext& link)
{
    if (end.module) {
        const kb::Phy* own = link.kb.phy(end.module->phy);
        if (own && own->medium == kb::MediumKind::TwistedPair && link.common) return link.kb.twistedPairPhy(*link.common);
        return own;
    }
    if (!end.cage || !link.common) return nullptr;
    if (end.cage->family == "rj45") return link.kb.twistedPairPhy(*link.common);
    if (end.cage->family == "coax") return link.kb.phy("coax-2.5");
    return link.isCaptive() ? link.kb.directAttachPhy(*link.common) : nullptr;
}

void addStretches(LinkContext& link, const plan::Plan& plan, const plan::Link& traced)
{
    bool mediumKnown = true;
    bool oneKind = true;
    Length total;
    bool lengthKnown = true;
    for (plan::RunId id : traced.runs) {
        const plan::Run* run = plan.runs.find(id);
        if (!run) continue;
        const kb::Medium* medium = run->medium.empty() ? nullptr : link.kb.medium(run->medium);
        link.stretches.push_back({run, medium, placeOf(plan, run->a), placeOf(plan, run->b)});
        if (!medium) {
            mediumKnown = false;
        } else {
            if (link.kind && *link.kind != medium->kind) oneKind = false;
            link.kind = medium->kind;
            if (!link.weakest || medium->grade < link.weakest->grade) link.weakest = medium;
        }
        if (run->length) total = total + *run->length;
        lengthKnown = lengthKnown && run->length.has_value();
        link.joints += run->joints;
        link.splices += run->splices;
        link.bundled = link.bundled || run->bundle == plan::Bundle::Bundled;
        if (run->wanted && (!link.wanted || *link.wanted < *run->wanted)) link.wanted = run->wanted;
    }
    link.joints += static_cast<int>(traced.through.size());
    if (!mediumKnown) link.weakest = nullptr;
    if (!mediumKnown || !oneKind) link.kind.reset();
    if (lengthKnown && !link.stretches.empty()) link.length = total;
}

}  // namespace

LinkContext linkContext(const plan::Plan& plan, const plan::Link& traced, const kb::KnowledgeBase& kb)
{
    LinkContext link{kb, endAt(plan, traced.a, kb), endAt(plan, traced.b, kb), {}, nullptr, {}, {}, 0, 0, false, {}, {}};
    addStretches(link, plan, traced);
    for (LinkEnd* end : {&link.a, &link.b})
        if (end->port) end->rates = linkableRates(*end, kb);
    for (BitRate rate : link.a.rates) {
        if (link.common) break;
        if (std::find(link.b.rates.begin(), link.b.rates.end(), rate) != link.b.rates.end()) link.common = rate;
    }
    link.a.phy = phyAt(link.a, link);
    link.b.phy = phyAt(link.b, link);
    return link;
}

}  // namespace sokudo::match
