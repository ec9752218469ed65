// SPDX-License-Identifier: GPL-3.0-or-later
// A figure against its band: the five standings at their edges, the unit that was meant, what must be true.
#include "testing.h"

#include "core/base/text.h"
#include "core/diagnose/judgement.h"
#include "core/measure/parse_result.h"
#include "core/oneline/path_line.h"

using namespace sokudo;
using namespace sokudo::testing;
using diagnose::BandPosition;

namespace {

diagnose::Judgement judge(const char* measured, const char* line, diagnose::Source how = diagnose::Source::Unknown)
{
    const auto rate = measure::parseResult(measured);
    const auto path = oneline::expectPathLine(line, knowledge());
    return diagnose::judge(rate->rate, measured, *path, knowledge(), how);
}

bool says(const diagnose::Judgement& result, const char* part)
{
    return std::any_of(result.why.begin(), result.why.end(), [&](const text::Sentence& one) {
        return toQt(one).replace(toQt(text::kThin), " ").contains(part);
    });
}

}  // namespace

class JudgementTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void theUnitThatWasMeant()
    {
        const auto bits = judge("1.1 Gb/s", "10g");
        QCOMPARE(toQt(bits.suggestedUnit), "GB/s");  // 8.8 Gb/s
        QVERIFY(bits.stand.at == BandPosition::Fault);
        // it asks, and does not also call it a fault
        QCOMPARE(toQt(diagnose::verdictCode(bits).data()), "unit");
        QCOMPARE(toQt(diagnose::verdictText(bits)), "which unit?");
        QVERIFY(says(bits, "was the unit meant as GB/s?") && !says(bits, "not work as planned"));
        const auto bytes = judge("9.4 GB/s", "10g");
        QCOMPARE(toQt(bytes.suggestedUnit), "Gb/s");
        QVERIFY(bytes.stand.at == BandPosition::Impossible);
        QVERIFY(!says(bytes, "hard ceiling"));
        QCOMPARE(toQt(judge("9.4 GiB/s", "10g").suggestedUnit), "Gb/s");
        QVERIFY(judge("280 Mb/s", "2.5g").suggestedUnit.empty());  // what USB 2.0 carries
        QCOMPARE(toQt(judge("117 Mb/s", "1g").suggestedUnit), "MB/s");
        QVERIFY(judge("9.4 Gb/s", "10g").suggestedUnit.empty());
        QVERIFY(judge("5 Gb/s", "10g").suggestedUnit.empty());  // neither reading lies in the band
        QVERIFY(judge("3 Gb/s", "10g").suggestedUnit.empty());
    }
    void whatMustBeTrue()
    {
        const auto jumbo = judge("9.85 Gb/s", "10g");
        QVERIFY(jumbo.stand.at == BandPosition::Impossible);
        QVERIFY(says(jumbo, "larger packets than MTU 1500: with MTU 9000"));
        QVERIFY(says(jumbo, "or the link runs at 25"));
        QVERIFY(says(judge("20 Gb/s", "10g"), "25"));
        QVERIFY(!says(judge("20 Gb/s", "10g"), "larger packets"));
        // 3.0 x4 carries 28.8 Gb/s in packets; 40 needs its eight lanes, or four of the next generation
        const auto lanes = judge("40 Gb/s", "100g | pcie 3.0 x4");
        QVERIFY(lanes.stand.at == BandPosition::Impossible && says(lanes, "3.0 ×8 carries it"));
        QVERIFY(says(lanes, "4.0 ×4 carries it") && !says(lanes, "5.0 ×1"));
        QVERIFY(says(judge("60 Gb/s", "10g"), "a cache that answered"));
        QVERIFY(says(judge("60 Gb/s", "10g"), "both ends on one machine"));
    }
    /// Disks, shares and processors are estimates: above them the host is better than estimated.
    void aboveASoftCeilingIsBetter()
    {
        const auto disks = judge("20 Gb/s", "hdd*6 raid6 | 100g");
        QVERIFY(disks.stand.at == BandPosition::Full && says(disks, "better than estimated"));
        QVERIFY(!says(disks, "hard ceiling"));
    }
    void aPlateauOfASlowerHopIsNamedAtOnce()
    {
        QVERIFY(says(judge("0.94 Gb/s", "10g"), "just what a 1 Gb/s hop carries"));
        QVERIFY(says(judge("94.1 Mb/s", "1g"), "just what a 100 Mb/s hop carries"));
        QVERIFY(!says(judge("8.8 Gb/s", "40g"), "hop carries"));  // a quiet 10 Gb/s link shows 9.13 and more
        QVERIFY(says(judge("23.5 Gb/s", "100g"), "just what a 25 Gb/s hop carries"));
        QVERIFY(says(judge("280 Mb/s", "2.5g"), "an adapter on USB 2.0 carries"));
        QVERIFY(says(judge("3.17 Gb/s", "10g"), "slot that runs at 2.0 ×1"));
        QVERIFY(says(judge("6.77 Gb/s", "10g"), "slot that runs at 3.0 ×1"));
    }
    /// A plateau explains the figure as written, and the bytes of a dialog explain it as well: both are said.
    void severalReadingsStandSideBySide()
    {
        for (const char* figure : {"264 Mb/s", "280 Mb/s", "290 Mb/s"})
            QCOMPARE(toQt(judge(figure, "2.5g", diagnose::Source::CopyDialog).suggestedUnit), "MB/s");
        QVERIFY(says(judge("280 Mb/s", "2.5g", diagnose::Source::CopyDialog), "an adapter on USB 2.0 carries"));
        // A path over disks is the path of a copy without being told.
        QCOMPARE(toQt(judge("280 Mb/s", "nvme | 2.5g | smb").suggestedUnit), "MB/s");
    }
    void aFasterReadingIsThatOfADisk()
    {
        // A local NVMe 4.0 disk reads 7 GB/s.
        QVERIFY(says(judge("7 GB/s", "10g"), "what a disk reads by itself"));
        QVERIFY(says(judge("2.35 Gb/s", "10g | pcie 3.0 x4"), "just what a 2.5 Gb/s hop carries"));
        QVERIFY(!says(judge("3.1 Gb/s", "10g"), "just what"));
    }
    void whatLimitsTheLowAndTheHighEndIsSaid()
    {
        // SMB at 10G: 4.1 to 9.1, typically 7.0; six disks typically 7.2 and 9.1 at most
        const auto result = judge("7 Gb/s", "hdd*6 raid6 | 10g | smb");
        QVERIFY(says(result, "limited by file share"));
        QVERIFY(says(result, "at worst file share limits it, at best"));
    }
    void figuresThatWereWorkedOutAndNotMeasured()
    {
        // 5 GT/s x 4 lanes, 16 coded; both ways of 3.0 x4 are twice 31.5 coded
        QVERIFY(says(judge("20 Gb/s", "100g | pcie 2.0 x4"), "counts the line coding too"));
        QVERIFY(says(judge("16 Gb/s", "100g | pcie 2.0 x4"), "the coded rate of 2.0 ×4"));
        QVERIFY(says(judge("63 Gb/s", "100g | pcie 3.0 x4"), "both directions were added up"));
        QVERIFY(says(judge("18.8 Gb/s", "10g"), "both directions were added up"));
        QVERIFY(!says(judge("14 Gb/s", "10g"), "both directions were added up"));
        // 3.0 x4 and 5.0 x1 code alike; only the stated one is named
        QVERIFY(says(judge("31.5 Gb/s", "100g | pcie 3.0 x4"), "the coded rate of 3.0 ×4"));
        QVERIFY(!says(judge("32 Gb/s", "100g | pcie 3.0 x4"), "32 GT/s × 1"));
    }
    void anErrorThatSpansStandingsIsTold()
    {
        const auto result = judge("10 GB in 9 s ±1", "10g");  // 8.0 to 10.0 Gb/s around 8.89
        QVERIFY(result.stand.isBorderline() && says(result, "anywhere from low to impossible"));
        QVERIFY(!says(judge("9.4 Gb/s", "10g"), "borderline"));
    }
    void aCopyDialogIsTakenRoughly()
    {
        // 8.9 is normal; 15 % less is low, 15 % more would pass the ceiling
        const auto dialog = judge("8.9 Gb/s", "10g", diagnose::Source::CopyDialog);
        QVERIFY(says(dialog, "a copy dialog smooths what it shows"));
        QVERIFY(says(dialog, "anywhere from low to impossible"));
        QVERIFY(says(dialog, "time 20 s or more: here that is 23.4"));  // 20 s * 9.368 Gb/s / 8 = 23.4 GB
        QVERIFY(!says(judge("8.9 Gb/s", "10g"), "copy dialog"));
        QVERIFY(!says(judge("8.9 Gb/s", "10g", diagnose::Source::FileCopy), "copy dialog"));
        QCOMPARE(toQt(judge("113 Mb/s", "1g", diagnose::Source::FileCopy).suggestedUnit), "MB/s");
        QVERIFY(!says(judge("100 GB in 85 s ±1", "10g"), "time 20 s or more"));
    }
    void theShareIsOfTheUsual()
    {
        const auto result =
            judge("5 Gb/s", "hdd*6 raid6 | pcie 3.0 x8 | 10g mtu=1500 | pcie 3.0 x4 | nvme 4.0x4 | smb");
        NEAR(result.share, 5 / 7.026, 1e-3);
        QVERIFY(says(result, "file share"));
    }
};

SOKUDO_TEST(JudgementTest)
#include "judgement_test.moc"
