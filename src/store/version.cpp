// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/version.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/plan/gone_references.h"
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
    return plan::withoutGoneReferences(std::move(*house));
}

Result<plan::Plan> variantNow(const plan::Plan& now, const Version& version)
{
    if (version.base.empty()) return restored(now, version);
    auto base = importJson(version.base, "the house that “" + version.name + "” was branched from");
    if (!base) return tl::unexpected(base.error());
    auto house = houseOf(version);
    if (!house) return house;
    // A photo that was deleted since is no change of the variant's.
    base->plan.photos = now.photos;
    house->photos = now.photos;
    return rebased(now, plan::withoutGoneReferences(std::move(base->plan)),
                   plan::withoutGoneReferences(std::move(*house)));
}

std::optional<Version> keptBefore(const Project& project, const std::string& name, measure::Timestamp at, IdSource& ids)
{
    const std::string text = houseText(project.plan);
    const auto& all = project.versions;
    if (std::any_of(all.begin(), all.end(), [&](const Version& one) { return one.house == text; })) return std::nullopt;
    std::string called = "before going to " + name;
    const auto isTaken = [&] {
        return std::any_of(all.begin(), all.end(),
                           [&](const Version& one) { return text::lower(one.name) == text::lower(called); });
    };
    for (int i = 2; isTaken(); ++i) called = fmt::format("before going to {}, {}", name, i);
    return Version{ids.next<VersionId>(), called, VersionKind::Snapshot, at, {}, text, {}};
}

Result<Going> goingTo(const Project& project, const Version& version, measure::Timestamp at, IdSource& ids)
{
    auto house = restored(project.plan, version);
    if (!house) return tl::unexpected(house.error());
    Going going{std::move(*house), {}};
    if (auto kept = keptBefore(project, version.name, at, ids)) going.versions.push_back(std::move(*kept));
    const std::string base = houseText(going.house);
    for (const Version& one : project.versions) {
        if (one.kind != VersionKind::Variant || one.base == base) continue;
        going.versions.push_back(one);
        going.versions.back().base = base;
    }
    return going;
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
