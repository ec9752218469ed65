// SPDX-License-Identifier: GPL-3.0-or-later
// An outage minute by minute, and the repairs that make a house outlast it.
#include <chrono>

#include <fmt/format.h>

#include "cli.h"
#include "core/editline/draft.h"
#include "core/failing/without.h"
#include "core/kb/rule_rows.h"
#include "core/logbook/record.h"
#include "core/plan/kind.h"
#include "core/power/clock_text.h"
#include "core/power/repairs.h"
#include "host/clock.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, without, place;
    std::shared_ptr<Option> mainsOff;
};

/// @error BadInput  neither or both are asked for; NotFound  there is no such thing
Result<power::Outage> outageOf(const plan::Plan& plan, const Options& given)
{
    using Cause = power::Outage::Cause;
    const bool isMains = given.mainsOff->isGiven();
    if (isMains == !given.without.empty())
        return failure(
            ErrorCode::BadInput,
            "say what goes off: --mains-off, --mains-off PLACE, or --without NAME of a device, cable or circuit");
    if (isMains && given.place.empty()) return power::Outage{};
    editline::Words words(isMains ? "\"" + given.place + "\"" : given.without);
    if (isMains) {
        const auto place = editline::takePlace(words, plan);
        if (!place) return tl::unexpected(place.error());
        return power::Outage{Cause::Place, {"place", place->value}};
    }
    const auto what = editline::takeSubject(words, plan);
    if (!what) return tl::unexpected(what.error());
    if (what->kind == "circuit") return power::Outage{Cause::Circuit, *what};
    if (what->kind == "place") return power::Outage{Cause::Place, *what};
    if (what->kind == "port") {
        const plan::Port* port = plan.ports.find({what->id});
        for (const plan::Run* run : plan::runsAt(plan, port->id))
            return power::Outage{Cause::Broken, {"run", run->id.value}};
        return failure(ErrorCode::NotFound, "nothing is plugged in at that port", given.without);
    }
    return power::Outage{Cause::Broken, *what};
}

Json toJson(const plan::Plan& plan, const power::TimeLine& line)
{
    Json result{{"title", power::titleOf(plan, line.outage)},
                {"lasting", line.lasting},
                {"drops", Json::array()},
                {"batteries", Json::array()},
                {"services", Json::array()}};
    for (const power::Drop& drop : line.drops)
        result["drops"].push_back({{"device", plan.devices.find(drop.device)->name},
                                   {"at_s", drop.at.in()},
                                   {"low_s", drop.low.in()},
                                   {"high_s", drop.high.in()},
                                   {"why", plain(drop.why)}});
    for (const power::BatteryCurve& one : line.batteries) {
        Json points = Json::array();
        for (const auto& point : one.points)
            points.push_back({{"at_s", point.at.in()}, {"left", point.left}, {"load_w", point.load.in()}});
        result["batteries"].push_back({{"device", plan.devices.find(one.device)->name},
                                       {"empty_s", one.lasts ? Json(nullptr) : Json(one.empty.in())},
                                       {"low_s", one.low.in()},
                                       {"high_s", one.high.in()},
                                       {"overloaded", one.isOverloaded},
                                       {"points", points}});
    }
    for (const power::ServiceLine& one : line.services) {
        Json steps = Json::array();
        for (const auto& step : one.steps)
            steps.push_back({{"at_s", step.at.in()}, {"works", step.works}, {"why", plain(step.why)}});
        const auto gone = one.goneAt();
        result["services"].push_back({{"service", word(one.service)},
                                      {"of", one.all},
                                      {"steps", steps},
                                      {"gone_s", gone ? Json(gone->in()) : Json(nullptr)}});
    }
    return result;
}

Json namesOf(const plan::Plan& plan, const std::vector<plan::DeviceId>& devices)
{
    Json names = Json::array();
    for (plan::DeviceId id : devices) names.push_back(plan.devices.find(id)->name);
    return names;
}

Json toJson(const kb::Band& band)
{
    return {{"low_bps", band.low.in()}, {"typical_bps", band.typical.in()}, {"high_bps", band.high.in()}};
}

