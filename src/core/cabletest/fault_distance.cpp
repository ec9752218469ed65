// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/fault_distance.h"

#include <algorithm>
#include <cmath>
#include <numeric>

#include "core/base/text.h"
#include "core/formulas/acceptance.h"

namespace sokudo::cabletest {
namespace {

constexpr double kLight = 0.299792458;        ///< metres in a nanosecond
constexpr double kCopperPerDegree = 0.00393;  ///< share of resistance a degree above 20 °C
constexpr double kContact = 0.05;             ///< own: ohm of a mated pair, out and back, in good order
constexpr double kCladFrom = 1.4, kPoorFrom = 1.1;

Length doubtOf(Length reading) { return std::max(Length::of(2), Length::of(0.05 * reading.in())); }

}  // namespace

Result<Length> lengthByDelay(double nvp, Duration roundTrip)
{
    if (nvp < 0.4 || nvp >= 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("fault-distance.nvp",
                                 "NVP is a share of the speed of light, 0.4 to 0.99: it is printed on the jacket"));
    if (roundTrip <= Duration{})
        return failure(ErrorCode::OutOfRange, text::say("fault-distance.delay", "the delay is above 0"));
    return Length::of(nvp * kLight * roundTrip.in() * 1e9 / 2);
}

Result<double> nvpByLength(double nvpUsed, Length read, Length known)
{
    if (known < Length::of(15))
        return failure(
            ErrorCode::OutOfRange,
            text::say("fault-distance.short", "take a piece of at least 15 m: on {} the reading is not exact enough",
                      text::figure::length(known)));
    if (read <= Length{})
        return failure(ErrorCode::OutOfRange, text::say("fault-distance.read", "the reading is above 0 m"));
    return nvpUsed * known.in() / read.in();
}

namespace {

/// A place with what to say of it and what to do first.
struct PlaceWords {
    FaultPlace place;
    text::Sentence says, first;
};

PlaceWords atNear()
{
    return {FaultPlace::NearEnd, text::say("fault-distance.near-end", "at the plug or the socket of the near device"),
            text::say("fault-distance.reseat", "plug it again, try another port, look at the pins")};
}
PlaceWords atJack(bool isNear)
{
    if (isNear)
        return {FaultPlace::NearJack, text::say("fault-distance.near-jack", "at the near jack or panel"),
                text::say("fault-distance.redo-near", "re-terminate the near jack, swap the near cord")};
    return {FaultPlace::FarJack, text::say("fault-distance.far-jack", "at the far jack"),
            text::say("fault-distance.redo-far", "re-terminate the far jack, swap the far cord")};
}
PlaceWords atFar(bool allOpen)
{
    if (allOpen)
        return {FaultPlace::FarEnd,
                text::say("fault-distance.unplugged",
                          "every pair is open at the far end: nothing is plugged in there, or it is off"),
                text::say("fault-distance.plug-in", "plug it in and switch it on")};
    return {FaultPlace::FarEnd, text::say("fault-distance.far-end", "at the plug or the socket of the far device"),
            text::say("fault-distance.reseat-far", "plug it again at the far end, look at the pins")};
}
PlaceWords inCord(bool isNear)
{
    if (isNear)
        return {FaultPlace::NearEnd, text::say("fault-distance.near-cord", "in the near cord"),
                text::say("fault-distance.swap-near", "swap the near cord")};
    return {FaultPlace::FarCord, text::say("fault-distance.far-cord", "in the far cord"),
            text::say("fault-distance.swap-far", "swap the far cord")};
}
PlaceWords beyond(Length whole)
{
    return {FaultPlace::Beyond,
            text::say("fault-distance.beyond",
                      "beyond the whole length of {}: the cable is longer than noted, or the NVP is wrong",
                      text::figure::length(whole)),
            text::say("fault-distance.both-ends", "measure from both ends")};
}
PlaceWords inWall(FaultAt& at, Length fromJack, Length fixed)
{
    at.inWall = fromJack;
    at.share = fromJack.in() / fixed.in();
    return {
        FaultPlace::InWall,
        text::say("fault-distance.in-wall",
                  "in the wall, {} from the near jack ({:.0f} % of the way), {} from the far one",
                  text::figure::length(fromJack), 100 * *at.share, text::figure::length(fixed - fromJack)),
        text::say("fault-distance.look",
                  "look for a staple, a sharp bend, a screw or a joint there; where it cannot be reached plan a new "
                  "pull")};
}

}  // namespace

Stretch stretchOf(const plan::Run& run)
{
    Stretch stretch;
    stretch.fixed = run.length.value_or(Length{});
    for (const plan::Segment& segment : run.segments)
        if (segment.kind == plan::SegmentKind::Cord) {
            Length& cord = segment.atB ? stretch.farCord : stretch.nearCord;
            cord = cord + segment.length.value_or(Length{});
        }
    return stretch;
}

FaultAt faultAt(Length reading, const Stretch& on, bool allOpen)
{
    FaultAt at;
    at.within = doubtOf(reading);
    const Length nearJack = on.nearCord, farJack = on.nearCord + on.fixed, end = on.whole();
    const auto isAt = [&](Length where) { return reading <= where + at.within && where <= reading + at.within; };
    const bool hasJacks = on.fixed > Length{};
    at.isNearerToFar = reading.in() > end.in() / 2;
    PlaceWords found = allOpen && isAt(end)                                      ? atFar(true)
                       : reading < at.within || reading.in() < nearJack.in() / 2 ? atNear()
                       : hasJacks && isAt(nearJack)                              ? atJack(true)
                       : hasJacks && isAt(farJack)                               ? atJack(false)
                       : reading > end + at.within                               ? beyond(end)
                       : isAt(end)                                               ? atFar(false)
                       : reading > farJack                                       ? inCord(false)
                       : reading < nearJack                                      ? inCord(true)
                                            : inWall(at, reading - nearJack, on.fixed);
    at.place = found.place;
    at.says = std::move(found.says);
    at.first = std::move(found.first);
    return at;
}

BothEnds fromBothEnds(Length near, Length far, Length whole)
{
    BothEnds both;
    const double sum = (near + far).in() - whole.in();
    both.gap = Length::of(std::abs(sum));
    both.isOneFault = both.gap <= Length::of(2 * doubtOf(std::max(near, far)).in());
    both.says =
        both.isOneFault ? text::say("fault-distance.one", "both readings meet at one place")
        : sum < 0
            ? text::say("fault-distance.two", "the readings leave {} between them: there are two faults",
                        text::figure::length(both.gap))
            : text::say("fault-distance.other-cable",
                        "the readings add to {} more than the cable: it is not the one noted, or the NVP is wrong",
                        text::figure::length(both.gap));
    return both;
}

Result<LoopAnswer> loopAnswer(const LoopQuestion& asked, const kb::KnowledgeBase& kb)
{
    if (asked.pairs.empty())
        return failure(ErrorCode::BadInput,
                       text::say("fault-distance.no-pair", "give the resistance of at least one pair"));
    if (asked.length <= Length{})
        return failure(ErrorCode::BadInput, text::say("fault-distance.no-length", "the length is above 0 m"));
    const auto copper = formulas::loopResistance(kb, asked.gauge, asked.length, false);
    if (!copper)
        return failure(ErrorCode::BadInput,
                       text::say("fault-distance.gauge", "AWG {} is not in the table; 22 to 28 are", asked.gauge));
    LoopAnswer answer;
    const double warm = 1 + kCopperPerDegree * (asked.celsius - 20);
    answer.expected = Ohm::of(copper->in() * warm + kContact * asked.contacts);
    answer.limit = formulas::loopLimit(asked.length, asked.contacts);
    const auto least = *std::min_element(asked.pairs.begin(), asked.pairs.end());
    answer.isClad = least.in() >= kCladFrom * answer.expected.in();
    for (std::size_t i = 0; i < asked.pairs.size(); ++i) {
        if (asked.pairs[i] > answer.limit) answer.isAboveLimit = true;
        if (asked.pairs.size() < 2) continue;
        double others = 0;
        for (std::size_t j = 0; j < asked.pairs.size(); ++j) others += j == i ? 0 : asked.pairs[j].in();
        if (asked.pairs[i].in() > kPoorFrom * others / static_cast<double>(asked.pairs.size() - 1) &&
            (!answer.poor || asked.pairs[i] > asked.pairs[*answer.poor]))
            answer.poor = i;
    }
    answer.says.push_back(text::say(
        "fault-distance.expected", "copper of AWG {} reads {:.2f} Ω over {} at {:.0f} °C; a channel may read {:.2f} Ω",
        asked.gauge, answer.expected.in(), text::figure::length(asked.length), asked.celsius, answer.limit.in()));
    if (answer.isClad)
        answer.says.push_back(text::say("fault-distance.clad",
                                        "every pair reads half as much again: copper-clad aluminium, a thinner gauge, "
                                        "or a longer cable than noted"));
    if (answer.poor)
        answer.says.push_back(text::say("fault-distance.poor",
                                        "pair {} reads a tenth above the others: a poor contact in it; re-terminate it",
                                        *answer.poor + 1));
    if (answer.isAboveLimit)
        answer.says.push_back(
            text::say("fault-distance.above", "above the limit of a channel that long: power over Ethernet heats it"));
    if (answer.says.size() == 1) answer.says.push_back(text::say("fault-distance.fine", "nothing to mind"));
    return answer;
}

}  // namespace sokudo::cabletest
