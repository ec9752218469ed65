// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/questions.h"

#include "core/plan/invariants.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

survey::Understood answered(survey::Answers answers)
{
    IdSource ids(3);
    ids.startAfter(0);
    return survey::understood(answers, knowledge(), ids);
}

}  // namespace

class QuestionsTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    /// The examples that the page shows are understood to the last word.
    void theExamples()
    {
        survey::Answers answers;
        for (std::size_t i = 0; i < survey::kQuestions; ++i) answers[i] = survey::questions()[i].example;
        const auto made = answered(answers);
        for (std::size_t i = 0; i < survey::kQuestions; ++i) QCOMPARE(toQt(made.notTaken[i]), "");
        QVERIFY(plan::brokenInvariants(made.plan).empty());
        QCOMPARE(made.plan.places.size(), 5u);
        const plan::Device* core = plan::deviceNamed(made.plan, "core");
        QVERIFY(core && plan::portsOf(made.plan, core->id).size() == 10);
        QCOMPARE(made.plan.places.find(core->place)->level, -1);
        QCOMPARE(made.plan.services.size(), 1u);
        const plan::Service& service = *made.plan.services.begin();
        QCOMPARE(*service.down, gigabits(1));
        QCOMPARE(*service.up, gigabits(0.2));
        QCOMPARE(*service.handOff, gigabits(2.5));
        QCOMPARE(toQt(service.technology), "fibre");
        QCOMPARE(made.plan.runs.size(), 6u);  // two to each of the three other floors
        QCOMPARE(made.unknownLengths, 6);
        for (const char* wished : {"storage", "workstation", "camera"})
            QVERIFY2(plan::deviceNamed(made.plan, wished), wished);
        QCOMPARE(made.hazards.size(), 1u);
        QVERIFY(toQt(made.hazards.front()).contains("fibre without metal"));
        QCOMPARE(made.plan.looseEnds.size(), 3u);
    }
    void levels_data()
    {
        QTest::addColumn<QString>("answer");
        QTest::addColumn<QString>("levels");
        QTest::newRow("named") << "cellar, ground floor, upper floor, attic"
                               << "-1 0 1 2";
        QTest::newRow("without a cellar") << "ground, upper"
                                          << "0 1";
        QTest::newRow("counted") << "3 floors"
                                 << "0 1 2";
        QTest::newRow("own words") << "hall, gallery"
                                   << "0 1";
        QTest::newRow("none") << ""
                              << "";
    }
    void levels()
    {
        QFETCH(QString, answer);
        QFETCH(QString, levels);
        QStringList got;
        for (const plan::Place& place : answered({answer.toStdString()}).plan.places)
            got << QString::number(place.level);
        QCOMPARE(got.join(" "), levels);
    }
    void whatIsNotUnderstoodIsNamed()
    {
        const auto made =
            answered({"ground", "", "ground, carrier pigeon, 1 Gb/s", "ground: 8x sfp99", "sorcery", "string"});
        QCOMPARE(toQt(made.notTaken[2]), "carrier pigeon");
        QVERIFY(toQt(made.notTaken[3]).contains("8x sfp99"));
        QCOMPARE(toQt(made.notTaken[4]), "sorcery");
        QCOMPARE(toQt(made.notTaken[5]), "string");
        QVERIFY(plan::deviceNamed(made.plan, "core"));  // its place was understood
        QCOMPARE(*made.plan.services.begin()->down, gigabits(1));
    }
    void oneAnswerIsEnough()
    {
        const auto made = answered({"", "", "", "8x sfp28", "", ""});
        QCOMPARE(made.plan.places.size(), 1u);
        QVERIFY(plan::deviceNamed(made.plan, "core"));
        QVERIFY(answered({}).lines.empty());
    }
};

SOKUDO_TEST(QuestionsTest)
#include "questions_test.moc"
