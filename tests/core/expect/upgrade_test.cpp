// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/upgrade.h"
#include "core/oneline/path_line.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::expect;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// Two hosts with 1G ports and quick disks, joined by a switch.
PlanBuilder slowHouse(const char* disk)
{
    PlanBuilder built = testing::twoHosts();
    for (const char* end : {"left 1", "mid 1", "mid 2", "right 1"})
        built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(1)}; });
    for (const char* name : {"left", "right"})
        built.changeDevice(name, [&](plan::Device& device) {
            device.processor = plan::HostProcessor{"recent-x86", 4.5, 8};
            device.disks = {{disk, 1, ""}};
            device.fileShare = "nfs";
        });
    return built;
}

plan::RegularJob copyJob(const PlanBuilder& built, double gigabytes, double perWeek)
{
    plan::RegularJob job{{1}, "plates", built.deviceId("left"), built.deviceId("right"), "nfs"};
    job.size = DataSize::of(gigabytes * 1e9);
    job.perWeek = perWeek;
    return job;
}

Upgrade ask(const PlanBuilder& built, const plan::RegularJob& job, const CostOfTier& costs = {})
{
    return upgradeOf(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()), job, costs);
}

const UpgradeTier& tierOf(const Upgrade& upgrade, double rate)
{
    for (const UpgradeTier& tier : upgrade.tiers)
        if (tier.tier == gigabits(rate)) return tier;
    qFatal("no such tier");
}

}  // namespace

class UpgradeTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aTunnelStaysOnAFasterLink()
    {
        const auto now = *oneline::expectPathLine("1g tunnel=vxlan | 10g", knowledge());
        NEAR(inGigabits(atTier(now, knowledge(), gigabits(10), "").expected.high), 9.08973, 1e-4);
        NEAR(inGigabits(atTier(now, knowledge(), gigabits(25), "").expected.high), 22.7243,
             1e-4);  // 25 * 0.908973; the other carries 23.5
    }
    /// 60 W are 525.6 kWh in 8760 hours, 20 W are 175.2.
    void aDesktopThatMustStayOn()
    {
        PlanBuilder built = slowHouse("nvme3");
        built.changeDevice("left", [](plan::Device& device) { device.role = plan::Role::Computer; });
        built.changeDevice("right", [](plan::Device& device) { device.fileShare.clear(); });
        const auto told = ask(built, copyJob(built, 80, 2));
        QCOMPARE(told.notes.size(), std::size_t{1});
        QVERIFY2(toQt(told.notes[0]).contains("526 kWh a year") && toQt(told.notes[0]).contains("350 kWh less"),
                 told.notes[0].text().c_str());
        built.changeDevice("left", [](plan::Device& device) { device.traits.set("idle-w", "15"); });
        QVERIFY(toQt(ask(built, copyJob(built, 80, 2)).notes[0]).contains("nothing to gain there"));
        built.changeDevice("left", [](plan::Device& device) { device.role = plan::Role::Storage; });
        QVERIFY(ask(built, copyJob(built, 80, 2)).notes.empty());
    }
    /// 80 GB at 0.96 * 0.9368 Gb/s take 711.7 s; over 10G 0.90 * 9.368 = 8.431 Gb/s would pass, but the disk
    /// writes 4.08.
    void aCopyAtEachTier()
    {
        const PlanBuilder built = slowHouse("ssd");
        const plan::RegularJob job = copyJob(built, 80, 2);
        const Upgrade got = ask(built, job);
        QVERIFY2(got.problem.empty(), got.problem.text().c_str());
        NEAR(got.each.in(), 80 * 8 / (0.96 * 0.995 * 0.941482), 0.002);
        const UpgradeTier& ten = tierOf(got, 10);
        NEAR(inGigabits(ten.rate.typical), 4.08, 1e-3);
        NEAR(ten.each.in(), 80 * 8 / 4.08, 0.002);
        NEAR(ten.ideal, 10.0, 1e-9);
        NEAR(ten.factor, 4.08 / (0.96 * 0.995 * 0.941482), 1e-3);
        QCOMPARE(toQt(ten.limitedBy), "disk of right");
        NEAR(ten.hoursPerYear, (got.each.in() - ten.each.in()) * 2 * 52 / 3600, 1e-6);
        QCOMPARE(toQt(got.limitedBy), "file share over left 1 — mid 1");
        // nothing more comes of 25 Gb/s: the factor is that of 10
        NEAR(tierOf(got, 25).factor, ten.factor, 1e-6);
        QVERIFY(got.sentence.text().find("then disk of right limits it") != std::string::npos);
    }
    void nothingGainedIsSaid()
    {
        const PlanBuilder built = slowHouse("emmc");  // writes 40 MB/s
        const plan::RegularJob job = copyJob(built, 80, 2);
        const Upgrade got = ask(built, job);
        for (const UpgradeTier& tier : got.tiers) QVERIFY(!tier.isGained);
        QVERIFY2(got.sentence.text().starts_with("Faster links gain nothing: disk of right"),
                 got.sentence.text().c_str());
    }
    void costAnHourSaved()
    {
        const PlanBuilder built = slowHouse("ssd");
        const plan::RegularJob job = copyJob(built, 80, 2);
        const Upgrade got = ask(built, job, [](const plan::Route& way, BitRate) {
            return TierCost{static_cast<double>(100 * way.size()), "parts"};
        });
        const UpgradeTier& ten = tierOf(got, 10);
        NEAR(*ten.cost, 200.0, 1e-9);
        NEAR(*ten.perHour, 200 / ten.hoursPerYear, 1e-9);
    }
    /// The search of other ways prices the links below the tier, and says where ports cannot reach it.
    void costsFromTheCatalogue()
    {
        PlanBuilder built = testing::twoHosts();
        const auto reports = match::judgeAll(built.plan(), testing::priced());
        IdSource ids(3);
        const auto costs = costsByOtherWays(built.plan(), testing::priced(), reports, ids);
        const auto way = Paths(built.plan(), testing::priced(), reports)
                             .ways(built.deviceId("left"), built.deviceId("right"))
                             .front();
        const TierCost same = costs(way, gigabits(1));
        QVERIFY(same.cost && *same.cost == 0.0);
        QVERIFY(!costs(way, gigabits(400)).cost);
        QVERIFY2(costs(way, gigabits(400)).says.text().find("cannot be brought") != std::string::npos,
                 costs(way, gigabits(400)).says.text().c_str());
        // both ends of both links get 25G: two cards of 130, two ports of 85; the leads between them carry it
        const TierCost faster = costs(way, gigabits(25));
        QVERIFY2(faster.cost && *faster.cost == 2.0 * (130 + 85), faster.says.text().c_str());
        QVERIFY2(faster.says.text().find("25G card, SFP28 for left") != std::string::npos, faster.says.text().c_str());
    }
    /// Three streams of 0.6 Gb/s with a safety of 2 need 3.6 Gb/s at the worst moment.
    void aSteadyPurpose()
    {
        const PlanBuilder built = slowHouse("nvme4");
        plan::RegularJob job{{1}, "editing", built.deviceId("left"), built.deviceId("right"), "nfs"};
        job.purpose = "edit-4k";
        job.count = 3;
        const Upgrade got = ask(built, job);
        NEAR(inGigabits(*got.needs), 3.6, 1e-9);
        QVERIFY(!got.isEnough);
        QVERIFY(!tierOf(got, 2.5).isEnough && tierOf(got, 10).isEnough);
        QVERIFY2(got.sentence.text().find("links of") != std::string::npos, got.sentence.text().c_str());
        job.count = 1;
        job.purpose = "camera-4k";
        QVERIFY(ask(built, job).isEnough);
        job.purpose = "juggling";
        QVERIFY(ask(built, job).problem.text().find("known are camera-1080p") != std::string::npos);
    }
    /// A 2.5G adapter on a USB port of 5 Gb/s: a faster adapter gives 3.4, and no link makes the port faster.
    void theUsbPortStays()
    {
        PlanBuilder built = slowHouse("nvme4");
        for (const char* end : {"left 1", "mid 1"})
            built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(2.5)}; });
        for (const char* end : {"mid 2", "right 1"})
            built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(10)}; });
        built.changePort("left 1", [](plan::Port& port) { port.traits.set("usb", "5000000000"); });
        const plan::RegularJob job = copyJob(built, 80, 2);
        const auto reports = match::judgeAll(built.plan(), knowledge());
        IdSource ids(5);
        const Upgrade got = upgradeOf(built.plan(), knowledge(), reports, job,
                                      costsByOtherWays(built.plan(), knowledge(), reports, ids));
        NEAR(inGigabits(got.now.typical), 0.96 * 2.33, 1e-3);
        NEAR(inGigabits(tierOf(got, 5).rate.typical), 0.95 * 3.4, 1e-3);
        NEAR(inGigabits(tierOf(got, 25).rate.typical), 0.95 * 3.4, 1e-3);
        QCOMPARE(toQt(tierOf(got, 25).limitedBy), "file share over usb of left");
        QVERIFY2(tierOf(got, 5).costSays.text().find("5G USB adapter for left") != std::string::npos,
                 tierOf(got, 5).costSays.text().c_str());
    }
    void jobsThatCannotBe()
    {
        const PlanBuilder built = slowHouse("ssd");
        plan::RegularJob job = copyJob(built, 80, 2);
        QVERIFY(plan::edits::putJob(built.plan(), job));
        job.size = {};
        QVERIFY(!plan::edits::putJob(built.plan(), job));
        job = copyJob(built, 80, 2);
        job.name = "  ";
        QVERIFY(!plan::edits::putJob(built.plan(), job));
        job = copyJob(built, 80, 2);
        job.to = job.from;
        QVERIFY(plan::edits::putJob(built.plan(), job).error().message().find("two different") != std::string::npos);
        plan::Flow flow{{1}, "evening", "x", job.from, built.deviceId("right"), false, {}, 65, {}};
        QVERIFY(!plan::edits::putFlow(built.plan(), flow));
    }
};

SOKUDO_TEST(UpgradeTest)
#include "upgrade_test.moc"
