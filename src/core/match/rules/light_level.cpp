// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/clause.h"
#include "core/match/optical_budget.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

constexpr PowerDbm kDark = PowerDbm::fromSteps(-35'000);  // readings of no light lie near -40 dBm
constexpr Decibel kMissing = Decibel::fromSteps(3'000);   // sff-8472: module readings are good to 3 dB

std::optional<Outcome> judge(const LinkContext& link, const LinkEnd& end, LinkPart part)
{
    const auto measured = end.port ? end.port->traits.as<PowerDbm>("rx") : std::nullopt;
    const LinkEnd& far = link.other(end);
    if (!measured || !end.phy || !far.phy) return std::nullopt;
    text::Args args{{"end", end.name}, {"measured", *measured}};
    if (*measured <= kDark) return clause(link, "fo-23", std::move(args), {}, part);
    const auto sender = lightOf(far, *far.phy, link.kb);
    const auto receiver = lightOf(end, *end.phy, link.kb);
    const auto loss = opticalLoss(link, far.phy->windowNm);
    if (sender && loss) {
        const PowerDbm sent = far.port->traits.as<PowerDbm>("tx").value_or(sender->txMin);
        const PowerDbm predicted = sent - loss->typical;
        if (*measured < predicted - kMissing) {
            args.emplace_back("predicted", text::Arg(predicted));
            args.emplace_back("missing", text::Arg(predicted - *measured));
            return clause(link, "fo-22", std::move(args), link.common, part);
        }
    }
    if (!receiver) return std::nullopt;
    args.emplace_back("least", text::Arg(receiver->rxMin));
    args.emplace_back("most", text::Arg(receiver->rxMax));
    args.emplace_back("margin", text::Arg(*measured - receiver->rxMin));
    if (*measured < receiver->rxMin)
        return Outcome{Verdict::Marginal,
                       link.common,
                       "{end} receives {measured}, below the {least} it needs",
                       args,
                       receiver->row->from,
                       part,
                       "fo-22"};
    if (*measured > receiver->rxMax)
        return Outcome{Verdict::Marginal,
                       link.common,
                       "{end} receives {measured}, above the {most} it takes: attenuate",
                       args,
                       receiver->row->from,
                       part,
                       "fo-18"};
    return Outcome{
        Verdict::Fits, {},     "{end} receives {measured}: {margin} above the least", args, receiver->row->from,
        part,          "fo-01"};
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOnFibre()) return found;
    if (auto outcome = judge(link, link.a, LinkPart::MediumA)) found.push_back(std::move(*outcome));
    if (auto outcome = judge(link, link.b, LinkPart::MediumB)) found.push_back(std::move(*outcome));
    return found;
}

}  // namespace

constinit const Rule kLightLevel{
    .id = "light-level",
    .title = "The light that was measured is the light that was planned",
    .why = "Light that is missing is dirt, a bend or a bad joint; no light is polarity, a break or a dark transmitter.",
    .clauses = "fo-01 fo-18 fo-22 fo-23",
    .check = &check,
};

}  // namespace sokudo::match
