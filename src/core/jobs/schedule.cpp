// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/jobs/schedule.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/date.h"
#include "core/base/hours.h"
#include "core/base/text.h"

namespace sokudo::jobs {
namespace {

using std::chrono::days;
using std::chrono::sys_days;

constexpr int kMostDays = 731;

tl::unexpected<Error> bad(text::Sentence what, std::string where = {})
{
    return failure(ErrorCode::BadInput, std::move(what), std::move(where));
}

class Planning {
public:
    explicit Planning(const ScheduleQuestion& asked) : m_asked(asked) {}

    Result<Schedule> run()
    {
        if (const auto error = problem()) return tl::unexpected(*error);
        m_made.tasks.resize(m_asked.tasks.size());
        m_ends.resize(m_asked.tasks.size());
        lockAll();
        tails();
        while (const auto next = nextTask())
            if (const auto placed = place(*next); !placed) return tl::unexpected(placed.error());
        critical();
        say();
        return std::move(m_made);
    }

private:
    struct End {
        int day = -1;  ///< after the first
        double minute = 0;
    };

    std::optional<Error> problem()
    {
        double most = 0;
        for (const Worker& one : m_asked.workers)
            for (double minutes : one.minutes) {
                if (minutes < 0 || minutes > 24 * 60)
                    return bad(text::say("schedule.hours", "{} has {} h on a day: it lies between 0 and 24", one.name,
                                         minutes / 60))
                        .value();
                most = std::max(most, minutes);
            }
        if (most <= 0)
            return bad(text::say("schedule.nobody",
                                 "nobody has time: say who has how long, such as “ann mon 2h, wed 2h”"))
                .value();
        for (const Task& task : m_asked.tasks) {
            if (task.minutes < 0)
                return bad(text::say("schedule.minutes", "{} takes less than 0 minutes", task.name)).value();
            if (static_cast<std::size_t>(std::max(1, task.people)) > m_asked.workers.size())
                return bad(text::say("schedule.people", "{} takes {} people, and there are {}", task.name, task.people,
                                     m_asked.workers.size()))
                    .value();
        }
        return circle();
    }
    /// A job that waits for itself, by way of another.
    std::optional<Error> circle()
    {
        enum class Seen { No, Open, Done };
        std::vector<Seen> seen(m_asked.tasks.size(), Seen::No);
        std::optional<Error> found;
        const auto visit = [&](auto&& self, std::size_t at) -> void {
            seen[at] = Seen::Open;
            for (std::size_t first : m_asked.tasks[at].after) {
                if (found) return;
                if (first >= m_asked.tasks.size())
                    found =
                        bad(text::say("schedule.gone", "{} waits for a job that there is not", m_asked.tasks[at].name))
                            .value();
                else if (seen[first] == Seen::Open)
                    found =
                        bad(first == at ? text::say("schedule.itself", "{} waits for itself", m_asked.tasks[at].name)
                                        : text::say("schedule.circle", "{} waits for {}, which in the end waits for it",
                                                    m_asked.tasks[at].name, m_asked.tasks[first].name))
                            .value();
                else if (seen[first] == Seen::No) self(self, first);
            }
            seen[at] = Seen::Done;
            m_order.push_back(at);
        };
        for (std::size_t i = 0; i < seen.size() && !found; ++i)
            if (seen[i] == Seen::No) visit(visit, i);
        return found;
    }
    /// The longest chain from a job to the end, itself included.
    void tails()
    {
        m_tail.assign(m_asked.tasks.size(), 0);
        for (auto at = m_order.rbegin(); at != m_order.rend(); ++at) {
            if (m_isOut[*at]) continue;
            m_tail[*at] += m_asked.tasks[*at].minutes;
            for (std::size_t first : m_asked.tasks[*at].after) m_tail[first] = std::max(m_tail[first], m_tail[*at]);
        }
    }
    void lockAll()
    {
        m_isOut.assign(m_asked.tasks.size(), false);
        for (std::size_t at : m_order) {
            const Task& task = m_asked.tasks[at];
            m_isOut[at] = task.isLocked || std::any_of(task.after.begin(), task.after.end(),
                                                       [&](std::size_t first) { return m_isOut[first]; });
        }
        for (std::size_t i = 0; i < m_isOut.size(); ++i)
            if (m_isOut[i]) m_made.notPlanned.push_back(i);
    }
    /// Of those whose turn it may be the one with the longest chain behind it.
    std::optional<std::size_t> nextTask() const
    {
        std::optional<std::size_t> best;
        for (std::size_t i = 0; i < m_asked.tasks.size(); ++i) {
            const Task& task = m_asked.tasks[i];
            if (m_isOut[i] || m_ends[i].day >= 0) continue;
            if (!std::all_of(task.after.begin(), task.after.end(),
                             [&](std::size_t first) { return m_ends[first].day >= 0; }))
                continue;
            if (!best || m_tail[i] > m_tail[*best]) best = i;
        }
        return best;
    }
    double hours(std::size_t worker, int day) const
    {
        const std::chrono::weekday of{m_asked.from + days(day)};
        return m_asked.workers[worker].minutes[of.iso_encoding() - 1];
    }
    double used(std::size_t worker, int day) const
    {
        const auto found = m_used.find({day, worker});
        return found == m_used.end() ? 0 : found->second;
    }
    double longestEvening(int people) const
    {
        double longest = 0;
        for (int day = 0; day < 7; ++day) {
            std::vector<double> all;
            for (std::size_t w = 0; w < m_asked.workers.size(); ++w) all.push_back(hours(w, day));
            std::sort(all.rbegin(), all.rend());
            longest = std::max(longest, all[static_cast<std::size_t>(people) - 1]);
        }
        return longest;
    }

