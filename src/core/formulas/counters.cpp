// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/counters.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/formulas/framing.h"
#include "core/kb/stage_rows.h"

namespace sokudo::formulas {
namespace {

constexpr int kTags = 8;          ///< two VLAN tags make no frame too long
constexpr int kLeastOnWire = 84;  ///< a frame of 64 with preamble and gap
constexpr double kMost = 1.005;   ///< above it the readings contradict the link; below, the clock may be off

/// What is missing of a reading.
Result<void> check(const CounterReading& read)
{
    if (read.counts < 1 || read.frames < 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("counters.nothing-was-counted-give",
                                 "nothing was counted: give the octets and the frames between the two readings"));
    if (read.over.steps() <= 0 || read.link.steps() <= 0)
        return failure(ErrorCode::OutOfRange,
                       text::say("counters.give-the-time-between",
                                 "give the time between the two readings and the rate of the link, both above 0"));
    if (read.mtu < 576 || read.mtu > 65535)
        return failure(ErrorCode::OutOfRange,
                       text::say("counters.an-mtu-of-is", "an MTU of {} is outside 576 to 65535", read.mtu));
    return {};
}

}  // namespace

Result<WireUse> wireUse(const CounterReading& read, const kb::CounterPlace& place)
{
    if (auto whole = check(read); !whole) return tl::unexpected(whole.error());
    WireUse result;
    const double octets = read.counts * place.octets;
    double frames = static_cast<double>(read.frames);
    result.octetsPerFrame = octets / frames;
    const int fullFrame = wireBytes({read.mtu}) - place.frameExtra;  // as this place counts it
    if (result.octetsPerFrame > fullFrame + kTags) {
        result.isMerged = true;
        frames = std::ceil(octets / fullFrame);
        result.notes.push_back(
            text::say("counters.octets-a-frame-do",
                      "{} octets a frame do not fit an MTU of {}: an offload merged frames before they were counted, "
                      "so {} full frames are estimated; with longer packets write mtu=9000",
                      text::figure::number(std::round(result.octetsPerFrame)), read.mtu, text::figure::number(frames)));
    }
    const double onWire = octets + place.frameExtra * frames;
    if (onWire / frames < kLeastOnWire - 0.5)
        result.notes.push_back(
            text::say("counters.octets-a-frame-are",
                      "{} octets a frame are less than the least Ethernet frame: octets and frames are not of one "
                      "and the same time or direction",
                      text::figure::number(std::round(result.octetsPerFrame))));
    const double bits = 8 * onWire / read.over.in();
    result.wire = BitRate::of(bits);
    result.share = bits / read.link.in();
    const std::string count = place.octets > 1 ? fmt::format("{} × {} octets", text::number(read.counts), place.octets)
                                               : fmt::format("{} octets", text::number(octets));
    result.working =
        text::say("counters.frames-on-the-wire", "({} + {} × {} frames) × 8 ÷ {} = {} on the wire; ÷ {} = {} %", count,
                  place.frameExtra, text::figure::number(frames), text::figure::duration(read.over),
                  text::figure::rate(result.wire), text::figure::linkRate(read.link),
                  text::figure::number(std::round(1000 * result.share) / 10));
    if (result.share > kMost)
        result.notes.push_back(text::say(
            "counters.a-wire-carries-no",
            "a wire carries no more than its rate one way: the link is faster than said, the time longer, or both "
            "directions were added"));
    return result;
}

}  // namespace sokudo::formulas
