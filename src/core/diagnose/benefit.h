// SPDX-License-Identifier: GPL-3.0-or-later
// Was the benefit of a change real: what it did for the network against what it did for copies over it.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/expect/stage.h"
#include "core/measure/statistics.h"
#include "core/measure/trial.h"

namespace sokudo::diagnose {

struct Benefit {
    std::optional<measure::Comparison> network, copy;  ///< empty: no results on both sides of the change
    std::optional<double>
        arrives;              ///< share of the network's gain that copies see: log of their factor over log of its
    text::Sentence sentence;  ///< the answer, or which result is missing
};

/// Forward results of one path before and after a moment, memory to memory against file copies.
/// @param copyPath  what the copy is expected to be limited by; null: not known
/// @source own: medians of each side; a factor between 0.97 and 1.03 is no change
/// @example network 0.94 to 9.4 Gb/s, copies 0.9 to 1.8 Gb/s: of a factor 10 copies see a factor 2, 30 % of it on the
/// scale of factors
Benefit benefit(const std::vector<measure::Trial>&, plan::DeviceId from, plan::DeviceId to, measure::Timestamp change,
                const expect::Expectation* copyPath = nullptr);

}  // namespace sokudo::diagnose
