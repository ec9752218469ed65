// SPDX-License-Identifier: GPL-3.0-or-later
// evidence: practice
#include "rule_rows.h"

#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::testing;

namespace {

constexpr LinkRow kRows[] = {
    // class 4 takes 30 W
    {"rj45:1000base-t pse=type2 pse-budget=60 pse-others=31 / cat5e 20m / rj45:1000base-t pd=class4", Verdict::Limited,
     kNoRate, "po-03"},
    {"rj45:1000base-t pse=type2 pse-budget=60 pse-others=30 / cat5e 20m / rj45:1000base-t pd=class4", Verdict::Fits,
     kSilent, "po-03"},
    // (51 - 8) x 0.88 = 37.84 W are left: two of class 3 fit, one of class 3 and one of class 4 do not
    {"rj45:1000base-t pse=type2 fed-w=51 own-w=8 pse-others=15.4 / cat5e 20m / rj45:1000base-t pd=class3",
     Verdict::Fits, kSilent, "po-09"},
    {"rj45:1000base-t pse=type2 fed-w=51 own-w=8 pse-others=15.4 / cat5e 20m / rj45:1000base-t pd=class4",
     Verdict::Limited, kNoRate, "po-09"},
};

}  // namespace

SOKUDO_RULE_ROWS(PowerBudgetTest, "power-budget", kRows)

class PowerBudgetTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Without a stated figure the other ports of the switch are added up from the plan.
    void theOtherPortsAreAddedUp()
    {
        PlanBuilder house;
        house.place("hall").device("core").device("left", plan::Role::Camera).device("right", plan::Role::Camera);
        for (const char* port : {"1", "2"})
            house.port("core", port, "rj45").changePort(std::string("core ") + port, [](plan::Port& p) {
                p.traits.set("pse", "type2");
            });
        for (const char* device : {"left", "right"})
            house.port(device, "1", "rj45").changePort(std::string(device) + " 1", [](plan::Port& p) {
                p.traits.set("pd", "class4");
            });
        house.run("a", "core 1", "left 1", "cat6", 20).run("b", "core 2", "right 1", "cat6", 20);
        const auto budget = [&](const char* watt) {
            PlanBuilder changed = house;
            changed.changeDevice("core", [&](plan::Device& device) { device.traits.set("pse-budget", watt); });
            for (const match::LinkReport& report : match::judgeAll(changed.plan(), knowledge()))
                for (const match::Finding& finding : report.findings)
                    if (finding.outcome.caseId == "po-03") return true;
            return false;
        };
        QVERIFY(budget("59"));
        QVERIFY(!budget("60"));
    }
};

SOKUDO_TEST(PowerBudgetTest)
#include "power_budget_test.moc"
