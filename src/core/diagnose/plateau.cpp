// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/plateau.h"

#include <algorithm>
#include <cmath>

#include "core/base/text.h"
#include "core/formulas/bus.h"
#include "core/formulas/framing.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::diagnose {
namespace {

constexpr double kLeastOfUsual = 0.93;  ///< of a sign among others
constexpr double kLeastToSay = 0.97;    ///< as the row “wire” of link_factors.csv
constexpr double kSameFigure = 0.02;
constexpr int kJumbo = 9000;

/// USB 2.0, the slowest bus that network adapters still meet.
std::optional<BitRate> slowUsb(const kb::KnowledgeBase& kb)
{
    const auto& rows = kb.all<kb::UsbLink>();
    const auto slowest = std::min_element(rows.begin(), rows.end(),
                                          [](const auto& a, const auto& b) { return a.enumerated < b.enumerated; });
    return slowest == rows.end() ? std::nullopt : std::optional(slowest->carries.typical);
}

bool isFrom(double least, BitRate measured, BitRate link)
{
    formulas::Framing jumbo{kJumbo};
    jumbo.timestamps = false;
    const auto usual = formulas::goodput(link), most = formulas::goodput(link, jumbo);
    return usual && most && measured.in() >= least * usual->in() && measured <= *most;
}

}  // namespace

const std::vector<BitRate>& plateauLinks()
{
    static const std::vector<BitRate> kLinks{gigabits(0.1), gigabits(1),  gigabits(2.5), gigabits(5),
                                             gigabits(10),  gigabits(25), gigabits(40)};
    return kLinks;
}

bool isWhatLinkCarries(BitRate measured, BitRate link) { return isFrom(kLeastOfUsual, measured, link); }

std::optional<BitRate> plateauOf(BitRate measured)
{
    for (BitRate link : plateauLinks())
        if (isFrom(kLeastToSay, measured, link)) return link;
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

std::vector<text::Sentence> busesThatCarry(BitRate measured, const kb::KnowledgeBase& kb)
{
    const auto isAbout = [&](BitRate typical) { return std::abs(measured.in() / typical.in() - 1) < kSameFigure; };
    std::vector<text::Sentence> result;
    for (const kb::UsbLink& row : kb.all<kb::UsbLink>())
        if (row.halfDuplex && isAbout(row.carries.typical))
            result.push_back(
                text::say("plateau.what-usb-carries",
                          "{} is just what an adapter on {} carries: if there is one, plug it into a faster "
                          "socket",
                          text::figure::rate(measured), row.name));
    for (const kb::BusGeneration& bus : kb.all<kb::BusGeneration>())
        for (int lanes : {1, 2, 4})
            if (const auto carries = formulas::busCarries(kb, {bus.generation, lanes});
                carries && isAbout(carries->usable.typical))
                result.push_back(text::say("plateau.what-a-slot-carries",
                                           "{} is just what a slot that runs at {} ×{} carries: read the width and "
                                           "generation of each card",
                                           text::figure::rate(measured), bus.name, lanes));
    return result;
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
