// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/trade_rows.h"
#include "core/match/ways.h"
#include "core/match/what_if.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct WayOptions : LinkOptions {
    std::string by = "cheapest";
    double gigabit = 0, metres = 0;
    bool wall = false, all = false;
};

Json toJson(const match::Way& way)
{
    Json result{{"id", way.id},
                {"title", way.title},
                {"verdict", code(way.verdict)},
                {"rate_bps", way.rate.steps()},
                {"note", way.note.text()},
                {"reaches_m", way.reaches.in()},
                {"light_left_db", way.light ? Json(way.light->in()) : Json(nullptr)},
                {"watts", way.watts.in()},
                {"latency_s", way.latency.in()},
                {"cost", way.cost ? Json(*way.cost) : Json(nullptr)},
                {"minutes", way.minutes},
                {"later_bps", way.later.steps()},
                {"keeps_cable", way.keepsCable},
                {"place", plain(way.place)},
                {"buys", Json::array()},
                {"keeps", way.keeps},
                {"steps", Json::array()},
                {"cautions", way.cautions}};
    for (const match::Bought& item : way.buys)
        result["buys"].push_back({{"what", plain(item.what)},
                                  {"count", item.count},
                                  {"price", item.price ? Json(*item.price) : Json(nullptr)}});
    for (const text::Sentence& step : way.steps) result["steps"].push_back(plain(step));
    return result;
}

std::string money(const std::optional<double>& cost)
{
    return cost ? fmt::format("{:.0f}", *cost) : std::string("price not known");
}

std::string toText(const match::Ways& found, match::Preference by, bool all)
{
    std::string result = fmt::format("{} over {}{}: {} of {} options pass\n{}\n", text::linkRate(found.wish.rate),
                                     text::length(found.wish.length), found.wish.throughWall ? " through a wall" : "",
                                     found.ways.size(), found.tried, explains(by).text());
    if (found.asked)
        result = fmt::format("nothing reaches {} between these ports: {}, {}\n", text::linkRate(*found.asked),
                             found.noWays.front().medium, found.noWays.front().why.text()) +
                 result;
    std::size_t shown = 0;
    for (const match::Way& way : found.ways) {
        if (!all && ++shown > 8) {
            result += fmt::format("and {} more; --all shows them\n", found.ways.size() - 8);
            break;
        }
        result += fmt::format("\n{}: {}, {}\n", way.title, word(way.verdict), text::linkRate(way.rate));
        result += fmt::format("  costs {}, {:.0f} min of work, {}, {} one way, cable good to {}, later {}\n",
                              money(way.cost), way.minutes, text::watt(way.watts), text::duration(way.latency),
                              text::length(way.reaches), text::linkRate(way.later));
        if (!way.note.empty()) result += "  note: " + way.note.text() + "\n";
        for (const text::Sentence& kept : way.keeps) result += "  keeps " + kept.text() + "\n";
        for (const text::Sentence& step : way.steps) result += "  - " + step.text() + "\n";
        for (const std::string& caution : way.cautions) result += "  ! " + caution + "\n";
        result += "  " + way.place.text() + "\n";
    }
    for (const match::NoWay& no : found.noWays) result += fmt::format("\nnot {}: {}", no.medium, no.why.text());
    if (!found.noWays.empty()) result += "\n";
    for (const kb::Practice* practice : found.practices)
        result += fmt::format("\n{}\n  {}\n  {}\n  Sokudo starts from {}: {}\n", practice->question, practice->one.says,
                              practice->other.says, practice->usual().name, practice->why);
    return result;
}

