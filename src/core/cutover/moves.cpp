// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cutover/moves.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/reports.h"
#include "core/plan/edits.h"
#include "core/plan/wiring.h"
#include "core/power/poe_source.h"

namespace sokudo::cutover {
namespace {

constexpr double kRackUnit = 0.04445;  ///< metres. @source EIA-310
constexpr double kLoop = 0.5;  ///< own: metres that a lead needs beside the way up or down, to bend and to be led

tl::unexpected<Error> bad(text::Sentence what) { return failure(ErrorCode::BadInput, std::move(what)); }

/// A lead that is to leave the old switch.
struct Lead {
    const plan::Port* port = nullptr;
    const plan::Run* run = nullptr;
    plan::Link link;
    BitRate rate;  ///< it must go on carrying
    Verdict verdict = Verdict::Unknown;
    std::optional<power::PoeLoad> power;  ///< what the old switch feeds over it; empty: nothing
};

class Moving {
public:
    explicit Moving(const MoveQuestion& asked) : m_asked(asked), m_plan(asked.plan), m_kb(asked.kb) {}

    Result<MoveList> run()
    {
        gather();
        if (m_leads.size() > m_ports.size())
            return bad(
                text::say("moves.more-leads",
                          "{} has {} leads and {} has {} free ports: keep some where they are, or take a larger switch",
                          nameOf(m_asked.from), m_leads.size(), nameOf(m_asked.to), m_ports.size()));
        MoveModel model;
        model.leads = m_leads.size();
        model.ports = m_ports.size();
        for (const plan::Port* port : m_ports) model.blocks.push_back(blockOf(*port));
        for (std::size_t lead = 0; lead < m_leads.size(); ++lead) {
            const double share = static_cast<double>(lead) / static_cast<double>(m_leads.size());
            if (m_asked.progress && !m_asked.progress(share))
                return failure(
                    ErrorCode::Cancelled,
                    text::say("moves.stopped-early", "stopped when {} of {} leads were looked at; give it longer", lead,
                              m_leads.size()));
            if (const auto found = choicesOf(lead, model); !found) return tl::unexpected(found.error());
        }
        model.groups = groups();
        const auto assigned = assignMoves(model, m_asked.solver, m_asked.progress);
        if (!assigned) return tl::unexpected(assigned.error());
        m_list.isLeast = assigned->isLeast;
        for (std::size_t lead = 0; lead < m_leads.size(); ++lead) list(lead, model.choices[assigned->choices[lead]]);
        m_list.count = assigned->count;
        check();
        say();
        return std::move(m_list);
    }

private:
    std::string nameOf(plan::DeviceId id) const { return m_plan.devices.find(id)->name; }
    void gather()
    {
        const match::Reports reports = match::judgeAll(m_plan, m_kb);
        const auto source = power::poeSource(m_plan, m_asked.from, m_kb);
        for (const plan::Port* port : plan::portsOf(m_plan, m_asked.from)) {
            const auto runs = plan::runsAt(m_plan, port->id);
            if (runs.empty()) continue;
            Lead lead{port, runs.front()};
            if (source)
                for (const power::PoeLoad& load : source->loads)
                    if (load.port == port->id && !load.isRefused) lead.power = load;
            for (const match::LinkReport& report : reports)
                if (report.link.a == port->id || report.link.b == port->id) {
                    lead.link = report.link;
                    lead.rate = report.rate.value_or(BitRate{});
                    lead.verdict = report.verdict;
                }
            // The lead that joins the two switches while both run is no lead to move.
            const plan::Device* far = lead.link.runs.empty() ? nullptr : plan::deviceOf(m_plan, otherEnd(lead));
            if (far && far->id == m_asked.to) continue;
            m_leads.push_back(std::move(lead));
        }
        for (const plan::Port* port : plan::portsOf(m_plan, m_asked.to))
            if (plan::runsAt(m_plan, port->id).empty()) m_ports.push_back(port);
    }
    int blockOf(const plan::Port& port)
    {
        std::string key = port.cage + "/" + std::string(port.traits.word("pse"));
        for (BitRate rate : port.rates) key += fmt::format("/{}", rate.steps());
        return m_blocks.try_emplace(key, static_cast<int>(m_blocks.size())).first->second;
    }
    /// Leads between the same two devices at one rate belong together: a bond, or two ways to one place.
    std::vector<std::vector<std::size_t>> groups() const
    {
        std::map<std::pair<std::int64_t, std::int64_t>, std::vector<std::size_t>> by;
        for (std::size_t i = 0; i < m_leads.size(); ++i) {
            const plan::Device* partner = plan::deviceOf(m_plan, otherEnd(m_leads[i]));
            if (partner && partner->id != m_asked.from && partner->id != m_asked.to)
                by[{partner->id.value, m_leads[i].rate.steps()}].push_back(i);
        }
        std::vector<std::vector<std::size_t>> all;
        for (auto& [key, leads] : by)
            if (leads.size() > 1) all.push_back(std::move(leads));
        return all;
    }
    plan::PortId otherEnd(const Lead& lead) const { return lead.link.a == lead.port->id ? lead.link.b : lead.link.a; }

