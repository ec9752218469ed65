// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

bool isOneStrand(const kb::Phy& phy) { return phy.wavelengths.find('/') != std::string::npos; }

/// The optic at an end; of a broken-out one, what its lane speaks.
const kb::Phy* spokenBy(const LinkContext& link, const LinkEnd& end)
{
    if (!end.module) return nullptr;
    const kb::Phy* own = link.kb.find<kb::Phy>(end.module->phy);
    return own && end.splits == own->lanes && !own->lanePhy.empty() ? link.kb.find<kb::Phy>(own->lanePhy) : own;
}

/// The same colours, lanes and symbol rate: nothing but the standard keeps the two apart.
bool isAlike(const kb::Phy& a, const kb::Phy& b)
{
    return a.windowNm == b.windowNm && a.laneGbd == b.laneGbd && a.lanes == b.lanes && a.wavelengths == b.wavelengths;
}

const char* whyNot(const kb::Phy& a, const kb::Phy& b)
{
    if (&a == &b)
        return "{a} does not talk to {b}: both send and listen on the same colours: one end must be the other half of "
               "the pair";
    if (a.windowNm != b.windowNm)
        return "{a} does not talk to {b}: one sends where the other does not listen ({windowA} nm against {windowB} "
               "nm)";
    if (a.laneGbd != b.laneGbd) return "{a} does not talk to {b}: their lanes run at different speeds";
    if (a.lanes != b.lanes) return "{a} does not talk to {b}: they use {lanesA} against {lanesB} lanes";
    return "{a} does not talk to {b}: their wavelengths differ ({wavesA} nm against {wavesB} nm)";
}

Outcomes check(const LinkContext& link)
{
    const kb::Phy* a = spokenBy(link, link.a);
    const kb::Phy* b = spokenBy(link, link.b);
    if (!a || !b || !kb::isFibre(a->medium) || !kb::isFibre(b->medium)) return {};
    text::Args args{{"a", a->name},
                    {"b", b->name},
                    {"windowA", std::to_string(a->windowNm)},
                    {"windowB", std::to_string(b->windowNm)},
                    {"lanesA", std::to_string(a->lanes)},
                    {"lanesB", std::to_string(b->lanes)},
                    {"wavesA", a->wavelengths},
                    {"wavesB", b->wavelengths}};
    if (a == b && !isOneStrand(*a))
        return single({Verdict::Fits, a->rate, "{a} at both ends", args, a->from, LinkPart::Between, "fo-01"});
    if (const kb::Pairing* pair = kb::pairingOf(link.kb, a->id, b->id)) {
        const bool tooLong = pair->upTo && link.length && *link.length > *pair->upTo;
        args.emplace_back("text", text::Arg(pair->text));
        if (pair->upTo) args.emplace_back("upTo", text::Arg(*pair->upTo));
        if (tooLong)
            return single({Verdict::Marginal, pair->rate, "{a} facing {b} is good for {upTo} only: {text}", args,
                           pair->from, LinkPart::Between, "pairing"});
        return single(
            {pair->verdict, pair->rate, "{a} facing {b}: {text}", args, pair->from, LinkPart::Between, "pairing"});
    }
    if (isOneStrand(*a) && isOneStrand(*b) && a != b) return single(clause(link, "fo-17", args));
    if (a != b && isAlike(*a, *b))
        return single({Verdict::Unknown, std::min(a->rate, b->rate),
                       "{a} facing {b}: colours and rates are alike, and the pairing is not specified: ask the makers",
                       args, Cited(a->from.source, Certainty::Unsure), LinkPart::Between, "pairing"});
    return single({Verdict::NoLink,
                   {},
                   whyNot(*a, *b),
                   args,
                   Cited(a->from.source, weaker(a->from.certainty, b->from.certainty)),
                   LinkPart::Between,
                   isOneStrand(*a) && a == b ? "fo-16" : "fo-08"});
}

}  // namespace

constinit const Rule kPairing{
    .id = "pairing",
    .title = "The two optics hear each other",
    .why = "A receiver sees only its own window, lane count and line rate.",
    .clauses = "fo-01 fo-08 fo-16 fo-17",
    .check = &check,
};

}  // namespace sokudo::match
