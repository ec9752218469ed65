// SPDX-License-Identifier: GPL-3.0-or-later
#include <filesystem>

#include <fmt/format.h>

#include "cli.h"
#include "store/project_file.h"
#include "store/project_json.h"

namespace sokudo::cli {

void addImport(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("import", "Make a project out of exported JSON");
    auto file = std::make_shared<std::string>(), to = std::make_shared<std::string>();
    verb.option("FILE", *file, "exported JSON; - for standard input").required();
    verb.option("--to", *to, "project to make; else the same name with .sokudo");
    verb.answer([file, to, &context] {
        const auto content = textContent(*file);
        if (!content) return fail(content.error());
        const auto project = store::importJson(*content, *file);
        if (!project) return fail(project.error());
        const std::string target =
            !to->empty() ? *to : std::filesystem::path(*file).replace_extension(".sokudo").string();
        const auto result = store::ProjectFile::create(target, *project);
        if (!result) return fail(result.error());
        if (context.json)
            print(Json{
                {"project", target}, {"devices", project->plan.devices.size()}, {"runs", project->plan.runs.size()}});
        else
            print(fmt::format("{}: {} devices, {} runs", target, project->plan.devices.size(),
                              project->plan.runs.size()));
        return kFine;
    });
}

}  // namespace sokudo::cli
