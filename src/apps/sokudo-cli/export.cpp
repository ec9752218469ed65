// SPDX-License-Identifier: GPL-3.0-or-later
#include "path_options.h"
#include "store/new_file.h"
#include "store/project_json.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, out;
};

int answer(const store::Project& project, const Options& given, Context&)
{
    const std::string json = store::exportJson(project);
    if (given.out.empty()) {
        print(json);
        return kFine;
    }
    const auto written = store::writeWhole(given.out, json);
    return written ? kFine : fail(written.error());
}

}  // namespace

void addExport(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    projectVerb(verbs, context, "export", "The whole project as JSON", given, &answer)
        .option("-o,--out", given->out, "file to write; standard output otherwise");
}

}  // namespace sokudo::cli