    /// The house with one lead moved, and the report of its link.
    std::pair<plan::Plan, match::LinkReport> moved(const plan::Plan& plan, const Lead& lead, const plan::Port& to,
                                                   const std::string& module) const
    {
        plan::Plan next = plan;
        plan::Run run = *plan.runs.find(lead.run->id);
        for (plan::PortId* end : {&run.a, &run.b})
            if (*end == lead.port->id) *end = to.id;
        next.runs = next.runs.with(run);
        plan::Port port = *plan.ports.find(to.id), old = *plan.ports.find(lead.port->id);
        port.module = module;
        port.forced = old.forced;
        port.fec = old.fec;
        if (old.mtu) port.mtu = old.mtu;
        port.untagged = old.untagged;
        port.tagged = old.tagged;
        port.profile = old.profile;
        for (const char* trait : {"poe-priority", "poe-draw", "rate-limit"}) {
            if (old.traits.has(trait)) port.traits.set(trait, std::string(old.traits.word(trait)));
            old.traits.set(trait, {});
        }
        old.module.clear();
        next.ports = next.ports.with(port).with(old);
        plan::Link link = lead.link;
        if (link.a == lead.port->id) link.a = to.id;
        if (link.b == lead.port->id) link.b = to.id;
        return {next, link.runs.empty() ? match::LinkReport{} : match::judgeLink(next, link, m_kb)};
    }
    bool isAsGood(const Lead& lead, const match::LinkReport& report) const
    {
        if (lead.link.runs.empty() || !lead.link.b.isSet() || !lead.link.a.isSet())
            return true;  // ends nowhere: it only moves
        return report.verdict <= std::max(lead.verdict, Verdict::Limited) &&
               report.rate.value_or(BitRate{}) >= lead.rate;
    }
    /// What the old switch feeds, the new port feeds as well: granted by class, and no less than now.
    bool isFedAsWell(const plan::Plan& next, const Lead& lead, const plan::Port& to) const
    {
        if (!lead.power) return true;
        const auto source = power::poeSource(next, m_asked.to, m_kb);
        if (!source) return false;
        return std::any_of(source->loads.begin(), source->loads.end(), [&](const power::PoeLoad& load) {
            return load.port == to.id && !load.isRefused && load.reserved >= lead.power->reserved;
        });
    }
    /// The modules that could be in a port: the one that moves along, none, else each kind that goes in.
    std::vector<std::string> modulesFor(const Lead& lead, const plan::Port& to) const
    {
        std::vector<std::string> all{lead.port->module};
        if (!lead.port->module.empty()) all.emplace_back();
        for (const kb::ModuleKind& row : m_kb.all<kb::ModuleKind>())
            if (row.cage == to.cage && row.id != lead.port->module && !row.rates.empty() &&
                row.rates.front() >= lead.rate)
                all.push_back(row.id);
        return all;
    }
    bool reaches(const Lead& lead) const
    {
        const plan::Device &old = *m_plan.devices.find(m_asked.from), &next = *m_plan.devices.find(m_asked.to);
        if (old.place != next.place) return false;
        const plan::Device* partner = plan::deviceOf(m_plan, otherEnd(lead));
        if (!lead.run->length || !partner || partner->place != next.place || partner->rackUnit <= 0 ||
            next.rackUnit <= 0)
            return true;
        return lead.run->length->in() >= kRackUnit * std::abs(partner->rackUnit - next.rackUnit) + kLoop;
    }
    /// What a port of that kind would need, judged once for all ports that are alike.
    std::optional<MoveChoice> judged(const Lead& lead, const plan::Port& to) const
    {
        for (const std::string& module : modulesFor(lead, to)) {
            const auto [next, report] = moved(m_plan, lead, to, module);
            if (!isAsGood(lead, report) || !isFedAsWell(next, lead, to)) continue;
            MoveChoice choice;
            choice.module = module;
            choice.needsModule = module != lead.port->module && !module.empty();
            choice.needsLead = !reaches(lead);
            return choice;
        }
        return std::nullopt;
    }
    Result<bool> choicesOf(std::size_t at, MoveModel& model)
    {
        const Lead& lead = m_leads[at];
        std::map<int, std::optional<MoveChoice>> byBlock;
        bool hasOne = false;
        for (std::size_t p = 0; p < m_ports.size(); ++p) {
            const auto [found, isNew] = byBlock.try_emplace(model.blocks[p]);
            if (isNew) found->second = judged(lead, *m_ports[p]);
            if (!found->second) continue;
            MoveChoice choice = *found->second;
            choice.lead = at;
            choice.port = p;
            choice.isRenumbered = m_ports[p]->name != lead.port->name;
            model.choices.push_back(std::move(choice));
            hasOne = true;
        }
        if (hasOne) return true;
        const std::string name = plan::portText(m_plan, lead.port->id);
        if (lead.power)
            return failure(
                ErrorCode::NotFound,
                text::say("moves.no-power",
                          "{} goes into no free port of {}: it runs at {} and feeds {}, and no port there does both",
                          name, nameOf(m_asked.to), text::figure::linkRate(lead.rate), nameOf(lead.power->device)));
        return failure(
            ErrorCode::NotFound,
            text::say(
                "moves.no-port",
                "{} goes into no free port of {}: it runs at {} now, and no port there carries that over its cable",
                name, nameOf(m_asked.to), text::figure::linkRate(lead.rate)));
    }

