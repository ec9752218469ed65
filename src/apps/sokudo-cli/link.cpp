// SPDX-License-Identifier: GPL-3.0-or-later

#include "cli.h"
#include "core/oneline/link_line.h"

namespace sokudo::cli {

void addLink(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("link", "Will these two ends link over this cable, and at what rate?");
    auto line = std::make_shared<std::string>();
    verb.option("LINE", *line, "such as \"sfp28:25gbase-sr,fec=rs / om4 80m lc joints=2 / sfp28:25gbase-sr,fec=rs\"")
        .required();
    verb.answer([line, &context] {
        const auto report = oneline::judgeLinkLine(*line, context.kb);
        if (!report) return fail(report.error());
        if (context.json) print(toJson(*report, context.kb));
        else print(linkText(*report, context.kb));
        return statusOf(report->verdict);
    });
}

}  // namespace sokudo::cli
