// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // class 4 takes 30 W
    {"rj45:1000base-t pse=type2 pse-budget=60 pse-others=31 / cat5e 20m / rj45:1000base-t pd=class4", Verdict::NoLink,
     kNoRate, "po-03"},
    {"rj45:1000base-t pse=type2 pse-budget=60 pse-others=30 / cat5e 20m / rj45:1000base-t pd=class4", Verdict::Fits,
     kSilent, "po-03"},
    // (51 - 8) x 0.88 = 37.84 W are left: two of class 3 fit, one of class 3 and one of class 4 do not
    {"rj45:1000base-t pse=type2 fed-w=51 own-w=8 pse-others=15.4 / cat5e 20m / rj45:1000base-t pd=class3",
     Verdict::Fits, kSilent, "po-09"},
    {"rj45:1000base-t pse=type2 fed-w=51 own-w=8 pse-others=15.4 / cat5e 20m / rj45:1000base-t pd=class4",
     Verdict::NoLink, kNoRate, "po-09"},
    // A fed switch whose own draw nobody read: what it has left is not known.
    {"rj45:1000base-t pse=type2 fed-w=51 / cat5e 20m / rj45:1000base-t pd=class3", Verdict::Unknown, kNoRate, "po-09"},
};

}  // namespace

SOKUDO_RULE_ROWS(PowerBudgetTest, "power-budget", kRows)

class PowerBudgetTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Without a stated figure the other ports of the switch are added up from the plan: the port of the lowest number
    /// gets its power first, and the one that goes without is named, once.
    void theOtherPortsAreAddedUp()
    {
        PlanBuilder house;
        house.place("hall").device("core").device("left", plan::Role::Camera).device("right", plan::Role::Camera);
        for (const char* port : {"1", "2"}) source(house, "core", port, "type2");
        for (const char* device : {"left", "right"}) fed(house, device, "1", "class4");
        house.run("a", "core 1", "left 1", "cat6", 20).run("b", "core 2", "right 1", "cat6", 20);
        const auto without = [&](const char* watt) {
            PlanBuilder changed = house;
            changed.changeDevice("core", [&](plan::Device& device) { device.traits.set("pse-budget", watt); });
            return dark(changed.plan(), "po-03");
        };
        QCOMPARE(without("59"), QStringList{"core 2 — right 1"});
        QCOMPARE(without("60"), QStringList{});
        QCOMPARE(without("29"), (QStringList{"core 1 — left 1", "core 2 — right 1"}));
    }
    /// A switch in the middle is fed over its cable and feeds two more: what it is granted is taken from the link that
    /// feeds it. Type 3 grants class 6 51 W at the device; (51 − 8) × 0.88 = 37.8 W are left.
    void aSwitchInTheMiddlePassesOnWhatItHas()
    {
        PlanBuilder house;
        house.place("hall")
            .device("core")
            .device("mid")
            .device("left", plan::Role::Camera)
            .device("right", plan::Role::Camera);
        source(house, "core", "1", "type3");
        fed(house, "mid", "up", "class6");
        for (const char* port : {"1", "2"}) source(house, "mid", port, "type2");
        fed(house, "left", "1", "class3");
        fed(house, "right", "1", "class4");
        house.run("feed", "core 1", "mid up", "cat6", 20);
        house.run("a", "mid 1", "left 1", "cat6", 20).run("b", "mid 2", "right 1", "cat6", 20);
        house.changeDevice("mid", [](plan::Device& device) { device.traits.set("own-w", "8"); });
        QCOMPARE(dark(house.plan(), "po-09"), QStringList{"mid 2 — right 1"});
        // Without the link that feeds it, nobody knows.
        PlanBuilder alone = house;
        alone.changePort("core 1", [](plan::Port& port) { port.traits.set("pse", ""); });
        QCOMPARE(dark(alone.plan(), "po-09"), QStringList{});
        const auto reports = match::judgeAll(alone.plan(), knowledge());
        QVERIFY(std::any_of(reports.begin(), reports.end(), [](const match::LinkReport& report) {
            return report.title == "mid 2 — right 1" && report.verdict == Verdict::Unknown;
        }));
    }

private:
    static void source(PlanBuilder& house, const std::string& device, const std::string& port, const char* type)
    {
        house.port(device, port, "rj45").changePort(device + " " + port, [&](plan::Port& p) {
            p.traits.set("pse", type);
            p.position = port == "2" ? 2 : 1;
        });
    }
    static void fed(PlanBuilder& house, const std::string& device, const std::string& port, const char* asks)
    {
        house.port(device, port, "rj45").changePort(device + " " + port, [&](plan::Port& p) {
            p.traits.set("pd", asks);
        });
    }
    /// The links whose device gets no power by that clause, sorted.
    static QStringList dark(const plan::Plan& plan, const char* clause)
    {
        QStringList result;
        for (const match::LinkReport& report : match::judgeAll(plan, knowledge()))
            for (const match::Finding& finding : report.findings)
                if (finding.outcome.caseId == clause && finding.verdict() == Verdict::NoLink)
                    result << toQt(report.title);
        result.sort();
        return result;
    }
};

SOKUDO_TEST(PowerBudgetTest)
#include "power_budget_test.moc"
