// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/judgement.h"
#include "core/power/place_fit.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

Judgements judged(const std::string& lines)
{
    const plan::Plan plan = houseOf(lines);
    return judge(plan, match::judgeAll(plan, knowledge()), knowledge());
}
const Judgement* ruleIn(const Judgements& all, const char* rule)
{
    for (const Judgement& one : all)
        if (one.rule == rule) return &one;
    return nullptr;
}

}  // namespace

class PlacesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The same box as in the formula's own test, and the air that 40 W need for 9 K: 2.985 · 40 / 9 = 13.3 m³/h.
    void aShutCupboard()
    {
        const plan::Plan plan = houseOf(
            "add place a, summer=26\nadd cupboard box in a, litres=160 vents=0 most-air=35\n"
            "add router r in box, usual-w=40 power-source=outlet\n");
        const Feeds feeds(plan, match::judgeAll(plan, knowledge()), knowledge());
        const auto fits = placeFits(plan, feeds, knowledge());
        QCOMPARE(fits.size(), 1u);
        NEAR(fits[0].heat.usual.in(), 40, 1e-6);
        NEAR(fits[0].needs->in(), 2.985 * 40 / 9, 0.05);
        const auto alone =
            formulas::settled({Watt::of(40), Volume::of(0.16), 0, {}, {}, Celsius::of(26), {}}, knowledge());
        QCOMPARE(fits[0].settled->usual.in(), alone->usual.in());
        const Judgements all = judge(plan, match::judgeAll(plan, knowledge()), knowledge());
        QVERIFY(ruleIn(all, "too-warm"));
        QCOMPARE(ruleIn(all, "too-warm")->caution, std::string("shut-in"));
    }
    /// More vents never make it warmer.
    void ventsCool()
    {
        double before = 1000;
        for (int vents : {0, 2, 4, 8}) {
            const plan::Plan plan = houseOf(
                "add place a, summer=26\nadd cupboard box in a, litres=160 vent-cm2=60 vents=" + std::to_string(vents) +
                "\nadd router r in box, usual-w=40 power-source=outlet\n");
            const Feeds feeds(plan, match::judgeAll(plan, knowledge()), knowledge());
            const double at = placeFits(plan, feeds, knowledge()).front().settled->usual.in();
            QVERIFY(at < before);
            before = at;
        }
    }
    void climateAndNoise()
    {
        QVERIFY(ruleIn(judged("add place loft, winter=-5\nadd switch s in loft, power-source=outlet\n"), "frost"));
        QVERIFY(!ruleIn(judged("add place loft, winter=4\nadd switch s in loft, power-source=outlet\n"), "frost"));
        QVERIFY(
            ruleIn(judged("add place barn, dust=dusty\nadd switch s in barn, fans=2 power-source=outlet\n"), "dust"));
        const std::string room = "add place bed, quiet=sleeping\nadd switch s in bed, power-source=outlet fans=";
        QVERIFY(ruleIn(judged(room + "2 fan-mm=40\n"), "noise"));
        QVERIFY(!ruleIn(judged(room + "0\n"), "noise"));
        QCOMPARE(
            ruleIn(judged("add place a, soft=yes\nadd router r in a, power-source=outlet\n"), "soft-around")->verdict,
            Verdict::Unsafe);
    }
    void depthWeightAndAir()
    {
        const std::string rack = "add place a\nadd rack r in a, rack-units=12 inside-depth=45cm carries-weight=30kg\n";
        const Judgements deep = judged(rack + "add switch s in r, depth=42cm unit=1 power-source=outlet\n");
        QCOMPARE(ruleIn(deep, "too-deep")->verdict, Verdict::Marginal);
        const Judgements deeper = judged(rack + "add switch s in r, depth=50cm unit=1 power-source=outlet\n");
        QCOMPARE(ruleIn(deeper, "too-deep")->verdict, Verdict::Unsafe);
        // 20 kg on a rack for 30: less than twice.
        const std::string heavy =
            "add ups u in r, weight=16kg height-u=2 unit=8 battery-wh=100 power-source=outlet\n"
            "add switch s in r, weight=4kg unit=1 power-source=outlet\n";
        const Judgements weighed = judged(rack + heavy);
        QCOMPARE(ruleIn(weighed, "too-heavy")->verdict, Verdict::Marginal);
        QVERIFY(ruleIn(weighed, "heavy-above"));
        QVERIFY(ruleIn(judged(rack + "add switch s in r, clearance=1cm power-source=outlet\n"), "no-clearance"));
        const std::string modules = rack + "add switch s in r, power-source=outlet: 4x sfp+\n";
        QVERIFY(
            ruleIn(judged(modules + "set s 1 module=10gbase-t\nset s 2 module=10gbase-t\n"), "copper-side-by-side"));
        QVERIFY(
            !ruleIn(judged(modules + "set s 1 module=10gbase-t\nset s 3 module=10gbase-t\n"), "copper-side-by-side"));
    }
    /// Asked before it is moved; nothing is changed by the asking.
    void wouldItSuit()
    {
        const plan::Plan plan = houseOf(
            "add place a\nadd place bed, quiet=sleeping\nadd rack r in a, rack-units=2 inside-depth=40cm\n"
            "add switch s in a, fans=2 fan-mm=40 height-u=1 depth=38cm power-source=outlet\n"
            "add switch t in r, height-u=2 unit=1 power-source=outlet\n");
        const auto reports = match::judgeAll(plan, knowledge());
        const auto asked = [&](const char* place) {
            const auto at =
                std::find_if(plan.places.begin(), plan.places.end(), [&](auto& one) { return one.name == place; });
            return *judgeMoved(plan, plan::deviceNamed(plan, "s")->id, (*at).id, reports, knowledge());
        };
        QVERIFY(ruleIn(asked("bed"), "noise"));
        QVERIFY(ruleIn(asked("r"), "too-deep") && ruleIn(asked("r"), "no-units"));
        QCOMPARE(asked("a").front().verdict, Verdict::Fits);
        QVERIFY(!judgeMoved(plan, {999}, (*plan.places.begin()).id, reports, knowledge()));
    }
    void howAHouseIsBuilt()
    {
        const std::string all =
            "add place a\nadd router g in a, share=smb power-source=outlet: 4x rj45\nadd service net, box=g\n";
        QVERIFY(ruleIn(judged(all), "roles-in-one-box"));
        const std::string stores = "add place a\nadd storage v in a, power-source=outlet\n";
        QVERIFY(ruleIn(judged(stores), "no-backup"));
        const Judgements beside = judged(stores + "add storage w in a, backup=yes power-source=outlet\n");
        QCOMPARE(ruleIn(beside, "backup-under-one-roof")->verdict, Verdict::Marginal);
        QVERIFY(!ruleIn(beside, "no-backup"));
        const Judgements away =
            judged(stores + "add building shed 20m away\nadd storage w in shed, backup=yes power-source=outlet\n");
        QVERIFY(!ruleIn(away, "backup-under-one-roof"));
        const Judgements lab = judged("add place a\nadd computer pc in a, lab=yes share=smb power-source=outlet\n");
        QVERIFY(ruleIn(lab, "experiments-beside-household")->what.text().find("storage") != std::string::npos);
        std::string chain = "add place a\nadd router g in a, power-source=outlet: 2x rj45\n";
        std::string last = "g 1";
        for (char name = 'b'; name < 'g'; ++name) {
            chain += std::string("add switch ") + name + " in a, power-source=outlet: 2x rj45\nadd run " + last +
                     " - " + name + " 1, cat6 2m\n";
            last = std::string(1, name) + " 2";
        }
        chain += "add computer pc in a, power-source=outlet: rj45\nadd run " + last + " - pc, cat6 2m\n";
        QVERIFY(ruleIn(judged(chain), "deep-chain")->what.text().find("5 devices") != std::string::npos);
        const Judgements jack = judged(
            "add place a\nadd place b\nadd switch s in a, power-source=outlet: 2x rj45\n"
            "add jack j in b: W1\nadd run s 1 - j W1, cat6a 9m\n");
        QVERIFY(ruleIn(jack, "one-cable"));
    }
};

SOKUDO_TEST(PlacesTest)
#include "places_test.moc"
