// SPDX-License-Identifier: GPL-3.0-or-later
// Links judged by hand from a second reading of the sources, in tests/data/golden_links.csv.
#include "core/base/csv.h"
#include "link_check.h"

using namespace sokudo;
using namespace sokudo::testing;

class GoldenLinksTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void judgedAsByHand()
    {
        const auto sheet = csv::parse(sourceFile("tests/data/golden_links.csv").toStdString(), "golden_links.csv");
        QVERIFY2(sheet, sheet ? "" : sheet.error().message().c_str());
        for (const csv::Record& row : sheet->records()) {
            const std::string where = sheet->where(row) + " " + sheet->cell(row, "line");
            const auto report = oneline::judgeLinkLine(sheet->cell(row, "line"), knowledge());
            QVERIFY2(report, where.c_str());
            QVERIFY2(code(report->verdict) == sheet->cell(row, "verdict"),
                     (where + ": " + std::string(code(report->verdict)) + ", " + report->reason()).c_str());
            const auto rate = text::parseNumber(sheet->cell(row, "rate_gbps"));
            QVERIFY2(rate.has_value() == report->rate.has_value(), where.c_str());
            if (rate) NEAR(inGigabits(*report->rate), *rate, 1e-9);
        }
    }
};

SOKUDO_TEST(GoldenLinksTest)
#include "golden_links_test.moc"
