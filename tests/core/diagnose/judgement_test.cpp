// SPDX-License-Identifier: GPL-3.0-or-later
// A figure against its band: the five standings at their edges, the unit that was meant, what must be true.
#include "testing.h"

#include "core/diagnose/judgement.h"
#include "core/measure/parse_result.h"
#include "core/oneline/path_line.h"

using namespace sokudo;
using namespace sokudo::testing;
using measure::Standing;

namespace {

diagnose::Judgement judge(const char* measured, const char* line, diagnose::Source how = diagnose::Source::Unknown)
{
    const auto rate = measure::parseResult(measured);
    const auto path = oneline::expectPathLine(line, knowledge());
    return diagnose::judge(rate->rate, measured, *path, knowledge(), how);
}

bool says(const diagnose::Judgement& result, const char* part)
{
    return std::any_of(result.why.begin(), result.why.end(),
                       [&](const text::Sentence& one) { return toQt(one).contains(part); });
}

}  // namespace

class JudgementTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void standings_data()
    {
        QTest::addColumn<QString>("measured");
        QTest::addColumn<QString>("standing");
        const auto row = [](const char* measured, const char* standing) {
            QTest::newRow(measured) << measured << standing;
        };
        // 10g: least 0.97, usual 0.995 and most 1.0 of 9.4148 Gb/s: 9.132, 9.368, 9.415
        row("9.41 Gb/s", "full");
        row("9.37 Gb/s", "full");
        row("9.36 Gb/s", "normal");
        row("9.14 Gb/s", "normal");
        row("9.12 Gb/s", "low");
        row("8.23 Gb/s", "low");  // 0.9 * 9.132 = 8.219
        row("8.20 Gb/s", "fault");
        row("0.94 Gb/s", "fault");
        row("9.69 Gb/s", "full");  // 1.03 * 9.4148 = 9.697
        row("9.70 Gb/s", "impossible");
    }
    void standings()
    {
        QFETCH(QString, measured);
        QFETCH(QString, standing);
        const auto result = judge(measured.toUtf8().constData(), "10g");
        QCOMPARE(toQt(measure::code(result.standing)), standing);
        QVERIFY(result.why.size() >= 2);
    }
    void theUnitThatWasMeant()
    {
        const auto bits = judge("1.1 Gb/s", "10g");
        QCOMPARE(toQt(bits.suggestedUnit), "GB/s");  // 8.8 Gb/s
        QVERIFY(bits.standing == Standing::Fault);
        const auto bytes = judge("9.4 GB/s", "10g");
        QCOMPARE(toQt(bytes.suggestedUnit), "Gb/s");
        QVERIFY(bytes.standing == Standing::Impossible);
        QCOMPARE(toQt(judge("117 Mb/s", "1g").suggestedUnit), "MB/s");
        QVERIFY(judge("9.4 Gb/s", "10g").suggestedUnit.empty());
        QVERIFY(judge("5 Gb/s", "10g").suggestedUnit.empty());  // neither reading lies in the band
        QVERIFY(judge("3 Gb/s", "10g").suggestedUnit.empty());
    }
    void whatMustBeTrue()
    {
        const auto jumbo = judge("9.85 Gb/s", "10g");
        QVERIFY(jumbo.standing == Standing::Impossible);
        QVERIFY(says(jumbo, "larger packets than MTU 1500: with MTU 9000"));
        QVERIFY(says(jumbo, "or the link runs at 25"));
        QVERIFY(says(judge("20 Gb/s", "10g"), "25"));
        QVERIFY(!says(judge("20 Gb/s", "10g"), "larger packets"));
        // 3.0 x4 carries 27 to 28 Gb/s; 40 needs eight lanes of the generation before any wider one is named
        const auto lanes = judge("40 Gb/s", "100g | pcie 3.0 x4");
        QVERIFY(lanes.standing == Standing::Impossible && says(lanes, "another slot than thought"));
        QVERIFY(says(judge("60 Gb/s", "hdd*6 raid6 | 100g"), "a cache answered"));
        QVERIFY(says(judge("9.9 GB/s", "10g"), "both ends on one machine"));
    }
    void figuresThatWereReckonedAndNotMeasured()
    {
        // 5 GT/s x 4 lanes, 16 coded; both ways of 3.0 x4 are twice 31.5 coded
        QVERIFY(says(judge("20 Gb/s", "100g | pcie 2.0 x4"), "counts the line coding too"));
        QVERIFY(says(judge("16 Gb/s", "100g | pcie 2.0 x4"), "is what 2.0 ×4 codes"));
        QVERIFY(says(judge("63 Gb/s", "100g | pcie 3.0 x4"), "both ways were added up"));
        QVERIFY(says(judge("18.8 Gb/s", "10g"), "both ways were added up"));
        QVERIFY(!says(judge("14 Gb/s", "10g"), "both ways were added up"));
    }
    void anErrorThatSpansStandingsIsTold()
    {
        const auto result = judge("10 GB in 9 s ±1", "10g");  // 8.0 to 10.0 Gb/s around 8.89
        QVERIFY(says(result, "from fault to impossible"));
        QVERIFY(!says(judge("9.4 Gb/s", "10g"), "with its error"));
    }
    void aCopyDialogIsTakenRoughly()
    {
        // 8.9 of 9.13 is low; with 15 % more it would pass the ceiling
        const auto dialog = judge("8.9 Gb/s", "10g", diagnose::Source::CopyDialog);
        QVERIFY(says(dialog, "a copy dialog smooths what it shows"));
        QVERIFY(says(dialog, "from fault to impossible"));
        QVERIFY(says(dialog, "time 20 s or more: here that is 23.4"));  // 20 s * 9.368 Gb/s / 8 = 23.4 GB
        QVERIFY(!says(judge("8.9 Gb/s", "10g"), "copy dialog"));
        QVERIFY(!says(judge("8.9 Gb/s", "10g", diagnose::Source::FileCopy), "copy dialog"));
        QCOMPARE(toQt(judge("280 Mb/s", "2.5g", diagnose::Source::FileCopy).suggestedUnit), "MB/s");
        QVERIFY(!says(judge("100 GB in 85 s ±1", "10g"), "time 20 s or more"));
    }
    void theShareIsOfTheUsual()
    {
        const auto result =
            judge("0.98 Gb/s", "hdd*6 raid6 | pcie 3.0 x8 | 10g mtu=1500 | pcie 3.0 x4 | nvme 4.0x4 | smb");
        NEAR(result.share, 0.98 / 7.026, 1e-3);
        QVERIFY(says(result, "file share"));
    }
};

SOKUDO_TEST(JudgementTest)
#include "judgement_test.moc"
