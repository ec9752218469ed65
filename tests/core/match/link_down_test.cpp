// SPDX-License-Identifier: GPL-3.0-or-later
#include <set>

#include "core/kb/trade_rows.h"
#include "core/match/link_down.h"
#include "core/match/rule.h"
#include "core/oneline/link_line.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::testing;
using match::StepState;

namespace {

match::LinkDown dark(const char* line)
{
    const auto plan = oneline::planFromLinkLine(line, knowledge());
    if (!plan) qFatal("%s", plan.error().message().c_str());
    return match::linkDown(*plan, match::judgeAll(*plan, knowledge()).front(), knowledge());
}

QString states(const match::LinkDown& link)
{
    QStringList result;
    for (const match::LinkDownStep& step : link.steps)
        result << toQt(step.row->id) + "=" + toQt(match::word(step.state));
    return result.join(", ");
}

}  // namespace

class LinkDownTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// A 25G lead: correction, then rate, then cage, then class.
    void theOrderOfALead()
    {
        QCOMPARE(states(dark("sfp28 / dac 3m / sfp28")),
                 "fec=look, speed=look, module-cage=ruled out, lead-class=look");
        const auto told = dark("sfp28 rates=25 fec=rs / dac 3m class=l / sfp28 rates=25 fec=rs");
        QCOMPARE(states(told), "fec=ruled out, speed=ruled out, module-cage=ruled out, lead-class=ruled out");
        QVERIFY(!told.next());
        QCOMPARE(told.minutes, 0.0);
    }
    void theFaultIsShownWhereItIs()
    {
        const auto unequal = dark("sfp28 rates=25 fec=rs / dac 3m class=l / sfp28 rates=25 fec=none");
        QCOMPARE(unequal.next()->row->id, std::string("fec"));
        QCOMPARE(unequal.next()->state, StepState::Found);
        QVERIFY(unequal.next()->because.text().find("do not align") != std::string::npos);
        // one end left to guess: a cheap look before anything else
        const auto half = dark("sfp28 rates=25 fec=rs / dac 3m class=l / sfp28 rates=25 fec=auto");
        QCOMPARE(half.next()->row->id, std::string("fec"));
        QCOMPARE(half.next()->state, StepState::Look);
        const auto wrongCage =
            dark("sfp+ rates=10 module=25gbase-sr fec=none / om4 9m / sfp28:25gbase-sr,fec=none,rates=25");
        QVERIFY2(states(wrongCage).contains("module-cage=this is it"), qPrintable(states(wrongCage)));
    }
    void fibreAsksForLightInsteadOfAClass()
    {
        QCOMPARE(states(dark("sfp28:25gbase-sr,fec=rs,rates=25 / om4 9m / sfp28:25gbase-sr,fec=rs,rates=25")),
                 "fec=ruled out, speed=ruled out, module-cage=ruled out, light=look");
        QVERIFY(
            states(dark("sfp28:25gbase-sr,fec=rs,rates=25 rx=-4 / om4 9m / sfp28:25gbase-sr,fec=rs,rates=25 rx=-38"))
                .contains("light=this is it"));
        QVERIFY(states(dark("sfp28:25gbase-sr,fec=rs,rates=25 rx=-4 / om4 9m / sfp28:25gbase-sr,fec=rs,rates=25 rx=-4"))
                    .contains("light=ruled out"));
    }
    /// A rate that the module cannot run at is the fault of the setting. One step is it, the others are looked at.
    void oneStepIsTheFault()
    {
        const auto forced = dark("sfp28:25gbase-sr,rate=10,fec=rs / om4 9m / sfp28:25gbase-sr,rates=25,fec=rs");
        QVERIFY2(states(forced).contains("speed=this is it"), qPrintable(states(forced)));
        QVERIFY2(states(forced).contains("module-cage=ruled out"), qPrintable(states(forced)));
        const auto three =
            dark("sfp28:25gbase-sr,rates=25,fec=rs rx=-38 / om4 900m / sfp28:25gbase-sr,rates=25,fec=none rx=-4");
        QCOMPARE(states(three).count("this is it"), 1);
        QVERIFY2(states(three).count("look") >= 1, qPrintable(states(three)));
    }
    /// Below 25 Gb/s nobody asks for correction; RJ45 at both ends has no module to see.
    void slowerLinksAskLess()
    {
        QVERIFY(!states(dark("sfp+:10gbase-sr / om4 9m / sfp+:10gbase-sr")).contains("fec"));
        QVERIFY(dark("rj45 / cat6a 9m / rj45").steps.empty());
    }
    void everyStepNamesRulesThatExist()
    {
        std::set<std::string_view> rules;
        for (const match::Rule* rule : match::allRules()) rules.insert(rule->id);
        for (const kb::LinkDownCheck& step : knowledge().all<kb::LinkDownCheck>()) {
            QVERIFY(!step.look.empty() && step.minutes > 0 && !step.rules.empty());
            for (const std::string& rule : step.rules)
                QVERIFY2(rules.count(rule) == 1 || rule == "forced", rule.c_str());  // a case of its own
        }
    }
};

SOKUDO_TEST(LinkDownTest)
#include "link_down_test.moc"
