// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/ways.h"

#include <algorithm>
#include <map>

#include "core/base/sentence.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/trade_rows.h"
#include "core/match/end_choices.h"
#include "core/match/way_trial.h"

namespace sokudo::match {
namespace {

/// U to D and D to U are one way; what is in place already decides, else the order of the catalogue.
bool isMirror(const EndChoice& a, const EndChoice& b, const Wish& wish, const plan::Plan& plan)
{
    if (!a.module || !b.module || a.module == b.module || a.bridge || b.bridge) return false;
    const plan::Port* portA = plan.ports.find(wish.a);
    const plan::Port* portB = plan.ports.find(wish.b);
    if (portA->cage != portB->cage || portA->module == a.module->id || portB->module == b.module->id) return false;
    return portA->module == b.module->id || portB->module == a.module->id || a.module > b.module;
}

/// Two kinds for one job, such as SR and dual-rate SR: a mixed pair is never better than two alike, where two alike go
/// in.
bool isNeedlesslyMixed(const EndChoice& a, const EndChoice& b, const std::vector<EndChoice>& atA,
                       const std::vector<EndChoice>& atB, const Wish& wish, const plan::Plan& plan,
                       const kb::KnowledgeBase& kb)
{
    if (!a.module || !b.module || a.module == b.module) return false;
    if (plan.ports.find(wish.a)->module == a.module->id || plan.ports.find(wish.b)->module == b.module->id)
        return false;
    const kb::Phy* phyA = kb.find<kb::Phy>(a.module->phy);
    const kb::Phy* phyB = kb.find<kb::Phy>(b.module->phy);
    const bool complement =
        phyA && phyB && phyA->wavelengths != phyB->wavelengths && phyA->wavelengths.find('/') != std::string::npos;
    const auto has = [](const std::vector<EndChoice>& choices, const kb::ModuleKind* module) {
        return std::any_of(choices.begin(), choices.end(), [&](const EndChoice& one) { return one.module == module; });
    };
    return !complement && has(atA, b.module) && has(atB, a.module);
}

class Search {
public:
    Search(const plan::Plan& plan, const Wish& wish, const kb::KnowledgeBase& kb, IdSource& ids)
        : m_plan(plan), m_kb(kb), m_newIds(ids)
    {
        m_made.wish = wish;
    }

    Ways run()
    {
        const plan::Port* a = m_plan.ports.find(m_made.wish.a);
        const plan::Port* b = m_plan.ports.find(m_made.wish.b);
        if (!a || !b || portsAreTooSlow()) return std::move(m_made);
        const kb::Medium* there = existingMedium();
        if (there) tryMedium(*a, *b, *there, nullptr);
        for (const kb::Supply& supply : m_kb.all<kb::Supply>()) {
            const kb::Medium* medium = m_kb.find<kb::Medium>(supply.medium);
            if (!medium || (medium == there && m_keeps)) continue;
            if (m_made.wish.throughWall && supply.wall == kb::ThroughWall::No) {
                m_made.noWays.push_back({medium->name, text::say("ways.not-through-a-wall", "not through a wall")});
            } else if (m_made.wish.length > supply.longest) {
                m_made.noWays.push_back({medium->name, text::say("ways.sold-or-laid-to", "sold or laid to {} only",
                                                                 text::figure::length(supply.longest))});
            } else if (medium->kind == kb::MediumKind::Coax && !(there && there->kind == kb::MediumKind::Coax)) {
                m_made.noWays.push_back(
                    {medium->name,
                     text::say("ways.worth-it-only-where",
                               "worth it only where the coax is in the wall already: enter it as a run first")});
            } else {
                tryMedium(*a, *b, *medium, &supply);
            }
        }
        findPractices();
        return std::move(m_made);
    }

private:
    const kb::Medium* existingMedium() const
    {
        const plan::Run* run = m_plan.runs.find(m_made.wish.existing.id());
        return run ? m_kb.find<kb::Medium>(run->medium) : nullptr;
    }

    /// No cable helps where a host does not offer the rate.
    bool portsAreTooSlow()
    {
        const LinkContext bare = linkContext(m_plan, {m_made.wish.a, m_made.wish.b, {}, {}}, m_kb);
        for (const LinkEnd* end : {&bare.a, &bare.b}) {
            if (!end->port || end->hostRates.empty() || end->hostRates.front() >= m_made.wish.rate) continue;
            m_made.noWays.push_back({end->name, text::say("ways.at-most", "{} at most {}",
                                                          end->port->forced ? "it is forced to" : "it offers",
                                                          text::figure::linkRate(end->hostRates.front()))});
            if (!m_made.most || end->hostRates.front() < *m_made.most) m_made.most = end->hostRates.front();
        }
        return !m_made.noWays.empty();
    }

