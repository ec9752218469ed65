// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/what_if.h"
#include "core/base/sentence.h"

#include <algorithm>

namespace sokudo::match {
namespace {

WhatIfRow look(const plan::Plan& plan, const LinkReport& report, BitRate rate, Preference preference,
               const kb::KnowledgeBase& kb, IdSource& ids)
{
    WhatIfRow row{report.link.id(), report.title, Needs::Unknown, report.rate, {}, {}, 0};
    if (report.verdict <= Verdict::Limited && report.rate && *report.rate >= rate) {
        row.needs = Needs::Nothing;
        row.answer = text::say("what-if.reaches-it-as-it", "reaches it as it is");
        return row;
    }
    auto wish = wishOf(plan, report.link, kb);
    if (!wish) {
        row.answer = wish.error().what;
        return row;
    }
    wish->rate = rate;
    Ways ways = otherWays(plan, *wish, kb, ids);
    if (ways.ways.empty()) {
        const bool unknown = std::any_of(ways.noWays.begin(), ways.noWays.end(),
                                         [](const NoWay& no) { return no.verdict == Verdict::Unknown; });
        row.needs = unknown ? Needs::Unknown : Needs::Impossible;
        row.answer = ways.noWays.empty()
                         ? text::say("what-if.nothing-in-the-catalogue", "nothing in the catalogue does it")
                         : ways.noWays.front().medium + ": " + ways.noWays.front().why;
        return row;
    }
    rank(ways.ways, preference);
    const auto kept = std::find_if(ways.ways.begin(), ways.ways.end(), [](const Way& way) { return way.keepsCable; });
    const Way& chosen = kept != ways.ways.end() ? *kept : ways.ways.front();  // nobody pulls a cable where modules do
    row.needs = chosen.keepsCable ? Needs::Modules : Needs::Cable;
    row.answer = chosen.title;
    row.cost = chosen.cost;
    row.minutes = chosen.minutes;
    return row;
}

}  // namespace

std::string_view word(Needs needs)
{
    switch (needs) {
    case Needs::Nothing: return "as it is";
    case Needs::Modules: return "modules or settings";
    case Needs::Cable: return "another cable";
    case Needs::Impossible: return "not with these ports";
    default: return "not known";
    }
}

std::size_t WhatIf::count(Needs needs) const
{
    return static_cast<std::size_t>(
        std::count_if(rows.begin(), rows.end(), [&](const WhatIfRow& row) { return row.needs == needs; }));
}

WhatIf whatIf(const plan::Plan& plan, const std::vector<ReportPtr>& links, BitRate rate, Preference preference,
              const kb::KnowledgeBase& kb, const std::function<bool(std::size_t)>& step)
{
    WhatIf result{rate, {}, 0, 0, 0};
    IdSource ids(1);  // the ways are priced here, not applied
    for (const ReportPtr& report : links) {
        result.rows.push_back(look(plan, *report, rate, preference, kb, ids));
        const WhatIfRow& row = result.rows.back();
        if (row.cost) result.cost += *row.cost;
        else if (row.needs == Needs::Modules || row.needs == Needs::Cable) ++result.unpriced;
        result.minutes += row.minutes;
        if (step && !step(result.rows.size())) break;
    }
    return result;
}

}  // namespace sokudo::match
