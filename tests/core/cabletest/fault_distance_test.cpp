// SPDX-License-Identifier: GPL-3.0-or-later
// Length by delay, the place of a fault, loop resistance: figures of the field's reference and by hand.
#include "core/cabletest/fault_distance.h"

#include "core/kb/build_rows.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::cabletest;
using sokudo::testing::knowledge;

namespace {

/// 2 m, 30 m, 3 m.
Stretch run() { return {Length::of(2), Length::of(30), Length::of(3)}; }

FaultPlace placeOf(double metres, bool allOpen = false) { return faultAt(Length::of(metres), run(), allOpen).place; }

}  // namespace

class FaultDistanceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void lengthIsHalfOfTheWayThereAndBack()
    {
        // 0.69 × 0.299792458 × 870 / 2
        NEAR(lengthByDelay(0.69, Duration::of(870e-9))->in(), 89.982, 1e-4);
        NEAR(lengthByDelay(0.5, Duration::of(100e-9))->in(), 7.4948, 1e-3);
        QVERIFY(!lengthByDelay(1.2, Duration::of(1e-7)));
        QVERIFY(!lengthByDelay(0.3, Duration::of(1e-7)));
        QVERIFY(!lengthByDelay(0.69, Duration{}));
    }

    void aWrongNvpIsAProportionalError()
    {
        // 0.69 taken as 0.72 reads 4.3 % long.
        const Duration pulse = Duration::of(500e-9);
        NEAR(lengthByDelay(0.72, pulse)->in() / lengthByDelay(0.69, pulse)->in(), 1.0435, 1e-3);
    }

    void aKnownPieceGivesTheNvp()
    {
        NEAR(*nvpByLength(0.72, Length::of(20.87), Length::of(20)), 0.69, 1e-3);
        QVERIFY(nvpByLength(0.72, Length::of(10), Length::of(10)).error().message().find("at least 15 m") !=
                std::string::npos);
        QVERIFY(!nvpByLength(0.72, Length{}, Length::of(20)));
    }

    void theReadingIsAPlaceOnTheRun()
    {
        QCOMPARE(placeOf(0.5), FaultPlace::NearEnd);
        QCOMPARE(placeOf(1.9), FaultPlace::NearEnd);
        QCOMPARE(placeOf(2.5), FaultPlace::NearJack);
        QCOMPARE(placeOf(4), FaultPlace::NearJack);
        QCOMPARE(placeOf(10), FaultPlace::InWall);
        QCOMPARE(placeOf(32), FaultPlace::FarJack);
        QCOMPARE(placeOf(33.9), FaultPlace::FarJack);
        QCOMPARE(placeOf(35), FaultPlace::FarEnd);
        QCOMPARE(placeOf(45), FaultPlace::Beyond);
        QCOMPARE(placeOf(35, true), FaultPlace::FarEnd);
        QVERIFY(faultAt(Length::of(35), run(), true).says.text().find("nothing is plugged in there") !=
                std::string::npos);
    }

    void insideTheWallItIsSaidHowFar()
    {
        const FaultAt at = faultAt(Length::of(14), run());
        NEAR(at.inWall->in(), 12, 1e-9);
        NEAR(*at.share, 0.4, 1e-9);
        QVERIFY(!at.isNearerToFar);
        QVERIFY2(at.says.text().find("40 % of the way") != std::string::npos, at.says.text().c_str());
        QVERIFY(faultAt(Length::of(25), run()).isNearerToFar);
        // 2 m of doubt at least, then 5 %.
        QCOMPARE(at.within, Length::of(2));
        QCOMPARE(faultAt(Length::of(60), run()).within, Length::of(3));
    }

    void aLongFarCordIsACord()
    {
        const Stretch cords{Length::of(2), Length::of(20), Length::of(20)};
        QCOMPARE(faultAt(Length::of(30), cords).place, FaultPlace::FarCord);
        const Stretch bare{Length::of(40), {}, {}};
        QCOMPARE(faultAt(Length::of(30), bare).place, FaultPlace::NearEnd);
        QVERIFY(faultAt(Length::of(30), bare).says.text().find("near cord") != std::string::npos);
    }

    /// Every reading has a place and something to do first.
    void noReadingIsWithoutAPlace()
    {
        for (double a : {0.0, 1.0, 5.0, 20.0})
            for (double b : {0.0, 10.0, 80.0})
                for (double c : {0.0, 2.0, 15.0})
                    for (double d = 0; d < 130; d += 0.7) {
                        const FaultAt at = faultAt(Length::of(d), {Length::of(a), Length::of(b), Length::of(c)});
                        QVERIFY(!at.says.empty() && !at.first.empty());
                        if (at.place == FaultPlace::InWall) QVERIFY(*at.share > 0 && *at.share < 1);
                        if (d > a + b + c + at.within.in() + 0.01) QVERIFY(at.place == FaultPlace::Beyond || d < 2);
                    }
    }

    void bothEndsAgreeOrTheyDoNot()
    {
        QVERIFY(fromBothEnds(Length::of(20), Length::of(15), Length::of(35)).isOneFault);
        QVERIFY(fromBothEnds(Length::of(20), Length::of(12), Length::of(35)).isOneFault);
        const BothEnds two = fromBothEnds(Length::of(8), Length::of(9), Length::of(35));
        QVERIFY(!two.isOneFault);
        QCOMPARE(two.gap, Length::of(18));
        QVERIFY(two.says.text().find("two faults") != std::string::npos);
        QVERIFY(fromBothEnds(Length::of(30), Length::of(30), Length::of(35)).says.text().find("not the one noted") !=
                std::string::npos);
    }

    void copperReadsAsTheTableSays()
    {
        // AWG 24, 50 m: 8.42 Ω, and four contacts of 0.05.
        const auto found = loopAnswer(
            {Length::of(50), 24, 4, 20, {Ohm::of(8.6), Ohm::of(8.7), Ohm::of(8.5), Ohm::of(8.6)}}, knowledge());
        QVERIFY(found);
        NEAR(found->expected.in(), 8.42 + 0.2, 1e-3);
        QVERIFY(!found->isClad && !found->poor && !found->isAboveLimit);
        QVERIFY(found->says.back().text() == "nothing to mind");
    }
    void warmCopperReadsMore()
    {
        const auto found = loopAnswer({Length::of(50), 24, 0, 45, {Ohm::of(9)}}, knowledge());
        NEAR(found->expected.in(), 8.42 * (1 + 0.00393 * 25), 2e-3);
    }
    void cladAluminiumReadsHalfAsMuchAgain()
    {
        // 13.26 Ω for 50 m of clad wire sold as AWG 24.
        const auto found = loopAnswer(
            {Length::of(50), 24, 4, 20, {Ohm::of(13.3), Ohm::of(13.4), Ohm::of(13.2), Ohm::of(13.3)}}, knowledge());
        QVERIFY(found->isClad);
        QVERIFY(!found->poor);
        // 9.38 × 2 / 100 × 50 + 4 × 0.4 is what a channel may read: above it.
        QCOMPARE(found->isAboveLimit, found->limit.in() < 13.4);
    }
    void onePairAboveTheOthersHasAPoorContact()
    {
        const auto found = loopAnswer(
            {Length::of(50), 24, 4, 20, {Ohm::of(8.6), Ohm::of(9.8), Ohm::of(8.5), Ohm::of(8.6)}}, knowledge());
        QCOMPARE(*found->poor, std::size_t{1});
        QVERIFY(found->says.back().text().find("pair 2 reads a tenth above") == 0);
        // One pair alone cannot be compared.
        QVERIFY(!loopAnswer({Length::of(50), 24, 4, 20, {Ohm::of(9.8)}}, knowledge())->poor);
    }
    void badQuestionsAreRefused()
    {
        QVERIFY(loopAnswer({Length::of(50), 24, 4, 20, {}}, knowledge()).error().message().find("at least one pair") !=
                std::string::npos);
        QVERIFY(loopAnswer({Length{}, 24, 4, 20, {Ohm::of(1)}}, knowledge()).error().message().find("above 0 m") !=
                std::string::npos);
        QVERIFY(loopAnswer({Length::of(5), 31, 4, 20, {Ohm::of(1)}}, knowledge()).error().message().find("AWG 31") !=
                std::string::npos);
    }

    void everyTwistedPairHasItsDelay()
    {
        for (const char* medium : {"cat5e", "cat6", "cat6a", "cat8", "coax"}) {
            const auto* row = knowledge().find<kb::CableDelay>(medium);
            QVERIFY2(row && row->low <= row->usual && row->usual <= row->high, medium);
        }
    }
};

SOKUDO_TEST(FaultDistanceTest)
#include "fault_distance_test.moc"
