// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/buy/trip.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant = "now", on;
    bool csv = false;
};

std::string amountText(const buy::Line& line)
{
    return line.part.isByLength ? text::length(line.length) : std::to_string(line.count);
}

Json toJson(const buy::Line& line)
{
    Json uses = Json::array(), history = Json::array();
    for (const text::Sentence& use : line.uses) uses.push_back(plain(use));
    for (const plan::Offer* one : line.price->history)
        history.push_back({{"on", one->on},
                           {"price", one->price ? Json(one->price->in()) : Json(nullptr)},
                           {"currency", one->currency},
                           {"stock", code(one->stock)},
                           {"until", one->until}});
    const plan::Offer* offer = line.offer();
    return {{"part", line.part.id},
            {"name", plain(line.part.name)},
            {"kind", word(line.part.kind)},
            {"count", line.count},
            {"length_m", line.part.isByLength ? Json(line.length.in()) : Json(nullptr)},
            {"from_stock", line.fromStock},
            {"to_buy", line.toBuy},
            {"cost", line.cost ? Json(line.cost->in()) : Json(nullptr)},
            {"rough", line.isRough},
            {"price_from", line.priceFrom},
            {"expected_loss", line.expectedLoss.in()},
            {"seller", offer ? Json(offer->seller) : Json(nullptr)},
            {"price_of", offer ? Json(offer->on) : Json(nullptr)},
            {"until", offer ? Json(offer->until) : Json(nullptr)},
            {"instead", line.substitute},
            {"history", history},
            {"uses", uses}};
}

Json sentences(const std::vector<text::Sentence>& all)
{
    Json result = Json::array();
    for (const text::Sentence& one : all) result.push_back(plain(one));
    return result;
}

Json leftOvers(const std::vector<buy::LeftOver>& all)
{
    Json result = Json::array();
    for (const buy::LeftOver& one : all)
        result.push_back(
            {{"part", one.part}, {"name", plain(one.name)}, {"count", one.count}, {"from", plain(one.where)}});
    return result;
}

Json toJson(const buy::BuyList& list)
{
    const buy::Spending& spending = list.spending;
    Json result{{"currency", list.currency},
                {"rough", list.isRough},
                {"to_buy", spending.toBuy.in()},
                {"expected_loss", spending.expectedLoss.in()},
                {"spent", spending.spent.in()},
                {"budget", spending.budget ? Json(spending.budget->in()) : Json(nullptr)},
                {"left", spending.left() ? Json(spending.left()->in()) : Json(nullptr)},
                {"rates_of", list.rateDays},
                {"lines", Json::array()},
                {"reused", leftOvers(list.takings.reused)},
                {"left_over", leftOvers(list.takings.leftOver)},
                {"resale", {list.resaleLow.in(), list.resaleHigh.in()}},
                {"given", Json::array()},
                {"complaints", Json::array()},
                {"problems", sentences(list.problems)},
                {"unknown", sentences(list.takings.unknown)}};
    for (const buy::Line& line : list.lines) result["lines"].push_back(toJson(line));
    for (const buy::Given& one : list.given)
        result["given"].push_back({{"name", one.name}, {"how", code(one.tenure)}, {"due", one.due}});
    for (const buy::Complaint& one : list.complaints)
        result["complaints"].push_back({{"verdict", code(one.verdict)}, {"text", plain(one.text)}});
    return result;
}

void showLine(const buy::Line& line)
{
    std::string text = fmt::format("  {:>8}  {:<44} {:>10}", plain(amountText(line)), plain(line.part.name),
                                   line.toBuy <= 0 ? "in stock"
                                   : line.cost     ? buy::amountText(*line.cost)
                                                   : "no price");
    if (line.isRough) text += "  rough";
    if (const plan::Offer* offer = line.offer())
        text += fmt::format("  {}{}{}", offer->seller, offer->on.empty() ? "" : ", seen " + offer->on,
                            offer->until.empty() ? "" : ", until " + offer->until);
    if (line.fromStock > 0 && line.toBuy > 0) text += fmt::format("  {} from stock", text::number(line.fromStock));
    print(text);
    std::vector<std::string> uses;
    for (const text::Sentence& use : line.uses) uses.push_back(plain(use));
    if (uses.size() > 4) uses.resize(4), uses.push_back("…");
    print("            for " + text::joined(uses, "; "));
    if (!line.substitute.empty()) print("            out of stock: take " + plain(line.substitute));
}

