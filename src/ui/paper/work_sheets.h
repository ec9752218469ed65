// SPDX-License-Identifier: GPL-3.0-or-later
// The sheets that go along to the work: jobs, how an end is made, the test results, bring-up, the cut-over day.
#pragma once

#include "core/bringup/bring_up.h"
#include "core/cabletest/test_results.h"
#include "core/cutover/cut_over.h"
#include "core/jobs/progress.h"
#include "core/kb/knowledge_base.h"
#include "ui/paper/sheet.h"

namespace sokudo::ui {

Sheet jobsSheet(const jobs::JobList&, const jobs::JobProgress&, const QString& house);
/// @param end     plug, jack, coax or fibre
/// @param scheme  T568A or T568B, of a plug or jack
Sheet endSheet(const kb::KnowledgeBase&, const QString& end, const QString& scheme);
Sheet testSheet(const cabletest::TestResults&, const QString& house);
Sheet bringUpSheet(const std::vector<bringup::BringUp>&, const kb::KnowledgeBase&);
Sheet cutOverSheet(const plan::CutOver&, const cutover::CutOverPlan&, const cutover::DayState&);

}  // namespace sokudo::ui
