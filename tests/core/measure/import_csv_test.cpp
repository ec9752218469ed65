// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/import_csv.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::measure;
using sokudo::testing::toQt;

namespace {
Result<std::vector<Trial>> import(const std::string& text)
{
    static const testing::PlanBuilder built = testing::twoHosts();
    IdSource ids(1);
    return importCsv(text, "results.csv", built.plan(),
                     {built.deviceId("left"), built.deviceId("right"), *timeFromIso("2026-11-25T20:00:00Z")}, ids);
}
}  // namespace

class ImportCsvTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void everyColumnArrives()
    {
        const auto got = import(
            "time,from,to,kind,direction,streams,seconds,rate,note,Governor\r\n2026-11-24T21:00:00Z,right,left,file-"
            "copy,reverse,4,12,1.15 GB/s ±1%,\"evening, warm\",performance\r\n");
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        const Trial& trial = got->front();
        QCOMPARE(toQt(isoText(trial.at)), "2026-11-24T21:00:00Z");
        QCOMPARE(trial.kind, TrialKind::FileCopy);
        QCOMPARE(trial.direction, Direction::Reverse);
        QCOMPARE(trial.streams, 4);
        QCOMPARE(trial.origin, Origin::Imported);
        NEAR(inGigabits(trial.rate.value), 9.2, 1e-9);
        NEAR(inGigabits(trial.rate.low), 9.108, 1e-9);
        QCOMPARE(toQt(trial.note), "evening, warm");
        QCOMPARE(toQt(trial.conditions.at("governor")), "performance");
    }
    void theTimeHasSeveralNames()
    {
        for (const char* column : {"time", "at", "when", "date"}) {
            const auto got = import(std::string("rate_gbps,") + column + "\n9.4,2026-11-24T21:00:00Z\n");
            QVERIFY(got);
            QCOMPARE(toQt(isoText(got->front().at)), "2026-11-24T21:00:00Z");
            QVERIFY(got->front().conditions.empty());
        }
        QVERIFY(toQt(import("rate_gbps,when\n9.4,yesterday\n").error().where).contains("column when"));
    }
    void wrongFiguresAndKindsAreNamed()
    {
        QVERIFY(toQt(import("rate_gbps,kind\n9.4,disk\n").error().what.text()).contains("memory or file-copy"));
        QVERIFY(toQt(import("rate_gbps\n99999\n").error().what.text()).contains("1600 Gb/s"));
        QVERIFY(!import("rate_gbps,seconds\n9,99999999999\n"));
    }
    void ratesInNamedUnits()
    {
        const auto got = import("rate_gbps\n9.41\n");
        QVERIFY(got);
        NEAR(inGigabits(got->front().rate.value), 9.41, 1e-9);
        NEAR(inGigabits(import("rate_mbps\n941\n")->front().rate.value), 0.941, 1e-9);
        QCOMPARE(import("rate_bps\n5\n")->front().rate.value.steps(), std::int64_t{5});
    }
    void oneWrongRecordStopsAll_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("where");
        QTest::addColumn<QString>("what");
        QTest::newRow("no rate column") << "speed\n5\n"
                                        << "results.csv:1"
                                        << "name one rate";
        QTest::newRow("bad rate") << "rate\n9.4 Gb/s\nfast\n"
                                  << "results.csv:3, column rate"
                                  << "figure";
        QTest::newRow("empty rate") << "rate,note\n,x\n"
                                    << "results.csv:2, column rate"
                                    << "no rate";
        QTest::newRow("unknown device") << "rate,from\n1 Gb/s,lefd\n"
                                        << "results.csv:2, column from"
                                        << "did you mean left?";
        QTest::newRow("bad time") << "rate,time\n1 Gb/s,yesterday\n"
                                  << "results.csv:2, column time"
                                  << "2026-11-25";
        QTest::newRow("bad kind") << "rate,kind\n1 Gb/s,magic\n"
                                  << "results.csv:2, column kind"
                                  << "memory or file-copy";
        QTest::newRow("bad streams") << "rate,streams\n1 Gb/s,0\n"
                                     << "results.csv:2, column streams"
                                     << "whole number";
    }
    void oneWrongRecordStopsAll()
    {
        QFETCH(QString, text);
        QFETCH(QString, where);
        QFETCH(QString, what);
        const auto got = import(text.toStdString());
        QVERIFY(!got);
        QCOMPARE(toQt(got.error().where), where);
        QVERIFY2(toQt(got.error().what.text()).contains(what), got.error().what.text().c_str());
    }
    void missingEndsTakeThePathAtHand()
    {
        const auto got = import("rate\n1 Gb/s\n2 Gb/s\n");
        QCOMPARE(got->size(), std::size_t{2});
        QVERIFY((*got)[0].from.isSet() && (*got)[0].id != (*got)[1].id);
    }
};

SOKUDO_TEST(ImportCsvTest)
#include "import_csv_test.moc"
