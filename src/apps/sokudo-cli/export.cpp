// SPDX-License-Identifier: GPL-3.0-or-later
#include <filesystem>

#include <fmt/format.h>

#include "path_options.h"
#include "store/new_file.h"
#include "store/project_json.h"
#include "store/schema.h"
#include "store/tables_csv.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, out, table, folder;
    bool isPrivateToo = false, isSchema = false;
};

store::NewFile::Readers readersOf(bool isPrivate)
{
    return isPrivate ? store::NewFile::Readers::Owner : store::NewFile::Readers::Others;
}

int write(const std::string& content, const std::string& out, bool isPrivate)
{
    if (out.empty()) {
        print(content);
        return kFine;
    }
    const auto written = store::writeWhole(out, content, readersOf(isPrivate));
    return written ? kFine : fail(written.error());
}

/// Every table that has rows, a file each.
int writeAll(const store::Project& project, const Options& given)
{
    std::error_code error;
    std::filesystem::create_directories(given.folder, error);
    if (error) return fail({ErrorCode::NotAllowed, "this folder cannot be made", given.folder});
    for (const std::string& name : store::tableNames()) {
        if (name == "accesses" && !given.isPrivateToo) continue;
        const auto table = store::exportTable(project, name);
        if (!table || table->find('\n') + 1 == table->size()) continue;
        if (const auto written =
                store::writeWhole(given.folder + "/" + name + ".csv", *table, readersOf(name == "accesses"));
            !written)
            return fail(written.error());
        print(fmt::format("{}/{}.csv", given.folder, name));
    }
    return kFine;
}

int answer(const Options& given, Context& context)
{
    if (given.isSchema) return write(jsonText(store::projectSchema(), 1) + "\n", given.out, false);
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    if (!given.folder.empty()) return writeAll(*project, given);
    if (!given.table.empty()) {
        const auto table = store::exportTable(*project, given.table);
        return table ? write(*table, given.out, given.table == "accesses") : fail(table.error());
    }
    if (!project->plan.accesses.empty() && !given.isPrivateToo)
        std::fprintf(stderr,
                     "sokudo-cli: addresses and log-in hints of %zu devices are left out; --private takes them\n",
                     project->plan.accesses.size());
    return write(store::exportJson(*project, {.isPrivateToo = given.isPrivateToo}), given.out, given.isPrivateToo);
}

}  // namespace

void addExport(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("export", "The whole project as JSON, or its tables as CSV");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project or exported JSON").required(false);
    verb.option("-o,--out", given->out, "file to write; standard output otherwise");
    verb.option("--table", given->table, "one table as CSV: places, devices, ports, runs, …");
    verb.option("--tables", given->folder, "every table as CSV, into this folder");
    verb.flag("--private", given->isPrivateToo, "addresses and log-in hints go along");
    verb.flag("--schema", given->isSchema, "the JSON Schema of an exported project instead");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
