// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/draw.h"

#include <algorithm>

#include "core/base/text.h"
#include "core/kb/copper_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/power_rows.h"
#include "core/kb/trade_rows.h"

namespace sokudo::power {
namespace {

/// Of a port that is cabled: its module, or a built-in copper port at its fastest rate.
Watt portWatts(const plan::Port& port, const kb::KnowledgeBase& kb)
{
    if (const auto stated = port.traits.as<Watt>("module-w")) return *stated;
    if (const kb::ModuleKind* module = kb.find<kb::ModuleKind>(port.module)) return module->power;
    const kb::Cage* cage = kb.find<kb::Cage>(port.cage);
    if (!cage || cage->holdsModule) return {};
    const BitRate rate = !port.rates.empty()           ? *std::max_element(port.rates.begin(), port.rates.end())
                         : !cage->defaultRates.empty() ? cage->defaultRates.front()
                                                       : BitRate{};
    for (const kb::PhyUse& use : kb.all<kb::PhyUse>()) {
        const kb::Phy* phy = kb.find<kb::Phy>(use.phy);
        if (phy && phy->rate == rate && phy->medium == kb::MediumKind::TwistedPair) return use.port;
    }
    return {};
}

WattBand figureBand(const kb::KnowledgeBase& kb, const char* id)
{
    const kb::PowerFigure row = kb::powerFigure(kb, id);
    return {Watt::of(row.low), Watt::of(row.usual), Watt::of(row.high)};
}

/// All its disks; two are in the row of a store.
WattBand diskWatts(const plan::Device& device, const kb::KnowledgeBase& kb)
{
    WattBand sum;
    int spared = device.role == plan::Role::Storage ? 2 : 0;
    for (const plan::DiskGroup& group : device.disks) {
        const int count = std::max(0, group.count - spared);
        spared = std::max(0, spared - group.count);
        const bool turns = group.kind.starts_with("hdd");
        sum += figureBand(kb, turns ? "disk" : "flash") * count;
    }
    return sum;
}

/// Low and high as far from the usual figure as the idle ones of its kind are.
WattBand spread(const kb::DeviceWatts& row, Watt usual)
{
    const double low = row.idle.in() > 0 ? row.idleLow.in() / row.idle.in() : 1;
    const double high = row.idle.in() > 0 ? row.idleHigh.in() / row.idle.in() : 1;
    return {Watt::of(usual.in() * low), usual, Watt::of(usual.in() * high)};
}

WattBand exactly(Watt watt) { return {watt, watt, watt}; }

Draw ofTable(const plan::Device& device, const std::vector<const plan::Port*>& cabled, const kb::KnowledgeBase& kb)
{
    const kb::DeviceWatts* row = kb.find<kb::DeviceWatts>(code(device.role));
    if (!row) return {};
    Draw draw{spread(*row, row->idle), spread(*row, row->usual), exactly(row->most), DrawBasis::Table,
              text::say("draw.typical", "typical of {}, {}", row->name, code(row->from.certainty))};
    WattBand more = diskWatts(device, kb);
    for (const plan::Port* port : cabled) more += exactly(portWatts(*port, kb));
    for (WattBand* band : {&draw.idle, &draw.usual, &draw.most}) *band += more;
    return draw;
}

/// The class of a powered device bounds what it can take.
std::optional<Watt> classWatts(const std::vector<const plan::Port*>& cabled, const kb::KnowledgeBase& kb)
{
    for (const plan::Port* port : cabled)
        if (const kb::PoeClass* asks = kb.find<kb::PoeClass>(port->traits.word("pd"))) return asks->device;
    return std::nullopt;
}

text::Sentence stated(const plan::Device& device, const char* trait)
{
    const plan::Source* source = device.sources.of(std::string("traits.") + trait);
    const bool isMeter = std::string_view(trait) == "meter-w";
    if (!source)
        return isMeter ? text::say("draw.meter", "a meter at its plug")
                       : text::say("draw.stated", "stated, source not known");
    return isMeter ? text::say("draw.meter-on", "a meter at its plug, {}", plan::text(*source))
                   : text::say("draw.stated-on", "stated, {}", plan::text(*source));
}

void cap(WattBand& band, Watt most)
{
    band.low = std::min(band.low, most);
    band.usual = std::min(band.usual, most);
    band.high = std::min(band.high, most);
}

}  // namespace

WattBand& WattBand::operator+=(const WattBand& other)
{
    low = low + other.low;
    usual = usual + other.usual;
    high = high + other.high;
    return *this;
}
WattBand operator*(const WattBand& band, double factor)
{
    return {Watt::of(band.low.in() * factor), Watt::of(band.usual.in() * factor), Watt::of(band.high.in() * factor)};
}

std::string_view word(DrawBasis basis)
{
    static constexpr std::string_view kWords[] = {"meter", "PoE reading", "stated", "table", "none"};
    return kWords[static_cast<std::size_t>(basis)];
}

Draw drawOf(const plan::Device& device, const std::vector<const plan::Port*>& cabled, std::optional<Watt> shown,
            const kb::KnowledgeBase& kb)
{
    Draw draw = ofTable(device, cabled, kb);
    if (const auto most = classWatts(cabled, kb)) {
        draw.most = exactly(*most);
        cap(draw.idle, *most);
        cap(draw.usual, *most);
    }
    if (const auto most = device.traits.as<Watt>("most-w")) {
        draw.most = exactly(*most);
        cap(draw.idle, *most);
        cap(draw.usual, *most);
    }
    const auto take = [&](WattBand& band, Watt watt, DrawBasis basis, text::Sentence says) {
        band = exactly(watt);
        draw.basis = basis;
        draw.says = std::move(says);
    };
    if (const auto idle = device.traits.as<Watt>("idle-w")) draw.idle = exactly(*idle);
    if (const auto meter = device.traits.as<Watt>("meter-w"))
        take(draw.usual, *meter, DrawBasis::Meter, stated(device, "meter-w"));
    else if (shown)
        take(draw.usual, *shown, DrawBasis::Port, text::say("draw.shown", "shown by the port that feeds it"));
    else if (const auto usual = device.traits.as<Watt>("usual-w"))
        take(draw.usual, *usual, DrawBasis::Stated, stated(device, "usual-w"));
    // One figure that somebody read bounds the others.
    if (draw.basis != DrawBasis::Table && draw.basis != DrawBasis::None) {
        if (!device.traits.has("idle-w")) cap(draw.idle, draw.usual.usual);
        if (draw.most.usual < draw.usual.usual) draw.most = draw.usual;
    }
    return draw;
}

}  // namespace sokudo::power
