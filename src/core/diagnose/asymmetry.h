// SPDX-License-Identifier: GPL-3.0-or-later
// One direction is slower than the other: what is the same both ways is ruled out.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/expect/stage.h"
#include "core/kb/rule_rows.h"

namespace sokudo::diagnose {

struct Suspect {
    const kb::Asymmetry* row = nullptr;
};

struct AsymmetryView {
    bool isAsymmetric = false;  ///< see isAsymmetric
    bool forwardIsSlower = false;
    double ratio = 1;                   ///< slower over faster
    std::vector<std::string> ruledOut;  ///< stages that carry both directions alike
    std::vector<Suspect> suspects;      ///< likeliest first
    std::optional<BitRate> slowerHop;   ///< the link rate whose payload the slow direction is; see slowerHopOf
    text::Sentence sentence;
};

/// Whether one direction is at least 1.25 times as fast as the other. @source own
bool isAsymmetric(BitRate one, BitRate other);

/// @param forward, reverse  measured in the two directions
/// @param path              the expectation in the forward direction
/// @source own: a full-duplex wire, a bus and a switch carry both ways alike; one that has carried the fast way carries
/// as much the other way
AsymmetryView asymmetry(BitRate forward, BitRate reverse, const expect::Expectation& path, const kb::KnowledgeBase&);

}  // namespace sokudo::diagnose
