// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/way_trial.h"

#include <algorithm>
#include <tuple>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/trade_rows.h"
#include "core/match/way_figures.h"
#include "core/plan/edits.h"

namespace sokudo::match {
namespace {

/// A row of labours.csv, which the checks of the catalogue see to.
double minutesOf(const kb::KnowledgeBase& kb, std::string_view work)
{
    const kb::Labour* row = kb.find<kb::Labour>(work);
    return row ? row->minutes : 0;
}

/// The plan of one combination, and the links in it that must all pass.
class Build {
public:
    Build(const plan::Plan& plan, const Wish& wish, const Combination& combination, const kb::KnowledgeBase& kb,
          const NewIds& ids)
        : m_wish(wish), m_combination(combination), m_kb(kb), m_ids(ids), m_next(plan)
    {
        m_main = wish.existing;
        const plan::PortId ends[2] = {addBox(0), addBox(1)};
        setModule(ends[0], combination.a.module);
        setModule(ends[1], combination.b.module);
        if (combination.supply) lay(ends[0], ends[1]);
        else std::tie(m_main.a, m_main.b) = std::tie(ends[0], ends[1]);
        settleFec();
    }

    Verdict verdict() const { return worse(m_report.verdict, m_cords); }
    std::optional<BitRate> rate() const
    {
        return m_report.rate && m_cordRate && *m_cordRate < *m_report.rate ? m_cordRate : m_report.rate;
    }
    bool passes() const { return verdict() <= Verdict::Limited && rate() && *rate() >= m_wish.rate; }
    const LinkReport& report() const { return m_report; }
    const plan::Plan& plan() const { return m_next; }
    const plan::Link& main() const { return m_main; }
    const std::vector<plan::PortId>& fecChanged() const { return m_fecChanged; }

    /// The longest cable with which the rules still pass, to a metre.
    Length reaches(Length cap) const
    {
        const plan::Run* run = m_next.runs.find(m_main.id());
        if (!run || !run->length || cap <= m_wish.length) return m_wish.length;
        const Length others = m_wish.length - *run->length;
        std::int64_t low = m_wish.length.steps() / 1000, high = cap.steps() / 1000 + 1;
        while (high - low > 1) {
            const std::int64_t middle = (low + high) / 2;
            plan::Plan longer = m_next;
            plan::Run changed = *run;
            changed.length = Length::of(static_cast<double>(middle)) - others;
            longer.runs = longer.runs.with(changed);
            const LinkReport report = judgeLink(longer, m_main, m_kb);
            (report.verdict <= Verdict::Limited && report.rate && *report.rate >= m_wish.rate ? low : high) = middle;
        }
        return std::max(m_wish.length, Length::of(static_cast<double>(low)));
    }

private:
    const EndChoice& choice(int end) const { return end == 0 ? m_combination.a : m_combination.b; }

    /// A box beside the port, joined by a cord; without one the port itself is the end of the main cable.
    plan::PortId addBox(int end)
    {
        const plan::PortId port = end == 0 ? m_wish.a : m_wish.b;
        const kb::MediaConverter* bridge = choice(end).bridge;
        if (!bridge) return port;
        const plan::Device* host = plan::deviceOf(m_next, port);
        plan::Device box{m_ids.boxes[end], host->place,
                         fmt::format("{} at {}", bridge->name.substr(0, bridge->name.find(',')), host->name),
                         plan::Role::Other};
        if (bridge->toCage == "f") box.role = plan::Role::CoaxAdapter;
        m_next.devices = m_next.devices.with(box);
        plan::Port near{m_ids.boxPorts[end][0], box.id, 0, "host", bridge->fromCage};
        plan::Port far{m_ids.boxPorts[end][1], box.id, 1, "line", bridge->toCage};
        if (const auto equals = bridge->trait.find('='); equals != std::string::npos)
            far.traits.set(bridge->trait.substr(0, equals), bridge->trait.substr(equals + 1));
        m_next.ports = m_next.ports.with(near).with(far);
        plan::Run cord{m_ids.cords[end], "cord to " + box.name, port, near.id, bridge->cordMedium, bridge->cord};
        if (m_combination.supply) detach(port);
        else move(port, far.id);
        m_next.runs = m_next.runs.with(cord);
        const LinkReport report = judgeLink(m_next, {port, near.id, {cord.id}, {}}, m_kb);
        m_cords = worse(m_cords, report.verdict);
        if (report.rate && (!m_cordRate || *report.rate < *m_cordRate)) m_cordRate = report.rate;
        return far.id;
    }

