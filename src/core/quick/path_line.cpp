// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/quick/path_line.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/expect/stages.h"
#include "core/quick/tokens.h"

namespace sokudo::quick {
namespace {

struct DiskPart { plan::DiskGroup group; };
struct BusPart { BusWord bus; };
struct LinkPart { BitRate rate; std::optional<int> mtu; arithmetic::Framing framing; };
struct ProcessorPart { plan::HostProcessor host; int streams = 1; };
struct CoaxPart {};
struct MemoryPart {};
struct SharePart { std::string id; };
using PartOfPath = std::variant<DiskPart, BusPart, LinkPart, ProcessorPart, CoaxPart, MemoryPart, SharePart>;

std::vector<std::string> startWords(const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known{"pcie", "cpu", "coax", "memory", "10g", "25g", "100g", "2.5g", "1g", "5g", "40g"};
    for (const auto& disk : kb.disks) known.push_back(disk.id);
    for (const auto& share : kb.fileShares)
        if (std::find(known.begin(), known.end(), share.id) == known.end()) known.push_back(share.id);
    return known;
}

std::optional<Error> unknownWord(const Token& token, std::string_view partName, std::string_view known)
{
    return pointAt(token, fmt::format("this does not belong to {}; known there: {}", partName, known));
}

/// "hdd*6 raid6", "nvme 4.0x4", "ssd"
Result<PartOfPath> readDisk(const std::vector<Token>& words, const kb::KnowledgeBase& kb)
{
    DiskPart part;
    const auto pieces = text::split(words.front().text, '*');
    std::string kind = pieces[0];
    if (pieces.size() == 2) {
        const auto count = text::parseNumber(pieces[1]);
        const auto whole = count ? wholeOf(*count, 1, 999) : std::nullopt;
        if (!whole) return tl::unexpected(pointAt(words.front(), "write the number of disks behind *, such as hdd*6"));
        part.group.count = *whole;
    } else if (pieces.size() > 2) {
        return tl::unexpected(pointAt(words.front(), "one * is enough: hdd*6"));
    }
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        if (const kb::ArrayLevel* level = kb.array(token.text)) part.group.level = level->id;
        else if (const auto bus = busOf(token.text); bus && kind.starts_with("nvme")) kind = fmt::format("nvme{}", bus->generation);
        else return tl::unexpected(*unknownWord(token, "a disk", "a level such as raid6, and for nvme its bus such as 4.0x4"));
    }
    part.group.kind = kind;
    if (auto stage = expect::diskStage(kb, part.group, expect::Access::Read); !stage) return tl::unexpected(pointAt(words.front(), stage.error().what));
    return part;
}

Result<PartOfPath> readBus(const std::vector<Token>& words)
{
    std::string spec;
    for (std::size_t i = 1; i < words.size(); ++i) spec += words[i].text;
    if (words.front().text != "pcie" && words.front().text.starts_with("pcie")) spec = words.front().text.substr(4) + spec;
    const auto bus = busOf(spec);
    if (!bus) return tl::unexpected(pointAt(words.front(), "write generation and lanes of the slot, such as pcie 3.0 x8"));
    return BusPart{*bus};
}

Result<PartOfPath> readLink(BitRate rate, const std::vector<Token>& words)
{
    LinkPart part{rate, {}, {}};
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        const auto value = text::parseNumber(token.value);
        if (token.text == "mtu" || ((token.text == "vlan" || token.text == "tags") && value)) {
            const auto whole = token.text == "mtu" ? wholeNumber(token, 576, 65535) : wholeNumber(token, 0, 2);
            if (!whole) return tl::unexpected(whole.error());
            (token.text == "mtu" ? part.mtu.emplace() : part.framing.vlanTags) = *whole;
        }
        else if (token.text == "vlan") part.framing.vlanTags = 1;
        else if (token.text == "ipv6") part.framing.ipv6 = true;
        else if (token.text == "ipv4" || token.text == "tcp") continue;
        else if (token.text == "udp") part.framing.transport = arithmetic::Transport::Udp;
        else if (token.text == "notimestamps" || token.text == "no-timestamps") part.framing.timestamps = false;
        else return tl::unexpected(*unknownWord(token, "a link", "mtu=9000, ipv6, udp, vlan, no-timestamps"));
    }
    return part;
}

Result<PartOfPath> readProcessor(const std::vector<Token>& words, const kb::KnowledgeBase& kb)
{
    ProcessorPart part;
    part.host.cores = 1;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        const auto value = text::parseNumber(token.value);
        if (kb.processor(token.text)) part.host.kind = token.text;
        else if (token.text.ends_with("ghz") && text::parseNumber(token.text.substr(0, token.text.size() - 3))) part.host.clockGhz = *text::parseNumber(token.text.substr(0, token.text.size() - 3));
        else if ((token.text == "cores" || token.text == "streams") && value) {
            const auto whole = wholeNumber(token, 1, 1024);
            if (!whole) return tl::unexpected(whole.error());
            (token.text == "cores" ? part.host.cores : part.streams) = *whole;
        }
        else return tl::unexpected(*unknownWord(token, "a processor", "small-arm, big-arm, old-x86, mid-x86, recent-x86, 4.5ghz, cores=8, streams=4"));
    }
    if (part.host.kind.empty() || part.host.clockGhz <= 0) return tl::unexpected(pointAt(words.front(), "write kind and clock of the processor, such as cpu recent-x86 4.5ghz"));
    return part;
}

