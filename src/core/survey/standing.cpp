// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/standing.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/survey/contradictions.h"

namespace sokudo::survey {
namespace {

plan::Subject subjectOf(const Gap& gap)
{
    if (gap.run.isSet()) return {"run", gap.run.value};
    return {"device", gap.device.value};
}

/// "1 link" or "3 links".
text::Sentence counted(std::size_t count, const char* one, const char* more)
{
    return count == 1 ? text::say("standing.one", "1 {}", one) : text::say("standing.more", "{} {}", count, more);
}

StandingGroup linksOf(const Analysis& analysis, const char* id, std::initializer_list<Verdict> verdicts)
{
    StandingGroup group{id, {}, {}};
    for (const match::LinkReport& report : analysis.links)
        for (Verdict verdict : verdicts)
            if (report.verdict == verdict)
                group.items.push_back({verdict,
                                       text::say("standing.link", "{}: {}", report.title, report.reason()),
                                       {"run", report.link.id().value}});
    return group;
}

/// What is not known, without what is unsafe: that has a group of its own.
StandingGroup unknownOf(const Analysis& analysis)
{
    StandingGroup group{"unknown", {}, {}};
    for (const Gap& gap : analysis.gaps)
        if (gap.verdict != Verdict::Unsafe) group.items.push_back({gap.verdict, gap.text, subjectOf(gap)});
    group.title = counted(group.items.size(), "fact is not known yet", "facts are not known yet");
    return group;
}

text::Sentence sentenceOf(const plan::Plan& plan, const Analysis& analysis, const std::vector<StandingGroup>& groups)
{
    if (plan.devices.empty()) return text::say("standing.empty", "Nothing is surveyed yet.");
    if (analysis.links.empty() && plan.devices.size() == 1)
        return text::say("standing.one-device", "1 device, and no cable to it is listed yet.");
    if (analysis.links.empty())
        return text::say("standing.no-links", "{} devices, and no cable between them is listed yet.",
                         plan.devices.size());
    const auto count = [&](const char* id) -> std::size_t {
        for (const StandingGroup& group : groups)
            if (std::string_view(group.id) == id) return group.items.size();
        return 0;
    };
    const std::size_t all = analysis.links.size(), good = static_cast<std::size_t>(analysis.count(Verdict::Fits));
    std::vector<text::Sentence> parts;
    if (const auto unsafe = count("unsafe")) parts.push_back(counted(unsafe, "is unsafe", "are unsafe"));
    if (const auto dead = count("no-link")) parts.push_back(counted(dead, "does not link", "do not link"));
    if (const auto limited = count("limited")) parts.push_back(counted(limited, "is limited", "are limited"));
    if (parts.empty() && good == all && all == 1) return text::say("standing.one-good", "The one link fits.");
    if (parts.empty() && good == all) return text::say("standing.all-good", "All {} links fit.", all);
    if (parts.empty())
        return text::say("standing.some-unknown", "{} of {} links fit; nothing else is known to be wrong.", good, all);
    return text::say("standing.sentence", "{} of {} links fit; {}.", good, all, text::joined(parts, ", "));
}

}  // namespace

Standing standing(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
                  const std::vector<LowPath>& low)
{
    std::vector<StandingGroup> all;
    all.push_back(linksOf(analysis, "unsafe", {Verdict::Unsafe}));
    all.back().title = counted(all.back().items.size(), "link is unsafe", "links are unsafe");
    all.push_back(linksOf(analysis, "no-link", {Verdict::NoLink}));
    all.back().title = counted(all.back().items.size(), "link does not come up", "links do not come up");
    all.push_back(linksOf(analysis, "limited", {Verdict::Marginal, Verdict::Limited}));
    all.back().title = counted(all.back().items.size(), "link is limited or outside the book",
                               "links are limited or outside the book");
    StandingGroup slow{"measured-low", {}, {}};
    for (const LowPath& one : low)
        slow.items.push_back({Verdict::Limited, text::Sentence(one.text), {"device", one.from.value}});
    slow.title = counted(slow.items.size(), "path was measured low", "paths were measured low");
    all.push_back(std::move(slow));
    StandingGroup wrong{"contradictions", {}, {}};
    for (const Contradiction& one : contradictions(plan, kb))
        wrong.items.push_back(
            {Verdict::Marginal, one.what, one.subjects.empty() ? plan::Subject{} : one.subjects.front()});
    wrong.title = counted(wrong.items.size(), "pair of records contradicts", "pairs of records contradict");
    all.push_back(std::move(wrong));
    all.push_back(unknownOf(analysis));
    std::erase_if(all, [](const StandingGroup& group) { return group.items.empty(); });
    return {sentenceOf(plan, analysis, all), std::move(all)};
}

}  // namespace sokudo::survey
