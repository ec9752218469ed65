// SPDX-License-Identifier: GPL-3.0-or-later
// Wishes in a line.
#include "core/buy/search/wishes.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::buy;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;

namespace {

plan::Plan house()
{
    PlanBuilder builder;
    builder.place("cellar").place("press hall");
    builder.device("core").device("vault", plan::Role::Storage).device("kiln-a", plan::Role::Computer);
    builder.device("kiln-b", plan::Role::Computer);
    builder.port("core", "1", "sfp+").port("vault", "1", "sfp+").run("q1", "core 1", "vault 1", "dac", 2);
    return builder.plan();
}

Result<WishSet> read(std::initializer_list<const char*> lines)
{
    const plan::Plan plan = house();
    WishSet set;
    for (const char* line : lines) {
        auto next = withWish(std::move(set), line, plan, knowledge());
        if (!next) return next;
        set = std::move(*next);
    }
    return set;
}

}  // namespace

class WishesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void namesListsAndKindsOfDevices()
    {
        const auto set = read({"kiln-a, kiln-b and core to vault at 10g"});
        QVERIFY(set);
        QCOMPARE(set->wishes.size(), std::size_t{3});
        QCOMPARE(set->wishes[0].rate, gigabits(10));
        QCOMPARE(read({"all computers to vault at 2.5g"})->wishes.size(), std::size_t{2});
    }
    void theSamePairTwiceCountsOnceAtTheFasterRate()
    {
        const auto set = read({"kiln-a to vault at 10g", "vault to kiln-a at 25g"});
        QCOMPARE(set->wishes.size(), std::size_t{1});
        QCOMPARE(set->wishes[0].rate, gigabits(25));
    }
    void whatMayChangeAndWhatStays()
    {
        const auto set =
            read({"kiln-a to vault at 10g", "2 switches in press hall", "pull cellar to press hall 20m", "no pulling",
                  "keep core", "keep run q1", "without dac", "managed", "least watts then cost"});
        QVERIFY(set);
        QCOMPARE(set->sites[0].most, 2);
        QCOMPARE(set->pulls[0].length, Length::of(20));
        QVERIFY(!set->mayPull && set->isManagedOnly);
        QCOMPARE(set->keptDevices.size(), std::size_t{1});
        QCOMPARE(set->keptRuns.size(), std::size_t{1});
        QVERIFY(set->without.count("dac"));
        QVERIFY((set->goals == std::vector<Goal>{Goal::Watts, Goal::Cost}));
    }
    void linesAskForTheSameAgain()
    {
        const auto set = read({"kiln-a to vault at 10g", "2 switches in press hall", "switch in cellar",
                               "pull cellar to press hall 20m", "no pulling", "keep core", "keep run q1", "without dac",
                               "managed", "least watts then cost"});
        const plan::Plan plan = house();
        WishSet again;
        for (const std::string& line : linesOf(*set, plan)) {
            auto next = withWish(std::move(again), line, plan, knowledge());
            QVERIFY2(next, line.c_str());
            again = std::move(*next);
        }
        QCOMPARE(linesOf(again, plan), linesOf(*set, plan));
    }
    void badWishesSayWhatIsWrong_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<QString>("says");
        QTest::newRow("empty") << ""
                               << "the wish is empty";
        QTest::newRow("device") << "kiln-c to vault at 10g"
                                << "kiln";
        QTest::newRow("no rate") << "kiln-a to vault"
                                 << "say how fast";
        QTest::newRow("rate") << "kiln-a to vault at fast"
                              << "a rate is written";
        QTest::newRow("itself") << "vault to vault at 10g"
                                << "joins no two devices";
        QTest::newRow("more") << "kiln-a to vault at 10g please"
                              << "nothing more";
        QTest::newRow("part") << "without gold"
                              << "no table has";
        QTest::newRow("goal") << "least effort"
                              << "cost, watts or hours";
        QTest::newRow("place") << "switch in moon"
                               << "moon";
        QTest::newRow("many") << "9 switches in cellar"
                              << "1 to 4";
        QTest::newRow("pull") << "pull cellar to press hall"
                              << "how long";
        QTest::newRow("job") << "job plates in 3min"
                             << "no job";
        QTest::newRow("all") << "all wizards to vault at 10g"
                             << "kind of device";
    }
    void badWishesSayWhatIsWrong()
    {
        QFETCH(QString, line);
        QFETCH(QString, says);
        const auto set = withWish({}, line.toStdString(), house(), knowledge());
        QVERIFY(!set);
        QVERIFY2(QString::fromStdString(set.error().message()).contains(says), set.error().message().c_str());
    }
    void aJobIsBroughtToTheRateThatItNeeds()
    {
        const plan::Plan lantern = sokudo::testing::lanternRow();
        QVERIFY(!lantern.jobs.empty());
        const auto set = withWish({}, "job " + lantern.jobs.begin()->name, lantern, knowledge());
        if (set) {
            QCOMPARE(set->wishes.size(), std::size_t{1});
            QVERIFY(set->wishes[0].rate >= gigabits(1));
        } else {
            QVERIFY(QString::fromStdString(set.error().message()).contains("limits it"));
        }
    }
};

SOKUDO_TEST(WishesTest)
#include "wishes_test.moc"
