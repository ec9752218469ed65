// SPDX-License-Identifier: GPL-3.0-or-later
// Results of cable tests: those of a house, import, siblings of a bad one, and what happened to a run.
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/cabletest/test_ends.h"
#include "core/cabletest/test_import.h"
#include "core/cabletest/test_results.h"
#include "core/jobs/history.h"
#include "core/logbook/record.h"
#include "core/match/reports.h"
#include "core/plan/edits.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, run, csv, columns, map, grade, on, stage = "before-wall", by;
};

Result<plan::RunId> runCalled(const plan::Plan& plan, const std::string& name)
{
    for (const plan::Run& run : plan.runs)
        if (text::lower(run.label) == text::lower(name)) return run.id;
    return failure(ErrorCode::NotFound, text::Sentence("no run of the house has this label"), name);
}

int answerTests(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const cabletest::TestResults results = cabletest::testResults(project->plan, today(), context.kb);
    Json runs = Json::array();
    if (!context.json) print(plain(results.sentence));
    for (const cabletest::RunTests& one : results.runs) {
        Json changes = Json::array(), doubts = Json::array();
        for (const text::Sentence& change : one.changes) changes.push_back(plain(change));
        for (const text::Sentence& doubt : one.doubts) doubts.push_back(plain(doubt));
        if (context.json)
            runs.push_back({{"run", one.name},
                            {"result", cabletest::resultWord(one.verdict)},
                            {"tests", one.tests.size()},
                            {"due", one.isDue},
                            {"says", plain(one.says)},
                            {"changes", changes},
                            {"doubts", doubts}});
        else {
            print(plain(fmt::format("  {:<10} {:<9} {}{}", one.name, cabletest::resultWord(one.verdict),
                                    one.says.text(), one.isDue ? "; due again" : "")));
            for (const text::Sentence& change : one.changes) print(plain("             " + change.text()));
            for (const text::Sentence& doubt : one.doubts) print(plain("             but " + doubt.text()));
        }
    }
    if (context.json) print(Json{{"sentence", plain(results.sentence)}, {"runs", runs}});
    return results.bad > 0 ? kFindings : kFine;
}

int answerSiblings(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto run = runCalled(project->plan, given.run);
    if (!run) return fail(run.error());
    Json all = Json::array();
    for (const cabletest::Sibling& one : cabletest::siblingsOf(project->plan, *run, context.kb)) {
        if (context.json) all.push_back({{"run", one.name}, {"shares", one.shares}, {"why", plain(one.why)}});
        else print(plain(fmt::format("  {:<10} {}", one.name, one.why.text())));
    }
    if (context.json) print(Json{{"siblings", all}});
    return kFine;
}

int answerEnds(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto run = runCalled(project->plan, given.run);
    if (!run) return fail(run.error());
    const plan::Plan& house = project->plan;
    const auto found = cabletest::testEnds(house, match::judgeAll(house, context.kb), *run, context.kb);
    if (!found) return fail(found.error());
    Json all = Json::array();
    if (!context.json) print(plain(found->says));
    for (const cabletest::TestEnds& one : found->pairs) {
        if (context.json)
            all.push_back({{"from", house.devices.find(one.from)->name},
                           {"to", house.devices.find(one.to)->name},
                           {"streams", one.streams},
                           {"expected_bps", one.expected.steps()},
                           {"link_bps", one.ofLink.steps()},
                           {"proves_link", one.provesLink},
                           {"says", plain(one.says)}});
        else print(plain(fmt::format("  {} {}", one.provesLink ? "proves it:" : "does not: ", one.says.text())));
    }
    if (context.json) print(Json{{"says", plain(found->says)}, {"pairs", all}});
    return found->pairs.front().provesLink ? kFine : kFindings;
}

int answerHistory(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto run = runCalled(project->plan, given.run);
    if (!run) return fail(run.error());
    Json all = Json::array();
    for (const jobs::Happened& one : jobs::historyOf(project->plan, project->entries, {"run", run->value})) {
        if (context.json) all.push_back({{"on", one.on}, {"kind", one.kind}, {"what", plain(one.what)}});
        else print(plain(fmt::format("  {:<10} {:<10} {}", one.on, one.kind, one.what.text())));
    }
    if (context.json) print(Json{{"history", all}});
    return kFine;
}

/// The mapping: as the line says, as one that is kept under the name says, or as the headings suggest.
Result<std::vector<cabletest::MappedColumn>> columnsFor(const Options& given, const std::string& content,
                                                        const plan::Plan& plan)
{
    if (!given.columns.empty()) return cabletest::columnMapOf(given.columns);
    for (const plan::ColumnMap& map : plan.columnMaps)
        if (text::lower(map.name) == text::lower(given.map)) return cabletest::columnMapOf(map.columns);
    const std::string first = content.substr(0, content.find('\n'));
    std::vector<std::string> headings;
    for (const std::string& one : text::split(first, ',')) {
        std::string heading = text::trimmed(one);
        if (heading.size() > 1 && heading.front() == '"') heading = heading.substr(1, heading.size() - 2);
        headings.push_back(std::move(heading));
    }
    auto guessed = cabletest::guessedColumns(headings);
    return cabletest::columnMapOf(cabletest::textOf(guessed));
}

