// SPDX-License-Identifier: GPL-3.0-or-later
#include <fstream>

#include <CLI/CLI.hpp>

#include "cli.h"
#include "store/project_json.h"

namespace sokudo::cli {

void addExport(CLI::App& app, Context& context)
{
    auto* verb = app.add_subcommand("export", "The whole project as JSON");
    auto file = std::make_shared<std::string>(), out = std::make_shared<std::string>();
    verb->add_option("FILE", *file, "project or exported JSON")->required();
    verb->add_option("-o,--out", *out, "file to write; standard output otherwise");
    verb->callback([file, out, &context] {
        context.run = [file, out, &context] {
            const auto project = openProject(*file, context);
            if (!project) return fail(project.error());
            const std::string json = store::exportJson(*project);
            if (out->empty()) print(json);
            else if (!(std::ofstream(*out, std::ios::binary) << json)) return fail({ErrorCode::NotAllowed, "the file cannot be written; check the folder and its rights", *out});
            return kFine;
        };
    });
}

}  // namespace sokudo::cli
