// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/buy/search/cheapest.h"
#include "core/logbook/record.h"
#include "store/version.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, keep;
    std::vector<std::string> wishes;
    int seconds = 60;
};

Json toJson(const buy::Totals& totals)
{
    return {{"cost", totals.cost.in()}, {"watts", totals.watts.in()}, {"minutes", totals.minutes}};
}

Json toJson(const buy::CheapestPlan& found, const buy::CurrencyConverter& converter)
{
    Json result{{"proved", found.isProved},
                {"rough", found.isRough},
                {"sentence", plain(found.sentence)},
                {"goal", code(found.goal)},
                {"currency", converter.currency()},
                {"totals", toJson(found.totals)},
                {"bound", found.bound},
                {"gap", found.gap},
                {"greedy", found.greedy ? toJson(*found.greedy) : Json(nullptr)},
                {"bought", found.bought},
                {"links", found.links},
                {"steps", Json::array()},
                {"notes", Json::array()},
                {"why_not_cheaper", plain(found.cheaper.sentence)},
                {"cheaper_leaves_open", found.cheaper.open},
                {"cheaper_cost", found.cheaper.cost ? Json(found.cheaper.cost->in()) : Json(nullptr)},
                {"choices", found.choices},
                {"combinations_judged", found.proved},
                {"plans_bounded", found.plans},
                {"stopped", found.isStopped}};
    for (const buy::PlanStep& step : found.steps)
        result["steps"].push_back({{"do", plain(step.what)}, {"cautions", step.cautions}});
    for (const text::Sentence& note : found.notes) result["notes"].push_back(plain(note));
    return result;
}

void show(const buy::CheapestPlan& found, const buy::CurrencyConverter& converter)
{
    print(plain(found.sentence));
    print(plain(fmt::format("  {} to buy, {} more, {} of work", converter.text(found.totals.cost),
                            text::watt(found.totals.watts), text::duration(Duration::of(60 * found.totals.minutes)))));
    if (found.greedy)
        print(plain(
            fmt::format("  one wish after the other, the cheapest way each: {}", converter.text(found.greedy->cost))));
    for (const std::string& one : found.bought) print("  buy: " + plain(one));
    for (const std::string& one : found.links) print("  join: " + plain(one));
    if (!found.cheaper.sentence.empty()) print(plain("Why not cheaper: " + found.cheaper.sentence.text()));
    int number = 0;
    for (const buy::PlanStep& step : found.steps) {
        print(plain(fmt::format("  {}. {}", ++number, step.what.text())));
        for (const std::string& caution : step.cautions) print(plain("     Caution: " + caution));
    }
    for (const text::Sentence& note : found.notes) print(plain("Note: " + note.text()));
}

/// Keeps the plan as a variant of the house.
int keep(const store::Project& project, const Options& given, const buy::CheapestPlan& found, const Context& context)
{
    auto target = openToWrite(given.file, context);
    if (!target) return fail(target.error());
    if (versionCalled(target->project, given.keep))
        return fail({ErrorCode::BadInput, "there is a version of that name; give this one another", given.keep});
    IdSource ids(std::random_device{}());
    store::Changes step;
    step.versions = {{ids.next<store::VersionId>(), given.keep, store::VersionKind::Variant, now(),
                      plain(found.sentence), store::houseText(found.plan), store::houseText(project.plan)}};
    step.entries = {logbook::changeEntry("kept the variant “" + given.keep + "”", now(), ids)};
    if (const auto done = saved(*target->file, step); !done) return fail(done.error());
    print("kept the variant “" + given.keep + "”");
    return kFine;
}

int answer(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    buy::WishSet asked;
    for (const std::string& line : given.wishes) {
        auto next = buy::withWish(std::move(asked), line, project->plan, context.kb);
        if (!next) return fail({next.error().code, next.error().what, "“" + line + "”"});
        asked = std::move(*next);
    }
    IdSource ids(std::random_device{}());
    const auto found = [&] {
        Patience patience(given.seconds);
        return buy::cheapestPlan({project->plan, asked, context.kb, today(), ids, buy::builtInSolver(), true,
                                  [&](const buy::SearchState&) { return patience.goesOn(0); }});
    }();
    if (!found) return fail(found.error());
    const buy::CurrencyConverter converter(project->plan);
    if (context.json) print(toJson(*found, converter));
    else show(*found, converter);
    if (!given.keep.empty())
        if (const int status = keep(*project, given, *found, context); status != kFine) return status;
    return found->isProved ? kFine : kFindings;
}

}  // namespace

void addSolve(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("solve", "The cheapest plan that grants a set of wishes, proved, and why nothing is cheaper");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project").required();
    verb.option(
            "--wish", given->wishes,
            "one wish a time: “platen to vault at 25g”, “all computers to core at 10g”, “job plates in 3min”, “switch "
            "in cellar”, “pull cellar to attic 20m”, “no pulling”, “keep core”, “without dac”, “managed”, “least cost "
            "then watts”")
        .required();
    verb.option("--keep", given->keep, "keep the plan as a variant of this name");
    verb.option("--seconds", given->seconds, "stop after so many and give the best found; 60 unless told otherwise")
        .within(1, 86400);
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
