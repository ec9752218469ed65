// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/report/tour.h"

#include "house_lines.h"

using namespace sokudo;
using namespace sokudo::report;
using sokudo::testing::houseOf;
using sokudo::testing::toQt;

class TourTest : public QObject {
    Q_OBJECT
    static QString text(const plan::Plan& plan, bool isPrivateToo, const std::string& drawing = {})
    {
        const auto analysis = analyse(plan, testing::knowledge());
        return toQt(toText("House", tour({plan, testing::knowledge(), analysis, isPrivateToo, drawing})));
    }
private Q_SLOTS:
    void placeByPlace()
    {
        const plan::Plan plan = houseOf(
            "add room attic, level=2\nadd room cellar, level=-1\nadd rack R1 in cellar, rack-units=12\n"
            "add switch core in R1: 8x sfp28\nadd storage vault in cellar: 1x sfp28\n"
            "add run core 1 - vault 1, dac 2m label=q1\nadd address vault 10.0.0.2, log-in=keeper");
        const QString says = text(plan, false);
        QVERIFY2(says.contains("cellar, level -1"), qPrintable(says));
        // From the lowest up, and the rack after its room.
        QVERIFY(says.indexOf("cellar, level -1") < says.indexOf("R1, in cellar"));
        QVERIFY(says.indexOf("R1, in cellar") < says.indexOf("attic, level +2"));
        QVERIFY(says.contains("1 of 8") && says.contains("No device is listed here."));
        // The link stands at both of its ends.
        QCOMPARE(says.count("core 1 — vault 1"), 2);
    }
    void whatIsPrivateStaysOut()
    {
        const plan::Plan plan = houseOf(
            "add room a\nadd storage vault in a, note=\"key under the mat\"\nadd address vault 10.0.0.2, "
            "log-in=keeper");
        const QString open = text(plan, false), full = text(plan, true);
        for (const char* word : {"10.0.0.2", "keeper", "key under the mat"}) {
            QVERIFY2(!open.contains(word), word);
            QVERIFY2(full.contains(word), word);
        }
    }
    void aHouseWithNothingInIt()
    {
        const QString says = text({}, true);
        QVERIFY(!says.isEmpty() && !says.contains("level"));
    }
    void theDrawingStandsInThePage()
    {
        const plan::Plan plan = houseOf("add room \"<b>a</b>\"");
        const auto analysis = analyse(plan, testing::knowledge());
        const QString page =
            toQt(toHtml("House", tour({plan, testing::knowledge(), analysis, false, "<svg id='drawn'></svg>"})));
        QVERIFY(page.contains("<svg id='drawn'>"));
        QVERIFY(page.contains("&lt;b&gt;a&lt;/b&gt;") && !page.contains("<b>a</b>"));
    }
};

SOKUDO_TEST(TourTest)
#include "tour_test.moc"
