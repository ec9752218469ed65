// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/text.h"
#include "core/expect/stages.h"

namespace sokudo::expect {

Result<Stage> fileShareStage(const kb::KnowledgeBase& kb, std::string_view protocol, BitRate slowest, const Band& network)
{
    const kb::FileShare* row = kb.fileShare(protocol, slowest);
    if (!row) return failure(ErrorCode::BadInput, fmt::format("unknown file share “{}”", protocol));
    Stage stage;
    stage.kind = StageKind::FileShare;
    stage.label = "file share";
    stage.detail = row->id;
    stage.carries = {scaled(network.low, row->share.low), scaled(network.typical, row->share.typical), scaled(network.high, row->share.high)};
    stage.working = fmt::format("{}: {} × {} = {}; usually {} × {} = {}", row->name, text::number(row->share.high), text::rate(network.high), text::rate(stage.carries.high),
                                text::number(row->share.typical), text::rate(network.typical), text::rate(stage.carries.typical));
    stage.from = row->from;
    return stage;
}

}  // namespace sokudo::expect
