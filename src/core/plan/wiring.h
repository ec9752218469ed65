// SPDX-License-Identifier: GPL-3.0-or-later
// Which runs touch a port, kept up with the plan, and the link a run belongs to.
#pragma once

#include <array>
#include <span>
#include <unordered_map>
#include <vector>

#include "core/plan/plan.h"
#include "core/plan/trace.h"

namespace sokudo::plan {

class Wiring {
public:
    Wiring() = default;
    explicit Wiring(const Plan&);
    void add(const Run&);
    void remove(const Run&);
    /// One run at an active port, two at most at a jack or panel.
    std::span<const RunId> at(PortId) const;
    /// The link that the run is part of: the runs joined to it at jacks and panels. The end with the smaller port id
    /// comes first; a link that has no second end starts at the one it has.
    Link linkOf(const Plan&, const Run&) const;

private:
    struct Side {
        PortId terminal;
        bool isActive = false;
        std::vector<RunId> runs;
        std::vector<PortId> through;
    };
    Side follow(const Plan&, const Run&, PortId from) const;
    struct Pair {
        std::array<RunId, 2> runs;
        std::size_t count = 0;
    };
    std::unordered_map<PortId, Pair> m_at;
};

}  // namespace sokudo::plan
