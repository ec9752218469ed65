// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cutover/cut_over.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/bringup/bring_up.h"
#include "core/kb/rule_rows.h"
#include "core/match/reports.h"
#include "core/power/outage.h"
#include "core/power/poe_source.h"
#include "core/power/single_points.h"

namespace sokudo::cutover {
namespace {

constexpr int kDay = 24 * 60;

tl::unexpected<Error> bad(text::Sentence what, std::string where = {})
{
    return failure(ErrorCode::BadInput, std::move(what), std::move(where));
}

/// "{lead}" and the like of a row filled in.
std::string filled(std::string pattern, const std::vector<std::pair<std::string, std::string>>& words)
{
    for (const auto& [name, value] : words)
        if (const std::size_t at = pattern.find("{" + name + "}"); at != std::string::npos)
            pattern.replace(at, name.size() + 2, value);
    return pattern;
}

class Building {
public:
    explicit Building(const CutOverQuestion& asked) : m_asked(asked), m_plan(asked.plan) {}

    Result<CutOverPlan> run()
    {
        if (auto times = windowOf(m_asked.day, {}, 0, m_asked.kb); !times) return tl::unexpected(times.error());
        const MoveQuestion question{m_plan,     m_asked.day.from, m_asked.day.to,
                                    m_asked.kb, m_asked.solver,   m_asked.progress};
        auto moves = moveList(question);
        if (!moves) return tl::unexpected(moves.error());
        m_made.moves = std::move(*moves);
        if (m_made.moves.moves.empty()) m_made.moves.after = m_plan;
        m_made.checks = preChecks(question, m_made.moves);
        m_reports = match::judgeAll(m_plan, m_asked.kb);
        proofs();
        m_made.canRunBoth = canJoin();
        m_points = power::singlePoints(m_plan, m_reports, m_asked.kb);
        steps();
        offTimes();
        auto window = windowOf(m_asked.day, m_made.steps, m_made.moves.moves.size(), m_asked.kb);
        if (!window) return tl::unexpected(window.error());
        m_made.window = std::move(*window);
        say();
        return std::move(m_made);
    }

private:
    void proofs()
    {
        const match::Reports after = match::judgeAll(m_made.moves.after, m_asked.kb);
        ProofQuestion question{m_made.moves.after, after, m_asked.kb, {}, m_asked.day.to};
        for (const Move& move : m_made.moves.moves) question.ports.push_back(move.to);
        // When all are moved already, all that hangs there is proved.
        m_made.proofs = proofsOf(question);
    }
    /// A free port at both, of which one kind of lead goes into: then both run side by side while leads move.
    bool canJoin() const
    {
        const auto freePorts = [&](const plan::Plan& plan, plan::DeviceId id) {
            std::set<std::string> cages;
            for (const plan::Port* port : plan::portsOf(plan, id))
                if (plan::runsAt(plan, port->id).empty()) cages.insert(port->cage);
            return cages;
        };
        const auto old = freePorts(m_plan, m_asked.day.from), next = freePorts(m_made.moves.after, m_asked.day.to);
        return std::any_of(old.begin(), old.end(), [&](const std::string& cage) { return next.count(cage) > 0; });
    }
    void add(const kb::CutOverStep& row, const std::string& object, text::Sentence what, std::vector<std::string> off,
             std::vector<std::string> services, std::optional<Proof> proof = {})
    {
        const auto* caution = m_asked.kb.find<kb::Caution>(row.caution);
        m_made.steps.push_back({object.empty() ? row.phase + ":" + row.id : row.id + ":" + object, row.phase,
                                std::move(what), caution ? caution->text : std::string(), row.low, row.usual, row.high,
                                std::move(off), std::move(services), std::move(proof)});
    }
    void steps()
    {
        for (const kb::CutOverStep& row : m_asked.kb.all<kb::CutOverStep>()) {
            if (row.phase == "back") continue;
            if (row.id == "uplink" && !m_made.canRunBoth) continue;
            if (row.per == "remote" && !isRemote()) continue;
            if (row.per == "once" || row.per == "remote") add(row, {}, text::Sentence(row.text), {}, {});
            else if (row.per == "lead") leads(row);
            else if (row.per == "port") ports(row);
            else
                for (const Proof& proof : m_made.proofs)
                    if (row.per == perOf(proof.kind))
                        add(row, proof.key,
                            text::Sentence(
                                filled(row.text, {{"test", proof.what.text()}, {"expected", proof.expected}})),
                            {}, {}, proof);
        }
    }
    std::string buildingOf(const plan::Device* device) const
    {
        const plan::Place* place = device ? m_plan.places.find(device->place) : nullptr;
        return place ? place->building : std::string();
    }
    /// Whether the new unit stands in another building than the router.
    bool isRemote() const
    {
        for (const plan::Device& device : m_plan.devices)
            if (device.role == plan::Role::Router)
                return buildingOf(&device) != buildingOf(m_plan.devices.find(m_asked.day.to));
        return false;
    }
    static std::string_view perOf(ProofKind kind)
    {
        return kind == ProofKind::LinkRate ? "link" : kind == ProofKind::Feed ? "feed" : "test";
    }
    /// The leads that take least with them first, the uplink last.
    std::vector<const Move*> inOrder()
    {
        std::vector<std::pair<std::size_t, const Move*>> all;
        for (const Move& move : m_made.moves.moves) {
            const auto runs = plan::runsAt(m_plan, move.from);
            all.emplace_back(offWithout(runs.empty() ? plan::RunId{} : runs.front()->id).size(), &move);
        }
        std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
        std::vector<const Move*> moves;
        for (const auto& [count, move] : all) moves.push_back(move);
        return moves;
    }
    void leads(const kb::CutOverStep& row)
    {
        const auto source = power::poeSource(m_plan, m_asked.day.from, m_asked.kb);
        for (const Move* one : inOrder()) {
            const Move& move = *one;
            const auto runs = plan::runsAt(m_plan, move.from);
            const bool isFed = source && std::any_of(source->loads.begin(), source->loads.end(),
                                                     [&](const auto& load) { return load.port == move.from; });
            const plan::RunId run = runs.empty() ? plan::RunId{} : runs.front()->id;
            std::string label = runs.empty() || runs.front()->label.empty() ? move.partner : runs.front()->label;
            std::string text = filled(row.text, {{"lead", label}, {"from", move.fromName}, {"to", move.toName}});
            if (move.needsLead) text += "; take the longer lead";
            if (!move.newModule.empty()) text += "; first put the module in";
            add(row, std::to_string(run.value), text::Sentence(std::move(text)), offWithout(run), servicesBy(run));
            if (!isFed) m_made.steps.back().caution.clear();
        }
    }
    void ports(const kb::CutOverStep& row)
    {
        for (const Move& move : m_made.moves.moves) {
            if (move.settings.empty()) continue;
            std::vector<std::string> words;
            for (const Setting& one : move.settings) words.push_back(one.what + " " + one.value);
            add(row, std::to_string(move.to.value),
                text::Sentence(filled(row.text, {{"to", move.toName}, {"settings", text::joined(words, ", ")}})), {},
                {});
        }
    }
    const power::SinglePoint* pointOf(plan::RunId run) const
    {
        const auto link = plan::linkOf(m_plan, run);
        for (const power::SinglePoint& point : m_points)
            if (point.what.kind == "run" && link &&
                std::any_of(link->runs.begin(), link->runs.end(),
                            [&](plan::RunId one) { return one.value == point.what.id; }))
                return &point;
        return nullptr;
    }
    /// End points that reach less without this lead, and devices that lose their power with it.
    std::vector<std::string> offWithout(plan::RunId run)
    {
        std::set<plan::DeviceId> ids;
        if (const power::SinglePoint* point = pointOf(run)) {
            for (const auto& goal : point->cut) ids.insert(goal.begin(), goal.end());
            ids.insert(point->unpowered.begin(), point->unpowered.end());
            m_dark[run].insert(point->unpowered.begin(), point->unpowered.end());
        }
        // What hangs at the lead itself is cut even where it reaches nothing that counts.
        if (const auto link = plan::linkOf(m_plan, run))
            for (plan::PortId end : {link->a, link->b})
                if (const plan::Device* device = plan::deviceOf(m_plan, end);
                    device && power::isEndPoint(device->role) && plan::runsAt(m_plan, end).size() == 1 &&
                    isOnly(*device))
                    ids.insert(device->id);
        m_off[run] = ids;
        std::vector<std::string> names;
        for (plan::DeviceId id : ids)
            if (const plan::Device* device = m_plan.devices.find(id)) names.push_back(device->name);
        return names;
    }
    /// One cable leads to it.
    bool isOnly(const plan::Device& device) const
    {
        std::size_t cables = 0;
        for (const plan::Port* port : plan::portsOf(m_plan, device.id)) cables += plan::runsAt(m_plan, port->id).size();
        return cables == 1;
    }
    std::vector<std::string> servicesBy(plan::RunId run) const
    {
        if (!run.isSet()) return {};
        const auto line =
            power::timeLineOf(m_plan, m_reports, {power::Outage::Cause::Broken, {"run", run.value}, 0}, m_asked.kb);
        if (!line) return {};
        std::vector<std::string> names;
        for (const power::ServiceLine& service : line->services)
            if (service.worksAt(Duration{}) < service.all) names.emplace_back(word(service.service));
        return names;
    }
    void offTimes()
    {
        std::map<plan::DeviceId, OffTime> all;
        double during = 0, lead = 0;
        for (const DayStep& step : m_made.steps) {
            if (step.phase != "during" || step.key.find("move:") != 0) continue;
            lead = step.usual;
            during += step.usual;
        }
        for (const auto& [run, ids] : m_off)
            for (plan::DeviceId id : ids) {
                const plan::Device* device = m_plan.devices.find(id);
                if (!device) continue;
                OffTime& off = all[id];
                off.device = id;
                off.name = device->name;
                off.minutes += lead;
                if (const auto dark = m_dark.find(run); dark != m_dark.end() && dark->second.count(id) > 0) {
                    off.restarts = true;
                    off.minutes += bringup::startClock(*device, m_asked.kb).ready.in() / 60;
                }
            }
        for (auto& [id, off] : all) {
            // Without a lead between the two switches nobody reaches the other side until the last lead has moved.
            if (!m_made.canRunBoth) off.minutes = std::max(off.minutes, during);
            m_made.off.push_back(std::move(off));
        }
        std::stable_sort(m_made.off.begin(), m_made.off.end(),
                         [](const OffTime& a, const OffTime& b) { return a.minutes > b.minutes; });
    }
    void say()
    {
        const double longest = m_made.off.empty() ? 0 : m_made.off.front().minutes;
        m_made.sentence = text::say(
            "cut-over.says", "{} leads to move, {} tests; {} devices are off, {} at most{}", m_made.moves.moves.size(),
            m_made.proofs.size(), m_made.off.size(),
            longest > 0 ? text::duration(Duration::of(60 * longest)) : std::string("none"),
            m_made.canRunBoth ? ""
                              : "; the two switches share no free port: all is off from the first lead to the last");
    }