    void list(std::size_t at, const MoveChoice& choice)
    {
        const Lead& lead = m_leads[at];
        const plan::Port& to = *m_ports[choice.port];
        Move move{lead.port->id, to.id, plan::portText(m_plan, lead.port->id), plan::portText(m_plan, to.id)};
        const plan::PortId other = otherEnd(lead);
        move.partner = other.isSet() ? plan::portText(m_plan, other) : lead.run->label;
        move.rate = lead.rate;
        move.needsLead = choice.needsLead;
        if (choice.module != lead.port->module) move.oldModule = lead.port->module, move.newModule = choice.module;
        settings(move, *lead.port);
        if (m_list.moves.empty()) m_list.after = m_plan;
        m_list.after = moved(m_list.after, lead, to, choice.module).first;
        m_list.moves.push_back(std::move(move));
    }
    void settings(Move& move, const plan::Port& port) const
    {
        if (port.forced) move.settings.push_back({"rate, forced", text::linkRate(*port.forced)});
        if (port.fec) move.settings.push_back({"FEC", std::string(plan::code(*port.fec))});
        if (port.mtu) move.settings.push_back({"MTU", std::to_string(*port.mtu)});
        if (const auto* network = m_plan.networks.find(port.untagged))
            move.settings.push_back({"untagged", network->name});
        std::vector<std::string> tagged;
        for (plan::NetworkId id : port.tagged)
            if (const auto* network = m_plan.networks.find(id)) tagged.push_back(network->name);
        if (!tagged.empty()) move.settings.push_back({"tagged", text::joined(tagged, ", ")});
        if (const auto* profile = m_plan.profiles.find(port.profile))
            move.settings.push_back({"profile", profile->name});
        if (const auto limit = port.traits.as<BitRate>("rate-limit"))
            move.settings.push_back({"rate limit", text::linkRate(*limit)});
        if (port.traits.has("poe-priority"))
            move.settings.push_back({"power priority", std::string(port.traits.word("poe-priority"))});
    }
    /// All moved together nothing may be worse than it was.
    void check()
    {
        const match::Reports before = match::judgeAll(m_plan, m_kb), after = match::judgeAll(m_list.after, m_kb);
        std::map<plan::RunId, const match::LinkReport*> was;
        for (const match::LinkReport& report : before) was[report.link.id()] = &report;
        for (const match::LinkReport& report : after) {
            const auto old = was.find(report.link.id());
            if (old == was.end()) continue;
            if (report.verdict > std::max(old->second->verdict, Verdict::Limited) ||
                report.rate.value_or(BitRate{}) < old->second->rate.value_or(BitRate{}))
                m_list.notes.push_back(
                    text::say("moves.worse", "{} is worse when all are moved: {}", report.title, report.reason()));
        }
        if (const auto source = power::poeSource(m_list.after, m_asked.to, m_kb))
            for (const power::PoeLoad& load : source->loads)
                if (load.isRefused)
                    m_list.notes.push_back(text::say("moves.budget",
                                                     "{} gets no power: the budget of {} is used up by class",
                                                     nameOf(load.device), nameOf(m_asked.to)));
        const plan::Device& old = *m_plan.devices.find(m_asked.from);
        const plan::Device& next = *m_plan.devices.find(m_asked.to);
        if (old.place != next.place)
            m_list.notes.push_back(text::say(
                "moves.other-place", "{} stands in another place: every lead must be longer, or the cable be led there",
                next.name));
    }
    void say()
    {
        const MoveCount& count = m_list.count;
        m_list.sentence =
            text::say("moves.says", "{} leads move from {} to {}: {} new leads, {} new modules, {} get another number",
                      m_list.moves.size(), nameOf(m_asked.from), nameOf(m_asked.to), count.leads, count.modules,
                      count.renumbered);
        if (!m_list.isLeast)
            m_list.sentence += text::say("moves.not-least", ", the best found before the search was stopped");
    }

    const MoveQuestion& m_asked;
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    std::vector<Lead> m_leads;
    std::vector<const plan::Port*> m_ports;
    std::map<std::string, int> m_blocks;
    MoveList m_list;
};

}  // namespace

Result<MoveList> moveList(const MoveQuestion& asked)
{
    if (asked.from == asked.to) return bad(text::say("moves.same", "old and new switch are the same: name two"));
    for (plan::DeviceId id : {asked.from, asked.to}) {
        const plan::Device* device = asked.plan.devices.find(id);
        if (!device) return bad(text::say("moves.gone", "one of the switches is gone"));
        if (plan::portsOf(asked.plan, id).empty())
            return bad(text::say("moves.no-ports", "{} has no ports yet: note them first", device->name));
    }
    return Moving(asked).run();
}

}  // namespace sokudo::cutover
