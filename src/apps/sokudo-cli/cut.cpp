// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/buy/list.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant = "now", on;
};

Json toJson(const buy::Line& line)
{
    const buy::CutPlan& cut = *line.cut;
    const auto piece = [&](std::size_t at) {
        return Json{{"for", plain(line.pieces[at].use)}, {"length_m", line.pieces[at].length.in()}};
    };
    Json result{{"part", line.part.id},        {"proved", cut.isProved},        {"cost", cut.cost.in()},
                {"bought_m", cut.bought.in()}, {"kept_m", cut.kept.in()},       {"scrap_m", cut.scrap.in()},
                {"bars", Json::array()},       {"by_the_metre", Json::array()}, {"too_long", Json::array()}};
    for (const buy::Bar& bar : cut.bars) {
        Json pieces = Json::array();
        for (std::size_t at : bar.pieces) pieces.push_back(piece(at));
        result["bars"].push_back({{"name", plain(bar.name)},
                                  {"length_m", bar.length.in()},
                                  {"in_stock", bar.buy == nullptr},
                                  {"remainder_m", bar.remainder.in()},
                                  {"pieces", pieces}});
    }
    for (std::size_t at : cut.byMetre) result["by_the_metre"].push_back(piece(at));
    for (std::size_t at : cut.tooLong) result["too_long"].push_back(piece(at));
    return result;
}

void show(const buy::Line& line, const buy::CurrencyConverter& converter)
{
    const buy::CutPlan& cut = *line.cut;
    print(plain(fmt::format("{}: {}, {} to buy, {} to keep, {} of scrap{}", line.part.name, converter.text(cut.cost),
                            text::length(cut.bought), text::length(cut.kept), text::length(cut.scrap),
                            cut.isProved ? "; no other way costs less" : "; by first fit, not proved")));
    const auto piece = [&](std::size_t at) {
        print(plain(fmt::format("    {} for {}", text::length(line.pieces[at].length), line.pieces[at].use)));
    };
    for (const buy::Bar& bar : cut.bars) {
        print(plain(fmt::format("  {}{}, leaves {}", bar.name,
                                bar.buy ? "" : " of " + text::length(bar.length) + " in stock",
                                text::length(bar.remainder))));
        for (std::size_t at : bar.pieces) piece(at);
    }
    if (!cut.byMetre.empty()) print("  by the metre");
    for (std::size_t at : cut.byMetre) piece(at);
    if (!cut.tooLong.empty()) print("  too long for anything on offer");
    for (std::size_t at : cut.tooLong) piece(at);
}

int answer(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto variant = houseCalled(*project, given.variant);
    if (!variant) return fail(variant.error());
    const auto list = buy::buyList(project->plan, *variant, context.kb,
                                   {given.on.empty() ? today() : given.on, given.variant, buy::builtInSolver()});
    if (!list) return fail(list.error());
    const buy::CurrencyConverter converter(project->plan);
    Json all = Json::array();
    bool isAny = false;
    for (const buy::Line& line : list->lines) {
        if (!line.cut) continue;
        isAny = true;
        if (context.json) all.push_back(toJson(line));
        else show(line, converter);
    }
    if (context.json) print(all);
    else if (!isAny) print("Nothing has to be cut: the variant lays no cable from a reel.");
    return kFine;
}

}  // namespace

void addCut(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("cut", "Which piece of cable is cut from which reel or remainder, at the least cost");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project").required();
    verb.option("--variant", given->variant, "the variant to build; “now” is the house as it is");
    verb.option("--on", given->on, "prices of this day; today unless told otherwise");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
