// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "path_options.h"

namespace sokudo::cli {
namespace {

int answer(const store::Project& project, const PathOptions& given, Context& context)
{
    const auto question = questionOf(project.plan, given);
    if (!question) return fail(question.error());
    const match::Reports reports = match::judgeAll(project.plan, context.kb);
    const expect::Paths paths(project.plan, context.kb, reports);
    const auto path = paths.expectation(*question);
    if (!path) return fail(path.error());
    const auto ways = paths.ways(question->from, question->to);
    if (context.json) {
        Json result = toJson(*path, context.kb);
        result["ways"] = Json::array();
        for (const plan::Route& way : ways) result["ways"].push_back(expect::wayText(project.plan, way));
        print(result);
        return kFine;
    }
    print(expectationText(*path));
    for (std::size_t i = 0; ways.size() > 1 && i < ways.size(); ++i)
        print(fmt::format("route {}{}: {}", i, static_cast<int>(i) == question->route ? ", this one" : "",
                          expect::wayText(project.plan, ways[i])));
    return kFine;
}

}  // namespace

void addExpect(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<PathOptions>();
    auto verb =
        projectVerb(verbs, context, "expect", "What should pass between two hosts of a project?", given, &answer);
    addEnds(verb, *given, true);
    addTraffic(verb, *given);
}

}  // namespace sokudo::cli
