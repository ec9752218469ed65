// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <CLI/CLI.hpp>
#include <fmt/format.h>

#include "cli.h"
#include "core/logbook/record.h"
#include "store/project_file.h"

namespace sokudo::cli {

namespace {
struct Options { std::string file, note; };
}  // namespace

void addLog(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("log", "The logbook of a project in time order");
    auto given = std::make_shared<Options>();
    verb->add_option("FILE", given->file, "project or exported JSON")->required();
    verb->add_option("--add", given->note, "write a note; needs a project file");
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