/// Who is cut off for good, and how slow what is left becomes.
Json toJson(const plan::Plan& plan, const failing::Without& without)
{
    Json result{{"cut_off", without.loss.cutOff()}, {"dark", namesOf(plan, without.loss.unpowered)},
                {"goals", Json::array()},           {"pairs", without.pairs},
                {"slowed", Json::array()},          {"groups", Json::array()}};
    for (power::Goal goal : power::kGoals) {
        const auto share = without.share(goal);
        result["goals"].push_back({{"goal", word(goal)},
                                   {"of", without.had[static_cast<std::size_t>(goal)]},
                                   {"lose", namesOf(plan, without.loss.cut[static_cast<std::size_t>(goal)])},
                                   {"share", share ? Json(*share) : Json(nullptr)}});
    }
    for (const failing::Slowed& one : without.slowed)
        result["slowed"].push_back({{"from", plan.devices.find(one.from)->name},
                                    {"to", plan.devices.find(one.to)->name},
                                    {"before", toJson(one.before)},
                                    {"after", one.after ? toJson(*one.after) : Json(nullptr)}});
    for (const auto& group : without.groups) result["groups"].push_back(namesOf(plan, group));
    return result;
}

void show(const plan::Plan& plan, const power::TimeLine& line)
{
    print(plain(power::titleOf(plan, line.outage)));
    for (const power::ServiceLine& one : line.services) {
        const auto gone = one.goneAt();
        std::string says = gone                ? "gone at " + power::clockFigure(*gone)
                           : one.steps.empty() ? std::string("as before")
                                               : fmt::format("{} of {} {}", one.steps.back().works, one.all,
                                                             one.isOfUsers() ? "still have it" : "left");
        if (const auto why = one.whyAt(line.end); !why.empty()) says += ": " + why.text();
        print(plain(fmt::format("  {:9} {}", word(one.service), says)));
    }
    for (const power::BatteryCurve& one : line.batteries)
        print(plain(fmt::format("  battery of {}: {}", plan.devices.find(one.device)->name,
                                one.isOverloaded ? "overloaded, off at once"
                                : one.lasts      ? "is not emptied"
                                                 : fmt::format("about {}, {} to {}", power::clockText(one.empty),
                                                               power::clockText(one.low), power::clockText(one.high)))));
    for (const power::Drop& drop : line.drops)
        print(plain(fmt::format("  {:>5} {}: {}", power::clockFigure(drop.at), plan.devices.find(drop.device)->name,
                                drop.why.text())));
    print(fmt::format("  {} devices that take power keep it", line.lasting));
}

Json lastsJson(const power::RepairFigures& standing)
{
    Json lasts = Json::object();
    for (power::HouseService service : power::kHouseServices)
        if (const auto& time = standing.lasts[static_cast<std::size_t>(service)])
            lasts[std::string(word(service))] = time->in();
    return lasts;
}

Json repairJson(const power::Repair& one)
{
    return {{"kind", one.kind},
            {"what", plain(one.what)},
            {"gain", plain(one.gain)},
            {"price", one.price},
            {"cut_off_before", one.before.cutOffThen.value_or(one.before.cutOff)},
            {"cut_off_after", one.after.cutOffThen.value_or(one.after.cutOff)},
            {"lasts_s_before", lastsJson(one.before)},
            {"lasts_s_after", lastsJson(one.after)}};
}

void show(const power::Repair& one, std::size_t number, const kb::KnowledgeBase& kb)
{
    print(plain(fmt::format("{:2} {}: about {:.0f}", number, one.what.text(), one.price)));
    print(plain("   " + one.gain.text()));
    if (const auto* caution = kb.find<kb::Caution>(one.caution)) print("   caution: " + plain(caution->text));
}

std::vector<power::Repair> repairsAgainst(const plan::Plan& plan, const kb::KnowledgeBase& kb,
                                          const std::optional<power::Outage>& failure)
{
    IdSource ids(1);
    ids.startAfter(plan::greatestId(plan));
    return power::repairsFor(std::make_shared<const plan::Plan>(plan), kb, ids, host::thisYear(), nullptr, failure);
}

