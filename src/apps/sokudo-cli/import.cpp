// SPDX-License-Identifier: GPL-3.0-or-later
#include <filesystem>
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/logbook/record.h"
#include "core/plan/invariants.h"
#include "store/plan_difference.h"
#include "store/project_file.h"
#include "store/project_json.h"
#include "store/tables_csv.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, to, table;
};

/// A project out of exported JSON.
int make(const Options& given, const std::string& content, const Context& context)
{
    const auto project = store::importJson(content, given.file);
    if (!project) return fail(project.error());
    if (const auto doubled = plan::doubledName(project->plan)) return fail({ErrorCode::BadInput, *doubled, given.file});
    const std::string target =
        !given.to.empty() ? given.to : std::filesystem::path(given.file).replace_extension(".sokudo").string();
    const auto result = store::ProjectFile::create(target, *project);
    if (!result) return fail(result.error());
    if (context.json)
        print(
            Json{{"project", target}, {"devices", project->plan.devices.size()}, {"runs", project->plan.runs.size()}});
    else print(fmt::format("{}: {} devices, {} runs", target, project->plan.devices.size(), project->plan.runs.size()));
    return kFine;
}

/// The rows of a CSV table into a project that is there.
int takeTable(const Options& given, const std::string& content, const Context& context)
{
    if (given.to.empty()) return fail({ErrorCode::BadInput, "say into which project: --to FILE", ""});
    if (!store::isHouseTable(given.table))
        return fail({ErrorCode::BadInput, "results and the logbook are taken in with a whole project, not as a table",
                     given.table});
    auto target = openToWrite(given.to, context);
    if (!target) return fail(target.error());
    const auto next = store::importTable(target->project, given.table, content, given.file);
    if (!next) return fail(next.error());
    const auto changes = store::differences(target->project.plan, next->plan, context.kb);
    IdSource ids{std::random_device{}()};
    store::Changes step;
    step.before = &target->project.plan;
    step.after = &next->plan;
    step.entries = {logbook::changeEntry(
        fmt::format("took in the table {}: {}", given.table, store::countText(changes)), now(), ids)};
    if (!(next->plan == target->project.plan))
        if (const auto done = saved(*target->file, step); !done) return fail(done.error());
    if (context.json) print(Json{{"project", given.to}, {"changed", changes.size()}});
    else print(fmt::format("{}: {}", given.to, store::countText(changes)));
    return kFine;
}

}  // namespace

void addImport(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("import", "Make a project out of exported JSON, or take a CSV table into one");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "exported JSON or a CSV table; - for standard input").required();
    verb.option("--to", given->to, "project to make; else the same name with .sokudo");
    verb.option("--table", given->table, "the file is this table, as export --table writes it");
    verb.answer([given, &context] {
        const auto content = textContent(given->file);
        if (!content) return fail(content.error());
        return given->table.empty() ? make(*given, *content, context) : takeTable(*given, *content, context);
    });
}

}  // namespace sokudo::cli