    void setModule(plan::PortId id, const kb::ModuleKind* module)
    {
        const plan::Port* port = m_next.ports.find(id);
        if (port->splitOf.isSet()) port = m_next.ports.find(port->splitOf);
        const std::string wanted = module ? module->id : std::string();
        if (!port || port->module == wanted) return;
        plan::Port changed = *port;
        changed.module = wanted;
        m_next.ports = m_next.ports.with(changed);
    }

    /// The cable that is kept changes over from the port to the box.
    void move(plan::PortId from, plan::PortId to)
    {
        for (plan::RunId id : m_wish.existing.runs)
            if (const plan::Run* run = m_next.runs.find(id); run && (run->a == from || run->b == from)) {
                plan::Run changed = *run;
                (changed.a == from ? changed.a : changed.b) = to;
                m_next.runs = m_next.runs.with(changed);
            }
    }

    /// The cable on a port comes out. It stays in the survey as a spare while another end of it is known.
    void detach(plan::PortId port)
    {
        for (plan::RunId id : m_wish.existing.runs)
            if (const plan::Run* run = m_next.runs.find(id); run && (run->a == port || run->b == port)) {
                plan::Run changed = *run;
                (changed.a == port ? changed.a : changed.b) = {};
                if (changed.a.isSet() || changed.b.isSet()) m_next.runs = m_next.runs.with(changed);
                else if (const auto without = plan::edits::deleteRun(m_next, id)) m_next = *without;
            }
    }

    void lay(plan::PortId a, plan::PortId b)
    {
        detach(m_wish.a);
        detach(m_wish.b);
        plan::Run cable{m_ids.cable,
                        fmt::format("{} {} to {}", m_combination.medium->name, plan::portText(m_next, m_wish.a),
                                    plan::portText(m_next, m_wish.b)),
                        a,
                        b,
                        m_combination.medium->id,
                        m_wish.length};
        cable.wanted = m_wish.rate;
        m_next.runs = m_next.runs.with(cable);
        m_main = {a, b, {cable.id}, {}};
    }

    bool speaksOfFec() const
    {
        return std::any_of(m_report.findings.begin(), m_report.findings.end(),
                           [](const Finding& finding) { return std::string_view(finding.rule) == "fec"; });
    }

    /// Where correction matters and is not stated alike at both ends: the weakest setting with which the rules pass.
    void settleFec()
    {
        m_report = judgeLink(m_next, m_main, m_kb);
        const plan::Port a = *m_next.ports.find(m_main.a), b = *m_next.ports.find(m_main.b);
        if (!speaksOfFec() || (a.fec && b.fec && passes())) return;
        for (plan::Fec setting : {plan::Fec::None, plan::Fec::BaseR, plan::Fec::Rs}) {
            plan::Plan set = m_next;
            for (const plan::Port& end : {a, b}) {
                plan::Port changed = end;
                changed.fec = setting;
                set.ports = set.ports.with(changed);
            }
            LinkReport report = judgeLink(set, m_main, m_kb);
            if (report.verdict > Verdict::Limited || report.verdict > m_report.verdict) continue;
            m_report = std::move(report);
            m_next = std::move(set);
            for (const plan::Port& end : {a, b})
                if (end.fec != setting && !(setting == plan::Fec::None && !end.fec)) m_fecChanged.push_back(end.id);
            return;
        }
    }

