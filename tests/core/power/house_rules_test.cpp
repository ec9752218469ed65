// SPDX-License-Identifier: GPL-3.0-or-later
// The rules of the whole house at their bounds: what is just enough says nothing, a little less does.
#include "core/power/judgement.h"

#include "core/kb/rule_rows.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::power;
using namespace sokudo::testing;

namespace {

Judgements judged(const QString& lines)
{
    const plan::Plan plan = houseOf(lines.toStdString());
    return judge(plan, match::judgeAll(plan, knowledge()), knowledge());
}

}  // namespace

class HouseRulesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void atTheBound_data()
    {
        QTest::addColumn<QString>("rule");
        QTest::addColumn<QString>("lines");
        QTest::addColumn<bool>("says");
        feeds();
        supplies();
        places();
    }
    void atTheBound()
    {
        QFETCH(QString, rule);
        QFETCH(QString, lines);
        QFETCH(bool, says);
        QStringList rules;
        for (const Judgement& one : judged(lines)) {
            rules << toQt(one.rule);
            // Each says what to do, names what it is about, and its caution is one that there is.
            QVERIFY(!one.what.empty() && !one.fix.empty() && !one.about.empty());
            QVERIFY(one.caution.empty() || knowledge().find<kb::Caution>(one.caution));
        }
        QVERIFY2(rules.contains(rule) == says, qPrintable(rules.join(' ')));
    }
    void hazardsFirst()
    {
        const Judgements all = judged(
            "add place a, soft=yes winter=-9\n"
            "add hub h in a\n"
            "add router r in a, usual-w=20 fed=\"brick 9w\"\n");
        QVERIFY(all.size() >= 4);
        for (std::size_t i = 1; i < all.size(); ++i) QVERIFY(all[i - 1].verdict >= all[i].verdict);
        QCOMPARE(all.front().verdict, Verdict::Unsafe);
    }

private:
    static void row(const char* rule, const QString& lines, bool says)
    {
        QTest::addRow("%s %d", rule, says) << rule << "add place a\n" + lines << says;
    }
    static void feeds()
    {
        const QString outlet = "add outlet o in a, sockets=2\nadd router r in a, fed=\"brick outlet o covers %1\"\n";
        row("too-few-sockets", outlet.arg(2), false);
        row("too-few-sockets", outlet.arg(3), true);
        const QString place = "set place a sockets=%1\nadd router r in a, power-source=outlet brick=2\n";
        row("too-few-sockets", place.arg(2), false);
        row("too-few-sockets", place.arg(1), true);
        const QString unit =
            "add ups u in a, backed-sockets=%1 battery-wh=9 fed=mains\nadd hub h in a, fed=u\nadd hub i in a, fed=u\n";
        row("too-few-sockets", unit.arg(2), false);
        row("too-few-sockets", unit.arg(1), true);
        const QString circuit =
            "add circuit k, breaker=10 volts=100\nadd outlet o in a, circuit=k\n"
            "add computer c in a, usual-w=10 most-w=%1 fed=\"outlet o\"\n";
        row("overload", circuit.arg(1000), false);
        row("overload", circuit.arg(1001), true);
        const QString rating =
            "add outlet o in a, rating=50\nadd computer c in a, usual-w=10 most-w=%1 fed=\"outlet o\"\n";
        row("overload", rating.arg(50), false);
        row("overload", rating.arg(51), true);
    }
    static void supplies()
    {
        const QString brick = "add router r in a, most-w=%1 fed=\"brick 24w\"\n";
        row("supply-too-small", brick.arg(24), false);
        row("supply-too-small", brick.arg(25), true);
        const QString battery =
            "add ups u in a, usual-w=0 battery-wh=100 battery-w=%1 fed=mains\nadd hub h in a, usual-w=30 fed=u\n";
        row("battery-overloaded", battery.arg(30), false);
        row("battery-overloaded", battery.arg(29), true);
        row("battery-not-known", "add ups u in a, battery-wh=100 fed=mains\n", false);
        row("battery-not-known", "add ups u in a, fed=mains\n", true);
        row("source-not-known", "add panel p in a\nadd phone f in a\nadd coax splitter c in a\n", false);
        row("source-not-known", "add hub h in a\n", true);
        const QString strip = "add outlet o in a\nadd strip s in a, into=o\nadd strip t in a, into=%1\n";
        row("chained-strips", strip.arg("o"), false);
        row("chained-strips", strip.arg("s"), true);
        const QString two = "add outlet o in a\nadd outlet q in a\nadd switch s in a, fed=\"outlet o + outlet %1\"\n";
        row("supplies-together", two.arg("q"), false);
        row("supplies-together", two.arg("o"), true);
    }
    static void places()
    {
        const QString air = "set place a summer=%1\nadd hub h in a, power-source=outlet\n";
        row("too-warm", air.arg(40), false);
        row("too-warm", air.arg(41), true);
        const QString cupboard = "add cupboard c in a%1\nadd router r in c, usual-w=12 power-source=outlet\n";
        row("air-not-known", cupboard.arg(", litres=900 vents=4 vent-cm2=90"), false);
        row("air-not-known", cupboard.arg(""), true);
        const QString fans = "set place a quiet=living\nadd switch s in a, fans=2 fan-mm=%1 power-source=outlet\n";
        row("noise", fans.arg(61), false);
        row("noise", fans.arg(60), true);
        const QString rack =
            "add rack r in a, carries-weight=20kg rack-units=4\nadd switch s in r, weight=%1kg unit=1 "
            "power-source=outlet\n";
        row("too-heavy", rack.arg(10), false);
        row("too-heavy", rack.arg(11), true);
        const QString vents = "add switch s in a, clearance=%1cm power-source=outlet\n";
        row("no-clearance", vents.arg(3), false);
        row("no-clearance", vents.arg(2), true);
        const QString duties = "add router g in a, power-source=outlet%1\nadd service net, box=g\n";
        row("roles-in-one-box", duties.arg(""), false);
        row("roles-in-one-box", duties.arg(" share=smb"), true);
    }
};

SOKUDO_TEST(HouseRulesTest)
#include "house_rules_test.moc"
