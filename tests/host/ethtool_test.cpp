// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/ethtool.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::host;
using sokudo::testing::sourcePath;
using sokudo::testing::toQt;

class EthtoolTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void bitsAreRates()
    {
        // bits 5 (1000baseT), 12 (10000baseT), 47 (2500baseT), 6 (autoneg)
        const auto rates = ratesOf({1U << 5 | 1U << 12 | 1U << 6, 1U << 15, 0});
        QCOMPARE(rates, (std::vector<BitRate>{gigabits(10), gigabits(2.5), gigabits(1)}));
        QVERIFY(ratesOf({}).empty());
        QCOMPARE(ratesOf({0, 1U << 6}).front(), gigabits(100));
    }
    void capturedReplies()
    {
        const auto ethtool = ethtoolFor(Tree(sourcePath("data/hosts/platen").toStdString()));
        const auto settings = ethtool->linkSettings("enp3s0f0np0");
        QVERIFY(settings);
        QCOMPARE(settings->speedMbps, std::int64_t{100000});
        QCOMPARE(ratesOf(settings->supported), (std::vector<BitRate>{gigabits(100), gigabits(40)}));
        QCOMPARE(*ethtool->activeFec("enp3s0f0np0"), 8U);
        QCOMPARE(toQt(ethtool->driver("enp3s0f0np0")->driver), "cardnet");
        QCOMPARE(ethtool->moduleMemory("enp3s0f0np0")->size(), std::size_t{640});
    }
    void whatMayNotBeReadSaysSo()
    {
        const auto ethtool = ethtoolFor(Tree(sourcePath("data/hosts/platen").toStdString()));
        const auto refused = ethtool->moduleMemory("enp3s0f1np1");
        QVERIFY(!refused);
        QCOMPARE(refused.why, measure::WhyNot::NotPermitted);
        QVERIFY(toQt(refused.explanation).contains("administrator"));
        const auto unsupported = ethtool->activeFec("enp5s0");
        QCOMPARE(unsupported.why, measure::WhyNot::NotSupported);
    }
    void theKernelAnswersOrSaysWhyNot()
    {
        const auto ethtool = ethtoolFor(Tree("/"));
        const auto settings = ethtool->linkSettings("lo");
        QVERIFY(settings || !settings.explanation.empty());
        const auto none = ethtool->driver("no-such-interface");
        QVERIFY(!none);
        QCOMPARE(none.why, measure::WhyNot::NotPresent);
    }
};

SOKUDO_TEST(EthtoolTest)
#include "ethtool_test.moc"
