// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <random>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/diagnose/band_position.h"
#include "core/diagnose/inquiry.h"
#include "core/kb/cause_rows.h"
#include "core/kb/stage_rows.h"
#include "core/logbook/record.h"
#include "host/host_reader.h"
#include "path_options.h"
#include "store/user_answers.h"

namespace sokudo::cli {
namespace {

struct Options : PathOptions {
    std::string readFrom, readTo, context;
    std::vector<std::string> answers, tried;
    int most = 10;
    bool keep = false;
};

/// What the options tell, beside what is already told.
Result<diagnose::UserAnswers> toldBy(const Options& given, diagnose::UserAnswers told, const kb::KnowledgeBase& kb)
{
    for (const std::string& word : given.answers) {
        const auto parts = text::split(word, '=');
        const bool isKnown = parts.size() == 2 && kb.find<kb::Flag>(parts[0]) &&
                             (parts[1] == "yes" || parts[1] == "no" || parts[1] == "unsure");
        if (!isKnown)
            return failure(ErrorCode::BadInput,
                           "an answer is written flag=yes, flag=no or flag=unsure, such as e30=yes; the flags are "
                           "listed in data/flags.csv",
                           word);
        told.answers.erase(parts[0]);
        told.unsure.erase(parts[0]);
        if (parts[1] == "unsure") told.unsure.insert(parts[0]);
        else told.answers[parts[0]] = {parts[1] == "yes", diagnose::Witness::Told, {}};
    }
    for (const std::string& word : given.tried) {
        if (!kb.find<kb::Cause>(word))
            return failure(ErrorCode::BadInput,
                           "name the cause whose fix was tried by its id, such as C08; they are listed in "
                           "data/causes.csv",
                           word);
        told.failed.insert(word);
    }
    return told;
}

Result<diagnose::Context> contextBy(const Options& given, const kb::KnowledgeBase& kb)
{
    const auto known = diagnose::contextTags(kb);
    diagnose::Context context;
    for (const std::string& word : text::words(given.context)) {
        if (std::find(known.begin(), known.end(), word) == known.end())
            return failure(ErrorCode::BadInput, "no such part of a path; known are " + text::joined(known, ", "), word);
        context.insert(word);
    }
    return context;
}

Json toJson(const diagnose::Diagnosis& diagnosis, const kb::KnowledgeBase& kb, int most)
{
    Json result{{"context", diagnosis.context},
                {"evidence", Json::array()},
                {"causes", Json::array()},
                {"ruled_out", Json::array()},
                {"next", Json::array()}};
    for (const auto& [flag, seen] : diagnosis.evidence)
        result["evidence"].push_back({{"flag", flag},
                                      {"name", kb.find<kb::Flag>(flag) ? kb.find<kb::Flag>(flag)->name : ""},
                                      {"present", seen.present},
                                      {"from", word(seen.witness)},
                                      {"text", seen.text}});
    for (const auto& likely : diagnosis.causes) {
        if (static_cast<int>(result["causes"].size()) >= most) break;
        Json one{{"id", likely.belief.cause->id},
                 {"cause", likely.belief.cause->title},
                 {"share", likely.belief.share},
                 {"fix", likely.belief.cause->fix},
                 {"caution", diagnose::cautionText(kb, likely.belief.cause->caution)},
                 {"cost_to_the_house", likely.belief.cause->house},
                 {"reasons", Json::array()}};
        for (const auto& reason : likely.reasons)
            one["reasons"].push_back({{"for", reason.speaksFor}, {"nats", reason.nats}, {"text", reason.text}});
        result["causes"].push_back(one);
    }
    for (const diagnose::RuledOut& one : diagnosis.out)
        result["ruled_out"].push_back({{"id", one.cause->id}, {"cause", one.cause->title}, {"why", one.why}});
    for (const auto& next : diagnosis.next)
        result["next"].push_back({{"id", next.check->id},
                                  {"check", next.check->title},
                                  {"bits", next.bits},
                                  {"effort_min", next.effort},
                                  {"bits_per_min", next.bitsPerMinute},
                                  {"cost_to_the_house", next.check->house},
                                  {"caution", diagnose::cautionText(kb, next.check->caution)}});
    return result;
}

Json toJson(const diagnose::Inquiry& inquiry, const measure::Trial& trial, const kb::KnowledgeBase& kb, int most)
{
    Json result = toJson(inquiry.diagnosis, kb, most);
    result["rate_bps"] = trial.rate.value.steps();
    result["expected_bps"] = nullptr;
    result["standing"] = nullptr;
    if (inquiry.expected) {
        const kb::Band& band = inquiry.expected->expected;
        result["expected_bps"] = {
            {"low", band.low.steps()}, {"typical", band.typical.steps()}, {"high", band.high.steps()}};
    }
    if (inquiry.stand) {
        result["standing"] = code(inquiry.stand->at);
        result["borderline"] = inquiry.stand->isBorderline();
    }
    return result;
}

/// Prints a caution where it is needed: its words once, after that where they stand.
class Cautions {
public:
    explicit Cautions(const kb::KnowledgeBase& kb) : m_kb(kb) {}
    void print(const std::string& id)
    {
        const auto caution = diagnose::cautionText(m_kb, id);
        if (caution.empty()) return;
        const bool isNew = m_said.insert(id).second;
        cli::print("         caution: " + (isNew ? std::string(caution) : "see above (" + id + ")"));
    }

private:
    const kb::KnowledgeBase& m_kb;
    std::set<std::string> m_said;
};

void show(const diagnose::Diagnosis& diagnosis, const kb::KnowledgeBase& kb, int most)
{
    Cautions cautions(kb);
    print("\nEvidence");
    for (const auto& [flag, seen] : diagnosis.evidence)
        print(fmt::format("  {} {:<3} {} ({})", flag, seen.present ? "yes" : "no",
                          !seen.text.empty() ? seen.text.text() : kb.find<kb::Flag>(flag)->trueWhen,
                          word(seen.witness)));
    if (diagnosis.causes.empty()) return print("\nNothing to explain: the result is as fast as this path should be");
    print("\nLikely causes");
    int shown = 0;
    for (const auto& likely : diagnosis.causes) {
        if (++shown > most) break;
        print(fmt::format("  {:>3.0f} %  {}", 100 * likely.belief.share, likely.belief.cause->title));
        int reasons = 0;
        for (const auto& reason : likely.reasons)
            if (++reasons <= 3)
                print(fmt::format("         {} {}", reason.speaksFor ? "for:    " : "against:", reason.text.text()));
        const kb::Cause& cause = *likely.belief.cause;
        print("         fix:     " + cause.fix + (cause.house.empty() ? std::string() : " (" + cause.house + ")"));
        cautions.print(cause.caution);
    }
    const auto out = diagnose::ruledOutLines(diagnosis);
    if (!out.empty()) print("\nRuled out");
    for (const text::Sentence& line : out) print("  " + line.text());
    print("\nDo next, most informative per minute first");
    shown = 0;
    for (const auto& next : diagnosis.next) {
        if (++shown > 5) break;
        print(fmt::format("  {}  {} ({} min, {} bit{}{})", next.check->id, next.check->title,
                          text::number(next.check->minutes), text::number(next.bits, 2),
                          next.check->house.empty() ? "" : ", ", next.check->house));
        cautions.print(next.check->caution);
    }
}

void show(const diagnose::Inquiry& inquiry, const measure::Trial& trial, const plan::Plan& plan,
          const kb::KnowledgeBase& kb, int most)
{
    print(logbook::trialText(trial, plan));
    if (inquiry.expected && inquiry.stand) {
        const auto& band = inquiry.expected->expected;
        print(fmt::format("expected {} to {}, typically {}: {}", text::rate(band.low, 3), text::rate(band.high, 3),
                          text::rate(band.typical, 3), diagnose::text(*inquiry.stand)));
    } else {
        print("no expectation: " + inquiry.whyNoExpectation);
    }
    show(inquiry.diagnosis, kb, most);
}

/// The answers and the conclusion go into the project.
int keepIn(const Options& given, const measure::Trial& trial, const std::string& conclusion, const Context& context)
{
    auto target = openToWrite(given.file, context);
    if (!target) return fail(target.error());
    IdSource ids{std::random_device{}()};
    store::Changes changes;
    for (const std::string& word : given.answers) {
        const auto parts = text::split(word, '=');
        store::Answer answer{ids.next<store::AnswerId>(), trial.from, trial.to, parts[0], parts[1] == "yes", now(),
                             parts[1] == "unsure"};
        for (const store::Answer& old : target->project.answers)
            if (old.from == answer.from && old.to == answer.to && old.flag == answer.flag) answer.id = old.id;
        changes.answers.push_back(std::move(answer));
    }
    changes.entries = {logbook::diagnosisEntry(conclusion, trial.id, now(), ids)};
    const auto done = saved(*target->file, changes);
    return done ? kFine : fail(done.error());
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
    const Analysis analysis = analyse(project.plan, context.kb);
    const auto path = diagnose::partsOf(project.plan, analysis, newest->from, newest->to);
    const auto told = toldBy(given, store::userAnswersOf(project, context.kb, *newest, path), context.kb);
    if (!told) return fail(told.error());
    const auto inquiry =
        diagnose::inquire(project.plan, context.kb, analysis, *newest, {project.trials, project.entries, hosts, *told});
    if (context.json) print(toJson(inquiry, *newest, context.kb, given.most));
    else show(inquiry, *newest, project.plan, context.kb, given.most);
    if (given.keep)
        if (const int status =
                keepIn(given, *newest, diagnose::conclusion(inquiry, *newest, project.plan).text(), context);
            status != kFine)
            return status;
    return inquiry.stand && inquiry.stand->isSlow() ? kFindings : kFine;
}

/// Without a project: from the context and the answers alone.
int answerWithoutProject(const Options& given, Context& context)
{
    if (!given.from.empty() || !given.to.empty() || given.keep || !given.readFrom.empty() || !given.readTo.empty())
        return fail({ErrorCode::BadInput, "--from, --to, --read-from, --read-to and --keep need a project FILE", ""});
    const auto parts = contextBy(given, context.kb);
    if (!parts) return fail(parts.error());
    const auto told = toldBy(given, {}, context.kb);
    if (!told) return fail(told.error());
    if (parts->empty() && told->answers.empty())
        return fail({ErrorCode::BadInput,
                     "name a project FILE with --from and --to, or say what the path has and what you saw: --context "
                     "\"copper pcie file\" --answer e02=yes",
                     ""});
    const diagnose::Diagnosis diagnosis = diagnose::diagnose(context.kb, *parts, *told);
    if (context.json) print(toJson(diagnosis, context.kb, given.most));
    else show(diagnosis, context.kb, given.most);
    return kFindings;
}

}  // namespace

void addDiagnose(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = verbs.add("diagnose", "Why is the newest result of a path slow, and what to check next?");
    verb.option("FILE", given->file, "project or exported JSON, with --from and --to; or none, with --context");
    verb.option("--context", given->context, "without a project: what the path has, such as \"copper pcie file\"");
    verb.answer([given, &context] {
        if (given->file.empty()) return answerWithoutProject(*given, context);
        const auto project = openProject(given->file, context);
        return project ? answer(*project, *given, context) : fail(project.error());
    });
    addEnds(verb, *given, false);
    verb.flag("--copy", given->copy, "the newest file copy instead of the newest memory test");
    verb.option("--answer", given->answers, "what you know: flag=yes, flag=no or flag=unsure, as often as needed");
    verb.option("--tried", given->tried, "id of a cause whose fix did not help, as often as needed");
    verb.option("--read-from", given->readFrom, "root folder of the sending host: / for this machine");
    verb.option("--read-to", given->readTo, "root folder of the receiving host");
    verb.flag("--keep", given->keep, "keep the answers and the conclusion in the project");
    verb.option("--most", given->most, "causes to show").within(1, 100);
}

}  // namespace sokudo::cli
