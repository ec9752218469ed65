// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/expect/stages.h"
#include "core/formulas/bus.h"

namespace sokudo::expect {

namespace {

Result<Stage> busStage(const kb::KnowledgeBase& kb, StageKind kind, const formulas::BusLink& link)
{
    const auto bus = formulas::busCarries(kb, link);
    if (!bus) return tl::unexpected(bus.error());
    Stage stage;
    stage.kind = kind;
    stage.label = word(kind);
    stage.detail = fmt::format("{}.0 ×{}", link.generation, link.lanes);
    stage.carries = bus->usable;
    stage.hard = bus->packets;
    stage.working = bus->working;
    stage.from = {"pcie-base", Certainty::Typical};
    stage.line = bus->coded;
    stage.busGeneration = link.generation;
    stage.busLanes = link.lanes;
    stage.varied = [kind, link](const kb::KnowledgeBase& rows, const Varied& to) {
        formulas::BusLink other = link;
        other.mtu = to.mtu;
        return busStage(rows, kind, other);
    };
    return stage;
}

}  // namespace

Result<Stage> slotStage(const kb::KnowledgeBase& kb, const plan::Slot& slot, int mtu, int maxPayload)
{
    const auto [generation, lanes] = plan::trained(slot);
    return busStage(kb, StageKind::Slot, {generation, lanes, maxPayload > 0 ? maxPayload : slot.maxPayload, mtu});
}

Result<Stage> uplinkStage(const kb::KnowledgeBase& kb, const formulas::BusLink& link)
{
    return busStage(kb, StageKind::Uplink, link);
}

}  // namespace sokudo::expect
