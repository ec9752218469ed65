// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/host_rows.h"

namespace sokudo::expect {
namespace {

/// The network a row speaks of. A session does no worse on a faster network than on a slow one, so the row of a slower
/// link counts up to what such a link carries.
Result<Band> networkOf(const kb::KnowledgeBase& kb, const kb::FileShare& row, const kb::FileShare& named,
                       const Band& network)
{
    if (row.at >= named.at) return network;
    const auto link = linkStage(kb, row.at, {});
    if (!link) return tl::unexpected(link.error());
    return Band{std::min(network.low, link->carries.low), std::min(network.typical, link->carries.typical),
                std::min(network.high, link->carries.high)};
}

}  // namespace

Result<Stage> fileShareStage(const kb::KnowledgeBase& kb, std::string_view protocol, const Band& network)
{
    const kb::FileShare* named = kb::fileShareAt(kb, protocol, network.typical);
    if (!named)
        return failure(ErrorCode::BadInput,
                       text::say("file-share.unknown-file-share", "unknown file share “{}”", protocol));
    Stage stage;
    stage.kind = StageKind::FileShare;
    stage.label = "file share";
    stage.detail = named->id;
    const kb::FileShare* usual = named;
    BitRate of = network.typical;
    for (const kb::FileShare& row : kb.all<kb::FileShare>()) {
        if (row.id != named->id) continue;
        const auto counted = networkOf(kb, row, *named, network);
        if (!counted) return tl::unexpected(counted.error());
        stage.carries.low = std::max(stage.carries.low, scaled(counted->low, row.share.low));
        stage.carries.high = std::max(stage.carries.high, scaled(counted->high, row.share.high));
        if (const BitRate typical = scaled(counted->typical, row.share.typical); typical > stage.carries.typical) {
            stage.carries.typical = typical;
            usual = &row;
            of = counted->typical;
        }
    }
    stage.working =
        fmt::format("{}: {} × {} = {}; typically {} × {} = {}", usual->name, text::number(usual->share.high),
                    text::rate(network.high), text::rate(stage.carries.high), text::number(usual->share.typical),
                    text::rate(of), text::rate(stage.carries.typical));
    stage.from = usual->from;
    return stage;
}

}  // namespace sokudo::expect
