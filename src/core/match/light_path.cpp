// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/light_path.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/match/optical_budget.h"

namespace sokudo::match {
namespace {

LightPath follow(const LinkContext& link, const LinkEnd& from, const LinkEnd& to, const Light& sender,
                 const Light& receiver, std::vector<LossPart> parts)
{
    LightPath path{from.name, to.name, {}, receiver.rxMin, receiver.rxMax, sender.txMax, {}};
    const PowerDbm middle = PowerDbm::fromSteps((sender.txMin.steps() + sender.txMax.steps()) / 2);
    path.steps.push_back({"launch", {}, {}, sender.txMin, middle});
    if (&from == &link.b) std::reverse(parts.begin(), parts.end());
    for (const LossPart& part : parts) {
        const LightStep& before = path.steps.back();
        path.strongest = path.strongest - part.typical;
        path.steps.push_back(
            {part.name, part.greatest, part.typical, before.weakest - part.greatest, before.usual - part.typical});
    }
    path.measured = to.port->traits.as<PowerDbm>("rx");
    return path;
}

}  // namespace

std::vector<LightPath> lightPaths(const LinkContext& link)
{
    if (!link.isOnFibre() || !link.a.module || !link.b.module || !link.a.phy || !link.b.phy) return {};
    if (!kb::isFibre(link.a.phy->medium) || !kb::isFibre(link.b.phy->medium)) return {};
    const auto a = lightOf(link.a, *link.a.phy, link.kb);
    const auto b = lightOf(link.b, *link.b.phy, link.kb);
    const auto loss = opticalLoss(link, link.a.phy->windowNm);
    const auto back = opticalLoss(link, link.b.phy->windowNm);
    if (!a || !b || !loss || !back) return {};
    return {follow(link, link.a, link.b, *a, *b, loss->parts), follow(link, link.b, link.a, *b, *a, back->parts)};
}

}  // namespace sokudo::match
