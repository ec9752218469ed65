// SPDX-License-Identifier: GPL-3.0-or-later
#include <fmt/format.h>

#include "core/base/text.h"
#include "core/match/parts_list.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file;
    int coaxRooms = 0;
};

Json portsJson(const match::PortMap& device)
{
    Json one{{"name", device.device}, {"ports", Json::array()}};
    for (const auto& row : device.rows)
        one["ports"].push_back({{"rate_bps", row.rate.steps()},
                                {"cage", row.cage},
                                {"free", row.free},
                                {"used", row.used},
                                {"best_use", row.bestUse.text()}});
    return one;
}

/// The coax of the house, or what it would be with so many rooms.
std::optional<match::CoaxCount> coaxOf(const match::PartsList& list, int rooms)
{
    auto coax = list.coax;
    if (rooms > 0) {
        if (!coax) coax.emplace();
        coax->furtherRooms = rooms;
    }
    return coax;
}

Json toJson(const match::PartsList& list, int coaxRooms)
{
    Json result{{"modules", Json::array()}, {"cables", Json::array()},
                {"devices", Json::array()}, {"cards", Json::array()},
                {"lanes", Json::array()},   {"cords", Json::array()},
                {"coax", nullptr},          {"links_without_modules", list.linksWithoutModules}};
    for (const auto& row : list.modules)
        result["modules"].push_back(
            {{"id", row.kind->id}, {"count", row.inPlace}, {"watts", row.kind->power.in() * row.inPlace}});
    for (const auto& row : list.cables)
        result["cables"].push_back({{"id", row.medium->id},
                                    {"runs", row.runs},
                                    {"length_m", row.length.in()},
                                    {"unmeasured", row.unmeasured}});
    for (const auto& device : list.devices) result["devices"].push_back(portsJson(device));
    for (const auto& card : list.cards)
        result["cards"].push_back({{"device", card.device},
                                   {"slot", card.slot},
                                   {"card", card.card},
                                   {"ports", card.ports},
                                   {"ports_bps", card.sum.steps()},
                                   {"bus_bps", card.carries ? Json(card.carries->steps()) : Json(nullptr)},
                                   {"enough", card.isEnough()},
                                   {"better_slot", card.better.empty() ? Json(nullptr) : Json(plain(card.better))},
                                   {"never_seen", card.unseen}});
    for (const auto& [device, sentence] : list.lanes)
        result["lanes"].push_back({{"device", device}, {"plan", plain(sentence)}});
    for (const auto& cord : list.cords)
        result["cords"].push_back(
            {{"device", cord.device}, {"in_box", cord.inBox}, {"needed", cord.needed}, {"missing", cord.missing()}});
    if (const auto coax = coaxOf(list, coaxRooms))
        result["coax"] = {{"gateway", coax->gateway},
                          {"gateway_has_it", coax->gatewayHasIt},
                          {"further_rooms", coax->furtherRooms},
                          {"adapters_needed", coax->needed()},
                          {"adapters_in_place", coax->inPlace}};
    return result;
}

void show(const match::PartsList& list, int coaxRooms)
{
    for (const auto& row : list.modules) print(fmt::format("{} × {}", row.inPlace, row.kind->name));
    for (const auto& row : list.cables)
        print(fmt::format("{} × {}, {} in all{}", row.runs, row.medium->name, text::length(row.length),
                          row.unmeasured > 0 ? fmt::format(", {} not measured", row.unmeasured) : std::string()));
    for (const auto& card : list.cards) {
        print(fmt::format("{}, {} in slot {}: {} {}, {} in all; the bus {}", card.device, card.card, card.slot,
                          card.ports, card.ports == 1 ? "port" : "ports", text::linkRate(card.sum),
                          !card.carries ? "was never read"
                                        : fmt::format("carries {}{}", text::rate(*card.carries, 3),
                                                      card.isEnough() ? "" : ": not all at once")));
        if (!card.better.empty()) print("  slot " + card.better);
        if (!card.unseen.empty()) print("  before you buy or fit it, look at " + text::joined(card.unseen, ", "));
    }
    for (const auto& [device, sentence] : list.lanes) print(fmt::format("{}: {}", device, sentence.text()));
    for (const auto& cord : list.cords)
        print(fmt::format("{}: {} cords in its box, {} ports cabled{}", cord.device, cord.inBox, cord.needed,
                          cord.missing() > 0 ? fmt::format("; {} to buy", cord.missing()) : std::string()));
    if (const auto coax = coaxOf(list, coaxRooms))
        print(fmt::format("coax: {} further {}, gateway {}: {} adapters needed, {} in place", coax->furtherRooms,
                          coax->furtherRooms == 1 ? "room" : "rooms",
                          coax->gatewayHasIt ? coax->gateway + " speaks it itself" : "without it", coax->needed(),
                          coax->inPlace));
    if (list.linksWithoutModules > 0) print(fmt::format("{} links lack a module", list.linksWithoutModules));
    for (const auto& device : list.devices)
        for (const auto& row : device.rows)
            print(fmt::format("{}: {} {}, {} free of {}{}", device.device, row.cage, text::linkRate(row.rate), row.free,
                              row.free + row.used, row.free > 0 ? "; good for " + row.bestUse.text() : std::string()));
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    const match::PartsList list = match::partsList(project.plan, context.kb);
    if (context.json) print(toJson(list, given.coaxRooms));
    else show(list, given.coaxRooms);
    return kFine;
}

}  // namespace

void addParts(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = projectVerb(verbs, context, "parts",
                            "Modules, cables, cords and ports of a project by kind, and the best use of free ports",
                            given, &answer);
    verb.option("--coax-rooms", given->coaxRooms, "count coax adapters for so many further rooms").within(1, 15);
}

}  // namespace sokudo::cli
