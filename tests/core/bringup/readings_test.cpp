// SPDX-License-Identifier: GPL-3.0-or-later
// What is read at both ends of a link beside the plan.
#include "core/bringup/readings.h"

#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::bringup;
using namespace sokudo::measure;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

plan::Plan withCard(plan::Plan plan)
{
    plan::Slot slot = *plan.slots.begin();
    slot.card = plan::Card{"25G card", 3, 8};
    plan.slots = plan.slots.with(slot);
    return plan;
}

/// A 25G link over OM4, the card of the host in a slot.
struct Link25 {
    PlanBuilder builder;
    plan::Plan plan;
    plan::Link link;
    Link25()
    {
        builder.device("core").port("core", "1", "sfp28", "25gbase-sr");
        builder.device("vault", plan::Role::Storage)
            .slot("vault", "1", 3, 8)
            .port("vault", "N1", "sfp28", "25gbase-sr");
        builder.changePort("vault N1", [&](plan::Port& port) {
            port.slot = builder.slotId("vault", "1");
            port.mtu = 9000;
        });
        builder.changePort("core 1", [](plan::Port& port) { port.mtu = 9000; });
        builder.run("q1", "core 1", "vault N1", "om4", 12);
        plan = withCard(builder.plan());
        link = plan::links(plan).front();
    }
    LinkReadings read(const char* core, const char* vault) const
    {
        ReadingsQuestion question{plan, link, {}, {}, knowledge()};
        if (*core) question.a = *portReadingOf(core, knowledge());
        if (*vault) question.b = *portReadingOf(vault, knowledge());
        return linkReadings(question);
    }
};

const ReadingLine& line(const EndReadings& end, const char* what)
{
    for (const ReadingLine& one : end.lines)
        if (one.what == what) return one;
    qFatal("no line %s", what);
    return end.lines.front();
}

}  // namespace

class ReadingsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// What was not read is not as planned.
    void withoutARateNothingIsAsPlanned()
    {
        const Link25 house;
        const auto made = house.read("duplex=full fec=rs module=25GBASE-SR mtu=9000",
                                     "rate=25g duplex=full fec=rs module=25GBASE-SR bus=3.0x8 mtu=9000");
        QCOMPARE(made.verdict, Verdict::Unknown);
        QVERIFY(spaced(toQt(made.sentence)).contains("the rate was not"));
        QVERIFY(!toQt(made.sentence).contains("both ends as planned"));
    }
    void asPlanned()
    {
        const Link25 house;
        const auto made = house.read("rate=25g duplex=full fec=rs module=25GBASE-SR mtu=9000",
                                     "rate=25g duplex=full fec=rs module=25GBASE-SR bus=3.0x8 mtu=9000");
        QVERIFY2(made.verdict == Verdict::Fits, made.sentence.text().c_str());
        QCOMPARE(spaced(toQt(made.sentence)), QString("core 1 – vault N1: both ends as planned"));
        QCOMPARE(spaced(toQt(line(made.a, "FEC").planned)), QString("RS-FEC (528,514)"));
        QCOMPARE(spaced(toQt(line(made.b, "bus").planned)), QString("3.0 x8"));
    }
    void whatIsNotReadIsSaidSo()
    {
        const Link25 house;
        const auto none = house.read("", "");
        QVERIFY(none.verdict == Verdict::Unknown);
        QVERIFY(spaced(toQt(none.sentence)).contains("not read yet"));
        const auto one = house.read("rate=25g duplex=full fec=rs mtu=9000", "");
        QVERIFY(spaced(toQt(one.sentence)).contains("as planned at core 1, read the other end too"));
        QVERIFY(one.verdict == Verdict::Unknown);
    }
    /// Where the plan does not know the rate either, an end that nobody read is not as planned.
    void nothingReadNeverFits()
    {
        PlanBuilder builder;
        builder.device("a").port("a", "1", "sfp+").device("b").port("b", "1", "sfp+").run("x", "a 1", "b 1", "cat6", 5);
        const plan::Link link = plan::links(builder.plan()).front();
        QVERIFY(linkReadings({builder.plan(), link, {}, {}, knowledge()}).verdict == Verdict::Unknown);
    }
    void whatDiffers_data()
    {
        QTest::addColumn<QByteArray>("core");
        QTest::addColumn<QByteArray>("vault");
        QTest::addColumn<QByteArray>("what");
        QTest::addColumn<int>("verdict");
        QTest::addColumn<QString>("says");
        const QByteArray good = "rate=25g duplex=full fec=rs mtu=9000";
        QTest::newRow("slower") << QByteArray("rate=10g mtu=9000") << good << QByteArray("rate")
                                << int(Verdict::Limited) << "came up at 10 Gb/s instead of 25 Gb/s";
        QTest::newRow("faster") << QByteArray("rate=40g mtu=9000") << good << QByteArray("rate")
                                << int(Verdict::Marginal) << "correct the rates in the survey";
        QTest::newRow("dark") << QByteArray("no-link") << good << QByteArray("rate") << int(Verdict::NoLink)
                              << "wait for its start-up time";
        QTest::newRow("half") << QByteArray("rate=25g duplex=half") << good << QByteArray("duplex")
                              << int(Verdict::Marginal) << "one end is forced";
        QTest::newRow("fec off") << QByteArray("rate=25g fec=off") << good << QByteArray("FEC")
                                 << int(Verdict::Marginal) << "set core 1 to RS-FEC";
        QTest::newRow("module") << QByteArray("rate=25g module=10GBASE-SR") << good << QByteArray("module")
                                << int(Verdict::Marginal) << "another module than planned";
        QTest::newRow("mtu") << QByteArray("rate=25g mtu=1500") << good << QByteArray("MTU") << int(Verdict::Marginal)
                             << "set the MTU of core 1 to 9000 bytes";
    }
    void whatDiffers()
    {
        QFETCH(QByteArray, core);
        QFETCH(QByteArray, vault);
        QFETCH(QByteArray, what);
        QFETCH(int, verdict);
        QFETCH(QString, says);
        const auto made = Link25().read(core.constData(), vault.constData());
        const ReadingLine& found = line(made.a, what.constData());
        QCOMPARE(int(found.verdict), verdict);
        QVERIFY2(spaced(toQt(found.says)).contains(says), found.says.text().c_str());
        QVERIFY(made.verdict != Verdict::Fits && made.verdict != Verdict::Unknown);
    }
    void aCardThatTrainedToLess()
    {
        const auto made = Link25().read("rate=25g", "rate=25g bus=3.0x4");
        QVERIFY(line(made.b, "bus").verdict == Verdict::Limited);
        QVERIFY(spaced(toQt(line(made.b, "bus").says)).contains("seat it again"));
    }
    void theEndsDisagree()
    {
        const auto made =
            Link25().read("rate=25g fec=rs duplex=full mtu=9000", "rate=10g fec=base-r duplex=half mtu=1500");
        QCOMPARE(made.between.size(), std::size_t{4});
        QVERIFY(spaced(toQt(made.between[0])).contains("two rates, 25 Gb/s and 10 Gb/s"));
        QVERIFY(spaced(toQt(made.between[2])).contains("the blocks do not align"));
    }
    void theMainInterface()
    {
        Link25 house;
        house.builder.changePort("vault N1", [](plan::Port& port) { port.traits.set("main-interface", "yes"); });
        house.plan.ports = house.builder.plan().ports;
        const auto made = house.read("rate=25g", "rate=25g not-main");
        QVERIFY(line(made.b, "main interface").verdict == Verdict::Marginal);
        QVERIFY(spaced(toQt(line(made.b, "main interface").says)).contains("default route"));
        QVERIFY(line(house.read("rate=25g", "rate=25g main").b, "main interface").verdict == Verdict::Fits);
    }
    void fromAHostThatWasRead()
    {
        measure::InterfaceReading read;
        read.carrier = measure::Reading<bool>::of(true);
        read.speed = measure::Reading<BitRate>::of(gigabits(25));
        read.duplex = "full";
        read.mtu = 9000;
        read.fec = measure::Reading<std::string>::of("RS");
        read.bus = measure::Reading<measure::BusState>::of({3, 8, 3, 8, 3, 8, -1, {}});
        const PortReading made = portReadingFrom(read, knowledge());
        QVERIFY(made.hasLink == true);
        QVERIFY(*made.rate == gigabits(25));
        QCOMPARE(spaced(toQt(made.fec)), QString("rs528"));
        QCOMPARE(made.busLanes, 8);
        QCOMPARE(made.mtu.value_or(0), 9000);
    }
    void whatCannotBeRead_data()
    {
        QTest::addColumn<QString>("text");
        QTest::newRow("nothing") << "";
        QTest::newRow("rate") << "rate=fast";
        QTest::newRow("a rate that no port has") << "rate=4294967g";
        QTest::newRow("duplex") << "duplex=both";
        QTest::newRow("fec") << "fec=strong";
        QTest::newRow("bus") << "bus=x8";
        QTest::newRow("mtu") << "mtu=12";
        QTest::newRow("key") << "colour=green";
    }
    void whatCannotBeRead()
    {
        QFETCH(QString, text);
        QVERIFY(!portReadingOf(text.toStdString(), knowledge()));
    }
};

SOKUDO_TEST(ReadingsTest)
#include "readings_test.moc"
