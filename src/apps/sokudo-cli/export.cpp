// SPDX-License-Identifier: GPL-3.0-or-later
#include <fstream>

#include "path_options.h"
#include "store/project_json.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, out;
};

int answer(const store::Project& project, const Options& given, Context&)
{
    const std::string json = store::exportJson(project);
    if (given.out.empty()) print(json);
    else if (!(std::ofstream(given.out, std::ios::binary) << json))
        return fail({ErrorCode::NotAllowed, "the file cannot be written; check the folder and its rights", given.out});
    return kFine;
}

}  // namespace

void addExport(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    projectVerb(verbs, context, "export", "The whole project as JSON", given, &answer)
        .option("-o,--out", given->out, "file to write; standard output otherwise");
}

}  // namespace sokudo::cli
