// SPDX-License-Identifier: GPL-3.0-or-later
// What the survey says of a house: how it stands, what there is, what contradicts, what to do about its shape.
#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/text.h"
#include "core/cabletest/fault_distance.h"
#include "core/kb/rule_rows.h"
#include "core/oneline/tokens.h"
#include "core/report/blocks.h"
#include "core/survey/advice.h"
#include "core/survey/census.h"
#include "core/survey/contradictions.h"
#include "core/survey/distances.h"
#include "core/survey/labels.h"
#include "core/survey/standing.h"
#include "fault_answer.h"
#include "path_options.h"
#include "store/reference.h"
#include "store/version.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, from, to, only, run, reading, fromFar;
    bool isCsv = false, allOpen = false;
};

Json subjectsJson(const plan::Plan& plan, const std::vector<plan::Subject>& subjects)
{
    Json result = Json::array();
    for (const plan::Subject& one : subjects)
        if (one.id != 0) result.push_back({{"kind", one.kind}, {"id", one.id}, {"name", store::nameOf(plan, one)}});
    return result;
}

Json standingJson(const survey::Standing& standing, const std::vector<survey::NextThing>& next, const plan::Plan& plan)
{
    Json result{{"sentence", plain(standing.sentence)}, {"groups", Json::array()}, {"next", Json::array()}};
    for (const survey::StandingGroup& group : standing.groups) {
        Json items = Json::array();
        for (const survey::StandingItem& item : group.items)
            items.push_back(
                {{"verdict", code(item.mark)}, {"text", plain(item.what)}, {"at", subjectsJson(plan, {item.at})}});
        result["groups"].push_back({{"id", group.id}, {"title", plain(group.title)}, {"items", std::move(items)}});
    }
    for (const survey::NextThing& one : next)
        result["next"].push_back({{"what", plain(one.what)},
                                  {"minutes", one.minutes},
                                  {"cost", one.cost ? Json(*one.cost) : Json(nullptr)},
                                  {"gain", plain(one.gain)},
                                  {"caution", one.caution},
                                  {"at", subjectsJson(plan, {one.at})}});
    return result;
}

int showStanding(const store::Project& project, const Options&, Context& context)
{
    const Analysis analysis = analyse(project.plan, context.kb);
    const auto standing = survey::standing(project.plan, context.kb, analysis);
    const auto next = survey::nextThings(project.plan, context.kb, analysis);
    if (context.json) {
        print(standingJson(standing, next, project.plan));
        return kFine;
    }
    print(plain(standing.sentence));
    constexpr std::size_t kMost = 8;
    for (const survey::StandingGroup& group : standing.groups) {
        print("\n" + plain(group.title));
        for (std::size_t i = 0; i < std::min(kMost, group.items.size()); ++i)
            print(fmt::format("  {:<9} {}", word(group.items[i].mark), plain(group.items[i].what)));
        if (group.items.size() > kMost) print(fmt::format("  and {} more", group.items.size() - kMost));
    }
    if (!next.empty()) print("\nMost worth doing next");
    for (const survey::NextThing& one : next) {
        const std::string cost = !one.cost       ? "price not known"
                                 : *one.cost > 0 ? fmt::format("costs about {:.0f}", *one.cost)
                                                 : "costs nothing";
        print(fmt::format("  {}: about {:.0f} min, {}; {}", plain(one.what), one.minutes, cost, plain(one.gain)));
        if (const kb::Caution* caution = context.kb.find<kb::Caution>(one.caution))
            print("    " + plain(caution->text));
    }
    return kFine;
}

/// When switches fill, below the table of ports.
void addForecast(std::vector<survey::CensusTable>& tables, const store::Project& project, const kb::KnowledgeBase& kb)
{
    const auto oldest = store::oldestSnapshot(project.versions);
    const auto ports = std::find_if(tables.begin(), tables.end(), [](const auto& one) { return one.id == "ports"; });
    if (!oldest || ports == tables.end()) return;
    using std::chrono::days, std::chrono::floor;
    for (std::string& one :
         survey::portForecast({floor<days>(oldest->first), oldest->second}, project.plan, floor<days>(now()), kb))
        ports->says.push_back(std::move(one));
}

int showCensus(const store::Project& project, const Options& given, Context& context)
{
    auto tables = survey::census(project.plan, context.kb, match::judgeAll(project.plan, context.kb));
    addForecast(tables, project, context.kb);
    Json result{{"tables", Json::array()}};
    bool isFound = given.only.empty();
    std::vector<std::string> ids;
    for (const survey::CensusTable& table : tables) {
        ids.push_back(table.id);
        if (!given.only.empty() && table.id != given.only) continue;
        isFound = true;
        if (context.json) {
            result["tables"].push_back({{"id", table.id},
                                        {"title", table.title},
                                        {"headings", table.headings},
                                        {"rows", table.rows},
                                        {"says", table.says}});
            continue;
        }
        if (given.isCsv) {
            std::string csv = csv::line(table.headings);
            for (const auto& row : table.rows) csv += csv::sheetLine(row);
            print(plain(csv));
            continue;
        }
        print(report::toText(table.title, {report::TableBlock{table.headings, table.rows, {}}}));
        for (const std::string& sentence : table.says) print(plain(sentence));
        print("");
    }
    if (!isFound)
        return fail({ErrorCode::NotFound,
                     "there is no such table with a row in it; there are " + text::joined(ids, ", "), given.only});
    if (context.json) print(result);
    return kFine;
}

