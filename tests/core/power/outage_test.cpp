// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/outage.h"

#include "core/power/clock_text.h"
#include "core/power/repairs.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

/// Internet enters at a converter without a battery; gate and spread hang on a unit, the store on none.
const char* const kHouse =
    "add place cellar\nadd place study\nadd outlet o in cellar\nadd outlet d in study\n"
    "add ups u in cellar, fed=\"outlet o\" battery-wh=480 battery-kind=lead usual-w=0\n"
    "add router gate in cellar, fed=u usual-w=10: 4x rj45\n"
    "add switch spread in cellar, fed=u usual-w=25: 8x rj45\n"
    "add media converter conv in study, fed=\"outlet d\" usual-w=5: rj45\n"
    "add storage vault in cellar, fed=\"outlet o\" usual-w=40: rj45\n"
    "add access point ap in study, usual-w=0: rj45\nset ap 1 pd=class3\nset spread 3 pse=type2\n"
    "add run gate 1 - spread 1, cat6 2m label=g\nadd run spread 2 - conv, cat6 20m label=c\n"
    "add run spread 3 - ap, cat6 20m label=w\nadd run spread 4 - vault, cat6 2m label=v\n"
    "add service net, box=conv\n";

Result<TimeLine> played(const plan::Plan& plan, const Outage& outage = {})
{
    return timeLineOf(plan, match::judgeAll(plan, knowledge()), outage, knowledge());
}
double dropsAt(const TimeLine& line, const plan::Plan& plan, const char* name)
{
    for (const Drop& drop : line.drops)
        if (drop.device == plan::deviceNamed(plan, name)->id) return drop.at.in();
    return -1;
}
QString whyOf(const TimeLine& line, const plan::Plan& plan, const char* name)
{
    for (const Drop& drop : line.drops)
        if (drop.device == plan::deviceNamed(plan, name)->id) return toQt(drop.why.text());
    return {};
}
}  // namespace

class OutageTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// 35 W on 480 Wh of lead: the worked example of the formula, 7 h 51 min.
    void theWholeHouse()
    {
        const plan::Plan plan = houseOf(kHouse);
        const auto line = played(plan);
        QVERIFY(line);
        NEAR(dropsAt(*line, plan, "spread") / 60, 7 * 60 + 51, 0.002);
        NEAR(dropsAt(*line, plan, "ap"), dropsAt(*line, plan, "gate"), 1e-6);
        QCOMPARE(dropsAt(*line, plan, "vault"), 0.0);
        QCOMPARE(whyOf(*line, plan, "conv"), QString("the media converter conv in study has no battery"));
        QCOMPARE(whyOf(*line, plan, "ap"), QString("ap is fed by spread: the battery of u is empty"));
        const ServiceLine* internet = line->line(HouseService::Internet);
        QCOMPARE(internet->goneAt()->in(), 0.0);
        QCOMPARE(toQt(internet->whyAt({}).text()), QString("the media converter conv in study has no battery"));
        const ServiceLine* wifi = line->line(HouseService::Wifi);
        QCOMPARE(wifi->worksAt(Duration::of(3600)), 1);
        NEAR(wifi->goneAt()->in() / 60, 471, 0.002);
        QVERIFY(!line->line(HouseService::Phones));
        QVERIFY(line->isUp(plan::deviceNamed(plan, "gate")->id, Duration::of(3600)));
        // Low, usual and high of the worked example: 5 h 24, 7 h 51, 9 h 47.
        const BatteryCurve& curve = line->batteries.front();
        NEAR(curve.low.in() / 60, 324, 0.002);
        NEAR(curve.high.in() / 60, 587, 0.002);
        QCOMPARE(curve.points.front().left, 1.0);
        QCOMPARE(curve.points.back().left, 0.0);
    }
    /// A store on two units: when the small one is empty, the large one carries all of it, faster.
    void theLoadMoves()
    {
        const plan::Plan plan = houseOf(
            "add place a\nadd outlet o in a\nadd ups u in a, fed=\"outlet o\" battery-wh=400 battery-kind=lithium "
            "usual-w=0\n"
            "add ups v in a, fed=\"outlet o\" battery-wh=50 battery-kind=lithium usual-w=0\n"
            "add storage s in a, fed=\"u + v\" usual-w=60\n");
        const auto line = played(plan);
        // By hand: 30 W from each are 35.29 W from the battery (0.85 through the inverter). 50 Wh, 0.9 of it usable, at
        // 1/0.283 of the rated 5 h drain (exponent 1.03: x 0.963): 73.7 min. Of 400 Wh, which would last 10.2 h, 0.880
        // is left, and at 60 W all of it lasts 5.1 h: 73.7 + 269.2 min.
        NEAR(dropsAt(*line, plan, "v") / 60, 73.66, 0.002);
        NEAR(dropsAt(*line, plan, "s") / 60, 342.8, 0.002);
    }
    /// What is off already no longer draws: without the switch the rest lasts longer.
    void theLoadShrinks()
    {
        const plan::Plan plan = houseOf(
            "add place a\nadd outlet o in a\nadd ups u in a, fed=\"outlet o\" battery-wh=300 battery-kind=lithium "
            "usual-w=0\n"
            "add ups small in a, fed=\"outlet o\" battery-wh=20 battery-kind=lithium usual-w=0\n"
            "add switch s in a, fed=u usual-w=10: 2x rj45\nadd camera c in a, usual-w=0: rj45\n"
            "add strip p in a, battery=small\nadd injector i in a, fed=\"outlet p\" usual-w=20\n");
        const auto line = played(plan);
        // By hand: 20 W are 23.53 W from the battery; 20 Wh x 0.9 x 0.948 = 17.07 Wh: 43.5 min. 10 W are 11.76 W, from
        // 300 Wh x 0.9: 22.95 h, which would be shorter had the switch to carry what went off.
        NEAR(dropsAt(*line, plan, "i") / 60, 43.52, 0.002);
        NEAR(dropsAt(*line, plan, "s") / 60, 1377, 0.002);
        QVERIFY(whyOf(*line, plan, "i").contains("small"));
    }
    void onePlaceOneCircuitOneThing()
    {
        const plan::Plan plan = houseOf(std::string(kHouse) + "add circuit k\nset outlet o circuit=k\n");
        using Cause = Outage::Cause;
        const auto study =
            std::find_if(plan.places.begin(), plan.places.end(), [](auto& one) { return one.name == "study"; });
        const auto place = played(plan, {Cause::Place, {"place", study->id.value}});
        QCOMPARE(dropsAt(*place, plan, "conv"), 0.0);
        QCOMPARE(dropsAt(*place, plan, "vault"), -1.0);
        const auto circuit = played(plan, {Cause::Circuit, {"circuit", plan.circuits.begin()->id.value}});
        QCOMPARE(dropsAt(*circuit, plan, "vault"), 0.0);
        QCOMPARE(dropsAt(*circuit, plan, "conv"), -1.0);
        const auto device = played(plan, {Cause::Broken, {"device", plan::deviceNamed(plan, "spread")->id.value}});
        QCOMPARE(dropsAt(*device, plan, "ap"), 0.0);
        QCOMPARE(device->line(HouseService::Internet)->goneAt()->in(), 0.0);
        plan::RunId cable;
        for (const plan::Run& run : plan.runs)
            if (run.label == "w") cable = run.id;
        const auto cut = played(plan, {Cause::Broken, {"run", cable.value}});
        QCOMPARE(cut->drops.size(), 1u);
        QCOMPARE(whyOf(*cut, plan, "ap"), QString("ap was fed over the cable that is cut"));
        QVERIFY(!played(plan, {Cause::Circuit, {"circuit", 999}}));
    }
    void tooMuchForTheUnit()
    {
        const plan::Plan plan = houseOf(std::string(kHouse) + "set u battery-w=30\n");
        const auto line = played(plan);
        QCOMPARE(dropsAt(*line, plan, "spread"), 0.0);
        QVERIFY(line->batteries.front().isOverloaded);
        QVERIFY(whyOf(*line, plan, "gate").contains("cannot carry"));
    }
    /// A bigger battery never shortens a minute, and neither does a smaller load.
    void biggerIsNeverShorter()
    {
        double before = 0;
        for (int energy : {50, 100, 200, 480, 481, 900, 2000}) {
            const plan::Plan plan = houseOf(std::string(kHouse) + "set u battery-wh=" + std::to_string(energy) + "\n");
            const double at = dropsAt(*played(plan), plan, "spread");
            QVERIFY(at >= before);
            before = at;
        }
        before = 1e9;
        for (int load : {1, 5, 25, 80, 200}) {
            const plan::Plan plan = houseOf(std::string(kHouse) + "set spread usual-w=" + std::to_string(load) + "\n");
            const double at = dropsAt(*played(plan), plan, "spread");
            QVERIFY(at <= before);
            before = at;
        }
    }
    void clocks()
    {
        QCOMPARE(toQt(clockFigure(Duration::of(41 * 60 + 10))), QString("0:41"));
        QCOMPARE(toQt(clockFigure(Duration::of(7512))), QString("2:05"));
        QCOMPARE(toQt(clockText(kForEver)), QString("for ever"));
    }
    /// Each repair that is offered holds when the changed house is judged from scratch; they come cheapest first.
    void repairsAreProved()
    {
        const plan::Plan plan = houseOf(std::string(kHouse) + "set spread 2 pse=type2\n");
        IdSource ids(9);
        ids.startAfter(plan::greatestId(plan));
        const auto repairs = repairsFor(std::make_shared<const plan::Plan>(plan), knowledge(), ids, 0);
        QVERIFY(repairs.size() >= 3);
        QStringList kinds;
        double price = 0;
        for (const Repair& one : repairs) {
            kinds << toQt(one.kind);
            QVERIFY(one.price >= price);
            price = one.price;
            QVERIFY(!one.gain.empty());
            const RepairFigures after = standingOf(one.plan, match::judgeAll(one.plan, knowledge()), knowledge());
            QCOMPARE(after.cutOff, one.after.cutOff);
            QVERIFY(after.lasts == one.after.lasts);
        }
        QVERIFY2(kinds.contains("splitter") && kinds.contains("battery-small"), qPrintable(kinds.join(' ')));
        QVERIFY2(kinds.contains("second-internet"), qPrintable(kinds.join(' ')));
        // Over the cable that is there: internet then holds as long as spread does, less for the load of the converter.
        const auto splitter =
            std::find_if(repairs.begin(), repairs.end(), [](auto& one) { return one.kind == "splitter"; });
        constexpr auto kInternet = static_cast<std::size_t>(HouseService::Internet);
        QCOMPARE(splitter->before.lasts[kInternet]->in(), 0.0);
        // By hand: 35 W + 5 W / 0.88 and the 0.02 W that 20 m of cable take = 40.70 W, 47.89 W from the battery;
        // 480 Wh x 0.75, at the 0.2nd power of 0.501 of the rated 20 h drain x 0.871: 6.548 h.
        NEAR(splitter->after.lasts[kInternet]->in() / 60, 392.9, 0.001);
    }
    /// Moved from the large unit to the small one, the switch would take minutes from the store: no repair.
    void nothingIsTakenFromAnotherService()
    {
        const plan::Plan plan = houseOf(std::string(kHouse) +
                                        "add ups small in cellar, fed=\"outlet o\" battery-wh=90 usual-w=0\n"
                                        "set vault fed=small\n");
        IdSource ids(9);
        ids.startAfter(plan::greatestId(plan));
        const auto before = standingOf(plan, match::judgeAll(plan, knowledge()), knowledge());
        for (const Repair& one : repairsFor(std::make_shared<const plan::Plan>(plan), knowledge(), ids, 0)) {
            double gained = 0, lost = 0;
            for (std::size_t at = 0; at < kHouseServices.size(); ++at) {
                if (!before.whole[at]) continue;
                const double more = one.after.whole[at]->in() - before.whole[at]->in();
                if (std::abs(more) > std::max(300.0, 0.1 * before.whole[at]->in()))
                    (more > 0 ? gained : lost) += std::abs(more);
            }
            QVERIFY2(lost == 0 || gained > 2 * lost, one.what.text().c_str());
            // What is lost is said.
            QVERIFY(lost == 0 || one.gain.text().find("but ") != std::string::npos);
        }
    }
    /// A second way never adds a single point of failure.
    void aSecondWayNeverHurts()
    {
        const plan::Plan plan = houseOf(kHouse);
        const auto before = standingOf(plan, match::judgeAll(plan, knowledge()), knowledge());
        const plan::Plan more = houseOf("add run gate 2 - spread 5, cat6 2m label=g2", plan);
        const auto after = standingOf(more, match::judgeAll(more, knowledge()), knowledge());
        QVERIFY(after.singlePoints < before.singlePoints && after.cutOff < before.cutOff);
    }
    void aBackupElsewhere()
    {
        const plan::Plan plan =
            houseOf(std::string(kHouse) +
                    "add building shed 20m away\nadd switch ssw in shed, power-source=outlet: 4x rj45\n"
                    "add run ssw 1 - spread 6, cat6 30m\n"
                    "add storage copy in cellar, backup=yes power-source=outlet: rj45\n"
                    "add run spread 7 - copy, cat6 2m\n");
        IdSource ids(9);
        ids.startAfter(plan::greatestId(plan));
        bool isFound = false;
        for (const Repair& one : repairsFor(std::make_shared<const plan::Plan>(plan), knowledge(), ids, 0)) {
            if (one.kind != "backup-elsewhere") continue;
            isFound = true;
            QCOMPARE(one.before.atRisk, 1);
            QCOMPARE(one.after.atRisk, 0);
            const plan::Device* copy = plan::deviceNamed(one.plan, "copy");
            QCOMPARE(one.plan.places.find(copy->place)->name, std::string("shed"));
        }
        QVERIFY(isFound);
    }
};

SOKUDO_TEST(OutageTest)
#include "outage_test.moc"
