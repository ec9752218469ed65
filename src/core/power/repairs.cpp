// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/repairs.h"

#include <algorithm>
#include <cmath>

#include "core/power/clock_text.h"
#include "core/power/judgement.h"
#include "core/power/repair_ideas.h"

namespace sokudo::power {
namespace {

struct Judged {
    RepairFigures standing;
    std::vector<SinglePoint> points;
    Result<TimeLine> mains;
};

/// Time that a service works, each stretch by the share of it that does. Who uses one may be without power itself: that
/// is not its fault, and one user that is left is enough.
Duration wholeTime(const ServiceLine& line)
{
    if (line.isOfUsers()) return line.goneAt().value_or(kForEver);
    double seconds = 0, from = 0;
    int works = line.all;
    const auto add = [&](double to) { seconds += (to - from) * works / std::max(1, line.all); };
    for (const ServiceLine::Step& step : line.steps) {
        add(step.at.in());
        from = step.at.in();
        works = step.works;
    }
    add(kForEver.in());
    return Duration::of(seconds);
}

/// End points that a failure cuts off; none where it can no longer happen.
std::size_t cutOffWith(const plan::Plan& plan, const SupplyNet& net, const Outage& failure)
{
    const auto point = Losses(plan, net).of(failure);
    return point ? point->cutOff() : 0;
}

Judged judged(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb, int year,
              const std::optional<Outage>& failure = {})
{
    const SupplyNet net(plan, reports, kb);
    Judged result{{}, singlePoints(plan, reports, kb), timeLineOf(plan, net, {.year = year}, kb)};
    RepairFigures& standing = result.standing;
    if (failure) standing.cutOffThen = cutOffWith(plan, net, *failure);
    standing.singlePoints = result.points.size();
    for (const SinglePoint& point : result.points) standing.cutOff += point.cutOff();
    if (result.mains) {
        for (const ServiceLine& line : result.mains->services) {
            const auto at = static_cast<std::size_t>(line.service);
            standing.lasts[at] = line.goneAt().value_or(kForEver);
            standing.whole[at] = wholeTime(line);
        }
    }
    Judgements found;
    judgeStructure({plan, reports, net, kb}, found);
    standing.atRisk = static_cast<int>(std::count_if(
        found.begin(), found.end(), [](const Judgement& one) { return one.rule == "backup-under-one-roof"; }));
    return result;
}

/// By how much a service lasts longer; less than five minutes or a tenth is within what nobody knows, and counts as
/// nothing.
Duration longer(const std::optional<Duration>& before, const std::optional<Duration>& after)
{
    constexpr double kMinutes = 5 * 60, kShare = 0.1;
    if (!before) return {};
    const double more = (after ? after->in() : 0) - before->in();
    return std::abs(more) > kMinutes && std::abs(more) > kShare * before->in() ? Duration::of(more) : Duration{};
}

text::Sentence gainOf(const RepairFigures& before, const RepairFigures& after)
{
    std::vector<text::Sentence> gains;
    if (before.cutOffThen)
        gains.push_back(text::say("repairs.gives-back", "{} of the {} end points that this cuts off stay joined",
                                  *before.cutOffThen - *after.cutOffThen, *before.cutOffThen));
    for (const bool isGain : {true, false})
        for (HouseService service : kHouseServices) {
            const auto at = static_cast<std::size_t>(service);
            const double more = longer(before.whole[at], after.whole[at]).in();
            if (more == 0 || (more > 0) != isGain) continue;
            const Duration was = *before.lasts[at], is = after.lasts[at].value_or(Duration{});
            if (std::abs(is.in() - was.in()) < 60)
                gains.push_back(
                    isGain ? text::say("repairs.more-of", "more of {} works without mains", word(service))
                           : text::say("repairs.less-of", "but less of {} works without mains", word(service)));
            else
                gains.push_back(isGain ? text::say("repairs.longer", "{} without mains: about {}, not {}",
                                                   word(service), clockText(is), clockText(was))
                                       : text::say("repairs.shorter", "but {} about {}, not {}", word(service),
                                                   clockText(is), clockText(was)));
        }
    if (after.cutOff < before.cutOff)
        gains.push_back(
            text::say("repairs.cut-off", "single points cut off {} fewer end points", before.cutOff - after.cutOff));
    if (after.atRisk < before.atRisk)
        gains.push_back(text::say("repairs.roof", "the backup survives a fire or a theft in the house"));
    if (!gains.empty() && after.cutOff > before.cutOff)
        gains.push_back(text::say("repairs.one-more", "but it adds one more thing that can fail"));
    return text::joined(gains, "; ");
}

/// What one service gains must be worth what others lose: twice it.
bool isHelp(const RepairFigures& before, const RepairFigures& after)
{
    if (before.cutOffThen && *after.cutOffThen >= *before.cutOffThen) return false;
    double gained = 0, lost = 0;
    for (std::size_t i = 0; i < kHouseServices.size(); ++i) {
        const double more = longer(before.whole[i], after.whole[i]).in();
        (more > 0 ? gained : lost) += std::abs(more);
    }
    const bool isWorth = lost == 0 || gained > 2 * lost;
    return isWorth && after.atRisk <= before.atRisk &&
           (before.cutOffThen || gained > 0 || after.cutOff < before.cutOff || after.atRisk < before.atRisk);
}

/// How much it helps, for those of one price.
double helpOf(const Repair& repair)
{
    double hours = 0;
    for (std::size_t i = 0; i < kHouseServices.size(); ++i)
        if (repair.before.whole[i] && repair.after.whole[i])
            hours += (repair.after.whole[i]->in() - repair.before.whole[i]->in()) / 3600;
    return hours + static_cast<double>(repair.before.cutOff) - static_cast<double>(repair.after.cutOff) +
           10.0 * (repair.before.atRisk - repair.after.atRisk);
}

}  // namespace

RepairFigures standingOf(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb, int year)
{
    return judged(plan, reports, kb, year).standing;
}

std::vector<Repair> repairsFor(const plan::PlanPtr& plan, const kb::KnowledgeBase& kb, IdSource& ids, int year,
                               const std::atomic<bool>* isStopped, const std::optional<Outage>& failure)
{
    match::LinkBook book(kb);
    book.update(plan);
    const match::Reports reports = book.reports();
    const SupplyNet net(*plan, reports, kb);
    Judged before = judged(*plan, reports, kb, year, failure);
    if (failure) std::erase_if(before.points, [&](const SinglePoint& one) { return one.what != failure->what; });
    std::vector<Repair> repairs;
    if (!before.mains) return repairs;
    const RepairGround ground{*plan, net, *before.mains, before.points, kb, ids};
    for (const auto ideasOf : {batteryIdeas, feedIdeas, cableIdeas, wayRoundIdeas, backupStoreIdeas, internetIdeas})
        for (RepairIdea& idea : ideasOf(ground)) {
            if (isStopped && *isStopped) return repairs;
            const auto next = std::make_shared<const plan::Plan>(idea.plan);
            book.update(next);
            const RepairFigures after = judged(*next, book.reports(), kb, year, failure).standing;
            book.update(plan);
            if (!isHelp(before.standing, after)) continue;
            text::Sentence gain = gainOf(before.standing, after);
            repairs.push_back({idea.kind, std::move(idea.what), std::move(gain), idea.price, before.standing, after,
                               std::move(idea.plan), idea.caution});
        }
    std::stable_sort(repairs.begin(), repairs.end(), [](const Repair& a, const Repair& b) {
        return a.price != b.price ? a.price < b.price : helpOf(a) > helpOf(b);
    });
    return repairs;
}

}  // namespace sokudo::power
