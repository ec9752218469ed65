// SPDX-License-Identifier: GPL-3.0-or-later
// What is looked at before a lead is unplugged, and the words that marks say.
#include "core/cutover/pre_check.h"

#include "core/bringup/counter_baseline.h"
#include "core/bringup/readings.h"
#include "core/cutover/acceptance.h"
#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::cutover;
using sokudo::testing::houseOf;
using sokudo::testing::knowledge;
using sokudo::testing::spaced;
using sokudo::testing::toQt;

namespace {

/// Two access points of class 4 and a camera of class 1 are fed by the old switch: 30 + 30 + 4 W by class.
const char* const kFed =
    "add place a\nadd switch s in a, pse-budget=120: 3x rj45 2.5g\nset s 1 pse=type2\nset s 2 pse=type2\n"
    "set s 3 pse=type2\nadd access point a1 in a: rj45 2.5g\nadd access point a2 in a: rj45 2.5g\n"
    "add camera c in a: rj45 1g\nset a1 1 pd=class4\nset a2 1 pd=class4\nset c 1 pd=class1\n"
    "add run s 1 - a1, cat6 9m label=A\nadd run s 2 - a2, cat6 9m label=B\nadd run s 3 - c, cat6 9m label=C\n"
    "add switch n in a: 3x rj45 2.5g\n";
const char* const kFeeds = "set n 1 pse=type2\nset n 2 pse=type2\nset n 3 pse=type2\n";

std::vector<PreCheck> checks(const std::string& more, const char* what)
{
    const plan::Plan plan = houseOf(kFed + more);
    std::vector<PreCheck> found;
    for (PreCheck& one :
         preChecks({plan, plan::deviceNamed(plan, "s")->id, plan::deviceNamed(plan, "n")->id, knowledge()}, {}))
        if (one.what == what) found.push_back(std::move(one));
    return found;
}

/// What is said of the fed devices comes after the switch's own supply.
PreCheck fed(const std::string& more)
{
    auto found = checks(more, "power");
    if (found.size() != 2) qFatal("%zu checks of power", found.size());
    return found[1];
}

}  // namespace

class PreCheckTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void powerOfTheFed_data()
    {
        QTest::addColumn<QString>("more");
        QTest::addColumn<int>("verdict");
        QTest::addColumn<QString>("says");
        const QString feeds = kFeeds;
        QTest::newRow("none") << "" << int(Verdict::NoLink) << "3 devices are fed by the old switch and n feeds none";
        QTest::newRow("budget unknown") << feeds << int(Verdict::Unknown) << "the power budget of n is not noted";
        QTest::newRow("just enough") << feeds + "set n pse-budget=64\n"
                                     << int(Verdict::Fits) << "3 devices draw 64 W of the 64 W that n gives";
        QTest::newRow("too little") << feeds + "set n pse-budget=63\n"
                                    << int(Verdict::NoLink) << "3 devices draw 64 W and n gives 63 W";
        QTest::newRow("as read") << feeds + "set n pse-budget=63\nset s 1 poe-draw=9\n"
                                 << int(Verdict::Fits) << "3 devices draw 43 W of the 63 W";
    }
    void powerOfTheFed()
    {
        QFETCH(QString, more);
        QFETCH(int, verdict);
        QFETCH(QString, says);
        const PreCheck check = fed(more.toStdString());
        QCOMPARE(int(check.verdict), verdict);
        QVERIFY2(spaced(toQt(check.says)).startsWith(says) || spaced(toQt(check.says)).contains(says),
                 qPrintable(toQt(check.says)));
    }
    void aSwitchThatFeedsNobody()
    {
        const plan::Plan plan =
            houseOf("add place a\nadd switch s in a: 2x rj45 2.5g\nadd switch n in a: 2x rj45 2.5g\n");
        int power = 0;
        for (const PreCheck& one :
             preChecks({plan, plan::deviceNamed(plan, "s")->id, plan::deviceNamed(plan, "n")->id, knowledge()}, {}))
            power += one.what == "power";
        QCOMPARE(power, 1);  // its own supply alone
    }
    /// No mark of the bench says a word of a link.
    void words()
    {
        QCOMPARE(toQt(readyWord(Verdict::Fits)), "ready");
        QCOMPARE(toQt(readyWord(Verdict::NoLink)), "missing");
        QCOMPARE(toQt(readyWord(Verdict::Unsafe)), "missing");
        QCOMPARE(toQt(readyWord(Verdict::Unknown)), "to do");
        QCOMPARE(toQt(acceptedWord(Verdict::Limited)), "less than expected");
        QCOMPARE(toQt(acceptedWord(Verdict::NoLink)), "failed");
        QCOMPARE(toQt(bringup::readWord(Verdict::Marginal)), "not as planned");
        QCOMPARE(toQt(bringup::readWord(Verdict::Unknown)), "not read");
        QCOMPARE(toQt(bringup::countedWord(Verdict::Marginal)), "errors came");
        QCOMPARE(toQt(bringup::countedWord(Verdict::Unknown)), "not counted");
    }
};

SOKUDO_TEST(PreCheckTest)
#include "pre_check_test.moc"
