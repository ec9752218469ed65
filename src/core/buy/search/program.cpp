// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/search/program.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>
#include <set>

#include "core/buy/search/cuts.h"
#include "core/buy/search/host_groups.h"
#include "core/buy/search/net_rows.h"

namespace sokudo::buy {
namespace {

constexpr double kOpenPenalty = 1e5;  ///< above what any plan costs
constexpr double kKeepLinks = 1;      ///< minutes: of two plans alike, the one that leaves more as it is
constexpr double kTieBreak = 1e-5;    ///< of a goal for each minute: a day of work stays below a cent
constexpr int kLeastRounds = 12;      ///< of cuts before whole numbers are asked for

class Program {
public:
    /// @param together  hosts that are alike are counted, not told apart
    Program(const Model& model, const ProgramOptions& options, const Solver& solver, bool together)
        : m_model(model), m_options(options), m_solver(solver)
    {
        for (const Provider& one : model.providers) m_providers.push_back(binary(one.effort));
        for (const LinkChoice& one : model.choices) m_choices.push_back(binary(one.effort));
        for (std::size_t at : options.without) m_mip.columns[column(m_choices[at])].high = 0;
        m_hostGroups.groupOf.assign(model.nodes.size(), -1);
        if (together && options.without.empty() && !options.mayLeaveOpen) gatherHostGroups();
        parts();
        ports();
        exclusions();
        openings();
        unplugging();
        if (options.mayLeaveOpen) leavesOpen();
        m_nets.emplace(m_model, m_hostGroups, NetRows::Columns{m_providers, m_choices}, m_mip,
                       [this] { return addColumn(1, true, {}); });
        chooseWishes();
        for (std::size_t w : m_asked)
            for (const Cut& cut : firstCuts(model, w)) addCut(cut);
        if (options.below) goalRow(options.goals.front(), *options.below);
    }

    Result<Solved> run()
    {
        Solved solved;
        solved.bound = 0;
        const std::vector<Goal>& goals = m_options.goals;
        for (std::size_t g = 0; g < goals.size(); ++g) {
            m_goal = goals[g];
            setObjective(g + 1 == goals.size());
            auto answer = solveOne(g == 0);
            if (!answer) return tl::unexpected(answer.error());
            m_plans += answer->state.nodes;
            if (g == 0) solved.end = answer->end, solved.bound = answer->state.bound;
            if (answer->values.empty()) break;
            solved.best = selectionOf(answer->values);
            solved.open = openOf(answer->values);
            m_values = answer->values;
            if (answer->end != MipEnd::Proved) {
                solved.end = answer->end;
                break;
            }
            if (g + 1 < goals.size()) goalRow(goals[g], goalOf(answer->values, goals[g]) + kSlack);
        }
        if (solved.best) solved.totals = totalsOf(m_model, *solved.best);
        solved.plans = m_plans;
        solved.rows = m_mip.rows.size();
        solved.columns = m_mip.columns.size();
        return solved;
    }

private:
    static constexpr double kSlack = 1e-4;
    struct Weights {
        double cost = 0, watts = 0, minutes = 0;
        double of(Goal goal) const { return goal == Goal::Cost ? cost : goal == Goal::Watts ? watts : minutes; }
    };

    static std::size_t column(int at) { return static_cast<std::size_t>(at); }
    int addColumn(double high, bool isWhole, Weights weights)
    {
        m_weights.push_back(weights);
        return m_mip.column(0, high, 0, isWhole);
    }
    int binary(const Effort& effort) { return addColumn(1, true, {0, effort.watts.in(), effort.minutes}); }

