// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/stage.h"

#include <algorithm>

namespace sokudo::expect {
namespace {
constexpr double kNear = 1.10;  // own: two limits that lie this close are told together
}  // namespace

std::string_view word(StageKind kind)
{
    constexpr std::string_view kWords[] = {
        "disk",           "processor", "slot", "link",    "file share", "memory",     "usb",
        "chipset uplink", "medium",    "bond", "switch",  "router",     "inspection", "tunnel",
        "internet plan",  "window",    "loss", "session", "files",      "copy tool",  "requests"};
    return kWords[static_cast<int>(kind)];
}

bool isNetwork(StageKind kind)
{
    switch (kind) {
    case StageKind::Slot:
    case StageKind::Link:
    case StageKind::Usb:
    case StageKind::Uplink:
    case StageKind::Medium:
    case StageKind::Bond:
    case StageKind::Switch:
    case StageKind::Router:
    case StageKind::Inspection:
    case StageKind::Tunnel:
    case StageKind::Internet:
    case StageKind::Window:
    case StageKind::Loss: return true;
    default: return false;
    }
}

std::optional<double> Expectation::gain() const
{
    if (!next || stages[binding].carries.typical.steps() <= 0) return std::nullopt;
    return stages[*next].carries.typical.in() / stages[binding].carries.typical.in() - 1;
}

Stage inPlaceOf(const Stage& now, Stage result)
{
    result.name = now.name;
    result.run = now.run;
    result.device = now.device;
    result.enters = now.enters;
    result.part = now.part;
    if (result.mtu == 0) result.mtu = now.mtu;
    return result;
}

Expectation settle(std::vector<Stage> stages)
{
    Expectation result;
    result.stages = std::move(stages);
    if (result.stages.empty()) return result;
    result.expected = result.stages.front().carries;
    for (std::size_t i = 0; i < result.stages.size(); ++i) {
        const Band& band = result.stages[i].carries;
        result.expected = {std::min(result.expected.low, band.low), std::min(result.expected.typical, band.typical),
                           std::min(result.expected.high, band.high)};
        if (band.typical < result.stages[result.binding].carries.typical) result.binding = i;
        if (band.low < result.stages[result.bindingLow].carries.low) result.bindingLow = i;
        if (band.high < result.stages[result.bindingHigh].carries.high) result.bindingHigh = i;
        if (const auto hard = result.stages[i].hard;
            hard && (!result.hard || *hard < *result.stages[*result.hard].hard))
            result.hard = i;
        result.roundTrip = result.roundTrip + result.stages[i].roundTrip;
    }
    const BitRate least = result.stages[result.binding].carries.typical;
    for (std::size_t i = 0; i < result.stages.size(); ++i) {
        if (i == result.binding) continue;
        if (!result.next || result.stages[i].carries.typical < result.stages[*result.next].carries.typical)
            result.next = i;
        if (result.stages[i].carries.typical < scaled(least, kNear)) result.near.push_back(i);
    }
    return result;
}

}  // namespace sokudo::expect
