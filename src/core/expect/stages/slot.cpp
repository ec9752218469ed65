// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/arithmetic/bus.h"
#include "core/expect/stages.h"

namespace sokudo::expect {

Result<Stage> slotStage(const kb::KnowledgeBase& kb, const plan::Slot& slot)
{
    const plan::Card card = slot.card.value_or(plan::Card{});
    const int generation = card.generation > 0 ? std::min(card.generation, slot.generation) : slot.generation;
    const int lanes = card.lanes > 0 ? std::min(card.lanes, slot.lanes) : slot.lanes;
    const auto bus = arithmetic::busCarries(kb, {generation, lanes, 0});
    if (!bus) return tl::unexpected(bus.error());
    Stage stage;
    stage.kind = StageKind::Slot;
    stage.label = "slot";
    stage.detail = fmt::format("{}.0 ×{}", generation, lanes);
    stage.carries = bus->usable;
    stage.working = bus->working;
    stage.from = {"pcie-base", Certainty::Typical};
    stage.line = bus->coded;
    return stage;
}

}  // namespace sokudo::expect
