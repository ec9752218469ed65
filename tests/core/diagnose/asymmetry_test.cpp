// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/asymmetry.h"
#include "core/base/text.h"
#include "core/oneline/path_line.h"
#include "testing.h"

using namespace sokudo;
using sokudo::testing::knowledge;
using sokudo::testing::toQt;

namespace {

diagnose::AsymmetryView view(double forward, double reverse, const char* line)
{
    return diagnose::asymmetry(gigabits(forward), gigabits(reverse), *oneline::expectPathLine(line, knowledge()),
                               knowledge());
}

QStringList suspects(const diagnose::AsymmetryView& result)
{
    QStringList ids;
    for (const auto& one : result.suspects) ids << toQt(one.row->id);
    return ids;
}

}  // namespace

class AsymmetryTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void alikeIsNoAsymmetry()
    {
        QVERIFY(!view(9.4, 8.0, "10g").isAsymmetric);
        QVERIFY(!view(9.0, 7.21, "10g").isAsymmetric);  // a factor of 1.248
        QVERIFY(view(9.0, 7.2, "10g").isAsymmetric);    // 1.25, as everywhere else
        QVERIFY(view(9.0, 7.0, "10g").isAsymmetric);
        QVERIFY(!view(0, 0, "10g").isAsymmetric);
    }
    /// A 10G wire and a 3.0 x8 slot that carried 9.2 one way carry it the other way too.
    void whatIsAlikeIsRuledOut()
    {
        const auto got = view(3.0, 9.2, "10g mtu=9000 | pcie 3.0 x8 | cpu mid-x86 3ghz");
        QVERIFY(got.forwardIsSlower);
        QCOMPARE(got.ruledOut, std::vector<std::string>({"link", "slot"}));
        QCOMPARE(suspects(got), QStringList{"receiver"});
        // a healthy wire that carried a figure near its ceiling is cleared by it
        QCOMPARE(view(3.0, 9.41, "10g").ruledOut, std::vector<std::string>({"link"}));
        // each end of a bond spreads by itself: the other way proves nothing
        QVERIFY(view(3.0, 9.2, "bond 2*10g flows=4").ruledOut.empty());
        // a slot that carries less than the fast direction is not cleared by it
        QVERIFY(view(3.0, 9.2, "10g mtu=9000 | pcie 2.0 x1").ruledOut == std::vector<std::string>({"link"}));
    }
    void thePlateauOfTheSlowWayIsNamed()
    {
        const auto got = view(2.3, 0.94, "2.5g");
        QVERIFY(got.slowerHop && *got.slowerHop == gigabits(1));
        QVERIFY(toQt(got.sentence).replace(toQt(text::kThin), " ").contains("just what a 1 Gb/s hop carries"));
        QVERIFY(!view(2.3, 1.4, "2.5g").slowerHop);
    }
    void aStepDownSlowsOneDirectionOnly()
    {
        QCOMPARE(suspects(view(0.4, 0.93, "10g | 1g")).front(), "step-down");
        QVERIFY(!suspects(view(0.93, 0.4, "10g | 1g")).contains("step-down"));
        QVERIFY(suspects(view(0.93, 0.4, "1g | 10g")).contains("step-down"));
    }
    void theMediumIsSuspectedFirst()
    {
        QCOMPARE(suspects(view(0.3, 1.4, "wifi6-2x2-160 | 2.5g")).front(), "medium");
        QVERIFY(suspects(view(0.1, 0.9, "internet 1g | 1g")).contains("plan"));
        QVERIFY(suspects(view(0.02, 0.09, "0.1g")).contains("duplex"));
        QVERIFY(suspects(view(0.3, 1.4, "coax | 2.5g")).contains("window"));
    }
};

SOKUDO_TEST(AsymmetryTest)
#include "asymmetry_test.moc"
