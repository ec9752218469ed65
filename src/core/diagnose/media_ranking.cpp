// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/media_ranking.h"
#include "core/kb/port_rows.h"
#include "core/kb/trade_rows.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::diagnose {
namespace {

struct Narrowest {
    const kb::Medium* medium = nullptr;  ///< null: none is known
    BitRate line;
    auto operator<=>(const Narrowest&) const = default;
};

/// The medium of the narrowest link of a path, and the rate it runs at.
Narrowest narrowestOf(const plan::Plan& plan, const kb::KnowledgeBase& kb, const expect::Expectation& path)
{
    const expect::Stage* narrowest = nullptr;
    for (const expect::Stage& stage : path.stages)
        if (stage.run.isSet() && (!narrowest || stage.carries.typical < narrowest->carries.typical)) narrowest = &stage;
    const plan::Run* run = narrowest ? plan.runs.find(narrowest->run) : nullptr;
    return run ? Narrowest{kb.find<kb::Medium>(run->medium), narrowest->line} : Narrowest{};
}

struct Gathered {
    std::vector<BitRate> rates;
    std::vector<double> shares;
};

}  // namespace

text::Sentence MediaRanking::leftOut() const
{
    std::vector<std::string> parts;
    const auto add = [&](int count, std::string_view one, std::string_view several, std::string_view why) {
        if (count > 0) parts.push_back(fmt::format("{} {}{}", count, count == 1 ? one : several, why));
    };
    add(copies, "copy", "copies", ", which disks may limit");
    add(bothWays, "test", "tests", " of both ways at once");
    add(noCable, "test", "tests", " of paths that no known cable joins");
    return parts.empty() ? text::Sentence()
                         : text::say("media-ranking.left-out", "left out: {}", text::joined(parts, "; "));
}

MediaRanking rankMedia(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                       const std::vector<measure::Trial>& trials)
{
    MediaRanking ranking;
    const expect::Paths paths(plan, kb, reports);
    std::map<Narrowest, Gathered> byMedium;
    for (const measure::Trial& trial : trials) {
        const bool isCopy = trial.kind != measure::TrialKind::Memory;
        ranking.copies += isCopy;
        ranking.bothWays += !isCopy && trial.direction == measure::Direction::Both;
        if (isCopy || trial.direction == measure::Direction::Both) continue;
        const auto path =
            paths.expectation({trial.from, trial.to, expect::Traffic::MemoryToMemory, std::max(1, trial.streams)});
        const Narrowest link = path ? narrowestOf(plan, kb, *path) : Narrowest{};
        ranking.noCable += !link.medium;
        if (!link.medium) continue;
        byMedium[link].rates.push_back(trial.rate.value);
        byMedium[link].shares.push_back(trial.rate.value.in() / std::max(1.0, path->expected.typical.in()));
    }
    std::vector<MediumRank>& result = ranking.media;
    for (auto& [link, gathered] : byMedium) {
        MediumRank rank{
            link.medium, link.line, measure::summarise(gathered.rates), 1, measure::medianOf(gathered.shares), {}};
        if (const kb::Supply* supply = kb.find<kb::Supply>(link.medium->id)) rank.perMetre = supply->pricePerMetre;
        result.push_back(std::move(rank));
    }
    std::sort(result.begin(), result.end(), [](const MediumRank& a, const MediumRank& b) {
        return a.runs.median != b.runs.median ? b.runs.median < a.runs.median : a.medium->id < b.medium->id;
    });
    for (MediumRank& rank : result)
        rank.toBest = rank.runs.median.in() / std::max(1.0, result.front().runs.median.in());
    return ranking;
}

}  // namespace sokudo::diagnose
