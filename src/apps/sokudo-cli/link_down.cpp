// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/text.h"
#include "core/match/link_down.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

Json toJson(const match::LinkDown& dark, const match::LinkReport& report, const kb::KnowledgeBase& kb)
{
    Json result{{"title", report.title},
                {"next", dark.next() ? Json(dark.next()->row->id) : Json(nullptr)},
                {"minutes", dark.minutes},
                {"steps", Json::array()}};
    for (const match::LinkDownStep& step : dark.steps)
        result["steps"].push_back({{"id", step.row->id},
                                   {"title", step.row->title},
                                   {"state", word(step.state)},
                                   {"because", plain(step.because)},
                                   {"look", step.row->look},
                                   {"minutes", step.row->minutes},
                                   {"source", kb.citation(step.row->from.source)}});
    return result;
}

void show(const match::LinkDown& dark, const match::LinkReport& report)
{
    if (dark.steps.empty())
        return print(fmt::format("{}: neither end takes a module; sokudo-cli link or check says why there is no link",
                                 report.title));
    print(fmt::format("{}: module seen, no link", report.title));
    int number = 0;
    for (const match::LinkDownStep& step : dark.steps) {
        print(fmt::format("{}. {} — {}: {}", ++number, step.row->title, word(step.state), step.because.text()));
        if (step.state != match::StepState::Cleared)
            print(fmt::format("   do: {} ({} min)", step.row->look, text::number(step.row->minutes)));
    }
    if (!dark.next())
        print(
            "all of these are ruled out by what was stated: try another module, another lead and another port, one at "
            "a time");
}

int answer(const LinkOptions& given, Context& context)
{
    const auto found = findLink(given, context);
    if (!found) return fail(found.error());
    const match::LinkDown dark = match::linkDown(found->plan, *found->report, context.kb);
    if (context.json) print(toJson(dark, *found->report, context.kb));
    else show(dark, *found->report);
    return dark.next() ? kFindings : kFine;
}

}  // namespace

void addLinkDown(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("link-down,dark", "A module is seen and there is no link: what to look at, in order");
    auto given = std::make_shared<LinkOptions>();
    addLinkOptions(verb, *given);
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
