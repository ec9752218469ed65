// SPDX-License-Identifier: GPL-3.0-or-later
// Making ends: pins and colours, steps; surface trunking; the cable test of a card.
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/kb/build_rows.h"
#include "core/kb/rule_rows.h"
#include "core/settings/trunking.h"
#include "host/cable_test.h"

namespace sokudo::cli {
namespace {

int answerEnd(const std::string& kind, const std::string& scheme, Context& context)
{
    const bool hasPins = kind == "plug" || kind == "jack";
    Json pins = Json::array(), steps = Json::array();
    if (hasPins)
        for (const kb::Pin& pin : context.kb.all<kb::Pin>()) {
            const std::string& colour = scheme == "t568a" ? pin.t568a : pin.t568b;
            pins.push_back({{"pin", pin.number}, {"pair", pin.pair}, {"colour", colour}});
            if (!context.json) print(fmt::format("  pin {}  {}", pin.number, colour));
        }
    for (const kb::EndStep& row : context.kb.all<kb::EndStep>()) {
        if (row.end != kind) continue;
        const auto* caution = context.kb.find<kb::Caution>(row.caution);
        steps.push_back({{"do", row.text}, {"tool", row.tool}, {"caution", caution ? caution->text : std::string()}});
        if (context.json) continue;
        print(fmt::format("{}. {}{}", row.number, row.text, row.tool.empty() ? "" : "; with the " + row.tool));
        if (caution) print("     Caution: " + caution->text);
    }
    if (context.json)
        print(Json{{"end", kind}, {"scheme", hasPins ? scheme : std::string()}, {"pins", pins}, {"steps", steps}});
    return kFine;
}

int answerTrunking(const std::string& line, Context& context)
{
    const auto way = settings::trunkingWay(line);
    if (!way) return fail(way.error());
    const settings::TrunkingList list = settings::trunkingList(*way);
    if (context.json)
        print(Json{{"length_m", list.length.in()},
                   {"pieces", list.pieces},
                   {"corners", list.corners},
                   {"says", plain(list.says)}});
    else print(plain(list.says));
    return kFine;
}

int answerCard(const std::string& interface, const std::string& root, Context& context)
{
    const std::atomic<bool> cancel{false};
    const auto test = host::cableProbeFor(host::Tree(root))->test(interface, cancel);
    if (!test) return fail(test.error());
    if (context.json) {
        Json pairs = Json::array();
        for (const measure::PairResult& one : test->pairs)
            pairs.push_back({{"pair", std::string(1, one.pair)},
                             {"state", word(one.state)},
                             {"fault_m", one.fault ? Json(one.fault->in()) : Json(nullptr)}});
        print(Json{
            {"interface", interface}, {"good", test->isGood()}, {"pairs", pairs}, {"says", plain(test->sentence())}});
    } else print(plain(test->sentence()));
    return test->isGood() ? kFine : kFindings;
}

}  // namespace

void addTerminate(Verbs& verbs, Context& context)
{
    auto kind = std::make_shared<std::string>(), scheme = std::make_shared<std::string>("t568b");
    auto end = verbs.add("terminate", "How an end is made: pins and colours of a scheme, and the steps");
    end.option("END", *kind, "plug, jack, coax or fibre").required().oneOf({"plug", "jack", "coax", "fibre"});
    end.option("--scheme", *scheme, "t568a or t568b; b unless told otherwise").oneOf({"t568a", "t568b"});
    end.answer([kind, scheme, &context] { return answerEnd(*kind, *scheme, context); });

    auto line = std::make_shared<std::string>();
    auto trunking = verbs.add("trunking", "How much surface trunking a way along walls and around doors takes");
    trunking.option("LINE", *line, "“4.2m 3.1m door=0.8x2.05m above=0.1m piece=2m”").required();
    trunking.answer([line, &context] { return answerTrunking(*line, context); });

    auto interface = std::make_shared<std::string>(), root = std::make_shared<std::string>("/");
    auto card = verbs.add("cable-test",
                          "The cable test of a network card, where its driver has one; the link goes down "
                          "for some seconds");
    card.option("INTERFACE", *interface, "such as enp5s0").required();
    card.option("--root", *root, "a captured host instead of this machine");
    card.answer([interface, root, &context] { return answerCard(*interface, *root, context); });
}

}  // namespace sokudo::cli
