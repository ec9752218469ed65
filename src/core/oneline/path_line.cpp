// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/path_line.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/expect/both_ways.h"
#include "core/expect/packet_size.h"
#include "core/expect/remedy.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/path_parts.h"

namespace sokudo::oneline {
namespace {

std::vector<std::string> startWords(const kb::KnowledgeBase& kb)
{
    std::vector<std::string> known{"pcie",   "uplink", "usb",   "cpu",      "memory", "bond",      "internet",
                                   "window", "loss",   "files", "requests", "serial", "both-ways", "10g",
                                   "25g",    "100g",   "2.5g",  "1g",       "5g",     "40g"};
    for (const auto& disk : kb.all<kb::Disk>()) known.push_back(disk.id);
    for (const auto& row : kb.all<kb::Ceiling>()) known.push_back(row.id);
    for (const auto& share : kb.all<kb::FileShare>())
        if (std::find(known.begin(), known.end(), share.id) == known.end()) known.push_back(share.id);
    return known;
}

/// Equal labels get a number, so that every stage has a name of its own.
void nameStages(std::vector<expect::Stage>& stages)
{
    const auto plainName = [](const expect::Stage& stage) {
        return std::string(stage.kind == expect::StageKind::Medium ? std::string_view(stage.label)
                                                                   : expect::word(stage.kind));
    };
    for (std::size_t i = 0; i < stages.size(); ++i) {
        int same = 0, before = 0;
        for (std::size_t j = 0; j < stages.size(); ++j)
            if (plainName(stages[j]) == plainName(stages[i])) {
                ++same;
                if (j < i) ++before;
            }
        stages[i].name = same > 1 ? fmt::format("{} {}", plainName(stages[i]), before + 1) : plainName(stages[i]);
    }
}

/// "10GB/s" is bytes, and a link is named in bits; own figures may be either.
std::optional<Error> bytesForBits(const Words& words)
{
    for (const Token& word : words) {
        const bool isOwn = word.text == "reads" || word.text == "writes" || word.text == "gives";
        const bool isBytes = word.typed.ends_with("B/s") && !word.typed.empty() && word.typed.front() >= '0' &&
                             word.typed.front() <= '9';
        if (isOwn || !isBytes) continue;
        return pointAt(word, text::say("path-line.bytes-for-bits",
                                       "B stands for bytes, and links are named in bits: write 10g for 10 Gb/s; 1.25 "
                                       "GB/s are 10 Gb/s"));
    }
    return std::nullopt;
}

}  // namespace

Error unknownWord(const Token& token, std::string_view partName, const text::Sentence& known)
{
    if (token.text == "/")
        return pointAt(token, text::say("path-line.the-stages-of-a",
                                        "the stages of a path are divided by |, the parts of a link by /"));
    return pointAt(token, text::say("path-line.this-does-not-belong", "this does not belong to {}; known there: {}",
                                    partName, known));
}

bool isFactor(const kb::KnowledgeBase& kb, const Token& token, std::string_view stage)
{
    const kb::StageFactor* row = token.hasValue() ? nullptr : kb.find<kb::StageFactor>(token.text);
    return row && row->stage == stage;
}

Result<PathPart> readPathPart(const Words& words, const kb::KnowledgeBase& kb)
{
    for (auto* read : {&readHostPart, &readCopyPart, &readNetworkPart}) {
        auto part = read(words, kb);
        if (!part) return tl::unexpected(part.error());
        if (!*part) continue;
        for (auto word = words.begin(); word != words.end(); ++word)
            if (word->text != "tunnel" &&
                std::any_of(words.begin(), word, [&](const Token& before) { return before.text == word->text; }))
                return tl::unexpected(pointAt(*word, text::say("path-line.this-stands-twice-in",
                                                               "this appears twice in one stage; keep one of them")));
        return std::move(**part);
    }
    return tl::unexpected(
        pointAt(words.front(), text::say("path-line.no-disk-slot-processor",
                                         "no disk, slot, processor, link, medium or file share that Sokudo knows") +
                                   suggestion(words.front().text, startWords(kb))));
}

namespace {

/// The parts of a line as typed, each with its first word, and the smallest MTU that is stated.
struct ReadLine {
    std::vector<PathPart> parts;
    std::vector<Token> firsts;
    std::optional<int> mtu;

