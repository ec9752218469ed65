// SPDX-License-Identifier: GPL-3.0-or-later
// Jobs over evenings: no order and nobody's hours are broken, whatever is asked.
#include "core/jobs/schedule.h"

#include <map>
#include <random>

#include "core/base/date.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::jobs;
using sokudo::testing::toQt;

namespace {

std::chrono::sys_days day(const char* iso) { return *dayFromIso(iso); }

Worker worker(const char* line)
{
    const auto made = workerOf(line);
    if (!made) qFatal("%s", made.error().message().c_str());
    return *made;
}

Schedule scheduled(const ScheduleQuestion& question)
{
    auto made = scheduleOf(question);
    if (!made) qFatal("%s", made.error().message().c_str());
    return std::move(*made);
}

ScheduleQuestion byChance(unsigned seed)
{
    std::mt19937 chance(seed);
    const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
    ScheduleQuestion question;
    question.from = day("2026-12-01") + std::chrono::days(roll(0, 6));
    const int workers = roll(1, 3), tasks = roll(1, 25);
    for (int w = 0; w < workers; ++w) {
        Worker one;
        one.name = "w" + std::to_string(w);
        for (double& minutes : one.minutes) minutes = roll(0, 1) * roll(1, 6) * 30;
        one.minutes[static_cast<std::size_t>(roll(0, 6))] = 120;
        // All have time on one day, so that a job for all of them can be done.
        one.minutes[5] = 90;
        question.workers.push_back(one);
    }
    for (int t = 0; t < tasks; ++t) {
        Task one{"t" + std::to_string(t), 1.0 * roll(0, 200), roll(1, workers), {}, roll(0, 19) == 0};
        for (int k = 0; k < 2; ++k)
            if (t > 0 && roll(0, 2) == 0) one.after.push_back(static_cast<std::size_t>(roll(0, t - 1)));
        question.tasks.push_back(one);
    }
    return question;
}

/// What a schedule breaks; empty: nothing.
QString broken(const ScheduleQuestion& asked, const Schedule& made)
{
    struct Slot {
        double from, to;
    };
    std::map<std::pair<std::int64_t, std::size_t>, std::vector<Slot>> taken;
    const auto at = [&](const Sitting& one, double minute) {
        return static_cast<double>((one.day - asked.from).count()) * 1e6 + minute;
    };
    for (std::size_t i = 0; i < made.tasks.size(); ++i) {
        const Task& task = asked.tasks[i];
        const Planned& planned = made.tasks[i];
        const bool isOut = std::find(made.notPlanned.begin(), made.notPlanned.end(), i) != made.notPlanned.end();
        if (task.minutes <= 0 && !isOut && planned.sittings.empty()) continue;  // it is done
        if (isOut != planned.sittings.empty()) return task.name.c_str() + QString(": planned and not planned");
        if (isOut) continue;
        double sum = 0;
        for (const Sitting& one : planned.sittings) {
            sum += one.to - one.from;
            if (one.who.size() != static_cast<std::size_t>(std::max(1, task.people)))
                return toQt(task.name) + ": not by as many as it takes";
            for (std::size_t w : one.who) {
                if (one.to > asked.workers[w].minutes[std::chrono::weekday(one.day).iso_encoding() - 1] + 1e-6)
                    return QString("%1 works beyond his hours").arg(toQt(asked.workers[w].name));
                auto& slots = taken[{(one.day - asked.from).count(), w}];
                for (const Slot& other : slots)
                    if (one.from < other.to - 1e-6 && other.from < one.to - 1e-6)
                        return QString("%1 does two things at once").arg(toQt(asked.workers[w].name));
                slots.push_back({one.from, one.to});
            }
        }
        if (std::abs(sum - task.minutes) > 1e-6)
            return QString("%1 takes %2 min, not %3").arg(toQt(task.name)).arg(sum).arg(task.minutes);
        for (std::size_t first : task.after) {
            if (asked.tasks[first].minutes <= 0) continue;
            if (made.tasks[first].sittings.empty()) return QString("%1 does not wait").arg(toQt(task.name));
            const Sitting &before = made.tasks[first].sittings.back(), &now = planned.sittings.front();
            if (at(before, before.to) > at(now, now.from) + 1e-6)
                return QString("%1 begins too early").arg(toQt(task.name));
        }
    }
    return {};
}

}  // namespace

class ScheduleTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void neverBreaksAnOrderOrAPersonsHours()
    {
        int made = 0, locked = 0;
        for (unsigned seed = 1; seed <= 500; ++seed) {
            const ScheduleQuestion question = byChance(seed);
            const auto found = scheduleOf(question);
            QVERIFY2(found, found ? "" : found.error().message().c_str());
            const QString wrong = broken(question, *found);
            QVERIFY2(wrong.isEmpty(), qPrintable(QString("seed %1: %2").arg(seed).arg(wrong)));
            made += found->done.has_value();
            locked += !found->notPlanned.empty();
            // No evening is fewer than the longest chain needs.
            double chain = 0;
            for (std::size_t at : found->critical) chain += question.tasks[at].minutes;
            QVERIFY(std::abs(chain - found->criticalMinutes) < 1e-6);
        }
        QVERIFY(made > 400);
        QVERIFY(locked > 50);
    }

    void oneAfterTheOtherOverEvenings()
    {
        // 2026-12-01 is a Tuesday. Two hours on Tuesdays and Thursdays.
        const Schedule made = scheduled({{{"pull", 90, 1, {}}, {"terminate", 60, 1, {0}}, {"test", 20, 1, {1}}},
                                         {worker("ann tue 2h, thu 2h")},
                                         day("2026-12-01")});
        QCOMPARE(made.tasks[0].sittings[0].day, day("2026-12-01"));
        // An hour does not fit into the half hour that is left.
        QCOMPARE(made.tasks[1].sittings[0].day, day("2026-12-03"));
        QCOMPARE(made.tasks[2].sittings[0].from, 60.0);
        QCOMPARE(*made.done, day("2026-12-03"));
        QCOMPARE(made.evenings, 2);
        QCOMPARE(made.critical, (std::vector<std::size_t>{0, 1, 2}));
        QCOMPARE(made.criticalMinutes, 170.0);
    }

    void twoPeopleWorkSideBySide()
    {
        const ScheduleQuestion question{{{"a", 60, 1, {}}, {"b", 60, 1, {}}, {"both", 30, 2, {0, 1}}},
                                        {worker("ann tue 2h"), worker("bo tue 2h")},
                                        day("2026-12-01")};
        const Schedule made = scheduled(question);
        QCOMPARE(made.evenings, 1);
        QCOMPARE(made.tasks[2].sittings[0].from, 60.0);
        QCOMPARE(made.tasks[2].sittings[0].who.size(), std::size_t{2});
        QVERIFY(made.tasks[0].sittings[0].who != made.tasks[1].sittings[0].who);
    }

    void aJobLongerThanAnyEveningIsSplit()
    {
        const Schedule made = scheduled({{{"dig", 300, 1, {}}}, {worker("ann sat 2h")}, day("2026-12-01")});
        QCOMPARE(made.tasks[0].sittings.size(), std::size_t{3});
        QCOMPARE(*made.done, day("2026-12-19"));
    }

    void theLongestChainComesFirst()
    {
        const Schedule made = scheduled({{{"short", 60, 1, {}}, {"first", 60, 1, {}}, {"second", 60, 1, {1}}},
                                         {worker("ann tue 1h, wed 1h, thu 1h")},
                                         day("2026-12-01")});
        QCOMPARE(made.tasks[1].sittings[0].day, day("2026-12-01"));
        QCOMPARE(made.critical, (std::vector<std::size_t>{1, 2}));
    }

    void whatIsLockedHoldsWhatWaitsForIt()
    {
        const Schedule made = scheduled({{{"drill", 30, 1, {}, true}, {"pull", 30, 1, {0}}, {"mount", 30, 1, {}}},
                                         {worker("ann tue 2h")},
                                         day("2026-12-01")});
        QCOMPARE(made.notPlanned, (std::vector<std::size_t>{0, 1}));
        QVERIFY(made.sentence.text().find("2 jobs wait") != std::string::npos);
        const Schedule none = scheduled({{{"drill", 30, 1, {}, true}}, {worker("ann tue 2h")}, day("2026-12-01")});
        QCOMPARE(toQt(none.sentence), QString("Nothing can be planned yet"));
    }

    void badQuestions_data()
    {
        QTest::addColumn<int>("which");
        QTest::addColumn<QString>("says");
        QTest::newRow("itself") << 0 << "a waits for itself";
        QTest::newRow("circle") << 1 << "waits for";
        QTest::newRow("gone") << 2 << "a job that there is not";
        QTest::newRow("people") << 3 << "a takes 2 people, and there are 1";
        QTest::newRow("minutes") << 4 << "a takes less than 0 minutes";
        QTest::newRow("nobody") << 5 << "nobody has time";
        QTest::newRow("negative hours") << 6 << "ann has -1 h on a day";
        QTest::newRow("too long") << 7 << "not done within two years";
    }
    void badQuestions()
    {
        QFETCH(int, which);
        QFETCH(QString, says);
        ScheduleQuestion question{{{"a", 30, 1, {}}, {"b", 30, 1, {0}}}, {worker("ann tue 2h")}, day("2026-12-01")};
        switch (which) {
        case 0: question.tasks[0].after = {0}; break;
        case 1: question.tasks[0].after = {1}; break;
        case 2: question.tasks[0].after = {9}; break;
        case 3: question.tasks[0].people = 2; break;
        case 4: question.tasks[0].minutes = -1; break;
        case 5: question.workers[0].minutes = {}; break;
        case 6: question.workers[0].minutes[1] = -60; break;
        case 7: question.tasks[0].minutes = 1e6; break;
        default: break;
        }
        const auto made = scheduleOf(question);
        QVERIFY(!made);
        QVERIFY2(toQt(made.error().message()).contains(says), made.error().message().c_str());
    }

    /// What is done takes no evening, and what waited for it begins at once.
    void aDoneJobTakesNoEvening()
    {
        ScheduleQuestion question;
        question.from = std::chrono::sys_days(std::chrono::year(2026) / 11 / 30);  // a Monday
        question.workers = {worker("ann tue 2h")};
        question.tasks = {{"done", 0, 1, {}, false}, {"next", 60, 1, {0}, false}};
        const auto made = scheduleOf(question);
        QVERIFY(made);
        QVERIFY(made->tasks[0].sittings.empty());
        QCOMPARE(made->evenings, 1);
        QVERIFY(made->notPlanned.empty());
        QVERIFY(made->tasks[1].sittings.front().day == question.from + std::chrono::days(1));
        QCOMPARE(made->tasks[1].sittings.front().from, 0.0);
    }
    void workersInALine()
    {
        const Worker ann = worker("ann mon 2h, Wednesday 90min, sat 0.5h");
        QCOMPARE(ann.minutes[0], 120.0);
        QCOMPARE(ann.minutes[2], 90.0);
        QCOMPARE(ann.minutes[5], 30.0);
        for (const char* line : {"", "ann", "mon 2h", "ann mon", "ann mon 30h", "ann mon -2h", "ann mon two"})
            QVERIFY2(!workerOf(line), line);
    }
};

SOKUDO_TEST(ScheduleTest)
#include "schedule_test.moc"
