// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/media_ranking.h"
#include "core/kb/port_rows.h"
#include "core/kb/trade_rows.h"

#include <algorithm>
#include <map>

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

std::vector<MediumRank> rankMedia(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                                  const std::vector<measure::Trial>& trials)
{
    const expect::Paths paths(plan, kb, reports);
    std::map<Narrowest, Gathered> byMedium;
    for (const measure::Trial& trial : trials) {
        if (trial.kind != measure::TrialKind::Memory || trial.direction == measure::Direction::Both) continue;
        const auto path =
            paths.expectation({trial.from, trial.to, expect::Traffic::MemoryToMemory, std::max(1, trial.streams)});
        const Narrowest link = path ? narrowestOf(plan, kb, *path) : Narrowest{};
        if (!link.medium) continue;
        byMedium[link].rates.push_back(trial.rate.value);
        byMedium[link].shares.push_back(trial.rate.value.in() / std::max(1.0, path->expected.typical.in()));
    }
    std::vector<MediumRank> result;
    for (auto& [link, gathered] : byMedium) {
        std::sort(gathered.shares.begin(), gathered.shares.end());
        MediumRank rank{
            link.medium, link.line, measure::summarise(gathered.rates), 1, gathered.shares[gathered.shares.size() / 2],
            {}};
        if (const kb::Supply* supply = kb.find<kb::Supply>(link.medium->id)) rank.perMetre = supply->pricePerMetre;
        result.push_back(std::move(rank));
    }
    std::sort(result.begin(), result.end(), [](const MediumRank& a, const MediumRank& b) {
        return a.runs.median != b.runs.median ? b.runs.median < a.runs.median : a.medium->id < b.medium->id;
    });
    for (MediumRank& rank : result)
        rank.toBest = rank.runs.median.in() / std::max(1.0, result.front().runs.median.in());
    return result;
}

}  // namespace sokudo::diagnose