    /// Stock first, then packs, reels and metres; together they give what is used.
    void parts()
    {
        std::vector<std::vector<std::pair<int, double>>> uses(m_model.parts.size());
        const auto add = [&](int at, const Effort& effort) {
            for (const PartUse& use : effort.uses) uses[use.part].emplace_back(at, use.amount);
        };
        for (std::size_t i = 0; i < m_providers.size(); ++i) add(m_providers[i], m_model.providers[i].effort);
        for (std::size_t i = 0; i < m_choices.size(); ++i) add(m_choices[i], m_model.choices[i].effort);
        for (std::size_t p = 0; p < m_model.parts.size(); ++p) {
            const PartSource& source = m_model.parts[p];
            if (uses[p].empty()) continue;
            if (source.price.buys.empty()) {
                m_mip.row(-kEndless, source.have, std::move(uses[p]));  // only what is there
                continue;
            }
            if (source.isOnce) {
                once(source, std::move(uses[p]));
                continue;
            }
            std::vector<std::pair<int, double>> row = std::move(uses[p]);
            if (source.have > 0) row.emplace_back(addColumn(source.have, false, {}), -1);
            for (const Buy& buy : source.price.buys) {
                const bool isPack = !buy.isDivisible && buy.amount > 1;
                row.emplace_back(addColumn(kEndless, isPack, {buy.price.in(), 0, 0}), -buy.amount);
            }
            m_mip.row(-kEndless, 0, std::move(row));
        }
    }
    void once(const PartSource& source, std::vector<std::pair<int, double>> uses)
    {
        if (source.have >= 1) return;
        const int bought = addColumn(1, true, {source.price.buys.front().price.in(), 0, 0});
        // Each by itself while they are few: a stronger bound than one row for all.
        if (uses.size() <= 64) {
            for (const auto& [at, amount] : uses) m_mip.row(-kEndless, 0, {{at, 1}, {bought, -1}});
            return;
        }
        const auto all = static_cast<double>(uses.size());
        for (auto& [at, amount] : uses) amount = 1;
        uses.emplace_back(bought, -all);
        m_mip.row(-kEndless, 0, std::move(uses));
    }
    void ports()
    {
        std::vector<std::vector<std::pair<int, double>>> rows(m_model.groups.size());
        for (std::size_t i = 0; i < m_providers.size(); ++i) {
            for (const auto& [group, count] : m_model.providers[i].gives)
                rows[group].emplace_back(m_providers[i], -count);
            for (const auto& [group, count] : m_model.providers[i].takes)
                rows[group].emplace_back(m_providers[i], count);
        }
        for (std::size_t i = 0; i < m_choices.size(); ++i) {
            rows[m_model.choices[i].groupA].emplace_back(m_choices[i], 1);
            rows[m_model.choices[i].groupB].emplace_back(m_choices[i], 1);
        }
        for (std::size_t g = 0; g < rows.size(); ++g)
            if (!rows[g].empty())
                m_mip.row(-kEndless, m_model.groups[g].count * m_hostGroups.sizeAt(m_model.groups[g].node),
                          std::move(rows[g]));
    }
    void exclusions()
    {
        std::map<int, std::vector<std::pair<int, double>>> only, cables;
        for (std::size_t i = 0; i < m_providers.size(); ++i)
            if (m_model.providers[i].only >= 0) only[m_model.providers[i].only].emplace_back(m_providers[i], 1);
        for (std::size_t i = 0; i < m_choices.size(); ++i)
            if (m_model.choices[i].cable >= 0) cables[m_model.choices[i].cable].emplace_back(m_choices[i], 1);
        for (auto& [key, terms] : only) m_mip.row(-kEndless, 1, std::move(terms));
        for (auto& [key, terms] : cables) m_mip.row(-kEndless, 1, std::move(terms));
    }
    /// Who plugs into ports that must first be bought: one end at a time opens what gives them.
    void openings()
    {
        std::map<std::size_t, std::vector<std::pair<int, double>>> givers;
        for (std::size_t i = 0; i < m_providers.size(); ++i)
            for (const auto& [group, count] : m_model.providers[i].gives)
                if (m_model.groups[group].count == 0) givers[group].emplace_back(m_providers[i], -count);
        std::map<std::pair<std::size_t, std::size_t>, std::vector<std::pair<int, double>>> rows;
        for (std::size_t i = 0; i < m_choices.size(); ++i) {
            const LinkChoice& one = m_model.choices[i];
            if (givers.count(one.groupA)) rows[{one.groupA, one.b}].emplace_back(m_choices[i], 1);
            if (givers.count(one.groupB)) rows[{one.groupB, one.a}].emplace_back(m_choices[i], 1);
        }
        for (auto& [key, terms] : rows) {
            for (auto [giver, opens] : givers[key.first])
                terms.emplace_back(giver, std::max(opens, -static_cast<double>(m_hostGroups.sizeAt(key.second))));
            m_mip.row(-kEndless, 0, std::move(terms));
        }
    }
    /// One member of a group stands for all, as many times as there are.
    void gatherHostGroups()
    {
        m_hostGroups = hostGroupsOf(m_model);
        for (const HostGroup& group : m_hostGroups.groups) {
            for (std::size_t m = 1; m < group.size(); ++m)
                for (std::size_t choice : group.choices[m]) m_mip.columns[column(m_choices[choice])].high = 0;
            for (std::size_t choice : group.choices[0])
                m_mip.columns[column(m_choices[choice])].high = static_cast<double>(group.size());
        }
    }
    /// A link that is there comes out only where something takes its place: its port, its card or its cable.
    void unplugging()
    {
        for (std::size_t e = 0; e < m_choices.size(); ++e) {
            const LinkChoice& old = m_model.choices[e];
            if (!old.isThere) continue;
            std::vector<std::pair<int, double>> terms{{m_choices[e], 1}};
            for (std::size_t i = 0; i < m_choices.size(); ++i)
                if (takesPlace(m_model.choices[i], old)) terms.emplace_back(m_choices[i], 1);
            for (std::size_t i = 0; i < m_providers.size(); ++i)
                if (takesPlace(m_model.providers[i], old)) terms.emplace_back(m_providers[i], 1);
            m_mip.row(1, kEndless, std::move(terms));
        }
    }
    /// Wishes that others imply need no rows: a to b and b to c join a and c where b is a switch, or has one link at
    /// most. Whole answers are checked against all of them.
    void chooseWishes()
    {
        const std::vector<int> most = mostLinks(m_model);
        std::vector<std::size_t> order(m_model.wishes.size());
        std::iota(order.begin(), order.end(), std::size_t{0});
        std::stable_sort(order.begin(), order.end(),
                         [&](std::size_t a, std::size_t b) { return m_model.wishes[a].rate > m_model.wishes[b].rate; });
        std::vector<std::vector<std::size_t>> joined(m_model.nodes.size());
        const auto isImplied = [&](const ModelWish& wish) {
            std::vector<bool> seen(m_model.nodes.size(), false);
            std::vector<std::size_t> next{wish.a};
            seen[wish.a] = true;
            while (!next.empty()) {
                const std::size_t at = next.back();
                next.pop_back();
                if (at == wish.b) return true;
                if (at != wish.a && !m_model.nodes[at].forwards && most[at] > 1) continue;
                for (std::size_t to : joined[at])
                    if (!seen[to]) seen[to] = true, next.push_back(to);
            }
            return false;
        };
        for (std::size_t w : order) {
            const ModelWish& wish = m_model.wishes[w];
            if (m_hostGroups.isAsked(wish) || (m_open.empty() && isImplied(wish))) continue;
            m_asked.push_back(w);
            joined[wish.a].push_back(wish.b);
            joined[wish.b].push_back(wish.a);
        }
    }
    void leavesOpen()
    {
        for (const ModelWish& wish : m_model.wishes)
            m_open.push_back(wish.isKept ? -1 : addColumn(1, true, {kOpenPenalty, kOpenPenalty, kOpenPenalty}));
    }

