// SPDX-License-Identifier: GPL-3.0-or-later
// A cut-over day: steps, who is off, the window, the last moment to roll back, and the clock of the day.
#include "core/cutover/cut_over.h"

#include <random>

#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::cutover;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

/// Three hosts at an old switch with one free port; a new one beside it.
struct House {
    PlanBuilder builder;
    plan::CutOver day;
    IdSource ids{900};
    explicit House(int oldPorts = 4)
    {
        builder.place("cellar", -1);
        builder.device("old", plan::Role::Switch, "cellar").device("new", plan::Role::Switch, "cellar");
        for (int i = 1; i <= oldPorts; ++i) builder.port("old", std::to_string(i), "sfp+");
        for (const char* port : {"1", "2", "3", "4"}) builder.port("new", port, "sfp+");
        builder.device("gate", plan::Role::Router, "cellar").port("gate", "1", "sfp+");
        builder.device("vault", plan::Role::Storage, "cellar").port("vault", "1", "sfp+");
        builder.device("desk", plan::Role::Computer, "cellar").port("desk", "1", "sfp+");
        builder.run("G", "old 1", "gate 1", "dac", 2).run("V", "old 2", "vault 1", "dac", 2);
        builder.run("D", "old 3", "desk 1", "dac", 2);
        day = {{880}, "night", builder.deviceId("old"), builder.deviceId("new"), "2026-12-05", "18:00", "22:30"};
    }
    Result<CutOverPlan> made() const { return cutOverPlan({builder.plan(), day, knowledge(), buy::builtInSolver()}); }
    CutOverPlan plan() const
    {
        auto one = made();
        if (!one) qFatal("%s", one.error().message().c_str());
        return std::move(*one);
    }
};

const DayStep& step(const CutOverPlan& plan, const std::string& start)
{
    for (const DayStep& one : plan.steps)
        if (one.key.find(start) == 0) return one;
    qFatal("no step %s", start.c_str());
    return plan.steps.front();
}

}  // namespace

class CutOverTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// A unit for another building gets its profiles by its hardware address before it goes there.
    void aRemoteUnitIsPreAssigned()
    {
        const auto has = [](const CutOverPlan& plan) {
            return std::any_of(plan.steps.begin(), plan.steps.end(),
                               [](const DayStep& one) { return one.key == "before:preassign"; });
        };
        House house;
        QVERIFY(!has(house.plan()));
        // The router goes to another building, by fibre.
        house.builder.place("barn", 0, "barn");
        plan::PlaceId barn;
        for (const plan::Place& place : house.builder.plan().places)
            if (place.building == "barn") barn = place.id;
        house.builder.changeDevice("gate", [&](plan::Device& device) { device.place = barn; });
        for (const char* end : {"old 1", "gate 1"})
            house.builder.changePort(end, [](plan::Port& port) { port.module = "10gbase-lr"; });
        house.builder.changeRun("G", [](plan::Run& run) {
            run.medium = "os2";
            run.length = Length::of(60);
        });
        QVERIFY(has(house.plan()));
    }
    void theSteps()
    {
        const CutOverPlan plan = House().plan();
        QCOMPARE(plan.moves.moves.size(), std::size_t{3});
        int moves = 0;
        for (const DayStep& one : plan.steps) moves += one.key.find("move:") == 0;
        QCOMPARE(moves, 3);
        QVERIFY(spaced(toQt(step(plan, "move:").what)).contains(" to new "));
        // Told and labelled before, proved during, switched off after; the old one runs until then.
        std::vector<std::string> phases;
        for (const DayStep& one : plan.steps)
            if (phases.empty() || phases.back() != one.phase) phases.push_back(one.phase);
        QCOMPARE(phases, (std::vector<std::string>{"before", "during", "after"}));
        QVERIFY(!step(plan, "before:tell").caution.empty());
        QVERIFY(plan.canRunBoth);
        QVERIFY(!step(plan, "during:uplink").what.text().empty());
    }
    void whoIsOff()
    {
        const CutOverPlan plan = House().plan();
        // The way to the gateway takes all with it; the store's lead cuts the desk off from it.
        std::vector<const DayStep*> moves;
        for (const DayStep& one : plan.steps)
            if (one.key.find("move:") == 0) moves.push_back(&one);
        const auto gate = std::find_if(moves.begin(), moves.end(),
                                       [](const DayStep* one) { return one->what.text().find("Move G ") == 0; });
        QVERIFY(gate != moves.end());
        QVERIFY(std::find((*gate)->off.begin(), (*gate)->off.end(), "desk") != (*gate)->off.end());
        for (std::size_t i = 1; i < moves.size(); ++i) QVERIFY(moves[i - 1]->off.size() <= moves[i]->off.size());
        QVERIFY(!plan.off.empty());
        for (const OffTime& off : plan.off) QVERIFY(off.minutes > 0);
    }
    void withoutAFreePortAllIsOff()
    {
        const CutOverPlan plan = House(3).plan();
        QVERIFY(!plan.canRunBoth);
        QVERIFY(spaced(toQt(plan.sentence)).contains("share no free port"));
        for (const DayStep& one : plan.steps) QVERIFY(one.key != "during:uplink");
        double moving = 0;
        for (const DayStep& one : plan.steps)
            if (one.key.find("move:") == 0) moving += one.usual;
        for (const OffTime& off : plan.off) QVERIFY(off.minutes >= moving);
    }
    void theWindow()
    {
        const CutOverPlan plan = House().plan();
        const Window& window = plan.window;
        QCOMPARE(window.length, 270);
        QCOMPARE(window.room, 270.0);
        // By hand from the usual minutes of data/jobs/cut_over.csv: mount 20, start 10, join 5, three leads at 2, three
        // links at 1, the one path that the house has at 4, save 8.
        QCOMPARE(window.planned, 20.0 + 10 + 5 + 3 * 2 + 3 * 1 + 4 + 8);
        QCOMPARE(window.reserve, 14.0);
        // Rolling back: half an hour at most, and 4 minutes for each of three leads.
        QCOMPARE(window.rollBack, 30.0 + 3 * 4);
        QCOMPARE(window.lastRollBack.value_or(-1), 270.0 - 42);
        QVERIFY(window.fits);
        QVERIFY(spaced(toQt(window.sentence)).contains("last moment to roll back 21:48"));
    }
    void anAppointmentTakesRoom()
    {
        House house;
        house.day.appointments = "18:20 30min call; 21:40 20min backup";
        const CutOverPlan plan = house.plan();
        const Window& window = plan.window;
        QCOMPARE(window.room, 220.0);
        // Nothing is done while it lasts.
        for (const WindowStep& one : window.times) {
            QVERIFY(one.to <= 20 + 1e-9 || one.from >= 50 - 1e-9);
            QVERIFY(one.to <= 220 + 1e-9 || one.from >= 240 - 1e-9);
        }
        // The 42 minutes back do not fit between 22:00 and 22:30, so they begin before 21:40.
        QCOMPARE(window.lastRollBack.value_or(-1), 220.0 - 42);
    }
    void tooShort()
    {
        House house;
        house.day.until = "18:30";
        const Window window = house.plan().window;
        QVERIFY(!window.fits);
        QVERIFY(!window.lastRollBack);
        QCOMPARE(window.problems.size(), std::size_t{2});
    }
    void overMidnight()
    {
        House house;
        house.day.begins = "22:00";
        house.day.until = "02:00";
        house.day.appointments = "00:30 10min backup";
        const Window window = house.plan().window;
        QCOMPARE(window.length, 240);
        QCOMPARE(window.appointments.front().from, 150);
    }
    void whatIsRefused_data()
    {
        QTest::addColumn<QString>("begins");
        QTest::addColumn<QString>("appointments");
        QTest::addColumn<QString>("says");
        QTest::newRow("no time") << ""
                                 << ""
                                 << "say when the window begins";
        QTest::newRow("no words") << "18:00"
                                  << "tea at 7"
                                  << "an appointment is written";
        QTest::newRow("outside") << "18:00"
                                 << "23:00 10min call"
                                 << "lies outside the window from 18:00 to 22:30";
        QTest::newRow("overlap") << "18:00"
                                 << "19:00 20min call; 19:10 5min tea"
                                 << "“call” and “tea” overlap";
    }
    void whatIsRefused()
    {
        QFETCH(QString, begins);
        QFETCH(QString, appointments);
        QFETCH(QString, says);
        House house;
        house.day.begins = begins.toStdString();
        house.day.appointments = appointments.toStdString();
        const auto made = house.made();
        QVERIFY(!made);
        QVERIFY2(spaced(toQt(made.error().message())).contains(says), made.error().message().c_str());
        house.day.from = {};
        QVERIFY(spaced(toQt(house.made().error().message())).contains("which switch is the old one"));
    }
    void acceptanceHasItsValues()
    {
        const CutOverPlan plan = House().plan();
        const auto link = std::find_if(plan.proofs.begin(), plan.proofs.end(),
                                       [](const Proof& one) { return one.kind == ProofKind::LinkRate; });
        QVERIFY(link != plan.proofs.end());
        QCOMPARE(spaced(toQt(link->expected)), QString("10 Gb/s"));
        QVERIFY(accepted(*link, "10g")->verdict == Verdict::Fits);
        QVERIFY(accepted(*link, "1 Gb/s")->verdict == Verdict::Limited);
        QVERIFY(accepted(*link, "no")->verdict == Verdict::NoLink);
        QVERIFY(!accepted(*link, "green"));
        const auto path = std::find_if(plan.proofs.begin(), plan.proofs.end(),
                                       [](const Proof& one) { return one.kind == ProofKind::MemoryToMemory; });
        QVERIFY(path != plan.proofs.end());
        QVERIFY(*path->least < *path->rate);
        QVERIFY(*path->rate < gigabits(10));
    }
    void theDayInSimulatedTime()
    {
        House house;
        const CutOverPlan plan = house.plan();
        plan::Plan records = *plan::edits::putRecord(house.builder.plan(), house.day);
        const auto marks = [&] { return std::vector<plan::DayMark>(records.dayMarks.begin(), records.dayMarks.end()); };
        const DayState start = dayState(plan, marks(), 0);
        QVERIFY(start.verdict == Verdict::Fits);
        QVERIFY(std::abs(start.end - plan.window.planned) < 1e-9);
        QCOMPARE(start.next.value_or(99), std::size_t{0});
        // Every step takes twice as long as planned: the end moves by what was lost so far.
        double now = 0, lost = 0;
        for (const WindowStep& one : plan.window.times) {
            const DayStep& at = plan.steps[one.step];
            records = *withMark(records, house.day.id, at, now, false, {}, house.ids);
            const DayState running = dayState(plan, marks(), now);
            QVERIFY(running.current && *running.current == one.step);
            now += 2 * at.usual;
            lost += at.usual;
            records = *withMark(records, house.day.id, at, now, true, at.proof ? "ok" : "", house.ids);
            const DayState state = dayState(plan, marks(), now);
            QVERIFY(std::abs(state.end - (plan.window.planned + lost)) < 1e-6);
            QVERIFY(std::abs(state.took - 2 * state.planned) < 1e-6);
            QVERIFY(std::abs(*state.steps[one.step].late - (now - one.to)) < 1e-6);
        }
        QVERIFY(std::abs(dayState(plan, marks(), now).toRollBack - (*plan.window.lastRollBack - now)) < 1e-9);
    }
    void lateIsSaid()
    {
        House house;
        const CutOverPlan plan = house.plan();
        QVERIFY(dayState(plan, {}, 250).verdict == Verdict::NoLink);
        QVERIFY(spaced(toQt(dayState(plan, {}, 250).says)).contains("too late"));
        const double reserved = plan.window.length - plan.window.reserve;
        const DayState eats = dayState(plan, {}, reserved - plan.window.planned + 1);
        QVERIFY(eats.verdict == Verdict::Marginal);
    }
    void leftOversBecomeLooseEnds()
    {
        House house;
        const CutOverPlan plan = house.plan();
        plan::Plan records = *plan::edits::putRecord(house.builder.plan(), house.day);
        const DayStep& test = step(plan, "link:link");
        records = *withMark(records, house.day.id, test, 50, true, "1g", house.ids);
        const std::vector<plan::DayMark> marks(records.dayMarks.begin(), records.dayMarks.end());
        const DayState state = dayState(plan, marks, 60);
        records = *withBacklog(records, house.day, plan, state, house.ids);
        QCOMPARE(records.looseEnds.size(), plan.steps.size());
        QVERIFY(std::any_of(records.looseEnds.begin(), records.looseEnds.end(),
                            [](const plan::LooseEnd& end) { return end.why.find("measured 1g") == 0; }));
        // A second time adds nothing.
        QCOMPARE(withBacklog(records, house.day, plan, state, house.ids)->looseEnds.size(), plan.steps.size());
        QVERIFY(!withMark(records, house.day.id, test, 50, true, "green", house.ids));
        // A test without a result is not done.
        QVERIFY(toQt(withMark(records, house.day.id, test, 50, true, "", house.ids).error().message())
                    .contains("type what was measured"));
    }
    void beforeUnplugging()
    {
        const CutOverPlan plan = House().plan();
        QStringList said;
        for (const PreCheck& one : plan.checks) said << spaced(toQt(one.says));
        const QString all = said.join(" | ");
        QVERIFY2(all.contains("the depth of new is not noted"), qPrintable(all));
        QVERIFY2(all.contains("no new module is needed"), qPrintable(all));
        QVERIFY2(all.contains("every lead has a label"), qPrintable(all));
        QVERIFY2(all.contains("does not say what feeds new"), qPrintable(all));
    }
    /// No step is put into an appointment, the steps keep their order, and rolling back ends in time: 300 seeds.
    void windowsByChance()
    {
        std::mt19937 chance(7);
        const auto roll = [&](int low, int high) { return std::uniform_int_distribution<int>(low, high)(chance); };
        for (int seed = 0; seed < 300; ++seed) {
            plan::CutOver day{{1}, "x"};
            day.begins = "18:00";
            day.until = "23:00";
            day.reserve = roll(0, 50);
            const int at = roll(0, 200), minutes = roll(1, 60);
            day.appointments = QString("%1:%2 %3min call")
                                   .arg(18 + at / 60)
                                   .arg(at % 60, 2, 10, QChar('0'))
                                   .arg(minutes)
                                   .toStdString();
            std::vector<DayStep> steps(static_cast<std::size_t>(roll(1, 12)));
            for (DayStep& one : steps) {
                one.phase = roll(0, 4) ? "during" : "before";
                one.usual = roll(1, 20);
                one.high = one.usual * 2;
            }
            const auto window = windowOf(day, steps, static_cast<std::size_t>(roll(0, 20)), knowledge());
            QVERIFY(window);
            double last = 0;
            for (const WindowStep& one : window->times) {
                QVERIFY(one.from >= last - 1e-9);
                QVERIFY(one.to <= at + 1e-9 || one.from >= at + minutes - 1e-9);
                last = one.to;
            }
            if (window->lastRollBack) {
                const double back = *window->lastRollBack;
                QVERIFY(back + window->rollBack <= 300 + 1e-9);
                QVERIFY(back + window->rollBack <= at + 1e-9 || back >= at + minutes - 1e-9);
            }
        }
    }
};

SOKUDO_TEST(CutOverTest)
#include "cut_over_test.moc"
