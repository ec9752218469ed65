// SPDX-License-Identifier: GPL-3.0-or-later
// Parts of a path line inside a machine: disks, memory, slot, chipset uplink, USB, processor.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/formulas/bus.h"
#include "core/formulas/media_faults.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/path_parts.h"

namespace sokudo::oneline {
namespace {

/// Hard disks slow towards the inner tracks.
expect::Stage atFill(expect::Stage stage, double fill)
{
    const double share = formulas::diskZoneShare(fill);
    stage.carries = {scaled(stage.carries.low, share), scaled(stage.carries.typical, share),
                     scaled(stage.carries.high, share)};
    stage.working += text::say("path-host.full-typically", "; {:.0f}{}% full: × √(1 − {} × 0.75) = {}, typically {}",
                               100 * fill, text::kThin, text::figure::number(fill),
                               text::figure::rate(stage.carries.high), text::figure::rate(stage.carries.typical));
    return stage;
}

/// A disk on fewer lanes than it was made for.
Result<expect::Stage> behindBus(const kb::KnowledgeBase& kb, expect::Stage stage, const BusWord& bus)
{
    const auto carries = formulas::busCarries(kb, {bus.generation, bus.lanes, 0});
    if (!carries) return tl::unexpected(carries.error());
    const kb::Band& most = carries->usable;
    stage.carries = {std::min(stage.carries.low, most.low), std::min(stage.carries.typical, most.typical),
                     std::min(stage.carries.high, most.high)};
    stage.hard = std::min(stage.hard.value_or(carries->coded), carries->coded);
    stage.detail += fmt::format(" {}.0 ×{}", bus.generation, bus.lanes);
    stage.working +=
        text::say("path-host.its-bus-carries-typically",
                  "; its bus {}.0 ×{} carries {} typically, {} at most: typically {}, up to {}", bus.generation,
                  bus.lanes, text::figure::rate(most.typical), text::figure::rate(most.high),
                  text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    return stage;
}

/// What a part of a path line says of a disk.
struct DiskOfLine {
    plan::DiskGroup group;
    expect::Factors factors;
    std::optional<DataSize> copy;
    std::optional<double> fill;
    std::optional<BusWord> narrow;  ///< fewer lanes than such a disk has
};

/// "hdd*6": the kind and how many.
Result<DiskOfLine> disksOf(const Token& word)
{
    DiskOfLine disk;
    const auto pieces = text::split(word.text, '*');
    disk.group.kind = pieces[0];
    if (pieces.size() > 2)
        return tl::unexpected(pointAt(word, text::say("path-host.one-is-enough-hdd", "one * is enough: hdd*6")));
    if (pieces.size() == 1) return disk;
    const auto count = text::parseNumber(pieces[1]);
    const auto whole = count ? wholeOf(*count, 1, 999) : std::nullopt;
    if (!whole)
        return tl::unexpected(pointAt(
            word, text::say("path-host.write-the-number-of", "write the number of disks behind *, such as hdd*6")));
    disk.group.count = *whole;
    return disk;
}

Result<void> readDiskWord(const Token& token, const kb::KnowledgeBase& kb, DiskOfLine& disk)
{
    std::string& kind = disk.group.kind;
    if (const kb::ArrayLevel* level = kb.find<kb::ArrayLevel>(token.text)) disk.group.level = level->id;
    else if (const auto bus = busOf(token.text); bus && kind.starts_with("nvme")) {
        // A generation that the kind names stays its own, in a slot of whatever one.
        const bool isNamed = kind.size() > 4 && kind[4] >= '1' && kind[4] <= '9';
        if (!isNamed) kind = fmt::format("nvme{}{}", bus->generation, kind.ends_with("-qlc") ? "-qlc" : "");
        if (bus->lanes < 4 || (isNamed && bus->generation < kind[4] - '0')) disk.narrow = bus;
    } else if (isFactor(kb, token, "disk")) disk.factors.push_back(token.text);
    else if (token.text == "reads" || token.text == "writes") {
        const auto own = payloadRateOf(token);
        if (!own) return tl::unexpected(own.error());
        (token.text == "reads" ? disk.group.reads : disk.group.writes) = *own;
    } else if (token.text == "copy" && token.hasValue()) {
        disk.copy = sizeOf(token.value);
        if (!disk.copy)
            return tl::unexpected(pointAt(
                token, text::say("path-host.write-the-size-of", "write the size of the copy, such as copy=500gb")));
    } else if (token.text == "fill" && kind.starts_with("hdd")) {
        disk.fill = shareOf(token.value);
        if (!disk.fill || *disk.fill > 1)
            return tl::unexpected(pointAt(
                token, text::say("path-host.write-how-full-the", "write how full the disk is, such as fill=75%")));
    } else
        return tl::unexpected(unknownWord(
            token, "a disk",
            text::say("path-host.a-level-such-as",
                      "a level such as raid6, for nvme its bus such as 4.0x4, your own figures reads=450MB/s and "
                      "writes=300MB/s, copy=500gb, aged, fragmented, "
                      "degraded, rebuilding, inner, checksums, disk-encryption, and for a hard disk fill=75%")));
    return {};
}

/// "hdd*6 raid6", "nvme 4.0x4", "ssd aged", "nvme3-qlc copy=500gb"
Result<std::optional<PathPart>> readDisk(const Words& words, const kb::KnowledgeBase& kb)
{
    auto read = disksOf(words.front());
    if (!read) return tl::unexpected(read.error());
    for (std::size_t i = 1; i < words.size(); ++i)
        if (auto taken = readDiskWord(words[i], kb, *read); !taken) return tl::unexpected(taken.error());
    const DiskOfLine disk = std::move(*read);
    if (auto stage = expect::diskStage(kb, disk.group, expect::Access::Read, disk.factors); !stage)
        return tl::unexpected(pointAt(words.front(), stage.error().what));
    if (!disk.copy)
        return PathPart{Turn::Path, {}, [disk](const Assembly& line) -> Result<expect::Stage> {
                            auto stage = expect::diskStage(line.kb, disk.group,
                                                           line.isSource ? expect::Access::Read : expect::Access::Write,
                                                           disk.factors);
                            if (!stage) return stage;
                            if (disk.fill) stage = atFill(std::move(*stage), *disk.fill);
                            return disk.narrow ? behindBus(line.kb, std::move(*stage), *disk.narrow) : stage;
                        }};
    return PathPart{Turn::Copy, {}, [disk](const Assembly& line) -> Result<expect::Stage> {
                        const auto path = expect::settle(line.result);
                        if (path.isEmpty())
                            return failure(ErrorCode::BadInput,
                                           text::say("path-host.a-cache-fills-from",
                                                     "a cache fills from a path: write the stages before it"));
                        return expect::cachedWriteStage(line.kb, disk.group, *disk.copy, path.expected);
                    }};
}

/// "pcie 3.0 x8 mps=128", "uplink 4.0 x4"
Result<std::optional<PathPart>> readBus(const Words& words)
{
    std::string spec;
    int maxPayload = 0;
    for (std::size_t i = 1; i < words.size(); ++i) {
        if (words[i].text != "mps") {
            if (!words[i].value.empty()) return tl::unexpected(unknownWord(words[i], "a slot", "mps=256"));
            spec += words[i].text;
            continue;
        }
        const auto bytes = wholeNumber(words[i], 128, 4096);
        if (!bytes) return tl::unexpected(bytes.error());
        maxPayload = *bytes;
    }
    const bool isUplink = words.front().text == "uplink";
    if (!isUplink && words.front().text != "pcie" && words.front().text.starts_with("pcie"))
        spec = words.front().text.substr(4) + spec;
    const auto bus = busOf(spec);
    if (!bus)
        return tl::unexpected(pointAt(words.front(), text::say("path-host.write-generation-and-lanes",
                                                               "write generation and lanes, such as pcie 3.0 x8")));
    return PathPart{
        Turn::Path, {}, [bus = *bus, maxPayload, isUplink](const Assembly& line) {
            if (isUplink) return expect::uplinkStage(line.kb, {bus.generation, bus.lanes, maxPayload, line.mtu});
            return expect::slotStage(line.kb, plan::Slot{{}, {}, "1", bus.generation, bus.lanes}, line.mtu, maxPayload);
        }};
}

/// "usb 5g adapter=2.5g"
Result<std::optional<PathPart>> readUsb(const Words& words)
{
    std::optional<BitRate> bus;
    BitRate adapter = gigabits(1000);  // the fastest there is for this bus
    for (std::size_t i = 1; i < words.size(); ++i) {
        const bool isAdapter = words[i].text == "adapter";
        const auto rate = rateOf(isAdapter ? words[i].value : words[i].text);
        if (!rate)
            return tl::unexpected(pointAt(
                words[i],
                text::say("path-host.write-what-usb-enumerates",
                          "write what USB enumerates at and the rate of the adapter, such as usb 5g adapter=2.5g")));
        (isAdapter ? adapter : bus.emplace()) = *rate;
    }
    if (!bus)
        return tl::unexpected(pointAt(words.front(), text::say("path-host.write-what-usb-enumerates-2",
                                                               "write what USB enumerates at, such as usb 5g")));
    return PathPart{Turn::Path, {}, [bus = *bus, adapter](const Assembly& line) {
                        return expect::usbStage(line.kb, bus, adapter);
                    }};
}

/// "cpu recent-x86 4.5ghz cores=8 streams=4 virtio"
Result<std::optional<PathPart>> readProcessor(const Words& words, const kb::KnowledgeBase& kb)
{
    plan::HostProcessor host;
    host.cores = 1;
    int streams = 1;
    expect::Factors factors;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        const bool counts = token.text == "cores" || token.text == "streams";
        if (kb.find<kb::Processor>(token.text)) host.kind = token.text;
        else if (token.text.ends_with("ghz") && text::parseNumber(token.text.substr(0, token.text.size() - 3)))
            host.clockGhz = *text::parseNumber(token.text.substr(0, token.text.size() - 3));
        else if (counts && text::parseNumber(token.value)) {
            const auto whole = wholeNumber(token, 1, 1024);
            if (!whole) return tl::unexpected(whole.error());
            (token.text == "cores" ? host.cores : streams) = *whole;
        } else if (isFactor(kb, token, "processor")) factors.push_back(token.text);
        else
            return tl::unexpected(unknownWord(
                token, "a processor",
                text::say("path-host.small-arm-big-arm",
                          "small-arm, big-arm, old-x86, mid-x86, recent-x86, 4.5ghz, cores=8, streams=4, and what "
                          "slows it such as virtio, overlay, firewall, no-offload, numa-remote, power-saving")));
    }
    if (host.kind.empty() || host.clockGhz <= 0)
        return tl::unexpected(
            pointAt(words.front(), text::say("path-host.write-kind-and-clock",
                                             "write kind and clock of the processor, such as cpu recent-x86 4.5ghz")));
    return PathPart{Turn::Path, {}, [host, streams, factors](const Assembly& line) {
                        return expect::processorStage(line.kb, host, line.mtu, streams, factors);
                    }};
}

}  // namespace

Result<std::optional<PathPart>> readHostPart(const Words& words, const kb::KnowledgeBase& kb)
{
    const std::string& first = words.front().text;
    if (first.starts_with("pcie") || first == "slot" || first == "uplink") return readBus(words);
    if (first == "usb") return readUsb(words);
    if (first == "cpu" || first == "processor") return readProcessor(words, kb);
    if (first == "memory" || first == "mem") {
        if (words.size() > 1)
            return tl::unexpected(unknownWord(
                words[1], "memory",
                text::say("path-host.nothing-what-is-put", "nothing; what is put in memory as a file is ram")));
        return PathPart{Turn::Path, {}, [](const Assembly& line) {
                            return expect::diskStage(line.kb, {"ram", 1, ""}, expect::Access::Read);
                        }};
    }
    if (kb.find<kb::Disk>(text::split(first, '*').front())) return readDisk(words, kb);
    return std::optional<PathPart>();
}

}  // namespace sokudo::oneline
