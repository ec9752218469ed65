// SPDX-License-Identifier: GPL-3.0-or-later
#include <cstdlib>
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/logbook/record.h"
#include "core/measure/import_csv.h"
#include "core/measure/measured_trial.h"
#include "core/measure/parse_result.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string host = "127.0.0.1", keyFile, direction = "forward", save, from, to, typed, csv, note;
    int port = 7411, streams = 1;
    double seconds = 10, warmup = 2, capGbps = 0;
    bool loopback = false, copy = false;
};

/// Ends of the path in the project the results go to.
struct Target {
    std::unique_ptr<store::ProjectFile> file;
    store::Project project;
    plan::DeviceId from, to;
};

Result<Target> openTarget(const Options& given, const Context& context)
{
    auto opened = openToWrite(given.save, context);
    if (!opened) return tl::unexpected(opened.error());
    Target target{std::move(opened->file), std::move(opened->project), {}, {}};
    for (const auto& [name, id] : {std::pair{given.from, &target.from}, {given.to, &target.to}}) {
        if (name.empty()) continue;
        const auto found = deviceCalled(target.project.plan, name);
        if (!found) return tl::unexpected(found.error());
        *id = *found;
    }
    return target;
}

int keep(Target& target, std::vector<measure::Trial> trials, IdSource& ids)
{
    store::Changes changes;
    for (measure::Trial& trial : trials) {
        changes.entries.push_back(logbook::trialEntry(trial, target.project.plan, ids));
        changes.trials.push_back(std::move(trial));
    }
    if (const auto done = saved(*target.file, changes); !done) return fail(done.error());
    return kFine;
}

measure::TrafficQuestion questionOf(const Options& given)
{
    measure::TrafficQuestion question;
    question.host = given.host;
    question.port = given.port;
    question.streams = given.streams;
    question.direction = *measure::directionFromCode(given.direction);
    question.duration = Duration::of(given.seconds);
    question.warmup = Duration::of(given.warmup);
    if (given.capGbps > 0) question.rateCap = gigabits(given.capGbps);
    return question;
}

Result<measure::TrafficResult> runTest(const Options& given, measure::TrafficQuestion question, const Context& context)
{
    std::unique_ptr<traffic::TrialServer> local;
    if (given.loopback) {
        question.key = "loopback-of-this-process-only";
        auto server = traffic::TrialServer::listen("127.0.0.1", 0, question.key);
        if (!server) return tl::unexpected(server.error());
        local = std::move(*server);
        question.host = "127.0.0.1";
        question.port = local->port();
        local->serveInBackground();
    } else {
        const auto key = pairingKey(given.keyFile);
        if (!key) return tl::unexpected(key.error());
        question.key = *key;
    }
    const std::atomic<bool> cancel{false};
    Duration last;
    const auto show = [&](const measure::TrafficSample& sample) {
        if (context.json || sample.at - last < Duration::of(1)) return;
        last = sample.at;
        std::fprintf(
            stderr, "%s\n",
            plain(fmt::format("{:5.1f} s  forward {}  reverse {}{}", sample.at.in(), text::rate(sample.forward, 3),
                              text::rate(sample.reverse, 3), sample.isWarmup ? "  (warm-up)" : ""))
                .c_str());
    };
    return traffic::TrafficClient().run(question, show, cancel);
}

int measureTraffic(const Options& given, const Context& context, IdSource& ids)
{
    std::optional<Target> target;
    if (!given.save.empty()) {
        auto opened = openTarget(given, context);
        if (!opened) return fail(opened.error());
        // A test of this machine with itself is its own ceiling and says nothing of a path.
        if (given.loopback && opened->to.isSet() && opened->to != opened->from)
            return fail({ErrorCode::BadInput,
                         "a loopback test is of this machine alone: name it with --from, and leave out --to", ""});
        if (given.loopback) opened->to = opened->from;
        if (!opened->from.isSet() || !opened->to.isSet())
            return fail({ErrorCode::BadInput, "a result is kept for a path; name it with --from and --to", ""});
        target = std::move(*opened);
    }
    const measure::TrafficQuestion question = questionOf(given);
    const auto result = runTest(given, question, context);
    if (!result) return fail(result.error());
    measure::Trial trial = measure::measuredTrial(question, *result);
    trial.id = ids.next<measure::TrialId>();
    trial.at = now();
    trial.note = given.note;
    const BitRate rate = trial.rate.value;
    if (context.json) {
        print(Json{{"forward_bps", result->forward.steps()},
                   {"reverse_bps", result->reverse.steps()},
                   {"rate_bps", rate.steps()},
                   {"streams", given.streams},
                   {"direction", given.direction},
                   {"duration_s", given.seconds},
                   {"warmup_s", given.warmup},
                   {"conditions", result->conditions}});
    } else {
        print(fmt::format("{} ({}), {} {}, {} s", text::rate(rate), text::byteRate(rate), given.streams,
                          given.streams == 1 ? "stream" : "streams", text::number(given.seconds)));
        for (const auto& [name, value] : result->conditions) print("  " + name + ": " + value);
    }
    if (!target) return kFine;
    trial.from = target->from;
    trial.to = target->to;
    return keep(*target, {trial}, ids);
}

