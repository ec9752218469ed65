// SPDX-License-Identifier: GPL-3.0-or-later
// A measured figure against what its path should carry: how it stands, and what must be true if it cannot be.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/sentence.h"
#include "core/expect/stage.h"
#include "core/measure/statistics.h"
#include "core/measure/trial.h"

namespace sokudo::diagnose {

struct Judgement {
    measure::Standing standing = measure::Standing::Normal;
    double share = 0;           ///< measured over the usual expectation
    std::string suggestedUnit;  ///< "Gb/s": the figure makes sense when it is read so; empty: it does as it stands, or
                                ///< neither does
    std::vector<text::Sentence> why;  ///< first how it stands, then what that means, each a sentence
};

/// Where a figure comes from: of a copy of files bytes are often meant where bits are written; a copy dialog smooths
/// its figure besides.
enum class Source { Unknown, FileCopy, CopyDialog };

/// @param measured  the figure; `typed` is how it was written, for the unit that is suggested
/// @param expected  with at least one stage
/// @source own: above 1.03 of the high figure impossible; from the usual on full; from low on normal; from 0.9 low on
/// low; else fault
Judgement judge(const measure::MeasuredRate& measured, std::string_view typed, const expect::Expectation& expected,
                const kb::KnowledgeBase&, Source = Source::Unknown);

}  // namespace sokudo::diagnose
