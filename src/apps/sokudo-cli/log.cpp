// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/diagnose/benefit.h"
#include "core/diagnose/media_ranking.h"
#include "core/diagnose/path_change.h"
#include "core/logbook/record.h"
#include "path_options.h"

namespace sokudo::cli {

namespace {
struct Options : PathOptions {
    std::string note, since, entry, made;
    bool media = false, gain = false;
};

void showMedia(const diagnose::MediaRanking& ranking)
{
    if (ranking.media.empty()) print("no result lies on a path whose cables are all known: measure one first");
    for (const diagnose::MediumRank& rank : ranking.media)
        print(fmt::format(
            "{} at {}: {} over {} {}, {:.0f} % of the best, {:.0f} % of what its paths should carry, varies {:.0f} %{}",
            rank.medium->name, text::linkRate(rank.line), text::rate(rank.runs.median, 3), rank.runs.count,
            rank.runs.count == 1 ? "test" : "tests", 100 * rank.toBest, 100 * rank.ofUsual, 100 * rank.runs.variation,
            rank.perMetre ? fmt::format(", {:.2f} a metre", *rank.perMetre) : std::string()));
    if (const auto out = ranking.leftOut(); !out.empty()) print(out.text());
}

Json toJson(const diagnose::MediaRanking& ranking)
{
    Json result{
        {"media", Json::array()},
        {"left_out", {{"copies", ranking.copies}, {"both_ways", ranking.bothWays}, {"no_cable", ranking.noCable}}}};
    for (const diagnose::MediumRank& rank : ranking.media)
        result["media"].push_back({{"id", rank.medium->id},
                                   {"link_rate_bps", rank.line.steps()},
                                   {"median_bps", rank.runs.median.steps()},
                                   {"tests", rank.runs.count},
                                   {"to_best", rank.toBest},
                                   {"of_usual", rank.ofUsual},
                                   {"variation", rank.runs.variation},
                                   {"price_per_m", rank.perMetre ? Json(*rank.perMetre) : Json(nullptr)}});
    return result;
}
/// The moment that splits results into before and after: the one asked for, else the last change that has results on
/// both sides.
Result<measure::Timestamp> changeOf(const store::Project& project, const Options& given, const PathEnds& ends,
                                    const diagnose::PathParts& path)
{
    if (!given.since.empty()) {
        const auto at =
            measure::timeFromIso(given.since.find('T') == std::string::npos ? given.since + "T00:00:00Z" : given.since);
        if (!at)
            return failure(ErrorCode::BadInput, "write the moment as 2026-11-25 or 2026-11-25T21:04:00Z", given.since);
        return *at;
    }
    const logbook::Entry* change = diagnose::lastChangeAmong(path, project.entries, project.trials, ends.from, ends.to);
    if (!change)
        return failure(ErrorCode::NotFound,
                       "no change of this path lies between its results: say the moment with --since 2026-11-25");
    return change->happened();
}

int showGain(const store::Project& project, const Options& given, Context& context)
{
    if (given.from.empty() || given.to.empty())
        return fail({ErrorCode::BadInput, "say whose results: --gain --from A --to B", ""});
    const auto ends = pathEnds(project.plan, given.from, given.to);
    if (!ends) return fail(ends.error());
    const Analysis analysis = analyse(project.plan, context.kb);
    const auto change =
        changeOf(project, given, *ends, diagnose::partsOf(project.plan, analysis, ends->from, ends->to));
    if (!change) return fail(change.error());
    const auto path = expect::expectation(project.plan, context.kb, analysis.links,
                                          {ends->from, ends->to, expect::Traffic::FileCopy});
    const auto gain = diagnose::benefit(project.trials, ends->from, ends->to, *change, path ? &*path : nullptr);
    if (context.json) {
        const auto ratio = [](const auto& one) { return one ? Json(one->ratio) : Json(nullptr); };
        const auto inFull = [](const std::optional<measure::Comparison>& one) {
            if (!one) return Json(nullptr);
            const bool hasInterval = one->ratioHigh > 0;
            return Json{{"factor", one->ratio},
                        {"factor_low", hasInterval ? Json(one->ratioLow) : Json(nullptr)},
                        {"factor_high", hasInterval ? Json(one->ratioHigh) : Json(nullptr)},
                        {"probability_faster", one->faster ? Json(*one->faster) : Json(nullptr)},
                        {"words", plain(one->words)}};
        };
        print(Json{{"since", measure::isoText(*change)},
                   {"network_factor", ratio(gain.network)},
                   {"copy_factor", ratio(gain.copy)},
                   {"network", inFull(gain.network)},
                   {"copy", inFull(gain.copy)},
                   {"arrives", gain.arrives ? Json(*gain.arrives) : Json(nullptr)},
                   {"sentence", plain(gain.sentence)}});
    } else {
        print(fmt::format("since {}: {}", measure::momentText(*change), gain.sentence.text()));
        if (gain.network) print("  network: " + gain.network->words);
        if (gain.copy) print("  copies: " + gain.copy->words);
    }
    return kFine;
}

/// Keeps what the person says of the newest change with these words.
int sayMade(const Options& given, Context& context)
{
    auto target = openToWrite(given.file, context);
    if (!target) return fail(target.error());
    const auto& entries = target->project.entries;
    const auto found = std::find_if(entries.rbegin(), entries.rend(), [&](const logbook::Entry& entry) {
        return entry.kind == logbook::EntryKind::Change &&
               text::lower(entry.text).find(text::lower(given.entry)) != std::string::npos;
    });
    if (given.entry.empty() || found == entries.rend())
        return fail({ErrorCode::NotFound, "name the change by words of its line: --entry \"core 4\"", given.entry});
    const auto made = logbook::madeAt(*found, given.made == "logged" ? "" : given.made);
    if (!made) return fail(made.error());
    store::Changes changes;
    changes.entries = {*made};
    if (const auto done = saved(*target->file, changes); !done) return fail(done.error());
    print(fmt::format(
        "{}: {}", made->text,
        given.made == "nothing" ? "only written down" : "made on " + measure::momentText(made->happened())));
    return kFine;
}

void showEntries(const store::Project& project, const Context& context)
{
    if (context.json) {
        Json result{{"entries", Json::array()}};
        for (const auto& entry : project.entries)
            result["entries"].push_back({{"at", measure::isoText(entry.at)},
                                         {"made", measure::isoText(entry.happened())},
                                         {"only_written", entry.isOnlyWritten},
                                         {"kind", code(entry.kind)},
                                         {"text", entry.text}});
        print(result);
    } else {
        for (const auto& entry : project.entries)
            print(fmt::format("{}  {:<11}  {}{}", measure::momentText(entry.at), code(entry.kind), entry.text,
                              entry.isOnlyWritten                  ? ", only written down"
                              : entry.made == measure::Timestamp() ? std::string()
                                                                   : ", made on " + measure::momentText(entry.made)));
    }
}

}  // namespace

void addLog(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("log", "The logbook of a project in time order");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project or exported JSON").required();
    verb.option("--add", given->note, "write a note; needs a project file");
    verb.flag("--gain", given->gain, "what the last change did for the network against copies between --from and --to");
    verb.option("--since", given->since, "the moment of the change, instead of the last one in the logbook");
    verb.option("--made", given->made,
                "when the change of --entry was really made: a moment in UTC, logged, or nothing where it was only "
                "written down");
    verb.option("--entry", given->entry, "words of the change that --made speaks of; the newest counts");
    addEnds(verb, *given, false);
    verb.flag("--media", given->media, "the media of the house by what was measured over them");
    verb.answer([given, &context] {
        if (!given->note.empty()) {
            auto target = openToWrite(given->file, context);
            if (!target) return fail(target.error());
            IdSource ids{std::random_device{}()};
            store::Changes changes;
            changes.entries = {logbook::noteEntry(given->note, now(), ids)};
            if (const auto done = saved(*target->file, changes); !done) return fail(done.error());
        }
        if (!given->made.empty()) return sayMade(*given, context);
        const auto project = openProject(given->file, context);
        if (!project) return fail(project.error());
        if (given->gain) return showGain(*project, *given, context);
        if (given->media) {
            const auto ranks = diagnose::rankMedia(project->plan, context.kb,
                                                   match::judgeAll(project->plan, context.kb), project->trials);
            if (context.json) print(toJson(ranks));
            else showMedia(ranks);
            return kFine;
        }
        showEntries(*project, context);
        return kFine;
    });
}

}  // namespace sokudo::cli
