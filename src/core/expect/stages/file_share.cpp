// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/expect/stages.h"

namespace sokudo::expect {
namespace {

/// What a row gives at this network rate. A session does no worse on a faster network than on a slow one, so each row counts up to its own rate.
BitRate given(const kb::FileShare& row, double kb::FactorBand::* factor, BitRate network) { return scaled(std::min(network, row.at), row.share.*factor); }

}  // namespace

Result<Stage> fileShareStage(const kb::KnowledgeBase& kb, std::string_view protocol, const Band& network)
{
    const kb::FileShare* named = kb.fileShare(protocol, network.typical);
    if (!named) return failure(ErrorCode::BadInput, fmt::format("unknown file share “{}”", protocol));
    Stage stage;
    stage.kind = StageKind::FileShare;
    stage.label = "file share";
    stage.detail = named->id;
    const kb::FileShare* usual = named;
    for (const kb::FileShare& row : kb.fileShares) {
        if (row.id != named->id) continue;
        stage.carries.low = std::max(stage.carries.low, given(row, &kb::FactorBand::low, network.low));
        stage.carries.high = std::max(stage.carries.high, given(row, &kb::FactorBand::high, network.high));
        if (const BitRate typical = given(row, &kb::FactorBand::typical, network.typical); typical > stage.carries.typical) {
            stage.carries.typical = typical;
            usual = &row;
        }
    }
    stage.working = fmt::format("{}: {} × {} = {}; usually {} × {} = {}", usual->name, text::number(usual->share.high), text::rate(network.high), text::rate(stage.carries.high),
                                text::number(usual->share.typical), text::rate(std::min(network.typical, usual->at)), text::rate(stage.carries.typical));
    stage.from = usual->from;
    return stage;
}

}  // namespace sokudo::expect
