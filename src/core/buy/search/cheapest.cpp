// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/cheapest.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/plan/forwarding.h"
#include "core/plan/net.h"

namespace sokudo::buy {
namespace {

constexpr int kMostRounds = 8;  ///< of plans that the rules did not pass as a whole
constexpr double kCent = 0.01;

class Searching {
public:
    explicit Searching(const PlanQuestion& asked) : m_asked(asked), m_converter(asked.house)
    {
        m_goals = asked.asked.goals.empty() ? std::vector<Goal>{Goal::Cost} : asked.asked.goals;
    }

    Result<CheapestPlan> run()
    {
        m_answer.goal = m_goals.front();
        auto model = houseModel({m_asked.house, m_asked.asked, m_asked.kb, m_asked.today, m_asked.ids, [&] {
                                     return !goesOn({SearchState::Phase::Proving, {}});
                                 }});
        if (!model) return tl::unexpected(model.error());
        m_model = std::move(*model);
        m_answer.notes = m_model.notes;
        m_answer.choices = m_model.model.choices.size();
        m_answer.proved = m_model.proved;
        const std::optional<Selection> greedy = greedyPlan(m_model.model);
        if (greedy) m_answer.greedy = totalsOf(m_model.model, *greedy);
        const auto found = search(greedy ? &*greedy : nullptr);
        if (!found) return tl::unexpected(found.error());
        describe();
        if (m_asked.explains && m_answer.isProved) explain();
        return std::move(m_answer);
    }

private:
    bool goesOn(const SearchState& state) const { return !m_asked.progress || m_asked.progress(state); }

    /// Solves, puts the plan together, has it judged as a whole, and goes round without what then fails.
    Result<bool> search(const Selection* greedy)
    {
        ProgramOptions options;
        options.goals = m_goals;
        options.start = greedy;
        options.progress = [&](const SolveProgress& state) { return goesOn({SearchState::Phase::Solving, state}); };
        for (int round = 0; round < kMostRounds; ++round) {
            auto solved = solve(m_model.model, options, m_asked.solver);
            if (!solved) return tl::unexpected(solved.error());
            m_answer.plans += solved->plans;
            // Stopped before the solver had a plan of its own: the one that takes wish after wish is the best found.
            if (!solved->best && solved->end == MipEnd::Stopped && greedy && options.without.empty()) {
                solved->best = *greedy;
                solved->totals = totalsOf(m_model.model, *greedy);
            }
            if (!solved->best) return noPlan(*solved);
            Composed made = composed(m_asked.house, m_model, *solved->best, m_asked.kb, m_asked.ids);
            if (made.failed.empty() && takeOver(std::move(made), *solved)) return true;
            for (std::size_t i = 0; i < made.failed.size(); ++i) {
                options.without.push_back(made.failed[i]);
                m_answer.notes.push_back(made.reasons[i]);
            }
            options.start = nullptr;
            if (made.failed.empty()) break;
        }
        return failure(
            ErrorCode::NotFound,
            text::say("cheapest.not-as-a-whole", "links that pass by themselves fail in the plan as a whole: {}",
                      m_answer.notes.empty() ? text::Sentence("no reason is known") : m_answer.notes.back()));
    }
    bool takeOver(Composed made, const Solved& solved)
    {
        if (const std::string open = firstOpen(made.plan); !open.empty()) {
            m_answer.notes.push_back(text::say("cheapest.open", "{} is not granted by the plan as a whole", open));
            return false;
        }
        m_selection = *solved.best;
        m_answer.totals = solved.totals;
        m_answer.plan = std::move(made.plan);
        m_answer.steps = std::move(made.steps);
        m_answer.isStopped = solved.end == MipEnd::Stopped || m_model.isCutShort;
        m_answer.bound = solved.bound;
        const double reached = amountOf(solved.totals, m_goals.front());
        // A bound over part of the plans bounds nothing.
        if (m_model.isCutShort) m_answer.bound = 0;
        m_answer.isProved = solved.end == MipEnd::Proved && reached <= solved.bound + kCent && !m_model.isCutShort;
        if (!m_answer.isProved)
            m_answer.gap = reached > 0 ? std::max(0.0, 1 - std::max(0.0, m_answer.bound) / reached) : 0;
        return true;
    }
    /// The first wish that the whole plan, judged again, has no way for; empty: all are granted.
    std::string firstOpen(const plan::Plan& plan) const
    {
        const match::Reports reports = match::judgeAll(plan, m_asked.kb);
        std::map<plan::RunId, const match::LinkReport*> byRun;
        for (const match::LinkReport& report : reports) byRun[report.link.id()] = &report;
        const auto carries = [&](const plan::Link& link, BitRate wanted) {
            const auto report = byRun.find(link.id());
            return report != byRun.end() && report->second->rate && *report->second->rate >= wanted &&
                   (report->second->verdict <= Verdict::Limited || isOld(link));
        };
        const std::vector<plan::Link> links = plan::links(plan);
        for (const ModelWish& wish : m_model.model.wishes) {
            std::set<plan::DeviceId> seen{m_model.nodes[wish.a].device};
            for (bool grew = true; grew;) {
                grew = false;
                for (const plan::Link& link : links) {
                    const plan::Device* a = plan::deviceOf(plan, link.a);
                    const plan::Device* b = plan::deviceOf(plan, link.b);
                    if (!a || !b || seen.count(a->id) == seen.count(b->id) || !carries(link, wish.rate)) continue;
                    const plan::Device* from = seen.count(a->id) ? a : b;
                    if (from->id != m_model.nodes[wish.a].device && !plan::forwards(*from)) continue;
                    grew = seen.insert(from == a ? b->id : a->id).second || grew;
                }
            }
            if (!seen.count(m_model.nodes[wish.b].device)) return wish.name;
        }
        return {};
    }
    /// The house has it just so: it may be unproved, and was so before.
    bool isOld(const plan::Link& link) const
    {
        return std::all_of(link.runs.begin(), link.runs.end(),
                           [&](plan::RunId id) { return m_asked.house.runs.has(id); });
    }

