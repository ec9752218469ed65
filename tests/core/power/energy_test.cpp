// SPDX-License-Identifier: GPL-3.0-or-later
// Energy and money of a year, by device, by place and by feed.
#include "core/power/energy.h"

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

/// 20 W and 10 W in the cellar, 30 W in the study for eight hours a day.
const char* const kHouse =
    "add place cellar\n"
    "add place study\n"
    "add circuit k\n"
    "add outlet o in cellar, circuit=k\n"
    "add router r in cellar, usual-w=20 fed=\"outlet o\"\n"
    "add hub h in cellar, usual-w=10 fed=\"outlet o\"\n"
    "add computer c in study, usual-w=30 hours=8 power-source=outlet\n"
    "add panel p in study: 4x cat6a\n";

struct Made {
    plan::Plan plan;
    match::Reports links;
    Feeds feeds;
    Energy energy;
    explicit Made(const std::string& more = {})
        : plan(houseOf(kHouse + more)),
          links(match::judgeAll(plan, knowledge())),
          feeds(plan, links, knowledge()),
          energy(energyOf(plan, feeds))
    {}
    const DeviceCost* of(const char* name) const
    {
        for (const DeviceCost& one : energy.devices)
            if (plan.devices.find(one.device)->name == name) return &one;
        return nullptr;
    }
    const PlaceCost* in(const char* name) const
    {
        for (const PlaceCost& one : energy.places)
            if (plan.places.find(one.place)->name == name) return &one;
        return nullptr;
    }
    const FeedCost* at(const char* name) const
    {
        for (const FeedCost& one : energy.feeds)
            if (feeds.name(one.node) == name) return &one;
        return nullptr;
    }
};

}  // namespace

class EnergyTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// W · 8.76 kWh: 20 W are 175.2, 10 W 87.6, 30 W for a third of the day 87.6.
    void byDevice()
    {
        const Made made;
        NEAR(made.of("r")->year.usual.in() / 1000, 175.2, 0.01);
        NEAR(made.of("h")->year.usual.in() / 1000, 87.6, 0.01);
        NEAR(made.of("c")->year.usual.in() / 1000, 87.6, 0.01);
        QCOMPARE(made.of("c")->hours, 8);
        QVERIFY(!made.of("p"));  // a panel takes nothing
        NEAR(made.energy.year.usual.in() / 1000, 350.4, 0.01);
        NEAR(made.energy.usual.usual.in(), 60, 1e-6);
        // The greatest first.
        QCOMPARE(made.plan.devices.find(made.energy.devices.front().device)->name, std::string("r"));
    }
    void byPlaceAndFeed()
    {
        const Made made;
        NEAR(made.in("cellar")->watts.usual.in(), 30, 1e-6);
        NEAR(made.in("cellar")->year.usual.in() / 1000, 262.8, 0.01);
        NEAR(made.in("study")->year.usual.in() / 1000, 87.6, 0.01);
        NEAR(made.at("o")->watts.usual.in(), 30, 1e-6);
        NEAR(made.at("k")->year.usual.in() / 1000, 262.8, 0.01);
        QVERIFY(!made.at("r"));  // it feeds nobody
    }
    void withoutATariff()
    {
        const Made made;
        QVERIFY(!made.energy.perKwh && !made.energy.year.money && !made.of("r")->year.money);
        QVERIFY(!tariffOf(made.plan));
    }
    void withATariff()
    {
        const Made made("add service power, kind=electricity unit-price=0.25\n");
        NEAR(made.energy.perKwh->in(), 0.25, 1e-9);
        NEAR(made.of("r")->year.money->in(), 43.8, 0.01);
        NEAR(made.energy.year.money->in(), 87.6, 0.01);
        NEAR(made.in("cellar")->year.money->in(), 65.7, 0.01);
        // Of two, the first with a price.
        const Made two(
            "add service fee only, kind=electricity fee=9\n"
            "add service power, kind=electricity unit-price=0.5\n");
        NEAR(two.energy.perKwh->in(), 0.5, 1e-9);
    }
    /// Costs add up, and a price that only one has stays.
    void sums()
    {
        YearCost a{WattHour::of(1), WattHour::of(2), WattHour::of(3), {}};
        const YearCost b{WattHour::of(1), WattHour::of(1), WattHour::of(1), Money::of(0.5)};
        a += b;
        NEAR(a.low.in(), 2, 1e-9);
        NEAR(a.high.in(), 4, 1e-9);
        NEAR(a.money->in(), 0.5, 1e-9);
        a += b;
        NEAR(a.money->in(), 1, 1e-9);
    }
    /// Low and high are as far apart as what is not known makes them.
    void bands()
    {
        const Made made("add camera cam in study, power-source=outlet\n");
        const YearCost& year = made.of("cam")->year;
        QVERIFY(year.low < year.usual && year.usual < year.high);
        NEAR(year.high.in() / year.usual.in(), 6 / 3.5, 0.01);
        QCOMPARE(made.of("r")->year.low, made.of("r")->year.high);
    }
    /// What a switch hands on is on the bill of what takes it; the loss on its own.
    void fedDevicesPayForThemselves()
    {
        const Made made(
            "add switch s in cellar, usual-w=10 fed=\"outlet o\": 2x rj45\n"
            "add camera cam in study, usual-w=5: rj45\n"
            "set s 1 pse=type1\n"
            "set cam 1 pd=class3\n"
            "add run s 1 - cam, cat6 9m\n");
        NEAR(made.of("cam")->atPlug.usual.in(), 5, 1e-6);
        // 5.15 W leave the port, 5.15 / 0.88 are taken for them: 0.70 W stay in the switch.
        NEAR(made.of("s")->atPlug.usual.in(), 10 + 5.15 / 0.88 - 5.15, 0.01);
    }
};

SOKUDO_TEST(EnergyTest)
#include "energy_test.moc"
