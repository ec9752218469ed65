// SPDX-License-Identifier: GPL-3.0-or-later
// The best stable result of a path lies where a slower hop or a bus would hold it.
#include <algorithm>
#include <cmath>

#include "core/diagnose/facts.h"
#include "core/diagnose/plateau.h"
#include "core/formulas/bus.h"
#include "core/formulas/framing.h"

namespace sokudo::diagnose {
namespace {

using expect::StageKind;
using measure::Direction;
using measure::Trial;
using measure::TrialKind;

Observation measured(bool present, text::Sentence text) { return {present, Witness::Measured, std::move(text)}; }

/// The greater of the newest results of the two directions, with as many streams as the result in question.
std::optional<BitRate> bestStable(const Facts& facts)
{
    if (facts.trial.kind != TrialKind::Memory) return std::nullopt;
    std::optional<BitRate> best;
    for (Direction direction : {Direction::Forward, Direction::Reverse})
        if (const Trial* newest = facts.newest(TrialKind::Memory, direction, facts.trial.streams))
            best = std::max(best.value_or(BitRate{}), newest->rate.value);
    return best ? best : std::optional(measure::eachWay(facts.trial).value);
}

std::optional<Observation> plateau(const Facts& facts, std::size_t link)
{
    const auto best = bestStable(facts);
    const BitRate planned = facts.plannedRate(), hop = plateauLinks()[link];
    if (!best || planned.steps() == 0) return std::nullopt;
    if (planned <= hop)
        return measured(false, text::say("from-plateaus.no-faster-than-the-hop",
                                         "the path is planned for {}, so a {} hop does not slow it",
                                         text::figure::linkRate(planned), text::figure::linkRate(hop)));
    if (!isWhatLinkCarries(*best, hop))
        return measured(false, text::say("from-trials.is-not-what-a", "{} is not what a {} hop would give",
                                         text::figure::rate(*best, 3), text::figure::linkRate(hop)));
    return measured(
        true, text::say("from-trials.best-stable-result-just",
                        "best stable result {}: just what a {} hop gives, and the path should carry {}",
                        text::figure::rate(*best, 3), text::figure::linkRate(hop), text::figure::linkRate(planned)));
}

std::optional<Observation> at100M(const Facts& facts) { return plateau(facts, 0); }
std::optional<Observation> at1G(const Facts& facts) { return plateau(facts, 1); }
std::optional<Observation> at2500M(const Facts& facts) { return plateau(facts, 2); }
std::optional<Observation> at5G(const Facts& facts) { return plateau(facts, 3); }
std::optional<Observation> at10G(const Facts& facts) { return plateau(facts, 4); }

struct Bus {
    std::string name;
    BitRate typical, high;
};

/// The buses that these hosts have, by the survey and by what was read.
std::vector<Bus> busesOf(const Facts& facts)
{
    std::vector<Bus> buses;
    if (const expect::Expectation* path = facts.memoryExpected ? facts.memoryExpected : facts.expected)
        for (const expect::Stage& stage : path->stages)
            if (stage.kind == StageKind::Slot || stage.kind == StageKind::Uplink || stage.kind == StageKind::Usb)
                buses.push_back({stage.name + " (" + stage.detail + ")", stage.carries.typical, stage.carries.high});
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        const measure::InterfaceReading* interface = facts.interfaceOf(end);
        if (!interface || !interface->bus) continue;
        const auto trained = formulas::busCarries(facts.kb, {interface->bus->generation, interface->bus->lanes, 0});
        if (trained)
            buses.push_back({interface->name + ", trained to " + std::to_string(interface->bus->generation) + ".0 ×" +
                                 std::to_string(interface->bus->lanes),
                             trained->usable.typical, trained->usable.high});
    }
    return buses;
}

/// The result sits at the ceiling of a bus of these hosts that is narrower than the link.
std::optional<Observation> atBus(const Facts& facts)
{
    constexpr double kNear = 0.08, kBelowLink = 0.97;
    const auto best = bestStable(facts);
    const auto buses = busesOf(facts);
    const auto wire = formulas::goodput(facts.plannedRate());
    if (!best || buses.empty() || !wire) return std::nullopt;
    for (const Bus& bus : buses)
        if (bus.high.in() < kBelowLink * wire->in() && std::fabs(std::log(best->in() / bus.typical.in())) < kNear)
            return measured(
                true, text::say("from-trials.is-what-a-slot", "{} is what {} carries, {}", text::figure::rate(*best, 3),
                                bus.name, text::figure::rate(bus.typical, 3)));
    return measured(
        false, text::say("from-trials.is-no-ceiling-of", "{} is not the ceiling of a slot or USB port of these hosts",
                         text::figure::rate(*best, 3)));
}

constexpr FactReader kSigns[] = {{"e05", at100M}, {"e06", at1G},  {"e07", at2500M},
                                 {"e74", at5G},   {"e75", at10G}, {"e08", atBus}};

}  // namespace

std::span<const FactReader> readersOfPlateaus() { return kSigns; }

}  // namespace sokudo::diagnose
