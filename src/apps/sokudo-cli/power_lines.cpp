// SPDX-License-Identifier: GPL-3.0-or-later
// Questions on power that need no house: a chain of power over Ethernet, heat in a cupboard, a battery.
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/oneline/power_line.h"
#include "core/power/backup_internet.h"

namespace sokudo::cli {
namespace {

void printCaution(const Context& context, std::string_view id)
{
    if (const auto* caution = context.kb.find<kb::Caution>(id)) print("  caution: " + plain(caution->text));
}

}  // namespace

Json toJson(const power::Hop& hop)
{
    return {{"name", hop.name},
            {"granted", hop.granted ? hop.granted->id : "none"},
            {"enters_w", hop.enters.in()},
            {"own_w", hop.own.in()},
            {"lost_w", hop.lost.in()},
            {"volts", hop.volts.in()},
            {"left_w", hop.left.in()},
            {"left_low_w", hop.leftLow.in()},
            {"left_high_w", hop.leftHigh.in()},
            {"unpowered", hop.isUnpowered()},
            {"reduced", hop.isReduced},
            {"says", plain(hop.says.text())}};
}

int showPoeChain(const std::string& line, const Context& context)
{
    const auto answer = oneline::readPoeLine(line, context.kb);
    if (!answer) return fail(answer.error());
    const bool isUnpowered = answer->hops.back().isUnpowered(), isReduced = answer->hops.back().isReduced;
    if (context.json) {
        Json hops = Json::array();
        for (const power::Hop& hop : answer->hops) hops.push_back(toJson(hop));
        print(Json{{"source", answer->source->id}, {"beware", answer->beware}, {"hops", hops}});
    } else {
        print(plain(
            fmt::format("{}: {} at a port", answer->source->name, text::number(answer->source->source.in()) + " W")));
        if (!answer->beware.empty()) print("  beware: " + answer->beware);
        for (const power::Hop& hop : answer->hops) print("  " + plain(hop.says.text()));
    }
    return isUnpowered || isReduced ? kFindings : kFine;
}

namespace {

int showHeat(const std::string& line, const Context& context)
{
    const auto answer = oneline::readHeatLine(line, context.kb);
    if (!answer) return fail(answer.error());
    const auto& [low, usual, high, working] = answer->settled;
    const bool isTooWarm = answer->most && usual > *answer->most, mayBe = answer->most && high > *answer->most;
    if (context.json) {
        Json result{{"low_c", low.in()},     {"usual_c", usual.in()},
                    {"high_c", high.in()},   {"working", plain(working.text())},
                    {"too_warm", isTooWarm}, {"may_be_too_warm", mayBe}};
        if (answer->needed) result["needed_m3_h"] = answer->needed->in();
        print(result);
    } else {
        print(fmt::format("settles at {:.0f} °C, {:.0f} to {:.0f} °C by what is not known of walls and vents",
                          usual.in(), low.in(), high.in()));
        if (answer->needed)
            print(fmt::format("  {:.0f} m³/h of air keep it at {:.0f} °C", answer->needed->in(), answer->most->in()));
        print("  " + plain(working.text()));
        if (mayBe) print(isTooWarm ? "  too warm" : "  may be too warm: measure it under full load");
        printCaution(context, "shut-in");
    }
    return mayBe ? kFindings : kFine;
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

struct BackupOptions {
    double fee = 0, included = 0, pricePerGb = 0, days = 0, each = 0, value = 0;
    int people = 1;
};

int showBackup(const BackupOptions& given, const Context& context)
{
    const auto worth = power::backupWorth({given.fee, DataSize::of(given.included * 1e9), given.pricePerGb},
                                          {given.days, given.people, DataSize::of(given.each * 1e9), given.value});
    if (!worth) return fail(worth.error());
    const bool pays = worth->outage >= worth->bill;
    if (context.json) {
        print(Json{{"bill", worth->bill},
                   {"outage", worth->outage},
                   {"used_bytes", worth->used.in()},
                   {"break_even_days", worth->breakEven ? Json(*worth->breakEven) : Json(nullptr)},
                   {"pays", pays},
                   {"working", plain(worth->working.text())}});
        return kFine;
    }
    print(fmt::format("{}: {:.0f} a year with it, {:.0f} lost without", pays ? "it pays" : "it does not pay",
                      worth->bill, worth->outage));
    print(worth->breakEven ? fmt::format("  it first pays at {:.2f} days of outage a year", *worth->breakEven)
                           : std::string("  it never pays: its volume costs more than the days are worth"));
    print("  " + plain(worth->working.text()));
    return kFine;
}

void addBackup(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<BackupOptions>();
    auto verb = verbs.add("backup-internet", "Whether a second way to the internet pays, in your own currency");
    verb.option("--fee", given->fee, "fixed fee a month").required();
    verb.option("--included", given->included, "GB a month that the fee includes");
    verb.option("--per-gb", given->pricePerGb, "price of a GB beyond them");
    verb.option("--days", given->days, "days of outage a year").required();
    verb.option("--people", given->people, "who use it then; 1 unless told otherwise");
    verb.option("--gb", given->each, "GB that each uses a day");
    verb.option("--value", given->value, "what a day without costs each of them").required();
    verb.answer([given, &context] { return showBackup(*given, context); });
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
    addBackup(verbs, context);
}

}  // namespace sokudo::cli
