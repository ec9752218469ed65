// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/upgrade.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/both_ways.h"
#include "core/expect/stages.h"
#include "core/kb/power_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {
namespace {

constexpr double kTiers[] = {1, 2.5, 5, 10, 25, 40, 100};
constexpr double kGain = 1.02;   // own: less than that nobody notices
constexpr double kEarned = 0.2;  // own: a further step has to bring at least a fifth of what its rate promises
constexpr double kWeeks = 52;
constexpr double kHoursPerYear = 8760;

Duration timeOf(DataSize size, BitRate rate) { return Duration::of(8 * size.in() / std::max(1.0, rate.in())); }

std::string protocolOf(const plan::Plan& plan, const plan::RegularJob& job)
{
    if (!job.protocol.empty()) return job.protocol;
    for (plan::DeviceId id : {job.from, job.to})
        if (const plan::Device* device = plan.devices.find(id); device && !device->fileShare.empty())
            return device->fileShare;
    return "smb";
}

/// The fewest stages named that explain a tier: what binds, and what comes after it.
void nameLimits(const Expectation& path, std::string& limitedBy, std::string& next)
{
    const Stage* binding = path.limitingStage();
    if (!binding) return;
    limitedBy = binding->name;
    if (binding->kind == StageKind::FileShare) {
        // A share is a share of something: the narrowest stage of the network under it.
        const Stage* under = nullptr;
        for (const Stage& stage : path.stages)
            if (isNetwork(stage.kind) && (!under || stage.carries.typical < under->carries.typical)) under = &stage;
        if (under) limitedBy += " over " + under->name;
    }
    if (path.next) next = path.stages[*path.next].name;
}

/// A further step is worth naming when the job gains a fair part of the step in rate.
bool earns(const UpgradeTier& tier, const UpgradeTier& best)
{
    const double step = tier.ideal / best.ideal - 1, gain = tier.factor / best.factor - 1;
    return gain >= kEarned * step && tier.factor > best.factor * kGain;
}

text::Sentence sentenceOf(const Upgrade& upgrade)
{
    const UpgradeTier* best = nullptr;
    for (const UpgradeTier& tier : upgrade.tiers)
        if (tier.isGained && (!best || earns(tier, *best))) best = &tier;
    if (upgrade.needs) {
        if (upgrade.isEnough)
            return text::say("upgrade.it-is-carried-as",
                             "It is carried as it is: {} needed with safety, {} at the worst",
                             text::figure::rate(*upgrade.needs), text::figure::rate(upgrade.now.low));
        const auto enough = std::find_if(upgrade.tiers.begin(), upgrade.tiers.end(),
                                         [](const UpgradeTier& tier) { return tier.isEnough; });
        if (enough != upgrade.tiers.end())
            return text::say("upgrade.it-is-not-carried", "It is not carried now; links of {} carry it",
                             text::figure::linkRate(enough->tier));
        return text::say("upgrade.no-link-rate-carries", "No link rate carries it: {} limits it",
                         upgrade.tiers.empty() ? upgrade.limitedBy : upgrade.tiers.back().limitedBy);
    }
    if (!best)
        return text::say("upgrade.nothing-is-gained-by", "Faster links gain nothing: {} limits it to {}",
                         upgrade.limitedBy, text::figure::rate(upgrade.now.typical));
    return text::say(
        "upgrade.links-of-make-it",
        "Links of {} make it {} times as fast ({} instead of {}) where the link rate alone suggests {}; then {} limits "
        "it",
        text::figure::linkRate(best->tier), text::figure::number(best->factor, 3), text::figure::duration(best->each),
        text::figure::duration(upgrade.each), text::figure::number(best->ideal, 3), best->limitedBy);
}

/// A computer that serves files must stay on for others: what that takes against a small store.
text::Sentence alwaysOnNote(const kb::KnowledgeBase& kb, const plan::Device& device)
{
    if (device.role != plan::Role::Computer || device.fileShare.empty()) return {};
    const auto row = [&](plan::Role role) {
        return std::find_if(kb.all<kb::DeviceWatts>().begin(), kb.all<kb::DeviceWatts>().end(),
                            [&](const kb::DeviceWatts& one) { return one.role == plan::code(role); });
    };
    const auto own = row(plan::Role::Computer), store = row(plan::Role::Storage);
    if (own == kb.all<kb::DeviceWatts>().end() || store == kb.all<kb::DeviceWatts>().end()) return {};
    const Watt draws = device.traits.as<Watt>("idle-w").value_or(own->idle);
    const auto yearly = [](Watt watts) { return watts.in() * kHoursPerYear / 1000; };
    const double saved = yearly(draws) - yearly(store->idle);
    const text::Sentence so = text::say(
        "upgrade.shares-files-so-it",
        "{} shares files, so it must stay on: {} idle are {:.0f} kWh a year, and {} takes about {}, {:.0f} kWh",
        device.name, text::figure::watt(draws), yearly(draws), store->name, text::figure::watt(store->idle),
        yearly(store->idle));
    return saved > 0 ? so + text::say("upgrade.kwh-less-against-the",
                                      ": {:.0f} kWh less, against the price of the store", saved)
                     : so + text::say("upgrade.nothing-to-gain-there", ": nothing to gain there");
}

}  // namespace

