// SPDX-License-Identifier: GPL-3.0-or-later
// Asks one rule about one line; the shape of every rule test.
#pragma once

#include <optional>

#include "core/match/run_rules.h"
#include "core/quick/link_line.h"
#include "testing.h"

namespace sokudo::testing {

/// Row of a table: line, verdict, rate in Gb/s (below 0: none), and the case that decides (empty: any).
struct LinkRow { const char* line; Verdict verdict; double gbps; const char* caseId; };

/// The worst outcome of a rule on a line; nothing when the rule does not apply.
inline std::optional<match::Outcome> outcomeOf(std::string_view rule, const char* line)
{
    const auto report = quick::judgeLinkLine(line, knowledge());
    if (!report) qFatal("%s: %s", line, report.error().message().c_str());
    for (const match::Finding& finding : report->findings)
        if (finding.rule == rule) return finding.outcome;
    return std::nullopt;
}

inline void checkRow(std::string_view rule, const LinkRow& row)
{
    const auto outcome = outcomeOf(rule, row.line);
    QVERIFY2(outcome, row.line);
    QVERIFY2(outcome->verdict == row.verdict, qPrintable(QString("%1: %2 instead of %3").arg(row.line, q(code(outcome->verdict)), q(code(row.verdict)))));
    if (*row.caseId) QCOMPARE(q(outcome->caseId), QString(row.caseId));
    const double got = outcome->rate ? inGigabits(*outcome->rate) : -1;
    QVERIFY2(std::fabs(got - row.gbps) < 1e-6 || row.gbps == -2, qPrintable(QString("%1: %2 Gb/s instead of %3").arg(row.line).arg(got).arg(row.gbps)));
}

}  // namespace sokudo::testing
