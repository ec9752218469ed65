// SPDX-License-Identifier: GPL-3.0-or-later
// How a measured figure stands to what its path should carry: the one set of words for screen, command line and report.
#pragma once

#include <string>
#include <string_view>

#include "core/expect/stage.h"
#include "core/measure/trial.h"

namespace sokudo::diagnose {

enum class BandPosition { Impossible, Full, Normal, Low, Fault };
std::string_view code(BandPosition);

struct Stand {
    BandPosition at = BandPosition::Normal;                                  ///< of the figure itself
    BandPosition least = BandPosition::Normal, most = BandPosition::Normal;  ///< at the two ends of its interval
    bool isAboveEstimate = false;  ///< more than any estimate, and possible: the machines are better than estimated
    bool isBorderline() const { return least != most; }
    bool isSlow() const { return at == BandPosition::Low || at == BandPosition::Fault; }
};

/// "low", or "low, borderline (fault to normal)" where the interval reaches over an edge.
std::string text(const Stand&);

/// @param measured  with the interval the reporter can vouch for; without one, least and most are the figure itself
/// @param path      with at least one stage
/// @source own: impossible above 1.01 of the least hard ceiling; full from 0.97 of that ceiling or of the most that is
/// estimated; normal inside the band or from 0.90 of the typical figure; low from 0.70 of it; else fault
/// @example on "10g", whose hard ceiling is 1460/1538 of 10 Gb/s: 9.59 Gb/s is impossible, 9.2 full, 8.5 normal, 7 low,
/// 6.5 fault
Stand standing(const measure::MeasuredRate& measured, const expect::Expectation& path);

}  // namespace sokudo::diagnose