int measureTyped(const Options& given, const Context& context, IdSource& ids)
{
    const auto parsed = measure::parseResult(given.typed);
    if (!parsed) return fail(parsed.error());
    auto target = openTarget(given, context);
    if (!target) return fail(target.error());
    if (!target->from.isSet() || !target->to.isSet())
        return fail({ErrorCode::BadInput, "a result is kept for a path; name it with --from and --to", ""});
    measure::Trial trial;
    trial.id = ids.next<measure::TrialId>();
    trial.at = now();
    trial.from = target->from;
    trial.to = target->to;
    trial.kind = given.copy ? measure::TrialKind::FileCopy : measure::TrialKind::Memory;
    trial.direction = *measure::directionFromCode(given.direction);
    trial.streams = given.streams;
    trial.rate = parsed->rate;
    trial.note = given.note;
    if (context.json)
        print(Json{{"rate_bps", parsed->rate.value.steps()},
                   {"low_bps", parsed->rate.low.steps()},
                   {"high_bps", parsed->rate.high.steps()}});
    else print(parsed->working);
    return keep(*target, {trial}, ids);
}

int measureCsv(const Options& given, const Context& context, IdSource& ids)
{
    const auto content = textContent(given.csv);
    if (!content) return fail(content.error());
    auto target = openTarget(given, context);
    if (!target) return fail(target.error());
    const auto trials =
        measure::importCsv(*content, given.csv, target->project.plan, {target->from, target->to, now()}, ids);
    if (!trials) return fail(trials.error());
    if (context.json) print(Json{{"imported", trials->size()}});
    else print(fmt::format("{} results imported", trials->size()));
    return keep(*target, *trials, ids);
}

}  // namespace

void addMeasure(Verbs& verbs, Context& context)
{
    auto verb =
        verbs.add("measure", "Test memory to memory against a sokudo-agent, or keep a typed or imported result");
    auto given = std::make_shared<Options>();
    verb.option("--host", given->host, "where the agent runs");
    verb.option("--port", given->port, "port of the agent");
    verb.option("--key-file", given->keyFile, "file with the agent's pairing key; or set SOKUDO_KEY");
    verb.flag("--loopback", given->loopback, "test this machine alone, with an agent inside this program");
    verb.option("--streams", given->streams, "parallel streams").within(1, 16);
    verb.option("--direction", given->direction, "forward, reverse or both").oneOf({"forward", "reverse", "both"});
    verb.option("--seconds", given->seconds, "measured part").within(0.5, 60.0);
    verb.option("--warmup", given->warmup, "seconds left out at the start").within(0.0, 10.0);
    verb.option("--cap-gbps", given->capGbps, "send no faster than this").within(0.0, 1600.0);
    verb.option("--typed", given->typed, "a result as people write it, such as \"3 GiB in 27 s ±1\"; needs --save");
    verb.option("--csv", given->csv, "a file of results with named columns; needs --save");
    verb.flag("--copy", given->copy, "the typed result is a file copy");
    verb.option("--save", given->save, "project to keep the result in");
    verb.option("--from", given->from, "sending device in that project");
    verb.option("--to", given->to, "receiving device in that project");
    verb.option("--note", given->note, "a remark kept with the result");
    verb.answer([given, &context] {
        IdSource ids{std::random_device{}()};
        if ((!given->typed.empty() || !given->csv.empty()) && given->save.empty())
            return fail({ErrorCode::BadInput, "say with --save which project keeps the result", ""});
        if (!given->typed.empty()) return measureTyped(*given, context, ids);
        if (!given->csv.empty()) return measureCsv(*given, context, ids);
        return measureTraffic(*given, context, ids);
    });
}

}  // namespace sokudo::cli
