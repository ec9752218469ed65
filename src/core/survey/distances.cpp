// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/distances.h"

#include <algorithm>
#include <cmath>

namespace sokudo::survey {
namespace {

constexpr double kUsualCeiling = 2.7;  ///< metres, from floor to floor
constexpr double kSlackShare = 0.1;
constexpr double kSlackEach = 3;  ///< metres at each end

/// A device in its building, in metres.
struct Point {
    double x = 0, y = 0;
    int level = 0;
    std::string building;
    bool isEstimate = false;
};

/// The place whose area counts for a device: its own, or the nearest around it that was measured.
const plan::Place* measuredPlace(const plan::Plan& plan, plan::PlaceId id)
{
    const plan::Place* place = plan.places.find(id);
    for (std::size_t steps = 0; place && !place->area && steps < plan.places.size(); ++steps)
        place = plan.places.find(place->within);
    return place && place->area ? place : nullptr;
}

std::optional<Point> pointOf(const plan::Plan& plan, plan::DeviceId id)
{
    const plan::Device* device = plan.devices.find(id);
    const plan::Place* place = device ? measuredPlace(plan, device->place) : nullptr;
    if (!place) return std::nullopt;
    const plan::Area& area = *place->area;
    const bool isSpotKnown = device->at && place->id == device->place;
    const double x = isSpotKnown ? device->at->x.in() : area.width.in() / 2;
    const double y = isSpotKnown ? device->at->y.in() : area.depth.in() / 2;
    return Point{area.x.in() + x, area.y.in() + y, place->level, place->building, !isSpotKnown};
}

/// Height of the storeys between two levels.
struct Rise {
    double metres = 0;
    int floors = 0;
    bool isEstimate = false;
};

Rise riseBetween(const plan::Plan& plan, int a, int b)
{
    Rise rise;
    const int low = std::min(a, b), high = std::max(a, b);
    rise.floors = high - low;
    for (int level = low; level < high; ++level) {
        std::optional<double> height;
        for (const plan::Place& place : plan.places)
            if (place.level == level && place.building.empty())
                if (const auto stated = place.traits.as<Length>("ceiling"))
                    height = std::max(height.value_or(0), stated->in());
        rise.metres += height.value_or(kUsualCeiling);
        rise.isEstimate = rise.isEstimate || !height;
    }
    return rise;
}

/// The distance over the ground between the main house and a building.
std::optional<double> away(const plan::Plan& plan, const std::string& building)
{
    for (const plan::Place& place : plan.places)
        if (place.building == building)
            if (const auto stated = place.traits.as<Length>("away")) return stated->in();
    return std::nullopt;
}

/// Whether the straight line from a to b crosses the side from c to d.
bool crosses(double ax, double ay, double bx, double by, double cx, double cy, double dx, double dy)
{
    const auto side = [](double px, double py, double qx, double qy, double rx, double ry) {
        return (qx - px) * (ry - py) - (qy - py) * (rx - px);
    };
    const double a = side(cx, cy, dx, dy, ax, ay), b = side(cx, cy, dx, dy, bx, by);
    const double c = side(ax, ay, bx, by, cx, cy), d = side(ax, ay, bx, by, dx, dy);
    return a * b < 0 && c * d < 0;
}

bool isInside(const plan::Area& area, double x, double y)
{
    return x > area.x.in() && x < area.x.in() + area.width.in() && y > area.y.in() && y < area.y.in() + area.depth.in();
}

}  // namespace

int wallsBetween(const plan::Plan& plan, int level, const std::string& building, plan::Spot from, plan::Spot to)
{
    const double ax = from.x.in(), ay = from.y.in(), bx = to.x.in(), by = to.y.in();
    int sides = 0;
    for (const plan::Place& place : plan.places) {
        if (!place.area || place.level != level || place.building != building || place.kind != plan::PlaceKind::Room)
            continue;
        const plan::Area& area = *place.area;
        const double left = area.x.in(), right = left + area.width.in(), front = area.y.in(),
                     back = front + area.depth.in();
        int own = crosses(ax, ay, bx, by, left, front, right, front) +
                  crosses(ax, ay, bx, by, left, back, right, back) + crosses(ax, ay, bx, by, left, front, left, back) +
                  crosses(ax, ay, bx, by, right, front, right, back);
        // A line that leaves a room and one that passes it cut one wall and two: each wall is a side of two rooms.
        if (isInside(area, ax, ay) || isInside(area, bx, by)) own = std::min(own, 1);
        sides += own;
    }
    return (sides + 1) / 2;
}

std::optional<Distance> distance(const plan::Plan& plan, plan::DeviceId from, plan::DeviceId to)
{
    const auto a = pointOf(plan, from), b = pointOf(plan, to);
    if (!a || !b) return std::nullopt;
    Distance result;
    const Rise rise = riseBetween(plan, a->level, b->level);
    result.floors = rise.floors;
    result.isEstimate = a->isEstimate || b->isEstimate || rise.isEstimate;
    double across = std::abs(a->x - b->x) + std::abs(a->y - b->y);
    double flat = std::hypot(a->x - b->x, a->y - b->y);
    if (a->building != b->building) {
        // Buildings have corners of their own: what lies between them is stated, and how each lies to it is not known.
        double between = 0;
        for (const std::string& building : {a->building, b->building})
            if (!building.empty()) {
                const auto stated = away(plan, building);
                between += stated.value_or(0);
                result.isEstimate = result.isEstimate || !stated;
            }
        flat = between;
        across = between + a->x + a->y + b->x + b->y;
        result.isEstimate = true;
    } else if (a->level == b->level) {
        result.walls = wallsBetween(plan, a->level, a->building, {Length::of(a->x), Length::of(a->y)},
                                    {Length::of(b->x), Length::of(b->y)});
    }
    result.straight = Length::of(std::hypot(flat, rise.metres));
    result.routed = Length::of(across + rise.metres);
    result.withSlack = Length::of((across + rise.metres) * (1 + kSlackShare) + 2 * kSlackEach);
    return result;
}

std::optional<Distance> distanceOf(const plan::Plan& plan, const plan::Run& run)
{
    const plan::Device* a = plan::deviceOf(plan, run.a);
    const plan::Device* b = plan::deviceOf(plan, run.b);
    return a && b && a != b ? distance(plan, a->id, b->id) : std::nullopt;
}

}  // namespace sokudo::survey
