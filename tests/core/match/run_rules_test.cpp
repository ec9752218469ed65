// SPDX-License-Identifier: GPL-3.0-or-later
// Precedence, and what must hold for every rule.
#include <set>

#include "core/kb/provenance.h"
#include "core/kb/rule_rows.h"
#include "core/match/rule.h"
#include "link_check.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::testing;

class RunRulesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void worstFirstAndLowestRate()
    {
        const auto report =
            oneline::judgeLinkLine("rj45:10gbase-t / cat6 58m bundled between-buildings / rj45:5gbase-t", knowledge());
        QVERIFY(report);
        QCOMPARE(report->verdict, Verdict::Unsafe);
        QCOMPARE(*report->rate, gigabits(5));
        for (std::size_t i = 1; i < report->findings.size(); ++i)
            QVERIFY(report->findings[i - 1].verdict() >= report->findings[i].verdict());
    }
    void unsafeDoesNotHideNoLink()
    {
        const auto report =
            oneline::judgeLinkLine("rj45:10gbase-t / cat6 130m between-buildings / rj45:10gbase-t", knowledge());
        QCOMPARE(report->verdict, Verdict::Unsafe);
        QVERIFY(!report->rate);
    }
    /// A cable from panel to jack with nothing plugged in carries no rate yet, however good it is.
    void aSocketWithNothingPluggedIn()
    {
        PlanBuilder house;
        house.place("hall").device("panel", plan::Role::Panel).port("panel", "1", "rj45");
        house.device("plate", plan::Role::Jack).port("plate", "W1", "rj45");
        house.device("core").port("core", "1", "rj45");
        for (const char* socket : {"panel", "plate"})
            house.changeDevice(socket, [](plan::Device& one) { one.traits.set("category", "cat6a"); });
        house.run("drop", "panel 1", "plate W1", "cat6a", 24);
        const auto judged = [&] {
            const auto link = plan::linkOf(house.plan(), house.runId("drop"));
            return match::judge(match::linkContext(house.plan(), *link, knowledge()));
        };
        QCOMPARE(judged().verdict, Verdict::Unknown);
        QVERIFY(!judged().rate);
        QVERIFY2(judged().reason().find("panel 1 and plate W1") != std::string::npos, judged().reason().c_str());
        house.device("pc", plan::Role::Computer).port("pc", "1", "rj45");
        house.run("cord", "core 1", "panel 1", "cat6a", 1).run("cord-2", "plate W1", "pc 1", "cat6a", 2);
        QCOMPARE(judged().verdict, Verdict::Fits);
        QCOMPARE(*judged().rate, gigabits(10));
    }
    /// 60 m on each side of an injector are 120 m: more than a channel of Cat 6A has.
    void anInjectorEndsNoChannel()
    {
        const auto judged = [](double behind) {
            PlanBuilder house;
            house.place("hall").device("core").port("core", "1", "rj45").device("ap", plan::Role::AccessPoint);
            house.port("ap", "1", "rj45").device("inj", plan::Role::Injector).port("inj", "in", "rj45");
            house.port("inj", "out", "rj45").run("near", "core 1", "inj in", "cat6a", 60);
            house.run("far", "inj out", "ap 1", "cat6a", behind);
            match::LinkReport report;
            for (const auto& one : match::judgeAll(house.plan(), knowledge()))
                if (one.link.id() == house.runId("near")) report = one;
            return report;
        };
        QCOMPARE(judged(30).verdict, Verdict::Fits);
        const auto far = judged(60);
        QVERIFY(far.verdict > Verdict::Unknown);
        QVERIFY2(far.reason().find("120") != std::string::npos, far.reason().c_str());
    }
    void unknownStandsBetweenMarginalAndLimited()
    {
        QVERIFY(Verdict::Fits < Verdict::Limited && Verdict::Limited < Verdict::Unknown &&
                Verdict::Unknown < Verdict::Marginal);
        QVERIFY(Verdict::Marginal < Verdict::NoLink && Verdict::NoLink < Verdict::Unsafe);
        for (Verdict verdict : kAllVerdicts) QCOMPARE(*verdictFromCode(code(verdict)), verdict);
        QVERIFY(!verdictFromCode("works"));
    }
    void rulesAreDescribed()
    {
        std::set<std::string_view> ids;
        for (const match::Rule* rule : match::allRules()) {
            QVERIFY2(ids.insert(rule->id).second, rule->id.data());
            QVERIFY(!rule->title.empty() && !rule->why.empty() && rule->check);
        }
    }
    /// Each numbered clause belongs to a rule that can speak by it, and no rule names one that does not exist.
    /// sf-06 is about our own words: `contradictions` looks through them.
    void everyClauseHasItsRule()
    {
        std::set<std::string> said{std::string("sf-") + "06"};
        for (const match::Rule* rule : match::allRules())
            for (const std::string& id : text::words(rule->clauses)) {
                QVERIFY2(knowledge().find<kb::RuleClause>(id), id.c_str());
                said.insert(id);
            }
        // 143 clauses of the reference, and those of ours about cards, hand-offs, extenders, mounts and tests, about
        // the parts of a channel, television on coax, unfed devices, legs that are not there, and cords for 10GBASE-LRM
        const std::set<std::string> later{"cu-38", "cu-39", "cx-13", "fo-27", "fo-28", "po-10", "po-11",
                                          "po-12", "po-13", "po-14", "po-15", "po-16", "po-17", "md-31"};
        const auto ours = std::count_if(
            knowledge().all<kb::RuleClause>().begin(), knowledge().all<kb::RuleClause>().end(),
            [&](const kb::RuleClause& row) { return row.id.starts_with("hw-") || later.contains(row.id); });
        QCOMPARE(knowledge().all<kb::RuleClause>().size(), static_cast<std::size_t>(143 + ours));
        for (const kb::RuleClause& row : knowledge().all<kb::RuleClause>())
            QVERIFY2(said.count(row.id) == 1, row.id.c_str());
    }
    /// Every sentence that the demo house and a set of lines bring out is whole: no placeholder left, a source that
    /// resolves.
    void sentencesAreWhole()
    {
        const plan::Plan plan = lanternRow();
        std::vector<match::LinkReport> reports;
        for (const match::LinkReport& report : match::judgeAll(plan, knowledge())) reports.push_back(report);
        for (const char* line : {"sfp+:10gbase-zr / os2 9m / sfp+:10g-zr", "qsfp28 / dac 20m / sfp28",
                                 "rj45 rates=10 / cat5e 70m / rj45 rates=1",
                                 "sfp28:25gbase-sr,fec=none / om3 90m joints=9 / sfp28:25gbase-sr,fec=none"})
            reports.push_back(*oneline::judgeLinkLine(line, knowledge()));
        for (const match::LinkReport& report : reports)
            for (const match::Finding& finding : report.findings) {
                const QString text = toQt(finding.text());
                QVERIFY2(!text.contains('{') && !text.contains('}') && text.size() > 10, qPrintable(text));
                QVERIFY2(knowledge().find<kb::Clause>(finding.outcome.from.source),
                         finding.outcome.from.source.view().data());
            }
    }
    void noLinkHasNoRateAndFitsHasOne()
    {
        for (const match::LinkReport& report : match::judgeAll(lanternRow(), knowledge())) {
            if (report.verdict == Verdict::NoLink) QVERIFY(!report.rate);
            if (report.verdict == Verdict::Fits) QVERIFY2(report.rate, report.title.c_str());
            QVERIFY(!report.reason().empty());
        }
    }
    void anUntracedCableIsUnknown()
    {
        PlanBuilder built;
        built.device("switch").port("switch", "1", "rj45").run("lost", "switch 1", "", "cat6", 0);
        const auto reports = match::judgeAll(built.plan(), knowledge());
        QCOMPARE(reports.size(), std::size_t{1});
        QCOMPARE(reports[0].verdict, Verdict::Unknown);
        QVERIFY(!reports[0].rate);
        QCOMPARE(toQt(reports[0].title), "switch 1 — not traced");
    }
};

SOKUDO_TEST(RunRulesTest)
#include "run_rules_test.moc"
