// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/link_context.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/port_rates.h"

#include <algorithm>

namespace sokudo::match {
namespace {

const plan::Place* placeOf(const plan::Plan& plan, plan::PortId port)
{
    const plan::Device* device = plan::deviceOf(plan, port);
    return device ? plan.places.find(plan::roomOf(plan, device->place)) : nullptr;
}

LinkEnd endAt(const plan::Plan& plan, plan::PortId id, const kb::KnowledgeBase& kb)
{
    LinkEnd end;
    end.port = plan.ports.find(id);
    if (!end.port) return end;
    end.device = plan.devices.find(end.port->device);
    end.place = placeOf(plan, id);
    end.slot = plan.slots.find(end.port->slot);
    end.cage = kb.find<kb::Cage>(end.port->cage);
    end.name = plan::portText(plan, id);
    end.whole = plan.ports.find(end.port->splitOf);
    const plan::Port& holder = end.whole ? *end.whole : *end.port;  // the module sits in the four-lane port
    end.module = holder.module.empty() ? nullptr : kb::moduleNamed(kb, holder.module);
    end.splits = holder.traits.count("split").value_or(0);
    setHostRates(end, kb);
    return end;
}

/// 50 Gb/s over a lead from a 100G cage: two lanes of 25.78 GBd; an SFP56 cage speaks one PAM4 lane.
bool isTwoLane(const LinkEnd& end)
{
    return end.splits == 2 || (end.splits == 0 && end.cage && end.cage->lanes == 4 && end.cage->rate == gigabits(100));
}

const kb::Phy* phyAt(const LinkEnd& end, const LinkContext& link)
{
    if (end.module) {
        const kb::Phy* own = link.kb.find<kb::Phy>(end.module->phy);
        if (own && own->medium == kb::MediumKind::TwistedPair && link.common)
            return kb::twistedPairPhy(link.kb, *link.common);
        if (own && end.splits == own->lanes && !own->lanePhy.empty()) return link.kb.find<kb::Phy>(own->lanePhy);
        // A dual-rate module is judged by the rate that it runs at.
        if (own && !own->slowPhy.empty() && link.common && *link.common < own->rate)
            return link.kb.find<kb::Phy>(own->slowPhy);
        return own;
    }
    if (!end.cage || !link.common || !link.kind) return nullptr;
    if (end.cage->family == "rj45") return kb::twistedPairPhy(link.kb, *link.common);
    if (kb::isShared(*link.kind))
        return link.kind == kb::MediumKind::Coax
                   ? link.kb.find<kb::Phy>("coax-2.5")
                   : link.kb.find<kb::Phy>(link.kind == kb::MediumKind::Radio ? "radio" : "power-line");
    if (link.isCaptive() && *link.common == gigabits(50) && isTwoLane(end)) return link.kb.find<kb::Phy>("50gbase-cr2");
    if (link.isCaptive() && *link.common == gigabits(100) && end.splits == 0 && end.cage->lanes == 2)
        return link.kb.find<kb::Phy>("100gbase-cr2");
    return link.isCaptive() ? kb::directAttachPhy(link.kb, *link.common) : nullptr;
}

const kb::Medium* mediumOf(const plan::Run& run, const kb::KnowledgeBase& kb)
{
    if (run.medium.empty()) return nullptr;
    // Screened Cat 6 has planning lengths of its own.
    if (run.medium == "cat6" && run.traits.flag("screened") && !run.traits.is("bonded", "no"))
        return kb.find<kb::Medium>("cat6-screened");
    return kb.find<kb::Medium>(run.medium);
}

void addCords(LinkContext& link, const plan::Run& run, bool atB)
{
    for (const plan::Segment& segment : run.segments) {
        if (segment.kind != plan::SegmentKind::Cord || segment.atB != atB) continue;
        const kb::Medium* medium =
            segment.medium.empty() ? mediumOf(run, link.kb) : link.kb.find<kb::Medium>(segment.medium);
        link.sections.push_back({&run, &segment, medium, segment.length, segment.gauge});
    }
}

/// The jacks, couplers and panels that are stated of a run.
void addParts(LinkContext& link, const plan::Run& run, bool forward)
{
    for (const plan::Segment& segment : run.segments) {
        if (segment.kind == plan::SegmentKind::Cord) continue;
        link.parts.push_back({"the " + std::string(plan::code(segment.kind)) + " of run " + run.label,
                              segment.medium.empty() ? nullptr : link.kb.find<kb::Medium>(segment.medium),
                              segment.atB == forward});
    }
}

/// Mated pairs of a run: a cord meets the cable at one, be it at a jack, a panel or a plug; couplers come on top.
int jointsOf(const plan::Run& run)
{
    int cords[2] = {0, 0}, sockets[2] = {0, 0}, couplers = 0;
    for (const plan::Segment& segment : run.segments) {
        if (segment.kind == plan::SegmentKind::Cord) ++cords[segment.atB];
        else if (segment.kind == plan::SegmentKind::Coupler) ++couplers;
        else ++sockets[segment.atB];
    }
    return run.joints + couplers + std::max(cords[0], sockets[0]) + std::max(cords[1], sockets[1]);
}

/// Kind, weakest medium and length of the whole channel. The fixed cables say the kind; a cord of another kind is for
/// the rules.
void sumUp(LinkContext& link)
{
    bool known = true, oneKind = true, measured = !link.sections.empty();
    Length total;
    for (const CableSection& section : link.sections) {
        if (section.length) total = total + *section.length;
        measured = measured && section.length.has_value();
        known = known && section.medium;
        if (!section.medium || section.cord) continue;
        if (link.kind && *link.kind != section.medium->kind) oneKind = false;
        link.kind = section.medium->kind;
    }
    for (const CableSection& section : link.sections)
        if (section.medium && (!link.kind || section.medium->kind == *link.kind || !section.cord))
            if (!link.weakest || section.medium->grade < link.weakest->grade) link.weakest = section.medium;
    link.weakestCable = link.weakest ? link.weakest->grade : 0;
    if (link.kind == kb::MediumKind::TwistedPair)
        for (const ChannelPart& part : link.parts)
            if (part.medium && link.weakest && part.medium->grade < link.weakest->grade) link.weakest = part.medium;
    if (!known) link.weakest = nullptr;
    if (!known || !oneKind) link.kind.reset();
    if (measured) link.length = total;
}

void addStretches(LinkContext& link, const plan::Plan& plan, const plan::Link& traced)
{
    plan::PortId at = traced.a;
    for (plan::RunId id : traced.runs) {
        const plan::Run* run = plan.runs.find(id);
        if (!run) continue;
        // A link is walked from its end a; a run may be laid the other way round.
        const bool forward = run->a == at || !run->a.isSet();
        at = forward ? run->b : run->a;
        addCords(link, *run, !forward);
        link.sections.push_back({run, nullptr, mediumOf(*run, link.kb), run->length,
                                 run->traits.count("gauge").value_or(0), placeOf(plan, run->a), placeOf(plan, run->b)});
        addCords(link, *run, forward);
        addParts(link, *run, forward);
        link.joints += jointsOf(*run);
        link.splices += run->splices;
        link.bundled = link.bundled || run->bundle == plan::Bundle::Bundled;
        if (run->wanted && (!link.wanted || *link.wanted < *run->wanted)) link.wanted = run->wanted;
    }
    for (plan::PortId id : traced.through)
        if (const plan::Device* device = plan::deviceOf(plan, id); device && plan::isPassive(device->role))
            link.parts.push_back({device->name, link.kb.find<kb::Medium>(device->traits.word("category")), false});
    link.joints += static_cast<int>(traced.through.size());
    sumUp(link);
}

/// An injector passes data from one socket to the other: the cable at its other side is part of the same channel. It
/// ends no channel of 100 m (IEEE 802.3 Clause 33: a midspan lies within the channel).
void addBehindInjectors(LinkContext& link, const plan::Plan& plan, const plan::Link& traced)
{
    for (const LinkEnd* end : {&link.a, &link.b}) {
        if (!end->device || end->device->role != plan::Role::Injector) continue;
        for (const plan::Port* port : plan::portsOf(plan, end->device->id)) {
            if (port->id == end->port->id) continue;
            for (const plan::Run* run : plan::runsAt(plan, port->id)) {
                const auto beyond = plan::linkOf(plan, run->id);
                if (!beyond || beyond->runs == traced.runs) continue;
                LinkContext other{link.kb, plan, {}, {}, {}, {}, nullptr, 0, {}, {}, 0, 0, false, false, {}, {}, {}};
                addStretches(other, plan, *beyond);
                link.throughInjector = true;
                link.length = link.length && other.length ? std::optional(*link.length + *other.length) : std::nullopt;
                link.joints += other.joints;
                // What rates the channel may stand behind the injector: its jacks and panels are parts of the channel.
                for (ChannelPart& part : other.parts)
                    link.parts.push_back({std::move(part.name), part.medium, end == &link.b});
                link.weakestCable = std::min(link.weakestCable, other.weakestCable);
                if (!other.weakest) link.weakest = nullptr;
                else if (link.weakest && other.weakest->grade < link.weakest->grade) link.weakest = other.weakest;
            }
        }
    }
}

/// The highest rate that both ends and the lead between them could run at, however the ports are set.
std::optional<BitRate> ableRate(const LinkContext& link)
{
    if (!link.a.port || !link.b.port) return std::nullopt;
    std::vector<BitRate> a = linkableRates(link.a, link.a.ableRates);
    if (const auto made = link.isCaptive() ? link.runAs<BitRate>("rated") : std::nullopt)
        std::erase_if(a, [&](BitRate rate) { return rate > *made; });
    return highestCommon(a, linkableRates(link.b, link.b.ableRates));
}

}  // namespace

bool CableSection::isScreened() const
{
    if (run->traits.flag("screened") && !cord) return true;
    return medium && medium->kind == kb::MediumKind::TwistedPair &&
           (medium->id == "cat6-screened" || medium->grade >= 70);
}

std::vector<const CableSection*> LinkContext::cables() const
{
    std::vector<const CableSection*> found;
    for (const CableSection& section : sections)
        if (!section.cord) found.push_back(&section);
    return found;
}

std::string_view LinkContext::runWord(std::string_view trait) const
{
    for (const CableSection& section : sections)
        if (const std::string_view value = section.run->traits.word(trait); !value.empty()) return value;
    return {};
}

std::optional<int> LinkContext::runCount(std::string_view trait) const
{
    for (const CableSection& section : sections)
        if (const auto value = section.run->traits.count(trait)) return value;
    return std::nullopt;
}

LinkContext linkContext(const plan::Plan& plan, const plan::Link& traced, const kb::KnowledgeBase& kb)
{
    LinkContext link{kb,
                     plan,
                     endAt(plan, traced.a, kb),
                     endAt(plan, traced.b, kb),
                     {},
                     {},
                     nullptr,
                     0,
                     {},
                     {},
                     0,
                     0,
                     false,
                     false,
                     {},
                     {},
                     {}};
    addStretches(link, plan, traced);
    addBehindInjectors(link, plan, traced);
    for (LinkEnd* end : {&link.a, &link.b})
        if (end->port) end->rates = linkableRates(*end, end->hostRates);
    // Adapters of a shared medium each have an Ethernet port of their own: the slower one is the ceiling.
    if (link.kind && kb::isShared(*link.kind) && !link.a.rates.empty() && !link.b.rates.empty())
        link.common = std::min(link.a.rates.front(), link.b.rates.front());
    if (!link.common) {
        link.common = highestCommon(link.a.rates, link.b.rates);
        link.able = ableRate(link);
    }
    link.a.phy = phyAt(link.a, link);
    link.b.phy = phyAt(link.b, link);
    return link;
}

std::optional<Light> lightOf(const LinkEnd& end, const kb::Phy& phy, const kb::KnowledgeBase& kb)
{
    const kb::Optics* row = kb.find<kb::Optics>(phy.id);
    if (!row) return std::nullopt;
    Light light{row->txMin, row->txMax, row->rxMin, row->rxMax, row->damage, row};
    const auto overrule = [&](std::string_view trait, PowerDbm& level) {
        if (const auto stated = end.port->traits.as<PowerDbm>(trait)) level = *stated;
    };
    if (end.port && !end.port->traits.empty()) {
        overrule("tx-least", light.txMin);
        overrule("tx-most", light.txMax);
        overrule("rx-least", light.rxMin);
        overrule("rx-most", light.rxMax);
    }
    return light;
}

}  // namespace sokudo::match
