// SPDX-License-Identifier: GPL-3.0-or-later
// The whole answer to "why is it slow": evidence, causes, what to do next.
#pragma once

#include "core/base/sentence.h"
#include "core/diagnose/engine.h"
#include "core/diagnose/facts.h"

namespace sokudo::diagnose {

struct Reason {
    bool speaksFor = true;
    double nats = 0;
    text::Sentence text;
};

struct LikelyCause {
    Belief belief;
    std::vector<Reason> reasons;  ///< for and against, strongest first
};

struct Diagnosis {
    Evidence evidence;
    Context context;
    std::vector<LikelyCause> causes;  ///< most likely first
    std::vector<NextCheck> next;
};

/// @param told  the owner's own answers; they stand beside what is read, and win where both speak
Diagnosis diagnose(const Facts&, const Evidence& told);

/// The caution that belongs to a check, or empty: opening a case, lasers, ladders.
std::string_view cautionFor(std::string_view check);

}  // namespace sokudo::diagnose
