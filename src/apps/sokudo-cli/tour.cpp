// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/tour.h"

#include "cli.h"
#include "store/new_file.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, out;
    bool text = false, isPrivateToo = false;
};

int answer(const store::Project& project, const Options& given, Context& context)
{
    const Analysis analysis = analyse(project.plan, context.kb);
    const auto blocks = report::tour({project.plan, context.kb, analysis, given.isPrivateToo, {}});
    const std::string title = project.plan.name.empty() ? "The house" : project.plan.name;
    const std::string page = given.text ? plain(report::toText(title, blocks)) : report::toHtml(title, blocks);
    if (context.json) print(Json{{"title", title}, {"html", page}});
    else if (given.out.empty()) print(page);
    if (given.out.empty()) return kFine;
    const auto written = store::writeWhole(given.out, page);
    return written ? kFine : fail(written.error());
}

}  // namespace

void addTour(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb =
        projectVerb(verbs, context, "tour",
                    "The house place by place, as HTML for somebody's advice; addresses are left out", given, &answer);
    verb.option("-o,--out", given->out, "file to write; standard output otherwise");
    verb.flag("--text", given->text, "plain text instead of HTML");
    verb.flag("--private", given->isPrivateToo, "with addresses, log-in hints and notes of devices");
}

}  // namespace sokudo::cli
