// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/chain.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/formulas/acceptance.h"
#include "core/formulas/cable_feed.h"
#include "core/kb/power_rows.h"

namespace sokudo::power {
namespace {

/// One pairset out and back: two conductors side by side each way. Nothing for a gauge that no table has.
std::optional<Ohm> pairset(const Stretch& cable, const kb::KnowledgeBase& kb)
{
    double ohm = cable.contacts * kb::powerFigure(kb, "contacts").usual;
    for (const CablePiece& piece : cable.pieces) {
        const auto loop = formulas::loopResistance(kb, piece.gauge, piece.length, piece.isClad);
        if (!loop) return std::nullopt;
        const double warm = piece.at ? 1 + kb::powerFigure(kb, "copper-heat").usual * (piece.at->in() - 20) : 1;
        ohm += loop->in() / 2 * warm;
    }
    return Ohm::of(ohm);
}

/// What a source can grant: no class above its type, and none that needs more than it has left.
const kb::PoeClass* greatest(const kb::KnowledgeBase& kb, const kb::PoeType& type, Watt left, int most)
{
    const kb::PoeClass* best = nullptr;
    for (const kb::PoeClass& one : kb.all<kb::PoeClass>()) {
        if (one.number == 0 || one.number > std::min(type.highestClass, most) || one.source > left) continue;
        if (!best || one.number > best->number) best = &one;
    }
    return best;
}

struct Source {
    const kb::PoeType* type;
    Watt left, low, high;  ///< usual, and the bounds that the conversions before it leave
};

text::Sentence words(const Hop& hop, const Station& station, const kb::PoeClass* asked, bool isFirst)
{
    const auto watts = [](Watt watt) { return text::number(watt.in(), 3) + std::string(text::kThin) + "W"; };
    if (hop.isUnpowered() && hop.own > Watt{})
        return text::say("chain.needs-itself", "{} gets no power: it uses {} itself, more than arrives", hop.name,
                         watts(hop.own));
    if (hop.isUnpowered())
        return text::say("chain.no-power", "{} gets no power: {} available, and the cable and its class need more",
                         hop.name, watts(hop.left));
    const std::string volts = text::number(hop.volts.in(), 3) + std::string(text::kThin) + "V";
    if (!station.isEnd())
        return text::say("chain.passes-on", "{} gets {} at {} ({} lost in the cable), uses {} and passes on up to {}",
                         hop.name, watts(hop.enters), volts, watts(hop.lost), watts(hop.own), watts(hop.left));
    if (hop.isReduced)
        return text::say("chain.is-reduced",
                         "{} asks for class {} and is granted class {}: it starts in a reduced mode, or stays off",
                         hop.name, asked->number, hop.granted->number);
    if (isFirst)
        return text::say("chain.is-fed-by-port", "{} gets {} at {} ({} lost in the cable)", hop.name, watts(hop.enters),
                         volts, watts(hop.lost));
    return text::say("chain.is-fed", "{} gets {} at {} ({} lost in the cable); the switch before it has {} left",
                     hop.name, watts(hop.enters), volts, watts(hop.lost), watts(hop.left));
}

/// What comes through the cable: the class, or less where the cable takes too much.
void feed(Hop& hop, const Source& source, Ohm cable, Watt wants)
{
    hop.enters = std::min(wants, formulas::mostThrough(source.type->sourceVolt, cable, hop.granted->source));
    const auto fed = formulas::feedThrough(source.type->sourceVolt, cable, hop.enters);
    if (!fed || fed->atLoad < hop.granted->deviceVolt) {
        hop.granted = nullptr;
        hop.enters = {};
        return;
    }
    hop.lost = fed->lost;
    hop.volts = fed->atLoad;
}

/// What a switch has for its own ports.
void handOn(Hop& hop, Source& source, const Station& station, const kb::PowerFigure& conversion)
{
    if (!hop.isUnpowered()) hop.own = station.own;
    if (hop.isUnpowered() || hop.enters < station.own) {
        hop.granted = nullptr;
        source.left = source.low = source.high = {};
        return;
    }
    const double over = (hop.enters - station.own).in();
    hop.left = source.left = Watt::of(over * conversion.usual);
    hop.leftLow = source.low = Watt::of(over * conversion.low);
    hop.leftHigh = source.high = Watt::of(over * conversion.high);
    if (station.ports) source.type = station.ports;
}

}  // namespace

const kb::PoeClass* classFor(const kb::KnowledgeBase& kb, Watt load, int most)
{
    const kb::PoeClass* best = nullptr;
    for (const kb::PoeClass& one : kb.all<kb::PoeClass>())
        if (one.number > 0 && one.number <= most && one.device >= load && (!best || one.number < best->number))
            best = &one;
    return best;
}

Result<std::vector<Hop>> chain(const kb::PoeType& first, const std::vector<std::pair<Stretch, Station>>& stations,
                               const kb::KnowledgeBase& kb)
{
    if (stations.empty())
        return failure(ErrorCode::BadInput,
                       text::say("chain.needs-a-hop", "a chain needs a cable and a device behind the source"));
    Source source{&first, first.source, first.source, first.source};
    std::vector<Hop> hops;
    for (std::size_t i = 0; i < stations.size(); ++i) {
        const auto& [cable, station] = stations[i];
        if (station.isEnd() && i + 1 < stations.size())
            return failure(ErrorCode::BadInput,
                           text::say("chain.nothing-follows", "nothing can follow a device that hands no power on"),
                           station.name);
        const auto ohm = pairset(cable, kb);
        if (!ohm)
            return failure(ErrorCode::BadInput, text::say("chain.no-such-gauge", "no such gauge; write it as 23awg"),
                           station.name);
        const int mostOfSwitch = station.takes ? station.takes->number : 8;
        const kb::PoeClass* asked = station.asks ? station.asks : station.load ? classFor(kb, *station.load) : nullptr;
        Hop hop;
        hop.name = station.name;
        hop.left = hop.leftLow = hop.leftHigh = source.left;
        hop.granted = greatest(kb, *source.type, source.left, asked ? asked->number : mostOfSwitch);
        if (!hop.isUnpowered()) {
            const bool isFourPair = source.type->pairs == 4 && hop.granted->fourPair;
            hop.isReduced = asked && hop.granted->number < asked->number;
            const Watt wants = station.load ? std::min(*station.load, hop.granted->device) : hop.granted->device;
            feed(hop, source, isFourPair ? Ohm::of(ohm->in() / 2) : *ohm, wants);
        }
        if (!station.isEnd()) handOn(hop, source, station, kb::powerFigure(kb, "pass-through"));
        else if (!hop.isUnpowered()) hop.left = hop.leftLow = hop.leftHigh = source.left - hop.granted->source;
        hop.says = words(hop, station, asked, i == 0);
        hops.push_back(std::move(hop));
    }
    return hops;
}

}  // namespace sokudo::power
