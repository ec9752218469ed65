// SPDX-License-Identifier: GPL-3.0-or-later
// Signs that the survey tells by itself.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/facts.h"
#include "core/kb/port_rows.h"

namespace sokudo::diagnose {
namespace {

Observation planned(bool present, text::Sentence text) { return {present, Witness::Plan, std::move(text)}; }

std::optional<Observation> ruleBroken(const Facts& facts)
{
    const auto& links = facts.path.links;
    if (links.empty()) return std::nullopt;
    bool isAllKnown = true;
    for (const match::LinkReport* report : links)
        for (const match::Finding& finding : report->findings) {
            const bool isReach = finding.rule.view().starts_with("reach") || finding.rule == "optical-loss" ||
                                 finding.rule == "channel-parts";
            if (!isReach) continue;
            if (finding.verdict() == Verdict::Marginal || finding.verdict() == Verdict::NoLink)
                return planned(true, report->title + ": " + finding.text());
            isAllKnown = isAllKnown && finding.verdict() != Verdict::Unknown;
        }
    const auto isMeasured = [](const plan::Run* run) { return run->length && !run->medium.empty(); };
    if (!isAllKnown || !std::all_of(facts.path.runs.begin(), facts.path.runs.end(), isMeasured)) return std::nullopt;
    return planned(false,
                   text::say("from-plan.every-cable-on-the", "every cable on the path is within its length and loss"));
}

std::optional<Observation> slotLimit(const Facts& facts)
{
    const expect::Expectation* path = facts.memoryExpected ? facts.memoryExpected : facts.expected;
    if (!path) return std::nullopt;
    int slots = 0;
    for (const expect::Stage& stage : path->stages) {
        if (stage.kind != expect::StageKind::Slot) continue;
        ++slots;
        if (stage.carries.typical < facts.plannedPayload())
            return planned(true, fmt::format("{} ({}) carries {}", stage.name, stage.detail,
                                             text::rate(stage.carries.typical, 3)));
    }
    // A card whose slot was never stated may sit in a narrow one.
    const auto sitsInSlot = [&](plan::DeviceId end) {
        const plan::Port* port = facts.path.portOf(end);
        return port && port->slot.isSet();
    };
    const int cards = sitsInSlot(facts.trial.from) + sitsInSlot(facts.trial.to);
    if (slots == 0 || slots < cards) return std::nullopt;
    return planned(false, text::say("from-plan.the-slots-on-the", "the slots on the path are wide enough"));
}

std::optional<Observation> pairFault(const Facts& facts)
{
    bool isAllTested = true, isAny = false;
    for (const plan::Run* run : facts.path.runs) {
        const kb::Medium* medium = facts.kb.find<kb::Medium>(run->medium);
        if (!medium || medium->kind != kb::MediumKind::TwistedPair) continue;
        isAny = true;
        isAllTested = isAllTested && !run->wireMap.empty();
        if (!run->wireMap.empty() && run->wireMap != "good")
            return planned(
                true, text::say("from-plan.the-tester-found-a", "the tester found a bad pair in run ") + run->label);
    }
    if (!isAny || !isAllTested) return std::nullopt;
    return planned(false, text::say("from-plan.the-tester-found-all", "the tester found all pairs straight"));
}

/// A rate that was forced, or negotiation off, at any port of the way; none only where every port states how it is set.
std::optional<Observation> rateForced(const Facts& facts)
{
    if (facts.path.ports.empty()) return std::nullopt;
    bool isAllStated = true;
    for (const plan::Port* port : facts.path.ports) {
        if (port->forced)
            return planned(true, plan::portText(facts.plan, port->id) +
                                     text::say("from-plan.is-forced-to", " is forced to ") +
                                     text::linkRate(*port->forced));
        if (port->traits.is("autoneg", "off") || port->traits.is("autoneg", "narrowed"))
            return planned(true, text::say("from-plan.negotiation-is-off", "{}: negotiation is off or narrowed",
                                           plan::portText(facts.plan, port->id)));
        isAllStated = isAllStated && port->traits.is("autoneg", "on");
    }
    if (!isAllStated) return std::nullopt;
    return planned(false, text::say("from-plan.no-port-on-the", "every port on the path negotiates its rate"));
}

/// Ports of one path that are set to unlike packet sizes: a ping of the larger one cannot pass.
std::optional<Observation> unlikeMtu(const Facts& facts)
{
    const plan::Port* least = nullptr;
    const plan::Port* most = nullptr;
    for (const plan::Port* port : facts.path.ports) {
        if (!port->mtu) continue;
        if (!least || *port->mtu < *least->mtu) least = port;
        if (!most || *port->mtu > *most->mtu) most = port;
    }
    if (!least || *least->mtu == *most->mtu) return std::nullopt;
    return planned(true, text::say("from-plan.unlike-packet-sizes", "{} is set to MTU {}, {} to {}",
                                   plan::portText(facts.plan, least->id), *least->mtu,
                                   plan::portText(facts.plan, most->id), *most->mtu));
}

/// A slower way stands beside the best, and the result is what it carries.
std::optional<Observation> otherWay(const Facts& facts)
{
    constexpr double kLittleMore = 1.02, kLittleLess = 0.97;
    const BitRate rate = measure::eachWay(facts.trial).value;
    for (const OtherWay& way : facts.otherWays)
        if (rate.in() >= kLittleLess * way.carries.low.in() && rate.in() <= kLittleMore * way.carries.high.in())
            return planned(true,
                           text::say("from-plan.another-way-carries-this",
                                     "there is a slower way, {}, and it carries {} to {}: what was measured", way.title,
                                     text::figure::rate(way.carries.low, 3), text::figure::rate(way.carries.high, 3)));
    if (facts.otherWays.empty()) return std::nullopt;
    return planned(false,
                   text::say("from-plan.no-other-way-carries-this", "no other way between the two carries just this"));
}

/// A link of the way that does not come up.
std::optional<Observation> linkDown(const Facts& facts)
{
    const match::LinkReport* down = facts.path.down();
    if (!down) return std::nullopt;
    return planned(true,
                   text::say("from-plan.does-not-come-up", "{} does not come up: {}", down->title, down->reason()));
}

constexpr FactReader kSigns[] = {{"e01", linkDown},  {"e31", unlikeMtu},  {"e58", rateForced}, {"e91", otherWay},
                                 {"e59", pairFault}, {"e60", ruleBroken}, {"e62", slotLimit}};

}  // namespace

std::span<const FactReader> readersOfPlan() { return kSigns; }

}  // namespace sokudo::diagnose
