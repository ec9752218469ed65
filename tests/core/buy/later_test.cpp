// SPDX-License-Identifier: GPL-3.0-or-later
// Now or later, instruments, storage: figures worked out by hand.
#include "core/buy/later.h"
#include "core/buy/capacity.h"
#include "core/buy/instruments.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;

class LaterTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void waitingCostsTheExpectedPresentValue()
    {
        const auto question = laterQuestion("premium 400, redo 2200, 8 years, p 0.4, discount 3%", knowledge());
        QVERIFY(question);
        const LaterAnswer answer = laterAnswer(*question);
        // (1 − 1.03^-8) / 0.03 / 8 = 7.01969 / 8 = 0.877461
        NEAR(answer.factor, 0.877461, 1e-5);
        NEAR(answer.expected.in(), 0.4 * 2200 * 0.877461, 1e-5);  // 772.17
        NEAR(*answer.breakEven, 400 / (2200 * 0.877461), 1e-5);   // 20.7 %
        NEAR(answer.breakEvenRedo.in(), 400 / (0.4 * 0.877461), 1e-4);
        QVERIFY(answer.paysNow);
    }

    void withoutADiscountAYearIsAYear()
    {
        const LaterAnswer answer = laterAnswer({Money::of(100), Money::of(300), 5, 0.5, 0});
        QCOMPARE(answer.factor, 1.0);
        QCOMPARE(answer.expected.in(), 150.0);
        QVERIFY(answer.paysNow);
        QVERIFY(!laterAnswer({Money::of(200), Money::of(300), 5, 0.5, 0}).paysNow);
    }

    void aPremiumAboveTheRedoNeverPays()
    {
        const LaterAnswer answer = laterAnswer({Money::of(500), Money::of(300), 8, 1, 0.03});
        QVERIFY(!answer.breakEven);
        QVERIFY(!answer.paysNow);
        QVERIFY(answer.sentence.text().find("Wait") == 0);
    }

    void theLineMayComeInAnyOrderAndDefaults()
    {
        const auto question = laterQuestion("p 40%, redo 2200, premium 400", knowledge());
        QVERIFY(question);
        QCOMPARE(question->years, 8);
        QCOMPARE(question->probability, 0.4);
        QCOMPARE(question->discount, 0.03);
    }

    void badLinesSayWhatIsMissing_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        QTest::newRow("empty") << ""
                               << "say premium, redo and p";
        QTest::newRow("no p") << "premium 4, redo 5"
                              << "say premium, redo and p";
        QTest::newRow("no figure") << "premium, redo 5, p 1"
                                   << "a figure is missing";
        QTest::newRow("word") << "premium 4, redo 5, p 0.1, colour 3"
                              << "what it is, is missing";
        QTest::newRow("p") << "premium 4, redo 5, p 4"
                           << "0 to 1";
        QTest::newRow("years") << "premium 4, redo 5, p 0.4, 0 years"
                               << "1 to 60";
        QTest::newRow("half years") << "premium 4, redo 5, p 0.4, 2.5 years"
                                    << "whole years";
        QTest::newRow("discount") << "premium 4, redo 5, p 0.4, discount 80%"
                                  << "discount rate";
        QTest::newRow("money") << "premium -4, redo 5, p 0.4"
                               << "premium and redo";
    }
    void badLinesSayWhatIsMissing()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        const auto question = laterQuestion(line.toStdString(), knowledge());
        QVERIFY(!question);
        QVERIFY2(question.error().message().find(says.toStdString()) != std::string::npos,
                 question.error().message().c_str());
    }

    void anInstrumentIsChosenByWhatItCostsAndFinds()
    {
        // 100 runs at 5 %: five faults; a wire-map tester finds 60 %, so two stay.
        const InstrumentAnswer answer = instrumentsFor(100, Money{}, knowledge());
        NEAR(answer.faults, 5.0, 1e-9);
        const auto best =
            std::find_if(answer.choices.begin(), answer.choices.end(), [](const auto& one) { return one.isBest; });
        QVERIFY(best != answer.choices.end());
        QCOMPARE(best->kind->id, std::string("wire-map"));
        NEAR(best->faultsLeft, 2.0, 1e-9);
        // Where an hour is dear, finding more pays.
        const InstrumentAnswer dear = instrumentsFor(1000, Money::of(100), knowledge());
        const auto other =
            std::find_if(dear.choices.begin(), dear.choices.end(), [](const auto& one) { return one.isBest; });
        QVERIFY(other->faultsLeft < 50 * 0.65 + 1e-9);
        QVERIFY(other->total <= dear.choices.front().total);
    }

    void borrowingIsCountedByTheDay()
    {
        const InstrumentAnswer answer = instrumentsFor(400, Money{}, knowledge());
        for (const InstrumentChoice& one : answer.choices)
            if (one.kind->id == "certifier") {
                QCOMPARE(one.days, 3);  // 800 minutes at 360 a day
                QCOMPARE(one.borrow->in(), 480.0);
                QVERIFY(one.isBorrowed);
            }
    }

    void storageIsFullWhenGrowthHasFilledIt()
    {
        PlanBuilder builder;
        builder.place("cellar").device("vault", plan::Role::Storage, "cellar");
        builder.changeDevice("vault", [](plan::Device& vault) {
            plan::DiskGroup tank;
            tank.kind = "hdd";
            tank.count = 6;
            tank.level = "raid6";
            tank.name = "tank";
            tank.each = DataSize::of(8e12);
            tank.used = DataSize::of(16e12);
            tank.growth = DataSize::of(0.4e12);
            vault.disks = {tank};
        });
        const auto all = storageAnswers(builder.plan(), 4, knowledge());
        QCOMPARE(all.size(), std::size_t{1});
        // Four disks' worth: 32 TB; 16 more at 0.4 a month are 40 months, 9.6 to four fifths are 24.
        NEAR(*all[0].fill, 0.5, 1e-9);
        NEAR(*all[0].monthsToFull, 40, 1e-9);
        NEAR(*all[0].monthsToFour, 24, 1e-9);
        // (16 + 48 × 0.4) / 0.8 = 44 TB
        NEAR(all[0].needs.in(), 44e12, 1e-9);
        for (const ArrayChoice& one : all[0].choices) {
            QVERIFY(one.usable >= all[0].needs);
            if (one.level == "raid6") {
                QVERIFY(one.isNow);
                QCOMPARE(one.survives, 2.0);
                NEAR(one.usable.in(), (one.disks - 2) * one.each.in(), 1e-9);
                QVERIFY((one.disks - 3) * one.each.in() < 44e12);  // one disk fewer does not do
            }
        }
    }

    void withoutUseOrGrowthItSaysWhatIsNotStated()
    {
        PlanBuilder builder;
        builder.place("cellar").device("vault", plan::Role::Storage, "cellar");
        builder.changeDevice("vault", [](plan::Device& vault) {
            plan::DiskGroup tank;
            tank.kind = "hdd";
            tank.each = DataSize::of(8e12);
            vault.disks = {tank};
        });
        const auto all = storageAnswers(builder.plan(), 4, knowledge());
        QVERIFY(all.front().sentence.text().find("not stated") != std::string::npos);
        QVERIFY(!all.front().monthsToFull);
    }
};

SOKUDO_TEST(LaterTest)
#include "later_test.moc"