    const Wish& m_wish;
    const Combination& m_combination;
    const kb::KnowledgeBase& m_kb;
    const NewIds& m_ids;
    plan::Plan m_next;
    plan::Link m_main;
    LinkReport m_report;
    Verdict m_cords = Verdict::Fits;
    std::optional<BitRate> m_cordRate;
    std::vector<plan::PortId> m_fecChanged;
};

/// The device at one end that the device at the other end powers; null: none.
const plan::Device* fedOverCable(const plan::Plan& plan, const Wish& wish)
{
    const plan::Device* a = plan::deviceOf(plan, wish.a);
    const plan::Device* b = plan::deviceOf(plan, wish.b);
    if (!a || !b) return nullptr;
    return plan::feederOf(*b) == a->id ? b : plan::feederOf(*a) == b->id ? a : nullptr;
}

/// Both ends and every metre; empty: a price is not known.
std::optional<double> priceOf(const kb::KnowledgeBase& kb, std::string_view medium, Length length)
{
    const kb::Supply* supply = kb.find<kb::Supply>(medium);
    return supply && supply->pricePerMetre && supply->priceEach
               ? std::optional(*supply->priceEach + *supply->pricePerMetre * length.in())
               : std::nullopt;
}

/// Writes down all that a way buys, does and keeps.
class WorkBook {
public:
    WorkBook(Way& way, const plan::Plan& before, const Wish& wish, const Combination& combination, const Build& build,
             const kb::KnowledgeBase& kb)
        : m_way(way), m_before(before), m_wish(wish), m_combination(combination), m_build(build), m_kb(kb)
    {}
    void write()
    {
        if (m_combination.supply) cable(*m_combination.supply);
        else m_way.keeps.push_back("the cable: " + m_build.report().result);
        end(m_combination.a, m_wish.a);
        end(m_combination.b, m_wish.b);
        settings();
        powerOfItsOwn();
        m_way.cost = 0.0;
        for (const Bought& item : m_way.buys)
            m_way.cost = m_way.cost && item.price ? std::optional(*m_way.cost + *item.price) : std::nullopt;
        if (kb::isFibre(m_combination.medium->kind)) warn("light");
        if (m_combination.supply && m_wish.throughWall && isLaid()) warn("walls");
    }

private:
    /// Whether the medium is a cable that somebody buys and lays.
    bool isLaid() const
    {
        return m_combination.medium->kind != kb::MediumKind::PowerLine &&
               m_combination.medium->kind != kb::MediumKind::Radio;
    }
    void buy(std::string id, std::string what, std::optional<double> price)
    {
        for (Bought& item : m_way.buys)
            if (item.id == id) {
                ++item.count;
                if (item.price && price) *item.price += *price;
                return;
            }
        m_way.buys.push_back({std::move(id), std::move(what), 1, price});
    }
    void cable(const kb::Supply& supply)
    {
        if (isLaid()) {
            buy(fmt::format("cable:{}:{}", supply.medium, m_wish.length.steps()),
                text::length(m_wish.length) + " " + m_combination.medium->name,
                priceOf(m_kb, supply.medium, m_wish.length));
            m_way.steps.push_back(text::say("way-trial.of-from-to-and", "{} {} of {} from {} to {}, and test it",
                                            m_wish.throughWall ? "Pull" : "Lay", text::figure::length(m_wish.length),
                                            m_combination.medium->name, plan::portText(m_before, m_wish.a),
                                            plan::portText(m_before, m_wish.b)));
        }
        m_way.minutes +=
            m_wish.throughWall ? supply.minutesEach + supply.minutesPerMetre * m_wish.length.in() : supply.minutesCord;
        if (!m_wish.existing.runs.empty())
            m_way.steps.push_back(
                m_build.plan().runs.has(m_wish.existing.id())
                    ? text::say("way-trial.the-cable-there-now", "The cable there now stays as a spare")
                    : text::say("way-trial.the-cable-there-now-2",
                                "The cable there now leaves the survey; in the wall it is a spare"));
        if (m_wish.throughWall && supply.wall == kb::ThroughWall::Awkward)
            m_way.note =
                text::say("way-trial.its-ends-are-bulky", "its ends are bulky and cannot be repaired in the wall");
    }
    void end(const EndChoice& choice, plan::PortId port)
    {
        const std::string name = plan::portText(m_before, port);
        if (choice.bridge) converter(*choice.bridge, name);
        const plan::Port* holder = m_before.ports.find(port);
        if (holder->splitOf.isSet()) holder = m_before.ports.find(holder->splitOf);
        if (choice.module && !choice.bridge && holder->module == choice.module->id) {
            m_way.keeps.push_back(fmt::format("{} in {}", choice.module->name, name));
        } else if (choice.module) {
            buy("module:" + choice.module->id, choice.module->name, choice.module->price);
            m_way.minutes += minutesOf(m_kb, "module");
            m_way.steps.push_back(text::say("way-trial.put-a-into", "Put a {} into {}", choice.module->name,
                                            choice.bridge ? "the box" : name));
        } else if (!holder->module.empty()) {
            m_way.steps.push_back(text::say("way-trial.take-the-module-out", "Take the module out of {}", name));
        }
    }
    void converter(const kb::MediaConverter& box, const std::string& beside)
    {
        buy("converter:" + box.id, box.name, box.price);
        if (const kb::Medium* cord = m_kb.find<kb::Medium>(box.cordMedium))
            buy(fmt::format("cord:{}:{}", cord->id, box.cord.steps()),
                fmt::format("{} cord, {}", cord->name, text::length(box.cord)), priceOf(m_kb, cord->id, box.cord));
        m_way.minutes += box.minutes;
        m_way.steps.push_back(
            text::say("way-trial.put-a-beside-and", "Put a {} beside {} and join them by a cord", box.name, beside));
    }
    void settings()
    {
        for (plan::PortId port : m_build.fecChanged()) {
            const plan::Port* set = m_build.plan().ports.find(port);
            m_way.minutes += minutesOf(m_kb, "setting");
            m_way.steps.push_back(text::say("way-trial.set-fec-of-to", "Set FEC of {} to {}",
                                            plan::portText(m_build.plan(), port), plan::code(*set->fec)));
        }
    }
    /// What the cable there now feeds must be fed otherwise when the way has no copper from end to end.
    void powerOfItsOwn()
    {
        const plan::Device* fed = fedOverCable(m_before, m_wish);
        const bool staysFed = m_combination.medium->kind == kb::MediumKind::TwistedPair && !m_combination.a.bridge &&
                              !m_combination.b.bridge;
        if (!fed || staysFed) return;
        const text::Sentence power =
            text::say("way-trial.is-powered-over-the",
                      "{} is powered over the cable there now and needs a supply of its own", fed->name);
        m_way.note += (m_way.note.empty() ? "" : "; ") + power;
        m_way.steps.push_back(text::say("way-trial.give-power-of-its", "Give {} power of its own", fed->name));
    }
    void warn(std::string_view id)
    {
        if (const kb::Caution* caution = m_kb.find<kb::Caution>(id)) m_way.cautions.push_back(caution->text);
    }

