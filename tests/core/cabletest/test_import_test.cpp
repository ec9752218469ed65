// SPDX-License-Identifier: GPL-3.0-or-later
// A tester's table into results, by a column mapping.
#include "core/cabletest/test_import.h"

#include "core/plan/edits.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::cabletest;
using sokudo::testing::PlanBuilder;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

plan::Plan house()
{
    PlanBuilder builder;
    builder.place("cellar", -1).device("core", plan::Role::Switch, "cellar");
    for (const char* port : {"1", "2", "3", "4", "5", "6"}) builder.port("core", port, "rj45");
    builder.run("Q1", "core 1", "core 2", "cat6a", 20).run("Q2", "core 3", "core 4", "cat6a", 20);
    return builder.plan();
}

const char* const kFile =
    "Cable ID,Date,Result,Length (ft),Margin (dB),Worst Pair,Map\n"
    "q1,2026-11-20 18:04,PASS,65.6,2.4,NEXT 36-45,1-1 2-2 3-3 4-4 5-5 6-6 7-7 8-8\n"
    "Q2,2026-11-20,FAIL,60,-1.2,RL 12,\n"
    "Z9,2026-11-20,PASS,10,3,,\n";

Result<ImportedTests> imported(const std::string& text, const std::string& columns)
{
    IdSource ids(900);
    const auto map = columnMapOf(columns);
    if (!map) return tl::unexpected(map.error());
    return importTests({text, "lent.csv", *map, {}}, house(), ids);
}

const char* const kColumns =
    "run=Cable ID; on=Date; outcome=Result; length=Length (ft) in ft; margin=Margin (dB); "
    "worst=Worst Pair; map=Map";

}  // namespace

class TestImportTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void rowsBecomeResults()
    {
        const auto made = imported(kFile, kColumns);
        QVERIFY2(made, made ? "" : made.error().message().c_str());
        QCOMPARE(made->tests.size(), std::size_t{2});
        const plan::CableTest &first = made->tests[0], &second = made->tests[1];
        QCOMPARE(spaced(toQt(first.name)), QString("Q1 2026-11-20"));
        QVERIFY(first.outcome == plan::TestOutcome::Passed);
        QVERIFY(std::abs(first.length->in() - 65.6 * 0.3048) < 0.001);
        QVERIFY(*first.margin == Decibel::of(2.4));
        QCOMPARE(spaced(toQt(first.worst)), QString("NEXT 36-45"));
        QVERIFY(second.outcome == plan::TestOutcome::Failed);
        QVERIFY(*second.margin == Decibel::of(-1.2));
        // A run that the plan does not have is said with its line, and left out.
        QCOMPARE(made->notes.size(), std::size_t{1});
        QVERIFY(spaced(toQt(made->notes[0])).contains("lent.csv:4") && spaced(toQt(made->notes[0])).contains("Z9"));
    }
    void theMappingIsGuessedAndKept()
    {
        const auto guessed = guessedColumns({"Cable ID", "Date", "Result", "Length (ft)", "Margin (dB)", "Worst Pair"});
        QCOMPARE(spaced(toQt(textOf(guessed))),
                 QString("run=Cable ID; on=Date; outcome=Result; length=Length (ft) in ft; "
                         "worst=Worst Pair; margin=Margin (dB)"));
        const auto again = columnMapOf(textOf(guessed));
        QVERIFY(again);
        QCOMPARE(toQt(textOf(*again)), toQt(textOf(guessed)));
    }
    void importedAgainNothingIsDoubled()
    {
        const auto made = imported(kFile, kColumns);
        const auto once = withTests(house(), made->tests);
        QVERIFY(once);
        QCOMPARE(once->added, 2);
        const auto again = withTests(once->plan, imported(kFile, kColumns)->tests);
        QVERIFY(again);
        QCOMPARE(again->same, 2);
        QVERIFY(again->plan == once->plan);
        QCOMPARE(toQt(again->sentence), QString("0 results imported, 2 were there already"));
    }
    /// A result that somebody typed that day, and a second row of the run, are there afterwards.
    void nothingIsReplaced()
    {
        IdSource ids(700);
        plan::CableTest typed;
        typed.id = ids.next<plan::CableTestId>();
        typed.run = house().runs.begin()->id;
        typed.on = "2026-11-25";
        typed.note = "by hand";
        typed.name = house().runs.begin()->label + " 2026-11-25";
        plan::CableTest first = typed, second = typed;
        first.note = "from the file";
        second.note = "from the file, later that day";
        const auto before = plan::edits::putRecord(house(), typed);
        QVERIFY(before);
        first.id = ids.next<plan::CableTestId>();
        second.id = ids.next<plan::CableTestId>();
        const auto taken = withTests(*before, {first, second});
        QVERIFY(taken);
        QCOMPARE(taken->plan.cableTests.size(), std::size_t{3});
        QVERIFY(*taken->plan.cableTests.find(typed.id) == typed);
        QCOMPARE(taken->beside.size(), std::size_t{2});
        QVERIFY(toQt(taken->beside[1]).contains(toQt(typed.name + ", 3")));
    }
    void whatTheFileDoesNotSayIsCommon()
    {
        IdSource ids(900);
        plan::CableTest common;
        common.on = "2026-11-25";
        common.grade = "certifier";
        common.stage = plan::TestStage::HandOver;
        const auto made = importTests({"Label\nq1\n", "x.csv", *columnMapOf("run=Label"), common}, house(), ids);
        QVERIFY(made);
        QCOMPARE(spaced(toQt(made->tests[0].name)), QString("Q1 2026-11-25"));
        QCOMPARE(spaced(toQt(made->tests[0].grade)), QString("certifier"));
        QVERIFY(made->tests[0].stage == plan::TestStage::HandOver);
        QVERIFY(made->tests[0].outcome == plan::TestOutcome::NotJudged);
    }
    void whatIsRefused_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QString>("columns");
        QTest::addColumn<QString>("says");
        QTest::newRow("no such field") << "a\n1\n"
                                       << "run=a; colour=b"
                                       << "the fields are run";
        QTest::newRow("a field twice") << "a,b\n1,2\n"
                                       << "run=a; run=b"
                                       << "run is said twice: by “a” and by “b”";
        QTest::newRow("no run") << "a\n1\n"
                                << "on=a"
                                << "which column names the run";
        QTest::newRow("no such column") << "a\n1\n"
                                        << "run=b"
                                        << "there is no column “b”; its columns are a";
        QTest::newRow("no run known") << "a\nz\n"
                                      << "run=a"
                                      << "no row is of a run of the plan";
        QTest::newRow("no figure") << "a,m\nq1,much\n"
                                   << "run=a; margin=m"
                                   << "“much” is no figure.*x.csv:2, column m";
        QTest::newRow("no outcome") << "a,r\nq1,maybe\n"
                                    << "run=a; outcome=r"
                                    << "“maybe” is no outcome";
        QTest::newRow("no day") << "a,d\nq1,20.11.26\n"
                                << "run=a; on=d"
                                << "is no day";
        QTest::newRow("a wire twice") << "a,w\nq1,1-1 1-2\n"
                                      << "run=a; map=w"
                                      << "column w";
    }
    void whatIsRefused()
    {
        QFETCH(QString, file);
        QFETCH(QString, columns);
        QFETCH(QString, says);
        IdSource ids(900);
        const auto map = columnMapOf(columns.toStdString());
        const std::string text = file.toStdString();
        const auto made = map ? importTests({text, "x.csv", *map, {}}, house(), ids) : tl::unexpected(map.error());
        QVERIFY(!made);
        QString said = toQt(made.error().message());
        said += " " + toQt(made.error().where);
        QVERIFY2(QRegularExpression(says).match(said).hasMatch(), qPrintable(said));
    }
};

SOKUDO_TEST(TestImportTest)
#include "test_import_test.moc"
