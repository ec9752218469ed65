// SPDX-License-Identifier: GPL-3.0-or-later
// What it costs to bring the links of a way to a rate: ports where they do not reach it, then the cheapest way between
// them.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/upgrade.h"
#include "core/kb/trade_rows.h"
#include "core/match/ways.h"

namespace sokudo::expect {
namespace {

/// What is bought so that a port reaches the tier; null: the device takes neither card nor other port.
const kb::Gear* gearFor(const kb::KnowledgeBase& kb, const plan::Device& device, const plan::Port& port, BitRate tier)
{
    const bool isHost = plan::isHost(device.role),
               isNode = device.role == plan::Role::Switch || device.role == plan::Role::Router;
    if (!isHost && !isNode) return nullptr;
    const kb::Gear* best = nullptr;
    for (const kb::Gear& row : kb.all<kb::Gear>()) {
        if (row.kind != (!isHost ? "port" : port.traits.has("usb") ? "adapter" : "card") || row.rate < tier) continue;
        // The slowest that is fast enough; among equals the one with the socket that is there, then the cheaper.
        const auto rank = [&](const kb::Gear& one) {
            return std::tuple(one.rate, one.cage == port.cage ? 0 : 1, one.price);
        };
        if (!best || rank(row) < rank(*best)) best = &row;
    }
    return best;
}

/// Can the host side of this port link at the tier?
bool reaches(const match::LinkEnd& end, BitRate tier)
{
    return std::any_of(end.hostRates.begin(), end.hostRates.end(), [&](BitRate rate) { return rate >= tier; });
}

class LinkPrice {
public:
    LinkPrice(const plan::Plan& plan, const kb::KnowledgeBase& kb, IdSource& ids) : m_plan(plan), m_kb(kb), m_ids(ids)
    {}

    TierCost of(const match::LinkReport& report, BitRate tier) const
    {
        TierCost result{0.0, {}};
        plan::Plan next = m_plan;
        const match::LinkContext link = match::linkContext(m_plan, report.link, m_kb);
        for (const match::LinkEnd* end : {&link.a, &link.b}) {
            if (!end->port || !end->device || reaches(*end, tier)) continue;
            const kb::Gear* bought = gearFor(m_kb, *end->device, *end->port, tier);
            if (!bought)
                return {std::nullopt, text::say("tier-costs.cannot-be-brought-to", "{}: {} cannot be brought to {}",
                                                report.title, end->device->name, text::figure::linkRate(tier))};
            plan::Port port = *end->port;
            port.cage = bought->cage;
            port.rates.clear();
            port.forced.reset();
            port.fec.reset();
            port.module.clear();
            next.ports = next.ports.with(port);
            result.cost = *result.cost + bought->price;
            result.says +=
                (result.says.empty() ? "" : ", ") + fmt::format("{} for {}", bought->name, end->device->name);
        }
        auto wish = match::wishOf(next, report.link, m_kb);
        if (!wish) return {std::nullopt, report.title + ": " + wish.error().message()};
        wish->rate = tier;
        match::Ways found = match::otherWays(next, *wish, m_kb, m_ids);
        match::rank(found.ways, match::Preference::Cheapest);
        if (found.ways.empty())
            return {std::nullopt,
                    text::say("tier-costs.is-not-reached", "{}: {} is not reached: {}", report.title,
                              text::figure::linkRate(tier),
                              found.noWays.empty() ? std::string("nothing in the catalogue joins these ports")
                                                   : found.noWays.front().why)};
        const match::Way& cheapest = found.ways.front();
        result.says += (result.says.empty() ? "" : ", ") + cheapest.brief;
        result.cost = cheapest.cost ? std::optional(*result.cost + *cheapest.cost) : std::nullopt;
        return result;
    }

private:
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    IdSource& m_ids;
};

}  // namespace

CostOfTier costsByOtherWays(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports,
                            IdSource& ids)
{
    return [&plan, &kb, &reports, &ids](const plan::Route& way, BitRate tier) {
        TierCost result{0.0, {}};
        const LinkPrice price(plan, kb, ids);
        for (const plan::Hop& hop : way) {
            const auto report = std::find_if(reports.begin(), reports.end(),
                                             [&](const match::LinkReport& one) { return one.link == hop.link; });
            if (report == reports.end() || (report->rate && *report->rate >= tier)) continue;
            const TierCost one = price.of(*report, tier);
            if (!one.cost) return one;
            result.cost = *result.cost + *one.cost;
            result.says += (result.says.empty() ? "" : "; ") + report->title + ": " + one.says;
        }
        return result;
    };
}

}  // namespace sokudo::expect
