// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/match/clause.h"
#include "core/match/optical_budget.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr Decibel kUnsure = Decibel::fromSteps(1000);  // 1 dB: how far typical damage figures lie apart

std::optional<Outcome> lossOutcome(const LinkContext& link, const kb::Phy& phy, const OpticalLoss& loss)
{
    const kb::Reach* reach = kb::reachOf(link.kb, phy.id, link.weakest->id);
    if (!reach || !reach->maxLoss) return std::nullopt;
    text::Args args{{"phy", phy.name},
                    {"working", loss.working},
                    {"allowed", *reach->maxLoss},
                    {"typical", loss.typical},
                    {"spare", *reach->maxLoss - loss.greatest},
                    {"over", loss.greatest - *reach->maxLoss}};
    if (loss.greatest <= *reach->maxLoss)
        return Outcome{Verdict::Fits, phy.rate,    "{working} of {allowed} allowed for {phy}; {spare} to spare",
                       args,          reach->from, LinkPart::Between,
                       "fo-01"};
    if (loss.typical <= *reach->maxLoss)
        return Outcome{Verdict::Marginal,
                       phy.rate,
                       "{working}, {over} more than the {allowed} allowed for {phy}; a meter may show {typical}. Fewer "
                       "or better joints, then measure",
                       args,
                       reach->from,
                       LinkPart::Between,
                       "fo-04"};
    return Outcome{Verdict::NoLink,
                   {},
                   "{working}, and even {typical} as typically measured is more than the {allowed} allowed for {phy}",
                   args,
                   reach->from,
                   LinkPart::Between,
                   "fo-05"};
}

/// The next size that is sold.
Decibel attenuatorFor(Decibel excess)
{
    for (double size : {1.0, 2.0, 3.0, 5.0, 7.0, 10.0, 15.0})
        if (excess <= Decibel::of(size)) return Decibel::of(size);
    return excess;
}

/// A long-reach optic is made for a path that takes some light.
std::optional<Outcome> madeForDistance(const LinkContext& link, const LinkEnd& end, const OpticalLoss& loss)
{
    const kb::Phy& phy = *end.phy;
    const auto optics = lightOf(end, phy, link.kb);
    if (!optics || optics->txMax <= optics->rxMax) return std::nullopt;
    const Decibel least = optics->txMax - optics->rxMax;
    if (loss.typical >= least) return std::nullopt;
    return clause(link, "fo-25", {{"phy", phy.name}, {"least", least}, {"loss", loss.typical}}, phy.rate);
}

/// Where they do not, an attenuator helps nothing; light that burns a receiver burns it all the same.
bool receiveEachOther(const LinkContext& link)
{
    const std::string &a = link.a.module->phy, &b = link.b.module->phy;
    return a == b || link.a.phy == link.b.phy || kb::pairingOf(link.kb, a, b) || kb::pairingOf(link.kb, b, a);
}

/// A receiver too close to a strong transmitter is blinded, some kinds for good.
std::optional<Outcome> overload(const LinkContext& link, const LinkEnd& sending, const LinkEnd& receiving,
                                const OpticalLoss& loss, LinkPart part)
{
    const kb::Phy& receiver = *receiving.phy;
    const auto from = lightOf(sending, *sending.phy, link.kb);
    const auto to = lightOf(receiving, receiver, link.kb);
    if (!from || !to) return std::nullopt;
    const PowerDbm strongest = from->txMax - loss.typical;
    if (strongest <= to->rxMax) return std::nullopt;
    // A damage figure that is only typical burns nothing by a hair: that far the sentence says how sure it is.
    const bool isSure = to->row->from.certainty == Certainty::Standard;
    const bool burns = to->damage && strongest > *to->damage + (isSure ? Decibel{} : kUnsure);
    const bool fragile = receiver.id == "10g-zr";
    if (!receiveEachOther(link)) {
        if (!burns && !fragile) return std::nullopt;
        return Outcome{
            Verdict::Unsafe,
            {},
            "{sender} does not talk to {receiver}, and up to {level} may reach a receiver that takes {limit} "
            "and may be destroyed: do not switch on, fit the same PHY at both ends",
            {{"sender", sending.phy->name}, {"receiver", receiver.name}, {"level", strongest}, {"limit", to->rxMax}},
            to->row->from,
            part,
            "fo-18"};
    }
    return Outcome{burns || fragile ? Verdict::Unsafe : Verdict::Marginal,
                   receiver.rate,
                   burns || fragile
                       ? "up to {level} may reach a receiver that takes {limit}: put in an attenuator of {attenuator} "
                         "at its end (at least {excess}) before switching on, or the receiver may be destroyed"
                       : "up to {level} may reach a receiver that takes {limit}: put in an attenuator of {attenuator} "
                         "at its end (at least {excess})",
                   {{"level", strongest},
                    {"limit", to->rxMax},
                    {"excess", strongest - to->rxMax},
                    {"attenuator", attenuatorFor(strongest - to->rxMax)}},
                   to->row->from,
                   part,
                   "fo-18"};
}

Outcomes check(const LinkContext& link)
{
    if (!link.isOnFibre() || !link.weakest || !link.a.phy || !link.b.phy || !link.a.module || !link.b.module) return {};
    if (!kb::isFibre(link.a.phy->medium) || !kb::isFibre(link.b.phy->medium)) return {};
    Outcomes found;
    const auto loss = opticalLoss(link, link.a.phy->windowNm);
    if (!loss) return found;
    if (auto outcome = lossOutcome(link, *link.a.phy, *loss)) found.push_back(*outcome);
    if (link.b.phy != link.a.phy)
        if (auto outcome = lossOutcome(link, *link.b.phy, *loss)) found.push_back(*outcome);
    if (auto outcome = overload(link, link.a, link.b, *loss, LinkPart::MediumB)) found.push_back(*outcome);
    if (auto outcome = overload(link, link.b, link.a, *loss, LinkPart::MediumA); outcome && link.a.phy != link.b.phy)
        found.push_back(*outcome);
    if (auto outcome = madeForDistance(link, link.a, *loss)) found.push_back(*outcome);
    return found;
}

}  // namespace

constinit const Rule kOpticalLoss{
    .id = "optical-loss",
    .title = "The light that arrives is neither too weak nor too strong",
    .why = "Each metre and each joint takes light; the standard allows a sum, and a receiver has an upper limit too.",
    .clauses = "fo-01 fo-04 fo-05 fo-18 fo-25",
    .check = &check,
};

}  // namespace sokudo::match