    Result<bool> noPlan(const Solved& solved)
    {
        if (solved.end == MipEnd::Stopped || m_model.isCutShort)
            return failure(ErrorCode::Cancelled, text::say("cheapest.stopped", "stopped before a plan was found"));
        ProgramOptions options;
        options.mayLeaveOpen = true;
        const auto nearest = solve(m_model.model, options, m_asked.solver);
        std::string open;
        if (nearest)
            for (std::size_t wish : nearest->open) open += (open.empty() ? "" : ", ") + m_model.model.wishes[wish].name;
        text::Sentence hint =
            m_answer.notes.empty()
                ? text::say("cheapest.hint", "allow a switch in another place, a cable to be pulled, or ask for less")
                : m_answer.notes.front();
        return failure(ErrorCode::NotFound, text::say("cheapest.no-plan", "no plan grants {}: {}",
                                                      open.empty() ? "the wishes" : open, hint));
    }

    std::string amount(double value, Goal goal) const
    {
        return goal == Goal::Cost    ? m_converter.text(Money::of(value))
               : goal == Goal::Watts ? text::watt(Watt::of(value))
                                     : text::duration(Duration::of(60 * value));
    }
    void describe()
    {
        for (std::size_t i = 0; i < m_model.providers.size(); ++i)
            if (m_selection.providers[i])
                m_answer.bought.push_back(m_model.model.providers[i].name +
                                          (m_model.providers[i].kind == ProviderOf::Kind::Switch
                                               ? " in " + placeName(m_model.nodes[m_model.providers[i].node].place)
                                               : std::string()));
        for (std::size_t i = 0; i < m_model.choices.size(); ++i)
            if (m_selection.choices[i] && !m_model.model.choices[i].isThere)
                m_answer.links.push_back(m_model.model.choices[i].name);
        const std::string what = amount(amountOf(m_answer.totals, m_goals.front()), m_goals.front());
        m_answer.sentence =
            m_answer.isProved ? text::say("cheapest.proved", "Proved least: {}", what)
            : m_answer.gap >= 1
                ? text::say("cheapest.best-found",
                            "{}: the best found before the search was stopped; how far above the least "
                            "it is was not worked out",
                            what)
                : text::say("cheapest.within", "{}: within {:.1f} % of the least", what, 100 * m_answer.gap);
        m_answer.isRough = standsOnRough();
        if (m_answer.isRough)
            m_answer.sentence += text::say("cheapest.rough", ", in part by rough prices of no currency");
        m_answer.notes.push_back(
            text::say("cheapest.not-searched",
                      "Coax, power line and radio, and fibre break-outs were not searched; a new lead "
                      "in a room counts {}",
                      text::figure::length(Length::of(kb::tradeFigure(m_asked.kb, "room-lead")))));
    }
    /// Some part that the plan buys has no offer of the owner's.
    bool standsOnRough() const
    {
        std::vector<double> used(m_model.model.parts.size(), 0);
        const auto add = [&](const Effort& effort) {
            for (const PartUse& use : effort.uses) used[use.part] += use.amount;
        };
        for (std::size_t i = 0; i < m_model.providers.size(); ++i)
            if (m_selection.providers[i]) add(m_model.model.providers[i].effort);
        for (std::size_t i = 0; i < m_model.choices.size(); ++i)
            if (m_selection.choices[i]) add(m_model.model.choices[i].effort);
        for (std::size_t i = 0; i < used.size(); ++i)
            if (used[i] > m_model.model.parts[i].have + 1e-9 && m_model.model.parts[i].price.isRough()) return true;
        return false;
    }
    std::string placeName(plan::PlaceId id) const
    {
        const plan::Place* place = m_asked.house.places.find(id);
        return place ? place->name : std::string();
    }

