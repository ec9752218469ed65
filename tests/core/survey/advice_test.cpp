// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/advice.h"

#include "house_lines.h"

using namespace sokudo;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

const char* const kHouse =
    "add room cellar level -1\nadd room study\nadd switch core in cellar: 8x rj45 10g, 2x sfp28\n"
    "add storage vault in cellar: rj45 10g\nadd run core 1 - vault 1, cat6a 4m\n";

struct Given {
    explicit Given(const std::string& lines) : plan(houseOf(kHouse + lines)) {}
    plan::Plan plan;
    std::vector<survey::Advice> all = survey::advice(plan, knowledge(), match::judgeAll(plan, knowledge()));
    const survey::Advice* find(const QString& id) const
    {
        for (const survey::Advice& one : all)
            if (id == one.id) return &one;
        return nullptr;
    }
    QString title(const char* id) const { return find(id) ? toQt(find(id)->title.text()) : QString(); }
    QString reason(const char* id) const { return find(id) ? toQt(find(id)->reason.text()) : QString(); }
};

}  // namespace

class AdviceTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void anEmptyHouseGetsNone() { QVERIFY(survey::advice({}, knowledge(), {}).empty()); }
    void aGoodPlaceIsKept()
    {
        const Given given("");
        QCOMPARE(given.title("core-place"), "Keep core in cellar");
        QVERIFY(given.reason("core-place").contains("1 of its 1 links"));
        QCOMPARE(given.title("on-the-core"), "core serves what is fast");
    }
    void aBadPlace_data()
    {
        QTest::addColumn<QString>("lines");
        QTest::addColumn<QString>("says");
        QTest::newRow("warm") << "set cellar summer=41"
                              << "41 °C";
        QTest::newRow("cold") << "set cellar winter=-8"
                              << "freezes";
        QTest::newRow("wet") << "set cellar damp=wet"
                             << "wet";
        QTest::newRow("a bedroom") << "set cellar quiet=sleeping"
                                   << "heard";
        QTest::newRow("not ours") << "set cellar place-owner=landlord"
                                  << "not agreed";
    }
    void aBadPlace()
    {
        QFETCH(QString, lines);
        QFETCH(QString, says);
        const Given given(lines.toStdString());
        QCOMPARE(given.title("core-place"), "Move core out of cellar");
        QVERIFY2(given.reason("core-place").contains(says), qPrintable(given.reason("core-place")));
    }
    void consentSettlesIt()
    {
        const Given given("set cellar place-owner=landlord consent=given");
        QCOMPARE(given.title("core-place"), "Keep core in cellar");
    }
    void whereMostLinksLead()
    {
        const Given given(
            "add computer a in study: rj45 10g\nadd computer b in study: rj45 10g\n"
            "add run core 2 - a 1, cat6a 20m\nadd run core 3 - b 1, cat6a 20m");
        QCOMPARE(given.title("core-place"), "Consider study for core");
        QVERIFY(!given.find("core-place")->other.empty());  // both practices
        QVERIFY(given.reason("core-place").contains("2 of its 3 links"));
    }
    void slowDevicesLeaveTheCore()
    {
        const Given given("add computer slow in cellar: rj45 1g\nadd run core 2 - slow 1, cat6a 4m");
        QVERIFY2(given.title("on-the-core").contains("slow"), qPrintable(given.title("on-the-core")));
        QVERIFY(!given.find("on-the-core")->other.empty());
    }
    void manyHomeRunsAskForATrunk()
    {
        std::string lines;
        for (int i = 2; i <= 7; ++i) {
            const std::string name = "pc" + std::to_string(i);
            lines += "add computer " + name + " in study: rj45 10g\nadd run core " + std::to_string(i) + " - " + name +
                     " 1, cat6a 20m\n";
        }
        const Given given(lines);
        QVERIFY2(given.title("one-trunk").contains("study"), qPrintable(given.title("one-trunk")));
        QVERIFY(given.reason("one-trunk").startsWith("6 devices"));
        QVERIFY(!given.find("one-trunk")->other.empty());
    }
    void everyAdviceHasAReasonAndAnObject()
    {
        const Given given(
            "set cellar damp=wet\nadd computer slow in study: rj45 1g\nadd run core 2 - slow 1, cat6a 20m");
        QVERIFY(given.all.size() >= 2);
        for (const survey::Advice& one : given.all) QVERIFY(!one.reason.empty() && !one.subjects.empty());
    }
};

SOKUDO_TEST(AdviceTest)
#include "advice_test.moc"
