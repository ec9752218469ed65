// SPDX-License-Identifier: GPL-3.0-or-later
// The sheets that go along to the work: jobs, how an end is made, the test results, bring-up, the cut-over day.
#pragma once

#include "core/build/bring_up.h"
#include "core/build/cut_over.h"
#include "core/build/progress.h"
#include "core/build/test_results.h"
#include "core/kb/knowledge_base.h"
#include "ui/paper/sheet.h"

namespace sokudo::ui {

Sheet jobsSheet(const build::JobList&, const build::JobProgress&, const QString& house);
/// @param end     plug, jack, coax or fibre
/// @param scheme  T568A or T568B, of a plug or jack
Sheet endSheet(const kb::KnowledgeBase&, const QString& end, const QString& scheme);
Sheet testSheet(const build::TestResults&, const QString& house);
Sheet bringUpSheet(const std::vector<build::BringUp>&, const kb::KnowledgeBase&);
Sheet cutOverSheet(const plan::CutOver&, const build::CutOverPlan&, const build::DayState&);

}  // namespace sokudo::ui