    void addCut(const Cut& cut)
    {
        if (!m_cuts.insert(cut).second) return;
        const Crossing over = crossing(m_model, cut);
        if (over.isFixed) return;
        std::vector<std::pair<int, double>> terms;
        for (std::size_t at : over.choices) terms.emplace_back(m_choices[at], 1);
        if (!m_open.empty() && m_open[cut.wish] >= 0) terms.emplace_back(m_open[cut.wish], 1);
        m_mip.row(1, kEndless, std::move(terms));
    }
    /// @return how many cuts were new
    std::size_t addViolated(const std::vector<double>& values, bool isWhole)
    {
        std::vector<double> taken;
        for (int at : m_choices) taken.push_back(values[column(at)]);
        if (isWhole) {
            const Selection whole = selectionOf(values);
            for (std::size_t i = 0; i < taken.size(); ++i) taken[i] = whole.choices[i] ? 1 : 0;
        }
        const auto count = [&] { return m_cuts.size() + m_nets->cuts(); };
        const std::size_t before = count();
        const auto look = [&](std::size_t w) {
            if (!m_open.empty() && m_open[w] >= 0 && values[column(m_open[w])] > 1e-6) return;
            const auto cut = violatedCut(m_model, w, taken);
            if (cut && m_hostGroups.isAsked(m_model.wishes[w])) m_nets->cut(*cut);
            else if (cut) addCut(*cut);
        };
        for (std::size_t w : m_asked) look(w);
        if (isWhole && count() == before)
            for (std::size_t w = 0; w < m_model.wishes.size(); ++w) look(w);
        return count() - before;
    }

