// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/buy/figures.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, on;
    std::vector<std::string> variants;
};

Json money(const std::optional<Money>& amount) { return amount ? Json(amount->in()) : Json(nullptr); }

Json toJson(const buy::VariantFigures& of)
{
    Json result{{"name", of.name},
                {"to_buy", of.list.spending.toBuy.in()},
                {"rough", of.list.isRough},
                {"watts", of.watts.in()},
                {"minutes", of.minutes},
                {"links", of.links},
                {"bad_links", of.bad},
                {"single_points", of.singlePoints},
                {"worst_cut_off", of.worstCutOff},
                {"fastest_bps", of.fastest.steps()},
                {"hours_saved_a_year", of.hoursPerYear},
                {"reused", of.list.takings.reused.size()},
                {"left_over", of.list.takings.leftOver.size()},
                {"resale", {of.list.resaleLow.in(), of.list.resaleHigh.in()}},
                {"cost_a_gbps", money(of.perGbit)},
                {"cost_a_port", money(of.perPort)},
                {"cost_an_hour", money(of.perHour)},
                {"cost_a_mbps_of_first_job", money(of.perMeasuredMbit)},
                {"jobs", Json::array()}};
    for (const buy::JobFigure& job : of.jobs)
        result["jobs"].push_back({{"name", job.name},
                                  {"rate_bps", rateJson(job.rate)},
                                  {"time_s", job.each ? Json(job.each->in()) : Json(nullptr)},
                                  {"enough", job.isEnough ? Json(*job.isEnough) : Json(nullptr)},
                                  {"held_by", job.limitedBy}});
    return result;
}

std::string jobText(const buy::JobFigure& job)
{
    if (job.isEnough) return *job.isEnough ? "enough" : "not enough";
    return job.each ? text::duration(*job.each) : "not known";
}

/// A row of the table: what, and a cell for each variant.
void row(const std::string& what, const std::vector<buy::VariantFigures>& all,
         const std::function<std::string(const buy::VariantFigures&)>& cell)
{
    std::string line = fmt::format("{:<32}", plain(what));
    for (const buy::VariantFigures& of : all) line += fmt::format("  {:>20}", plain(cell(of)));
    print(line);
}

void show(const std::vector<buy::VariantFigures>& all, const buy::CurrencyConverter& converter)
{
    using Of = const buy::VariantFigures&;
    const auto share = [&](const std::optional<Money>& amount) {
        return amount ? converter.text(*amount) : std::string("–");
    };
    row("", all, [](Of of) { return of.name; });
    for (std::size_t i = 0; i < all.front().jobs.size(); ++i)
        row(all.front().jobs[i].name, all, [i](Of of) { return jobText(of.jobs[i]); });
    row("Links worse than limited", all, [](Of of) { return std::to_string(of.bad); });
    row("Fastest link", all, [](Of of) { return text::linkRate(of.fastest); });
    row("To buy", all,
        [&](Of of) { return converter.text(of.list.spending.toBuy) + (of.list.isRough ? " rough" : ""); });
    row("Work", all, [](Of of) { return text::duration(Duration::of(60 * of.minutes)); });
    row("Watts, usual", all, [](Of of) { return text::watt(of.watts); });
    row("Single points of failure", all, [](Of of) { return std::to_string(of.singlePoints); });
    row("Cut off by one, worst", all, [](Of of) { return std::to_string(of.worstCutOff); });
    row("Used again", all, [](Of of) { return std::to_string(of.list.takings.reused.size()); });
    row("Left over", all, [](Of of) { return std::to_string(of.list.takings.leftOver.size()); });
    row("Cost a Gb/s gained", all, [&](Of of) { return share(of.perGbit); });
    row("Cost a port gained", all, [&](Of of) { return share(of.perPort); });
    row("Cost an hour saved, first year", all, [&](Of of) { return share(of.perHour); });
    print(plain(buy::verdictOf({all.begin() + 1, all.end()}, converter)));
}

int answer(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    std::vector<std::string> names = given.variants;
    if (names.empty())
        for (const store::Version& one : project->versions)
            if (one.kind == store::VersionKind::Variant) names.push_back(one.name);
    names.insert(names.begin(), "now");
    if (names.size() == 1)
        return fail({ErrorCode::NotFound,
                     "the house has no variant yet; keep one with: versions FILE --keep NAME --variant", given.file});
    std::vector<buy::VariantFigures> all;
    for (const std::string& name : names) {
        const auto variant = houseCalled(*project, name);
        if (!variant) return fail(variant.error());
        auto figures = buy::figuresOf(project->plan, *variant, context.kb,
                                      {given.on.empty() ? today() : given.on, name, buy::builtInSolver()});
        if (!figures) return fail(figures.error());
        all.push_back(std::move(*figures));
    }
    const buy::CurrencyConverter converter(project->plan);
    if (context.json) {
        Json result{{"currency", converter.currency()},
                    {"sentence", plain(buy::verdictOf({all.begin() + 1, all.end()}, converter))},
                    {"variants", Json::array()}};
        for (const buy::VariantFigures& of : all) result["variants"].push_back(toJson(of));
        print(result);
    } else {
        show(all, converter);
    }
    return kFine;
}

}  // namespace

void addCompare(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("compare", "Variants side by side: jobs, cost, watts, work, single points of failure");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project").required();
    verb.option("VARIANTS", given->variants, "which of them; all unless told otherwise");
    verb.option("--on", given->on, "prices of this day; today unless told otherwise");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
