// SPDX-License-Identifier: GPL-3.0-or-later
// Parts of a path line about the copy: file share, small files, a tool that does one thing at a time.
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/path_parts.h"

namespace sokudo::oneline {
namespace {

Result<expect::Stage> makeShare(const Assembly& line, const std::string& protocol)
{
    const auto network = expect::networkBand(line.result);
    const auto slowest = expect::slowestLink(line.result);
    if (!network || !slowest)
        return failure(ErrorCode::BadInput,
                       text::say("path-copy.a-file-share-needs", "a file share needs a link in the path"));
    return expect::fileShareStage(line.kb, protocol, *network);
}

/// "files 50000*100kb smb workers=4"
Result<std::optional<PathPart>> readFiles(const Words& words, const kb::KnowledgeBase& kb)
{
    std::optional<std::int64_t> count;
    std::optional<DataSize> each;
    std::string kind = "smb";
    int workers = 1;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        const auto pieces = text::split(token.text, '*');
        if (pieces.size() == 2 && text::parseNumber(pieces[0]) && sizeOf(pieces[1])) {
            const auto whole = wholeOf(*text::parseNumber(pieces[0]), 1, 1'000'000'000);
            if (!whole)
                return tl::unexpected(pointAt(token, text::say("path-copy.write-a-whole-number",
                                                               "write a whole number of files, 1 to 1000000000")));
            count = *whole;
            each = sizeOf(pieces[1]);
        } else if (kb.find<kb::SmallFiles>(token.text)) kind = token.text;
        else if (token.text == "workers") {
            const auto whole = wholeNumber(token, 1, 256);
            if (!whole) return tl::unexpected(whole.error());
            workers = *whole;
        } else
            return tl::unexpected(
                unknownWord(token, "small files",
                            text::say("path-copy.kb-workers-and-how",
                                      "50000*100kb, workers=4, and how they are copied: smb, smb-hdd, nfs, "
                                      "nfs-sync-hdd, nfs-sync-ssd, ssh, rsync, webdav, local-ssd, local-hdd")));
    }
    if (!count || !each)
        return tl::unexpected(
            pointAt(words.front(), text::say("path-copy.write-how-many-files",
                                             "write how many files of which size, such as files 50000*100kb smb")));
    return PathPart{Turn::Copy, {}, [=](const Assembly& line) -> Result<expect::Stage> {
                        const auto path = expect::settle(line.result);
                        if (path.isEmpty())
                            return failure(ErrorCode::BadInput,
                                           text::say("path-copy.small-files-need-a",
                                                     "small files need a path: write the stages they cross"));
                        return expect::smallFilesStage(line.kb, kind, *count, *each, workers, path.expected);
                    }};
}

/// "requests 1mib at-once=8 rtt=0.3ms server=0.2ms"
Result<std::optional<PathPart>> readRequests(const Words& words)
{
    std::optional<DataSize> each;
    std::optional<Duration> roundTrip, server;
    int atOnce = 1;
    for (std::size_t i = 1; i < words.size(); ++i) {
        const Token& token = words[i];
        if (token.text == "at-once") {
            const auto whole = wholeNumber(token, 1, 4096);
            if (!whole) return tl::unexpected(whole.error());
            atOnce = *whole;
        } else if (token.text == "rtt" && durationOf(token.value)) roundTrip = durationOf(token.value);
        else if (token.text == "server" && durationOf(token.value)) server = durationOf(token.value);
        else if (sizeOf(token.text) && !token.hasValue()) each = sizeOf(token.text);
        else
            return tl::unexpected(
                unknownWord(token, "requests",
                            text::say("path-copy.the-size-of-one",
                                      "the size of one such as 1mib, at-once=8, rtt=0.3ms, server=0.2ms")));
    }
    if (!each || !roundTrip)
        return tl::unexpected(pointAt(
            words.front(),
            text::say("path-copy.write-the-size-of",
                      "write the size of a request and the round trip, such as requests 1mib at-once=8 rtt=0.3ms")));
    return PathPart{
        Turn::Copy, {}, [=](const Assembly& line) -> Result<expect::Stage> {
            const auto path = expect::settle(line.result);
            if (path.isEmpty())
                return failure(ErrorCode::BadInput, text::say("path-copy.requests-need-a-path",
                                                              "requests need a path: write the stages they cross"));
            return expect::requestStage(*each, atOnce, *roundTrip, server.value_or(Duration{}), path.expected);
        }};
}

Result<expect::Stage> makeSerial(const Assembly& line)
{
    // The network counts once, by what its file share leaves of it where there is one.
    std::vector<expect::Band> steps;
    std::optional<expect::Band> network = expect::networkBand(line.result);
    for (const expect::Stage& stage : line.result) {
        if (stage.kind == expect::StageKind::Disk) steps.push_back(stage.carries);
        if (stage.kind == expect::StageKind::FileShare) network = stage.carries;
    }
    if (network) steps.push_back(*network);
    if (steps.size() < 2)
        return failure(ErrorCode::BadInput, text::say("path-copy.a-serial-copy-needs",
                                                      "a serial copy needs a disk and a link, or two disks"));
    return expect::serialStage(steps);
}

PathPart bothWaysPart()
{
    PathPart part;
    part.bothWays = true;
    return part;
}

}  // namespace

Result<std::optional<PathPart>> readCopyPart(const Words& words, const kb::KnowledgeBase& kb)
{
    const Token& first = words.front();
    if (first.text == "files") return readFiles(words, kb);
    if (first.text == "requests") return readRequests(words);
    if (first.text == "both-ways")
        return words.size() > 1
                   ? Result<std::optional<PathPart>>(tl::unexpected(unknownWord(words[1], "both-ways", "nothing")))
                   : bothWaysPart();
    const kb::FileShare* share = kb::fileShareAt(kb, first.text, gigabits(1));
    if (!share && first.text != "serial") return std::optional<PathPart>();
    if (words.size() > 1)
        return tl::unexpected(
            unknownWord(words[1], share ? "a file share" : "serial",
                        text::say("path-copy.nothing-signing-and-encryption",
                                  "nothing; signing and encryption are stages of their own such as smb-sign-hmac")));
    if (!share) return PathPart{Turn::Tool, {}, &makeSerial};
    PathPart part{Turn::Share, {}, [id = share->id](const Assembly& line) { return makeShare(line, id); }};
    part.isRemoteMemory = share->isRemoteMemory;
    return part;
}

}  // namespace sokudo::oneline
