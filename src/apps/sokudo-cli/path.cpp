// SPDX-License-Identifier: GPL-3.0-or-later

#include "cli.h"
#include "core/oneline/path_line.h"

namespace sokudo::cli {

void addPath(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("path", "What should these stages carry together, and which one is the limit?");
    auto line = std::make_shared<std::string>();
    verb.option("LINE", *line, "such as \"hdd*6 raid6 | pcie 3.0 x8 | 10g mtu=1500 | nvme 4.0x4 | smb\"").required();
    verb.answer([line, &context] {
        const auto path = oneline::expectPathLine(*line, context.kb);
        if (!path) return fail(path.error());
        if (context.json) print(toJson(*path, context.kb));
        else print(expectationText(*path));
        return kFine;
    });
}

}  // namespace sokudo::cli
