// SPDX-License-Identifier: GPL-3.0-or-later
// The media of the house by what was measured over them.
#pragma once

#include "core/base/sentence.h"
#include "core/expect/path_expectation.h"
#include "core/kb/port_rows.h"
#include "core/measure/statistics.h"
#include "core/measure/trial.h"

namespace sokudo::diagnose {

struct MediumRank {
    const kb::Medium* medium = nullptr;
    BitRate line;  ///< of its links: a 1G and a 10G link of one cable are two ranks
    measure::Summary runs;
    double toBest = 1;               ///< its median over the best one's
    double ofUsual = 0;              ///< median of measured over usual expectation of the same path
    std::optional<double> perMetre;  ///< usual price of a metre; empty: not sold so, or not known
};

struct MediaRanking {
    std::vector<MediumRank> media;  ///< best median first
    /// Results that are left out: copies, because disks may limit them; both ways at once; paths that no known cable
    /// joins.
    int copies = 0, bothWays = 0, noCable = 0;
    /// "Left out: 3 copies, …"; empty: nothing is.
    text::Sentence leftOut() const;
};

/// Memory tests are laid to the medium and the rate of the link that is narrowest on their path.
MediaRanking rankMedia(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&,
                       const std::vector<measure::Trial>&);

}  // namespace sokudo::diagnose
