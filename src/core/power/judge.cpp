// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/power/judgement.h"

namespace sokudo::power {

Judgements judge(const House& house)
{
    Judgements found;
    judgeFeeds(house, found);
    judgePoe(house, found);
    judgePlaces(house, found);
    judgeStructure(house, found);
    std::stable_sort(found.begin(), found.end(),
                     [](const Judgement& a, const Judgement& b) { return a.verdict > b.verdict; });
    return found;
}

Judgements judge(const plan::Plan& plan, const match::Reports& links, const kb::KnowledgeBase& kb)
{
    const SupplyNet net(plan, links, kb);
    return judge(House{plan, links, net, kb});
}

Result<Judgements> judgeMoved(const plan::Plan& plan, plan::DeviceId id, plan::PlaceId place,
                              const match::Reports& links, const kb::KnowledgeBase& kb)
{
    const plan::Device* device = plan.devices.find(id);
    if (!device || !plan.places.has(place))
        return failure(ErrorCode::NotFound, text::say("judge.not-there", "name a device and a place of this house"));
    plan::Plan moved = plan;
    plan::Device there = *device;
    there.place = place;
    there.rackUnit = 0;
    there.supplies.clear();
    there.traits.set("power-source", "outlet");
    moved.devices = moved.devices.with(there);
    const SupplyNet net(moved, links, kb);
    Judgements all, found;
    const House house{moved, links, net, kb};
    judgeFeeds(house, all);
    judgePlaces(house, all);
    for (Judgement& one : all)
        if (std::any_of(one.about.begin(), one.about.end(), [&](const plan::Subject& about) {
                return about == plan::Subject{"device", id.value} || about == plan::Subject{"place", place.value};
            }))
            found.push_back(std::move(one));
    std::stable_sort(found.begin(), found.end(),
                     [](const Judgement& a, const Judgement& b) { return a.verdict > b.verdict; });
    if (found.empty())
        found.push_back({"suits",
                         Verdict::Fits,
                         text::say("judge.suits", "nothing speaks against {} in {}, as far as both are described",
                                   device->name, plan.places.find(place)->name),
                         text::say("judge.suits-fix", "measure it once it stands there"),
                         {{"device", id.value}}});
    return found;
}

}  // namespace sokudo::power
