// SPDX-License-Identifier: GPL-3.0-or-later
#include "link_check.h"

namespace sokudo::testing {

std::optional<match::Outcome> outcomeOf(std::string_view rule, const char* line, std::string_view caseId)
{
    const auto report = oneline::judgeLinkLine(line, knowledge());
    if (!report) qFatal("%s: %s", line, report.error().message().c_str());
    for (const match::Finding& finding : report->findings)
        if (finding.rule == rule && (caseId.empty() || finding.outcome.caseId == caseId)) return finding.outcome;
    return std::nullopt;
}

void checkRow(std::string_view rule, const LinkRow& row)
{
    const auto outcome = outcomeOf(rule, row.line, row.caseId);
    if (row.gbps == kSilent) {
        QVERIFY2(!outcome, qPrintable(QString("%1: %2 speaks").arg(row.line, row.caseId)));
        return;
    }
    const auto any = outcomeOf(rule, row.line);
    QVERIFY2(outcome, qPrintable(QString("%1: %2 is silent; the rule says %3")
                                     .arg(row.line, row.caseId, any ? toQt(any->caseId) : QString("nothing"))));
    QVERIFY2(outcome->verdict == row.verdict,
             qPrintable(
                 QString("%1: %2 instead of %3").arg(row.line, toQt(code(outcome->verdict)), toQt(code(row.verdict)))));
    const double got = outcome->rate ? inGigabits(*outcome->rate) : kNoRate;
    QVERIFY2(std::fabs(got - row.gbps) < 1e-6 || row.gbps == kAnyRate,
             qPrintable(QString("%1: %2 Gb/s instead of %3").arg(row.line).arg(got).arg(row.gbps)));
    const QString text = toQt(text::render(outcome->pattern, outcome->args));
    QVERIFY2(!text.contains('{') && text.size() > 10, qPrintable(text));
}

}  // namespace sokudo::testing
