// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/changed_stage.h"
#include "core/expect/waterfall.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

expect::Expectation path(const char* line) { return *oneline::expectPathLine(line, knowledge()); }

}  // namespace

class ChangedStageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Changing a stage by words gives what the whole line with those words gives.
    void asIfTheLineHadSaidSo_data()
    {
        QTest::addColumn<QString>("line");
        QTest::addColumn<int>("stage");
        QTest::addColumn<QString>("text");
        QTest::addColumn<QString>("then");
        const auto row = [](const char* line, int stage, const char* text, const char* then) {
            QTest::newRow(text) << line << stage << text << then;
        };
        row("hdd*6 raid6 | pcie 3.0 x8 | 10g | nvme | smb", 1, "2.0 x1",
            "hdd*6 raid6 | pcie 2.0 x1 | 10g | nvme | smb");
        row("hdd*6 raid6 | pcie 3.0 x8 | 10g | nvme | smb", 1, "pcie 2.0 x4",
            "hdd*6 raid6 | pcie 2.0 x4 | 10g | nvme | smb");
        row("hdd*6 raid6 | pcie 3.0 x8 | 10g | nvme | smb", 2, "2.5g", "hdd*6 raid6 | pcie 3.0 x8 | 2.5g | nvme | smb");
        row("hdd*6 raid6 | pcie 3.0 x8 | 10g | nvme | smb", 4, "nfs-multi",
            "hdd*6 raid6 | pcie 3.0 x8 | 10g | nvme | nfs-multi");
        row("10g | cpu mid-x86 2ghz", 1, "recent-x86 4ghz virtio", "10g | cpu recent-x86 4ghz virtio");
        row("10g | 25g | 1g", 2, "mtu=9000 1g", "");
        // one link of three with large packets changes nothing; with the others set so, it does
        row("10g | 25g | 1g", 2, "1g mtu=9000", "10g | 25g | 1g mtu=9000");
        row("10g mtu=9000 | 25g mtu=9000 | 1g", 2, "1g mtu=9000", "10g mtu=9000 | 25g mtu=9000 | 1g mtu=9000");
        row("10g mtu=9000 | 25g mtu=9000", 1, "1g", "10g mtu=9000 | 1g mtu=9000");
        row("2.5g | coax", 1, "10g", "2.5g | 10g");
        // Tunnels, tags, cores and loss answer the new packet length as well.
        row("10g tunnel=vxlan | 25g vlan | 10g", 2, "10g mtu=4000", "10g tunnel=vxlan mtu=4000 | 25g vlan | 10g");
        row("100g | cpu recent-x86 3.5ghz no-offload virtio | 100g", 2, "100g mtu=9000",
            "100g mtu=9000 | cpu recent-x86 3.5ghz no-offload virtio | 100g");
        row("10g | loss 0.1% rtt=0.3ms | 25g", 2, "25g mtu=9000", "10g | loss 0.1% rtt=0.3ms | 25g mtu=9000");
        row("bond 2*10g flows=4 vlan | 25g", 1, "25g mtu=9000 ", "bond 2*10g flows=4 vlan mtu=9000 | 25g");
    }
    void asIfTheLineHadSaidSo()
    {
        QFETCH(QString, line);
        QFETCH(int, stage);
        QFETCH(QString, text);
        QFETCH(QString, then);
        const auto before = *oneline::expectPathLine(line.toStdString(), knowledge());
        const auto got =
            oneline::changedStage(before, static_cast<std::size_t>(stage), text.toStdString(), knowledge());
        if (then.isEmpty()) {
            QVERIFY(!got);
            return;
        }
        QVERIFY2(got, got ? "" : got.error().message().c_str());
        const auto whole = *oneline::expectPathLine(then.toStdString(), knowledge());
        QVERIFY(got->expected == whole.expected);
        QCOMPARE(got->binding, whole.binding);
    }
    void everyExampleIsUnderstood()
    {
        for (const char* line : {"hdd | 10g", "pcie 3.0 x4", "uplink 3.0 x4", "usb 5g adapter=5g", "cpu mid-x86 3ghz",
                                 "10g", "10g | smb", "bond 2*10g flows=2", "internet 1g", "1g | window 64kib rtt=20ms",
                                 "1g | loss 1% rtt=1ms", "router-soc", "memory-single", "ssh-gcm"}) {
            const auto result = path(line);
            const std::size_t at =
                std::string(line).find(" | ") == std::string::npos || std::string(line).starts_with("hdd") ? 0 : 1;
            const auto example = oneline::exampleFor(result.stages[at].kind);
            QVERIFY2(!example.empty(), line);
            const auto got = oneline::changedStage(result, at, example, knowledge());
            QVERIFY2(got, (std::string(line) + ": " + (got ? "" : got.error().message())).c_str());
        }
    }
    void whatCannotStandThere()
    {
        QVERIFY(toQt(oneline::changedStage(path("10g"), 0, "smb-sign-hmac", knowledge()).error().message())
                    .contains("here stands a link"));
        QVERIFY(!oneline::changedStage(path("10g"), 7, "25g", knowledge()));
        QVERIFY(!oneline::changedStage(path("10g"), 0, "", knowledge()));
    }
    /// 10 Gb/s: 0.585 in headers, 0.047 on a quiet wire, then 3.26 by a narrow slot; the last figure is the usual one.
    void theWaterfallEndsAtTheUsualFigure()
    {
        const auto fall = expect::waterfall(path("10g | pcie 3.0 x1 | cpu recent-x86 4ghz"));
        QCOMPARE(fall.line, gigabits(10));
        QCOMPARE(fall.falls.size(), std::size_t{3});
        NEAR(inGigabits(fall.falls[0].takes), 10 - 9.41482, 1e-4);
        NEAR(inGigabits(fall.falls[1].takes), 9.41482 * 0.005, 1e-4);
        QCOMPARE(toQt(fall.falls[2].what), "slot");
        QVERIFY(fall.falls[2].binds);
        for (const char* line : {"10g", "hdd*6 raid6 | 10g | smb", "cpu mid-x86 3ghz", "wifi6-2x2-160 | 1g",
                                 "2.5g | coax | 10g | files 100*1mb smb"})
            QCOMPARE(expect::waterfall(path(line)).left(), path(line).expected.typical);
        QVERIFY(expect::waterfall({}).falls.empty());
    }
};

SOKUDO_TEST(ChangedStageTest)
#include "changed_stage_test.moc"
