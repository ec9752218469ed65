// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/buy/bridge.h"
#include "core/buy/cascade.h"
#include "core/buy/currency_converter.h"
#include "core/buy/prices.h"
#include "core/oneline/tokens.h"

namespace sokudo::cli {
namespace {

struct BridgeOptions {
    std::string distance, rate = "10g", dig = "trench-by-hand";
    double hour = 0, perKwh = 0;
    int years = 8;
};

Json toJson(const buy::BridgeAnswer& found)
{
    Json result{{"sentence", plain(found.sentence)},
                {"break_even_m", found.breakEven ? Json(found.breakEven->in()) : Json(nullptr)},
                {"options", Json::array()}};
    for (std::size_t i = 0; i < found.options.size(); ++i) {
        const buy::BridgeOption& one = found.options[i];
        result["options"].push_back({{"name", one.name},
                                     {"fibre", one.isFibre},
                                     {"rate_bps", one.rate.steps()},
                                     {"enough", one.isEnough},
                                     {"why_not", plain(one.why)},
                                     {"buy", one.buy.in()},
                                     {"power", one.power.in()},
                                     {"minutes", one.minutes},
                                     {"total", one.total.in()},
                                     {"cautions", one.cautions},
                                     {"best", found.best == i}});
    }
    return result;
}

int answerBridge(const BridgeOptions& given, const Context& context)
{
    const auto distance = oneline::lengthOf(text::lower(given.distance));
    if (!distance)
        return fail({ErrorCode::BadInput, text::Sentence("write the distance as “60m” or “200ft”"), given.distance});
    const auto rate = oneline::rateOf(text::lower(given.rate));
    if (!rate) return fail({ErrorCode::BadInput, text::Sentence("write the rate as “10g” or “2.5g”"), given.rate});
    const auto found =
        buy::bridgeAnswer({*distance, *rate, given.dig, Money::of(given.hour), given.years, given.perKwh}, context.kb);
    if (!found) return fail(found.error());
    if (context.json) print(toJson(*found));
    else {
        print(plain(found->sentence));
        for (std::size_t i = 0; i < found->options.size(); ++i) {
            const buy::BridgeOption& one = found->options[i];
            print(plain(fmt::format("  {} {}: {}, {} to buy, {} of power, {} of work, {} together{}",
                                    found->best == i ? "→" : " ", one.name, text::rate(one.rate),
                                    buy::amountText(one.buy), buy::amountText(one.power),
                                    text::duration(Duration::of(60 * one.minutes)), buy::amountText(one.total),
                                    one.why.empty() ? "" : "; not enough: " + one.why)));
        }
        print(plain(buy::roughPrices(context.kb)));
        const std::size_t shown = found->best.value_or(0);
        for (const std::string& caution : found->options[shown].cautions) print(plain("Caution: " + caution));
    }
    return found->best ? kFine : kFindings;
}

struct CascadeOptions {
    std::string file, device, card;
};

Json toJson(const buy::Cascade& found)
{
    Json result{{"sentence", plain(found.sentence)},
                {"caution", found.caution},
                {"slots", Json::array()},
                {"refused", Json::array()},
                {"ways", Json::array()}};
    for (const buy::SlotFit& one : found.slots)
        result["slots"].push_back({{"name", one.name},
                                   {"generation", one.generation},
                                   {"lanes", one.lanes},
                                   {"carries_bps", one.carries.steps()},
                                   {"full", one.isFull},
                                   {"taken", one.isTaken},
                                   {"chipset", one.isShared}});
    for (const text::Sentence& one : found.refused) result["refused"].push_back(plain(one));
    for (const buy::CascadeWay& way : found.ways) {
        Json steps = Json::array();
        for (const buy::CascadeStep& step : way.steps)
            steps.push_back({{"id", step.id},
                             {"what", plain(step.what)},
                             {"price", step.price.in()},
                             {"minutes", step.minutes},
                             {"maybe", step.isMaybe}});
        result["ways"].push_back({{"title", plain(way.title)},
                                  {"carries_bps", way.carries.steps()},
                                  {"full", way.isFull},
                                  {"least", way.least.in()},
                                  {"most", way.most.in()},
                                  {"minutes", way.minutes},
                                  {"steps", steps}});
    }
    return result;
}

int answerCascade(const CascadeOptions& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto device = deviceCalled(project->plan, given.device);
    if (!device) return fail(device.error());
    const auto* gear = context.kb.find<kb::Gear>(given.card);
    if (!gear) {
        std::vector<std::string> known;
        for (const kb::Gear& row : context.kb.all<kb::Gear>())
            if (row.kind == "card") known.push_back(row.id);
        return fail({ErrorCode::NotFound,
                     text::Sentence("no card of the tables has this id; there are " + text::joined(known, ", ")),
                     given.card});
    }
    const auto found = buy::cascadeOf(project->plan, *device, *gear, context.kb);
    if (!found) return fail(found.error());
    if (context.json) print(toJson(*found));
    else {
        print(plain(found->sentence));
        for (const buy::CascadeWay& way : found->ways) {
            print(plain(fmt::format("{}: {} as a rule, {}{}, {} of work", way.title.text(), text::rate(way.carries),
                                    buy::amountText(way.least),
                                    way.most > way.least ? " to " + buy::amountText(way.most) : std::string(),
                                    text::duration(Duration::of(60 * way.minutes)))));
            for (const buy::CascadeStep& step : way.steps)
                print(plain(fmt::format("  {} {}: {}", step.isMaybe ? "perhaps" : "also", step.what.text(),
                                        buy::amountText(step.price))));
        }
        for (const text::Sentence& one : found->refused) print(plain("Not here: " + one.text()));
        print(plain(buy::roughPrices(context.kb)));
        print(plain("Caution: " + found->caution));
    }
    return found->ways.front().isFull ? kFine : kFindings;
}

}  // namespace

void addWorth(Verbs& verbs, Context& context)
{
    auto bridge = std::make_shared<BridgeOptions>();
    auto over = verbs.add("bridge", "Fibre in the ground against a radio bridge between two buildings");
    over.option("--distance", bridge->distance, "between the buildings, such as 60m").required();
    over.option("--rate", bridge->rate, "wanted one way; 10g unless told otherwise");
    over.option("--dig", bridge->dig, "trench-by-hand, trench-hired, duct-there or along-wall");
    over.option("--hour", bridge->hour, "what an hour of your work is worth; nothing unless told otherwise")
        .within(0.0, 10000.0);
    over.option("--years", bridge->years, "of power; 8 unless told otherwise").within(1, 60);
    over.option("--kwh", bridge->perKwh, "price of a kWh; power is not counted unless told").within(0.0, 100.0);
    over.answer([bridge, &context] { return answerBridge(*bridge, context); });

    auto cascade = std::make_shared<CascadeOptions>();
    auto follow = verbs.add("cascade", "What else must change for a card: slot, board, air, bracket, the other end");
    follow.option("FILE", cascade->file, "project").required();
    follow.option("--device", cascade->device, "that the card goes into").required();
    follow.option("--card", cascade->card, "id in gear.csv, such as card-25").required();
    follow.answer([cascade, &context] { return answerCascade(*cascade, context); });
}

}  // namespace sokudo::cli
