// SPDX-License-Identifier: GPL-3.0-or-later
// The power of a house: who feeds whom with how many watts, what it costs a year, what is wrong with it.
#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/editline/draft.h"
#include "core/kb/rule_rows.h"
#include "core/power/energy.h"
#include "core/power/judgement.h"
#include "core/power/place_fit.h"
#include "path_options.h"

namespace sokudo::cli {
namespace {

std::string watts(const power::WattBand& band)
{
    const std::string usual = text::number(band.usual.in(), 3);
    return band.low == band.high
               ? usual + " W"
               : fmt::format("{} W ({} to {})", usual, text::number(band.low.in(), 3), text::number(band.high.in(), 3));
}

Json bandJson(const power::WattBand& band)
{
    return {{"low_w", band.low.in()}, {"usual_w", band.usual.in()}, {"high_w", band.high.in()}};
}

void showBranch(const power::Feeds& feeds, int node, int depth)
{
    for (int number : feeds.out[static_cast<std::size_t>(node)]) {
        const power::Feed& feed = feeds.feeds[static_cast<std::size_t>(number)];
        const bool isEmpty = feeds.out[static_cast<std::size_t>(feed.to)].empty();
        if (!feeds.device(feed.to) && isEmpty) continue;
        print(
            plain(fmt::format("{}{}: {}{}", std::string(static_cast<std::size_t>(2 * depth), ' '),
                              feeds.says(feed.to).text(), watts(feed.carries), feed.isInferred ? ", not stated" : "")));
        showBranch(feeds, feed.to, depth + 1);
    }
}

void showPlaces(const plan::Plan& plan, const std::vector<power::PlaceFit>& fits)
{
    for (const power::PlaceFit& fit : fits) {
        std::string line = fmt::format("  {}: {} of heat", plan.places.find(fit.place)->name, watts(fit.heat));
        if (fit.settled)
            line += fmt::format(", settles at {:.0f} °C ({:.0f} to {:.0f})", fit.settled->usual.in(),
                                fit.settled->low.in(), fit.settled->high.in());
        if (fit.unitsFree) line += fmt::format(", {} of {} units free", *fit.unitsFree, *fit.unitsAll);
        if (fit.carries) line += fmt::format(", {:.0f} of {:.0f} kg", fit.weight.in(), fit.carries->in());
        print(plain(line));
    }
}

void showEnergy(const plan::Plan& plan, const power::Energy& energy)
{
    print(fmt::format("{:.0f} kWh a year ({:.0f} to {:.0f}){}", energy.year.usual.in() / 1000,
                      energy.year.low.in() / 1000, energy.year.high.in() / 1000,
                      energy.year.money ? fmt::format(", {:.0f} at {} a kWh", energy.year.money->in(),
                                                      text::number(energy.perKwh->in(), 4))
                                        : "; no tariff: add service power kind=electricity unit-price=0.30"));
    for (const power::DeviceCost& one : energy.devices)
        print(plain(fmt::format("  {}: {}, {:.0f} kWh{} ({})", plan.devices.find(one.device)->name, watts(one.atPlug),
                                one.year.usual.in() / 1000,
                                one.year.money ? fmt::format(", {:.0f}", one.year.money->in()) : "",
                                one.draw.says.text())));
}

Json toJson(const plan::Plan& plan, const power::Energy& energy)
{
    const auto year = [](const power::YearCost& cost) {
        return Json{{"wh", cost.usual.in()}, {"money", cost.money ? Json(cost.money->in()) : Json(nullptr)}};
    };
    Json result{{"per_kwh", energy.perKwh ? Json(energy.perKwh->in()) : Json(nullptr)},
                {"year", year(energy.year)},
                {"idle", bandJson(energy.idle)},
                {"usual", bandJson(energy.usual)},
                {"most", bandJson(energy.most)},
                {"devices", Json::array()},
                {"places", Json::array()}};
    for (const power::DeviceCost& one : energy.devices)
        result["devices"].push_back({{"device", plan.devices.find(one.device)->name},
                                     {"at_plug", bandJson(one.atPlug)},
                                     {"basis", word(one.draw.basis)},
                                     {"says", plain(one.draw.says)},
                                     {"year", year(one.year)}});
    for (const power::PlaceCost& one : energy.places)
        result["places"].push_back(
            {{"place", plan.places.find(one.place)->name}, {"heat", bandJson(one.watts)}, {"year", year(one.year)}});
    return result;
}

Json toJson(const power::Feeds& feeds)
{
    Json result = Json::array();
    for (const power::Feed& feed : feeds.feeds)
        if (feeds.device(feed.to) || !feeds.out[static_cast<std::size_t>(feed.to)].empty())
            result.push_back({{"from", plain(feeds.says(feed.from))},
                              {"to", plain(feeds.says(feed.to))},
                              {"by", code(feed.how)},
                              {"carries", bandJson(feed.carries)},
                              {"stated", !feed.isInferred}});
    return result;
}

struct Options {
    std::string file, device, place;
};

Json toJson(const power::Judgements& judgements)
{
    Json all = Json::array();
    for (const power::Judgement& one : judgements)
        all.push_back(
            {{"rule", one.rule}, {"verdict", code(one.verdict)}, {"what", plain(one.what)}, {"fix", plain(one.fix)}});
    return all;
}

void show(const power::Judgements& judgements, const Context& context)
{
    for (const power::Judgement& one : judgements) {
        print(plain(fmt::format("  {}: {}; {}", word(one.verdict), one.what.text(), one.fix.text())));
        if (const auto* caution = context.kb.find<kb::Caution>(one.caution))
            print("    caution: " + plain(caution->text));
    }
}

/// Whether a device would suit another place.
int showMoved(const plan::Plan& plan, const match::Reports& reports, const Options& given, const Context& context)
{
    const auto device = deviceCalled(plan, given.device);
    if (!device) return fail(device.error());
    editline::Words words("\"" + given.place + "\"");
    const auto place = editline::takePlace(words, plan);
    if (!place) return fail(place.error());
    const auto found = power::judgeMoved(plan, *device, *place, reports, context.kb);
    if (!found) return fail(found.error());
    if (context.json) print(Json{{"judgements", toJson(*found)}});
    else show(*found, context);
    return found->front().verdict > Verdict::Limited ? kFindings : kFine;
}

int answer(const store::Project& project, const Options& given, Context& context)
{
    const plan::Plan& plan = project.plan;
    const auto reports = match::judgeAll(plan, context.kb);
    if (!given.device.empty() || !given.place.empty()) return showMoved(plan, reports, given, context);
    const power::SupplyNet net(plan, reports, context.kb);
    const power::Energy energy = power::energyOf(plan, net.feeds);
    const auto fits = power::placeFits(plan, net.feeds, context.kb);
    const power::Judgements judgements = power::judge({plan, reports, net, context.kb});
    bool isWorse = false;
    for (const power::Judgement& one : judgements) isWorse = isWorse || one.verdict > Verdict::Limited;
    if (context.json) {
        Json unknown = Json::array(), places = Json::array();
        for (plan::DeviceId id : net.feeds.unknown) unknown.push_back(plan.devices.find(id)->name);
        for (const power::PlaceFit& fit : fits)
            places.push_back({{"place", plan.places.find(fit.place)->name},
                              {"heat", bandJson(fit.heat)},
                              {"settles_c", fit.settled ? Json(fit.settled->usual.in()) : Json(nullptr)},
                              {"most_c", fit.most.in()},
                              {"needs_m3h", fit.needs ? Json(fit.needs->in()) : Json(nullptr)}});
        print(Json{{"feeds", toJson(net.feeds)},
                   {"source_not_known", unknown},
                   {"energy", toJson(plan, energy)},
                   {"places", places},
                   {"judgements", toJson(judgements)}});
        return isWorse ? kFindings : kFine;
    }
    print("Who feeds whom");
    showBranch(net.feeds, net.feeds.mains(), 1);
    for (plan::DeviceId id : net.feeds.unknown) print("  " + plan.devices.find(id)->name + ": source not known");
    showEnergy(plan, energy);
    print("Places");
    showPlaces(plan, fits);
    if (!judgements.empty()) print("Findings");
    show(judgements, context);
    return isWorse ? kFindings : kFine;
}

}  // namespace

void addPower(Verbs& verbs, Context& context)
{
    auto given = std::make_shared<Options>();
    auto verb = projectVerb(verbs, context, "power",
                            "Who feeds whom with how many watts, what it costs a year, what is wrong", given, &answer);
    verb.option("--device", given->device, "with --in: would this device suit");
    verb.option("--in", given->place, "this place");
}

}  // namespace sokudo::cli