    Result<bool> place(std::size_t at)
    {
        const Task& task = m_asked.tasks[at];
        const int people = std::max(1, task.people);
        const bool isSplit = task.minutes > longestEvening(people);
        double left = task.minutes;
        End ready{0, 0};
        for (std::size_t first : task.after)
            if (std::pair(m_ends[first].day, m_ends[first].minute) > std::pair(ready.day, ready.minute))
                ready = m_ends[first];
        if (left <= 0) {
            m_ends[at] = ready;  // it is done: nobody sits down for it
            return true;
        }
        for (int day = ready.day; day < kMostDays; ++day) {
            const double earliest = day == ready.day ? ready.minute : 0;
            const auto found = crew(people, day, earliest, isSplit ? 1 : left, isSplit);
            if (!found) continue;
            const auto& [who, start, room] = *found;
            const double takes = std::min(left, room);
            for (std::size_t w : who) m_used[{day, w}] = start + takes;
            m_made.tasks[at].sittings.push_back({m_asked.from + days(day), start, start + takes, who});
            left -= takes;
            m_ends[at] = {day, start + takes};
            if (left <= 1e-9) return true;
        }
        return bad(text::say("schedule.too-long",
                             "{} is not done within two years: more people or more hours are needed", task.name));
    }
    struct Crew {
        std::vector<std::size_t> who;
        double start = 0, room = 0;
    };
    /// Those who can begin first together and have the time; for a job that is split, who have any.
    std::optional<Crew> crew(int people, int day, double earliest, double needs, bool isSplit) const
    {
        std::vector<std::size_t> all;
        for (std::size_t w = 0; w < m_asked.workers.size(); ++w)
            if (std::max(earliest, used(w, day)) + needs <= hours(w, day) + 1e-9) all.push_back(w);
        if (all.size() < static_cast<std::size_t>(people)) return std::nullopt;
        std::stable_sort(all.begin(), all.end(),
                         [&](std::size_t a, std::size_t b) { return used(a, day) < used(b, day); });
        all.resize(static_cast<std::size_t>(people));
        Crew found{all, earliest, 1e9};
        for (std::size_t w : all) found.start = std::max(found.start, used(w, day));
        for (std::size_t w : all) found.room = std::min(found.room, hours(w, day) - found.start);
        // The one who is free last sets the start: all must still have the time then.
        if (found.room + 1e-9 < (isSplit ? 1 : needs)) return std::nullopt;
        return found;
    }

    void critical()
    {
        std::optional<std::size_t> at;
        for (std::size_t i = 0; i < m_tail.size(); ++i)
            if (!m_isOut[i] && m_asked.tasks[i].after.empty() && (!at || m_tail[i] > m_tail[*at])) at = i;
        if (!at) return;
        m_made.criticalMinutes = m_tail[*at];
        while (at) {
            m_made.critical.push_back(*at);
            std::optional<std::size_t> next;
            for (std::size_t i = 0; i < m_asked.tasks.size(); ++i) {
                const auto& after = m_asked.tasks[i].after;
                if (!m_isOut[i] && std::find(after.begin(), after.end(), *at) != after.end() &&
                    (!next || m_tail[i] > m_tail[*next]))
                    next = i;
            }
            at = next;
        }
    }
    void say()
    {
        std::map<int, bool> evenings;
        for (std::size_t i = 0; i < m_made.tasks.size(); ++i)
            for (const Sitting& one : m_made.tasks[i].sittings) {
                evenings[static_cast<int>((one.day - m_asked.from).count())] = true;
                if (!m_made.done || one.day > *m_made.done) m_made.done = one.day;
            }
        m_made.evenings = static_cast<int>(evenings.size());
        if (!m_made.done) {
            m_made.sentence = text::say("schedule.none", "Nothing can be planned yet");
            return;
        }
        m_made.sentence =
            text::say("schedule.says", "Done on {} after {}; the longest chain is {}{}", isoDay(*m_made.done),
                      m_made.evenings == 1 ? std::string("one evening") : fmt::format("{} evenings", m_made.evenings),
                      text::figure::duration(Duration::of(60 * m_made.criticalMinutes)),
                      m_made.notPlanned.empty()
                          ? std::string()
                          : fmt::format("; {} jobs wait for permission or a licensed trade", m_made.notPlanned.size()));
    }

    const ScheduleQuestion& m_asked;
    std::vector<std::size_t> m_order;  ///< each after those that it waits for
    std::vector<double> m_tail;
    std::vector<bool> m_isOut;
    std::vector<End> m_ends;
    std::map<std::pair<int, std::size_t>, double> m_used;  ///< minutes of an evening that are taken
    Schedule m_made;
};

}  // namespace

Result<Worker> workerOf(const std::string& line)
{
    // The name is what stands before the first day.
    Worker worker;
    std::string name, hours;
    for (const std::string& word : text::split(text::trimmed(line), ' ')) {
        const bool isName = hours.empty() && !weekDayOf(word);
        std::string& into = isName ? name : hours;
        into += (into.empty() ? "" : " ") + word;
    }
    if (name.empty() || hours.empty())
        return bad(text::say("schedule.worker", "write who has how long on which day: “ann mon 2h, wed 90min”"),
                   "“" + line + "”");
    const auto week = weekOf(hours);
    if (!week) return tl::unexpected(week.error());
    worker.name = text::trimmed(name);
    worker.minutes = *week;
    return worker;
}

Result<Schedule> scheduleOf(const ScheduleQuestion& asked) { return Planning(asked).run(); }

}  // namespace sokudo::jobs
