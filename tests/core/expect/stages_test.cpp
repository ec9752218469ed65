// SPDX-License-Identifier: GPL-3.0-or-later
// Hand-worked figures for each stage; in Gb/s unless said otherwise.
#include "core/expect/stages.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::expect;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {
void band(const kb::Band& got, double low, double typical, double high, double share = 2e-3)
{
    NEAR(inGigabits(got.low), low, share);
    NEAR(inGigabits(got.typical), typical, share);
    NEAR(inGigabits(got.high), high, share);
}
}  // namespace

class StagesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void singleDisks()
    {
        band(diskStage(knowledge(), {"ssd", 1, ""}, Access::Read)->carries, 4.16, 4.36, 4.48);
        band(diskStage(knowledge(), {"ssd", 1, ""}, Access::Write)->carries, 3.60, 4.08, 4.24);
        band(diskStage(knowledge(), {"nvme4", 1, ""}, Access::Read)->carries, 40, 56, 59.2);
    }
    // (N - parity) * 250 MB/s * factor; low 0.9 of it, high without the factor.
    void arrays_data()
    {
        QTest::addColumn<int>("count");
        QTest::addColumn<QString>("level");
        QTest::addColumn<double>("read");
        QTest::addColumn<double>("write");
        QTest::newRow("raid0 of 4") << 4 << "raid0" << 4 * 2.0 * 0.95 << 4 * 2.0 * 0.92;
        QTest::newRow("raid1") << 2 << "raid1" << 2.0 << 2.0;
        QTest::newRow("raid5 of 4") << 4 << "raid5" << 3 * 2.0 * 0.90 << 3 * 2.0 * 0.75;
        QTest::newRow("raid6 of 6") << 6 << "raid6" << 4 * 2.0 * 0.90 << 4 * 2.0 * 0.68;
        QTest::newRow("raid10 of 8") << 8 << "raid10" << 0.75 * 8 * 2.0 << 0.5 * 8 * 2.0 * 0.92;
    }
    void arrays()
    {
        QFETCH(int, count);
        QFETCH(QString, level);
        QFETCH(double, read);
        QFETCH(double, write);
        const auto reading = diskStage(knowledge(), {"hdd", count, level.toStdString()}, Access::Read);
        const auto writing = diskStage(knowledge(), {"hdd", count, level.toStdString()}, Access::Write);
        QVERIFY(reading && writing);
        NEAR(inGigabits(reading->carries.typical), read, 1e-6);
        NEAR(inGigabits(writing->carries.typical), write, 1e-6);
        // near layouts of striped mirrors read from half the disks: 0.5 * 8 * 210 MB/s
        NEAR(inGigabits(reading->carries.low), level == "raid10" ? 6.72 : 0.9 * read, 1e-6);
    }
    /// The most of an array comes from the most of its disks, 285 MB/s, and from both halves of a mirror.
    void theMostOfAnArray()
    {
        const auto most = [](int count, const char* level) {
            return inGigabits(diskStage(knowledge(), {"hdd", count, level}, Access::Read)->carries.high);
        };
        NEAR(most(6, "raid6"), 4 * 2.28, 1e-6);
        NEAR(most(2, "raid1"), 2 * 2.28, 1e-6);
        NEAR(most(8, "raid10"), 8 * 2.28, 1e-6);
        NEAR(inGigabits(diskStage(knowledge(), {"hdd", 6, "raid6"}, Access::Write)->carries.high), 4 * 2.28, 1e-6);
    }
    /// Fast disks are limited by the software of their array: a parity thread writes 1.5 GB/s, a pool reads 6.
    void softwareHoldsFastArrays()
    {
        const auto typical = [](const char* level, Access access) {
            return inGigabits(diskStage(knowledge(), {"nvme4", 6, level}, access)->carries.typical);
        };
        NEAR(typical("raid6", Access::Write), 12, 1e-6);
        NEAR(typical("pool2", Access::Read), 48, 1e-6);
        NEAR(typical("pool2", Access::Write), 28, 1e-6);
        NEAR(typical("raid0", Access::Read), 6 * 56 * 0.95, 1e-6);
    }
    void ownFiguresOverruleTheTables()
    {
        const plan::DiskGroup own{"hdd", 6, "raid6", "tank", megabytes(450), megabytes(300)};
        const auto reading = diskStage(knowledge(), own, Access::Read),
                   writing = diskStage(knowledge(), own, Access::Write);
        band(reading->carries, 3.6, 3.6, 3.6);
        band(writing->carries, 2.4, 2.4, 2.4);
        QVERIFY(toQt(reading->working).contains("your own figure"));
        QCOMPARE(toQt(knowledge().citation(reading->from.source)), QString("Your own figure"));
        band(ownInternetStage(gigabits(1.3)).carries, 1.3, 1.3, 1.3);
        band(withOwnFigure(*ceilingStage(knowledge(), "plc-ghn"), gigabits(0.09)).carries, 0.09, 0.09, 0.09);
    }
    void disksThatCannotBe()
    {
        QVERIFY(!diskStage(knowledge(), {"tape", 1, ""}, Access::Read));
        QVERIFY(!diskStage(knowledge(), {"hdd", 3, "raid6"}, Access::Read));
        QVERIFY(!diskStage(knowledge(), {"hdd", 3, ""}, Access::Read));
        QVERIFY(!diskStage(knowledge(), {"hdd", 3, "raid7"}, Access::Read));
    }
    void processors()
    {
        band(processorStage(knowledge(), {"recent-x86", 4.5, 8}, 1500, 1)->carries, 27.0, 36.0, 47.25);
        band(processorStage(knowledge(), {"recent-x86", 3.5, 8}, 9000, 4)->carries, 89.6, 117.6, 156.8);
        band(processorStage(knowledge(), {"recent-x86", 3.5, 2}, 1500, 4)->carries, 33.6, 44.8, 58.8);
        band(processorStage(knowledge(), {"old-x86", 2.0, 1}, 1500, 8)->carries, 4.0, 6.4, 9.0);
        // Offloads off has figures of its own, and long packets fix much of it.
        band(processorStage(knowledge(), {"recent-x86", 2.0, 8}, 1500, 1, {"no-offload"})->carries, 3.6, 5.0, 6.4);
        band(processorStage(knowledge(), {"recent-x86", 2.0, 8}, 9000, 1, {"no-offload"})->carries, 8.28, 14.5, 22.4);
        band(processorStage(knowledge(), {"small-arm", 1.5, 4}, 1500, 1, {"no-offload", "firewall"})->carries,
             0.375 * 0.7, 0.6 * 0.85, 0.9 * 0.97);
        // 1/k = a + b/payload through 8 at 1448 bytes and 10.5 at 8948: b = 51.415, a = 0.089492; at 3948 bytes 1/k =
        // 0.102515
        NEAR(inGigabits(processorStage(knowledge(), {"recent-x86", 1.0, 8}, 4000, 1)->carries.typical), 9.7547, 1e-4);
        NEAR(inGigabits(processorStage(knowledge(), {"recent-x86", 1.0, 8}, 576, 1)->carries.typical), 5.3306, 1e-4);
        // Two copies spared are not two factors.
        band(processorStage(knowledge(), {"recent-x86", 1.0, 8}, 1500, 1, {"discard", "sendfile"})->carries, 9.0, 15.2,
             22.05);
        QVERIFY(!processorStage(knowledge(), {"recent-x86", 0, 8}, 1500, 1));
        QVERIFY(!processorStage(knowledge(), {"abacus", 2, 8}, 1500, 1));
        QVERIFY(!processorStage(knowledge(), {"recent-x86", 4.5, 8}, 1500, 0));
    }
    void slotsTakeTheLesserOfCardAndSlot()
    {
        plan::Slot slot{{1}, {1}, "1", 3, 4};
        band(slotStage(knowledge(), slot)->carries, 25.9, 27.1, 27.9, 5e-3);
        slot.card = plan::Card{"card", 2, 1};
        band(slotStage(knowledge(), slot)->carries, 3.03, 3.17, 3.27, 5e-3);
        QVERIFY(!slotStage(knowledge(), plan::Slot{{1}, {1}, "1", 0, 0}));
    }
    void links()
    {
        band(linkStage(knowledge(), gigabits(10), {})->carries, 9.1324, 9.3678, 9.4148);
        band(linkStage(knowledge(), gigabits(2.5), {})->carries, 2.283, 2.342, 2.354);
        band(linkStage(knowledge(), gigabits(100), {9000})->carries, 96.0, 98.5, 99.0);
        band(ceilingStage(knowledge(), "coax-2.5")->carries, 1.2, 2.1, 2.35);
        QVERIFY(!ceilingStage(knowledge(), "string and cans"));
    }
    void fileShares()
    {
        const Band network{gigabits(9.1324), gigabits(9.3678), gigabits(9.4148)};
        band(fileShareStage(knowledge(), "smb", network)->carries, 4.11, 7.03, 9.13);
        band(fileShareStage(knowledge(), "nfs", network)->carries, 5.94, 8.43, 9.23);
        // an encrypted-shell copy has one row a link rate: 0.25 / 0.50 / 0.80 of 10G
        band(fileShareStage(knowledge(), "ssh", network)->carries, 0.25 * 9.1324, 0.50 * 9.3678, 0.80 * 9.4148);
        // at 100G the 40G row gives more: 0.08 / 0.14 of 40 Gb/s * 1448 / 1538 * 0.97 / 0.995, against 0.03 / 0.06
        // of 91.3 / 93.7
        const Band fast{gigabits(91.3237), gigabits(93.6775), gigabits(94.1482)};
        NEAR(inGigabits(fileShareStage(knowledge(), "ssh", fast)->carries.low), 0.08 * 36.5295, 1e-3);
        NEAR(inGigabits(fileShareStage(knowledge(), "ssh", fast)->carries.typical), 0.06 * 93.6775, 1e-3);
        QVERIFY(!fileShareStage(knowledge(), "fax", network));
    }
    void theWorkingEndsInFiguresOfTheStage()
    {
        for (const auto& stage : {*diskStage(knowledge(), {"hdd", 6, "raid6"}, Access::Read),
                                  *processorStage(knowledge(), {"mid-x86", 3.4, 4}, 1500, 1),
                                  *slotStage(knowledge(), {{1}, {1}, "1", 4, 4})}) {
            const QString working = toQt(stage.working);
            QVERIFY2(working.endsWith(toQt(text::rate(stage.carries.typical, 3))) ||
                         working.endsWith(toQt(text::rate(stage.carries.typical))),
                     qPrintable(working));
            QVERIFY2(working.contains(toQt(text::rate(stage.carries.high, 3))) ||
                         working.contains(toQt(text::rate(stage.carries.high))),
                     qPrintable(working));
        }
        const Stage link = *linkStage(knowledge(), gigabits(10), {});
        QVERIFY(toQt(link.working).replace(toQt(text::kThin), " ").endsWith("= 9.4148 Gb/s"));
    }
    void bandsNeverFall()
    {
        for (const kb::Disk& disk : knowledge().all<kb::Disk>())
            for (auto access : {Access::Read, Access::Write}) {
                const Band b = diskStage(knowledge(), {disk.id, 1, ""}, access)->carries;
                QVERIFY2(b.low <= b.typical && b.typical <= b.high, disk.id.c_str());
            }
    }
    void settlingFindsTheNarrowestAndTheNext()
    {
        std::vector<Stage> stages(3);
        stages[0].carries = {gigabits(9), gigabits(10), gigabits(11)};
        stages[1].carries = {gigabits(4), gigabits(8), gigabits(20)};
        stages[2].carries = {gigabits(7), gigabits(9), gigabits(10)};
        const Expectation result = settle(stages);
        QCOMPARE(result.binding, std::size_t{1});
        QCOMPARE(*result.next, std::size_t{2});
        band(result.expected, 4, 8, 10);
        QVERIFY(settle({}).isEmpty());
    }
};

SOKUDO_TEST(StagesTest)
#include "stages_test.moc"
