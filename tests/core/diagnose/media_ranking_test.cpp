// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/media_ranking.h"
#include "plan_builder.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

/// A hub with a copper link at 1 Gb/s to a, a lead at 10 to b, coax to c.
struct Bench {
    testing::PlanBuilder built;
    std::vector<measure::Trial> trials;
    Bench()
    {
        built.place("hall")
            .device("hub", plan::Role::Switch)
            .device("a", plan::Role::Computer)
            .device("b", plan::Role::Computer)
            .device("c", plan::Role::Computer);
        built.port("hub", "1", "rj45")
            .port("hub", "2", "sfp+")
            .port("hub", "3", "f")
            .port("a", "1", "rj45")
            .port("b", "1", "sfp+")
            .port("c", "1", "f");
        built.run("copper", "hub 1", "a 1", "cat5e", 20)
            .run("lead", "hub 2", "b 1", "dac", 2)
            .run("coax", "hub 3", "c 1", "coax", 20);
        for (const char* end : {"hub 1", "a 1"})
            built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(1)}; });
    }
    measure::Trial& measured(const char* from, const char* to, double rate)
    {
        measure::Trial trial;
        trial.from = built.deviceId(from);
        trial.to = built.deviceId(to);
        trial.rate = {gigabits(rate), gigabits(rate), gigabits(rate)};
        trials.push_back(trial);
        return trials.back();
    }
    diagnose::MediaRanking ranked() const
    {
        return diagnose::rankMedia(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), trials);
    }
};

}  // namespace

class MediaRankingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void bestMedianFirst()
    {
        Bench bench;
        for (double rate : {0.90, 0.92, 0.94}) bench.measured("hub", "a", rate);
        bench.measured("hub", "b", 9.3);
        for (double rate : {1.5, 1.9}) bench.measured("hub", "c", rate);
        const auto got = bench.ranked().media;
        QCOMPARE(got.size(), std::size_t{3});
        QCOMPARE(got[0].medium->id, std::string("dac"));
        QCOMPARE(got[1].medium->id, std::string("coax"));
        QCOMPARE(got[2].medium->id, std::string("cat5e"));
        NEAR(got[2].toBest, 0.92 / 9.3, 1e-9);
        NEAR(got[2].ofUsual, 0.92 / (0.995 * 0.941482), 1e-4);
        QCOMPARE(got[2].runs.count, std::size_t{3});
        QVERIFY(got[2].perMetre && *got[2].perMetre > 0);
    }
    /// 1.5 and 1.9: the middle is 1.7, for the rate as for its share of the expectation.
    void theMiddleOfTwo()
    {
        Bench bench;
        bench.measured("hub", "c", 1.5);
        const double ofFirst = bench.ranked().media[0].ofUsual;
        bench.measured("hub", "c", 1.9);
        const auto got = bench.ranked().media;
        NEAR(inGigabits(got[0].runs.median), 1.7, 1e-9);
        NEAR(got[0].ofUsual, ofFirst * 1.7 / 1.5, 1e-9);
    }
    /// A path through copper and a lead is laid to the slower of the two.
    void theNarrowestCounts()
    {
        Bench bench;
        bench.measured("a", "b", 0.9);
        QCOMPARE(bench.ranked().media[0].medium->id, std::string("cat5e"));
    }
    /// What is left out is counted, and told.
    void whatIsLeftOut()
    {
        Bench bench;
        QVERIFY(bench.ranked().media.empty() && bench.ranked().leftOut().empty());
        bench.measured("hub", "b", 9.3);
        bench.measured("hub", "b", 3).kind = measure::TrialKind::FileCopy;
        bench.measured("hub", "b", 18).direction = measure::Direction::Both;
        const auto got = bench.ranked();
        QCOMPARE(got.media[0].runs.count, std::size_t{1});
        QCOMPARE(toQt(got.leftOut().text()), "left out: 1 copy, which disks may limit; 1 test of both ways at once");
    }
};

SOKUDO_TEST(MediaRankingTest)
#include "media_ranking_test.moc"
