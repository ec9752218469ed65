// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/tour.h"

#include "cli.h"
#include "page.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file;
    PageOptions page;
    bool isPrivateToo = false;
};

int answer(const store::Project& project, const Options& given, Context& context)
{
    const Analysis analysis = analyse(project.plan, context.kb);
    const auto blocks = report::tour({project.plan, context.kb, analysis, given.isPrivateToo, {}});
    const std::string title = project.plan.name.empty() ? "The house" : project.plan.name;
    return writePage(title, blocks, given.page, context);
}

}  // namespace

void addTour(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb =
        projectVerb(verbs, context, "tour",
                    "The house place by place, as HTML for somebody's advice; addresses are left out", given, &answer);
    verb.option("-o,--out", given->page.out, "file to write; standard output otherwise");
    verb.flag("--text", given->page.text, "plain text instead of HTML");
    verb.flag("--private", given->isPrivateToo, "with addresses, log-in hints and notes of devices");
}

}  // namespace sokudo::cli
