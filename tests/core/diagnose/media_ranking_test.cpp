// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/media_ranking.h"
#include "plan_builder.h"

using namespace sokudo;
using sokudo::testing::knowledge;

class MediaRankingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void bestMedianFirst()
    {
        testing::PlanBuilder built;
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
        std::vector<measure::Trial> trials;
        const auto measured = [&](const char* from, const char* to, double rate) {
            measure::Trial trial;
            trial.from = built.deviceId(from);
            trial.to = built.deviceId(to);
            trial.rate = {gigabits(rate), gigabits(rate), gigabits(rate)};
            trials.push_back(trial);
        };
        for (double rate : {0.90, 0.92, 0.94}) measured("hub", "a", rate);
        measured("hub", "b", 9.3);
        for (double rate : {1.5, 1.9}) measured("hub", "c", rate);
        const auto got =
            diagnose::rankMedia(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), trials);
        QCOMPARE(got.size(), std::size_t{3});
        QCOMPARE(got[0].medium->id, std::string("dac"));
        QCOMPARE(got[1].medium->id, std::string("coax"));
        QCOMPARE(got[2].medium->id, std::string("cat5e"));
        NEAR(got[2].toBest, 0.92 / 9.3, 1e-9);
        NEAR(got[2].ofUsual, 0.92 / (0.995 * 0.941482), 1e-4);
        QCOMPARE(got[2].runs.count, std::size_t{3});
        QVERIFY(got[2].perMetre && *got[2].perMetre > 0);
        // a path through copper and a lead is laid to the slower of the two
        trials.clear();
        measured("a", "b", 0.9);
        QCOMPARE(diagnose::rankMedia(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), trials)[0]
                     .medium->id,
                 std::string("cat5e"));
        QVERIFY(diagnose::rankMedia(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), {}).empty());
    }
};

SOKUDO_TEST(MediaRankingTest)
#include "media_ranking_test.moc"
