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

}  // namespace sokudo::power