void show(const buy::BuyList& list, const buy::CurrencyConverter& converter)
{
    buy::PartKind kind = buy::PartKind::Switch;
    bool isFirst = true;
    for (const buy::Line& line : list.lines) {
        if (isFirst || line.part.kind != kind) print(std::string(word(line.part.kind)));
        isFirst = false;
        kind = line.part.kind;
        showLine(line);
    }
    const buy::Spending& spending = list.spending;
    print(plain(fmt::format("To buy: {}{}", converter.text(spending.toBuy),
                            list.isRough ? ", in part by rough prices of no currency" : "")));
    if (spending.expectedLoss > Money{})
        print(plain(fmt::format("On average {} more, for goods that fail and are not taken back",
                                converter.text(spending.expectedLoss))));
    if (spending.spent > Money{}) print(plain(fmt::format("Spent so far: {}", converter.text(spending.spent))));
    if (spending.budget)
        print(plain(fmt::format("Budget “{}”: {}, {} {}", spending.name, converter.text(*spending.budget),
                                *spending.left() < Money{} ? "over it by" : "left",
                                converter.text(*spending.left() < Money{} ? -*spending.left() : *spending.left()))));
    for (const buy::Given& one : list.given)
        print(plain(fmt::format("Not paid for: {}, {}{}", one.name, code(one.tenure),
                                one.due.empty() ? "" : ", due " + one.due)));
    for (const buy::LeftOver& one : list.takings.reused)
        print(plain("Used again: " + one.name + " from " + one.where.text()));
    for (const buy::LeftOver& one : list.takings.leftOver)
        print(plain("Left over: " + one.name + " from " + one.where.text()));
    for (const text::Sentence& one : list.takings.unknown) print(plain("Not known: " + one.text()));
    for (const text::Sentence& one : list.problems) print(plain("Price: " + one.text()));
    for (const buy::Complaint& one : list.complaints)
        print(plain(fmt::format("{}: {}", word(one.verdict), one.text.text())));
}

/// The house, the plan asked for, and its list.
Result<buy::BuyList> listOf(const Options& given, Context& context, store::Project& project)
{
    auto opened = openProject(given.file, context);
    if (!opened) return tl::unexpected(opened.error());
    project = std::move(*opened);
    const auto variant = houseCalled(project, given.variant);
    if (!variant) return tl::unexpected(variant.error());
    const std::string on = given.on.empty() ? today() : given.on;
    return buy::buyList(project.plan, *variant, context.kb, {on, given.variant, buy::builtInSolver()});
}

int answerBuy(const Options& given, Context& context)
{
    store::Project project;
    const auto list = listOf(given, context, project);
    if (!list) return fail(list.error());
    if (context.json) print(toJson(*list));
    else show(*list, buy::CurrencyConverter(project.plan));
    const bool isMissing = !list->takings.unknown.empty() || !list->problems.empty() ||
                           (!list->complaints.empty() && list->complaints.front().verdict > Verdict::Limited);
    return isMissing ? kFindings : kFine;
}

int answerList(const Options& given, Context& context)
{
    store::Project project;
    const auto list = listOf(given, context, project);
    if (!list) return fail(list.error());
    const buy::CurrencyConverter converter(project.plan);
    if (given.csv) {
        print(buy::listCsv(*list));
        return kFine;
    }
    const auto trip = buy::tripOf(*list, context.kb);
    if (context.json) {
        Json result = Json::array();
        for (const buy::Stop& stop : trip) {
            Json items = Json::array();
            for (const buy::TripItem& one : stop.items)
                items.push_back({{"text", plain(one.what)},
                                 {"cost", one.cost ? Json(one.cost->in()) : Json(nullptr)},
                                 {"else", plain(one.fallBack)}});
            result.push_back({{"seller", stop.seller}, {"advice", stop.advice}, {"items", items}});
        }
        print(result);
        return kFine;
    }
    for (const buy::Stop& stop : trip) {
        print(stop.seller + (stop.advice.empty() ? "" : ": " + stop.advice));
        for (const buy::TripItem& one : stop.items)
            print(
                plain(fmt::format("  [ ] {:<52} {:>10}{}", one.what.text(), one.cost ? buy::amountText(*one.cost) : "?",
                                  one.fallBack.empty() ? "" : "  else " + one.fallBack.text())));
    }
    print(plain("Together: " + converter.text(list->spending.toBuy)));
    return kFine;
}

void addListVerb(Verbs& verbs, Context& context, const char* name, const char* says,
                 int (*answer)(const Options&, Context&), bool hasCsv)
{
    auto verb = verbs.add(name, says);
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project").required();
    verb.option("--variant", given->variant, "the variant to build; “now” is the house as it is");
    verb.option("--on", given->on, "prices of this day, such as 2026-11-28; today unless told otherwise");
    if (hasCsv) verb.flag("--csv", given->csv, "as a table");
    verb.answer([given, &context, answer] { return answer(*given, context); });
}

}  // namespace

void addBuy(Verbs& verbs, Context& context)
{
    addListVerb(verbs, context, "buy", "All that must be bought for a variant, what stock covers, and what is missing",
                &answerBuy, false);
    addListVerb(verbs, context, "list", "The same as a list for a trip to the shops, with what to take instead",
                &answerList, true);
}

}  // namespace sokudo::cli
