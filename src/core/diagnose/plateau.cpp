// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/plateau.h"

#include <algorithm>

#include "core/formulas/framing.h"
#include "core/kb/stage_rows.h"

namespace sokudo::diagnose {
namespace {

constexpr double kLeastOfUsual = 0.93;
constexpr int kJumbo = 9000;

/// USB 2.0, the slowest bus that network adapters still meet.
std::optional<BitRate> slowUsb(const kb::KnowledgeBase& kb)
{
    const auto& rows = kb.all<kb::UsbLink>();
    const auto slowest = std::min_element(rows.begin(), rows.end(),
                                          [](const auto& a, const auto& b) { return a.enumerated < b.enumerated; });
    return slowest == rows.end() ? std::nullopt : std::optional(slowest->carries.typical);
}

}  // namespace

const std::vector<BitRate>& plateauLinks()
{
    static const std::vector<BitRate> kLinks{gigabits(0.1), gigabits(1), gigabits(2.5), gigabits(5), gigabits(10)};
    return kLinks;
}

bool isWhatLinkCarries(BitRate measured, BitRate link)
{
    formulas::Framing jumbo{kJumbo};
    jumbo.timestamps = false;
    const auto usual = formulas::goodput(link), most = formulas::goodput(link, jumbo);
    return usual && most && measured.in() >= kLeastOfUsual * usual->in() && measured <= *most;
}

std::optional<BitRate> plateauOf(BitRate measured)
{
    for (BitRate link : plateauLinks())
        if (isWhatLinkCarries(measured, link)) return link;
    return std::nullopt;
}

std::optional<BitRate> slowerHopOf(BitRate measured, const expect::Expectation& path)
{
    const auto link = plateauOf(measured);
    if (!link) return std::nullopt;
    for (const expect::Stage& stage : path.stages)
        if (stage.kind == expect::StageKind::Link && stage.line <= *link) return std::nullopt;
    return link;
}

std::vector<BitRate> plateausOf(const expect::Expectation& path, const kb::KnowledgeBase& kb)
{
    std::vector<BitRate> result;
    for (BitRate link : plateauLinks())
        if (const auto carries = formulas::goodput(link, {path.mtu})) result.push_back(*carries);
    if (const auto usb = slowUsb(kb)) result.push_back(*usb);
    for (const expect::Stage& stage : path.stages)
        if (stage.kind != expect::StageKind::Link) result.push_back(stage.carries.typical);
    return result;
}

}  // namespace sokudo::diagnose
