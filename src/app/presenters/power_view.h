// SPDX-License-Identifier: GPL-3.0-or-later
// The power of one state of the plan, worked out on another thread.
#pragma once

#include <memory>

#include "core/kb/knowledge_base.h"
#include "core/power/energy.h"
#include "core/power/judgement.h"
#include "core/power/place_fit.h"
#include "core/power/poe_source.h"
#include "core/power/single_points.h"

namespace sokudo::app {

/// All that the bench shows of one state of the plan; the plan lives as long as it.
struct PowerView {
    plan::PlanPtr plan;
    std::shared_ptr<const kb::KnowledgeBase> kb;
    match::Reports links;
    std::unique_ptr<power::SupplyNet> net;
    power::Energy energy;
    std::vector<power::PoeSource> sources;
    std::vector<power::SinglePoint> points;
    std::vector<power::PlaceFit> places;
    power::Judgements judgements;
};

}  // namespace sokudo::app