    void tryMedium(const plan::Port& a, const plan::Port& b, const kb::Medium& medium, const kb::Supply* supply)
    {
        const auto atA = choicesAt(a, medium, m_made.wish.rate, m_kb),
                   atB = choicesAt(b, medium, m_made.wish.rate, m_kb);
        std::optional<Tried> nearest;
        bool found = false;
        for (const EndChoice& first : atA)
            for (const EndChoice& second : atB) {
                if (!canFace(first, second, m_kb) || isMirror(first, second, m_made.wish, m_plan)) continue;
                if (isNeedlesslyMixed(first, second, atA, atB, m_made.wish, m_plan, m_kb)) continue;
                Tried tried = tryWay(m_plan, m_made.wish, {&medium, supply, first, second}, m_kb, m_newIds);
                ++m_made.tried;
                if (tried.way) {
                    m_made.ways.push_back(std::move(*tried.way));
                    found = true;
                } else {
                    if (tried.rate && (!m_made.most || *m_made.most < *tried.rate)) m_made.most = tried.rate;
                    if (!nearest || tried.verdict < nearest->verdict) nearest = std::move(tried);
                }
            }
        if (!supply) m_keeps = found;
        if (found) return;
        const std::string name = supply ? medium.name : "the cable there now, " + medium.name;
        m_made.noWays.push_back({name,
                                 nearest ? nearest->why
                                         : text::say("ways.nothing-in-the-catalogue",
                                                     "nothing in the catalogue joins it to both ports at {}",
                                                     text::figure::linkRate(m_made.wish.rate)),
                                 nearest ? nearest->verdict : Verdict::NoLink});
    }

    void findPractices()
    {
        const auto isHere = [&](const std::vector<std::string>& media) {
            return std::any_of(m_made.ways.begin(), m_made.ways.end(), [&](const Way& way) {
                return std::find(media.begin(), media.end(), way.medium) != media.end();
            });
        };
        for (const kb::Practice& practice : m_kb.all<kb::Practice>()) {
            if ((practice.upTo && m_made.wish.length > *practice.upTo) ||
                (practice.atLeast && m_made.wish.rate < *practice.atLeast))
                continue;
            if (isHere(practice.one.media) && isHere(practice.other.media)) m_made.practices.push_back(&practice);
        }
    }

    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    const NewIds m_newIds;
    Ways m_made;
    bool m_keeps = false;  ///< a way with the cable there now passed
};

}  // namespace

namespace {
/// Its ends stand in different rooms.
bool isThroughWall(const plan::Plan& plan, const LinkContext& link)
{
    if (!link.a.place || !link.b.place) return link.a.place != link.b.place;
    return plan::roomOf(plan, link.a.place->id) != plan::roomOf(plan, link.b.place->id);
}
}  // namespace

Result<Wish> wishOf(const plan::Plan& plan, const plan::Link& link, const kb::KnowledgeBase& kb)
{
    const LinkContext context = linkContext(plan, link, kb);
    if (!context.a.port || !context.hasFarEnd())
        return failure(ErrorCode::NotFound,
                       text::say("ways.the-cable-has-an", "the cable has an open end: say where it goes first"));
    if (!context.length)
        return failure(
            ErrorCode::NotFound,
            text::say("ways.the-length-was-never", "the length was never measured: every option depends on it"),
            context.a.name + " — " + context.b.name);
    Wish wish{link.a, link.b, {}, *context.length, isThroughWall(plan, context), link};
    const auto& a = context.a.hostRates;
    const auto& b = context.b.hostRates;
    if (a.empty() || b.empty())
        return failure(ErrorCode::NotFound, text::say("ways.the-rates-of-a", "the rates of a port are not known"),
                       a.empty() ? context.a.name : context.b.name);
    for (BitRate rate : a)
        if (wish.rate < rate && std::find(b.begin(), b.end(), rate) != b.end()) wish.rate = rate;
    if (context.wanted) wish.rate = *context.wanted;
    if (wish.rate == BitRate{}) wish.rate = std::min(a.front(), b.front());
    return wish;
}

Ways otherWays(const plan::Plan& plan, const Wish& wish, const kb::KnowledgeBase& kb, IdSource& ids)
{
    return Search(plan, wish, kb, ids).run();
}

Ways nearestWays(const plan::Plan& plan, const Wish& wish, const kb::KnowledgeBase& kb, IdSource& ids)
{
    Ways result = otherWays(plan, wish, kb, ids);
    if (!result.ways.empty() || !result.most || *result.most >= wish.rate) return result;
    Wish less = wish;
    less.rate = *result.most;
    Ways reached = otherWays(plan, less, kb, ids);
    if (reached.ways.empty()) return result;
    reached.asked = wish.rate;
    reached.noWays.insert(reached.noWays.begin(), result.noWays.begin(),
                          result.noWays.begin() + 1);  // what keeps the wish away
    return reached;
}

}  // namespace sokudo::match
