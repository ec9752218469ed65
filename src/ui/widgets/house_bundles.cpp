// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/house_bundles.h"

#include <cmath>

namespace sokudo::ui {
namespace {

constexpr std::size_t kMostSeparate = 24;  ///< lines side by side that an eye can follow one by one
constexpr int kLeastBundle = 3;

/// Its ends move to the farthest from the upright line; within a row it reaches from the first port to the last.
void join(Bundle& bundle, const RunRoute& route, double houseWidth)
{
    const bool isTurned = route.isUpright() ? route.rowA > route.rowB : route.xA > route.xB;
    const double low = isTurned ? route.xB : route.xA, high = isTurned ? route.xA : route.xB;
    RunRoute& way = bundle.way;
    if (bundle.runs++ == 0) {
        way = route;
        std::tie(way.rowA, way.rowB) = std::minmax(route.rowA, route.rowB);
        way.xA = low;
        way.xB = high;
    }
    if (!route.isUpright()) {
        way.xA = std::min(way.xA, low);
        way.xB = std::max(way.xB, high);
        return;
    }
    const double at = route.uprightAt(houseWidth);
    if (std::abs(low - at) > std::abs(way.xA - at)) way.xA = low;
    if (std::abs(high - at) > std::abs(way.xB - at)) way.xB = high;
}

}  // namespace

BundleKey keyOf(const RunRoute& route)
{
    const auto [a, b] = route.isUpright() ? std::pair(-1, -1) : std::minmax({route.cardA, route.cardB});
    return {std::min(route.rowA, route.rowB), std::max(route.rowA, route.rowB), route.yard, a, b};
}

Bundles bundlesOf(const std::vector<RunRoute>& routes, const std::vector<app::DrawnRun>& runs, double houseWidth)
{
    std::size_t upright = 0;
    std::map<int, std::size_t> level;  // of each row
    for (const RunRoute& route : routes)
        if (route.isUpright()) ++upright;
        else if (route.rowA >= 0 && !route.open) ++level[route.rowA];
    Bundles bundles;
    for (std::size_t i = 0; i < routes.size(); ++i) {
        const RunRoute& route = routes[i];
        if (route.rowA < 0 || route.open) continue;
        if ((route.isUpright() ? upright : level[route.rowA]) <= kMostSeparate) continue;
        Bundle& bundle = bundles[keyOf(route)];
        join(bundle, route, houseWidth);
        bundle.worst = std::max(bundle.worst, runs[i].verdict);
    }
    std::erase_if(bundles, [](const auto& one) { return one.second.runs < kLeastBundle; });
    return bundles;
}

}  // namespace sokudo::ui
