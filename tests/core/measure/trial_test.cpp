// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/trial.h"
#include "core/logbook/record.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::measure;
using sokudo::testing::toQt;

class TrialTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void timesRoundTrip()
    {
        for (const char* text : {"2026-11-25T21:04:05Z", "2024-02-29T00:00:00Z", "2026-11-25T21:04:05.120Z"})
            QCOMPARE(toQt(isoText(*timeFromIso(text))), QString(text));
        QCOMPARE(toQt(isoText(*timeFromIso("2026-11-25"))), "2026-11-25T00:00:00Z");
        QCOMPARE(toQt(isoText(*timeFromIso("2026-11-25 21:04"))), "2026-11-25T21:04:00Z");
        QCOMPARE(toQt(isoText(*timeFromIso("2026-11-25T00:34+01:00"))), "2026-11-24T23:34:00Z");
        QCOMPARE(toQt(timeText(*timeFromIso("2026-11-25T21:04:05Z"), std::chrono::minutes(90))), "2026-11-25 22:34");
        for (const char* bad : {"", "yesterday", "2026-13-01", "2026-02-30", "2026-11-25T25:00", "2026-11-25T21:04:60Z",
                                "2026-11-25T-1:04", "2026-11-25T21:60", "2026-11-25T21:04:05+99:00", "2026-11-25x",
                                "2026-11-25T21:04:05.1Z", "2026-11-25 21:04 ", "2026-11-25T21"})
            QVERIFY2(!timeFromIso(bad), bad);
    }
    void codesRoundTrip()
    {
        for (auto kind : {TrialKind::Memory, TrialKind::FileCopy}) QCOMPARE(*trialKindFromCode(code(kind)), kind);
        for (auto origin : {Origin::Measured, Origin::Typed, Origin::Imported})
            QCOMPARE(*originFromCode(code(origin)), origin);
        for (auto direction : {Direction::Forward, Direction::Reverse, Direction::Both})
            QCOMPARE(*directionFromCode(code(direction)), direction);
        QVERIFY(!directionFromCode("sideways"));
        for (auto kind : {logbook::EntryKind::Change, logbook::EntryKind::Measurement, logbook::EntryKind::Note,
                          logbook::EntryKind::Diagnosis})
            QCOMPARE(*logbook::entryKindFromCode(code(kind)), kind);
    }
    void theLogSaysWhatWasDone()
    {
        const testing::PlanBuilder built = testing::twoHosts();
        Trial trial;
        trial.from = built.deviceId("left");
        trial.to = built.deviceId("right");
        trial.streams = 4;
        trial.rate = {gigabits(9.38), gigabits(9.3), gigabits(9.4)};
        trial.direction = Direction::Reverse;
        QCOMPARE(toQt(logbook::trialText(trial, built.plan())).replace(toQt(text::kThin), " "),
                 "left ← right, memory to memory, 4 streams: 9.38 Gb/s (9.3 Gb/s to 9.4 Gb/s)");
        trial.kind = TrialKind::FileCopy;
        trial.direction = Direction::Forward;
        trial.rate = {gigabits(1), gigabits(1), gigabits(1)};
        trial.note = "warm";
        QCOMPARE(toQt(logbook::trialText(trial, built.plan())).replace(toQt(text::kThin), " "),
                 "left → right, file copy: 1 Gb/s. warm");
    }
};

SOKUDO_TEST(TrialTest)
#include "trial_test.moc"
