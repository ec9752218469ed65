// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/changed_stage.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/expect/both_ways.h"
#include "core/expect/packet_size.h"
#include "core/expect/remedy.h"
#include "core/oneline/path_parts.h"

namespace sokudo::oneline {
namespace {

struct Entry {
    expect::StageKind kind;
    std::string_view prefix, example;
};
constexpr Entry kEntries[] = {
    {expect::StageKind::Slot, "pcie ", "4.0 x8"},
    {expect::StageKind::Uplink, "uplink ", "4.0 x4"},
    {expect::StageKind::Usb, "usb ", "10g adapter=5g"},
    {expect::StageKind::Processor, "cpu ", "recent-x86 4.5ghz cores=8 streams=4"},
    {expect::StageKind::Disk, "", "nvme 4.0x4"},
    {expect::StageKind::Link, "", "25g mtu=9000"},
    {expect::StageKind::FileShare, "", "nfs-multi"},
    {expect::StageKind::Medium, "", "25g"},
    {expect::StageKind::Bond, "bond ", "2*25g flows=4"},
    {expect::StageKind::Internet, "internet ", "2.5g fibre-plan"},
    {expect::StageKind::Window, "window ", "16mib rtt=20ms"},
    {expect::StageKind::Loss, "loss ", "0.01% rtt=1ms"},
    {expect::StageKind::Router, "", "router-core"},
    {expect::StageKind::Memory, "", "memory-dual"},
    {expect::StageKind::Session, "", "smb-encrypt-gcm"},
};

const Entry* entryOf(expect::StageKind kind)
{
    for (const Entry& entry : kEntries)
        if (entry.kind == kind) return &entry;
    return nullptr;
}

/// A cable may become another medium, and a disk a disk; a slot does not become a disk.
bool stands(expect::StageKind kind, expect::StageKind now)
{
    const auto isCable = [](expect::StageKind one) {
        return one == expect::StageKind::Link || one == expect::StageKind::Medium || one == expect::StageKind::Bond;
    };
    return kind == now || (isCable(kind) && isCable(now));
}

/// Links on which nothing is acknowledged carry datagrams.
formulas::Framing framingOn(const std::vector<expect::Stage>& stages, int mtu)
{
    formulas::Framing framing{mtu};
    for (const expect::Stage& stage : stages)
        if (stage.kind == expect::StageKind::Link && stage.ackShare == 0) framing.transport = formulas::Transport::Udp;
    return framing;
}

Result<expect::Stage> staged(std::string_view text, const expect::Expectation& path, std::size_t at,
                             const std::vector<expect::Stage>& others, const kb::KnowledgeBase& kb)
{
    const auto words = tokens(text, 0);
    if (words.empty())
        return failure(ErrorCode::BadInput,
                       text::say("changed-stage.type-what-stands-there", "type what stands there instead"));
    auto part = readPathPart(words, kb);
    if (!part) return tl::unexpected(part.error());
    if (!part->make)
        return failure(ErrorCode::BadInput,
                       text::say("changed-stage.that-is-no-stage",
                                 "that is no stage of its own: turn both ways on for the whole path"));
    // A link that is tried without an MTU keeps the one it is set to.
    const int before = path.stages[at].mtu;
    const int own = !part->isMtuStated && before > 0 ? before : part->mtu.value_or(path.mtu);
    const int least = std::min(own, expect::leastMtu(others, own));
    auto result = part->make({kb, least, at == 0, framingOn(others, least), others});
    if (result && result->mtu > 0) result->mtu = own;
    if (result && !stands(result->kind, path.stages[at].kind))
        return failure(ErrorCode::BadInput,
                       text::say("changed-stage.that-is-a-and", "that is a {}, and here stands a {}",
                                 expect::word(result->kind), expect::word(path.stages[at].kind)));
    return result;
}

}  // namespace

std::string_view exampleFor(expect::StageKind kind)
{
    const Entry* entry = entryOf(kind);
    return entry ? entry->example : std::string_view();
}

Result<expect::Expectation> changedStage(const expect::Expectation& path, std::size_t at, std::string_view text,
                                         const kb::KnowledgeBase& kb)
{
    if (at >= path.stages.size())
        return failure(ErrorCode::OutOfRange,
                       text::say("changed-stage.pick-a-stage-of", "pick a stage of the path first"));
    const expect::Stage& now = path.stages[at];
    std::vector<expect::Stage> others;
    for (std::size_t i = 0; i < path.stages.size(); ++i)
        if (i != at && path.stages[i].kind != expect::StageKind::FileShare) others.push_back(path.stages[i]);
    const Entry* entry = entryOf(now.kind);
    auto result = entry && !entry->prefix.empty()
                      ? staged(std::string(entry->prefix) + std::string(text), path, at, others, kb)
                      : staged(text, path, at, others, kb);
    if (!result && entry && !entry->prefix.empty())
        if (auto whole = staged(text, path, at, others, kb)) result = std::move(whole);
    if (!result) return tl::unexpected(result.error());
    if (path.bothWays && result->kind != expect::StageKind::FileShare)
        result = expect::withBothWaysBusy(kb, std::move(*result));
    std::vector<expect::Stage> stages = path.stages;
    stages[at] = expect::inPlaceOf(now, std::move(*result));
    // The least MTU of the links counts for the whole path; the others keep what they are set to.
    const int mtu = expect::leastMtu(stages, path.mtu);
    for (std::size_t i = 0; mtu != path.mtu && i < stages.size(); ++i) {
        if (i == at || !stages[i].varied) continue;
        auto again = stages[i].varied(kb, {mtu, {}});
        if (!again) return tl::unexpected(again.error());
        if (path.bothWays) again = expect::withBothWaysBusy(kb, std::move(*again));
        again->label = stages[i].label;
        if (stages[i].mtu > 0) again->mtu = stages[i].mtu;
        stages[i] = expect::inPlaceOf(stages[i], std::move(*again));
    }
    // The share of the protocol is a share of what the network carries now.
    for (expect::Stage& stage : stages)
        if (stage.kind == expect::StageKind::FileShare) {
            const auto network = expect::networkBand(stages);
            const auto slowest = expect::slowestLink(stages);
            if (!network || !slowest) continue;
            if (auto again = expect::fileShareStage(kb, stage.detail, *network)) {
                stage = expect::inPlaceOf(stage, std::move(*again));
            }
        }
    expect::Expectation changed = expect::settle(std::move(stages));
    changed.missing = path.missing;
    changed.mtu = mtu;
    changed.bothWays = path.bothWays;
    if (auto note = expect::unlikeMtuNote(changed); !note.empty()) changed.notes.push_back(std::move(note));
    expect::addRemedy(changed);
    return changed;
}

}  // namespace sokudo::oneline
