// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/text.h"
#include "core/oneline/counter_line.h"
#include "path_options.h"

namespace sokudo::cli {

void addCounters(Verbs& verbs, Context& context)
{
    auto verb =
        verbs.add("counters", "How busy a wire was, from the octets and frames its port counted between two readings");
    auto line = std::make_shared<std::string>();
    verb.option("TEXT", *line, "such as \"12.3gb packets=8.1m time=10s link=10g\"; at=switch where a switch counted")
        .required();
    verb.answer([line, &context] {
        const auto read = oneline::readCounters(*line, context.kb);
        if (!read) return fail(read.error());
        const auto& [use, place] = *read;
        if (context.json) {
            print(Json{{"wire_bps", use.wire.steps()},
                       {"share", use.share},
                       {"octets_per_frame", use.octetsPerFrame},
                       {"merged", use.isMerged},
                       {"working", plain(use.working.text())},
                       {"notes", use.notes},
                       {"beware", place->beware},
                       {"source", context.kb.citation(place->from.source)},
                       {"confidence", code(place->from.certainty)}});
            return kFine;
        }
        print(fmt::format("{} on the wire, {:.1f} % of the link; {:.0f} octets a frame", text::rate(use.wire),
                          100 * use.share, use.octetsPerFrame));
        print("  " + use.working);
        for (const text::Sentence& note : use.notes) print("  note: " + note);
        print("  beware: " + place->beware);
        return kFine;
    });
}

}  // namespace sokudo::cli