int answer(const LinkFound& asked, const WayOptions& given, const Context& context)
{
    const plan::Plan& plan = asked.plan;
    auto wish = match::wishOf(plan, asked.report->link, context.kb);
    if (!wish) return fail(wish.error());
    const auto by = match::preferenceFromCode(given.by);
    if (!by) return fail({ErrorCode::BadInput, "--by needs cheapest, least-work, most-headroom or coolest", given.by});
    if (given.gigabit > 0) wish->rate = gigabits(given.gigabit);
    if (given.wall || asked.isLine) wish->throughWall = given.wall;
    IdSource ids(std::random_device{}());
    match::Ways found = match::nearestWays(plan, *wish, context.kb, ids);
    match::rank(found.ways, *by);
    if (context.json) {
        Json result{{"rate_bps", found.wish.rate.steps()},
                    {"asked_bps", (found.asked ? *found.asked : found.wish.rate).steps()},
                    {"length_m", found.wish.length.in()},
                    {"through_wall", found.wish.throughWall},
                    {"tried", found.tried},
                    {"order", explains(*by).text()},
                    {"ways", Json::array()},
                    {"not", Json::array()},
                    {"practices", Json::array()}};
        for (const match::Way& way : found.ways) result["ways"].push_back(toJson(way));
        for (const match::NoWay& no : found.noWays)
            result["not"].push_back({{"medium", plain(no.medium)}, {"why", plain(no.why)}});
        for (const kb::Practice* practice : found.practices)
            result["practices"].push_back({{"question", practice->question},
                                           {"views",
                                            {{{"name", practice->one.name}, {"says", practice->one.says}},
                                             {{"name", practice->other.name}, {"says", practice->other.says}}}},
                                           {"usual", practice->usual().name},
                                           {"why", practice->why}});
        print(result);
    } else {
        print(toText(found, *by, given.all));
    }
    return found.ways.empty() ? kFindings : kFine;
}

}  // namespace

void addWays(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("ways", "Every cable and module set that makes a link, proved and ranked");
    auto given = std::make_shared<WayOptions>();
    addLinkOptions(verb, *given);
    verb.option("--rate", given->gigabit, "wanted rate in Gb/s; without it what the ports could do").positive();
    verb.flag("--wall", given->wall, "through a wall, even within one room");
    verb.option("--by", given->by, "cheapest, least-work, most-headroom or coolest");
    verb.flag("--all", given->all, "show every option");
    verb.answer([given, &context] {
        const auto found = findLink(*given, context);
        return found ? answer(*found, *given, context) : fail(found.error());
    });
}

namespace {

struct WhatIfOptions {
    std::string file, by = "cheapest";
    double gigabit = 10;
};

int answerWhatIf(const store::Project& project, const WhatIfOptions& given, Context& context)
{
    const auto by = match::preferenceFromCode(given.by);
    if (!by) return fail({ErrorCode::BadInput, "--by needs cheapest, least-work, most-headroom or coolest", given.by});
    const match::Reports reports = match::judgeAll(project.plan, context.kb);
    std::vector<match::ReportPtr> links;
    for (std::size_t i = 0; i < reports.size(); ++i) links.push_back(reports.row(i));
    const match::WhatIf found = match::whatIf(project.plan, links, gigabits(given.gigabit), *by, context.kb);
    if (context.json) {
        Json result{{"rate_bps", found.rate.steps()},
                    {"cost", found.cost},
                    {"minutes", found.minutes},
                    {"unpriced", found.unpriced},
                    {"links", Json::array()}};
        for (const match::WhatIfRow& row : found.rows)
            result["links"].push_back({{"title", row.title},
                                       {"needs", word(row.needs)},
                                       {"rate_bps", row.now ? Json(row.now->steps()) : Json(nullptr)},
                                       {"answer", plain(row.answer)},
                                       {"cost", row.cost ? Json(*row.cost) : Json(nullptr)},
                                       {"minutes", row.minutes}});
        print(result);
    } else {
        for (const match::WhatIfRow& row : found.rows)
            print(fmt::format("{}: {}; {}{}", row.title, word(row.needs), row.answer.text(),
                              row.cost ? fmt::format(", {:.0f}, {:.0f} min", *row.cost, row.minutes) : std::string()));
        print(fmt::format(
            "{} as they are, {} by modules or settings, {} by another cable, {} not with these ports; in all it costs "
            "{:.0f} and takes {:.0f} min{}",
            found.count(match::Needs::Nothing), found.count(match::Needs::Modules), found.count(match::Needs::Cable),
            found.count(match::Needs::Impossible), found.cost, found.minutes,
            found.unpriced > 0 ? fmt::format(", without {} unknown prices", found.unpriced) : std::string()));
    }
    return found.count(match::Needs::Impossible) + found.count(match::Needs::Unknown) > 0 ? kFindings : kFine;
}

}  // namespace

void addWhatIf(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<WhatIfOptions>();
    auto verb =
        projectVerb(verbs, context, "what-if", "What every link of a project needs for a rate", given, &answerWhatIf);
    verb.option("--rate", given->gigabit, "wanted rate in Gb/s").required().positive();
    verb.option("--by", given->by, "cheapest, least-work, most-headroom or coolest");
}

}  // namespace sokudo::cli
