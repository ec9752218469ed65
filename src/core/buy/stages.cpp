// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/buy/stages.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <unordered_map>

#include "core/base/text.h"
#include "core/plan/invariants.h"
#include "core/plan/net.h"
#include "core/power/single_points.h"

namespace sokudo::buy {
namespace {

constexpr double kWeeksPerMonth = 52.0 / 12;

/// A house with some stages built, as far as the order asks.
struct Partial {
    bool isSound = false;
    Money cost;
    double hoursPerMonth = 0;
    text::Sentence why;  ///< where it is not sound
};

using Set = std::vector<bool>;

class Planning {
public:
    explicit Planning(const StageQuestion& asked) : m_asked(asked)
    {
        m_split = splitOf(asked.house, asked.variant);
        m_plan.stages = m_split.stages;
        const match::Reports now = match::judgeAll(asked.house, asked.kb),
                             then = match::judgeAll(asked.variant, asked.kb);
        m_badNow = badRuns(now);
        m_badThen = badRuns(then);
        m_joined = joinedHosts(asked.house, now);
        for (const plan::RegularJob& job : asked.house.jobs) m_times.push_back(timeOf(asked.house, now, job));
    }

    Result<StagePlan> run()
    {
        const std::size_t count = m_plan.stages.size();
        if (count == 0) {
            m_plan.isExact = true;
            m_plan.sentence = text::say("stages.none", "House and variant do not differ: nothing is to be built");
            return std::move(m_plan);
        }
        m_plan.isExact = count <= kExactStages;
        const auto order = m_plan.isExact ? exactOrder() : nextBest();
        if (!order) return tl::unexpected(order.error());
        if (const auto told = report(*order); !told) return tl::unexpected(told.error());
        return std::move(m_plan);
    }

private:
    static std::set<plan::RunId> badRuns(const match::Reports& reports)
    {
        std::set<plan::RunId> bad;
        for (const match::LinkReport& report : reports)
            if (report.verdict == Verdict::NoLink || report.verdict == Verdict::Unsafe) bad.insert(report.link.id());
        return bad;
    }
    /// Hosts with a way to some gateway.
    static std::set<plan::DeviceId> joinedHosts(const plan::Plan& plan, const match::Reports& reports)
    {
        std::unordered_map<plan::RunId, const match::LinkReport*> byRun;
        for (const match::LinkReport& report : reports) byRun[report.link.id()] = &report;
        const plan::Net net(plan, [&](const plan::Link& link) -> std::optional<BitRate> {
            const auto found = byRun.find(link.id());
            if (found == byRun.end() || found->second->verdict == Verdict::NoLink) return std::nullopt;
            return found->second->rate ? found->second->rate : std::optional(BitRate::fromSteps(1));
        });
        std::set<plan::DeviceId> joined;
        for (plan::DeviceId gate : power::goalDevices(plan, power::Goal::Gateway))
            for (const plan::Device& device : plan.devices)
                if (device.id != gate && !plan::isPassive(device.role) && net.way(gate, device.id))
                    joined.insert(device.id);
        return joined;
    }
    std::optional<double> timeOf(const plan::Plan& plan, const match::Reports& reports,
                                 const plan::RegularJob& job) const
    {
        if (job.size.steps() == 0) return std::nullopt;
        const auto found = expect::expectation(plan, m_asked.kb, reports,
                                               {job.from, job.to, expect::Traffic::FileCopy, 1, job.protocol});
        if (!found || found->expected.typical <= BitRate{}) return std::nullopt;
        return (job.size / found->expected.typical).in();
    }