    /// The packets that all of the path carries: of several links, those with the least payload.
    formulas::Framing framing() const
    {
        std::optional<formulas::Framing> least;
        for (const PathPart& part : parts)
            if (part.framing && (!least || formulas::payloadBytes(*part.framing) < formulas::payloadBytes(*least)))
                least = part.framing;
        formulas::Framing result = least.value_or(formulas::Framing{});
        result.mtu = mtu.value_or(kUsualMtu);
        return result;
    }
};

Result<ReadLine> readParts(std::string_view line, const kb::KnowledgeBase& kb)
{
    ReadLine result;
    for (const Part& piece : parts(line, '|')) {
        const auto words = tokens(piece.text, piece.offset);
        if (words.empty())
            return failure(
                ErrorCode::BadInput,
                text::say("path-line.a-stage-between-two",
                          "a stage between two | is empty; write stages such as nvme | pcie 3.0 x4 | 10g | smb"),
                fmt::format("character {}", piece.offset + 1));
        if (auto error = bytesForBits(words)) return tl::unexpected(std::move(*error));
        auto part = readPathPart(words, kb);
        if (!part) return tl::unexpected(part.error());
        if (part->mtu) result.mtu = std::min(result.mtu.value_or(*part->mtu), *part->mtu);
        result.parts.push_back(std::move(*part));
        result.firsts.push_back(words.front());
    }
    return result;
}

}  // namespace

Result<expect::Expectation> expectPathLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    auto typed = readParts(line, kb);
    if (!typed) return tl::unexpected(std::move(typed.error()));
    auto& read = typed->parts;
    const auto& firsts = typed->firsts;
    const auto mtu = typed->mtu;
    // Where the path begins, a disk is read from; a share or a copy may stand before it in the line.
    const auto source = std::find_if(read.begin(), read.end(),
                                     [](const PathPart& part) { return part.turn == Turn::Path && part.make; }) -
                        read.begin();
    const auto isAny = [&](bool PathPart::*is) {
        return std::any_of(read.begin(), read.end(), [is](const PathPart& part) { return part.*is; });
    };
    const bool bothWays = isAny(&PathPart::bothWays), isRemoteMemory = isAny(&PathPart::isRemoteMemory);
    const formulas::Framing framing = typed->framing();
    std::string leftOut;
    std::vector<expect::Stage> stages;
    for (Turn turn : {Turn::Path, Turn::Share, Turn::Copy, Turn::Tool})
        for (std::size_t i = 0; i < read.size(); ++i) {
            if (read[i].turn != turn || !read[i].make) continue;
            auto stage =
                read[i].make({kb, mtu.value_or(1500), static_cast<std::ptrdiff_t>(i) == source, framing, stages});
            if (!stage) return tl::unexpected(pointAt(firsts[i], stage.error().what));
            if (isRemoteMemory && stage->kind == expect::StageKind::Processor) {
                leftOut = stage->detail;
                continue;
            }
            stages.push_back(bothWays && turn == Turn::Path ? expect::withBothWaysBusy(kb, std::move(*stage))
                                                            : std::move(*stage));
        }
    nameStages(stages);
    auto result = expect::settle(std::move(stages));
    result.mtu = mtu.value_or(1500);
    result.bothWays = bothWays;
    if (!leftOut.empty())
        result.notes.push_back(text::say("path-line.remote-memory-access",
                                         "remote memory access: the cards move the data, and the processor ({}) does "
                                         "not limit it",
                                         leftOut));
    if (auto note = expect::unlikeMtuNote(result); !note.empty()) result.notes.push_back(std::move(note));
    expect::addRemedy(result);
    return result;
}

}  // namespace sokudo::oneline
