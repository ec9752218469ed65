// SPDX-License-Identifier: GPL-3.0-or-later
// Where a plan leaves two nodes apart: the cut with the least capacity between them.
#pragma once

#include <optional>
#include <set>
#include <vector>

#include "core/buy/search/model.h"

namespace sokudo::buy {

/// One side of a cut, with the wish's first node in it.
struct Cut {
    std::size_t wish = 0;
    std::vector<bool> side;  ///< by node
    friend auto operator<=>(const Cut&, const Cut&) = default;
};

/// The choices that cross a cut, fast enough and between nodes that the wish can use; and whether a fixed link does.
struct Crossing {
    std::vector<std::size_t> choices;
    bool isFixed = false;
};
Crossing crossing(const Model&, const Cut&);

/// The least cut between the nodes of a wish, where it carries less than one whole link.
/// @param taken  by choice: 0 to 1
/// @source max-flow min-cut, by shortest augmenting paths
std::optional<Cut> violatedCut(const Model&, std::size_t wish, const std::vector<double>& taken);

/// Cuts around each end and each switch: those that most plans would break.
std::vector<Cut> firstCuts(const Model&, std::size_t wish);

}  // namespace sokudo::buy
