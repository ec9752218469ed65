// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/clause.h"
#include "core/base/sentence.h"
#include "core/kb/rule_rows.h"

namespace sokudo::match {

Outcome clause(const LinkContext& link, std::string_view id, text::Args args, std::optional<BitRate> rate,
               LinkPart part)
{
    const kb::RuleClause* row = link.kb.find<kb::RuleClause>(id);
    if (!row)
        return {
            Verdict::Unknown, rate, "a clause without a row in rules.csv", {}, {"own", Certainty::Unsure}, part, "own"};
    return {row->verdict, row->verdict == Verdict::NoLink ? std::nullopt : rate,
            row->text,    std::move(args),
            row->from,    part,
            row->id};
}

Advice adviceOn(const Finding& finding, const kb::KnowledgeBase& kb)
{
    Advice advice;
    const kb::RuleClause* row = kb.find<kb::RuleClause>(finding.outcome.caseId);
    if (!row) return advice;
    advice.when = row->when;
    if (finding.verdict() == Verdict::Fits) return advice;
    advice.remedy = text::render(row->remedy, finding.outcome.args);
    if (const kb::Caution* caution = kb.find<kb::Caution>(row->caution)) advice.caution = caution->text;
    return advice;
}

}  // namespace sokudo::match
