// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/buy/capacity.h"
#include "core/buy/currency_converter.h"
#include "core/buy/instruments.h"
#include "core/buy/later.h"
#include "core/buy/prices.h"

namespace sokudo::cli {
namespace {

int answerLater(const std::string& line, const Context& context)
{
    const auto question = buy::laterQuestion(line, context.kb);
    if (!question) return fail(question.error());
    const buy::LaterAnswer found = buy::laterAnswer(*question);
    if (context.json) {
        print(Json{{"pays_now", found.paysNow},
                   {"premium", question->premium.in()},
                   {"expected_cost_of_waiting", found.expected.in()},
                   {"years", question->years},
                   {"probability", question->probability},
                   {"discount", question->discount},
                   {"factor", found.factor},
                   {"break_even_probability", found.breakEven ? Json(*found.breakEven) : Json(nullptr)},
                   {"break_even_redo", found.breakEvenRedo.in()},
                   {"sentence", plain(found.sentence)}});
        return kFine;
    }
    print(plain(found.sentence));
    print(plain(fmt::format("  waiting: {} % of {}, worth {} today on average over {} years at {} % a year",
                            text::number(100 * question->probability), buy::amountText(question->redo),
                            text::number(found.factor, 3), question->years, text::number(100 * question->discount))));
    print(plain(fmt::format("  at this probability the premium pays where doing it again costs more than {}",
                            buy::amountText(found.breakEvenRedo))));
    return kFine;
}

int answerInstruments(int runs, double hour, const Context& context)
{
    const buy::InstrumentAnswer found = buy::instrumentsFor(runs, Money::of(hour), context.kb);
    if (context.json) {
        Json result{{"sentence", plain(found.sentence)},
                    {"practice", plain(found.practice)},
                    {"expected_faults", found.faults},
                    {"choices", Json::array()}};
        for (const buy::InstrumentChoice& one : found.choices)
            result["choices"].push_back({{"id", one.kind->id},
                                         {"name", one.kind->name},
                                         {"proves", one.kind->proves},
                                         {"proves_not", one.kind->provesNot},
                                         {"buy", one.buy.in()},
                                         {"borrow", one.borrow ? Json(one.borrow->in()) : Json(nullptr)},
                                         {"days", one.days},
                                         {"faults_left", one.faultsLeft},
                                         {"minutes", one.minutes},
                                         {"best", one.isBest}});
        print(result);
        return kFine;
    }
    print(plain(found.sentence));
    for (const buy::InstrumentChoice& one : found.choices)
        print(plain(fmt::format("  {} {:<24} buy {:>8}, borrow {:>7}; {} of faults unseen; proves {}",
                                one.isBest ? "→" : " ", one.kind->name, buy::amountText(one.buy),
                                one.borrow ? buy::amountText(*one.borrow) : "–", text::number(one.faultsLeft, 2),
                                one.kind->proves)));
    print(plain(buy::roughPrices(context.kb)));
    print(plain(found.practice));
    return kFine;
}

int answerCapacity(const std::string& file, int years, Context& context)
{
    const auto project = openProject(file, context);
    if (!project) return fail(project.error());
    const auto all = buy::storageAnswers(project->plan, years, context.kb);
    if (context.json) {
        Json result = Json::array();
        for (const buy::StorageAnswer& one : all) {
            Json choices = Json::array();
            for (const buy::ArrayChoice& choice : one.choices)
                choices.push_back({{"level", choice.level},
                                   {"disks", choice.disks},
                                   {"each_bytes", choice.each.steps()},
                                   {"usable_bytes", choice.usable.steps()},
                                   {"survives", choice.survives},
                                   {"now", choice.isNow}});
            result.push_back({{"name", one.name},
                              {"fill", one.fill ? Json(*one.fill) : Json(nullptr)},
                              {"months_to_full", one.monthsToFull ? Json(*one.monthsToFull) : Json(nullptr)},
                              {"needs_bytes", one.needs.steps()},
                              {"sentence", plain(one.sentence)},
                              {"choices", choices}});
        }
        print(result);
        return kFine;
    }
    if (all.empty()) print("No disks of a known size: say set NAME disks=\"hdd*6 8tb raid6 used=21tb\".");
    for (const buy::StorageAnswer& one : all) {
        print(plain(one.sentence));
        print(plain(fmt::format("  for {} years four fifths full: {} usable", years, text::size(one.needs))));
        for (const buy::ArrayChoice& choice : one.choices)
            print(plain(fmt::format("  {} {:<34} {} × {}, {} usable, survives {}", choice.isNow ? "→" : " ",
                                    choice.name, choice.disks, text::size(choice.each), text::size(choice.usable),
                                    text::number(choice.survives))));
    }
    return kFine;
}

}  // namespace

void addLater(Verbs& verbs, Context& context)
{
    auto later = verbs.add("later", "Pay a premium now, or do it again later: what waiting costs on average");
    auto line = std::make_shared<std::string>();
    later.option("LINE", *line, "“premium 400, redo 2200, 8 years, p 0.4, discount 3%”").required();
    later.answer([line, &context] { return answerLater(*line, context); });

    struct Instruments {
        int runs = 10;
        double hour = 0;
    };
    auto asked = std::make_shared<Instruments>();
    auto instruments = verbs.add("instruments", "Which test instrument to buy, to borrow or to do without");
    instruments.option("--runs", asked->runs, "cables to test").within(1, 10000);
    instruments.option("--hour", asked->hour, "what an hour of your work is worth; nothing unless told otherwise")
        .within(0.0, 10000.0);
    instruments.answer([asked, &context] { return answerInstruments(asked->runs, asked->hour, context); });

    struct Capacity {
        std::string file;
        int years = 4;
    };
    auto store = std::make_shared<Capacity>();
    auto capacity = verbs.add("capacity", "When storage is full, and what to buy by level of redundancy");
    capacity.option("FILE", store->file, "project").required();
    capacity.option("--years", store->years, "to last so long; 4 unless told otherwise").within(1, 20);
    capacity.answer([store, &context] { return answerCapacity(store->file, store->years, context); });
}

}  // namespace sokudo::cli