Result<PartOfPath> readPart(const std::vector<Token>& words, const kb::KnowledgeBase& kb)
{
    const Token& first = words.front();
    if (first.text.starts_with("pcie") || first.text == "slot") return readBus(words);
    if (first.text == "cpu" || first.text == "processor") return readProcessor(words, kb);
    if (first.text == "coax") return CoaxPart{};
    if (first.text == "memory" || first.text == "mem") return MemoryPart{};
    const std::string diskName = text::split(first.text, '*').front();
    if (kb.disk(diskName)) return readDisk(words, kb);
    if (const kb::FileShare* share = kb.fileShare(first.text, gigabits(1))) return SharePart{share->id};
    const bool looksLikeRate = !first.text.empty() && first.text.front() >= '0' && first.text.front() <= '9';
    if (const auto rate = looksLikeRate ? rateOf(first.text) : std::nullopt) return readLink(*rate, words);
    return tl::unexpected(pointAt(first, "no disk, slot, processor, link or file share that Sokudo knows" + suggestion(first.text, startWords(kb))));
}

class StageMaker {
public:
    StageMaker(const kb::KnowledgeBase& kb, int mtu) : m_kb(kb), m_mtu(mtu) {}

    Result<expect::Stage> operator()(const DiskPart& part)
    {
        const auto access = m_index == 0 ? expect::Access::Read : expect::Access::Write;
        return expect::diskStage(m_kb, part.group, access);
    }
    Result<expect::Stage> operator()(const BusPart& part) { return expect::slotStage(m_kb, plan::Slot{{}, {}, "1", part.bus.generation, part.bus.lanes}); }
    Result<expect::Stage> operator()(const LinkPart& part)
    {
        arithmetic::Framing framing = part.framing;
        framing.mtu = m_mtu;
        return expect::linkStage(m_kb, part.rate, framing);
    }
    Result<expect::Stage> operator()(const ProcessorPart& part) { return expect::processorStage(m_kb, part.host, m_mtu, part.streams); }
    Result<expect::Stage> operator()(const CoaxPart&) { return expect::hopStage(m_kb, "coax-2.5"); }
    Result<expect::Stage> operator()(const MemoryPart&) { return expect::diskStage(m_kb, {"ram", 1, ""}, expect::Access::Read); }
    Result<expect::Stage> operator()(const SharePart& part)
    {
        std::optional<expect::Band> network;
        std::optional<BitRate> slowest;
        for (const expect::Stage& stage : m_stages) {
            if (stage.kind != expect::StageKind::Link && stage.kind != expect::StageKind::Slot) continue;
            const expect::Band& band = stage.carries;
            network = network ? expect::Band{std::min(network->low, band.low), std::min(network->typical, band.typical), std::min(network->high, band.high)} : band;
            if (stage.kind == expect::StageKind::Link) slowest = slowest ? std::min(*slowest, stage.line) : stage.line;
        }
        if (!network || !slowest) return failure(ErrorCode::BadInput, "a file share needs a link in the path");
        return expect::fileShareStage(m_kb, part.id, *slowest, *network);
    }
    std::optional<Error> add(const PartOfPath& part)
    {
        auto stage = std::visit(*this, part);
        ++m_index;
        if (!stage) return stage.error();
        m_stages.push_back(std::move(*stage));
        return std::nullopt;
    }
    std::vector<expect::Stage> take() { return std::move(m_stages); }

private:
    const kb::KnowledgeBase& m_kb;
    int m_mtu;
    int m_index = 0;
    std::vector<expect::Stage> m_stages;
};

/// Equal labels get a number, so that every stage has a name of its own.
void nameStages(std::vector<expect::Stage>& stages)
{
    for (std::size_t i = 0; i < stages.size(); ++i) {
        int same = 0, before = 0;
        for (std::size_t j = 0; j < stages.size(); ++j)
            if (stages[j].kind == stages[i].kind) {
                ++same;
                if (j < i) ++before;
            }
        const std::string label(expect::word(stages[i].kind));
        stages[i].name = same > 1 ? fmt::format("{} {}", label, before + 1) : label;
    }
}

}  // namespace

Result<expect::Expectation> expectPathLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    std::vector<PartOfPath> read;
    std::vector<Token> firsts;
    std::optional<int> mtu;
    for (const Part& piece : parts(line, '|')) {
        const auto words = tokens(piece.text, piece.offset);
        if (words.empty()) return failure(ErrorCode::BadInput, "a stage between two | is empty; write stages such as nvme | pcie 3.0 x4 | 10g | smb", fmt::format("character {}", piece.offset + 1));
        auto part = readPart(words, kb);
        if (!part) return tl::unexpected(part.error());
        if (const auto* link = std::get_if<LinkPart>(&*part); link && link->mtu) mtu = mtu ? std::min(*mtu, *link->mtu) : *link->mtu;
        read.push_back(std::move(*part));
        firsts.push_back(words.front());
    }
    // A file share counts what the links carry, so it comes last whatever its place in the line.
    StageMaker maker(kb, mtu.value_or(1500));
    for (const bool shares : {false, true})
        for (std::size_t i = 0; i < read.size(); ++i) {
            if (std::holds_alternative<SharePart>(read[i]) != shares) continue;
            if (auto error = maker.add(read[i])) return tl::unexpected(pointAt(firsts[i], error->what));
        }
    auto stages = maker.take();
    nameStages(stages);
    auto made = expect::settle(std::move(stages));
    made.mtu = mtu.value_or(1500);
    return made;
}

}  // namespace sokudo::quick
