// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cutover/pre_check.h"

#include <algorithm>
#include <map>

#include "core/base/text.h"
#include "core/kb/buy_rows.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/reports.h"
#include "core/power/judgement.h"
#include "core/power/poe_source.h"

namespace sokudo::cutover {
namespace {

/// Pieces at hand: spares, and what was bought and is not fitted yet.
int atHand(const plan::Plan& plan, const std::string& part)
{
    int count = 0;
    for (const plan::StockItem& item : plan.stock)
        if (item.part == part && item.kind == plan::StockKind::Spare) count += item.count;
    for (const plan::Purchase& one : plan.purchases)
        if (one.part == part && one.status == plan::PurchaseStatus::Arrived) count += one.count;
    return count;
}

std::string wattText(Watt watts) { return text::number(watts.in(), 3) + " W"; }

class Checking {
public:
    Checking(const MoveQuestion& asked, const MoveList& moves)
        : m_asked(asked), m_moves(moves), m_next(*asked.plan.devices.find(asked.to))
    {}

    std::vector<PreCheck> run()
    {
        place();
        screws();
        modules();
        leads();
        power();
        fed();
        licence();
        settings();
        labels();
        return std::move(m_all);
    }

private:
    void add(const char* what, Verdict verdict, text::Sentence says)
    {
        m_all.push_back({what, verdict, std::move(says)});
    }
    /// Depth, units, weight, heat, noise.
    void place()
    {
        const match::Reports reports = match::judgeAll(m_asked.plan, m_asked.kb);
        const auto found = power::judgeMoved(m_asked.plan, m_asked.to, m_next.place, reports, m_asked.kb);
        bool hasDoubt = false;
        if (found)
            for (const power::Judgement& one : *found) {
                const bool isOurs = std::find(one.about.begin(), one.about.end(),
                                              plan::Subject{"device", m_next.id.value}) != one.about.end();
                if (!isOurs || one.verdict == Verdict::Fits || one.verdict == Verdict::Limited) continue;
                hasDoubt = true;
                add("place", one.verdict,
                    one.fix.text().empty() ? one.what : text::say("pre-check.place", "{}: {}", one.what, one.fix));
            }
        const plan::Place* place = m_asked.plan.places.find(m_next.place);
        if (!hasDoubt)
            add("place", m_next.traits.has("depth") ? Verdict::Fits : Verdict::Unknown,
                m_next.traits.has("depth")
                    ? text::say("pre-check.fits", "{} fits into {}", m_next.name, place ? place->name : std::string())
                    : text::say("pre-check.depth",
                                "the depth of {} is not noted: measure it and the place, plugs take "
                                "5 cm more",
                                m_next.name));
    }
    void screws()
    {
        const bool isRack = m_next.rackUnit > 0 || m_next.traits.is("stands", "rack");
        const bool isWall = m_next.traits.is("stands", "wall");
        if (!isRack && !isWall) return;
        add("screws", Verdict::Unknown,
            isRack ? text::say("pre-check.rack",
                               "lay out ears, four screws and cage nuts for unit {}, and a blank "
                               "plate for what becomes free",
                               m_next.rackUnit)
                   : text::say("pre-check.wall", "lay out the plate, screws and plugs for the wall"));
    }
    void modules()
    {
        std::map<std::string, int> needed;
        for (const Move& move : m_moves.moves)
            if (!move.newModule.empty()) ++needed[move.newModule];
        for (const auto& [part, count] : needed) {
            const auto* kind = m_asked.kb.find<kb::ModuleKind>(part);
            const int have = atHand(m_asked.plan, part);
            add("modules", have >= count ? Verdict::Fits : Verdict::NoLink,
                text::say("pre-check.modules", "{} × {} needed, {} at hand", count, kind ? kind->name : part, have));
        }
        if (needed.empty()) add("modules", Verdict::Fits, text::say("pre-check.no-modules", "no new module is needed"));
    }
    void leads()
    {
        if (m_moves.count.leads == 0)
            return add("leads", Verdict::Fits, text::say("pre-check.no-leads", "every lead reaches its new port"));
        std::vector<std::string> names;
        for (const Move& move : m_moves.moves)
            if (move.needsLead) names.push_back(move.fromName);
        add("leads", Verdict::Unknown,
            text::say("pre-check.leads", "{} longer leads needed, for {}: measure the way, and lay them out",
                      m_moves.count.leads, text::joined(names, ", ")));
    }
    void power()
    {
        if (m_next.supplies.empty())
            return add("power", Verdict::Unknown,
                       text::say("pre-check.power",
                                 "the survey does not say what feeds {}: it needs a free outlet while "
                                 "the old one still runs",
                                 m_next.name));
        add("power", Verdict::Fits, text::say("pre-check.powered", "{} has its own supply", m_next.name));
    }
    /// Watts of what the old one feeds against the budget of the new one.
    void fed()
    {
        const auto old = power::poeSource(m_asked.plan, m_asked.from, m_asked.kb);
        if (!old || old->loads.empty()) return;
        const auto next = power::poeSource(m_asked.plan, m_asked.to, m_asked.kb);
        const std::size_t count = old->loads.size();
        if (!next)
            return add("power", Verdict::NoLink,
                       text::say("pre-check.no-poe",
                                 "{} devices are fed by the old switch and {} feeds none: each needs "
                                 "an injector",
                                 count, m_next.name));
        if (!next->budget)
            return add("power", Verdict::Unknown,
                       text::say("pre-check.budget", "{} devices draw {}: the power budget of {} is not noted", count,
                                 wattText(old->drawn), m_next.name));
        const bool fits = next->drawn + old->drawn <= *next->budget;
        add("power", fits ? Verdict::Fits : Verdict::NoLink,
            fits ? text::say("pre-check.fed", "{} devices draw {} of the {} that {} gives", count, wattText(old->drawn),
                             wattText(*next->budget), m_next.name)
                 : text::say("pre-check.over",
                             "{} devices draw {} and {} gives {}: leave some on the old switch or add "
                             "injectors",
                             count, wattText(old->drawn), m_next.name, wattText(*next->budget)));
    }
    void licence()
    {
        if (m_next.traits.has("licence"))
            add("licence", Verdict::Unknown,
                text::say("pre-check.licence", "{} needs a licence for its ports or features: have it loaded before",
                          m_next.name));
    }
    void settings()
    {
        std::size_t count = 0;
        for (const Move& move : m_moves.moves) count += move.settings.size();
        const auto* kind = m_asked.kb.find<kb::SwitchKind>(m_next.part);
        if (count > 0 && kind && !kind->isManaged)
            return add("settings", Verdict::NoLink,
                       text::say("pre-check.unmanaged", "{} settings are to be carried over and {} cannot be set",
                                 count, m_next.name));
        if (count > 0)
            add("settings", Verdict::Unknown,
                text::say("pre-check.settings",
                          "{} settings of ports are to be carried over: save the old ones to a "
                          "file first",
                          count));
    }
    void labels()
    {
        std::size_t missing = 0;
        for (const Move& move : m_moves.moves)
            for (const plan::Run* run : plan::runsAt(m_asked.plan, move.from)) missing += run->label.empty();
        add("labels", missing == 0 ? Verdict::Fits : Verdict::Unknown,
            missing == 0 ? text::say("pre-check.labelled", "every lead has a label; photograph uplinks and modules")
                         : text::say("pre-check.labels",
                                     "{} leads have no label: label both ends and photograph the "
                                     "front before you unplug",
                                     missing));
    }

    const MoveQuestion& m_asked;
    const MoveList& m_moves;
    const plan::Device& m_next;
    std::vector<PreCheck> m_all;
};

}  // namespace

std::string_view readyWord(Verdict verdict)
{
    if (verdict == Verdict::Fits) return "ready";
    return verdict == Verdict::NoLink || verdict == Verdict::Unsafe ? "missing" : "to do";
}

std::vector<PreCheck> preChecks(const MoveQuestion& asked, const MoveList& moves)
{
    if (!asked.plan.devices.has(asked.to)) return {};
    return Checking(asked, moves).run();
}

}  // namespace sokudo::cutover