    /// What a set of stages comes to; judged once.
    Result<const Partial*> of(const Set& set)
    {
        const auto found = m_partials.find(set);
        if (found != m_partials.end()) return &found->second;
        if (m_asked.isStopped && *m_asked.isStopped)
            return failure(ErrorCode::Cancelled, text::say("stages.stopped", "stopped before an order was found"));
        ++m_plan.weighed;
        if (m_asked.progress)
            m_asked.progress(std::min(1.0, static_cast<double>(m_plan.weighed) / static_cast<double>(m_expected)));
        Partial made;
        const plan::Plan plan = builtSoFar(m_asked.house, m_asked.variant, m_split, set);
        // What one stage takes away another may still lean on: such a house cannot be judged, and is none.
        if (const auto broken = plan::brokenInvariants(plan); !broken.empty()) {
            made.why = broken.front();
            return &m_partials.emplace(set, std::move(made)).first->second;
        }
        const match::Reports reports = match::judgeAll(plan, m_asked.kb);
        made.why = trouble(plan, reports);
        made.isSound = made.why.empty();
        // All of it is built in the end, sound or not.
        if (made.isSound || std::find(set.begin(), set.end(), false) == set.end()) {
            const auto list = buyList(m_asked.house, plan, m_asked.kb, m_asked.list);
            if (!list) return tl::unexpected(list.error());
            made.cost = list->spending.toBuy;
            for (std::size_t j = 0; j < m_times.size(); ++j) {
                const plan::RegularJob& job = *std::next(m_asked.house.jobs.begin(), static_cast<std::ptrdiff_t>(j));
                const auto time = timeOf(plan, reports, job);
                if (m_times[j] && time)
                    made.hoursPerMonth += (*m_times[j] - *time) * job.perWeek * kWeeksPerMonth / 3600;
            }
        }
        return &m_partials.emplace(set, std::move(made)).first->second;
    }
    text::Sentence trouble(const plan::Plan& plan, const match::Reports& reports) const
    {
        for (const match::LinkReport& report : reports)
            if ((report.verdict == Verdict::NoLink || report.verdict == Verdict::Unsafe) && report.link.b.isSet() &&
                !m_badNow.count(report.link.id()) && !m_badThen.count(report.link.id()))
                return report.title + ": " + report.reason();
        const auto joined = joinedHosts(plan, reports);
        for (plan::DeviceId id : m_joined)
            if (plan.devices.has(id) && !joined.count(id))
                return text::say("stages.cut-off", "{} loses its way to the gateway", plan.devices.find(id)->name);
        return {};
    }
    bool isReady(const Set& set, std::size_t stage) const
    {
        const auto& after = m_plan.stages[stage].after;
        return !set[stage] && std::all_of(after.begin(), after.end(), [&](std::size_t one) { return set[one]; });
    }
    int monthOf(const Set& set, Money cost) const
    {
        if (!m_asked.monthly || *m_asked.monthly <= Money{})
            return static_cast<int>(std::count(set.begin(), set.end(), true));
        return static_cast<int>(std::ceil(cost.in() / m_asked.monthly->in() - 1e-9));
    }

    /// Over all sets, the smaller first: the hours saved until the set is built, and the stage built last.
    Result<std::vector<std::size_t>> exactOrder()
    {
        const std::size_t count = m_plan.stages.size(), sets = std::size_t{1} << count;
        m_expected = sets;
        std::vector<double> best(sets, -1);
        std::vector<std::size_t> last(sets, count);
        best[0] = 0;
        const auto setOf = [&](std::size_t bits) {
            Set set(count);
            for (std::size_t i = 0; i < count; ++i) set[i] = bits >> i & 1;
            return set;
        };
        // A stage that fails by itself may be built with the next: then both are one step.
        for (std::size_t bits = 0; bits < sets; ++bits) {
            if (best[bits] < 0) continue;
            const Set from = setOf(bits);
            const auto now = of(from);
            if (!now) return tl::unexpected(now.error());
            for (std::size_t stage = 0; stage < count; ++stage) {
                if (!isReady(from, stage)) continue;
                const std::size_t to = bits | std::size_t{1} << stage;
                const auto then = of(setOf(to));
                if (!then) return tl::unexpected(then.error());
                if (!(*then)->isSound && to != sets - 1) continue;
                const int wait = monthOf(setOf(to), (*then)->cost) - monthOf(from, (*now)->cost);
                const double saved = best[bits] + std::max(0, wait) * (*now)->hoursPerMonth;
                if (saved > best[to] + 1e-9 || (saved > best[to] - 1e-9 && isSooner(to, stage, last[to])))
                    best[to] = std::max(saved, best[to]), last[to] = stage;
            }
        }
        if (best[sets - 1] < 0)
            return failure(ErrorCode::NotFound,
                           text::say("stages.all-at-once", "no order of its {} stages works: {}; build it all at once",
                                     m_plan.stages.size(), firstTrouble()));
        m_plan.hours = best[sets - 1];
        std::vector<std::size_t> order;
        for (std::size_t bits = sets - 1; bits != 0; bits &= ~(std::size_t{1} << last[bits]))
            order.push_back(last[bits]);
        std::reverse(order.begin(), order.end());
        return order;
    }
    /// Of two orders that save the same, the one that ends with the dearer stage.
    bool isSooner(std::size_t, std::size_t stage, std::size_t other) const
    {
        return other < m_plan.stages.size() && costAlone(stage) > costAlone(other);
    }
    Money costAlone(std::size_t stage) const
    {
        Set set(m_plan.stages.size(), false);
        set[stage] = true;
        const auto found = m_partials.find(set);
        return found == m_partials.end() ? Money{} : found->second.cost;
    }
    text::Sentence firstTrouble() const
    {
        for (const auto& [set, partial] : m_partials)
            if (!partial.isSound) return partial.why;
        return text::say("stages.unknown-trouble", "every part of it needs all others");
    }

