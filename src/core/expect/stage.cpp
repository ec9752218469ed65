// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/stage.h"

#include <algorithm>

namespace sokudo::expect {
namespace {
constexpr double kNear = 1.10;  // own: two limits that lie this close are told together
}  // namespace

std::string_view word(StageKind kind)
{
    constexpr std::string_view kWords[] = {"disk", "processor", "slot", "link", "file share", "memory", "usb", "chipset uplink", "medium", "bond", "switch", "router", "inspection", "tunnel", "internet plan", "window", "loss", "session", "files", "copy tool", "requests"};
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

Stage inPlaceOf(const Stage& now, Stage made)
{
    made.name = now.name;
    made.run = now.run;
    made.device = now.device;
    return made;
}

Expectation settle(std::vector<Stage> stages)
{
    Expectation made;
    made.stages = std::move(stages);
    if (made.stages.empty()) return made;
    made.expected = made.stages.front().carries;
    for (std::size_t i = 0; i < made.stages.size(); ++i) {
        const Band& band = made.stages[i].carries;
        made.expected = {std::min(made.expected.low, band.low), std::min(made.expected.typical, band.typical), std::min(made.expected.high, band.high)};
        if (band.typical < made.stages[made.binding].carries.typical) made.binding = i;
        if (band.low < made.stages[made.bindingLow].carries.low) made.bindingLow = i;
        if (band.high < made.stages[made.bindingHigh].carries.high) made.bindingHigh = i;
        made.roundTrip = made.roundTrip + made.stages[i].roundTrip;
    }
    const BitRate least = made.stages[made.binding].carries.typical;
    for (std::size_t i = 0; i < made.stages.size(); ++i) {
        if (i == made.binding) continue;
        if (!made.next || made.stages[i].carries.typical < made.stages[*made.next].carries.typical) made.next = i;
        if (made.stages[i].carries.typical < scaled(least, kNear)) made.near.push_back(i);
    }
    return made;
}

}  // namespace sokudo::expect
