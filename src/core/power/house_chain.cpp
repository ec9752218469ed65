// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/house_chain.h"

#include <algorithm>
#include <set>

#include "core/match/channel_loss.h"
#include "core/match/link_context.h"
#include "core/plan/trace.h"

namespace sokudo::power {
namespace {

using Stations = std::vector<std::pair<Stretch, Station>>;

/// Follows the power through the house and keeps each way to its end.
class Walk {
public:
    Walk(const plan::Plan& plan, const kb::KnowledgeBase& kb) : m_plan(plan), m_kb(kb) {}
    /// @return the error of the first thing that is not known
    std::optional<Error> from(const plan::Port& port, Stations before)
    {
        for (const plan::Run* run : plan::runsAt(m_plan, port.id)) {
            const auto link = plan::linkOf(m_plan, run->id);
            const plan::Port* far = link ? m_plan.ports.find(link->a == port.id ? link->b : link->a) : nullptr;
            const plan::Device* device = far ? m_plan.devices.find(far->device) : nullptr;
            if (!device || far->id == port.id || !m_seen.insert(device->id).second) continue;
            const auto cable = stretchOf(match::linkContext(m_plan, *link, m_kb));
            if (!cable) return cable.error();
            Stations way = before;
            way.emplace_back(*cable, Station{device->name, {}, nullptr, nullptr, nullptr, {}});
            if (auto error = at(*device, *far, std::move(way))) return error;
        }
        return std::nullopt;
    }
    const std::vector<Stations>& ways() const { return m_ways; }

private:
    std::optional<Error> at(const plan::Device& device, const plan::Port& entered, Stations way)
    {
        std::vector<const plan::Port*> on;
        for (const plan::Port* port : plan::portsOf(m_plan, device.id))
            if (m_kb.find<kb::PoeType>(port->traits.word("pse"))) on.push_back(port);
        Station& station = way.back().second;
        station.asks = m_kb.find<kb::PoeClass>(entered.traits.word("pd"));
        if (!station.asks)
            return missing(text::say("house-chain.no-class", "the PoE class of {} is not known: set {} pd=class4",
                                     device.name, plan::portText(m_plan, entered.id)));
        if (on.empty()) {
            m_ways.push_back(std::move(way));
            return std::nullopt;
        }
        const auto own = device.traits.as<Watt>("own-w");
        if (!own)
            return missing(text::say("house-chain.no-own-draw", "what {} uses itself is not known: set {} own-w=9",
                                     device.name, device.name));
        station.takes = station.asks;
        station.asks = nullptr;
        station.own = *own;
        station.ports = m_kb.find<kb::PoeType>(on.front()->traits.word("pse"));
        const std::size_t before = m_ways.size();
        for (const plan::Port* port : on)
            if (auto error = from(*port, way)) return error;
        if (m_ways.size() == before) m_ways.push_back(std::move(way));  // nothing hangs on it yet
        return std::nullopt;
    }
    Result<Stretch> stretchOf(const match::LinkContext& link) const
    {
        Stretch stretch{{}, std::max(2, link.joints)};
        for (const match::CableSection& section : link.sections) {
            if (!section.length)
                return tl::unexpected(
                    missing(text::say("house-chain.no-length", "run {} was never measured: set run {} length=12m",
                                      section.run->label, section.run->label)));
            const bool isClad = !section.cord && section.run->traits.flag("copper-clad");
            stretch.pieces.push_back(
                {*section.length, match::gaugeOf(section), isClad, section.run->traits.as<Celsius>("celsius")});
        }
        return stretch;
    }
    static Error missing(text::Sentence what) { return {ErrorCode::BadInput, std::move(what), {}}; }

    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    std::set<plan::DeviceId> m_seen;  ///< a ring of feeds would never end
    std::vector<Stations> m_ways;
};

}  // namespace

Result<std::vector<std::vector<Hop>>> chainsFrom(const plan::Plan& plan, plan::PortId id, const kb::KnowledgeBase& kb)
{
    const plan::Port* port = plan.ports.find(id);
    const kb::PoeType* type = port ? kb.find<kb::PoeType>(port->traits.word("pse")) : nullptr;
    if (!type)
        return failure(ErrorCode::NotFound,
                       text::say("house-chain.no-source", "the port supplies no power: state it with pse=type2"),
                       port ? plan::portText(plan, id) : std::string());
    Walk walk(plan, kb);
    if (auto error = walk.from(*port, {})) return tl::unexpected(*error);
    std::vector<std::vector<Hop>> chains;
    for (const Stations& way : walk.ways()) {
        auto hops = chain(*type, way, kb);
        if (!hops) return tl::unexpected(hops.error());
        chains.push_back(std::move(*hops));
    }
    if (chains.empty())
        return failure(ErrorCode::NotFound, text::say("house-chain.nothing-hangs", "nothing hangs on the port"),
                       plan::portText(plan, id));
    return chains;
}

}  // namespace sokudo::power