/// What is lost for good, and what would help.
void show(const plan::Plan& plan, const failing::Without& without, const std::vector<power::Repair>& repairs,
          const kb::KnowledgeBase& kb)
{
    print("without it, once batteries are empty:");
    for (const failing::Line& one : failing::says(plan, without)) print(plain("  " + one.all().text()));
    if (without.loss.cutOff() == 0) return;
    print(repairs.empty() ? "no repair that Sokudo knows helps against it; a spare on the shelf shortens it"
                          : "repairs, each tried on a copy of the house; prices are rough, in no currency:");
    for (std::size_t i = 0; i < repairs.size(); ++i) show(repairs[i], i + 1, kb);
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    auto outage = outageOf(project.plan, given);
    if (!outage) return fail(outage.error());
    outage->year = host::thisYear();
    const auto reports = match::judgeAll(project.plan, context.kb);
    const auto line = power::timeLineOf(project.plan, reports, *outage, context.kb);
    if (!line) return fail(line.error());
    bool isGone = false;
    for (const power::ServiceLine& one : line->services) isGone = isGone || one.goneAt().has_value();
    Json result = toJson(project.plan, *line);
    if (!context.json) show(project.plan, *line);
    if (outage->cause != power::Outage::Cause::Mains) {
        const auto without = failing::without(project.plan, context.kb, reports, *outage);
        if (!without) return fail(without.error());
        isGone = isGone || without->loss.cutOff() > 0 || !without->slowed.empty();
        const auto repairs = repairsAgainst(project.plan, context.kb, *outage);
        result["without"] = toJson(project.plan, *without);
        result["repairs"] = Json::array();
        for (const power::Repair& one : repairs) result["repairs"].push_back(repairJson(one));
        if (!context.json) show(project.plan, *without, repairs, context.kb);
    }
    if (context.json) print(result);
    return isGone ? kFindings : kFine;
}

struct RepairOptions {
    std::string file;
    int apply = 0;
};

int repair(const RepairOptions& given, Context& context)
{
    auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto repairs = repairsAgainst(project->plan, context.kb, std::nullopt);
    if (given.apply > 0) {
        if (static_cast<std::size_t>(given.apply) > repairs.size())
            return fail({ErrorCode::OutOfRange, fmt::format("there are {} repairs", repairs.size()), "--apply"});
        const power::Repair& one = repairs[static_cast<std::size_t>(given.apply) - 1];
        auto target = openToWrite(given.file, context);
        if (!target) return fail(target.error());
        store::Changes changes;
        changes.before = &project->plan;
        changes.after = &one.plan;
        IdSource ids(1);
        ids.startAfter(plan::greatestId(one.plan));
        changes.entries.push_back(logbook::changeEntry(one.what.text(), now(), ids));
        if (const auto done = saved(*target->file, changes); !done) return fail(done.error());
        print(plain("done: " + one.what.text()));
        return kFine;
    }
    Json result{{"repairs", Json::array()}};
    for (std::size_t i = 0; i < repairs.size(); ++i) {
        if (context.json) result["repairs"].push_back(repairJson(repairs[i]));
        else show(repairs[i], i + 1, context.kb);
    }
    if (context.json) print(result);
    else
        print(repairs.empty() ? "No repair that Sokudo knows makes it better."
                              : "Each was tried on a copy of the house. Prices are rough, in no currency.");
    return repairs.empty() ? kFine : kFindings;
}

}  // namespace

void addOutage(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = projectVerb(verbs, context, "outage", "What stops when, minute by minute, and what still works", given,
                            &answer);
    verb.option("--without", given->without, "what breaks: a device, \"run q1\", \"circuit desk\", \"core 4\"");
    given->mainsOff = std::make_shared<Option>(
        verb.option("--mains-off", given->place, "the mains are off: in the house, or in this place"));
    given->mainsOff->mayBeBare();
}

void addRepairs(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<RepairOptions>();
    auto verb = verbs.add("repairs", "What makes the house outlast a failure, cheapest first, each tried on a copy");
    verb.option("FILE", given->file, "project or exported JSON").required();
    verb.option("--apply", given->apply, "make this one, by its number in the list");
    verb.answer([given, &context] { return repair(*given, context); });
}

}  // namespace sokudo::cli
