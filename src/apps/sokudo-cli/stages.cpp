// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/buy/stages.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant, on;
    double monthly = 0;
};

Json toJson(const buy::StagePlan& plan)
{
    Json result{{"exact", plan.isExact},
                {"sentence", plain(plan.sentence)},
                {"hours_saved", plan.hours},
                {"weighed", plan.weighed},
                {"first", plan.first ? Json(plain(plan.stages[*plan.first].what)) : Json(nullptr)},
                {"order", Json::array()},
                {"notes", Json::array()}};
    for (const buy::PlannedStage& one : plan.order)
        result["order"].push_back({{"what", plain(plan.stages[one.stage].what)},
                                   {"cost", one.cost.in()},
                                   {"month", one.month},
                                   {"hours_a_month", one.hoursPerMonth}});
    for (const text::Sentence& note : plan.notes) result["notes"].push_back(plain(note));
    return result;
}

void show(const buy::StagePlan& plan, const buy::CurrencyConverter& converter)
{
    print(plain(plan.sentence));
    int number = 0;
    for (const buy::PlannedStage& one : plan.order)
        print(plain(fmt::format("  {}. month {}: {}, {}; then {} h a month saved", ++number, one.month,
                                plan.stages[one.stage].what.text(), converter.text(one.cost),
                                text::number(one.hoursPerMonth, 3))));
    for (const text::Sentence& note : plan.notes) print(plain("Note: " + note.text()));
}

int answer(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto variant = houseCalled(*project, given.variant);
    if (!variant) return fail(variant.error());
    std::optional<Money> monthly;
    for (const plan::Budget& one : project->plan.budgets)
        if (one.monthly && (!monthly || text::lower(one.name) == text::lower(given.variant))) monthly = one.monthly;
    if (given.monthly > 0) monthly = Money::of(given.monthly);
    const auto plan = buy::stagePlan({project->plan,
                                      *variant,
                                      context.kb,
                                      {given.on.empty() ? today() : given.on, given.variant, buy::builtInSolver()},
                                      monthly,
                                      nullptr,
                                      {}});
    if (!plan) return fail(plan.error());
    if (context.json) print(toJson(*plan));
    else show(*plan, buy::CurrencyConverter(project->plan));
    return kFine;
}

}  // namespace

void addStages(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("stages", "A variant in stages that each work by themselves, in the best order over months");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project").required();
    verb.option("--variant", given->variant, "the variant to build").required();
    verb.option("--monthly", given->monthly, "what a month brings; that of the budget unless told otherwise")
        .positive();
    verb.option("--on", given->on, "prices of this day; today unless told otherwise");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
