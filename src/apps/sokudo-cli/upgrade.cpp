// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/expect/upgrade.h"
#include "core/oneline/tokens.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct Options : PathOptions {
    std::string job, size, purpose;
    double perWeek = 1;
    int count = 1;
    bool costs = false;
};

Json toJson(const expect::Upgrade& upgrade)
{
    Json result{{"name", upgrade.job->name}, {"title", upgrade.title}};
    if (!upgrade.problem.empty()) {
        result["problem"] = plain(upgrade.problem);
        return result;
    }
    result.update({{"now_bps", bandJson(upgrade.now)},
                   {"held_by", upgrade.limitedBy},
                   {"time_s", upgrade.each.in()},
                   {"needs_bps", rateJson(upgrade.needs)},
                   {"enough", upgrade.isEnough},
                   {"sentence", plain(upgrade.sentence)},
                   {"notes", Json::array()},
                   {"tiers", Json::array()}});
    for (const text::Sentence& note : upgrade.notes) result["notes"].push_back(plain(note));
    for (const expect::UpgradeTier& tier : upgrade.tiers)
        result["tiers"].push_back({{"link_bps", tier.tier.steps()},
                                   {"rate_bps", bandJson(tier.rate)},
                                   {"time_s", tier.each.in()},
                                   {"factor", tier.factor},
                                   {"ideal_factor", tier.ideal},
                                   {"hours_saved_a_year", tier.hoursPerYear},
                                   {"held_by", tier.limitedBy},
                                   {"gained", tier.isGained},
                                   {"enough", tier.isEnough},
                                   {"cost", tier.cost ? Json(*tier.cost) : Json(nullptr)},
                                   {"cost_says", plain(tier.costSays)},
                                   {"cost_an_hour", tier.perHour ? Json(*tier.perHour) : Json(nullptr)}});
    return result;
}

void show(const expect::Upgrade& upgrade)
{
    if (!upgrade.problem.empty()) return print(upgrade.title + ": " + upgrade.problem);
    print(fmt::format("{}\n  now {}, limited by {}{}", upgrade.title, text::rate(upgrade.now.typical, 3),
                      upgrade.limitedBy,
                      upgrade.each.steps() > 0 ? "; one takes " + text::duration(upgrade.each) : std::string()));
    for (const expect::UpgradeTier& tier : upgrade.tiers) {
        std::string line = fmt::format("  {}: {}, ", text::linkRate(tier.tier), text::rate(tier.rate.typical, 3));
        if (upgrade.needs) line += tier.isEnough ? "enough" : "not enough";
        else if (!tier.isGained) line += "nothing gained";
        else
            line += fmt::format("{} instead of {}, {} times as fast of {} promised, {} h a year",
                                text::duration(tier.each), text::duration(upgrade.each), text::number(tier.factor, 3),
                                text::number(tier.ideal, 3), text::number(tier.hoursPerYear, 3));
        line += "; then limited by " + tier.limitedBy;
        if (tier.cost)
            line += fmt::format(
                "; costs {:.0f}{}", *tier.cost,
                tier.perHour ? fmt::format(", {:.0f} an hour saved in the first year", *tier.perHour) : std::string());
        else if (!tier.costSays.empty()) line += "; cost not known: " + tier.costSays.text();
        print(line);
    }
    print("  " + upgrade.sentence);
    for (const text::Sentence& note : upgrade.notes) print("  " + note);
}

/// A job that is asked for on the spot.
Result<plan::RegularJob> jobOf(const plan::Plan& plan, const Options& given)
{
    const auto ends = pathEnds(plan, given.from, given.to);
    if (!ends) return tl::unexpected(ends.error());
    plan::RegularJob job{{1}, "asked", ends->from, ends->to, given.protocol};
    job.purpose = given.purpose;
    job.perWeek = given.perWeek;
    job.count = given.count;
    if (given.size.empty()) return job;
    const auto size = oneline::sizeOf(text::lower(given.size));
    if (!size) return failure(ErrorCode::BadInput, "write the size like 80GB or 3GiB", given.size);
    job.size = *size;
    return job;
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    std::vector<plan::RegularJob> jobs;
    if (!given.from.empty() || !given.to.empty()) {
        auto job = jobOf(project.plan, given);
        if (!job) return fail(job.error());
        if (job->size.steps() == 0 && job->purpose.empty())
            return fail({ErrorCode::BadInput,
                         "say what the job is: --size 80GB --per-week 2, or --purpose with a row of purposes.csv", ""});
        jobs.push_back(std::move(*job));
    } else {
        for (const plan::RegularJob& job : project.plan.jobs)
            if (given.job.empty() || job.name == given.job) jobs.push_back(job);
        if (jobs.empty())
            return fail({ErrorCode::NotFound,
                         "the project has no such job; ask for one with --from A --to B --size 80GB", given.job});
    }
    const match::Reports reports = match::judgeAll(project.plan, context.kb);
    IdSource ids(std::random_device{}());
    const auto costs =
        given.costs ? expect::costsByOtherWays(project.plan, context.kb, reports, ids) : expect::CostOfTier();
    Json all{{"jobs", Json::array()}};
    bool good = true;
    for (const plan::RegularJob& job : jobs) {
        const expect::Upgrade upgrade = expect::upgradeOf(project.plan, context.kb, reports, job, costs);
        good = good && upgrade.problem.empty();
        if (context.json) all["jobs"].push_back(toJson(upgrade));
        else show(upgrade);
    }
    if (context.json) print(all);
    return good ? kFine : kFindings;
}

}  // namespace

void addUpgrade(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb =
        projectVerb(verbs, context, "upgrade,worth",
                    "Time of a job now and with faster links, what limits it then, and whether it is worth its cost",
                    given, &answer);
    verb.option("--job", given->job, "name of one job of the project; without it all of them");
    addEnds(verb, *given, false);
    verb.option("--size", given->size, "of one copy, such as 80GB");
    verb.option("--per-week", given->perWeek, "how often a week").notNegative();
    verb.option("--purpose", given->purpose,
                "a steady purpose instead of a copy: a row of purposes.csv, such as camera-4k");
    verb.option("--count", given->count, "cameras, streams or screens at once").within(1, 1000);
    verb.option("--protocol", given->protocol, "file share of the copy");
    verb.flag("--costs", given->costs, "search the cheapest parts for each tier");
}

}  // namespace sokudo::cli
