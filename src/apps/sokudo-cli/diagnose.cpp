// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/diagnose/inquiry.h"
#include "core/kb/cause_rows.h"
#include "core/kb/stage_rows.h"
#include "core/logbook/record.h"
#include "core/measure/statistics.h"
#include "host/host_reader.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct Options : PathOptions {
    std::string readFrom, readTo;
    std::vector<std::string> answers;
    int most = 10;
    bool keep = false;
};

Result<diagnose::Evidence> toldBy(const Options& given, const store::Project& project, const measure::Trial& trial,
                                  const kb::KnowledgeBase& kb)
{
    diagnose::Evidence told;
    for (const store::Answer& answer : project.answers)
        if (answer.from == trial.from && answer.to == trial.to)
            told[answer.flag] = {answer.present, diagnose::Witness::Told, {}};
    for (const std::string& word : given.answers) {
        const auto parts = text::split(word, '=');
        if (parts.size() != 2 || !kb.find<kb::Flag>(parts[0]) || (parts[1] != "yes" && parts[1] != "no"))
            return failure(
                ErrorCode::BadInput,
                "an answer is written flag=yes or flag=no, such as e30=yes; the flags are listed in data/flags.csv",
                word);
        told[parts[0]] = {parts[1] == "yes", diagnose::Witness::Told, {}};
    }
    return told;
}

Json toJson(const diagnose::Inquiry& inquiry, const measure::Trial& trial, const kb::KnowledgeBase& kb, int most)
{
    Json result{{"rate_bps", trial.rate.value.steps()},
                {"expected_bps", nullptr},
                {"standing", nullptr},
                {"evidence", Json::array()},
                {"causes", Json::array()},
                {"next", Json::array()}};
    if (inquiry.expected) {
        const kb::Band& band = inquiry.expected->expected;
        result["expected_bps"] = {
            {"low", band.low.steps()}, {"typical", band.typical.steps()}, {"high", band.high.steps()}};
        result["standing"] = code(measure::standing(measure::eachWay(trial).value, band));
    }
    for (const auto& [flag, seen] : inquiry.diagnosis.evidence)
        result["evidence"].push_back({{"flag", flag},
                                      {"name", kb.find<kb::Flag>(flag) ? kb.find<kb::Flag>(flag)->name : ""},
                                      {"present", seen.present},
                                      {"from", word(seen.witness)},
                                      {"text", seen.text}});
    for (const auto& likely : inquiry.diagnosis.causes) {
        if (static_cast<int>(result["causes"].size()) >= most) break;
        Json one{{"id", likely.belief.cause->id},
                 {"cause", likely.belief.cause->title},
                 {"share", likely.belief.share},
                 {"fix", likely.belief.cause->fix},
                 {"reasons", Json::array()}};
        for (const auto& reason : likely.reasons)
            one["reasons"].push_back({{"for", reason.speaksFor}, {"nats", reason.nats}, {"text", reason.text}});
        result["causes"].push_back(one);
    }
    for (const auto& next : inquiry.diagnosis.next)
        result["next"].push_back({{"id", next.check->id},
                                  {"check", next.check->title},
                                  {"bits", next.bits},
                                  {"effort_min", next.effort},
                                  {"bits_per_min", next.bitsPerMinute},
                                  {"caution", diagnose::cautionFor(next.check->id)}});
    return result;
}

void show(const diagnose::Inquiry& inquiry, const measure::Trial& trial, const plan::Plan& plan, int most)
{
    print(logbook::trialText(trial, plan));
    if (inquiry.expected) {
        const auto& band = inquiry.expected->expected;
        print(fmt::format("expected {} to {}: {}", text::rate(band.low, 3), text::rate(band.high, 3),
                          code(measure::standing(measure::eachWay(trial).value, band))));
    } else {
        print("no expectation: " + inquiry.whyNoExpectation);
    }
    print("\nEvidence");
    for (const auto& [flag, seen] : inquiry.diagnosis.evidence)
        print(
            fmt::format("  {} {:<3} {} ({})", flag, seen.present ? "yes" : "no", seen.text.text(), word(seen.witness)));
    print("\nLikely causes");
    int shown = 0;
    for (const auto& likely : inquiry.diagnosis.causes) {
        if (++shown > most) break;
        print(fmt::format("  {:>3.0f} %  {}", 100 * likely.belief.share, likely.belief.cause->title));
        int reasons = 0;
        for (const auto& reason : likely.reasons)
            if (++reasons <= 3)
                print(fmt::format("         {} {}", reason.speaksFor ? "for:    " : "against:", reason.text.text()));
        print("         mend:    " + likely.belief.cause->fix);
    }
    print("\nDo next, most learnt per minute first");
    shown = 0;
    for (const auto& next : inquiry.diagnosis.next) {
        if (++shown > 5) break;
        print(fmt::format("  {}  {} ({} min, {} bit)", next.check->id, next.check->title,
                          text::number(next.check->minutes), text::number(next.bits, 2)));
        if (const auto caution = diagnose::cautionFor(next.check->id); !caution.empty())
            print("        " + std::string(caution));
    }
}

