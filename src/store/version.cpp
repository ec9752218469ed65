// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/version.h"

#include "core/plan/loosen.h"
#include "store/project_json.h"

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

}  // namespace sokudo::store
