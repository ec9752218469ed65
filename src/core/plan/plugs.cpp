// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plugs.h"

namespace sokudo::plan {
namespace {

bool isPlugged(const Supply& supply) { return supply.kind == SupplyKind::Cord || supply.kind == SupplyKind::Brick; }

}  // namespace

int socketsTaken(const Device& device)
{
    if (!device.supplies.empty()) {
        int sum = 0;
        for (const Supply& supply : device.supplies) sum += isPlugged(supply) ? supply.covers : 0;
        return sum;
    }
    const std::string_view source = device.traits.word("power-source");
    return source == "outlet" || source == "battery-outlet" ? device.traits.count("brick").value_or(1) : 0;
}

}  // namespace sokudo::plan
