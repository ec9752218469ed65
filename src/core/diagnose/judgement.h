// SPDX-License-Identifier: GPL-3.0-or-later
// A measured figure against what its path should carry: how it stands, and what must be true if it cannot be.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/sentence.h"
#include "core/diagnose/band_position.h"
#include "core/diagnose/unit_reading.h"
#include "core/expect/stage.h"
#include "core/measure/trial.h"

namespace sokudo::diagnose {

struct Judgement {
    Stand stand;                ///< of the figure as it is written, with its interval
    double share = 0;           ///< measured over the typical expectation
    std::string suggestedUnit;  ///< "GB/s": the figure fits the path when it is read so, and hardly as it is written;
                                ///< empty: nothing to ask
    std::vector<UnitReading> readings;  ///< what the written unit may mean
    std::vector<text::Sentence> why;    ///< first how it stands, then what that means, each a sentence
};

/// "unit" where the unit must be asked for first, else the code of the standing.
std::string_view verdictCode(const Judgement&);
/// The same in words: "full", "low, borderline (fault to low)", "which unit?".
std::string verdictText(const Judgement&);

/// Where a figure comes from: of a copy of files bytes are often meant where bits are written; a copy dialog smooths
/// its figure besides.
enum class Source { Unknown, FileCopy, CopyDialog };

/// @param measured  the figure; `typed` is how it was written, for the unit that is suggested
/// @param expected  with at least one stage
/// @source see standing
Judgement judge(const measure::MeasuredRate& measured, std::string_view typed, const expect::Expectation& expected,
                const kb::KnowledgeBase&, Source = Source::Unknown);

}  // namespace sokudo::diagnose
