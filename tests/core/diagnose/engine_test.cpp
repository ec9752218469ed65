// SPDX-License-Identifier: GPL-3.0-or-later
// The worked run of the method, figure by figure, and what must hold for all causes.
#include "core/diagnose/engine.h"
#include "core/kb/cause_rows.h"
#include "core/kb/load.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::diagnose;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

/// The tables of the worked run, which stay as they were; shipped rows grow.
const kb::KnowledgeBase& worked()
{
    static const kb::KnowledgeBase kb = [] {
        kb::Files files = kb::embeddedFiles();
        for (const char* table : {"causes.csv", "flags.csv", "checks.csv"})
            files[table] = testing::sourceFile(QString("tests/data/diagnosis/") + table).toStdString();
        auto loaded = kb::load(files);
        if (!loaded) qFatal("%s", loaded.error().message().c_str());
        return std::move(*loaded);
    }();
    return kb;
}

// Copper, a bus card, a file copy, internet access: the context of the worked run.
const Context kContext{"copper", "pcie", "file", "inet"};

Observation seen(bool present) { return {present, Witness::Measured, {}}; }

double shareOf(const std::vector<Belief>& beliefs, std::string_view id)
{
    for (const Belief& belief : beliefs)
        if (belief.cause->id == id) return belief.share;
    return -1;
}

const NextCheck* checkOf(const std::vector<NextCheck>& checks, std::string_view id)
{
    for (const NextCheck& check : checks)
        if (check.check->id == id) return &check;
    return nullptr;
}

Evidence afterStep2()
{
    return {{"e06", seen(true)},  {"e05", seen(false)}, {"e07", seen(false)}, {"e08", seen(false)},
            {"e10", seen(false)}, {"e14", seen(false)}, {"e12", seen(false)}};
}

std::vector<Belief> beliefsOf(const kb::KnowledgeBase& kb, const Context& context, const Evidence& evidence)
{
    return rank(kb, context, evidence).beliefs;
}

}  // namespace

class EngineTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theContextDecidesWhatIsPossible()
    {
        const auto all = beliefsOf(worked(), kContext, {});
        double weights = 0;
        for (const Belief& belief : all) weights += belief.cause->weight;
        QCOMPARE(weights, 802.0);
        QCOMPARE(shareOf(all, "C17"), -1.0);  // a dirty fibre needs a fibre
        QVERIFY(shareOf(beliefsOf(worked(), {"fibre"}, {}), "C17") > 0);
        NEAR(shareOf(all, "C06"), 60.0 / 802, 1e-9);
    }
    void firstChecksByWhatTheyTeach_data()
    {
        QTest::addColumn<QString>("check");
        QTest::addColumn<double>("bits");
        QTest::addColumn<double>("effort");
        QTest::newRow("T03") << "T03" << 0.76 << 1.0;
        QTest::newRow("T01") << "T01" << 0.32 << 0.5;
        QTest::newRow("T05") << "T05" << 0.38 << 1.0;
        QTest::newRow("T06") << "T06" << 0.14 << 0.5;
        QTest::newRow("T07") << "T07" << 0.21 << 1.0;
        QTest::newRow("T04") << "T04" << 0.20 << 1.0;
    }
    void firstChecksByWhatTheyTeach()
    {
        QFETCH(QString, check);
        QFETCH(double, bits);
        QFETCH(double, effort);
        const auto checks = nextChecks(worked(), beliefsOf(worked(), kContext, {}), {});
        const NextCheck* found = checkOf(checks, check.toStdString());
        QVERIFY(found);
        QVERIFY2(std::fabs(found->bits - bits) < 0.011, qPrintable(QString::number(found->bits)));
        QCOMPARE(found->effort, effort);
        QCOMPARE(toQt(checks.front().check->id), "T03");
    }
    void afterAPlateauAtOneGigabit()
    {
        const auto beliefs = beliefsOf(worked(), kContext, afterStep2());
        for (const auto& [id, share] :
             {std::pair{"C06", 0.37}, {"C03", 0.09}, {"C47", 0.09}, {"C02", 0.07}, {"C23", 0.07}, {"C52", 0.05}})
            QVERIFY2(std::fabs(shareOf(beliefs, id) - share) < 0.011,
                     qPrintable(QString("%1 %2").arg(id).arg(shareOf(beliefs, id))));
        const auto checks = nextChecks(worked(), beliefs, afterStep2());
        QCOMPARE(toQt(checks.front().check->id), "T01");
        QVERIFY2(std::fabs(checks.front().bitsPerMinute - 0.78) < 0.02,
                 qPrintable(QString::number(checks.front().bitsPerMinute)));
    }
    void andFurtherAsInTheWorkedRun()
    {
        Evidence evidence = afterStep2();
        for (const char* flag : {"e01", "e02", "e03"}) evidence[flag] = seen(false);
        QVERIFY(std::fabs(shareOf(beliefsOf(worked(), kContext, evidence), "C06") - 0.50) < 0.011);
        for (const char* flag : {"e35", "e36", "e51"}) evidence[flag] = seen(false);
        QVERIFY(std::fabs(shareOf(beliefsOf(worked(), kContext, evidence), "C06") - 0.61) < 0.011);
        evidence["e30"] = seen(true);
        const auto beliefs = beliefsOf(worked(), kContext, evidence);
        QVERIFY(std::fabs(beliefs.front().share - 0.82) < 0.011);
        QCOMPARE(toQt(beliefs.front().cause->id), "C06");
    }
    void weightsAreTheWorkedOnes()
    {
        Evidence evidence = afterStep2();
        evidence["e30"] = seen(true);
        const auto beliefs = beliefsOf(worked(), kContext, evidence);
        std::map<std::string, double> nats;
        for (const Weight& weight : beliefs.front().weights) nats[weight.flag] = weight.nats;
        NEAR(nats["e06"], 2.20, 5e-3);
        NEAR(nats["e30"], 1.04, 5e-3);
        NEAR(nats["e12"], 0.20, 2e-2);
        NEAR(nats["e10"], 0.10, 6e-2);
        QVERIFY(std::fabs(nats["e14"]) < 0.005);
    }
    /// What was measured rules out what gives no link, or a slower one.
    void whatCrossedThePathRulesOut()
    {
        const auto whyOut = [](const Ranking& ranking, const char* id) {
            for (const RuledOut& one : ranking.out)
                if (one.cause->id == id) return toQt(one.why.text());
            return QString();
        };
        const Context context{"copper", "fibre", "cage"};
        const Ranking five = rank(knowledge(), context, {}, {}, gigabits(5));
        QVERIFY2(whyOut(five, "C22")
                     .contains("crossed the path, and no other way of the survey carries as much, so there is a link"),
                 qPrintable(whyOut(five, "C22")));
        QCOMPARE(shareOf(five.beliefs, "C22"), -1.0);
        QVERIFY(whyOut(five, "C01").contains("crossed the path, more than a link of"));
        QVERIFY(!whyOut(five, "C09").isEmpty() && !whyOut(five, "C23").isEmpty());
        // 94 Mb/s is what the open pair gives; a link that is down now may have carried 5 Gb/s before.
        const Ranking slow = rank(knowledge(), context, {}, {}, gigabits(0.0941));
        QVERIFY(shareOf(slow.beliefs, "C01") > 0 && shareOf(slow.beliefs, "C23") > 0);
        QVERIFY(shareOf(rank(knowledge(), context, {{"e01", seen(true)}}, {}, gigabits(5)).beliefs, "C22") > 0);
    }
    /// No carrier on copper, and another lead changed nothing: the lead is out, what else there is is weighed.
    void whatWasSwappedIsOut()
    {
        const Ranking got = rank(knowledge(), {"copper", "poe"}, {{"e01", seen(true)}, {"e27", seen(false)}});
        QCOMPARE(shareOf(got.beliefs, "C08"), -1.0);
        for (const char* id : {"C83", "C85", "C86", "C87", "C10"}) QVERIFY2(shareOf(got.beliefs, id) > 0.02, id);
        QVERIFY(got.beliefs.front().share < 0.6);
        const bool saysSo = std::any_of(got.out.begin(), got.out.end(), [](const RuledOut& one) {
            return one.cause->id == "C08" && one.why.text() == "another lead changed nothing";
        });
        QVERIFY(saysSo);
    }
    /// Coax without a carrier: bands, splitter or filter, key.
    void coaxHasItsOwn()
    {
        const Ranking open = rank(knowledge(), {"coax"}, {{"e01", seen(true)}});
        const Ranking joined = rank(knowledge(), {"coax"}, {{"e01", seen(true)}, {"e92", seen(true)}});
        QVERIFY(shareOf(open.beliefs, "C89") > 0.05 && shareOf(open.beliefs, "C91") > 0.03);
        QVERIFY(shareOf(joined.beliefs, "C90") > shareOf(open.beliefs, "C90"));
        QCOMPARE(toQt(joined.beliefs.front().cause->id), "C90");
    }
    void sharesSumToOne()
    {
        for (const Evidence& evidence :
             {Evidence{}, afterStep2(), Evidence{{"e46", seen(true)}, {"e20", seen(true)}}}) {
            double sum = 0;
            for (const Belief& belief : beliefsOf(knowledge(), kContext, evidence)) sum += belief.share;
            NEAR(sum, 1.0, 1e-9);
        }
    }
    /// Each cause comes out on top when what it nearly always shows is there and what it excludes is not.
    void everyCauseCanBeFound()
    {
        for (const kb::Cause& cause : knowledge().all<kb::Cause>()) {
            Context context(cause.needs.begin(), cause.needs.end());
            context.insert({"copper", "file"});
            Evidence evidence;
            bool plateauTaken = false;
            for (const auto& [flag, letter] : cause.signature) {
                const bool plateau = knowledge().find<kb::Flag>(flag)->family == "plateau";
                if (letter == 'H' && (!plateau || !plateauTaken)) {
                    evidence[flag] = seen(true);
                    plateauTaken = plateauTaken || plateau;
                }
                if (letter == 'L' || letter == 'Z') evidence[flag] = seen(false);
            }
            const auto beliefs = beliefsOf(knowledge(), context, evidence);
            const auto at = std::find_if(beliefs.begin(), beliefs.end(),
                                         [&](const Belief& belief) { return belief.cause->id == cause.id; });
            QVERIFY2(at - beliefs.begin() < 2, qPrintable(QString("%1 ranks %2 behind %3")
                                                              .arg(toQt(cause.id))
                                                              .arg(at - beliefs.begin() + 1)
                                                              .arg(toQt(beliefs.front().cause->id))));
        }
    }
    void aPersonCountsLessThanAMeter()
    {
        Evidence told{{"e30", {true, Witness::Told, {}}}}, metered{{"e30", seen(true)}};
        QVERIFY(shareOf(beliefsOf(knowledge(), kContext, told), "C06") <
                shareOf(beliefsOf(knowledge(), kContext, metered), "C06"));
        QVERIFY(shareOf(beliefsOf(knowledge(), kContext, told), "C06") >
                shareOf(beliefsOf(knowledge(), kContext, {}), "C06"));
    }
    void threeSymptomsOfOneThingAreNotThreeWitnesses()
    {
        // e19, e20 and e34 are one family: the second counts 0.7, the third 0.5.
        const auto beliefs =
            beliefsOf(knowledge(), kContext, {{"e19", seen(true)}, {"e20", seen(true)}, {"e34", seen(true)}});
        for (const Belief& belief : beliefs)
            if (belief.cause->id == "C02") {
                const double full = std::log(0.45 / 0.05) + std::log(0.45 / 0.15);
                double sum = 0;
                for (const Weight& weight : belief.weights) sum += weight.nats;
                QVERIFY(sum < full && sum > std::log(0.45 / 0.05));
            }
    }
    void whatIsKnownIsNotAskedAgain()
    {
        const auto checks = nextChecks(knowledge(), beliefsOf(knowledge(), kContext, afterStep2()), afterStep2());
        QVERIFY(!checkOf(checks, "T03"));
    }
    void words()
    {
        QCOMPARE(toQt(likelihoodWord(0.80)), "very likely");
        QCOMPARE(toQt(likelihoodWord(0.79)), "likely");
        QCOMPARE(toQt(likelihoodWord(0.20)), "possible");
        QCOMPARE(toQt(likelihoodWord(0.19)), "less likely");
    }
};

SOKUDO_TEST(EngineTest)
#include "engine_test.moc"
