// SPDX-License-Identifier: GPL-3.0-or-later
#include "asked.h"

namespace sokudo::cli {
namespace {

int answer(const store::Project& project, const PathAsked& given, Context& context)
{
    const auto question = questionOf(project.plan, given);
    if (!question) return fail(question.error());
    const auto path = expect::expectation(project.plan, context.kb, match::judgeAll(project.plan, context.kb), *question);
    if (!path) return fail(path.error());
    if (context.json) print(toJson(*path, context.kb));
    else print(expectationText(*path));
    return kFine;
}

}  // namespace

void addExpect(CLI::App& app, Context& context)
{
    auto given = std::make_shared<PathAsked>();
    auto* verb = projectVerb(app, context, "expect", "What should pass between two hosts of a project?", given, &answer);
    addEnds(*verb, *given, true);
    addTraffic(*verb, *given);
}

}  // namespace sokudo::cli
