// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/host_rows.h"

namespace sokudo::expect {

namespace {

constexpr double kLeastOfTypical = 0.9;  ///< of an array whose row states no least

/// The owner's own figure of the whole group overrules the tables.
Stage ownFigure(Stage stage, BitRate own, bool reads)
{
    stage.carries = {own, own, own};
    stage.working = text::say("disk.own-figure", "your own figure, {}: {} = {}", reads ? "reading" : "writing",
                              text::figure::byteRate(own), text::figure::rate(own));
    stage.from = {"own-figure", Certainty::Typical};
    return stage;
}

/// What the buses of its disks pass at most; reading uses them all, writing as many as hold what is new.
void limitByBus(Stage& stage, const kb::Disk& disk, double disks)
{
    if (!disk.hard) return;
    const BitRate all = scaled(*disk.hard, std::max(1.0, disks));
    stage.hard = std::max(all, stage.carries.high);
    stage.working = text::say("disk.bus-passes-at-most", "{} can pass {} at most; {}",
                              disks > 1 ? "their buses" : "its bus", text::figure::rate(*stage.hard), stage.working);
}

/// What the software of the array does at most, however fast its disks are.
void limitBySoftware(Stage& stage, const kb::Band& cap, std::string_view name)
{
    if (cap.high >= stage.carries.high) return;
    stage.carries = {std::min(stage.carries.low, cap.low), std::min(stage.carries.typical, cap.typical),
                     std::min(stage.carries.high, cap.high)};
    stage.working += text::say("disk.held-by-software", "; the software of {} does {} at most, typically {}", name,
                               text::figure::byteRate(cap.high), text::figure::byteRate(cap.typical));
}

/// Which row of disks and of arrays a group is; an error says what to write instead.
Result<std::pair<const kb::Disk*, const kb::ArrayLevel*>> rowsOf(const kb::KnowledgeBase& kb,
                                                                 const plan::DiskGroup& group)
{
    const kb::Disk* disk = kb.find<kb::Disk>(group.kind);
    if (!disk)
        return failure(ErrorCode::BadInput,
                       text::say("disk.unknown-kind-of-disk", "unknown kind of disk “{}”", group.kind));
    const kb::ArrayLevel* level = kb.find<kb::ArrayLevel>(group.level.empty() ? "single" : group.level);
    if (!level)
        return failure(ErrorCode::BadInput,
                       text::say("disk.unknown-array-level", "unknown array level “{}”", group.level));
    if (group.count < level->leastDisks)
        return failure(ErrorCode::BadInput, text::say("disk.needs-at-least-disks", "{} needs at least {} disks, not {}",
                                                      level->id, level->leastDisks, group.count));
    if (group.count > 1 && level->id == "single")
        return failure(ErrorCode::BadInput,
                       text::say("disk.disks-need-an-array",
                                 "{} disks need an array level: write raid0, raid1, raid5, raid6 or raid10 after them",
                                 group.count));
    return std::pair(disk, level);
}

Result<Stage> healthy(const kb::KnowledgeBase& kb, const plan::DiskGroup& group, Access access)
{
    const auto rows = rowsOf(kb, group);
    if (!rows) return tl::unexpected(rows.error());
    const auto [disk, level] = *rows;
    const bool reads = access == Access::Read;
    const Band& one = reads ? disk->read : disk->write;
    Stage stage;
    stage.kind = StageKind::Disk;
    stage.label = group.count > 1 ? "disks" : "disk";
    stage.detail = group.count > 1 ? fmt::format("{} {} {}", group.count, disk->id, level->id) : disk->id;
    stage.from = {level->from.source, weaker(level->from.certainty, disk->from.certainty)};
    if (level->id == "single" && !(reads ? group.reads : group.writes)) {
        stage.carries = one;
        stage.working =
            text::say("disk.up-to-typically", "{}, {}: up to {} = {}; typically {} = {}", disk->name,
                      reads ? "reading" : "writing", text::figure::byteRate(one.high), text::figure::rate(one.high),
                      text::figure::byteRate(one.typical), text::figure::rate(one.typical));
        limitByBus(stage, *disk, 1);
        return stage;
    }
    if (const auto own = reads ? group.reads : group.writes) {
        Stage stated = ownFigure(std::move(stage), *own, reads);
        limitByBus(stated, *disk, group.count);
        return stated;
    }
    const double share = reads ? level->readPerDisk * group.count - level->readLess
                               : level->writePerDisk * group.count - level->writeLess;
    const double factor = reads ? level->readFactor : level->writeFactor;
    const BitRate typical = scaled(one.typical, share * factor);
    const auto least = reads ? level->readLeastPerDisk : std::nullopt,
               most = reads ? level->readMostPerDisk : std::nullopt;
    const double mostShare = most ? *most * group.count : share;
    stage.carries = {least ? scaled(one.low, *least * group.count) : scaled(typical, kLeastOfTypical), typical,
                     scaled(one.high, mostShare)};
    stage.working =
        text::say("disk.disks-typically", "{} disks, {}: up to {} × {} = {} = {}; typically {} × {} × {} = {} = {}",
                  group.count, level->name, text::figure::number(mostShare), text::figure::byteRate(one.high),
                  text::figure::byteRate(stage.carries.high), text::figure::rate(stage.carries.high),
                  text::figure::number(share), text::figure::byteRate(one.typical), text::figure::number(factor),
                  text::figure::byteRate(typical), text::figure::rate(typical));
    limitByBus(stage, *disk, reads ? group.count : share);
    if (const auto& cap = reads ? level->readCap : level->writeCap) limitBySoftware(stage, *cap, level->name);
    return stage;
}

}  // namespace

Result<Stage> diskStage(const kb::KnowledgeBase& kb, const plan::DiskGroup& group, Access access,
                        const Factors& factors)
{
    auto stage = healthy(kb, group, access);
    if (!stage) return stage;
    if (const auto error = applyFactors(kb, factors, "disk", *stage)) return tl::unexpected(*error);
    return stage;
}

}  // namespace sokudo::expect
