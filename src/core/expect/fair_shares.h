// SPDX-License-Identifier: GPL-3.0-or-later
// Several flows over shared stages: who gets how much.
#pragma once

#include <optional>
#include <vector>

#include "core/base/quantity.h"

namespace sokudo::expect {

/// What a flow takes of a pool for each bit it moves: 1 in a plain pool. A medium that takes turns has one pool for
/// both ways, and the way that carries less costs more of it.
struct Use {
    std::size_t pool = 0;
    double cost = 1;
};

struct ShareFlow {
    std::vector<Use> uses;
    double weight = 1;           ///< parallel streams; above zero
    std::optional<BitRate> cap;  ///< of this flow alone: its own demand, one core, one bond member
};

struct ShareOf {
    BitRate rate;
    std::optional<std::size_t> limitedBy;  ///< the pool that ran out; empty: its own cap, or nothing holds it
};

/// Max-min fairness by progressive filling: all rates rise together by weight until a pool is empty or a flow has what
/// it asks for. A flow without a pool and without a cap gets no rate.
/// @param pools  capacity of each pool
/// @source own: bandwidth sharing by progressive filling
std::vector<ShareOf> fairShares(const std::vector<BitRate>& pools, const std::vector<ShareFlow>& flows);

/// How far the share of one TCP stream may lie from the fair one, as a share of it, where so many streams meet: round
/// trips and their own turns set them apart.
/// @source practice: 0.25 for two, 0.10 for eight and more; own between
double shareError(int streams);

}  // namespace sokudo::expect
