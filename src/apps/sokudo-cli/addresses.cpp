// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/settings/addresses.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant = "now", pool = "10.99.0.0/16";
};

int answer(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto house = houseCalled(*project, given.variant);
    if (!house) return fail(house.error());
    const auto pool = settings::net4Of(given.pool);
    if (!pool) return fail(pool.error());
    const auto made = settings::addressPlan(*house, *pool);
    if (!made) return fail(made.error());
    if (context.json) {
        Json result{{"sentence", plain(made->sentence)}, {"links", Json::array()}, {"problems", Json::array()}};
        for (const settings::LinkNet& one : made->links)
            result["links"].push_back({{"link", one.title},
                                       {"net", settings::text4(one.net)},
                                       {"a", one.addressA()},
                                       {"b", one.addressB()},
                                       {"net6", one.net6},
                                       {"a6", one.a6},
                                       {"b6", one.b6}});
        for (const text::Sentence& one : made->problems) result["problems"].push_back(plain(one));
        print(result);
        return made->problems.empty() ? kFine : kFindings;
    }
    print(plain(made->sentence));
    for (const settings::LinkNet& one : made->links)
        print(plain(fmt::format("  {}: {} with {} and {}; {} with {} and {}", one.title, settings::text4(one.net),
                                one.addressA(), one.addressB(), one.net6, one.a6, one.b6)));
    for (const text::Sentence& one : made->problems) print(plain("Problem: " + one.text()));
    return made->problems.empty() ? kFine : kFindings;
}

}  // namespace

void addAddresses(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = verbs.add("addresses",
                          "A net of its own for each direct link between two hosts, overlapping none of the house");
    verb.option("FILE", given->file, "project").required();
    verb.option("--variant", given->variant, "in this variant; the house as it is unless told otherwise");
    verb.option("--pool", given->pool, "where the nets are taken from; 10.99.0.0/16 unless told otherwise");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