void printImport(const cabletest::ImportedTests& made, const cabletest::TakenTests& taken, const std::string& columns,
                 const Context& context)
{
    if (context.json) {
        Json notes = Json::array();
        for (const text::Sentence& one : made.notes) notes.push_back(plain(one));
        Json beside = Json::array();
        for (const text::Sentence& one : taken.beside) beside.push_back(plain(one));
        print(Json{{"imported", taken.added},
                   {"already_there", taken.same},
                   {"beside_another", beside},
                   {"columns", columns},
                   {"left_out", notes}});
    } else {
        print(plain(made.sentence));
        print(plain(taken.sentence));
        for (const text::Sentence& one : taken.beside) print(plain("  " + one.text()));
        print("  columns: " + columns);
        for (const text::Sentence& one : made.notes) print(plain("  left out: " + one.text()));
    }
}

int answerImport(const Options& given, Context& context)
{
    const auto content = textContent(given.csv);
    if (!content) return fail(content.error());
    auto target = openToWrite(given.file, context);
    if (!target) return fail(target.error());
    plan::Plan& plan = target->project.plan;
    const auto columns = columnsFor(given, *content, plan);
    if (!columns) return fail(columns.error());
    IdSource ids{std::random_device{}()};
    plan::CableTest common;
    common.on = given.on;
    common.grade = given.grade;
    common.by = given.by;
    common.stage = plan::testStageFromCode(given.stage).value_or(plan::TestStage::BeforeWall);
    const auto made = cabletest::importTests({*content, given.csv, *columns, common}, plan, ids);
    if (!made) return fail(made.error());
    const auto taken = cabletest::withTests(plan, made->tests);
    if (!taken) return fail(taken.error());
    Result<plan::Plan> next = taken->plan;
    // A mapping with a name is kept for the next file.
    const bool isKept = std::any_of(plan.columnMaps.begin(), plan.columnMaps.end(),
                                    [&](const plan::ColumnMap& map) { return map.name == given.map; });
    if (next && !given.map.empty() && !isKept)
        next = plan::edits::putRecord(
            *next, plan::ColumnMap{ids.next<plan::ColumnMapId>(), given.map, cabletest::textOf(*columns)});
    if (!next) return fail(next.error());
    store::Changes changes;
    changes.before = &plan;
    changes.after = &*next;
    changes.entries = {
        logbook::changeEntry(fmt::format("took in {} test results from {}", taken->added, given.csv), now(), ids)};
    if (!(*next == plan))
        if (const auto done = saved(*target->file, changes); !done) return fail(done.error());
    printImport(*made, *taken, cabletest::textOf(*columns), context);
    return made->notes.empty() ? kFine : kFindings;
}

}  // namespace

void addTestResults(Verbs& verbs, Context& context)
{
    const auto add = [&](const char* name, const char* says, int (*answer)(const Options&, Context&)) {
        auto given = std::make_shared<Options>();
        auto verb = verbs.add(name, says);
        verb.option("FILE", given->file, "project").required();
        verb.answer([given, answer, &context] { return answer(*given, context); });
        return std::pair(verb, given);
    };
    add("tests", "Test results: what was tested of each cable, what changed since the first time, what is due",
        &answerTests);
    auto [siblings, bad] = add("siblings", "Which cables to test first when one was bad", &answerSiblings);
    siblings.option("--run", bad->run, "the bad one").required();
    auto [ends, through] = add(
        "test-ends", "Between which two hosts a cable is proved, so that no slow machine is blamed on it", &answerEnds);
    ends.option("--run", through->run, "the cable").required();
    auto [history, of] = add("history", "All that is known to have happened to a run", &answerHistory);
    history.option("--run", of->run, "its label").required();
    auto [import, given] =
        add("import-tests", "Results of a tester from its CSV file into the test results", &answerImport);
    import.option("CSV", given->csv, "the file; - for standard input").required();
    import.option("--columns", given->columns, "“run=Cable ID; length=Length (ft) in ft; outcome=Result”");
    import.option("--map", given->map, "name of a kept column mapping; a new one is kept under it");
    import.option("--on", given->on, "day of the tests, where the file has none");
    import.option("--stage", given->stage, "floor, before-wall, after-plates, hand-over, after-swap, again")
        .oneOf({"floor", "before-wall", "after-plates", "hand-over", "after-swap", "again"});
    import.option("--grade", given->grade, "wire-map, verifier, qualifier or certifier");
    import.option("--by", given->by, "who made the cables");
}

}  // namespace sokudo::cli
