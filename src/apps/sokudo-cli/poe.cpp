// SPDX-License-Identifier: GPL-3.0-or-later
// Power over Ethernet: a chain in one line, or the sources of a house.
#include <filesystem>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/power/house_chain.h"
#include "core/power/poe_source.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string text, device;
    double gbps = 0;
    int number = 0;
};

std::string watts(Watt watt) { return text::number(watt.in(), 4) + " W"; }

Json sourceJson(const plan::Plan& plan, const power::PoeSource& source)
{
    Json result{{"device", plan.devices.find(source.device)->name},
                {"budget_w", source.budget ? Json(source.budget->in()) : Json(nullptr)},
                {"reserved_w", source.reserved.in()},
                {"drawn_w", source.drawn.in()},
                {"not_read", source.unread},
                {"class_not_known", source.unknown},
                {"loads", Json::array()},
                {"room", Json::array()}};
    for (const power::PoeLoad& load : source.loads)
        result["loads"].push_back({{"port", plan::portText(plan, load.port)},
                                   {"device", plan.devices.find(load.device)->name},
                                   {"class", load.asks ? Json(load.asks->number) : Json(nullptr)},
                                   {"reserved_w", load.reserved.in()},
                                   {"drawn_w", load.drawn ? Json(load.drawn->in()) : Json(nullptr)},
                                   {"refused", load.isRefused}});
    for (const power::PoeRoom& room : source.room)
        result["room"].push_back({{"class", room.asks->number}, {"more", room.more}, {"left_w", room.left.in()}});
    return result;
}

void show(const plan::Plan& plan, const power::PoeSource& source)
{
    const std::string budget = source.budget ? watts(*source.budget) : std::string("a budget that is not stated");
    print(plain(fmt::format("{}: {} of {} are reserved by class, {} are drawn{}",
                            plan.devices.find(source.device)->name, watts(source.reserved), budget, watts(source.drawn),
                            source.unread > 0 ? fmt::format(" ({} not read: counted by class)", source.unread) : "")));
    for (const power::PoeLoad& load : source.loads)
        print(plain(
            fmt::format("  {} feeds {}: {}{}", plan::portText(plan, load.port), plan.devices.find(load.device)->name,
                        load.isRefused ? "by class it is refused, the budget is used up"
                        : load.asks    ? fmt::format("class {}, {} reserved", load.asks->number, watts(load.reserved))
                                       : "class not known",
                        load.drawn ? ", " + watts(*load.drawn) + " drawn" : "")));
    if (source.unknown > 0)
        print(
            fmt::format("  class not known: {}; they are in neither sum, so less may fit than listed", source.unknown));
    for (const power::PoeRoom& room : source.room)
        print(plain(fmt::format("  {} more of class {} fit, {} left", room.more, room.asks->number, watts(room.left))));
}

/// Which ports give both the rate and the class that are wanted.
void showPorts(const store::Project& project, const Options& given, const Context& context, const kb::PoeClass& asks)
{
    Json result{{"sources", Json::array()}};
    for (const power::PoeSource& source : power::poeSources(project.plan, context.kb)) {
        const plan::Device& device = *project.plan.devices.find(source.device);
        if (!given.device.empty() && device.name != given.device) continue;
        const auto found = power::portsFor(project.plan, source.device, gigabits(given.gbps), asks, context.kb);
        std::vector<std::string> names;
        for (plan::PortId port : found.free) names.push_back(plan::portText(project.plan, port));
        if (context.json) {
            Json swaps = Json::array();
            for (const power::PoeSwap& swap : found.swaps)
                swaps.push_back(
                    {{"from", plan::portText(project.plan, swap.from)}, {"to", plan::portText(project.plan, swap.to)}});
            result["sources"].push_back({{"device", device.name}, {"free", names}, {"swaps", swaps}});
            continue;
        }
        print(plain(fmt::format("{}: {}", device.name,
                                names.empty() ? "no free port gives both" : "free are " + text::joined(names, ", "))));
        for (const power::PoeSwap& swap : found.swaps)
            print(plain(fmt::format("  move what is at {} to {}: then {} is free",
                                    plan::portText(project.plan, swap.from), plan::portText(project.plan, swap.to),
                                    plan::portText(project.plan, swap.from))));
    }
    if (context.json) print(result);
}

int answer(const Options& given, Context& context)
{
    std::error_code tooLong;  // a line may be no name that a file can have
    if (!std::filesystem::exists(given.text, tooLong)) return showPoeChain(given.text, context);
    auto project = openProject(given.text, context);
    if (!project) return fail(project.error());
    const kb::PoeClass* asks = context.kb.find<kb::PoeClass>("class" + std::to_string(given.number));
    if (given.gbps > 0 && asks) {
        showPorts(*project, given, context, *asks);
        return kFine;
    }
    Json result{{"sources", Json::array()}};
    bool isFound = false, isRefused = false;
    for (const power::PoeSource& source : power::poeSources(project->plan, context.kb)) {
        if (!given.device.empty() && project->plan.devices.find(source.device)->name != given.device) continue;
        isFound = true;
        for (const power::PoeLoad& load : source.loads) isRefused = isRefused || load.isRefused;
        if (context.json) result["sources"].push_back(sourceJson(project->plan, source));
        else show(project->plan, source);
    }
    if (!isFound)
        return fail({ErrorCode::NotFound,
                     given.device.empty() ? "no port of this house is stated to supply power: set core 1 pse=type2"
                                          : "no port of this device supplies power, or there is no such device",
                     given.device});
    if (context.json) print(result);
    return isRefused ? kFindings : kFine;
}

struct ChainOptions {
    std::string file, from;
};

int showChains(const store::Project& project, const ChainOptions& given, Context& context)
{
    plan::PortId from;
    for (const plan::Port& port : project.plan.ports)
        if (text::lower(plan::portText(project.plan, port.id)) == text::lower(given.from)) from = port.id;
    const auto chains = power::chainsFrom(project.plan, from, context.kb);
    if (!chains) return fail(chains.error());
    Json result{{"chains", Json::array()}};
    bool isShort = false;
    for (const auto& hops : *chains) {
        Json one = Json::array();
        for (const power::Hop& hop : hops) one.push_back(toJson(hop));
        isShort = isShort || hops.back().isUnpowered() || hops.back().isReduced;
        result["chains"].push_back(one);
        if (context.json) continue;
        for (std::size_t i = 0; i < hops.size(); ++i) print(std::string(2 * i, ' ') + plain(hops[i].says.text()));
    }
    if (context.json) print(result);
    else print("Each path by itself, before what other ports of the same switch take: poe FILE counts those.");
    return isShort ? kFindings : kFine;
}

}  // namespace

void addChain(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<ChainOptions>();
    auto verb = projectVerb(verbs, context, "chain", "Power from one port, hop by hop to each device at the end", given,
                            &showChains);
    verb.option("--from", given->from, "the port that supplies it: \"spread 20\"").required();
}

void addPoe(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb =
        verbs.add("poe", "PoE over cables hop by hop; or what the PoE sources of a house have reserved and left");
    verb.option("TEXT", given->text, "such as \"type3 / cat6 60m / switch 9w / cat6 20m / class4\", or a project")
        .required();
    verb.option("--device", given->device, "only this source of the project");
    verb.option("--rate", given->gbps, "with --class: ports that give this rate, in Gb/s");
    verb.option("--class", given->number, "with --rate: and power for this class, 1 to 8");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
