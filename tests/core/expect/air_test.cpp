// SPDX-License-Identifier: GPL-3.0-or-later
// Radio hops of a survey: what they carry, who shares the air, what is said of them.
#include "flows_plan.h"

using namespace sokudo;
using namespace sokudo::expect;
using sokudo::testing::FlowsPlan;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

/// A store on a switch, an access point behind it, stations in the air: two streams of 160 MHz at step 11, 2.402 Gb/s.
struct Air : FlowsPlan {
    Air(int stations, double wireRate)
    {
        built.place("hall")
            .device("mid", plan::Role::Switch)
            .device("vault", plan::Role::Storage)
            .device("lamp", plan::Role::AccessPoint);
        built.port("mid", "v", "sfp+").port("vault", "1", "sfp+").run("v", "mid v", "vault 1", "dac", 2);
        built.port("mid", "a", "rj45").port("lamp", "1", "rj45");
        for (const char* end : {"mid a", "lamp 1"})
            built.changePort(end, [&](plan::Port& port) { port.rates = {gigabits(wireRate)}; });
        built.run("wire", "mid a", "lamp 1", "cat6a", 12);
        for (int i = 1; i <= stations; ++i) station("lamp", "s" + std::to_string(i), plan::Role::Computer);
    }
    void station(const std::string& point, const std::string& name, plan::Role role)
    {
        built.device(name, role)
            .port(point, "air " + name, "radio")
            .port(name, "air", "radio")
            .run("air " + name, point + " air " + name, name + " air", "wifi", 6);
        state(name, "phy-rate", "2402000000");
    }
    void state(const std::string& name, const char* trait, const char* value)
    {
        built.changeRun("air " + name, [&](plan::Run& run) { run.traits.set(trait, value); });
    }
    Expectation path(const char* from, const char* to) const
    {
        const auto result = expectation(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()),
                                        {built.deviceId(from), built.deviceId(to)});
        if (!result) qFatal("%s", result.error().message().c_str());
        return *result;
    }
    bool says(const char* from, const char* to, const char* part) const
    {
        const auto result = path(from, to);
        return std::any_of(result.notes.begin(), result.notes.end(),
                           [&](const text::Sentence& note) { return toQt(note).contains(part); });
    }
};

}  // namespace

class AirTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aStationGetsItsShareOfTheRadioRate()
    {
        Air air(1, 2.5);
        const auto path = air.path("vault", "s1");
        NEAR(inGigabits(path.expected.typical), 0.60 * 2.402, 1e-3);
        QCOMPARE(toQt(path.limitingStage()->air), QString("lamp"));
    }
    void modulationWidthAndStreamsMakeTheRate()
    {
        Air air(1, 2.5);
        air.built.changeRun("air s1", [](plan::Run& run) { run.traits.set("phy-rate", ""); });
        for (const auto& [trait, value] : {std::pair{"mcs", "11"}, {"width-mhz", "160"}, {"streams", "2"}})
            air.state("s1", trait, value);
        NEAR(inGigabits(air.path("vault", "s1").expected.typical), 0.60 * 2.402, 1e-3);
    }
    /// 55 % of the radio rate; heavy rain leaves a fifth of it beyond 500 m, walls are no factor there, and rain is
    /// none indoors.
    void rainTakesFromALongBridge()
    {
        const auto usual = [](const char* medium, double metres, const char* trait) {
            PlanBuilder built = testing::twoHosts();
            built.device("near", plan::Role::Computer)
                .device("far", plan::Role::Computer)
                .port("near", "1", "radio")
                .port("far", "1", "radio")
                .run("air", "near 1", "far 1", medium, metres);
            built.changeRun("air", [&](plan::Run& run) {
                run.traits.set("phy-rate", "4620000000");
                run.traits.set(trait, std::string(trait) == "walls" ? "one" : "yes");
            });
            const auto result = expectation(built.plan(), knowledge(), match::judgeAll(built.plan(), knowledge()),
                                            {built.deviceId("near"), built.deviceId("far")});
            return result ? inGigabits(result->expected.typical) : -1.0;
        };
        NEAR(usual("radio-60", 800, "rain"), 0.2 * 0.55 * 4.62, 1e-6);
        NEAR(usual("radio-60", 120, "rain"), 0.55 * 4.62, 1e-6);
        NEAR(usual("radio-60", 800, "walls"), 0.55 * 4.62, 1e-6);
        NEAR(usual("wifi", 8, "rain"), 0.60 * 4.62, 1e-6);
        NEAR(usual("wifi", 8, "walls"), 0.60 * 0.7 * 4.62, 1e-6);
    }
    void wallsAndHopsTakeTheirShare()
    {
        Air air(1, 2.5);
        air.state("s1", "walls", "one");
        NEAR(inGigabits(air.path("vault", "s1").expected.typical), 0.7 * 0.60 * 2.402, 1e-3);
        air.state("s1", "walls", "two");
        NEAR(inGigabits(air.path("vault", "s1").expected.typical), 0.35 * 0.60 * 2.402, 1e-3);
        QVERIFY(air.says("vault", "s1", "towards the middle of the rooms"));
        air.state("s1", "walls", "none");
        air.state("s1", "hops", "2");
        NEAR(inGigabits(air.path("vault", "s1").expected.typical), 0.45 * 0.60 * 2.402, 1e-3);
    }
    /// Three stations of one access point share its air; one with half the radio rate takes twice the time for each
    /// bit.
    void stationsShareTheAir()
    {
        Air air(3, 10);
        for (const char* to : {"s1", "s2", "s3"}) air.flow(to, "vault", to);
        for (const FlowResult& flow : air.run().flows) {
            NEAR(inGigabits(flow.rate.typical), 0.60 * 2.402 / 3, 1e-3);
            QCOMPARE(toQt(flow.limitedBy), QString("the air of lamp"));
        }
        air.state("s3", "phy-rate", "1201000000");
        // r (1 + 1 + 2) = 0.6 * 2.402
        for (const FlowResult& flow : air.run().flows) NEAR(inGigabits(flow.rate.typical), 0.60 * 2.402 / 4, 1e-3);
    }
    void whatIsSaidOfTheAccessPoint()
    {
        QVERIFY(!Air(1, 2.5).says("vault", "s1", "share the radio"));
        QVERIFY(Air(3, 2.5).says(
            "vault", "s1", "3 devices share the radio of lamp: if all are busy at once, this one gets about 480"));
        QVERIFY(!Air(10, 2.5).says("vault", "s1", "a second access point"));
        QVERIFY(Air(11, 2.5).says("vault", "s1", "a second access point"));
        QVERIFY(Air(1, 1).says("vault", "s1", "a faster port and uplink"));
        QVERIFY(!Air(1, 2.5).says("vault", "s1", "a faster port and uplink"));
        QVERIFY(Air(1, 10).says("vault", "s1", "a faster uplink gains nothing here"));
        QVERIFY(!Air(1, 2.5).says("vault", "s1", "a faster uplink gains nothing here"));
    }
    void bandsAndWidths()
    {
        Air air(4, 2.5);
        air.state("s1", "band-ghz", "6");
        QVERIFY(!air.says("vault", "s1", "6 GHz hardly"));
        air.state("s1", "walls", "one");
        QVERIFY(air.says("vault", "s1", "6 GHz hardly passes a wall: stand lamp in the same room"));
        air.state("s1", "width-mhz", "160");
        QVERIFY(air.says("vault", "s1", "a channel of 160 MHz is made for one or two"));
        air.state("s1", "width-mhz", "40");
        QVERIFY(air.says("vault", "s1", "a channel of 40 MHz holds the radio"));
    }
    void aMeshHopIsTold()
    {
        Air air(1, 2.5);
        air.station("lamp", "attic", plan::Role::AccessPoint);
        air.station("attic", "far", plan::Role::Computer);
        QVERIFY(air.says("vault", "far", "reaches the net by radio"));
        QVERIFY(!air.says("vault", "s1", "reaches the net by radio"));
    }
};

SOKUDO_TEST(AirTest)
#include "air_test.moc"
