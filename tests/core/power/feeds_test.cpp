// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/feeds.h"

#include "core/power/energy.h"
#include "core/power/judgement.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

/// Circuit k – outlet o – strip s – battery unit u – switch sw – access point ap over its cable.
const char* const kHouse =
    "add place a\nadd circuit k, breaker=16 volts=230\nadd outlet o in a, circuit=k\nadd strip s in a, into=o "
    "sockets=4\n"
    "add ups u in a, fed=\"outlet s\" usual-w=5\n"
    "add switch sw in a, fed=u usual-w=20: 4x rj45\nadd access point ap in a: rj45\nset ap usual-w=10\n"
    "set sw 1 pse=type2\nset ap 1 pd=class4\nadd run sw 1 - ap, cat6 20m\n";

struct Made {
    plan::Plan plan;
    match::Reports links;
    Feeds feeds;
    explicit Made(const std::string& lines)
        : plan(houseOf(lines)), links(match::judgeAll(plan, knowledge())), feeds(plan, links, knowledge())
    {}
    int at(const char* device) const { return feeds.nodeOf(plan::deviceNamed(plan, device)->id); }
    WattBand takes(const char* device) const { return feeds.takes[static_cast<std::size_t>(at(device))]; }
    QStringList dark(const std::vector<int>& gone) const
    {
        QStringList names;
        for (int node : feeds.darkWith(gone)) names << toQt(feeds.name(node));
        names.sort();
        return names;
    }
    const Judgement* says(const char* rule)
    {
        m_judged = judge(plan, links, knowledge());
        for (const Judgement& one : m_judged)
            if (one.rule == rule) return &one;
        return nullptr;
    }

private:
    Judgements m_judged;
};

}  // namespace

class FeedsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// 10 W at the end, 3 % in the cable, 88 % through the supply of the switch: 20 + 10.3 / 0.88 = 31.7 W; and 5 W of
    /// the unit.
    void wattsAddUpOnTheWay()
    {
        const Made made(kHouse);
        NEAR(made.takes("ap").usual.in(), 10, 1e-6);
        NEAR(made.takes("sw").usual.in(), 20 + 10.3 / 0.88, 0.01);
        NEAR(made.takes("u").usual.in(), 5 + 20 + 10.3 / 0.88, 0.01);
        NEAR(made.takes("sw").low.in(), 20 + 10.1 / 0.92, 0.01);
        NEAR(made.takes("sw").high.in(), 20 + 10.8 / 0.82, 0.01);
        const int mains = made.feeds.mains();
        NEAR(made.feeds.takes[static_cast<std::size_t>(mains)].usual.in(), 36.70, 0.01);
        QVERIFY(made.feeds.unknown.empty());
    }
    void whatGoesDark()
    {
        const Made made(kHouse);
        QCOMPARE(made.dark({made.at("sw")}), (QStringList{"ap", "sw"}));
        QCOMPARE(made.dark({made.feeds.mains()}).size(), 8);  // place, circuit, outlet, strip, three devices, the mains
        // A second supply keeps the switch, and so what it feeds.
        const Made twice(std::string(kHouse) + "add outlet o2 in a\nset sw fed=\"u + outlet o2\"\n");
        QCOMPARE(twice.dark({twice.at("u")}), QStringList{"u"});
        NEAR(twice.takes("u").usual.in(), 5 + (20 + 10.3 / 0.88) / 2, 0.01);
    }
    /// A meter counts all behind it; a port that shows watts counts what hangs on it; a source is named.
    void readingsOverruleTheTable()
    {
        const Made meter(std::string(kHouse) + "set sw meter-w=44 source=measured on=2026-11-02\n");
        NEAR(meter.takes("sw").usual.in(), 44, 1e-6);
        const Draw& draw = meter.feeds.draws[static_cast<std::size_t>(meter.at("sw"))];
        QCOMPARE(draw.basis, DrawBasis::Meter);
        QCOMPARE(toQt(draw.says.text()), QString("a meter at its plug, measured 2026-11-02"));
        const Made shown(std::string(kHouse) + "set sw 1 poe-draw=7.5\n");
        NEAR(shown.takes("ap").usual.in(), 7.5, 1e-6);
        NEAR(shown.takes("sw").usual.in(), 20 + 7.5 / 0.88, 0.01);  // the reading is at the port: no cable on top
        // A stated figure of what enters, through a supply of 80 %: 20 W are 25 W at the plug.
        const Made brick(
            "add place a\nadd outlet o in a\nadd router r in a, usual-w=20 fed=\"brick outlet o 30w 80%\"\n");
        NEAR(brick.takes("r").usual.in(), 25, 1e-6);
    }
    void aTableFigureIsABand()
    {
        const Made made("add place a\nadd router r in a, power-source=outlet\n");
        const WattBand takes = made.takes("r");
        NEAR(takes.usual.in(), 9, 1e-6);
        NEAR(takes.low.in(), 9 * 4.0 / 7, 0.01);
        NEAR(takes.high.in(), 9 * 15.0 / 7, 0.01);
    }
    /// 36.7 W all year are 321.5 kWh, at 0.3 a kWh 96.5; eight hours a day are a third.
    void whatAYearCosts()
    {
        const Made made(std::string(kHouse) + "add service power, kind=electricity unit-price=0.3\nset ap hours=8\n");
        const Energy energy = energyOf(made.plan, made.feeds);
        double sum = 0;
        for (const DeviceCost& one : energy.devices) sum += one.year.usual.in();
        NEAR(energy.year.usual.in(), sum, 1e-6);
        const auto* ap = &energy.devices.back();
        for (const DeviceCost& one : energy.devices)
            if (one.device == plan::deviceNamed(made.plan, "ap")->id) ap = &one;
        NEAR(ap->year.usual.in(), 10 * 8760 / 3.0, 0.002);
        NEAR(ap->year.money->in(), 29.2 * 0.3, 0.01);
        QVERIFY(energy.perKwh);
        // Each feed by itself: the strip carries all of it.
        for (const FeedCost& one : energy.feeds)
            if (made.feeds.name(one.node) == "s") NEAR(one.year.usual.in() / 1000, 36.70 * 8.76, 0.002);
    }
    void statementsThatCannotBothBeTrue()
    {
        Made ring("add place a\nadd switch x in a\nadd switch y in a, fed=\"dc x\"\nset x fed=\"dc y\"\n");
        QVERIFY(ring.says("feed-ring"));
        QVERIFY(ring.feeds.takes[0].usual > Watt{});  // and nothing runs for ever
        Made ways(std::string(kHouse) + "set sw 2 pse=type2 pd=class3\n");
        QCOMPARE(ways.says("port-both-ways")->verdict, Verdict::Unknown);
        Made wrong(std::string(kHouse) + "add switch other in a: 2x rj45\nset ap fed=sw\n");
        QVERIFY(!wrong.says("two-sources"));
    }
    void theCableLeadsElsewhere()
    {
        // Said to be fed by sw at its port 1, whose cable now leads to other.
        plan::Plan plan = houseOf(std::string(kHouse) + "add switch other in a: 2x rj45\nset ap fed=sw\n");
        QVERIFY(plan::deviceNamed(plan, "ap")->supplies.front().port.isSet());
        plan::Run run = *plan.runs.begin();
        const plan::PortId moved = portCalled(plan, "other 1");
        (run.a == portCalled(plan, "sw 1") ? run.a : run.b) = moved;
        plan.runs = plan.runs.with(run);
        const auto found = judge(plan, match::judgeAll(plan, knowledge()), knowledge());
        const auto at = std::find_if(found.begin(), found.end(), [](auto& one) { return one.rule == "two-sources"; });
        QVERIFY(at != found.end());
        QVERIFY(at->what.text().find("sw") != std::string::npos && at->what.text().find("other") != std::string::npos);
    }
    void plugsStripsAndLoads()
    {
        Made few(std::string(kHouse) +
                 "add outlet one in a, sockets=1\nadd router r in a, fed=\"brick outlet one covers 2\"\n");
        QVERIFY(few.says("too-few-sockets"));
        Made chained(std::string(kHouse) + "add strip t in a, into=s\nadd router r in a, fed=\"outlet t\"\n");
        QCOMPARE(chained.says("chained-strips")->verdict, Verdict::Unsafe);
        QCOMPARE(chained.says("chained-strips")->caution, std::string("strips"));
        Made small(std::string(kHouse) + "add router r in a, most-w=40 fed=\"brick outlet o 24w\"\n");
        QVERIFY(small.says("supply-too-small"));
        Made loaded(std::string(kHouse) + "add computer pc in a, usual-w=4000 fed=\"outlet o\"\n");
        QCOMPARE(loaded.says("overload")->verdict, Verdict::Unsafe);
        Made unit(std::string(kHouse) + "set u battery-wh=100 battery-w=30\n");  // 36.7 W hang on it
        QVERIFY(unit.says("battery-overloaded"));
        Made both(std::string(kHouse) + "set sw fed=\"outlet s + outlet s\"\n");
        QVERIFY(both.says("supplies-together"));
        Made lost("add place a\nadd router r in a\n");
        QCOMPARE(lost.says("source-not-known")->verdict, Verdict::Unknown);
        Made fine(std::string(kHouse) + "set u battery-wh=100\n");
        for (const char* rule : {"too-few-sockets", "chained-strips", "overload", "battery-overloaded", "feed-ring"})
            QVERIFY2(!fine.says(rule), rule);
    }
    void poeRules()
    {
        Made injector(
            "add place a\nadd switch sw in a: 2x rj45\nset sw 1 pse=type2\nadd injector i in a: 2x rj45\n"
            "set i 2 pse=type1\nadd run sw 1 - i 1, cat6 2m\n");
        QVERIFY(injector.says("injector-not-needed"));
        Made management(
            "add place a\nadd switch sw in a: 2x rj45, rj45 management\nadd switch poe in a: 2x rj45\n"
            "set poe 1 pse=type3\nset sw mgmt pd=class4\nadd run poe 1 - sw mgmt, cat6 2m\n");
        QVERIFY(management.says("fed-at-management"));
        Made laptop(std::string(kHouse) + "set ap most-w=100\n");
        QVERIFY(laptop.says("beyond-poe"));
        Made byClass(std::string(kHouse) + "set sw pse-budget=20\nset sw 1 poe-draw=9\n");
        QVERIFY(byClass.says("poe-by-class"));
    }
};

SOKUDO_TEST(FeedsTest)
#include "feeds_test.moc"
