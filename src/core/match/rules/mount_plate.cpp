// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/clause.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    for (const LinkEnd* end : {&link.a, &link.b}) {
        if (!end->device) continue;
        const auto mount = end->device->traits.count("mount"), plate = end->device->traits.count("plate");
        if (mount && plate && *mount != *plate)
            found.push_back(clause(link, "hw-09",
                                   {{"device", end->device->name},
                                    {"mount", static_cast<double>(*mount)},
                                    {"plate", static_cast<double>(*plate)}}));
    }
    return found;
}

}  // namespace

constinit const Rule kMountPlate{
    .id = "mount-plate",
    .title = "The device hangs on the plate that is there",
    .why = "Plates of two generations look alike and their holes do not meet.",
    .clauses = "hw-09",
    .check = &check,
};

}  // namespace sokudo::match
