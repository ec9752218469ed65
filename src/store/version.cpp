// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/version.h"

#include <algorithm>

#include "core/plan/loosen.h"
#include "store/project_json.h"
#include "store/rebase.h"

namespace sokudo::store {

std::string houseText(const plan::Plan& plan)
{
    Project house;
    house.plan = plan;
    house.plan.photos = {};
    return exportJson(house, {.isPrivateToo = true, .isCompact = true});
}

Result<plan::Plan> houseOf(const Version& version)
{
    auto house = importJson(version.house, "version “" + version.name + "”");
    if (!house) return tl::unexpected(house.error());
    return std::move(house->plan);
}

Result<plan::Plan> restored(const plan::Plan& now, const Version& version)
{
    auto house = houseOf(version);
    if (!house) return house;
    house->photos = now.photos;
    return plan::loosened(std::move(*house));
}

Result<plan::Plan> variantNow(const plan::Plan& now, const Version& version)
{
    if (version.base.empty()) return restored(now, version);
    auto base = importJson(version.base, "the house that “" + version.name + "” was branched from");
    if (!base) return tl::unexpected(base.error());
    auto house = houseOf(version);
    if (!house) return house;
    base->plan.photos = now.photos;
    house->photos = now.photos;
    return rebased(now, base->plan, *house);
}

std::optional<std::pair<measure::Timestamp, plan::Plan>> oldestSnapshot(const std::vector<Version>& versions)
{
    std::vector<const Version*> snapshots;
    for (const Version& one : versions)
        if (one.kind == VersionKind::Snapshot) snapshots.push_back(&one);
    std::sort(snapshots.begin(), snapshots.end(), [](const Version* a, const Version* b) { return a->at < b->at; });
    for (const Version* one : snapshots)
        if (auto house = houseOf(*one)) return std::pair(one->at, std::move(*house));
    return std::nullopt;
}

}  // namespace sokudo::store