Expectation atTier(const Expectation& path, const kb::KnowledgeBase& kb, BitRate tier, std::string_view protocol)
{
    std::vector<Stage> stages;
    for (const Stage& stage : path.stages) {
        if (stage.kind == StageKind::FileShare) continue;
        const bool faster = stage.kind == StageKind::Link && stage.line < tier;
        // A faster adapter comes with the faster link; the USB port it hangs on stays.
        const bool adapter = stage.kind == StageKind::Usb;
        auto result = faster && stage.varied ? stage.varied(kb, {path.mtu, tier})
                      : adapter              ? usbStage(kb, stage.line, tier)
                                             : Result<Stage>(stage);
        if (result && path.bothWays && (faster || adapter)) result = withBothWaysBusy(kb, std::move(*result));
        if (result && (faster || adapter)) result = inPlaceOf(stage, std::move(*result));
        stages.push_back(result ? std::move(*result) : stage);
    }
    const auto network = networkBand(stages);
    const auto slowest = slowestLink(stages);
    if (!protocol.empty() && network && slowest)
        if (auto share = fileShareStage(kb, protocol, *network)) {
            share->name = "file share";
            stages.push_back(std::move(*share));
        }
    Expectation result = settle(std::move(stages));
    result.mtu = path.mtu;
    result.bothWays = path.bothWays;
    result.missing = path.missing;
    return result;
}

namespace {

/// What a link rate would bring the job, without its price.
UpgradeTier tierOf(const Upgrade& now, const Expectation& then, BitRate rate, BitRate slowest)
{
    const plan::RegularJob& job = *now.job;
    UpgradeTier tier;
    tier.tier = rate;
    tier.rate = then.expected;
    tier.factor = then.expected.typical.in() / std::max(1.0, now.now.typical.in());
    tier.ideal = slowest.steps() > 0 ? tier.tier.in() / slowest.in() : 1;
    tier.isGained = tier.factor > kGain;
    nameLimits(then, tier.limitedBy, tier.next);
    if (now.needs) {
        tier.isEnough = then.expected.low >= *now.needs;
    } else {
        tier.each = timeOf(job.size, then.expected.typical);
        tier.hoursPerYear = (now.each.in() - tier.each.in()) * job.perWeek * kWeeks / 3600;
    }
    return tier;
}

void addCost(UpgradeTier& tier, const TierCost& cost)
{
    tier.cost = cost.cost;
    tier.costSays = cost.says;
    if (tier.cost && tier.hoursPerYear > 0 && tier.isGained) tier.perHour = *tier.cost / tier.hoursPerYear;
}

}  // namespace

Upgrade upgradeOf(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                  const plan::RegularJob& job, const CostOfTier& costs)
{
    Upgrade result;
    result.job = &job;
    const plan::Device* from = plan.devices.find(job.from);
    const plan::Device* to = plan.devices.find(job.to);
    result.title = fmt::format("{}: {} → {}", job.name, from ? from->name : "?", to ? to->name : "?");
    const kb::Purpose* purpose = job.purpose.empty() ? nullptr : kb.find<kb::Purpose>(job.purpose);
    if (!job.purpose.empty() && !purpose) {
        std::vector<std::string> known;
        for (const kb::Purpose& row : kb.all<kb::Purpose>()) known.push_back(row.id);
        result.problem = text::say("upgrade.there-is-no-purpose", "there is no purpose “{}”; known are {}", job.purpose,
                                   text::joined(known, ", "));
        return result;
    }
    const Paths paths(plan, kb, reports);
    const std::string protocol = protocolOf(plan, job);
    const auto path = paths.expectation({job.from, job.to, Traffic::FileCopy, 1, protocol, 0});
    if (!path || path->isEmpty()) {
        result.problem = path ? text::say("upgrade.nothing-of-this-path", "nothing of this path is known yet")
                              : text::Sentence(path.error().message());
        return result;
    }
    result.now = path->expected;
    std::string unused;
    nameLimits(*path, result.limitedBy, unused);
    if (purpose) {
        result.needs = scaled(purpose->each, purpose->safety * job.count);
        result.isEnough = result.now.low >= *result.needs;
    } else {
        result.each = timeOf(job.size, result.now.typical);
    }
    const auto ways = paths.ways(job.from, job.to);
    const BitRate slowest = slowestLink(path->stages).value_or(BitRate{});
    for (double rate : kTiers) {
        if (gigabits(rate) <= slowest) continue;
        result.tiers.push_back(tierOf(result, atTier(*path, kb, gigabits(rate), protocol), gigabits(rate), slowest));
        if (costs && !ways.empty()) addCost(result.tiers.back(), costs(ways.front(), gigabits(rate)));
    }
    result.sentence = sentenceOf(result);
    for (const plan::Device* end : {from, to})
        if (text::Sentence note = alwaysOnNote(kb, *end); !note.empty()) result.notes.push_back(std::move(note));
    return result;
}

}  // namespace sokudo::expect
