// SPDX-License-Identifier: GPL-3.0-or-later
// Variants of a document, and the presenter of the first half of the Build bench.
#include "app/presenters/buy_presenter.h"

#include "core/buy/trip.h"
#include "desk.h"
#include "house_lines.h"
#include "standing_clock.h"
#include "store/version.h"

using namespace sokudo;
using namespace sokudo::app;
using namespace sokudo::testing;

namespace {

struct Bench : Desk {
    StandingClock clock{"2026-11-28"};
    BuyPresenter buy{*document};
    Bench()
    {
        buy.setActive(true);
        settle();
    }
    void settle()
    {
        QVERIFY(QTest::qWaitFor([&] { return !buy.isWorking(); }, 30000));
    }
    void line(const char* text) { QVERIFY(document->edit(text, houseOf(text, document->plan()))); }
    store::VersionId named(const char* name) const
    {
        for (const store::Version& one : document->versions().all())
            if (one.name == name) return one.id;
        return {};
    }
};

}  // namespace

class BuyPresenterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void editsOfAnOpenVariantLeaveTheHouse()
    {
        Bench bench;
        const plan::Plan before = bench.document->plan();
        const auto id = bench.document->versions().branch("try");
        QVERIFY(id.isSet());
        QVERIFY(bench.document->versions().open(id));
        QCOMPARE(bench.document->plan(), before);
        bench.line("add switch desk in study: 8x rj45 2.5g");
        QVERIFY(plan::deviceNamed(bench.document->plan(), "desk"));
        QVERIFY(!plan::deviceNamed(*bench.document->house(), "desk"));
        QVERIFY(bench.document->versions().open({}));
        QCOMPARE(bench.document->plan(), before);
        // It is in the file.
        const auto built = store::variantNow(before, *bench.document->versions().find(id));
        QVERIFY(built && plan::deviceNamed(*built, "desk"));
    }

    void aNoteWorksNothingOutAgain()
    {
        Bench bench;
        QVERIFY(bench.buy.chosenPlan());
        const auto before = bench.buy.chosenPlan();
        QSignalSpy changed(&bench.buy, &BuyPresenter::changed);
        QVERIFY(bench.document->records().writeNote("nothing to do with a variant"));
        QCOMPARE(changed.size(), 0);
        QVERIFY(bench.buy.chosenPlan() == before);  // not read again
        // An edit of the house is in the variant too, and a version that is kept is told of.
        bench.line("add switch desk in study: 8x rj45 2.5g");
        QVERIFY(plan::deviceNamed(*bench.buy.chosenPlan(), "desk"));
        bench.settle();
        changed.clear();
        QVERIFY(bench.document->versions().rename(bench.buy.chosen(), "under another name"));
        QVERIFY(changed.size() > 0);
    }
    void undoFindsTheVariantThatItChanged()
    {
        Bench bench;
        const auto id = bench.document->versions().branch("try");
        bench.document->versions().open(id);
        bench.line("add switch desk in study: 8x rj45 2.5g");
        bench.document->versions().open({});
        bench.line("add switch hall in study: 8x rj45 2.5g");
        bench.document->undo();
        QVERIFY(!bench.document->versions().opened().isSet());
        QVERIFY(!plan::deviceNamed(bench.document->plan(), "hall"));
        bench.document->undo();
        QCOMPARE(bench.document->versions().opened(), id);
        QVERIFY(!plan::deviceNamed(bench.document->plan(), "desk"));
        bench.document->redo();
        QVERIFY(plan::deviceNamed(bench.document->plan(), "desk"));
        QVERIFY(!plan::deviceNamed(*bench.document->house(), "desk"));
    }

    void mergingPutsItOntoTheHouseOfToday()
    {
        Bench bench;
        const auto id = bench.document->versions().branch("try");
        bench.document->versions().open(id);
        bench.line("add switch desk in study: 8x rj45 2.5g");
        bench.document->versions().open({});
        bench.line("set device study note=\"moved\"");
        QSignalSpy failed(bench.document.get(), &Document::failed);
        QVERIFY2(bench.document->versions().merge(id), failed.isEmpty() ? "" : qPrintable(failed[0][0].toString()));
        QVERIFY(plan::deviceNamed(bench.document->plan(), "desk"));
        QCOMPARE(plan::deviceNamed(bench.document->plan(), "study")->note, std::string("moved"));
        bench.document->undo();
        QVERIFY(!plan::deviceNamed(bench.document->plan(), "desk"));
        QCOMPARE(plan::deviceNamed(bench.document->plan(), "study")->note, std::string("moved"));
    }

    void whatBothChangedIsToldAndNothingIsMerged()
    {
        Bench bench;
        const auto id = bench.document->versions().branch("try");
        bench.document->versions().open(id);
        bench.line("set device study note=one");
        bench.document->versions().open({});
        bench.line("set device study note=two");
        QSignalSpy failed(bench.document.get(), &Document::failed);
        QVERIFY(!bench.document->versions().merge(id));
        QCOMPARE(failed.count(), 1);
        QVERIFY2(failed[0][0].toString().contains("study"), qPrintable(failed[0][0].toString()));
    }

    void namesAreTakenOnceAndPicturesStay()
    {
        Bench bench;
        QVERIFY(!bench.document->versions().branch("fast plates").isSet());
        QVERIFY(!bench.document->versions().branch("  ").isSet());
        const auto id = bench.document->versions().branch("try");
        QVERIFY(!bench.document->versions().rename(id, "fast plates"));
        QVERIFY(bench.document->versions().rename(id, "another try"));
        bench.document->versions().open(id);
        QVERIFY(!bench.document->edit("picture", houseOf("add photo of device study: desk", bench.document->plan())));
        QVERIFY(bench.document->versions().drop(id));
        QVERIFY(!bench.document->versions().opened().isSet());
    }

    void theDemoHasThreeVariantsBesideTheHouse()
    {
        Bench bench;
        QCOMPARE(bench.buy.variants().size(), std::size_t{3});
        QCOMPARE(bench.buy.figures().size(), std::size_t{4});
        QCOMPARE(bench.buy.figures()[0].list.spending.toBuy, Money{});
        QVERIFY(bench.buy.verdict().contains("fast plates"));
        const auto rows = bench.buy.rows();
        QCOMPARE(rows.front().what, "plates to the store");
        QCOMPARE(rows.front().cells.size(), std::size_t{4});
        // The copies of the scanner are quicker with a 10G adapter.
        QVERIFY(bench.buy.figures()[1].hoursPerYear > 0);
        for (const CompareRow& row : rows)
            for (double share : row.shares) QVERIFY(share <= 1);
    }

    void theListIsThatOfTheChosenVariant()
    {
        Bench bench;
        bench.buy.choose(bench.named("ten gigabit upstairs"));
        bench.settle();
        const buy::BuyList* list = bench.buy.list();
        QVERIFY(list);
        Money sum;
        for (const buy::Line& line : list->lines) sum = sum + line.cost.value_or(Money{});
        QCOMPARE(sum, list->spending.toBuy);
        QVERIFY(bench.buy.listSentence().contains("of a budget of 900.00"));
        QVERIFY(buy::listCsv(*bench.buy.list()).find("card-25") != std::string::npos);
        QVERIFY(!buy::tripOf(*bench.buy.list(), bench.buy.knowledge()).empty());
    }

    void aPurchaseIsNotedAndMovedOn()
    {
        Bench bench;
        bench.buy.choose(bench.named("fast plates"));
        bench.settle();
        const Money before = bench.buy.list()->spending.toBuy;
        QVERIFY(bench.buy.setStatus("card-25", plan::PurchaseStatus::Ordered));
        bench.settle();
        QCOMPARE(bench.buy.list()->spending.toBuy, before - Money::of(118));
        QCOMPARE(bench.buy.list()->spending.spent, Money::of(13 + 118));
        QVERIFY(bench.buy.setStatus("card-25", plan::PurchaseStatus::Arrived));
        bench.settle();
        int cards = 0;
        for (const plan::Purchase& one : bench.document->plan().purchases)
            if (one.part == "card-25") {
                ++cards;
                QCOMPARE(one.status, plan::PurchaseStatus::Arrived);
                QCOMPARE(toQt(one.seller), "open-box");
            }
        QCOMPARE(cards, 1);
        bench.document->undo();
        bench.document->undo();
        bench.settle();
        QCOMPARE(bench.buy.list()->spending.toBuy, before);
    }

    void aPlanIsFoundTakenOverAndComparedWithTheRest()
    {
        Bench bench;
        QVERIFY(!bench.buy.cheapest().addWish("nobody to vault at 10g").isEmpty());
        QCOMPARE(bench.buy.cheapest().addWish("platen to vault at 25g"), QString());
        bench.buy.cheapest().solve();
        QVERIFY(bench.buy.cheapest().isSolving());
        QVERIFY(QTest::qWaitFor([&] { return !bench.buy.cheapest().isSolving(); }, 60000));
        QVERIFY2(bench.buy.cheapest().found(), qPrintable(bench.buy.cheapest().problem()));
        QVERIFY(bench.buy.cheapest().found()->isProved);
        // The offer of a 25G card, and the lead that is there.
        QCOMPARE(bench.buy.cheapest().found()->totals.cost, Money::of(118));
        const auto id = bench.buy.takeOver("plates first");
        QVERIFY(id.isSet());
        bench.settle();
        QCOMPARE(bench.buy.chosen(), id);
        QCOMPARE(bench.buy.list()->spending.toBuy, bench.buy.cheapest().found()->totals.cost);
    }

    void aWishThatFitsNoMoreIsTold()
    {
        Bench bench;
        QCOMPARE(bench.buy.cheapest().addWish("scan to vault at 10g"), QString());
        bench.line("delete device scan");
        bench.buy.cheapest().solve();
        QVERIFY(!bench.buy.cheapest().isSolving());
        QVERIFY(bench.buy.cheapest().problem().contains("scan to vault at 10g"));
        bench.buy.cheapest().dropWish(0);
        QVERIFY(bench.buy.cheapest().wishes().isEmpty());
    }

    void stagesOfAVariantFollowItsBudget()
    {
        Bench bench;
        bench.buy.choose(bench.named("ten gigabit upstairs"));
        bench.settle();
        QCOMPARE(bench.buy.stages().monthly(bench.buy.chosen())->in(), 150.0);
        bench.buy.planStages(bench.buy.stages().monthly(bench.buy.chosen()));
        QVERIFY(QTest::qWaitFor([&] { return !bench.buy.stages().isPlanning(); }, 60000));
        QVERIFY2(bench.buy.stages().stages(), qPrintable(bench.buy.stages().problem()));
        QVERIFY(bench.buy.stages().stages()->isExact);
        Money sum;
        for (const buy::PlannedStage& one : bench.buy.stages().stages()->order) sum = sum + one.cost;
        QCOMPARE(sum, bench.buy.list()->spending.toBuy);
        // An adapter and the cable that it is plugged to are one stage.
        for (const buy::Stage& one : bench.buy.stages().stages()->stages)
            QVERIFY2(one.what.text() != "10G adapter on USB4 in study", "alone it is of no use");
    }
};

SOKUDO_TEST(BuyPresenterTest)
#include "buy_presenter_test.moc"
