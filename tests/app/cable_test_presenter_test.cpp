// SPDX-License-Identifier: GPL-3.0-or-later
// Wire maps kept with their runs.
#include "app/presenters/cable_test_presenter.h"

#include "core/plan/edits.h"
#include "desk.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Bench : Desk {
    CableTestPresenter tests{*document};
    /// The first run that was not tested yet, else the first.
    plan::RunId first() const { return tests.rows().front().run; }
    std::string kept(plan::RunId run) const { return document->plan().runs.find(run)->wireMap; }
};

}  // namespace

class CableTestPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// What is kept stands among the test results as well, and one undo takes both back.
    void aKeptMapIsAResult()
    {
        Bench bench;
        const plan::RunId run = bench.first();
        const std::size_t before = bench.document->plan().cableTests.size();
        bench.tests.choose(run);
        bench.tests.setAllStraight();
        bench.tests.setFar(4, cabletest::kOpen);
        QVERIFY(bench.tests.keep());
        QCOMPARE(bench.document->plan().cableTests.size(), before + 1);
        const auto made =
            std::find_if(bench.document->plan().cableTests.begin(), bench.document->plan().cableTests.end(),
                         [&](const plan::CableTest& one) { return one.run == run; });
        QVERIFY(made->outcome == plan::TestOutcome::Failed);
        QCOMPARE(toQt(made->wireMap), QString("1-1 2-2 3-3 4-x 5-5 6-6 7-7 8-8"));
        bench.document->undo();
        QCOMPARE(bench.document->plan().cableTests.size(), before);
    }
    void laidTwistedPairsAreListedThoseNotTestedFirst()
    {
        Bench bench;
        const auto rows = bench.tests.rows();
        QVERIFY(rows.size() >= 3);
        bool wasTested = false;
        for (const auto& row : rows) {
            const plan::Run* run = bench.document->plan().runs.find(row.run);
            QVERIFY(run && run->medium.starts_with("cat"));
            QVERIFY2(!wasTested || row.isTested, "those not tested come first");
            wasTested = wasTested || row.isTested;
            QCOMPARE(row.isTested, !run->wireMap.empty());
            QVERIFY(!row.name.isEmpty() && !row.state.isEmpty());
        }
        QVERIFY(bench.tests.progress().endsWith(QString("of %1 tested").arg(rows.size())));
    }

    void aResultIsKeptAndUndone()
    {
        Bench bench;
        const plan::RunId run = bench.first();
        const std::string before = bench.kept(run);
        QVERIFY(!bench.tests.keep());  // nothing is chosen
        bench.tests.choose(run);
        // Not before all eight pins are there.
        bench.tests.setFar(7, cabletest::kOpen);
        QVERIFY(!bench.tests.isWhole() && !bench.tests.keep());
        bench.tests.setAllStraight();
        bench.tests.setFar(7, cabletest::kOpen);
        QVERIFY(bench.tests.isWhole());
        QCOMPARE(bench.tests.verdict().id, std::string("open-cd"));
        QVERIFY(bench.tests.keep());
        QCOMPARE(bench.kept(run), std::string("open-cd"));
        QVERIFY(!bench.tests.keptState().isEmpty());
        QVERIFY(bench.document->records().entries().back().text.find("7-x") != std::string::npos);
        bench.document->undo();
        QCOMPARE(bench.kept(run), before);
        bench.document->redo();
        QCOMPARE(bench.kept(run), std::string("open-cd"));
    }

    void aMapThatCannotBeIsNotKept()
    {
        Bench bench;
        bench.tests.choose(bench.first());
        bench.tests.setAllStraight();
        bench.tests.setFar(2, 1);
        QVERIFY2(bench.tests.problem().contains("far pin 1 takes two wires"), qPrintable(bench.tests.problem()));
        const std::string before = bench.kept(bench.first());
        QVERIFY(!bench.tests.keep());
        QCOMPARE(bench.kept(bench.tests.chosen()), before);
        // Both wires exchanged: reversed.
        bench.tests.setFar(1, 2);
        QVERIFY(bench.tests.problem().isEmpty());
        QCOMPARE(bench.tests.verdict().id, std::string("reversed"));
    }

    void anotherRunBeginsStraight()
    {
        Bench bench;
        const auto rows = bench.tests.rows();
        bench.tests.choose(rows[0].run);
        bench.tests.setFar(1, cabletest::kOpen);
        bench.tests.setCrosstalk(true);
        bench.tests.choose(rows[1].run);
        QCOMPARE(bench.tests.verdict().id, std::string("good"));
        QVERIFY(!bench.tests.evidence().failsCrosstalk);
    }

    void touchingPinsAreRead()
    {
        Bench bench;
        QCOMPARE(bench.tests.setShorts("4=5 7=8"), QString());
        QCOMPARE(bench.tests.map().shorts.size(), std::size_t{2});
        QVERIFY(bench.tests.setShorts("4=9").contains("joins two pins"));
        QCOMPARE(bench.tests.map().shorts.size(), std::size_t{2});
        QCOMPARE(bench.tests.setShorts(""), QString());
        QVERIFY(bench.tests.map().shorts.empty());
    }

    void endsAndCrosstalkCount()
    {
        Bench bench;
        bench.tests.setCrosstalk(true);
        QCOMPARE(bench.tests.verdict().id, std::string("split"));
        bench.tests.setFar(3, cabletest::kOpen);
        bench.tests.setEnds("plug", "jack");
        QVERIFY(bench.tests.verdict().end == cabletest::LikelyEnd::Near);
        bench.tests.setEnds("factory", "jack");
        QVERIFY(bench.tests.verdict().end == cabletest::LikelyEnd::Far);
    }

    void aDeletedRunIsNoLongerChosen()
    {
        Bench bench;
        const plan::RunId run = bench.first();
        bench.tests.choose(run);
        QVERIFY(bench.tests.nearName() != "near end" || bench.tests.farName() != "far end");
        QVERIFY(bench.document->edit("gone", plan::edits::deleteRun(bench.document->plan(), run)));
        QVERIFY(!bench.tests.chosen().isSet());
        QCOMPARE(bench.tests.nearName(), QString("near end"));
    }
};

SOKUDO_TEST(CableTestPresenterTest)
#include "cable_test_presenter_test.moc"
