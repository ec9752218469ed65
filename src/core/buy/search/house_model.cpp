// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/house_model.h"

#include "core/base/text.h"

namespace sokudo::buy {

plan::Link plugIn(plan::Plan& plan, const CableOf& cable, plan::PortId a, plan::PortId b, const plan::RunId cords[2])
{
    plan::Link link = cable.link;
    if (cable.isPlugged) {
        for (plan::RunId id : link.runs) {
            const plan::Run* run = plan.runs.find(id);
            if (!run) continue;
            plan::Run moved = *run;
            for (plan::PortId* end : {&moved.a, &moved.b}) {
                if (*end == cable.link.a) *end = a;
                else if (*end == cable.link.b) *end = b;
            }
            plan.runs = plan.runs.with(moved);
        }
        link.a = a;
        link.b = b;
        return link;
    }
    plan::Run first{cords[0], "lead at " + plan::portText(plan, a), a, cable.link.a, cable.medium->id, Length::of(2)};
    plan::Run last{cords[1], "lead at " + plan::portText(plan, b), cable.link.b, b, cable.medium->id, Length::of(2)};
    plan.runs = plan.runs.with(first).with(last);
    link.through = {cable.link.a, cable.link.b};
    link.runs = {first.id, cable.link.id(), last.id};
    link.a = a;
    link.b = b;
    return link;
}

Result<HouseModel> houseModel(const ModelQuestion& asked)
{
    if (asked.asked.wishes.empty())
        return failure(
            ErrorCode::BadInput,
            text::say("house-model.no-wish", "there is no wish yet; add one such as “platen to vault at 25g”"));
    for (const Wish& wish : asked.asked.wishes)
        for (plan::DeviceId id : {wish.a, wish.b})
            if (!asked.house.devices.has(id))
                return failure(
                    ErrorCode::BadInput,
                    text::say("house-model.gone", "“{}”: a device of this wish is gone; take the wish out", wish.line));
    HouseModel made;
    made.stage = asked.house;
    PartIndex parts(asked.house, asked.kb, asked.today);
    parts.ban(asked.asked.without);
    const match::Reports reports = match::judgeAll(asked.house, asked.kb);
    addNodes(made, asked, reports, parts);
    addProviders(made, asked, parts);
    if (const auto added = addChoices(made, asked, parts); !added) return tl::unexpected(added.error());
    if (parts.error()) return tl::unexpected(*parts.error());
    return made;
}

}  // namespace sokudo::buy
