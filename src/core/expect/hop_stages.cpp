// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <iterator>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/survey_stages.h"
#include "core/formulas/radio.h"
#include "core/kb/port_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {
namespace {

std::string shortName(const kb::Medium& medium)
{
    if (!kb::isCaptive(medium.kind)) return medium.name;
    return medium.kind == kb::MediumKind::DirectAttach ? "DAC" : "AOC";
}

/// What an end of a shared medium states, from whichever end states it.
std::string_view either(const plan::Port* a, const plan::Port* b, std::string_view trait)
{
    const std::string_view first = a ? a->traits.word(trait) : std::string_view();
    return first.empty() && b ? b->traits.word(trait) : first;
}

std::string coaxRow(const SurveyedPath& path, const plan::Port* a, const plan::Port* b)
{
    // The older of the two speaks for both.
    constexpr std::string_view kVersions[] = {"1.1", "2.0", "2.0-bonded", "2.5"};
    std::string_view version = "2.5";
    for (auto known = std::rbegin(kVersions); known != std::rend(kVersions); ++known)
        for (const plan::Port* end : {a, b})
            if (end && end->traits.is("coax-version", *known)) version = *known;
    std::string id = fmt::format("coax-{}", version);
    for (const plan::Port* end : {a, b})
        if (const auto own = end ? end->traits.as<BitRate>("adapter-port") : std::nullopt;
            own && *own <= gigabits(1) && path.kb.find<kb::Ceiling>(id + "-1g"))
            return id + "-1g";
    return path.kb.find<kb::Ceiling>(id) ? id : "coax-2.5";
}

Result<Stage> powerLineStage(const SurveyedPath& path, const plan::Run& run, const plan::Port* a, const plan::Port* b)
{
    const std::string_view family = either(a, b, "plc");
    return ceilingStage(path.kb, family.empty() ? "plc-ghn" : fmt::format("plc-{}", family),
                        factorsOf(path.kb, run.traits, "power-line"));
}

/// Rain takes from a long 60 GHz bridge, and nothing of it passes a wall; the other bands are the other way round.
Factors airFactors(const SurveyedPath& path, const plan::Run& run, bool is60)
{
    constexpr std::string_view kRain = "rain";
    constexpr Length kRainMatters = Length::fromSteps(500'000);  // practice
    Factors result = factorsOf(path.kb, run.traits, "radio");
    std::erase_if(result, [&](const std::string& id) {
        return (id == kRain) != is60 || (is60 && run.length && *run.length <= kRainMatters);
    });
    return result;
}

Result<Stage> radioStage(const SurveyedPath& path, const plan::Run& run, BitRate linkRate)
{
    if (run.medium == "radio-60")
        return ceilingStage(path.kb, linkRate <= gigabits(1) ? "bridge-60-1g" : "bridge-60",
                            airFactors(path, run, true));
    const auto phy = formulas::radioRate(run.traits.as<BitRate>("phy-rate"), run.traits.count("mcs"),
                                         run.traits.count("width-mhz"), run.traits.count("streams"));
    auto stage = radioShareStage(path.kb, phy.value_or(linkRate));
    if (!stage) return stage;
    Factors factors = airFactors(path, run, false);
    for (int hop = 1; hop < run.traits.count("hops").value_or(1); ++hop) factors.emplace_back("repeat");
    if (const auto error = applyFactors(path.kb, factors, "radio", *stage)) return tl::unexpected(*error);
    if (const plan::Device* point = accessPointOf(path.plan, path.kb, run)) {
        stage->air = point->name;
        stage->airOf = point->id;
    }
    return stage;
}

/// Ends in `bond` of the same two devices.
int membersOf(const SurveyedPath& path, const plan::Hop& hop)
{
    const plan::Device* from = plan::deviceOf(path.plan, hop.from);
    const plan::Device* to = plan::deviceOf(path.plan, hop.to);
    int members = 0;
    for (const plan::Run& run : path.plan.runs) {
        const plan::Port* a = path.plan.ports.find(run.a);
        const plan::Port* b = path.plan.ports.find(run.b);
        if (!a || !b || !a->traits.has("bond") || !b->traits.has("bond")) continue;
        members += (a->device == from->id && b->device == to->id) || (a->device == to->id && b->device == from->id);
    }
    return members;
}

formulas::Framing framingOf(const SurveyedPath& path, const plan::Run* run)
{
    formulas::Framing framing;
    framing.mtu = path.mtu;
    if (!run) return framing;
    framing.vlanTags = run->traits.count("tags").value_or(0);
    if (const std::string_view tunnel = run->traits.word("tunnel"); !tunnel.empty())
        if (const kb::Encapsulation* row = path.kb.find<kb::Encapsulation>(tunnel))
            framing = formulas::wrapped(framing, *row);
    return framing;
}

Result<Stage> hopStage(const SurveyedPath& path, const plan::Hop& hop, const plan::Run* run, const kb::Medium* medium,
                       BitRate rate)
{
    const plan::Port* a = path.plan.ports.find(hop.from);
    const plan::Port* b = path.plan.ports.find(hop.to);
    if (medium && run) switch (medium->kind) {
        case kb::MediumKind::Coax: return coaxStage(path.kb, coaxRow(path, a, b), run->traits.as<BitRate>("phy-rate"));
        case kb::MediumKind::PowerLine: return powerLineStage(path, *run, a, b);
        case kb::MediumKind::Radio: return radioStage(path, *run, rate);
        default: break;
        }
    const auto framing = framingOf(path, run);
    // Each side spreads what it sends: the sender's setting counts.
    if (const auto spread = a ? spreadFromCode(a->traits.word("bond")) : std::nullopt)
        if (const int members = membersOf(path, hop); members >= 2)
            return bondStage(path.kb, members, rate, framing, path.question.streams, *spread);
    return linkStage(path.kb, rate, framing);
}

}  // namespace

BitRate wireRate(const match::LinkReport& report)
{
    std::optional<BitRate> rate;
    for (const match::Finding& finding : report.findings)
        if (finding.rule != "slot-width" && finding.outcome.rate && (!rate || *finding.outcome.rate < *rate))
            rate = finding.outcome.rate;
    return rate.value_or(*report.rate);
}

std::optional<Error> addHop(const SurveyedPath& path, const Paths& paths, const plan::Hop& hop, Found& found)
{
    const std::string title = plan::portText(path.plan, hop.from) + " — " + plan::portText(path.plan, hop.to);
    const match::LinkReport* report = paths.report(hop.link);
    if (!report || !report->rate)
        return Error{ErrorCode::NotAllowed,
                     report && report->verdict != Verdict::Unknown
                         ? text::say("hop-stages.this-link-does-not", "this link does not come up: ") + report->reason()
                         : text::say("hop-stages.the-rate-of-this", "the rate of this link is not known yet"),
                     title};
    const plan::Run* run = path.plan.runs.find(hop.link.id());
    const kb::Medium* medium = run ? path.kb.find<kb::Medium>(run->medium) : nullptr;
    // A slot that narrows the link is a stage of its own: the wire still runs at the rate the ends share.
    auto stage = hopStage(path, hop, run, medium, wireRate(*report));
    if (!stage) return stage.error();
    if (medium && stage->kind == StageKind::Link)
        stage->label = shortName(*medium) + (run->length ? " " + text::length(*run->length) : std::string());
    stage->name = title;
    stage->run = hop.link.id();
    stage->enters = hop.from;
    found.stages.push_back(std::move(*stage));
    return std::nullopt;
}

void addBetween(const SurveyedPath& path, const plan::Device& device, Found& found)
{
    if (const auto fabric = device.traits.as<BitRate>("fabric")) {
        Stage stage;
        stage.kind = StageKind::Switch;
        stage.label = "switch";
        stage.detail = device.name;
        stage.carries = {scaled(*fabric, 0.9), *fabric, *fabric};
        stage.working = text::say("hop-stages.forwards-in-all-as", "{} forwards {} in all, as stated", device.name,
                                  text::figure::rate(*fabric));
        stage.from = {"own", Certainty::Typical};
        stage.line = *fabric;
        found.add(std::move(stage), "switch " + device.name, device.id, device.name);
    }
    if (device.role != plan::Role::Router) return;
    const std::string_view forwards = device.traits.word("forwards");
    if (forwards.empty())
        found.missing.push_back(
            {text::say("hop-stages.whether-routes-this-traffic",
                       "whether {} routes this traffic in software or passes it on as a switch", device.name),
             device.id});
    else if (forwards != "switch")
        found.add(ceilingStage(path.kb, forwards), "router " + device.name, device.id, device.name);
    if (const std::string_view inspects = device.traits.word("inspects"); !inspects.empty() && inspects != "none")
        found.add(ceilingStage(path.kb, inspects), "inspection at " + device.name, device.id, device.name);
}

void addInternet(const SurveyedPath& path, const plan::Device& device, Found& found)
{
    const auto down = device.traits.as<BitRate>("plan-rate"), up = device.traits.as<BitRate>("plan-up");
    if (!down) return;
    // What the provider's box sends came down the line; what it receives goes up.
    const bool isDown = device.id == path.question.from;
    found.add(isDown ? internetStage(path.kb, *down, "any-plan", {}, up) : internetStage(path.kb, up.value_or(*down)),
              isDown ? "internet plan, down" : "internet plan, up", device.id, device.name);
}

}  // namespace sokudo::expect
