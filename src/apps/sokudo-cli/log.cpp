// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <CLI/CLI.hpp>
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/diagnose/media_ranking.h"
#include "core/logbook/record.h"
#include "store/project_file.h"

namespace sokudo::cli {

namespace {
struct Options { std::string file, note; bool media = false; };

void showMedia(const std::vector<diagnose::MediumRank>& ranks)
{
    for (const diagnose::MediumRank& rank : ranks)
        print(fmt::format("{}: {} over {} {}, {:.0f} % of the best, {:.0f} % of what its paths should carry, varies {:.0f} %{}", rank.medium->name, text::rate(rank.runs.median, 3), rank.runs.count, rank.runs.count == 1 ? "test" : "tests", 100 * rank.toBest, 100 * rank.ofUsual,
                          100 * rank.runs.variation, rank.perMetre ? fmt::format(", {:.2f} a metre", *rank.perMetre) : std::string()));
}

Json toJson(const std::vector<diagnose::MediumRank>& ranks)
{
    Json made{{"media", Json::array()}};
    for (const diagnose::MediumRank& rank : ranks)
        made["media"].push_back({{"id", rank.medium->id}, {"median_bps", rank.runs.median.steps()}, {"tests", rank.runs.count}, {"to_best", rank.toBest}, {"of_usual", rank.ofUsual}, {"variation", rank.runs.variation}, {"price_per_m", rank.perMetre ? Json(*rank.perMetre) : Json(nullptr)}});
    return made;
}
}  // namespace

void addLog(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("log", "The logbook of a project in time order");
    auto given = std::make_shared<Options>();
    verb->add_option("FILE", given->file, "project or exported JSON")->required();
    verb->add_option("--add", given->note, "write a note; needs a project file");
    verb->add_flag("--media", given->media, "the media of the house by what was measured over them");
    verb->callback([given, &context] {
        context.run = [given, &context] {
            if (!given->note.empty()) {
                auto file = store::ProjectFile::open(given->file);
                if (!file) return fail(file.error());
                IdSource ids{std::random_device{}()};
                store::Changes changes;
                changes.entries = {logbook::noteEntry(given->note, now(), ids)};
                if (auto saved = (*file)->save(changes); !saved) return fail(saved.error());
            }
            const auto project = openProject(given->file, context);
            if (!project) return fail(project.error());
            if (given->media) {
                const auto ranks = diagnose::rankMedia(project->plan, context.kb, match::judgeAll(project->plan, context.kb), project->trials);
                if (context.json) print(toJson(ranks));
                else showMedia(ranks);
                return kFine;
            }
            if (context.json) {
                Json made{{"entries", Json::array()}};
                for (const auto& entry : project->entries) made["entries"].push_back({{"at", measure::isoText(entry.at)}, {"kind", code(entry.kind)}, {"text", entry.text}});
                print(made);
            } else {
                for (const auto& entry : project->entries) print(fmt::format("{}  {:<11}  {}", measure::timeText(entry.at), code(entry.kind), entry.text));
            }
            return kFine;
        };
    });
}

}  // namespace sokudo::cli
