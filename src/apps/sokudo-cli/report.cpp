// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/project_report.h"
#include "path_options.h"
#include "store/new_file.h"

namespace sokudo::cli {
namespace {

struct Options : PathOptions {
    std::string out;
    bool text = false;
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
    const std::string page = given.text ? plain(report::toText(title, blocks)) : report::toHtml(title, blocks);
    if (context.json) print(Json{{"title", title}, {"html", page}});
    else if (given.out.empty()) print(page);
    if (given.out.empty()) return kFine;
    const auto written = store::writeWhole(given.out, page);
    return written ? kFine : fail(written.error());
}

}  // namespace

void addReport(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb =
        projectVerb(verbs, context, "report", "A one-page report as HTML; --from and --to add a path", given, &answer);
    addEnds(verb, *given, false);
    verb.flag("--copy", given->copy, "that path as a file copy");
    verb.option("-o,--out", given->out, "file to write; standard output otherwise");
    verb.flag("--text", given->text, "plain text instead of HTML");
}

}  // namespace sokudo::cli