    /// What a plan must leave open to be below this one.
    void explain()
    {
        const double least = amountOf(m_answer.totals, m_goals.front());
        if (least <= kCent) {
            m_answer.cheaper.sentence = text::say("cheapest.free", "Nothing has to be bought, so nothing is cheaper");
            return;
        }
        ProgramOptions options;
        options.goals = {m_goals.front()};
        options.mayLeaveOpen = true;
        options.below = least - kCent;
        options.progress = [&](const SolveProgress& state) { return goesOn({SearchState::Phase::Explaining, state}); };
        const auto next = solve(m_model.model, options, m_asked.solver);
        if (!next || !next->best || next->end != MipEnd::Proved) return;
        m_answer.plans += next->plans;
        Cheaper& cheaper = m_answer.cheaper;
        cheaper.cost = next->totals.cost;
        for (std::size_t wish : next->open) cheaper.open.push_back(m_model.model.wishes[wish].name);
        const text::Sentence proof =
            m_answer.plans == 0
                ? text::say("cheapest.at-once", "The first bound over all plans already says so")
                : text::say("cheapest.bounded", "{} part plans were bounded, none of them below", m_answer.plans);
        cheaper.sentence = text::say(
            "cheapest.next",
            "Every plan below {} leaves at least {} of {} wishes open; the best of them ({}) leaves open {}{}. {}",
            amount(least, m_goals.front()), cheaper.open.size(), m_asked.asked.wishes.size(),
            amount(amountOf(next->totals, m_goals.front()), m_goals.front()), text::joined(cheaper.open, ", "),
            scarce(next->open), proof);
    }
    /// What the house is short of at the ends of a wish: free ports that are fast enough.
    text::Sentence scarce(const std::vector<std::size_t>& open) const
    {
        if (open.empty()) return {};
        const ModelWish& wish = m_model.model.wishes[open.front()];
        for (std::size_t node : {wish.a, wish.b}) {
            int free = 0;
            for (std::size_t g = 0; g < m_model.groups.size(); ++g)
                if (m_model.model.groups[g].node == node && m_model.groups[g].most >= wish.rate)
                    free += m_model.model.groups[g].count;
            if (free == 0)
                return text::say("cheapest.no-port", ": {} has no port of {} now", m_model.model.nodes[node].name,
                                 text::figure::linkRate(wish.rate));
        }
        return text::say("cheapest.no-way", ": no cable that is there carries {} all the way",
                         text::figure::linkRate(wish.rate));
    }

    const PlanQuestion& m_asked;
    CurrencyConverter m_converter;
    std::vector<Goal> m_goals;
    HouseModel m_model;
    Selection m_selection;
    CheapestPlan m_answer;
};

}  // namespace

Result<CheapestPlan> cheapestPlan(const PlanQuestion& asked) { return Searching(asked).run(); }

}  // namespace sokudo::buy
