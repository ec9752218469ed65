// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/kb/part_rows.h"
#include "core/oneline/marks.h"

namespace sokudo::cli {

void addRead(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("read", "What the marks on a port, a module, a jacket or a shelf label tell");
    auto label = std::make_shared<std::string>();
    verb.option("LABEL", *label, "as printed, such as \"10G-LR 1310nm\" or \"Cat 6A F/UTP\"").required();
    verb.answer([label, &context] {
        const auto read = oneline::readLabel(*label, context.kb);
        if (!read) return fail(read.error());
        if (context.json) {
            Json result{{"rate_bps", read->rate ? Json(read->rate->steps()) : Json(nullptr)},
                        {"sentence", plain(read->sentence)},
                        {"marks", Json::array()},
                        {"unknown", read->unknown}};
            for (const auto& one : read->known)
                result["marks"].push_back({{"word", one.word},
                                           {"on", one.mark->on},
                                           {"means", one.mark->means},
                                           {"beware", one.mark->beware},
                                           {"source", context.kb.citation(one.mark->from.source)}});
            print(result);
            return kFine;
        }
        print(read->sentence);
        for (const auto& one : read->known) {
            print(fmt::format("  {}: {}{} [{}]", one.word, one.mark->means,
                              one.mark->beware.empty() ? "" : "; beware: " + one.mark->beware,
                              context.kb.citation(one.mark->from.source)));
            if (const kb::MediumNote* note = context.kb.find<kb::MediumNote>(one.mark->id))
                print(fmt::format("    built: {}. {}", note->build, note->mechanics));
        }
        for (const std::string& word : read->unknown) print("  " + word + ": tells nothing that Sokudo knows");
        return kFine;
    });
}

}  // namespace sokudo::cli