    Way& m_way;
    const plan::Plan& m_before;
    const Wish& m_wish;
    const Combination& m_combination;
    const Build& m_build;
    const kb::KnowledgeBase& m_kb;
};

}  // namespace

NewIds::NewIds(IdSource& ids)
    : cable(ids.next<plan::RunId>()),
      cords{ids.next<plan::RunId>(), ids.next<plan::RunId>()},
      boxes{ids.next<plan::DeviceId>(), ids.next<plan::DeviceId>()},
      boxPorts{{ids.next<plan::PortId>(), ids.next<plan::PortId>()},
               {ids.next<plan::PortId>(), ids.next<plan::PortId>()}}
{}

Tried tryWay(const plan::Plan& plan, const Wish& wish, const Combination& combination, const kb::KnowledgeBase& kb,
             const NewIds& ids, Trial trial)
{
    const Build build(plan, wish, combination, kb, ids);
    if (!build.passes()) {
        std::string why = build.report().verdict > Verdict::Limited || !build.rate()
                              ? build.report().reason()
                              : fmt::format("only {}: {}", text::linkRate(*build.rate()), build.report().reason());
        return {std::nullopt, build.verdict(), std::move(why),
                build.verdict() <= Verdict::Limited ? build.rate() : std::nullopt};
    }
    const LinkContext link = linkContext(build.plan(), build.main(), kb);
    Way way;
    way.id = fmt::format("{}{}:{}:{}", combination.supply ? "" : "keep-", combination.medium->id,
                         combination.a.bridge   ? combination.a.bridge->id
                         : combination.a.module ? combination.a.module->id
                                                : "none",
                         combination.b.bridge   ? combination.b.bridge->id
                         : combination.b.module ? combination.b.module->id
                                                : "none");
    if (combination.a.bridge && combination.a.module) way.id += ":" + combination.a.module->id;
    if (combination.b.bridge && combination.b.module) way.id += ":" + combination.b.module->id;
    way.title = titleOf(wish, combination);
    way.brief = briefOf(combination, kb);
    way.medium = combination.medium->id;
    way.verdict = build.verdict();
    way.rate = *build.rate();
    if (way.verdict != Verdict::Fits) way.note = build.report().reason();
    const kb::Supply* supply = kb.find<kb::Supply>(combination.medium->id);
    if (trial == Trial::Whole) way.reaches = build.reaches(supply ? supply->longest : Length::of(40'000));
    way.light = lightLeft(link);
    way.watts = drawOf(link.a, combination.a, supply, kb) + drawOf(link.b, combination.b, supply, kb);
    way.latency = latencyOf(link, combination, kb);
    way.later = laterRate(combination, wish.length, way.rate, kb);
    way.keepsCable = combination.supply == nullptr;
    WorkBook(way, plan, wish, combination, build, kb).write();
    way.after = build.plan();
    way.result = build.main().id();
    return {std::move(way), build.verdict(), {}, {}};
}

}  // namespace sokudo::match
