// SPDX-License-Identifier: GPL-3.0-or-later
// What the plan, the hosts and the owner say of a result: present, absent, not known.
#include "signs_bench.h"

using namespace sokudo;
using namespace sokudo::diagnose;
using namespace sokudo::measure;
using sokudo::testing::interface;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;
using Bench = sokudo::testing::SignsBench;

class ReadingsSignsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void thePlanTells()
    {
        Bench bench;
        bench.add(5.0);
        QCOMPARE(bench.flag("e58"), -1);  // nobody has looked how the ports are set
        QCOMPARE(bench.flag("e60"), 0);
        QCOMPARE(bench.flag("e62"), -1);
        QCOMPARE(bench.flag("e59"), -1);
        bench.built.changePort("mid 1", [](plan::Port& port) { port.forced = gigabits(10); });
        bench.built.changeRun("a", [](plan::Run& run) { run.length = Length::of(8); });
        bench.built.slot("left", "1", 3, 1).changePort("left 1", [&](plan::Port& port) {
            port.slot = bench.built.slotId("left", "1");
        });
        QCOMPARE(bench.flag("e58"), 1);
        QCOMPARE(bench.flag("e60"), 1);
        QCOMPARE(bench.flag("e62"), 1);
    }
    void unknownStaysUnknown()
    {
        Bench bench;
        bench.add(5.0);
        const std::initializer_list<const char*> all{"left 1", "mid 1", "mid 2", "right 1"};
        for (const char* end : all)
            bench.built.changePort(end, [](plan::Port& port) { port.traits.set("autoneg", "on"); });
        QCOMPARE(bench.flag("e58"), 0);  // every port states it
        bench.built.changePort("mid 2", [](plan::Port& port) { port.traits.set("autoneg", "narrowed"); });
        QCOMPARE(bench.flag("e58"), 1);
        bench.built.changeRun("b", [](plan::Run& run) { run.length.reset(); });
        QCOMPARE(bench.flag("e60"), -1);  // one run was never measured
        // one slot stated, the card at the other end in a slot that is not
        bench.built.slot("left", "1", 4, 8).changePort("left 1", [&](plan::Port& port) {
            port.slot = bench.built.slotId("left", "1");
        });
        QCOMPARE(bench.flag("e62"), 0);
        bench.built.slot("right", "1", 0, 0).changePort("right 1", [&](plan::Port& port) {
            port.slot = bench.built.slotId("right", "1");
        });
        QCOMPARE(bench.flag("e62"), -1);
    }
    void theHostsTell()
    {
        Bench bench;
        bench.add(5.0);
        QCOMPARE(bench.flag("e02"), -1);
        HostSnapshot host;
        host.name = "left";
        host.governor = Reading<std::string>::of("performance");
        host.interfaces = {interface(10)};
        host.interfaces[0].bus = Reading<BusState>::of({3, 8, 3, 8, 3, 8, 0, {}});
        bench.read(host, {"left"});
        for (const char* id : {"e01", "e02", "e03", "e17", "e42", "e54"})
            QCOMPARE(bench.flag(id), -1);  // the other end may still be at fault
        bench.read(host, {"left", "right"});
        for (const char* id : {"e01", "e02", "e03", "e17", "e42", "e54"}) QCOMPARE(bench.flag(id), 0);
        host.interfaces[0].speed = Reading<BitRate>::of(gigabits(1));
        host.interfaces[0].duplex = "half";
        host.interfaces[0].bus = Reading<BusState>::of({2, 1, 3, 8, 3, 8, 0, {}});
        host.interfaces[0].bondMaster = "bond0";
        host.governor = Reading<std::string>::of("powersave");
        host.scalingDriver = "acpi-cpufreq";
        bench.read(host, {"left"});
        for (const char* id : {"e02", "e03", "e17", "e42", "e54"}) QCOMPARE(bench.flag(id), 1);
        // the same word of a driver that reaches the full clock under any name
        host.scalingDriver = "intel_pstate";
        bench.read(host, {"left", "right"});
        QCOMPARE(bench.flag("e42"), -1);
    }
    /// Not the fastest interface that is up, but the one that the plan names.
    void theInterfaceOfThePathIsRead()
    {
        Bench bench;
        bench.add(5.0);
        HostSnapshot host;
        host.interfaces = {interface(40), interface(1)};
        host.interfaces[0].name = "fast0";
        host.interfaces[1].name = "1";  // the port of the plan
        bench.read(host, {"left"});
        QCOMPARE(bench.flag("e02"), 1);
        host.interfaces[1].name = "other0";
        host.interfaces[0].speed = Reading<BitRate>::of(gigabits(25));
        bench.read(host, {"left"});
        QCOMPARE(bench.flag("e02"), -1);  // two that are up, and none of the planned rate: which one is not known
    }
    void theModulesTell()
    {
        Bench bench;
        bench.add(5.0);
        HostSnapshot host;
        host.interfaces = {interface(10)};
        ModuleReading module;
        module.codes = {{"sff-8472", "3.4"}};
        const auto withPower = [&](double dbm) {
            module.rxPower = {PowerDbm::of(dbm)};
            host.interfaces[0].module = Reading<ModuleReading>::of(module);
            return host;
        };
        bench.read(withPower(-9.9), {"right"});
        QCOMPARE(bench.flag("e24"), -1);
        bench.read(withPower(-9.9), {"left", "right"});
        QCOMPARE(bench.flag("e24"), 0);
        bench.read(withPower(-9.901), {"right"});
        QCOMPARE(bench.flag("e24"), 1);
        bench.read(withPower(-0.5), {"right"});
        QCOMPARE(bench.flag("e25"), 1);
        module.celsius = 78;
        bench.read(withPower(-3), {"right"});
        QCOMPARE(bench.flag("e41"), 1);
    }
    /// FEC is compared over one link; a dual-rate module does the work of the planned one, another wavelength does not.
    void fecAndIdentityOfModules()
    {
        Bench bench;
        bench.built = PlanBuilder();
        bench.built.place("cellar").device("left", plan::Role::Computer).device("right", plan::Role::Computer);
        bench.built.port("left", "1", "sfp+").port("right", "1", "sfp+").run("a", "left 1", "right 1", "om3", 9);
        bench.add(5.0);
        HostSnapshot host;
        host.interfaces = {interface(10)};
        host.interfaces[0].fec = Reading<std::string>::of("RS");
        bench.read(host, {"left"});
        QCOMPARE(bench.flag("e23"), -1);
        bench.read(host, {"left", "right"});
        QCOMPARE(bench.flag("e23"), 0);
        host.interfaces[0].fec = Reading<std::string>::of("off");
        bench.read(host, {"left"});
        QCOMPARE(bench.flag("e23"), 1);
        ModuleReading module;
        const auto holds = [&](const char* planned, std::vector<std::pair<std::string, std::string>> codes) {
            for (const char* end : {"left 1", "right 1"})
                bench.built.changePort(end, [&](plan::Port& port) { port.module = planned; });
            module.codes = std::move(codes);
            host.interfaces[0].module = Reading<ModuleReading>::of(module);
            bench.read(host, {"left", "right"});
            return bench.flag("e26");
        };
        QCOMPARE(holds("10gbase-sr", {{"sff-8472", "3.4"}}), 0);
        QCOMPARE(holds("10gbase-sr", {{"sff-8472", "3.4"}, {"sff-8472", "6.0"}}), 0);
        QCOMPARE(holds("1000base-sx", {{"sff-8472", "3.4"}, {"sff-8472", "6.0"}}), 0);
        QCOMPARE(holds("10gbase-sr", {{"sff-8472", "3.5"}}), 1);
        QCOMPARE(holds("", {{"sff-8472", "3.5"}}), -1);
    }
    void usbOfBothEnds()
    {
        Bench bench;
        bench.add(5.0);
        const auto usb = [&](const char* end, const char* bitsPerSecond) {
            bench.built.changePort(end, [&](plan::Port& port) { port.traits.set("usb", bitsPerSecond); });
        };
        usb("left 1", "20000000000");
        QCOMPARE(bench.flag("e61"), -1);  // 20 is enough for 10; nothing is known of the other end
        bench.built.slot("right", "1", 3, 8).changePort("right 1", [&](plan::Port& port) {
            port.slot = bench.built.slotId("right", "1");
        });
        QCOMPARE(bench.flag("e61"), 0);
        usb("left 1", "5000000000");
        QCOMPARE(bench.flag("e61"), 1);
    }
    void aShingledDiskAtEitherEnd()
    {
        Bench bench;
        bench.add(1.0, 1, Direction::Forward, TrialKind::FileCopy);
        const auto disk = [&](const char* device, const char* kind) {
            bench.built.changeDevice(device, [&](plan::Device& one) { one.disks = {plan::DiskGroup{kind}}; });
        };
        disk("left", "hdd");
        QCOMPARE(bench.flag("e80"), -1);
        disk("right", "ssd");
        QCOMPARE(bench.flag("e80"), 0);
        disk("right", "hdd-shingled");
        QCOMPARE(bench.flag("e80"), 1);
    }
    /// 1.2 Gb/s is little between adapters of 3.5 Gb/s, and enough between older ones of 1.4 Gb/s.
    void coaxAgainstItsOwnGeneration()
    {
        Bench bench;
        bench.built.changeRun("a", [](plan::Run& run) {
            run.medium = "coax";
            run.traits.set("phy-rate", "1200000000");
        });
        bench.add(0.5);
        QCOMPARE(bench.flag("e43"), -1);
        const auto version = [&](const char* word) {
            for (const char* end : {"left 1", "mid 1"})
                bench.built.changePort(end, [&](plan::Port& port) { port.traits.set("coax-version", word); });
        };
        version("2.5");
        QCOMPARE(bench.flag("e43"), 1);
        version("2.0-bonded");
        QCOMPARE(bench.flag("e43"), 0);
    }
    void packetSizesOfThePath()
    {
        Bench bench;
        bench.add(5.0);
        bench.built.changePort("mid 1", [](plan::Port& port) { port.mtu = 1500; });
        QCOMPARE(bench.flag("e31"), -1);
        bench.built.changePort("right 1", [](plan::Port& port) { port.mtu = 9000; });
        QCOMPARE(bench.flag("e31"), 1);
        bench.trials.back().duration = Duration::of(4);
        QCOMPARE(bench.flag("e56"), 1);
    }
    /// A limit is a suspect while no more than it was measured.
    void aRateLimitOfAPort()
    {
        Bench bench;
        bench.add(0.9);
        QCOMPARE(bench.flag("e77"), -1);
        bench.built.changePort("mid 1", [](plan::Port& port) { port.traits.set("rate-limit", "1000000000"); });
        QCOMPARE(bench.flag("e77"), 1);
        bench.add(5.0);
        QCOMPARE(bench.flag("e77"), 0);
    }
    void statedValuesTell_data()
    {
        QTest::addColumn<QString>("trait");
        QTest::addColumn<QString>("yes");
        QTest::addColumn<QString>("no");
        QTest::addColumn<QString>("flag");
        const auto row = [](const char* trait, const char* yes, const char* no, const char* flag) {
            QTest::newRow(flag) << trait << yes << no << flag;
        };
        row("governor", "power-saving", "performance", "e42");
        row("virtual", "virtio", "none", "e55");
        row("numa", "remote", "near", "e63");
        row("offloads", "off", "on", "e64");
        row("memory-channels", "1", "2", "e86");
        row("disk-state", "rebuilding", "healthy", "e78");
        row("session", "smb-sign-hmac", "plain", "e40");
    }
    void statedValuesTell()
    {
        QFETCH(QString, trait);
        QFETCH(QString, yes);
        QFETCH(QString, no);
        QFETCH(QString, flag);
        Bench bench;
        bench.add(2.0, 1, Direction::Forward, TrialKind::FileCopy);
        const auto state = [&](const char* device, const QString& value) {
            bench.built.changeDevice(
                device, [&](plan::Device& one) { one.traits.set(trait.toStdString(), value.toStdString()); });
        };
        const QByteArray id = flag.toUtf8();
        QCOMPARE(bench.flag(id.constData()), -1);
        state("left", no);
        state("right", no);
        QCOMPARE(bench.flag(id.constData()), 0);
        state("right", yes);
        QCOMPARE(bench.flag(id.constData()), 1);  // whatever the other end states
        state("left", yes);
        QCOMPARE(bench.flag(id.constData()), 1);
    }
    void aKneeIsAStepAndNoSlope()
    {
        Bench bench;
        Trial& trial = bench.add(5.0);
        const auto samples = [](std::initializer_list<double> values) {
            std::vector<BitRate> result;
            for (double value : values) result.push_back(gigabits(value));
            return result;
        };
        trial.samples = samples({8, 8.1, 7.9, 8, 3, 3.1, 3, 2.9, 3});
        QCOMPARE(bench.flag("e73"), 1);
        bench.trials.back().samples = samples({8, 7.3, 6.6, 6, 5.4, 4.8, 4.2, 3.6, 3});
        QCOMPARE(bench.flag("e73"), 0);
    }
    void oldResultsSayNothing()
    {
        Bench bench;
        bench.add(9.3).at -= std::chrono::hours(48);
        bench.add(0.941);
        QCOMPARE(bench.flag("e06"), 1);
    }
    void theOwnersAnswerWins()
    {
        Bench bench;
        bench.add(5.0);
        bench.told.answers["e58"] = {true, Witness::Told, {}};
        QCOMPARE(bench.flag("e58"), 1);
        const auto causes = bench.ask().diagnosis.causes;
        QVERIFY(causes.size() >= 10);
        for (const auto& likely : causes)
            for (const auto& reason : likely.reasons) QVERIFY(!reason.text.empty());
    }
    void aHiddenHopIsFoundInTheDemoHouse()
    {
        Bench bench;
        bench.add(0.941);
        bench.add(0.94, 1, Direction::Reverse);
        const auto diagnosis = bench.ask().diagnosis;
        QCOMPARE(toQt(diagnosis.causes.front().belief.cause->id), "C06");
        QVERIFY(!diagnosis.next.empty());
    }
};

SOKUDO_TEST(ReadingsSignsTest)
#include "readings_signs_test.moc"
