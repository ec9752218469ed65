// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/must_be_true.h"

#include <cmath>

#include "core/formulas/bus.h"
#include "core/formulas/framing.h"
#include "core/kb/host_rows.h"

namespace sokudo::diagnose {
namespace {

using expect::Stage;
using expect::StageKind;

constexpr double kReadError = 1.01, kSameFigure = 0.015;
constexpr int kJumbo = 9000, kMostLanes = 16;
constexpr double kLinkRates[] = {1, 2.5, 5, 10, 25, 40, 50, 100};

BitRate mostOf(BitRate link, int mtu)
{
    formulas::Framing barest{mtu};
    barest.timestamps = false;
    return formulas::goodput(link, barest).value_or(BitRate{});
}

void linkMustBe(const Stage& stage, BitRate measured, int mtu, std::vector<text::Sentence>& why)
{
    if (const BitRate jumbo = mostOf(stage.line, kJumbo); mtu < kJumbo && measured.in() <= kReadError * jumbo.in())
        why.push_back(text::say("judgement.larger-packets-than-mtu",
                                "larger packets than MTU {}: with MTU {} this link carries up to {}", mtu, kJumbo,
                                text::figure::rate(jumbo)));
    for (double rate : kLinkRates) {
        if (gigabits(rate) <= stage.line || measured.in() > kReadError * mostOf(gigabits(rate), mtu).in()) continue;
        why.push_back(text::say("judgement.or-the-link-runs",
                                "or the link runs at {} or more, not at {}: read its rate at both ends",
                                text::figure::linkRate(gigabits(rate)), text::figure::linkRate(stage.line)));
        return;
    }
}

/// The next wider slot of its generation, and the next generation at its width, that carry the figure.
void slotMustBe(const Stage& stage, BitRate measured, const kb::KnowledgeBase& kb, std::vector<text::Sentence>& why)
{
    const auto carries = [&](int generation, int lanes) {
        const auto bus = formulas::busCarries(kb, {generation, lanes, 0});
        return bus && kReadError * bus->packets.in() >= measured.in();
    };
    const auto named = [&](int generation, int lanes) {
        why.push_back(text::say("judgement.another-slot-than-thought",
                                "a wider or faster slot than stated: {}.0 ×{} carries it, {} does not", generation,
                                lanes, stage.detail));
    };
    for (int lanes = 2 * stage.busLanes; lanes <= kMostLanes && lanes > 0; lanes *= 2)
        if (carries(stage.busGeneration, lanes)) {
            named(stage.busGeneration, lanes);
            break;
        }
    for (const kb::BusGeneration& bus : kb.all<kb::BusGeneration>())
        if (bus.generation > stage.busGeneration && carries(bus.generation, stage.busLanes))
            return named(bus.generation, stage.busLanes);
}

/// Figures that are computed rather than measured: two ways added up, or lanes times transfers before their coding.
void sumsOf(const Stage& stage, BitRate measured, const kb::KnowledgeBase& kb, std::vector<text::Sentence>& why)
{
    const auto isAbout = [&](double value) { return std::fabs(measured.in() / value - 1) < kSameFigure; };
    for (BitRate one : {stage.carries.typical, stage.carries.high, stage.line})
        if (one.steps() > 0 && isAbout(2 * one.in())) {
            why.push_back(text::say("judgement.it-is-twice-perhaps",
                                    "it is twice {}: perhaps both directions were added up; one direction counts",
                                    text::figure::rate(one)));
            break;
        }
    const kb::BusGeneration* bus = kb::busOf(kb, stage.busGeneration);
    if (!bus) return;
    const double transfers = bus->gigatransfers * stage.busLanes * 1e9;
    if (isAbout(stage.line.in()))
        why.push_back(text::say("judgement.it-is-what-codes",
                                "it is the coded rate of {} ×{}, {}: packet headers and credits take their part, {} is "
                                "typical",
                                bus->name, stage.busLanes, text::figure::rate(stage.line, 3),
                                text::figure::rate(stage.carries.typical, 3)));
    else if (isAbout(transfers))
        why.push_back(
            text::say("judgement.it-is-gt-s",
                      "it is {} GT/s × {} lanes: that counts the line coding too; {} are coded and {} is typical",
                      text::figure::number(bus->gigatransfers), stage.busLanes, text::figure::rate(stage.line, 3),
                      text::figure::rate(stage.carries.typical, 3)));
}

}  // namespace

text::Sentence whatADiskReads(BitRate measured, const kb::KnowledgeBase& kb)
{
    for (const kb::Disk& disk : kb.all<kb::Disk>())
        if (std::fabs(measured.in() / disk.read.typical.in() - 1) < kSameFigure)
            return text::say("judgement.what-a-disk-reads",
                             "{} is what a disk reads by itself ({}): perhaps a local one was measured",
                             text::figure::byteRate(measured), disk.name);
    return {};
}

std::vector<text::Sentence> mustBeTrue(const expect::Expectation& path, BitRate measured, const kb::KnowledgeBase& kb)
{
    std::vector<text::Sentence> why;
    const Stage& stage = *path.hardStage();
    sumsOf(stage, measured, kb, why);
    if (auto local = whatADiskReads(measured, kb); !local.empty()) why.push_back(std::move(local));
    if (stage.kind == StageKind::Link) linkMustBe(stage, measured, path.mtu, why);
    else if (stage.busLanes > 0) slotMustBe(stage, measured, kb, why);
    else
        why.push_back(text::say("judgement.another-port-than-stated",
                                "a faster port or a higher rate at {} than stated: read it at both ends", stage.name));
    why.push_back(text::say("judgement.or-the-data-never",
                            "or the data never passed this path: both ends on one machine, a cache that answered, or "
                            "another route between them"));
    why.push_back(
        text::say("judgement.or-the-size-or", "or the size or the time was misread: count bytes and seconds again"));
    return why;
}

}  // namespace sokudo::diagnose
