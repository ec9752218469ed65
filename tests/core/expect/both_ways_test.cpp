// SPDX-License-Identifier: GPL-3.0-or-later
// A path that is busy both ways: what each way keeps of every kind of stage.
#include "core/kb/stage_rows.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

expect::Expectation path(const char* line) { return *oneline::expectPathLine(line, knowledge()); }

}  // namespace

class BothWaysTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aWireKeepsAllButTheAcknowledgements()
    {
        const auto result = path("10g | both-ways");
        QCOMPARE(result.stages.size(), std::size_t(1));
        // 0.97 * 9.41482 / (1 + 90/3076), 0.995 * 9.41482 / (1 + 90/6152), 9.41482 / (1 + 90/24608)
        NEAR(inGigabits(result.expected.low), 8.8727, 1e-3);
        NEAR(inGigabits(result.expected.typical), 9.2327, 1e-3);
        NEAR(inGigabits(result.expected.high), 9.3805, 1e-3);
        QVERIFY(toQt(result.stages.front().working).contains("acknowledgements"));
    }
    void whatHasNoAcknowledgementsLosesNothing()
    {
        QVERIFY(path("10g udp | both-ways").expected == path("10g udp").expected);
        QVERIFY(path("10g rdma mtu=9000 | both-ways").expected == path("10g rdma mtu=9000").expected);
    }
    void aSharedMediumGivesEachHalfOfTheSum()
    {
        const auto coax = path("2.5g | coax | 2.5g | both-ways");
        NEAR(inGigabits(coax.expected.low), 0.65, 1e-6);
        NEAR(inGigabits(coax.expected.typical), 1.1, 1e-6);
        NEAR(inGigabits(coax.expected.high), 1.2, 1e-6);
        // two 1G ports both ways fit into 1.88 of the coax
        NEAR(inGigabits(path("coax-2.5-1g | both-ways").expected.typical), 0.925, 1e-6);
        NEAR(inGigabits(path("2.5g | usb 0.48g | both-ways").expected.typical), 0.14, 1e-6);
    }
    void aBusCarriesEachWayByItself()
    {
        QVERIFY(path("100g | pcie 3.0 x4 | both-ways").expected == path("100g | pcie 3.0 x4").expected);
    }
    void oneProcessorServesBoth()
    {
        // 10 Gb/s one way: 5 to 6.5 each
        const auto cpu = path("25g | cpu mid-x86 2ghz | both-ways"), one = path("25g | cpu mid-x86 2ghz");
        NEAR(cpu.expected.typical.in(), 0.575 * one.expected.typical.in(), 1e-6);
        NEAR(cpu.expected.high.in(), 0.65 * one.expected.high.in(), 1e-6);
        NEAR(inGigabits(path("1g | router-soc | both-ways").expected.typical), 0.4, 1e-6);
    }
    void neverMoreThanOneWay()
    {
        for (const kb::Ceiling& row : knowledge().all<kb::Ceiling>()) {
            const std::string one = row.id, both = row.id + " | both-ways";
            QVERIFY2(path(both.c_str()).expected.typical <= path(one.c_str()).expected.typical, row.id.c_str());
        }
    }
    void theWordStandsAlone()
    {
        QVERIFY(!oneline::expectPathLine("10g | both-ways twice", knowledge()));
        QVERIFY(oneline::expectPathLine("both-ways | 10g | smb", knowledge()));
    }
};

SOKUDO_TEST(BothWaysTest)
#include "both_ways_test.moc"
