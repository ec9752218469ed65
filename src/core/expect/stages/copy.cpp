// SPDX-License-Identifier: GPL-3.0-or-later
// What a copy adds to the path: caches that run out, many small files, a tool that does one thing at a time.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {
namespace {

/// Seconds for the copy, cache first.
double cachedSeconds(DataSize copy, DataSize cache, BitRate fast, BitRate slow, BitRate in)
{
    const double bits = 8 * copy.in(), oneline = std::min(bits, 8 * cache.in());
    return oneline / std::min(fast, in).in() + (bits - oneline) / std::min(slow, in).in();
}

}  // namespace

Result<Stage> cachedWriteStage(const kb::KnowledgeBase& kb, const plan::DiskGroup& group, DataSize copy,
                               const Band& incoming)
{
    if (group.count > 1)
        return failure(ErrorCode::BadInput,
                       text::say("copy.a-cache-that-runs", "a cache that runs out is estimated for a single disk"));
    const kb::Disk* disk = kb.find<kb::Disk>(group.kind);
    if (!disk)
        return failure(ErrorCode::BadInput,
                       text::say("copy.unknown-kind-of-disk", "unknown kind of disk “{}”", group.kind));
    const kb::WriteCache* cache = kb.find<kb::WriteCache>(disk->id);
    if (!cache)
        return failure(ErrorCode::BadInput,
                       text::say("copy.has-no-cache-that", "{} has no cache that runs out", disk->name));
    if (copy.steps() <= 0)
        return failure(ErrorCode::OutOfRange, text::say("copy.a-copy-holds-at", "a copy holds at least one byte"));
    const auto mean = [&](BitRate fast, BitRate slow, BitRate in) {
        return BitRate::of(8 * copy.in() / cachedSeconds(copy, cache->cache, fast, slow, in));
    };
    Stage stage;
    stage.kind = StageKind::Disk;
    stage.label = "disk";
    stage.detail = disk->id;
    stage.carries = {mean(disk->write.low, cache->after.low, incoming.low),
                     mean(disk->write.typical, cache->after.typical, incoming.typical),
                     mean(disk->write.high, cache->after.high, incoming.high)};
    const BitRate fast = std::min(disk->write.typical, incoming.typical);
    stage.working = copy <= cache->cache
                        ? text::say("copy.fit-into-its-cache", "{}: {} fit into its cache of {}: {}", disk->name,
                                    text::figure::size(copy), text::figure::size(cache->cache),
                                    text::figure::rate(stage.carries.high))
                        : text::say("copy.at-into-its-cache",
                                    "{}: {} at {} into its cache, then {}: {} fast, {} in all; typically {}, up to {}",
                                    disk->name, text::figure::size(cache->cache), text::figure::byteRate(fast),
                                    text::figure::byteRate(cache->after.typical),
                                    text::figure::duration(Duration::of(8 * cache->cache.in() / fast.in())),
                                    text::figure::duration(Duration::of(8 * copy.in() / stage.carries.typical.in())),
                                    text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    stage.facts = {{"knee_bytes", std::min(cache->cache, copy).in()},
                   {"fast_bps", fast.in()},
                   {"total_s", 8 * copy.in() / stage.carries.typical.in()}};
    stage.from = {cache->from.source, weaker(cache->from.certainty, disk->from.certainty)};
    return stage;
}

Result<Stage> smallFilesStage(const kb::KnowledgeBase& kb, std::string_view kind, std::int64_t files, DataSize each,
                              int workers, const Band& rest)
{
    const kb::SmallFiles* row = kb.find<kb::SmallFiles>(kind);
    if (!row)
        return failure(ErrorCode::BadInput,
                       text::say("copy.small-files-csv-has", "small_files.csv has no row “{}”", kind));
    if (files < 1 || each.steps() < 1 || workers < 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("copy.a-copy-has-at", "a copy has at least one file of one byte and one worker"));
    const double bits = 8 * each.in() * static_cast<double>(files);
    const auto seconds = [&](BitRate rate, Duration one) {
        return bits / rate.in() + static_cast<double>(files) * one.in() / workers;
    };
    const auto rate = [&](BitRate from, Duration one) { return BitRate::of(bits / seconds(from, one)); };
    Stage stage;
    stage.kind = StageKind::Files;
    stage.label = "small files";
    stage.detail = fmt::format("{} × {}", files, text::size(each));
    stage.carries = {rate(rest.low, row->low), rate(rest.typical, row->typical), rate(rest.high, row->high)};
    stage.working =
        text::say("copy.files-each-and-at", "{}: {} files × {} each{} and {} at {} take {}; typically {}, up to {}",
                  row->name, files, text::figure::duration(row->typical),
                  workers > 1 ? text::say("copy.at-once", " ÷ {} at once", workers) : std::string(),
                  text::figure::size(DataSize::of(bits / 8)), text::figure::rate(rest.typical),
                  text::figure::duration(Duration::of(seconds(rest.typical, row->typical))),
                  text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    const double total = seconds(rest.typical, row->typical);
    stage.facts = {{"total_s", total}, {"files_per_s", static_cast<double>(files) / total}};
    stage.from = row->from;
    return stage;
}

Result<Stage> requestStage(DataSize each, int atOnce, Duration roundTrip, Duration server, const Band& rest)
{
    if (each.steps() < 1 || atOnce < 1)
        return failure(ErrorCode::OutOfRange,
                       text::say("copy.a-request-asks-for",
                                 "a request asks for at least one byte, and at least one is under way"));
    if (roundTrip.steps() <= 0 || server.steps() < 0)
        return failure(ErrorCode::OutOfRange,
                       text::say("copy.a-round-trip-takes", "a round trip takes longer than nothing"));
    const double bits = 8 * each.in();
    const auto carries = [&](BitRate rate) {
        return std::min(rate, BitRate::of(atOnce * bits / (roundTrip.in() + server.in() + bits / rate.in())));
    };
    Stage stage;
    stage.kind = StageKind::Requests;
    stage.label = "requests";
    stage.detail = fmt::format("{} × {}", atOnce, text::size(each));
    stage.carries = {carries(rest.low), carries(rest.typical), carries(rest.high)};
    stage.working =
        text::say("copy.of-round-trip-at",
                  "{} × {} ÷ ({} of round trip + {} at the server + {} to send it at {}): typically {}, up to {}",
                  atOnce, text::figure::size(each), text::figure::duration(roundTrip), text::figure::duration(server),
                  text::figure::duration(each / rest.typical), text::figure::rate(rest.typical),
                  text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    stage.from = {"own", Certainty::Typical};
    return stage;
}

Stage serialStage(const std::vector<Band>& steps)
{
    const auto together = [&](BitRate Band::*which) {
        double each = 0;
        for (const Band& step : steps) each += 1 / (step.*which).in();
        return BitRate::of(1 / each);
    };
    Stage stage;
    stage.kind = StageKind::CopyTool;
    stage.label = "copy tool";
    stage.detail = "one thing at a time";
    stage.carries = {together(&Band::low), together(&Band::typical), together(&Band::high)};
    std::string sum;
    for (const Band& step : steps) sum += (sum.empty() ? "1/" : " + 1/") + text::rate(step.typical);
    stage.working =
        text::say("copy.reads-then-sends-then", "reads, then sends, then writes: 1 ÷ ({}) = {} typically, up to {}",
                  sum, text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    stage.from = {"own", Certainty::Typical};
    return stage;
}

std::optional<Band> networkBand(const std::vector<Stage>& stages)
{
    std::optional<Band> least;
    for (const Stage& stage : stages) {
        if (!isNetwork(stage.kind)) continue;
        const Band& band = stage.carries;
        least = least ? Band{std::min(least->low, band.low), std::min(least->typical, band.typical),
                             std::min(least->high, band.high)}
                      : band;
    }
    return least;
}

std::optional<BitRate> slowestLink(const std::vector<Stage>& stages)
{
    std::optional<BitRate> slowest;
    for (const Stage& stage : stages)
        if ((stage.kind == StageKind::Link || stage.kind == StageKind::Medium || stage.kind == StageKind::Bond) &&
            (!slowest || stage.line < *slowest))
            slowest = stage.line;
    return slowest;
}

}  // namespace sokudo::expect
