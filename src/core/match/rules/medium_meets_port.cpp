// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// What may be plugged into this end as it stands.
bool takes(const LinkEnd& end, const LinkContext& link, kb::MediumKind medium)
{
    if (end.module) {
        const kb::Phy* phy = link.kb.find<kb::Phy>(end.module->phy);
        if (!phy) return true;
        return kb::isFibre(phy->medium) ? kb::isFibre(medium) : phy->medium == medium;
    }
    if (end.cage->family == "rj45") return medium == kb::MediumKind::TwistedPair;
    if (end.cage->family == "coax") return medium == kb::MediumKind::Coax;
    if (end.cage->family == "mains") return medium == kb::MediumKind::PowerLine;
    if (end.cage->family == "radio") return medium == kb::MediumKind::Radio;
    if (medium == kb::MediumKind::Coax || medium == kb::MediumKind::PowerLine || medium == kb::MediumKind::Radio)
        return false;
    return true;  // an empty cage takes a lead or, with a module, anything
}

/// Cables of one link that meet at a panel.
void joinOfCables(const LinkContext& link, Outcomes& found)
{
    const std::vector<const CableSection*> cables = link.cables();
    for (std::size_t i = 1; i < cables.size(); ++i) {
        const kb::Medium* before = cables[i - 1]->medium;
        const kb::Medium* after = cables[i]->medium;
        if (before && after && before->kind != after->kind && !(kb::isFibre(before->kind) && kb::isFibre(after->kind)))
            found.push_back({Verdict::NoLink,
                             {},
                             "{before} meets {after} at a panel: they do not join without a converter",
                             {{"before", before->name}, {"after", after->name}},
                             {"own", Certainty::Standard},
                             LinkPart::Between,
                             "media-meet"});
        else if (before && after && before->kind != after->kind)
            found.push_back({Verdict::NoLink,
                             {},
                             "{before} joins {after}: multimode and single-mode fibre lose about 15 dB where they meet",
                             {{"before", before->name}, {"after", after->name}},
                             {"practice", Certainty::Typical},
                             LinkPart::Between,
                             "fo-20"});
    }
}

/// Cords of another kind than the cable they belong to.
void joinOfCords(const LinkContext& link, Outcomes& found)
{
    for (const CableSection& section : link.sections)
        if (section.cord && section.medium && link.kind && section.medium->kind != *link.kind &&
            !(kb::isFibre(section.medium->kind) && link.isOnFibre()))
            found.push_back({Verdict::NoLink,
                             {},
                             "a cord of {cord} does not join {run}",
                             {{"cord", section.medium->name}, {"run", section.run->label}},
                             {"own", Certainty::Standard},
                             LinkPart::Between,
                             "media-meet"});
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (link.sections.empty()) return found;
    const auto look = [&](const LinkEnd& end, const CableSection& section, LinkPart part) {
        if (!end.port || !end.cage || !section.medium || takes(end, link, section.medium->kind)) return;
        const std::string holder = end.module ? end.module->name : end.cage->name + " socket";
        found.push_back({Verdict::NoLink,
                         {},
                         "{medium} does not plug into the {holder} of {end}",
                         {{"medium", section.medium->name}, {"holder", holder}, {"end", end.name}},
                         {end.cage->from.source, Certainty::Standard},
                         part,
                         "connector"});
    };
    look(link.a, link.sections.front(), LinkPart::MediumA);
    look(link.b, link.sections.back(), LinkPart::MediumB);
    joinOfCables(link, found);
    joinOfCords(link, found);
    for (const CableSection& section : link.sections)
        if (!section.medium)
            found.push_back({Verdict::Unknown,
                             {},
                             "The kind of cable of run {run} is not known: read the print on its jacket",
                             {{"run", section.run->label}},
                             {"own", Certainty::Standard},
                             LinkPart::Between,
                             "medium-unknown"});
    return found;
}

}  // namespace

constinit const Rule kMediumMeetsPort{
    .id = "medium-meets-port",
    .title = "The cable plugs into what stands at its ends",
    .why = "A plug of another family does not go in, and two kinds of cable do not join at a panel.",
    .clauses = "fo-20",
    .check = &check,
};

}  // namespace sokudo::match
