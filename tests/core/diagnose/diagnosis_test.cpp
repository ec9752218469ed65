// SPDX-License-Identifier: GPL-3.0-or-later
// What a path can suffer from, what is asked, what the owner takes back, and the cautions at each step.
#include "core/diagnose/inquiry.h"
#include "core/kb/cause_rows.h"
#include "core/kb/rule_rows.h"
#include "plan_builder.h"

using namespace sokudo;
using namespace sokudo::diagnose;
using sokudo::testing::knowledge;
using sokudo::testing::PlanBuilder;
using sokudo::testing::toQt;

namespace {

Observation told(bool present) { return {present, Witness::Told, {}}; }

measure::Trial trialOf(const PlanBuilder& built, double gbps)
{
    measure::Trial trial;
    trial.id = {1};
    trial.at = *measure::timeFromIso("2026-11-25T20:00:00Z");
    trial.from = built.deviceId("left");
    trial.to = built.deviceId("right");
    trial.rate = {gigabits(gbps), gigabits(gbps), gigabits(gbps)};
    trial.origin = measure::Origin::Measured;
    return trial;
}

Inquiry ask(const PlanBuilder& built, double gbps, const UserAnswers& owner = {})
{
    const std::vector<measure::Trial> trials{trialOf(built, gbps)};
    return inquire(built.plan(), knowledge(), analyse(built.plan(), knowledge()), trials.front(),
                   {trials, {}, {}, owner});
}

bool suspects(const Diagnosis& diagnosis, std::string_view cause)
{
    return std::any_of(diagnosis.causes.begin(), diagnosis.causes.end(),
                       [&](const LikelyCause& one) { return one.belief.cause->id == cause; });
}

bool asks(const Diagnosis& diagnosis, std::string_view check)
{
    return std::any_of(diagnosis.next.begin(), diagnosis.next.end(),
                       [&](const NextCheck& one) { return one.check->id == check; });
}

}  // namespace

class DiagnosisTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// Every tag that a cause needs comes from the plan.
    void theContextIsWhatThePlanHas_data()
    {
        QTest::addColumn<QString>("tag");
        QTest::addColumn<std::function<void(PlanBuilder&)>>("state");
        const auto row = [](const char* tag, std::function<void(PlanBuilder&)> state) {
            QTest::newRow(tag) << tag << std::move(state);
        };
        const auto port = [](const char* trait, const char* value) {
            return [=](PlanBuilder& built) {
                built.changePort("left 1", [&](plan::Port& one) { one.traits.set(trait, value); });
            };
        };
        const auto device = [](const char* trait, const char* value) {
            return [=](PlanBuilder& built) {
                built.changeDevice("left", [&](plan::Device& one) { one.traits.set(trait, value); });
            };
        };
        const auto medium = [](const char* id) {
            return [=](PlanBuilder& built) { built.changeRun("a", [&](plan::Run& run) { run.medium = id; }); };
        };
        row("usb", port("usb", "5000000000"));
        row("poe", port("pse", "type2"));
        row("breakout", port("split", "4"));
        row("lag", port("bond", "ports"));
        row("vm", device("virtual", "virtio"));
        row("numa", device("numa", "near"));
        row("inet", device("plan-rate", "1000000000"));
        row("plc", medium("power-line"));
        row("60g", medium("radio-60"));
        row("wifi", medium("wifi"));
        row("coax", medium("coax"));
        row("copper", medium("cat6a"));
        row("fibre", medium("om3"));
        row("dac", [](PlanBuilder&) {});
        row("cage", [](PlanBuilder&) {});
        row("pcie", [](PlanBuilder& built) {
            built.slot("left", "1", 4, 8).changePort("left 1", [&](plan::Port& one) {
                one.slot = built.slotId("left", "1");
            });
        });
    }
    void theContextIsWhatThePlanHas()
    {
        QFETCH(QString, tag);
        QFETCH(std::function<void(PlanBuilder&)>, state);
        PlanBuilder built = testing::twoHosts();
        state(built);
        const auto context = ask(built, 1.5).diagnosis.context;
        QVERIFY2(context.contains(tag.toStdString()), qPrintable(tag));
    }
    /// All causes: each is suspected once the path has what it needs, and a reported sign alone can bring that in.
    void everyCauseCanBeReached()
    {
        std::map<std::string, std::string> byTag;  // tag to a flag that tells of it
        for (const kb::Flag& flag : knowledge().all<kb::Flag>())
            if (!flag.implies.empty()) byTag[flag.implies] = flag.id;
        for (const kb::Cause& cause : knowledge().all<kb::Cause>()) {
            const Context needs(cause.needs.begin(), cause.needs.end());
            QVERIFY2(suspects(diagnose::diagnose(knowledge(), needs, {}), cause.id), cause.id.c_str());
            if (needs.empty()) continue;
            if (!needs.contains("usb"))
                QVERIFY2(!suspects(diagnose::diagnose(knowledge(), {}, {}), cause.id), cause.id.c_str());
            for (const std::string& tag : cause.needs) {
                if (!byTag.contains(tag)) continue;
                UserAnswers owner;
                owner.answers[byTag[tag]] = told(true);
                QVERIFY2(suspects(diagnose::diagnose(knowledge(), {}, owner), cause.id), cause.id.c_str());
            }
        }
    }
    /// Every sign is revealed by some check, and the best test of a cause reveals one of its strong signs.
    void everySignHasACheck()
    {
        for (const kb::Flag& flag : knowledge().all<kb::Flag>()) {
            const auto& checks = knowledge().all<kb::Check>();
            const bool isRevealed = std::any_of(checks.begin(), checks.end(), [&](const kb::Check& check) {
                const std::string& name = flag.family == "plateau" ? flag.family : flag.id;
                return std::find(check.flags.begin(), check.flags.end(), name) != check.flags.end();
            });
            const bool isTold = flag.id == "e47" || flag.id == "e53";
            QVERIFY2(isRevealed || isTold, flag.id.c_str());
        }
        for (const kb::Cause& cause : knowledge().all<kb::Cause>()) {
            const kb::Check* best = knowledge().find<kb::Check>(cause.check);
            QVERIFY2(best, cause.id.c_str());
            const bool isStrong = std::any_of(best->flags.begin(), best->flags.end(), [&](const std::string& flag) {
                if (flag != "plateau") return cause.letterOf(flag) == 'H' || cause.letterOf(flag) == 'M';
                return std::any_of(cause.signature.begin(), cause.signature.end(), [](const auto& sign) {
                    return knowledge().find<kb::Flag>(sign.first)->family == "plateau" && sign.second != 'Z';
                });
            });
            QVERIFY2(isStrong, cause.id.c_str());
        }
    }
    void aFullResultHasNothingToExplain()
    {
        const auto fine = ask(testing::twoHosts(), 9.3);
        QVERIFY(fine.diagnosis.causes.empty() && fine.diagnosis.next.empty());
        QVERIFY(!fine.diagnosis.evidence.empty());
        QVERIFY(!ask(testing::twoHosts(), 4.0).diagnosis.causes.empty());
    }
    /// A link that is down keeps its context, and is not explained by what only slows a link.
    void aLinkThatIsDown()
    {
        PlanBuilder built = testing::twoHosts();
        built.changePort("left 1", [](plan::Port& port) { port.rates = {gigabits(1)}; });
        built.changePort("mid 1", [](plan::Port& port) { port.rates = {gigabits(10)}; });
        const Diagnosis down = ask(built, 0.5).diagnosis;
        QVERIFY(down.context.contains("dac") && down.context.contains("cage"));
        QVERIFY(down.evidence.at("e01").present);
        QVERIFY(suspects(down, "C13") && !suspects(down, "C28") && !suspects(down, "C37"));
        QVERIFY(!asks(down, "T03") && !asks(down, "T04") && asks(down, "T12"));
        for (const NextCheck& next : down.next) QVERIFY2(!next.check->needsLink, next.check->id.c_str());
    }
    void whatCannotBeAnsweredIsNotAskedAgain()
    {
        const auto before = diagnose::diagnose(knowledge(), {"copper"}, {});
        QVERIFY(asks(before, "T11"));
        UserAnswers owner;
        owner.unsure = {"e27"};
        const auto after = diagnose::diagnose(knowledge(), {"copper"}, owner);
        QVERIFY(!asks(after, "T11"));
        for (std::size_t i = 0; i < before.causes.size(); ++i)
            NEAR(after.causes[i].belief.share, before.causes[i].belief.share, 1e-12);  // and says nothing
    }
    void aFixThatDidNotHelpIsStruckOff()
    {
        UserAnswers owner;
        owner.answers = {{"e59", told(true)}, {"e20", told(true)}};
        const auto before = diagnose::diagnose(knowledge(), {"copper"}, owner);
        const std::string first = before.causes.front().belief.cause->id;
        owner.failed = {first};
        QVERIFY(!suspects(diagnose::diagnose(knowledge(), {"copper"}, owner), first));
    }
    /// The tester found a bad pair, and another lead did not cure it: the run is meant, not the lead.
    void aBadPairAndAnotherLeadTried()
    {
        UserAnswers owner;
        owner.answers = {{"e59", told(true)}, {"e27", told(false)}, {"e02", told(true)}};
        const auto causes = diagnose::diagnose(knowledge(), {"copper"}, owner).causes;
        const auto at = [&](const char* id) {
            return std::find_if(causes.begin(), causes.end(),
                                [&](const LikelyCause& one) { return one.belief.cause->id == id; }) -
                   causes.begin();
        };
        QVERIFY(at("C01") < at("C08") && at("C02") < at("C08"));
        QVERIFY(at("C08") > 1);
    }
    /// The slots are stated wide enough and the receiving core is full: the core leads.
    void theFullCoreLeadsWhereSlotsAreWide()
    {
        PlanBuilder built = testing::twoHosts();
        for (const char* end : {"left", "right"}) {
            built.slot(end, "1", 4, 8);
            built.changePort(std::string(end) + " 1", [&](plan::Port& port) { port.slot = built.slotId(end, "1"); });
        }
        std::vector<measure::Trial> trials{trialOf(built, 6.0)};
        trials.front().conditions = {{"busiest_core_percent", "100"}, {"mean_core_percent", "30"}};
        const auto causes =
            inquire(built.plan(), knowledge(), analyse(built.plan(), knowledge()), trials.front(), {trials, {}})
                .diagnosis.causes;
        const auto share = [&](const char* id) {
            for (const LikelyCause& one : causes)
                if (one.belief.cause->id == id) return one.belief.share;
            return 0.0;
        };
        QVERIFY2(share("C28") > 3 * share("C26") && share("C28") > 3 * share("C25"),
                 qPrintable(QString("%1 %2 %3").arg(share("C28")).arg(share("C26")).arg(share("C25"))));
    }
    /// Work that can hurt says so, and work that others notice says what it costs them.
    void cautionsAndCostsStandAtTheStep()
    {
        const auto check = [](const char* id) { return knowledge().find<kb::Check>(id); };
        const auto cause = [](const char* id) { return knowledge().find<kb::Cause>(id); };
        QVERIFY(toQt(cautionText(knowledge(), check("T12")->caution)).contains("pull every mains plug"));
        QVERIFY(toQt(cautionText(knowledge(), check("T43")->caution)).contains("shards"));
        QVERIFY(toQt(cautionText(knowledge(), check("T11")->caution)).contains("prove it dead"));
        QVERIFY(cautionText(knowledge(), check("T01")->caution).empty());
        QVERIFY(toQt(cautionText(knowledge(), cause("C20")->caution)).contains("Unplug before"));
        QVERIFY(toQt(cautionText(knowledge(), cause("C03")->caution)).contains("drill"));
        QVERIFY(toQt(cautionText(knowledge(), cause("C61")->caution)).contains("power lines"));
        QCOMPARE(toQt(check("T17")->house), QString("fills the network for the others"));
        QCOMPARE(toQt(check("T39")->house), QString("takes the link down"));
        for (const kb::Cause& one : knowledge().all<kb::Cause>())
            QVERIFY2(one.caution.empty() || knowledge().find<kb::Caution>(one.caution), one.id.c_str());
        for (const kb::Check& one : knowledge().all<kb::Check>())
            QVERIFY2(one.caution.empty() || knowledge().find<kb::Caution>(one.caution), one.id.c_str());
    }
};

SOKUDO_TEST(DiagnosisTest)
#include "diagnosis_test.moc"