    double weightOf(std::size_t at, Goal goal) const { return m_weights[at].of(goal); }
    /// The goal, and at last, of plans that are alike in all of them, the one with the least work.
    void setObjective(bool isLast)
    {
        for (std::size_t i = 0; i < m_mip.columns.size(); ++i) {
            double minutes = m_goal == Goal::Minutes ? 0 : std::min(kOpenPenalty, m_weights[i].minutes);
            if (i >= m_providers.size() && i < m_providers.size() + m_choices.size() &&
                m_model.choices[i - m_providers.size()].isThere)
                minutes -= kKeepLinks;
            m_mip.columns[i].cost = weightOf(i, m_goal) + (isLast ? kTieBreak * minutes : 0);
        }
    }
    double goalOf(const std::vector<double>& values, Goal goal) const
    {
        double sum = 0;
        for (std::size_t i = 0; i < values.size(); ++i) sum += weightOf(i, goal) * values[i];
        return sum;
    }
    void goalRow(Goal goal, double most)
    {
        std::vector<std::pair<int, double>> terms;
        for (std::size_t i = 0; i < m_mip.columns.size(); ++i)
            if (const double weight = weightOf(i, goal); weight != 0 && weight < kOpenPenalty)
                terms.emplace_back(static_cast<int>(i), weight);
        m_mip.row(-kEndless, most, std::move(terms));
    }

    Result<MipAnswer> solveOne(bool isFirst)
    {
        MipOptions options;
        options.relaxed = true;
        for (int round = 0; isFirst && round < kLeastRounds; ++round) {
            const auto relaxed = m_solver(m_mip, options);
            if (!relaxed) return relaxed;
            if (relaxed->values.empty() || addViolated(relaxed->values, false) == 0) break;
        }
        options.relaxed = false;
        options.progress = [&](const MipState& state) {
            return !m_options.progress || m_options.progress({m_goal, state.bound, state.best, m_plans + state.nodes});
        };
        if (!m_values.empty()) options.start = m_values;
        std::int64_t nodes = 0;
        while (true) {
            auto answer = m_solver(m_mip, options);
            if (!answer) return answer;
            nodes += answer->state.nodes;
            answer->state.nodes = nodes;
            if (answer->values.empty()) return answer;
            if (addViolated(answer->values, true) == 0) return answer;
            options.start.clear();
            if (answer->end == MipEnd::Stopped) {
                // Stopped before every wish was met: what was found is no plan.
                answer->values.clear();
                return answer;
            }
        }
    }

    /// So many members of a group take a choice: the first of them, then the next.
    void spread(const HostGroup& group, const std::vector<double>& values, Selection& selection) const
    {
        std::size_t next = 0;
        for (std::size_t place = 0; place < group.choices[0].size(); ++place) {
            const long times = std::lround(values[column(m_choices[group.choices[0][place]])]);
            selection.choices[group.choices[0][place]] = false;
            for (long n = 0; n < times && next < group.size(); ++n)
                selection.choices[group.choices[next++][place]] = true;
        }
    }
    Selection selectionOf(const std::vector<double>& values) const
    {
        Selection selection;
        for (int at : m_providers) selection.providers.push_back(values[column(at)] > 0.5);
        for (int at : m_choices) selection.choices.push_back(values[column(at)] > 0.5);
        for (const HostGroup& group : m_hostGroups.groups) spread(group, values, selection);
        return selection;
    }
    std::vector<std::size_t> openOf(const std::vector<double>& values) const
    {
        std::vector<std::size_t> open;
        for (std::size_t w = 0; w < m_open.size(); ++w)
            if (m_open[w] >= 0 && values[column(m_open[w])] > 0.5) open.push_back(w);
        return open;
    }

    const Model& m_model;
    const ProgramOptions& m_options;
    const Solver& m_solver;
    Mip m_mip;
    std::vector<Weights> m_weights;
    std::vector<int> m_providers, m_choices, m_open;
    std::set<Cut> m_cuts;
    HostGroups m_hostGroups;
    std::optional<NetRows> m_nets;
    std::vector<std::size_t> m_asked;  ///< wishes that imply all others
    Goal m_goal = Goal::Cost;
    std::vector<double> m_values;
    std::int64_t m_plans = 0;
};

}  // namespace

Result<Solved> solve(const Model& model, const ProgramOptions& options, const Solver& solver)
{
    auto solved = Program(model, options, solver, true).run();
    // Whatever the rows say: a plan that leaves a wish open is none.
    if (solved && solved->best && !options.mayLeaveOpen && !openWishes(model, *solved->best).empty())
        solved = Program(model, options, solver, false).run();
    // A plan found by hand is kept where the solver was stopped before it found one.
    if (solved && !solved->best && options.start && solved->end == MipEnd::Stopped) {
        solved->best = *options.start;
        solved->totals = totalsOf(model, *options.start);
    }
    return solved;
}

}  // namespace sokudo::buy
