// SPDX-License-Identifier: GPL-3.0-or-later
// Questions on power that need no house: a chain of power over Ethernet, heat in a cupboard, a battery.
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/oneline/power_line.h"

namespace sokudo::cli {
namespace {

void printCaution(const Context& context, std::string_view id)
{
    if (const auto* caution = context.kb.find<kb::Caution>(id)) print("  caution: " + plain(caution->text));
}

}  // namespace

int showPoeChain(const std::string& line, const Context& context)
{
    const auto answer = oneline::readPoeLine(line, context.kb);
    if (!answer) return fail(answer.error());
    const bool isDark = answer->hops.back().isDark(), isReduced = answer->hops.back().isReduced;
    if (context.json) {
        Json hops = Json::array();
        for (const power::Hop& hop : answer->hops)
            hops.push_back({{"name", hop.name},
                            {"granted", hop.granted ? hop.granted->id : "none"},
                            {"enters_w", hop.enters.in()},
                            {"own_w", hop.own.in()},
                            {"lost_w", hop.lost.in()},
                            {"volts", hop.volts.in()},
                            {"left_w", hop.left.in()},
                            {"left_low_w", hop.leftLow.in()},
                            {"left_high_w", hop.leftHigh.in()},
                            {"dark", hop.isDark()},
                            {"reduced", hop.isReduced},
                            {"says", plain(hop.says.text())}});
        print(Json{{"source", answer->source->id}, {"beware", answer->beware}, {"hops", hops}});
    } else {
        print(plain(
            fmt::format("{}: {} at a port", answer->source->name, text::number(answer->source->source.in()) + " W")));
        if (!answer->beware.empty()) print("  beware: " + answer->beware);
        for (const power::Hop& hop : answer->hops) print("  " + plain(hop.says.text()));
    }
    return isDark || isReduced ? kFindings : kFine;
}

namespace {

int showHeat(const std::string& line, const Context& context)
{
    const auto answer = oneline::readHeatLine(line, context.kb);
    if (!answer) return fail(answer.error());
    const auto& [low, usual, high, working] = answer->settled;
    const bool isTooWarm = answer->most && usual > *answer->most;
    if (context.json) {
        Json result{{"low_c", low.in()},
                    {"usual_c", usual.in()},
                    {"high_c", high.in()},
                    {"working", plain(working.text())},
                    {"too_warm", isTooWarm}};
        if (answer->needed) result["needed_m3_h"] = answer->needed->in();
        print(result);
    } else {
        print(fmt::format("settles at {:.0f} °C, {:.0f} to {:.0f} °C by what is not known of walls and vents",
                          usual.in(), low.in(), high.in()));
        if (answer->needed)
            print(fmt::format("  {:.0f} m³/h of air keep it at {:.0f} °C", answer->needed->in(), answer->most->in()));
        print("  " + plain(working.text()));
        printCaution(context, "shut-in");
    }
    return isTooWarm ? kFindings : kFine;
}

std::string hoursText(Duration time)
{
    const auto minutes = static_cast<long>(time.in() / 60);
    return minutes < 60 ? fmt::format("{} min", minutes) : fmt::format("{} h {:02} min", minutes / 60, minutes % 60);
}

int showBattery(const std::string& line, const Context& context)
{
    const auto answer = oneline::readBatteryLine(line, context.kb);
    if (!answer) return fail(answer.error());
    const formulas::RunTime& time = answer->time;
    if (context.json)
        print(Json{{"low_s", time.low.in()},
                   {"usual_s", time.usual.in()},
                   {"high_s", time.high.in()},
                   {"working", plain(time.working.text())},
                   {"source", context.kb.citation(answer->kind->from.source)},
                   {"confidence", code(answer->kind->from.certainty)}});
    else {
        print(fmt::format("about {}, {} to {}", hoursText(time.usual), hoursText(time.low), hoursText(time.high)));
        print("  " + plain(time.working.text()));
        printCaution(context, answer->kind->caution);
    }
    return kFine;
}

void addLine(Verbs& verbs, Context& context, const char* name, const char* help, const char* example,
             int (*answer)(const std::string&, const Context&))
{
    auto verb = verbs.add(name, help);
    auto line = std::make_shared<std::string>();
    verb.option("TEXT", *line, example).required();
    verb.answer([line, answer, &context] { return answer(*line, context); });
}

}  // namespace

void addPowerLines(Verbs& verbs, Context& context)
{
    addLine(verbs, context, "heat", "The temperature that settles in a cupboard, and the air it needs",
            "such as \"180 W in 1.4 m3, 2 x 80 cm2 vents, 24 c outside, at most 35 c\"", &showHeat);
    addLine(verbs, context, "battery", "How long a battery unit carries a load", "such as \"480 Wh lead 35 W\"",
            &showBattery);
}

}  // namespace sokudo::cli
