// SPDX-License-Identifier: GPL-3.0-or-later
// Surface trunking along walls and around doorways.
#include "core/settings/trunking.h"

#include "testing.h"

using namespace sokudo;
using namespace sokudo::settings;
using sokudo::testing::toQt;

class TrunkingTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// 4.2 + 3.1 m of wall, up 1.95 m and down again at the door: 11.2 m, with cuts 11.76, six pieces of 2 m.
    void aroundADoor()
    {
        const auto way = trunkingWay("4.2m 3.1m door=0.8x2.05m");
        QVERIFY(way);
        const TrunkingList list = trunkingList(*way);
        QVERIFY(list.length == Length::of(11.2));
        QCOMPARE(list.pieces, 6);
        QCOMPARE(list.corners, 5);
    }
    void along()
    {
        const TrunkingList list = trunkingList(*trunkingWay("3.8m piece=2m"));
        QCOMPARE(list.pieces, 2);
        QCOMPARE(list.corners, 0);
        QVERIFY(list.length == Length::of(3.8));
    }
    void lowDoorAndHighTrunking()
    {
        QVERIFY(trunkingList(*trunkingWay("5m door=0.8x2m above=2.2m")).length == Length::of(5));
    }
    void whatIsRefused_data()
    {
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("says");
        QTest::newRow("nothing") << ""
                                 << "how long the walls are";
        QTest::newRow("door alone") << "door=0.8x2m"
                                    << "how long the walls are";
        QTest::newRow("wide door") << "1m door=1.2x2m"
                                   << "wider together";
        QTest::newRow("no size") << "4m door=large"
                                 << "width x height";
        QTest::newRow("no word") << "4m colour=2m"
                                 << "door, above or piece";
        QTest::newRow("below 0") << "-4m"
                                 << "one after the other";
    }
    void whatIsRefused()
    {
        QFETCH(QString, text);
        QFETCH(QString, says);
        const auto way = trunkingWay(text.toStdString());
        QVERIFY(!way);
        QVERIFY2(toQt(way.error().message()).contains(says), way.error().message().c_str());
    }
};

SOKUDO_TEST(TrunkingTest)
#include "trunking_test.moc"
