// SPDX-License-Identifier: GPL-3.0-or-later
#include <fstream>

#include <CLI/CLI.hpp>

#include "cli.h"
#include "core/report/project_report.h"

namespace sokudo::cli {

namespace {
struct Options { std::string file, from, to, out; bool copy = false, text = false; };
}  // namespace

void addReport(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("report", "A one-page report as HTML");
    auto given = std::make_shared<Options>();
    verb->add_option("FILE", given->file, "project or exported JSON")->required();
    verb->add_option("--from", given->from, "sending device of a path to include");
    verb->add_option("--to", given->to, "receiving device of that path");
    verb->add_flag("--copy", given->copy, "that path as a file copy");
    verb->add_option("-o,--out", given->out, "file to write; standard output otherwise");
    verb->add_flag("--text", given->text, "plain text instead of HTML");
    verb->callback([given, &context] {
        context.run = [given, &context] {
            const auto project = openProject(given->file, context);
            if (!project) return fail(project.error());
            const Analysis analysis = analyse(project->plan, context.kb);
            report::ReportInput input{project->plan, context.kb, analysis, project->trials, project->entries, {}, now()};
            if (!given->from.empty() || !given->to.empty()) {
                const auto ends = pathEnds(project->plan, given->from, given->to);
                if (!ends) return fail(ends.error());
                const auto traffic = given->copy ? expect::Traffic::FileCopy : expect::Traffic::MemoryToMemory;
                auto path = expect::expectation(project->plan, context.kb, analysis.links, {ends->from, ends->to, traffic, 1, {}});
                if (!path) return fail(path.error());
                report::PathSection section{report::pathTitle(project->plan, ends->from, ends->to, traffic), std::move(*path), {}};
                for (const auto& trial : project->trials)
                    if (trial.from == ends->from && trial.to == ends->to && (trial.kind == measure::TrialKind::FileCopy) == given->copy) section.trials.push_back(trial);
                input.path = std::move(section);
            }
            const auto blocks = report::projectReport(input);
            const std::string title = project->plan.name.empty() ? "Sokudo report" : project->plan.name;
            const std::string page = given->text ? plain(report::toText(title, blocks)) : report::toHtml(title, blocks);
            if (context.json) print(Json{{"title", title}, {"html", page}});
            else if (given->out.empty()) print(page);
            if (!given->out.empty() && !(std::ofstream(given->out, std::ios::binary) << page)) return fail({ErrorCode::NotAllowed, "the report cannot be written; check the folder and its rights", given->out});
            return kFine;
        };
    });
}

}  // namespace sokudo::cli