    /// The stage that saves most hours for its money comes next, and among those that save none the cheapest.
    Result<std::vector<std::size_t>> nextBest()
    {
        const std::size_t count = m_plan.stages.size();
        m_expected = count * count / 2 + 1;
        Set set(count, false);
        std::vector<std::size_t> order;
        while (order.size() < count) {
            const auto now = of(set);
            if (!now) return tl::unexpected(now.error());
            std::optional<std::size_t> best;
            std::pair<double, double> most;
            for (std::size_t stage = 0; stage < count; ++stage) {
                if (!isReady(set, stage)) continue;
                Set next = set;
                next[stage] = true;
                const auto then = of(next);
                if (!then) return tl::unexpected(then.error());
                if (!(*then)->isSound && order.size() + 1 < count) continue;
                const double cost = std::max(0.0, ((*then)->cost - (*now)->cost).in());
                const double gain = (*then)->hoursPerMonth - (*now)->hoursPerMonth;
                const std::pair<double, double> worth{gain / std::max(1.0, cost), -cost};
                if (!best || worth > most) best = stage, most = worth;
            }
            if (!best)
                return failure(
                    ErrorCode::NotFound,
                    text::say("stages.stuck",
                              "none of the stages that are left works as the next one: {}; build them at once",
                              firstTrouble()));
            set[*best] = true;
            order.push_back(*best);
        }
        return order;
    }

    Result<bool> report(const std::vector<std::size_t>& order)
    {
        Set set(m_plan.stages.size(), false);
        Money before;
        double hours = 0;
        int month = 0;
        for (std::size_t stage : order) {
            set[stage] = true;
            const auto built = of(set);
            if (!built) return tl::unexpected(built.error());
            const int next = monthOf(set, (*built)->cost);
            if (!m_plan.isExact) m_plan.hours += std::max(0, next - month) * hours;
            month = std::max(month, next);
            m_plan.order.push_back({stage, (*built)->cost - before, std::max(1, month), (*built)->hoursPerMonth});
            before = (*built)->cost;
            hours = (*built)->hoursPerMonth;
        }
        double most = 0;
        for (std::size_t stage = 0; stage < m_plan.stages.size(); ++stage) {
            const Set alone = withNeeds(stage);
            const auto built = of(alone);
            if (!built) return tl::unexpected(built.error());
            Stage& one = m_plan.stages[stage];
            one.cost = (*built)->cost;
            one.hoursPerMonth = (*built)->hoursPerMonth;
            if (!(*built)->isSound)
                m_plan.notes.push_back(one.what +
                                       text::say("stages.not-alone", " cannot stand by itself: {}", (*built)->why));
            const double worth = one.hoursPerMonth / std::max(1.0, one.cost.in());
            if ((*built)->isSound && worth > most) most = worth, m_plan.first = stage;
        }
        m_plan.sentence = sentence(order.size());
        return true;
    }
    Set withNeeds(std::size_t stage) const
    {
        Set set(m_plan.stages.size(), false);
        std::vector<std::size_t> next{stage};
        while (!next.empty()) {
            const std::size_t at = next.back();
            next.pop_back();
            if (set[at]) continue;
            set[at] = true;
            next.insert(next.end(), m_plan.stages[at].after.begin(), m_plan.stages[at].after.end());
        }
        return set;
    }
    text::Sentence sentence(std::size_t stages) const
    {
        const std::string last = std::to_string(m_plan.order.back().month);
        if (!m_plan.first)
            return text::say("stages.no-gain",
                             "{} stages over {} months; no job of the house gets quicker, so the cheapest come first",
                             stages, last);
        return text::say("stages.answer", "{} stages over {} months{}; the one that brings most for its money is {}",
                         stages, last, m_plan.isExact ? ", the best of all orders" : ", the best next one each time",
                         m_plan.stages[*m_plan.first].what);
    }

    const StageQuestion& m_asked;
    StageSplit m_split;
    StagePlan m_plan;
    std::set<plan::RunId> m_badNow, m_badThen;
    std::set<plan::DeviceId> m_joined;
    std::vector<std::optional<double>> m_times;
    std::map<Set, Partial> m_partials;
    std::size_t m_expected = 1;
};

}  // namespace

Result<StagePlan> stagePlan(const StageQuestion& asked) { return Planning(asked).run(); }

}  // namespace sokudo::buy
