// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/project_report.h"
#include "page.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct Options : PathOptions {
    PageOptions page;
};

int answer(const store::Project& project, const Options& given, Context& context)
{
    const Analysis analysis = analyse(project.plan, context.kb);
    report::ReportInput input{project.plan, context.kb, analysis, project.trials, project.entries, {}, now()};
    if (!given.from.empty() || !given.to.empty()) {
        const auto question = questionOf(project.plan, given);
        if (!question) return fail(question.error());
        auto path = expect::expectation(project.plan, context.kb, analysis.links, *question);
        if (!path) return fail(path.error());
        report::PathSection section{
            report::pathTitle(project.plan, question->from, question->to, question->traffic), std::move(*path), {}};
        for (const auto& trial : project.trials)
            if (trial.from == question->from && trial.to == question->to &&
                (trial.kind == measure::TrialKind::FileCopy) == given.copy)
                section.trials.push_back(trial);
        input.path = std::move(section);
    }
    const auto blocks = report::projectReport(input);
    const std::string title = project.plan.name.empty() ? "Sokudo report" : project.plan.name;
    return writePage(title, blocks, given.page, context);
}

}  // namespace

void addReport(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb =
        projectVerb(verbs, context, "report", "A one-page report as HTML; --from and --to add a path", given, &answer);
    addEnds(verb, *given, false);
    verb.flag("--copy", given->copy, "that path as a file copy");
    verb.option("-o,--out", given->page.out, "file to write; standard output otherwise");
    verb.flag("--text", given->page.text, "plain text instead of HTML");
}

}  // namespace sokudo::cli