    const CutOverQuestion& m_asked;
    const plan::Plan& m_plan;
    match::Reports m_reports;
    std::vector<power::SinglePoint> m_points;
    std::map<plan::RunId, std::set<plan::DeviceId>> m_off, m_dark;
    CutOverPlan m_made;
};

/// Minutes of the day that are free for work.
class Calendar {
public:
    Calendar(int length, const std::vector<Appointment>& appointments) : m_busy(appointments), m_length(length)
    {
        std::stable_sort(m_busy.begin(), m_busy.end(),
                         [](const Appointment& a, const Appointment& b) { return a.from < b.from; });
    }
    /// Where work of so many minutes begins and ends, not before `at` and not across an appointment where it can wait.
    std::pair<double, double> place(double at, double minutes) const
    {
        for (const Appointment& one : m_busy) {
            const double begins = one.from, ends = one.from + one.minutes;
            if (at >= ends) continue;
            if (at + minutes <= begins) break;
            at = ends;  // a lead is not moved into an appointment
        }
        return {at, at + minutes};
    }
    double room() const
    {
        std::vector<bool> taken(static_cast<std::size_t>(std::max(0, m_length)), false);
        for (const Appointment& one : m_busy)
            for (int i = std::max(0, one.from); i < std::min(m_length, one.from + one.minutes); ++i)
                taken[static_cast<std::size_t>(i)] = true;
        return static_cast<double>(std::count(taken.begin(), taken.end(), false));
    }
    /// The latest moment from which so many minutes of work end in time.
    std::optional<double> latest(double minutes) const
    {
        for (double at = m_length - minutes; at >= 0; at -= 1)
            if (place(at, minutes).second <= m_length) {
                if (place(at, minutes).first == at) return at;
            }
        return std::nullopt;
    }

private:
    std::vector<Appointment> m_busy;
    int m_length;
};

/// Whether it fits, and by when to roll back. @param end  of the last step, minutes after the window begins
void judge(Window& window, double end)
{
    const double needed = window.planned + window.reserve;
    window.fits = needed <= window.room && end <= window.length;
    if (!window.fits)
        window.problems.push_back(text::say("cut-over.too-long",
                                            "{} of work and {} of reserve do not fit into {}: begin "
                                            "earlier, move fewer leads, or do what can be done before",
                                            text::duration(Duration::of(60 * window.planned)),
                                            text::duration(Duration::of(60 * window.reserve)),
                                            text::duration(Duration::of(60 * window.room))));
    if (!window.lastRollBack)
        window.problems.push_back(text::say("cut-over.no-way-back",
                                            "rolling back takes {}: there is no time for it in "
                                            "this window",
                                            text::duration(Duration::of(60 * window.rollBack))));
    else if (*window.lastRollBack < end - 1e-9)
        window.problems.push_back(text::say("cut-over.early",
                                            "roll back by {} if it is not proved by then: the steps "
                                            "themselves end at {}",
                                            clockOf(window.begins + static_cast<int>(*window.lastRollBack)),
                                            clockOf(window.begins + static_cast<int>(end))));
    window.sentence =
        text::say("cut-over.window", "{} to {}: {} of steps, {} of reserve, {} free; {}", clockOf(window.begins),
                  clockOf(window.begins + window.length), text::duration(Duration::of(60 * window.planned)),
                  text::duration(Duration::of(60 * window.reserve)), text::duration(Duration::of(60 * window.room)),
                  window.lastRollBack ? fmt::format("last moment to roll back {}",
                                                    clockOf(window.begins + static_cast<int>(*window.lastRollBack)))
                                      : std::string("no time to roll back"));
}

}  // namespace

Result<std::vector<Appointment>> appointmentsOf(const std::string& line, int begins, int length)
{
    std::vector<Appointment> all;
    for (const std::string& part : text::split(line, ';')) {
        const std::string one = text::trimmed(part);
        if (one.empty()) continue;
        const auto words = text::split(one, ' ');
        const auto at = minuteOfDay(words.front());
        const auto minutes = words.size() > 1 ? minutesIn(text::lower(words[1])) : std::nullopt;
        if (!at || !minutes || *minutes <= 0)
            return bad(text::say("cut-over.appointment", "an appointment is written “19:30 20min call”"),
                       "“" + one + "”");
        Appointment made;
        made.from = ((*at - begins) % kDay + kDay) % kDay;
        made.minutes = static_cast<int>(*minutes);
        if (made.from >= length)
            return bad(text::say("cut-over.outside", "{} lies outside the window from {} to {}", words.front(),
                                 clockOf(begins), clockOf(begins + length)),
                       "“" + one + "”");
        for (std::size_t i = 2; i < words.size(); ++i) made.what += (made.what.empty() ? "" : " ") + words[i];
        for (const Appointment& other : all)
            if (made.from < other.from + other.minutes && other.from < made.from + made.minutes)
                return bad(text::say("cut-over.overlap", "“{}” and “{}” overlap", other.what, made.what),
                           "“" + one + "”");
        all.push_back(std::move(made));
    }
    return all;
}

Result<Window> windowOf(const plan::CutOver& day, const std::vector<DayStep>& steps, std::size_t leads,
                        const kb::KnowledgeBase& kb)
{
    const auto begins = minuteOfDay(day.begins), until = minuteOfDay(day.until);
    if (!begins || !until)
        return bad(text::say("cut-over.times",
                             "say when the window begins and by when all must work, such as 18:00 and "
                             "22:30"));
    Window window;
    window.begins = *begins;
    window.length = ((*until - *begins) % kDay + kDay) % kDay;
    if (window.length == 0) window.length = kDay;
    auto appointments = appointmentsOf(day.appointments, window.begins, window.length);
    if (!appointments) return tl::unexpected(appointments.error());
    window.appointments = std::move(*appointments);
    const Calendar calendar(window.length, window.appointments);
    window.room = calendar.room();
    for (const kb::CutOverStep& row : kb.all<kb::CutOverStep>())
        if (row.phase == "back") window.rollBack += row.high * (row.per == "lead" ? static_cast<double>(leads) : 1);
    double at = 0;
    for (std::size_t i = 0; i < steps.size(); ++i) {
        if (steps[i].phase != "during") continue;
        window.planned += steps[i].usual;
        window.worst += steps[i].high;
        const auto [from, to] = calendar.place(at, steps[i].usual);
        window.times.push_back({i, from, to});
        at = to;
    }
    window.reserve = window.planned * day.reserve / 100;
    window.lastRollBack = calendar.latest(window.rollBack);
    judge(window, at);
    return window;
}

Result<CutOverPlan> cutOverPlan(const CutOverQuestion& asked)
{
    if (!asked.plan.devices.has(asked.day.from) || !asked.plan.devices.has(asked.day.to))
        return bad(text::say("cut-over.switches", "say which switch is the old one and which takes over"));
    return Building(asked).run();
}

}  // namespace sokudo::cutover
