// SPDX-License-Identifier: GPL-3.0-or-later
// What a tester shows of a cable: its wire map, distances, batches, and how long to run it.
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/cabletest/batch.h"
#include "core/cabletest/fault_distance.h"
#include "core/cabletest/qualify_run.h"
#include "core/cabletest/wire_map.h"
#include "core/kb/build_rows.h"
#include "core/oneline/tokens.h"
#include "fault_answer.h"
#include "traffic/traffic_client.h"
#include "traffic/trial_server.h"

namespace sokudo::cli {
namespace {

int bad(const char* what, const std::string& typed) { return fail({ErrorCode::BadInput, text::Sentence(what), typed}); }

struct MapOptions {
    std::string line, near, far, linksAt, wanted;
    bool failsCrosstalk = false;
};

Json toJson(const cabletest::WireMap& map, const cabletest::MapVerdict& found)
{
    static constexpr std::string_view kEnds[] = {"near", "far", "either"};
    Json result{{"map", cabletest::lineOf(map)},
                {"id", found.id},
                {"name", plain(found.name)},
                {"faults", Json::array()},
                {"effects", Json::array()},
                {"power", found.power},
                {"likelier_end", kEnds[static_cast<std::size_t>(found.end)]},
                {"why", plain(found.why)},
                {"next", Json::array()}};
    for (const cabletest::MapFault& one : found.faults)
        result["faults"].push_back({{"id", one.kind->id}, {"pairs", one.pairs}, {"says", plain(one.says)}});
    for (const cabletest::RateEffect& one : found.effects)
        result["effects"].push_back(
            {{"asked_bps", one.asked.steps()}, {"verdict", code(one.verdict)}, {"left_bps", rateJson(one.left)}});
    for (const text::Sentence& one : found.next) result["next"].push_back(plain(one));
    return result;
}

int answerMap(const MapOptions& given, const Context& context)
{
    const auto map = cabletest::wireMapOf(given.line);
    if (!map) return fail(map.error());
    cabletest::MapEvidence evidence{given.failsCrosstalk, {}, {}, given.near, given.far};
    for (const std::string& end : {given.near, given.far})
        if (!end.empty() && !context.kb.find<kb::EndKind>(end)) return bad("an end is factory, jack or plug", end);
    if (!given.linksAt.empty() && !(evidence.linksAt = oneline::rateOf(text::lower(given.linksAt))))
        return bad("write the rate as “100m” or “2.5g”", given.linksAt);
    if (!given.wanted.empty() && !(evidence.wanted = oneline::rateOf(text::lower(given.wanted))))
        return bad("write the rate as “2.5g”", given.wanted);
    const cabletest::MapVerdict found = cabletest::judgeMap(*map, evidence, context.kb);
    if (context.json) print(toJson(*map, found));
    else {
        print(plain(found.name));
        for (const cabletest::MapFault& one : found.faults) print(plain("  " + one.pairs + ": " + one.says.text()));
        for (const cabletest::RateEffect& one : found.effects)
            print(plain(fmt::format(
                "  {:>8}: {}{}", text::linkRate(one.asked), word(one.verdict),
                one.left && *one.left != one.asked ? ", " + text::linkRate(*one.left) + " is left" : std::string())));
        print("  power over Ethernet: " + found.power);
        if (!found.why.empty()) print(plain(found.why));
        int number = 0;
        for (const text::Sentence& one : found.next) print(plain(fmt::format("  {}. {}", ++number, one.text())));
    }
    return found.faults.empty() ? kFine : kFindings;
}

struct DistanceOptions {
    std::string reading, other, delay, medium, near = "0m", fixed, far = "0m";
    double nvp = 0;
    bool allOpen = false;
};

/// The reading: as shown, or from a delay.
Result<Length> readingOf(const DistanceOptions& given, const kb::KnowledgeBase& kb)
{
    if (!given.reading.empty()) {
        const auto length = oneline::lengthOf(text::lower(given.reading));
        if (length) return *length;
        return failure(ErrorCode::BadInput, text::Sentence("write the reading as “14m” or “46ft”"), given.reading);
    }
    const auto delay = oneline::durationOf(text::lower(given.delay));
    if (!delay)
        return failure(ErrorCode::BadInput, text::Sentence("give the reading, or the delay such as “870ns”"),
                       given.delay);
    const kb::CableDelay* row = kb.find<kb::CableDelay>(given.medium);
    if (given.nvp <= 0 && !row)
        return failure(
            ErrorCode::BadInput,
            text::Sentence("a delay needs the NVP that is printed on the jacket, or the cable: cat5e, cat6, …"),
            given.medium);
    return cabletest::lengthByDelay(given.nvp > 0 ? given.nvp : row->usual, *delay);
}

int answerDistance(const DistanceOptions& given, const Context& context)
{
    const auto reading = readingOf(given, context.kb);
    if (!reading) return fail(reading.error());
    Json result{{"reading_m", reading->in()}};
    std::vector<std::string> lines{"Reading: " + text::length(*reading)};
    if (!given.fixed.empty()) {
        const auto near = oneline::lengthOf(text::lower(given.near)), far = oneline::lengthOf(text::lower(given.far)),
                   fixed = oneline::lengthOf(text::lower(given.fixed));
        if (!near || !far || !fixed)
            return bad("write lengths as “30m”", given.near + ", " + given.fixed + ", " + given.far);
        const cabletest::Stretch on{*near, *fixed, *far};
        const FaultAnswer answer = faultAnswer(*reading, on, given.allOpen, given.other);
        result = answer.json;
        lines.insert(lines.end(), answer.lines.begin(), answer.lines.end());
    }
    if (context.json) print(result);
    else
        for (const std::string& line : lines) print(plain(line));
    return kFine;
}

int answerBatch(const std::string& line, const Context& context)
{
    const auto question = cabletest::batchQuestion(line, context.kb);
    if (!question) return fail(question.error());
    const auto found = cabletest::batchAnswer(*question);
    if (!found) return fail(found.error());
    if (context.json)
        print(Json{{"says", plain(found->says)},
                   {"prior", {question->prior.bad, question->prior.good}},
                   {"share", found->share},
                   {"share_below", found->shareBelow},
                   {"sure", question->sure},
                   {"expected_bad", found->expectedBad},
                   {"none_bad", found->noneBad},
                   {"exactly", found->exactly},
                   {"test_more", found->testMore ? Json(*found->testMore) : Json(nullptr)}});
    else {
        print(plain(found->says));
        print(plain(fmt::format("  share of bad ones: {:.1f} % on average, below {:.1f} % with {:.4g} %",
                                100 * found->share, 100 * found->shareBelow, 100 * question->sure)));
        print(plain("  " + found->priorSays.text()));
    }
    return kFine;
}

struct QualifyOptions {
    std::string rate;
    double load = 90, wanted = 1e-10, sure = 95, bits = 0;
    int errors = 0;
    std::string host, keyFile;
    int port = 7411;
    double most = 600;
    bool loopback = false;
};

/// Runs the link against an agent.
int runLive(const QualifyOptions& given, const cabletest::QualifyQuestion& question, const Context& context)
{
    measure::TrafficQuestion traffic;
    traffic.host = given.host;
    traffic.port = given.port;
    traffic.streams = 4;
    traffic.rateCap = BitRate::of(question.rate.in() * question.load);
    std::unique_ptr<traffic::TrialServer> local;
    if (given.loopback) {
        traffic.key = "loopback-of-this-process-only";
        auto server = traffic::TrialServer::listen("127.0.0.1", 0, traffic.key);
        if (!server) return fail(server.error());
        local = std::move(*server);
        traffic.host = "127.0.0.1";
        traffic.port = local->port();
        local->serveInBackground();
    } else {
        const auto key = pairingKey(given.keyFile);
        if (!key) return fail(key.error());
        traffic.key = *key;
    }
    traffic::TrafficClient client;
    const std::atomic<bool> cancel{false};
    const auto made = cabletest::qualifyRun(
        client, traffic, question, Duration::of(given.most), [](const cabletest::QualifyProgress&) {}, cancel);
    if (!made) return fail(made.error());
    if (context.json)
        print(Json{{"sentence", plain(made->sentence)},
                   {"bits", made->bits},
                   {"seconds", made->ran.in()},
                   {"errors", made->errors},
                   {"counted", made->isCounted},
                   {"whole", made->isWhole},
                   {"bound", made->answer.bound ? Json(*made->answer.bound) : Json(nullptr)},
                   {"proved", made->answer.isProved.value_or(false)},
                   {"proves_not", plain(made->answer.provesNot)}});
    else {
        print(plain(made->sentence));
        print(plain("  " + made->answer.provesNot.text()));
    }
    return made->answer.isProved.value_or(false) ? kFine : kFindings;
}

int answerQualify(const QualifyOptions& given, const Context& context)
{
    const auto rate = oneline::rateOf(text::lower(given.rate));
    if (!rate) return bad("write the rate as “10g” or “2.5g”", given.rate);
    cabletest::QualifyQuestion question{*rate, given.load / 100, given.wanted, given.sure / 100};
    if (given.bits > 0) question.ran = given.bits;
    question.errors = given.errors;
    if (given.loopback || !given.host.empty()) return runLive(given, question, context);
    const auto found = cabletest::qualifyAnswer(question);
    if (!found) return fail(found.error());
    if (context.json)
        print(Json{{"says", plain(found->says)},
                   {"proves_not", plain(found->provesNot)},
                   {"bits", found->bits},
                   {"seconds", found->time.in()},
                   {"bits_with_one_error", found->withOne},
                   {"bound", found->bound ? Json(*found->bound) : Json(nullptr)},
                   {"proved", found->isProved ? Json(*found->isProved) : Json(nullptr)},
                   {"frames_lost_of_a_million", found->framesLost}});
    else {
        print(plain(found->says));
        print(plain(fmt::format("  at the wanted ratio {:.3g} of a million full frames are lost", found->framesLost)));
        print(plain("  " + found->provesNot.text()));
    }
    return found->isProved.value_or(true) ? kFine : kFindings;
}

void addMap(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<MapOptions>();
    auto verb =
        verbs.add("wiremap", "What is wrong with the wires of a cable, at which end, and what it does to each rate");
    verb.option("MAP", given->line, "“1-1 2-2 3-6 6-3 4-4 5-5 7-x 8-8 4=5”, or the eight far pins in order").required();
    verb.option("--near", given->near, "how the near end was made: factory, jack or plug");
    verb.option("--far", given->far, "how the far end was made");
    verb.option("--links-at", given->linksAt, "rate that two ports came up at over it");
    verb.option("--wanted", given->wanted, "rate that both of them offer");
    verb.flag("--crosstalk", given->failsCrosstalk, "crosstalk (NEXT) fails, or the tester names split pairs");
    verb.answer([given, &context] { return answerMap(*given, context); });
}

void addDistance(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<DistanceOptions>();
    auto verb =
        verbs.add("cable-distance", "Where on a cable a fault is, from the reading of a tester or from its delay");
    verb.option("--reading", given->reading, "distance that the tester shows, such as 14m");
    verb.option("--delay", given->delay, "there and back, such as 870ns, where it shows time");
    verb.option("--nvp", given->nvp, "share of the speed of light, printed on the jacket").within(0.4, 0.99);
    verb.option("--cable", given->medium, "cat5e, cat6, cat6a, cat8 or coax, where no NVP is printed");
    verb.option("--near-cord", given->near, "length of the cord at the tester");
    verb.option("--fixed", given->fixed, "length of the cable in the wall");
    verb.option("--far-cord", given->far, "length of the cord at the other end");
    verb.option("--from-far", given->other, "what it reads from the other end");
    verb.flag("--all-open", given->allOpen, "every pair reads open there");
    verb.answer([given, &context] { return answerDistance(*given, context); });
}

}  // namespace

void addCableTests(Verbs& verbs, Context& context)
{
    addMap(verbs, context);
    addDistance(verbs, context);
    auto line = std::make_shared<std::string>();
    auto batch = verbs.add("batch", "So many of so many were bad: how likely the untested are, and how many to test");
    batch.option("LINE", *line, "“2 bad of 5, 19 untested, prior 1 of 20, sure 95%”").required();
    batch.answer([line, &context] { return answerBatch(*line, context); });

    auto given = std::make_shared<QualifyOptions>();
    auto verb = verbs.add("qualify", "How long a link must run without errors to prove a bit error ratio");
    verb.option("--rate", given->rate, "of the link, such as 10g").required();
    verb.option("--load", given->load, "per cent of it that the test fills; 90 unless told otherwise")
        .within(0.1, 100.0);
    verb.option("--ratio", given->wanted, "wanted bit error ratio; 1e-10 unless told otherwise").within(1e-18, 0.01);
    verb.option("--sure", given->sure, "per cent; 95 unless told otherwise").within(50.0, 99.99);
    verb.option("--bits", given->bits, "sent in a run that was made").within(0.0, 1e21);
    verb.option("--errors", given->errors, "frames lost or damaged in it").within(0, 1'000'000'000);
    verb.option("--host", given->host, "run it now against a sokudo-agent there");
    verb.option("--port", given->port, "port of the agent");
    verb.option("--key-file", given->keyFile, "file with the agent's pairing key; or set SOKUDO_KEY");
    verb.flag("--loopback", given->loopback, "run it on this machine alone, to try it out");
    verb.option("--most", given->most, "seconds that the run may take; 600 unless told otherwise").within(1.0, 86400.0);
    verb.answer([given, &context] { return answerQualify(*given, context); });
}

}  // namespace sokudo::cli