/// The answers and the conclusion go into the project.
int keepIn(const Options& given, const measure::Trial& trial, const std::string& conclusion)
{
    auto target = openToWrite(given.file);
    if (!target) return fail(target.error());
    IdSource ids{std::random_device{}()};
    store::Changes changes;
    for (const std::string& word : given.answers) {
        const auto parts = text::split(word, '=');
        store::Answer answer{ids.next<store::AnswerId>(), trial.from, trial.to, parts[0], parts[1] == "yes", now()};
        for (const store::Answer& old : target->project.answers)
            if (old.from == answer.from && old.to == answer.to && old.flag == answer.flag) answer.id = old.id;
        changes.answers.push_back(std::move(answer));
    }
    changes.entries = {logbook::diagnosisEntry(conclusion, trial.id, now(), ids)};
    const auto saved = target->file->save(changes);
    return saved ? kFine : fail(saved.error());
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    const auto ends = pathEnds(project.plan, given.from, given.to);
    if (!ends) return fail(ends.error());
    const measure::TrialKind kind = given.copy ? measure::TrialKind::FileCopy : measure::TrialKind::Memory;
    const measure::Trial* newest = nullptr;
    for (const measure::Trial& trial : project.trials)
        if (trial.from == ends->from && trial.to == ends->to && trial.kind == kind) newest = &trial;
    if (!newest)
        return fail({ErrorCode::NotFound,
                     "no result of this kind is kept for this path; measure it, or type one with measure --typed",
                     given.from + " to " + given.to});
    std::map<plan::DeviceId, measure::HostSnapshot> hosts;
    for (const auto& [root, device] : {std::pair{given.readFrom, ends->from}, {given.readTo, ends->to}}) {
        if (root.empty()) continue;
        auto snapshot = host::SystemHostReader(root).read();
        if (!snapshot) return fail(snapshot.error());
        hosts[device] = std::move(*snapshot);
    }
    const auto told = toldBy(given, project, *newest, context.kb);
    if (!told) return fail(told.error());
    const Analysis analysis = analyse(project.plan, context.kb);
    const auto inquiry = diagnose::inquire(project.plan, context.kb, analysis, *newest, project.trials, hosts, *told);
    if (context.json) print(toJson(inquiry, *newest, context.kb, given.most));
    else show(inquiry, *newest, project.plan, given.most);
    if (given.keep)
        if (const int status = keepIn(given, *newest, diagnose::conclusion(inquiry, *newest, project.plan).text());
            status != kFine)
            return status;
    const bool slow = inquiry.expected && measure::standing(measure::eachWay(*newest).value,
                                                            inquiry.expected->expected) >= measure::Standing::Low;
    return slow ? kFindings : kFine;
}

}  // namespace

void addDiagnose(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = projectVerb(verbs, context, "diagnose",
                            "Why is the newest result of a path slow, and what to check next?", given, &answer);
    addEnds(verb, *given, true);
    verb.flag("--copy", given->copy, "the newest file copy instead of the newest memory test");
    verb.option("--answer", given->answers, "what you know: flag=yes or flag=no, as often as needed");
    verb.option("--read-from", given->readFrom, "root folder of the sending host: / for this machine");
    verb.option("--read-to", given->readTo, "root folder of the receiving host");
    verb.flag("--keep", given->keep, "keep the answers and the conclusion in the project");
    verb.option("--most", given->most, "causes to show").within(1, 100);
}

}  // namespace sokudo::cli
