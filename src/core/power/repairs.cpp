// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/repairs.h"

#include <algorithm>

#include "core/power/clock_text.h"
#include "core/power/judgement.h"
#include "core/power/repair_ideas.h"

namespace sokudo::power {
namespace {

constexpr double kAtOnce = 60;  // s

struct Judged {
    Standing standing;
    std::vector<SinglePoint> points;
    Result<TimeLine> mains;
};

Judged judged(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb, int year)
{
    const SupplyNet net(plan, reports, kb);
    Judged result{{}, singlePoints(plan, reports, kb), timeLineOf(plan, net, {.year = year}, kb)};
    Standing& standing = result.standing;
    standing.singlePoints = result.points.size();
    for (const SinglePoint& point : result.points) standing.cutOff += point.cutOff();
    if (result.mains) {
        const ServiceLine* internet = result.mains->line(HouseService::Internet);
        if (internet) standing.internet = internet->goneAt().value_or(kForEver);
        for (const ServiceLine& line : result.mains->services)
            standing.lasting += !line.goneAt() || line.goneAt()->in() >= 3600;
    }
    Judgements found;
    judgeStructure({plan, reports, net, kb}, found);
    standing.atRisk = static_cast<int>(std::count_if(
        found.begin(), found.end(), [](const Judgement& one) { return one.rule == "backup-under-one-roof"; }));
    return result;
}

text::Sentence gainOf(const Standing& before, const Standing& after)
{
    std::vector<text::Sentence> gains;
    if (after.internet.in() > before.internet.in() + kAtOnce)
        gains.push_back(text::say("repairs.internet", "internet holds {} without mains, not {}",
                                  clockText(after.internet), clockText(before.internet)));
    if (after.cutOff < before.cutOff)
        gains.push_back(
            text::say("repairs.cut-off", "single points cut off {} fewer end points", before.cutOff - after.cutOff));
    if (after.lasting > before.lasting)
        gains.push_back(
            text::say("repairs.lasting", "services that last an hour: {}, not {}", after.lasting, before.lasting));
    if (after.atRisk < before.atRisk)
        gains.push_back(text::say("repairs.roof", "the backup outlasts a fire or a theft in the house"));
    return text::joined(gains, "; ");
}

bool isWorse(const Standing& before, const Standing& after)
{
    return after.internet.in() + kAtOnce < before.internet.in() || after.lasting < before.lasting ||
           after.atRisk > before.atRisk;
}

/// How much it helps, for those of one price.
double helpOf(const Repair& repair)
{
    return (repair.after.internet.in() - repair.before.internet.in()) / 3600 +
           static_cast<double>(repair.before.cutOff) - static_cast<double>(repair.after.cutOff) +
           10.0 * (repair.before.atRisk - repair.after.atRisk);
}

}  // namespace

Standing standingOf(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb, int year)
{
    return judged(plan, reports, kb, year).standing;
}

std::vector<Repair> repairsFor(const plan::PlanPtr& plan, const kb::KnowledgeBase& kb, IdSource& ids, int year,
                               const std::atomic<bool>* isStopped)
{
    match::LinkBook book(kb);
    book.update(plan);
    const match::Reports reports = book.reports();
    const SupplyNet net(*plan, reports, kb);
    const Judged before = judged(*plan, reports, kb, year);
    std::vector<Repair> repairs;
    if (!before.mains) return repairs;
    const RepairGround ground{*plan, net, *before.mains, before.points, kb, ids};
    for (const auto ideasOf : {batteryIdeas, feedIdeas, cableIdeas, backupStoreIdeas, internetIdeas})
        for (RepairIdea& idea : ideasOf(ground)) {
            if (isStopped && *isStopped) return repairs;
            const auto next = std::make_shared<const plan::Plan>(idea.plan);
            book.update(next);
            const Standing after = standingOf(*next, book.reports(), kb, year);
            book.update(plan);
            text::Sentence gain = gainOf(before.standing, after);
            if (gain.empty() || isWorse(before.standing, after)) continue;
            repairs.push_back({idea.kind, std::move(idea.what), std::move(gain), idea.price, before.standing, after,
                               std::move(idea.plan), idea.caution});
        }
    std::stable_sort(repairs.begin(), repairs.end(), [](const Repair& a, const Repair& b) {
        return a.price != b.price ? a.price < b.price : helpOf(a) > helpOf(b);
    });
    return repairs;
}

}  // namespace sokudo::power
