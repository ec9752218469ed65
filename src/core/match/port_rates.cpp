// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/port_rates.h"

#include <algorithm>

#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"

namespace sokudo::match {
namespace {

using Rates = std::vector<BitRate>;

bool has(const Rates& rates, BitRate rate) { return std::find(rates.begin(), rates.end(), rate) != rates.end(); }

/// What hosts offer in such a cage. Split lanes run at their share of the port; an adapter leaves one lane of it.
Rates usualRates(const LinkEnd& end, const kb::KnowledgeBase& kb)
{
    Rates rates = end.cage ? end.cage->defaultRates : Rates{};
    std::int64_t share = std::max(1, end.splits);
    if (end.cage && kb.find<kb::CageAdapter>(end.word("adapter"))) share *= end.cage->lanes;
    for (BitRate& rate : rates) rate = BitRate::fromSteps(rate.steps() / share);
    return rates;
}

/// More than the socket carries: of a cage its lanes, of an RJ45 the rates that exist over twisted pairs.
bool isBeyond(const LinkEnd& end, BitRate rate, const kb::KnowledgeBase& kb)
{
    if (!end.cage) return false;
    if (end.cage->family == "rj45") return !kb::twistedPairPhy(kb, rate);
    if (!end.cage->holdsModule) return false;
    std::int64_t share = std::max(1, end.splits);
    if (kb.find<kb::CageAdapter>(end.word("adapter"))) share *= end.cage->lanes;
    return rate.steps() > end.cage->rate.steps() / share;
}

/// The port takes this setting: it is in its list; or no list was stated, and it is slower than what it has.
bool takes(const LinkEnd& end, const Rates& able, BitRate forced, const kb::KnowledgeBase& kb)
{
    if (has(able, forced)) return true;
    return !isBeyond(end, forced, kb) && end.port->rates.empty() && !able.empty() && forced < able.front();
}

}  // namespace

void setHostRates(LinkEnd& end, const kb::KnowledgeBase& kb)
{
    const plan::Port& port = *end.port;
    end.ratesStated = port.forced || !port.rates.empty();
    Rates usual = usualRates(end, kb);
    Rates able = port.rates.empty() ? usual : port.rates;
    if (const auto adapter = port.traits.as<BitRate>("adapter-port")) able = usual = {*adapter};
    std::erase_if(able, [&](BitRate rate) {
        const bool isOut = isBeyond(end, rate, kb);
        if (isOut) end.beyondCage.push_back(rate);
        return isOut;
    });
    if (end.is("2500base-x", "yes") && !has(able, gigabits(2.5))) able.push_back(gigabits(2.5));
    if (const auto lowest = port.traits.as<BitRate>("lowest-rate"))
        std::erase_if(able, [&](BitRate rate) { return rate < *lowest; });
    end.ableRates = able;
    // A list of a cage may leave out what the cage is made for; the list of a fixed socket is all that it can do.
    if (end.cage && end.cage->holdsModule)
        for (BitRate rate : usual)
            if (!has(end.ableRates, rate)) end.ableRates.push_back(rate);
    if (const auto group = port.traits.as<BitRate>("group-rate"))
        std::erase_if(able, [&](BitRate rate) { return rate > *group; });
    std::sort(able.begin(), able.end(), std::greater<>());
    end.cannotBeSet = port.forced && !takes(end, able, *port.forced, kb);
    if (port.forced && !end.cannotBeSet && !has(end.ableRates, *port.forced)) end.ableRates.push_back(*port.forced);
    std::sort(end.ableRates.begin(), end.ableRates.end(), std::greater<>());
    end.hostRates = end.cannotBeSet ? Rates{} : port.forced ? Rates{*port.forced} : std::move(able);
}

Rates linkableRates(const LinkEnd& end, const Rates& host)
{
    if (!end.module) return host;
    const int lanes = std::max(1, end.splits);
    const bool fixedLane = end.module->adapts == kb::Adapts::Lane && end.is("serdes", "fixed");
    const bool noSgmii = end.module->adapts == kb::Adapts::Sgmii && end.is("sgmii", "no");
    Rates rates;
    for (BitRate whole : end.module->rates) {
        const BitRate rate = BitRate::fromSteps(whole.steps() / lanes);
        if ((fixedLane || noSgmii) && whole != end.module->rates.front()) continue;
        // A rate-adapting copper module shows the host its own top rate whatever the copper runs at; SGMII carries the
        // lower ones.
        const bool laneFollows = end.module->adapts == kb::Adapts::Lane && end.is("serdes", "switches");
        const bool hidden =
            laneFollows || end.module->adapts == kb::Adapts::Pause || end.module->adapts == kb::Adapts::Sgmii;
        if (has(host, hidden ? end.module->rates.front() : rate)) rates.push_back(rate);
    }
    return rates;
}

std::optional<BitRate> highestCommon(const Rates& a, const Rates& b)
{
    for (BitRate rate : a)
        if (has(b, rate)) return rate;
    return std::nullopt;
}

}  // namespace sokudo::match
