// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/text.h"
#include "core/oneline/headline.h"
#include "path_options.h"

namespace sokudo::cli {

void addHeadline(Verbs& verbs, Context& context)
{
    auto verb =
        verbs.add("headline", "The figure on the box of radio, power-line or coax gear as what one client sees");
    auto line = std::make_shared<std::string>();
    verb.option("TEXT", *line, "such as \"wifi 5400 bands=2\", \"powerline 2400 port=1g\"").required();
    verb.answer([line, &context] {
        const auto read = oneline::readHeadline(*line, context.kb);
        if (!read) return fail(read.error());
        if (context.json) {
            print(Json{{"name", read->name},
                       {"printed_bps", read->printed.steps()},
                       {"client_bps", bandJson(read->client)},
                       {"working", plain(read->working)},
                       {"beware", read->beware},
                       {"source", context.kb.citation(read->from.source)},
                       {"confidence", code(read->from.certainty)}});
            return kFine;
        }
        print(fmt::format("{} of {} printed: one client sees {} to {}, typically {}", read->name,
                          text::rate(read->printed), text::rate(read->client.low, 3), text::rate(read->client.high, 3),
                          text::rate(read->client.typical, 3)));
        print("  " + read->working);
        print("  beware: " + read->beware);
        return kFine;
    });
}

}  // namespace sokudo::cli
