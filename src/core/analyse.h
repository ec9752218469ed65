// SPDX-License-Identifier: GPL-3.0-or-later
// The one call that judges a plan: the same answer in the window, on the command line and in tests.
#pragma once

#include <array>
#include <unordered_map>
#include <vector>

#include "core/kb/own_rows.h"
#include "core/match/crossed.h"
#include "core/match/link_book.h"
#include "core/power/judgement.h"

namespace sokudo {

/// Something the survey does not know yet, with the object to go to.
struct Gap {
    text::Sentence text;
    Verdict verdict = Verdict::Unknown;
    plan::RunId run;
    plan::DeviceId device;
};

struct Analysis {
    match::Reports links;         ///< worst first
    std::array<int, 6> counts{};  ///< by Verdict
    std::vector<Gap> gaps;
    std::vector<match::Swap> swaps;  ///< dark links whose modules or cables sit in each other's ports
    power::Judgements power;         ///< of feeds, places and the build of the whole house, hazards first
    std::unordered_map<plan::RunId, const match::LinkReport*> byRun;  ///< into `links`
    int count(Verdict verdict) const { return counts[static_cast<std::size_t>(verdict)]; }
    const match::LinkReport* reportOf(plan::RunId run) const;
};

/// The shipped catalogue with the project's own rows in it.
/// @param built  what the shipped files say
/// @error BadInput  a row that does not fit its table; says which and how to fix it
Result<kb::KnowledgeBase> knowledgeOf(const plan::Plan&, const kb::KnowledgeBase& built, const kb::Files& shipped);

Analysis analyse(const plan::Plan&, const kb::KnowledgeBase&);
/// The same from a book that has just taken this plan.
Analysis analyse(const plan::Plan&, const match::LinkBook&, const kb::KnowledgeBase&);

}  // namespace sokudo