int showContradictions(const store::Project& project, const Options&, Context& context)
{
    const auto found = survey::contradictions(project.plan, context.kb);
    if (context.json) {
        Json result{{"contradictions", Json::array()}};
        for (const survey::Contradiction& one : found)
            result["contradictions"].push_back({{"kind", one.kind},
                                                {"text", plain(one.what)},
                                                {"fix", plain(one.fix)},
                                                {"at", subjectsJson(project.plan, one.subjects)}});
        print(result);
    } else if (found.empty()) {
        print("No two records contradict each other.");
    } else {
        for (const survey::Contradiction& one : found) print(fmt::format("{}\n  {}", plain(one.what), plain(one.fix)));
    }
    return found.empty() ? kFine : kFindings;
}

int showAdvice(const store::Project& project, const Options&, Context& context)
{
    const auto all = survey::advice(project.plan, context.kb, match::judgeAll(project.plan, context.kb));
    if (context.json) {
        Json result{{"advice", Json::array()}};
        for (const survey::Advice& one : all)
            result["advice"].push_back({{"id", one.id},
                                        {"title", plain(one.title)},
                                        {"reason", plain(one.reason)},
                                        {"other_practice", plain(one.other)},
                                        {"at", subjectsJson(project.plan, one.subjects)}});
        print(result);
        return kFine;
    }
    if (all.empty()) print("Nothing in the survey asks for advice yet.");
    for (const survey::Advice& one : all) {
        print(plain(one.title));
        print("  because " + plain(one.reason));
        if (!one.other.empty()) print("  the other practice: " + plain(one.other));
    }
    return kFine;
}

/// Cords of the run, and the reading against them.
int showFault(const store::Project& project, const Options& given, Context& context)
{
    const plan::Run* run = nullptr;
    for (const plan::Run& one : project.plan.runs)
        if (text::lower(one.label) == text::lower(given.run)) run = &one;
    if (!run) return fail({ErrorCode::NotFound, "no run of the house has this label", given.run});
    if (!run->length)
        return fail({ErrorCode::BadInput, "the run was never measured: set run LABEL length=30m", given.run});
    const auto reading = oneline::lengthOf(text::lower(given.reading));
    if (!reading) return fail({ErrorCode::BadInput, "write what the tester shows as 14m or 46ft", given.reading});
    const FaultAnswer answer = faultAnswer(*reading, cabletest::stretchOf(*run), given.allOpen, given.fromFar);
    if (context.json) print(answer.json);
    else
        for (const std::string& line : answer.lines) print(plain(line));
    return kFine;
}

int showDistance(const store::Project& project, const Options& given, Context& context)
{
    if (!given.run.empty()) return showFault(project, given, context);
    if (given.from.empty() || given.to.empty())
        return fail(
            {ErrorCode::BadInput, "name two devices with --from and --to, or a run with --run and --reading", ""});
    const auto ends = pathEnds(project.plan, given.from, given.to);
    if (!ends) return fail(ends.error());
    const auto far = survey::distance(project.plan, ends->from, ends->to);
    if (!far)
        return fail({ErrorCode::NotFound,
                     "the place of one of them was never measured: set place NAME size=4x3.5 corner=0x6 says how large "
                     "it is and where",
                     ""});
    if (context.json)
        print(Json{{"straight_m", far->straight.in()},
                   {"routed_m", far->routed.in()},
                   {"with_slack_m", far->withSlack.in()},
                   {"walls", far->walls},
                   {"floors", far->floors},
                   {"estimate", far->isEstimate}});
    else
        print(plain(fmt::format(
            "{} straight, {} as a cable goes, {} with slack; {} walls and {} floors between{}",
            text::length(far->straight), text::length(far->routed), text::length(far->withSlack), far->walls,
            far->floors, far->isEstimate ? "; an estimate: a position, a ceiling or a distance was not stated" : "")));
    return kFine;
}

int showLabels(const store::Project& project, const Options&, Context& context)
{
    Json result{{"labels", Json::array()}};
    std::string csv = csv::line({"label", "line", "small"});
    for (const survey::Label& label : survey::cableLabels(project.plan, context.kb)) {
        csv += csv::sheetLine({label.title, label.line, label.small});
        result["labels"].push_back({{"label", label.title}, {"line", label.line}, {"small", label.small}});
    }
    if (context.json) print(result);
    else print(plain(csv));
    return kFine;
}

}  // namespace

void addSurvey(Verbs& verbs, Context& context)
{
    const auto add = [&](const char* name, const char* says,
                         int (*answer)(const store::Project&, const Options&, Context&)) {
        auto given = std::make_shared<Options>();
        return std::pair(projectVerb(verbs, context, name, says, given, answer), given);
    };
    add("standing", "How the house stands, and what is most worth doing next", &showStanding);
    auto [census, counted] = add(
        "census", "What there is: ports, cables, interfaces, slots, disks, cameras, radio clients, power", &showCensus);
    census.option("--only", counted->only,
                  "one table: ports, runs, interfaces, slots, storage, parts, cameras, radio, power, work");
    census.flag("--csv", counted->isCsv, "as comma-separated values");
    add("contradictions", "Records that cannot all be true", &showContradictions);
    add("advice", "Advice on the shape of the network, with the other practice's answer", &showAdvice);
    auto [distance, ends] =
        add("distance", "How far it is between two devices, or to the fault on a run", &showDistance);
    distance.option("--from", ends->from, "device");
    distance.option("--to", ends->to, "device");
    distance.option("--run", ends->run, "or a run: where on it the reading of a tester lies");
    distance.option("--reading", ends->reading, "distance that the tester shows, such as 14m");
    distance.option("--from-far", ends->fromFar, "what it shows from the other end");
    distance.flag("--all-open", ends->allOpen, "every pair reads open there");
    add("labels", "Both labels of each cable, as comma-separated values", &showLabels);
}

}  // namespace sokudo::cli
