// SPDX-License-Identifier: GPL-3.0-or-later
// What the program reads by itself: present, absent, not known.
#include "core/diagnose/inquiry.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::diagnose;
using namespace sokudo::measure;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

struct Bench {
    PlanBuilder built = testing::twoHosts();
    std::vector<Trial> trials;
    std::map<plan::DeviceId, HostSnapshot> hosts;
    std::vector<logbook::Entry> entries;
    UserAnswers told;

    Trial& add(double gbps, int streams = 1, Direction direction = Direction::Forward,
               TrialKind kind = TrialKind::Memory)
    {
        Trial trial;
        trial.id = {static_cast<std::int64_t>(trials.size() + 1)};
        trial.at = *timeFromIso("2026-11-25T20:00:00Z") + std::chrono::minutes(static_cast<int>(trials.size()));
        trial.from = built.deviceId("left");
        trial.to = built.deviceId("right");
        trial.rate = {gigabits(gbps), gigabits(gbps), gigabits(gbps)};
        trial.streams = streams;
        trial.direction = direction;
        trial.kind = kind;
        trial.origin = Origin::Measured;
        trial.duration = Duration::of(10);
        trials.push_back(trial);
        return trials.back();
    }
    Inquiry ask() const
    {
        return inquire(built.plan(), knowledge(), analyse(built.plan(), knowledge()), trials.back(),
                       {trials, entries, hosts, told});
    }
    void read(const HostSnapshot& host, std::initializer_list<const char*> ends)
    {
        for (const char* end : ends) hosts[built.deviceId(end)] = host;
    }
    void changeAt(std::chrono::minutes before)
    {
        entries.push_back({{99}, trials.back().at - before, logbook::EntryKind::Change, "another lead", {}, {}});
    }
    /// 1 present, 0 absent, -1 not known.
    int flag(const char* id) const
    {
        const auto evidence = ask().diagnosis.evidence;
        const auto at = evidence.find(id);
        return at == evidence.end() ? -1 : at->second.present ? 1 : 0;
    }
};

InterfaceReading interface(double gbps)
{
    InterfaceReading result;
    result.name = "eth0";
    result.carrier = Reading<bool>::of(true);
    result.speed = Reading<BitRate>::of(gigabits(gbps));
    result.duplex = "full";
    return result;
}

}  // namespace

class SignsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void plateaus_data()
    {
        QTest::addColumn<double>("gbps");
        QTest::addColumn<QString>("flag");
        // 0.93 of 0.094148 Gb/s is 0.08756, of 0.94148 Gb/s 0.87558
        QTest::newRow("100M, below") << 0.0875 << "";
        QTest::newRow("100M") << 0.0941 << "e05";
        QTest::newRow("1G") << 0.941 << "e06";
        QTest::newRow("1G, lower edge") << 0.876 << "e06";
        QTest::newRow("1G, below") << 0.875 << "";
        QTest::newRow("1G, large packets") << 0.99 << "e06";
        QTest::newRow("2.5G") << 2.35 << "e07";
        QTest::newRow("2.5G, large packets") << 2.478 << "e07";
        QTest::newRow("5G") << 4.7 << "e74";
        QTest::newRow("a bus that these hosts do not have") << 6.77 << "";
        QTest::newRow("nothing of the kind") << 5.3 << "";
    }
    void plateaus()
    {
        QFETCH(double, gbps);
        QFETCH(QString, flag);
        Bench bench;
        bench.add(gbps);
        for (const char* id : {"e05", "e06", "e07", "e74", "e75"}) QCOMPARE(bench.flag(id), id == flag ? 1 : 0);
        QCOMPARE(bench.flag("e08"), -1);  // no bus of these hosts is known
    }
    /// Only the buses that these hosts have can hold a result.
    void theCeilingOfAnOwnBus()
    {
        Bench bench;
        bench.built.slot("left", "1", 2, 1).changePort("left 1", [&](plan::Port& port) {
            port.slot = bench.built.slotId("left", "1");
        });
        bench.add(3.17);  // 2.0 x1 carries 3.03 to 3.27
        QCOMPARE(bench.flag("e08"), 1);
        bench.add(6.77);  // and 3.0 x1 would carry this
        QCOMPARE(bench.flag("e08"), 0);
    }
    void aFasterHopInAFasterPath()
    {
        Bench bench;
        for (const char* end : {"left 1", "mid 1", "mid 2", "right 1"})
            bench.built.changePort(end, [](plan::Port& port) { port.cage = "sfp28"; });
        bench.add(9.4);
        QCOMPARE(bench.flag("e75"), 1);
    }
    /// A figure that was measured, not a median over other stream counts, and none from before a change.
    void theNewestOfOneKindAfterTheLastChange()
    {
        Bench bench;
        bench.add(0.941);
        bench.add(6.0, 4);
        bench.add(3.0);
        QCOMPARE(bench.flag("e06"), 0);
        bench.trials.pop_back();
        bench.trials.push_back(bench.trials.front());
        bench.trials.back().at += std::chrono::minutes(20);
        QCOMPARE(bench.flag("e06"), 1);
        QCOMPARE(bench.flag("e09"), 1);  // 6.0 against 0.941
        bench.changeAt(std::chrono::minutes(5));
        QCOMPARE(bench.flag("e09"), -1);  // the four streams ran before the change
        QCOMPARE(bench.flag("e38"), 1);
    }
    void aPlateauOnASlowPathIsNone()
    {
        Bench bench;
        for (const char* end : {"left 1", "mid 1", "mid 2", "right 1"})
            bench.built.changePort(end, [](plan::Port& port) { port.rates = {gigabits(1)}; });
        bench.add(0.941);
        QCOMPARE(bench.flag("e06"), 0);
    }
    void severalStreams()
    {
        Bench bench;
        bench.add(3.0);
        QCOMPARE(bench.flag("e09"), -1);
        bench.add(4.4, 4);
        QCOMPARE(bench.flag("e09"), 0);
        bench.add(4.6, 8);
        QCOMPARE(bench.flag("e09"), 1);
    }
    void oneStreamThatIsFastEnoughNeedsNoMore()
    {
        Bench bench;
        bench.add(9.0);
        bench.add(14.0, 4);
        QCOMPARE(bench.flag("e09"), 0);
    }
    void directions()
    {
        Bench bench;
        bench.add(5.0);
        QCOMPARE(bench.flag("e10"), -1);
        bench.add(4.1, 1, Direction::Reverse);
        QCOMPARE(bench.flag("e10"), 0);
        bench.trials.back().rate.value = gigabits(4.0);
        QCOMPARE(bench.flag("e10"), 1);
    }
    void filesOnly()
    {
        Bench bench;
        bench.add(1.0);
        QCOMPARE(bench.flag("e12"), 0);
        bench.trials.clear();
        bench.add(2.0, 1, Direction::Forward, TrialKind::FileCopy);
        QCOMPARE(bench.flag("e12"), -1);
        bench.trials.clear();
        bench.add(9.38);
        bench.add(2.0, 1, Direction::Forward, TrialKind::FileCopy);
        QCOMPARE(bench.flag("e12"), 1);
        QVERIFY(bench.ask().diagnosis.context.contains("file"));
    }
    void secondsOfTheTest()
    {
        Bench bench;
        Trial& trial = bench.add(5.0);
        QCOMPARE(bench.flag("e14"), -1);
        trial.samples = {gigabits(5), gigabits(5), gigabits(5.1), gigabits(4.9), gigabits(5), gigabits(5)};
        QCOMPARE(bench.flag("e14"), 0);
        QCOMPARE(bench.flag("e13"), 0);
        bench.trials.back().samples = {gigabits(8), gigabits(8), gigabits(8), gigabits(3), gigabits(3), gigabits(3)};
        QCOMPARE(bench.flag("e13"), 1);
        QCOMPARE(bench.flag("e14"), 1);
    }
    void conditionsOfTheTest_data()
    {
        QTest::addColumn<QString>("key");
        QTest::addColumn<QString>("value");
        QTest::addColumn<QString>("flag");
        QTest::addColumn<int>("present");
        const auto row = [](const char* key, const char* value, const char* flag, int present) {
            QTest::addRow("%s %s", key, value) << key << value << flag << present;
        };
        row("sent_again_percent", "0.1", "e19", 0);
        row("sent_again_percent", "0.11", "e19", 1);
        row("rx_check_errors", "0", "e20", 0);
        row("rx_check_errors", "3", "e20", 1);
        row("rx_drops", "1", "e21", 1);
        row("typed", "0.117 GB/s", "e46", 0);
        row("least_round_trip_ms", "2", "e33", 0);
        row("least_round_trip_ms", "3.6", "e33", 1);
        row("window_limited_percent", "19.9", "e37", 0);
        row("window_limited_percent", "20", "e37", 1);
        row("window_limited_percent", "much", "e37", -1);
    }
    void conditionsOfTheTest()
    {
        QFETCH(QString, key);
        QFETCH(QString, value);
        QFETCH(QString, flag);
        QFETCH(int, present);
        Bench bench;
        bench.add(5.0).conditions[key.toStdString()] = value.toStdString();
        QCOMPARE(bench.flag(flag.toUtf8().constData()), present);
    }
    void processors()
    {
        Bench bench;
        bench.add(5.0).conditions = {{"busiest_core_percent", "97"}, {"mean_core_percent", "20"}};
        QCOMPARE(bench.flag("e15"), 1);
        QCOMPARE(bench.flag("e16"), 0);
        bench.trials.back().conditions["mean_core_percent"] = "90";
        QCOMPARE(bench.flag("e15"), 0);
        QCOMPARE(bench.flag("e16"), 1);
    }
    void unitsAndCeilings()
    {
        Bench bench;
        bench.add(1.17).origin = Origin::Typed;
        QCOMPARE(bench.flag("e46"), 1);
        bench.trials.back().conditions["typed"] = "0.146 GB/s";
        QCOMPARE(bench.flag("e46"), 0);  // written in bytes already
        bench.trials.back().conditions["typed"] = "1.17 Gb/s";
        QCOMPARE(bench.flag("e46"), 1);
        bench.trials.back().rate = {gigabits(0.94), gigabits(0.94), gigabits(0.94)};
        QCOMPARE(bench.flag("e46"), 0);  // a 1 Gb/s hop explains it
        bench.trials.back().origin = Origin::Measured;
        QCOMPARE(bench.flag("e46"), 0);
        QCOMPARE(bench.flag("e57"), 0);
        bench.add(12.0);
        QCOMPARE(bench.flag("e57"), 1);
    }
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

SOKUDO_TEST(SignsTest)
#include "signs_test.moc"
