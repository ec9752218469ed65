// SPDX-License-Identifier: GPL-3.0-or-later
// What of the logbook is a change of a path.
#include "core/diagnose/path_change.h"
#include "core/logbook/record.h"
#include "signs_bench.h"

using namespace sokudo;
using namespace sokudo::testing;
using logbook::Touch;

namespace {

measure::Timestamp minute(int at) { return *measure::timeFromIso("2026-11-25T20:00:00Z") + std::chrono::minutes(at); }

struct Bench : SignsBench {
    Bench() { add(2.3); }
    PathParts parts() const
    {
        return partsOf(built.plan(), analyse(built.plan(), knowledge()), built.deviceId("left"),
                       built.deviceId("right"));
    }
    plan::Subject run() const { return {"run", built.plan().runs.begin()->id.value}; }
    logbook::Entry change(Touch how, int minutesBefore, std::optional<plan::Subject> of = {}) const
    {
        IdSource ids{70};
        logbook::Entry entry = logbook::changeEntry("set something", minute(-minutesBefore), ids);
        entry.touched = {{of ? *of : run(), how}};
        return entry;
    }
    int moved() const { return flag("e38"); }
};

}  // namespace

class PathChangeTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// A module that is another is a change; a length that is corrected, or a note, tells of none.
    void onlyWhatWorksIsAChange()
    {
        Bench bench;
        QCOMPARE(bench.moved(), -1);
        bench.entries = {bench.change(Touch::Recorded, 3), bench.change(Touch::Perhaps, 2)};
        QCOMPARE(bench.moved(), -1);
        bench.entries.push_back(bench.change(Touch::Changed, 4));
        QCOMPARE(bench.moved(), 1);
        bench.entries = {bench.change(Touch::Changed, 11)};
        QCOMPARE(bench.moved(), -1);  // not within ten minutes
        bench.entries = {bench.change(Touch::Changed, 3, plan::Subject{"device", 99'999})};
        QCOMPARE(bench.moved(), -1);  // not of this path
    }
    /// Results from before a change say nothing; what was only written down leaves them standing.
    void olderResults()
    {
        Bench bench;
        bench.trials.clear();
        bench.add(2.3, 1);
        bench.add(9, 8);
        bench.add(2.3, 1).at += std::chrono::minutes(10);
        QCOMPARE(bench.flag("e09"), 1);
        bench.entries = {bench.change(Touch::Recorded, -5)};
        QCOMPARE(bench.flag("e09"), 1);
        bench.entries = {bench.change(Touch::Perhaps, -5)};
        QCOMPARE(bench.flag("e09"), -1);
    }
    /// The person says when it was really made, or that nothing was.
    void whenItWasMade()
    {
        Bench bench;
        const logbook::Entry logged = bench.change(Touch::Changed, 3);
        bench.entries = {*logbook::madeAt(logged, "2026-11-20 18:00")};
        QCOMPARE(bench.moved(), -1);
        QVERIFY(bench.entries[0].happened() == *measure::timeFromIso("2026-11-20T18:00:00Z"));
        bench.entries = {*logbook::madeAt(bench.entries[0], "")};
        QCOMPARE(bench.moved(), 1);
        bench.entries = {*logbook::madeAt(logged, "nothing")};
        QCOMPARE(bench.moved(), -1);
        bench.entries = {*logbook::madeAt(bench.entries[0], "")};
        QCOMPARE(bench.moved(), 1);                             // taken back: what it touched was kept
        QVERIFY(!logbook::madeAt(logged, "2026-11-25 21:00"));  // after it was logged
        QVERIFY(!logbook::madeAt(logged, "yesterday"));
        IdSource ids{80};
        QVERIFY(!logbook::madeAt(logbook::noteEntry("seen", minute(-3), ids), "2026-11-20"));
    }
    /// Entries of older versions count by their object, and only perhaps.
    void entriesOfOlderVersions()
    {
        Bench bench;
        logbook::Entry old = bench.change(Touch::Changed, 3);
        old.touched.clear();
        QCOMPARE(int(touchOf(bench.parts(), old)), int(Touch::Recorded));
        old.about = bench.run();
        QCOMPARE(int(touchOf(bench.parts(), old)), int(Touch::Perhaps));
        const std::vector<logbook::Entry> entries{old, bench.change(Touch::Changed, 9)};
        QCOMPARE(lastChange(bench.parts(), entries, {{}, minute(0)}, Touch::Perhaps), &entries[0]);
        QCOMPARE(lastChange(bench.parts(), entries, {{}, minute(0)}, Touch::Changed), &entries[1]);
        QVERIFY(!lastChange(bench.parts(), entries, {minute(-2), minute(0)}, Touch::Perhaps));
        // between the first and the last result of the path
        const plan::DeviceId left = bench.built.deviceId("left"), right = bench.built.deviceId("right");
        QVERIFY(!lastChangeAmong(bench.parts(), entries, bench.trials, left, right));
        bench.add(2.3).at = minute(-5);
        QCOMPARE(lastChangeAmong(bench.parts(), entries, bench.trials, left, right), &entries[0]);
        QVERIFY(!lastChangeAmong(bench.parts(), entries, bench.trials, right, left));
    }
    /// What may have gone another way, or both ways in sum, or above the ceiling, proves no link on this one.
    void whatCrossedForCertain()
    {
        Bench bench;
        const auto isOut = [&](const char* cause) {
            for (const RuledOut& one : bench.ask().diagnosis.out)
                if (one.cause->id == cause) return true;
            return false;
        };
        QVERIFY(isOut("C09"));  // 2.3 Gb/s crossed the one cable: the link has come up
        bench.told.answers["e35"] = {true, Witness::Told, {}};
        QVERIFY(!isOut("C09"));
        bench.told = {};
        QVERIFY(isOut("C09"));
        bench.built.port("left", "slow", "rj45").port("right", "slow", "rj45");
        bench.built.run("second", "left slow", "right slow", "cat6a", 3);
        for (const char* end : {"left slow", "right slow"})
            bench.built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(2.5)}; });
        QVERIFY(!isOut("C09"));
        bench.trials.back().rate = {gigabits(5), gigabits(5), gigabits(5)};
        QVERIFY(isOut("C09"));  // more than the second way carries
    }
    /// A cause whose fix was tried is known to the owner, and is no news.
    void whatWasTriedIsNoNews()
    {
        Bench bench;
        bench.told.failed = {"C16"};
        const Diagnosis got = bench.ask().diagnosis;
        for (const text::Sentence& line : ruledOutLines(got)) QVERIFY(!toQt(line.text()).contains("was tried"));
        QVERIFY(std::any_of(got.out.begin(), got.out.end(), [](const RuledOut& one) { return one.isTried; }) ||
                got.context.count("cage") == 0);
    }
    /// 937 Mb/s on a path of 10 Gb/s, and a link of 1 Gb/s beside it: the other way is named.
    void theOtherWayIsNamed()
    {
        Bench bench;
        const auto text = [&](const char* flag) {
            const auto evidence = bench.ask().diagnosis.evidence;
            const auto at = evidence.find(flag);
            return at == evidence.end() ? QString() : toQt(at->second.text.text());
        };
        QCOMPARE(bench.flag("e91"), -1);
        bench.built.port("left", "slow", "rj45")
            .port("right", "slow", "rj45")
            .run("second", "left slow", "right slow", "cat6a", 3);
        for (const char* end : {"left slow", "right slow"})
            bench.built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(1)}; });
        QCOMPARE(bench.flag("e91"), 0);
        bench.trials.back().rate = {gigabits(0.937), gigabits(0.937), gigabits(0.937)};
        QVERIFY2(text("e91").contains("left slow") && text("e91").contains("what was measured"),
                 qPrintable(text("e91")));
        const auto causes = bench.ask().diagnosis.causes;
        const auto wrongPort =
            std::find_if(causes.begin(), causes.end(), [](const auto& one) { return one.belief.cause->id == "C52"; });
        QVERIFY(wrongPort - causes.begin() < 3);
        QVERIFY(std::any_of(wrongPort->reasons.begin(), wrongPort->reasons.end(), [](const auto& reason) {
            return reason.speaksFor && reason.text.text().find("left slow") != std::string::npos;
        }));
    }
};

SOKUDO_TEST(PathChangeTest)
#include "path_change_test.moc"
