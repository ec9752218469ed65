// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>
#include <iterator>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/survey_stages.h"
#include "core/formulas/radio.h"
#include "core/formulas/shared_media.h"
#include "core/kb/port_rows.h"
#include "core/kb/stage_rows.h"
#include "core/plan/forwarding.h"

namespace sokudo::expect {
namespace {

std::string shortName(const kb::Medium& medium)
{
    if (!kb::isCaptive(medium.kind)) return medium.name;
    return medium.kind == kb::MediumKind::DirectAttach ? "DAC" : "AOC";
}

const kb::Ceiling* coaxRowOf(const SurveyedPath& path, const plan::Port* a, const plan::Port* b)
{
    // The older of the two speaks for both.
    const kb::CoaxGeneration* older = path.kb.find<kb::CoaxGeneration>("2.5");
    std::optional<BitRate> slowest;
    for (const plan::Port* end : {a, b}) {
        if (!end) continue;
        const kb::CoaxGeneration* own = path.kb.find<kb::CoaxGeneration>(end->traits.word("coax-version"));
        if (own && (!older || own->order < older->order)) older = own;
        const auto port = end->traits.as<BitRate>("adapter-port");
        if (port && (!slowest || *port < *slowest)) slowest = port;
    }
    return formulas::coaxRow(path.kb, older ? std::string_view(older->id) : std::string_view(), slowest);
}

/// Ids of the rows that change a medium as this run states it.
Factors mediumFactors(const SurveyedPath& path, const plan::Run& run, std::string_view stage, bool is60)
{
    const auto isStated = [&](std::string_view trait, std::string_view value) { return run.traits.is(trait, value); };
    Factors result;
    for (const kb::StageFactor* row :
         formulas::mediumFactors(path.kb, stage, isStated, is60, run.length, run.traits.count("hops").value_or(1)))
        result.push_back(row->id);
    return result;
}

/// Each end states its family; the slower of the two speaks for both.
Result<Stage> powerLineStage(const SurveyedPath& path, const plan::Run& run, const plan::Port* a, const plan::Port* b)
{
    const kb::PowerLine* slower = nullptr;
    for (const plan::Port* end : {a, b}) {
        const kb::PowerLine* own = end ? path.kb.find<kb::PowerLine>(end->traits.word("plc")) : nullptr;
        if (own && (!slower || own->printed < slower->printed)) slower = own;
    }
    const kb::Ceiling* row =
        formulas::powerLineRow(path.kb, slower ? std::string_view(slower->id) : std::string_view());
    return ceilingStage(path.kb, row ? row->id : "plc-ghn", mediumFactors(path, run, "power-line", false));
}

/// No radio passes more than the slowest Ethernet port beside it.
Stage behindPort(Stage stage, BitRate port)
{
    const auto wire = formulas::goodput(port);
    if (!wire || stage.carries.high <= *wire) return stage;
    stage.carries = formulas::atMost(stage.carries, {*wire, *wire, *wire});
    stage.hard = std::min(stage.hard.value_or(port), port);
    stage.working += text::say("hop-stages.its-port-carries", "; its Ethernet port of {} carries {}",
                               text::figure::linkRate(port), text::figure::rate(*wire));
    return stage;
}

/// The slower of the Ethernet ports that the two ends state; empty: neither does.
std::optional<BitRate> slowerPort(const plan::Port* a, const plan::Port* b)
{
    std::optional<BitRate> slowest;
    for (const plan::Port* end : {a, b}) {
        if (!end) continue;
        auto own = end->traits.as<BitRate>("adapter-port");
        if (!own && !end->rates.empty()) own = *std::max_element(end->rates.begin(), end->rates.end());
        if (own && (!slowest || *own < *slowest)) slowest = own;
    }
    return slowest;
}

Result<Stage> radioStage(const SurveyedPath& path, const plan::Run& run, const plan::Port* a, const plan::Port* b)
{
    const bool is60 = run.medium == "radio-60";
    const auto phy = formulas::radioRate(run.traits.as<BitRate>("phy-rate"), run.traits.count("mcs"),
                                         run.traits.count("width-mhz"), run.traits.count("streams"));
    if (!phy)
        return failure(ErrorCode::NotFound,
                       text::say("hop-stages.the-radio-rate-is",
                                 "the radio rate is not known: read it at the access point, the "
                                 "bridge or the client"),
                       run.label);
    auto stage = radioShareStage(path.kb, *phy, is60);
    if (!stage) return stage;
    if (const auto error = applyFactors(path.kb, mediumFactors(path, run, "radio", is60), "radio", *stage))
        return tl::unexpected(*error);
    if (const auto port = slowerPort(a, b)) *stage = behindPort(std::move(*stage), *port);
    if (const plan::Device* point = accessPointOf(path.plan, path.kb, run)) {
        stage->air = point->name;
        stage->airOf = point->id;
    }
    return stage;
}

/// Links of the bond between the same two devices that run at this rate: members of another rate are left out of it.
int membersOf(const SurveyedPath& path, const Paths& paths, const plan::Hop& hop, BitRate rate)
{
    const plan::Device* from = plan::deviceOf(path.plan, hop.from);
    const plan::Device* to = plan::deviceOf(path.plan, hop.to);
    int members = 0;
    for (const plan::Run& run : path.plan.runs) {
        const plan::Port* a = path.plan.ports.find(run.a);
        const plan::Port* b = path.plan.ports.find(run.b);
        if (!a || !b || !a->traits.has("bond") || !b->traits.has("bond")) continue;
        const match::LinkReport* report = paths.report({run.a, run.b, {run.id}});
        if (!report || !report->rate || wireRate(*report) != rate) continue;
        members += (a->device == from->id && b->device == to->id) || (a->device == to->id && b->device == from->id);
    }
    return members;
}

formulas::Framing framingOf(const SurveyedPath& path, const plan::Hop& hop, const plan::Run* run)
{
    formulas::Framing framing;
    framing.mtu = path.mtu;
    if (path.isRemoteMemory) framing.transport = formulas::Transport::Rdma;
    if (!run) return framing;
    // Either end may be the one that states it: the tag is on the cable between them.
    const auto passesTagged = [&](plan::PortId id) {
        const plan::Port* port = path.plan.ports.find(id);
        return port && plan::inEffect(path.plan, *port).isTagged(hop.network);
    };
    const bool isTagged = hop.network.isSet() && (passesTagged(hop.from) || passesTagged(hop.to));
    framing.vlanTags = run->traits.count("tags").value_or(isTagged ? 1 : 0);
    if (const std::string_view tunnel = run->traits.word("tunnel"); !tunnel.empty())
        if (const kb::Encapsulation* row = path.kb.find<kb::Encapsulation>(tunnel))
            framing = formulas::wrapped(framing, *row);
    return framing;
}

Result<Stage> mediumStage(const SurveyedPath& path, const plan::Run& run, kb::MediumKind kind, const plan::Port* a,
                          const plan::Port* b)
{
    if (kind == kb::MediumKind::Coax) {
        const kb::Ceiling* row = coaxRowOf(path, a, b);
        return coaxStage(path.kb, row ? row->id : "coax-2.5", run.traits.as<BitRate>("phy-rate"));
    }
    if (kind == kb::MediumKind::PowerLine) return powerLineStage(path, run, a, b);
    return radioStage(path, run, a, b);
}

Result<Stage> hopStage(const SurveyedPath& path, const Paths& paths, const plan::Hop& hop, const plan::Run* run,
                       const kb::Medium* medium, BitRate rate)
{
    const plan::Port* a = path.plan.ports.find(hop.from);
    const plan::Port* b = path.plan.ports.find(hop.to);
    if (medium && run && kb::isShared(medium->kind)) {
        auto stage = mediumStage(path, *run, medium->kind, a, b);
        if (const auto own = run->traits.as<BitRate>("carries"); own && stage)
            return withOwnFigure(std::move(*stage), *own);
        return stage;
    }
    const auto framing = framingOf(path, hop, run);
    // Each side spreads what it sends: the sender's setting counts.
    if (const auto spread = a ? spreadFromCode(a->traits.word("bond")) : std::nullopt)
        if (const int members = membersOf(path, paths, hop, rate); members >= 2)
            return bondStage(path.kb, members, rate, framing, path.question.streams, *spread);
    return linkStage(path.kb, rate, framing);
}

/// What the limits of its two ports let through: they count frames, and payload is what is left of these.
Stage behindLimits(const SurveyedPath& path, const plan::Hop& hop, const plan::Run* run, Stage stage)
{
    for (plan::PortId id : {hop.from, hop.to}) {
        const plan::Port* port = path.plan.ports.find(id);
        const auto limit = port ? plan::limitInEffect(path.plan, *port) : std::nullopt;
        if (!limit) continue;
        const formulas::Framing framing = framingOf(path, hop, run);
        const auto usual = formulas::goodput(*limit, framing);
        if (!usual) continue;
        const BitRate most = scaled(*limit, static_cast<double>(formulas::payloadBytes(framing)) / framing.mtu);
        if (most >= stage.carries.high) continue;
        stage.carries = formulas::atMost(stage.carries, {*usual, *usual, most});
        stage.working += text::say("hop-stages.limited-at-a-port", "; {} is limited to {}: typically {}, up to {}",
                                   plan::portText(path.plan, id), text::figure::rate(*limit),
                                   text::figure::rate(stage.carries.typical), text::figure::rate(stage.carries.high));
    }
    return stage;
}

/// A port that is forced to half duplex: both ways share the wire, as on a cable of old.
Stage inHalfDuplex(const SurveyedPath& path, const plan::Hop& hop, Stage stage)
{
    for (plan::PortId id : {hop.from, hop.to}) {
        const plan::Port* port = path.plan.ports.find(id);
        if (!port || !port->traits.is("duplex", "half") || stage.both) continue;
        stage.both = stage.carries;
        stage.working += text::say("hop-stages.half-duplex", "; {} is set to half duplex: both ways share it",
                                   plan::portText(path.plan, id));
    }
    return stage;
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

/// What the adapters of a shared medium do not state, and what was taken for it.
void addUnstated(const SurveyedPath& path, const plan::Hop& hop, kb::MediumKind kind, Found& found)
{
    const bool isCoax = kind == kb::MediumKind::Coax;
    if (!isCoax && kind != kb::MediumKind::PowerLine) return;
    for (plan::PortId id : {hop.from, hop.to}) {
        const plan::Port* port = path.plan.ports.find(id);
        if (!port || port->traits.has(isCoax ? "coax-version" : "plc")) continue;
        const std::string name = plan::portText(path.plan, id);
        found.missing.push_back(
            {isCoax ? text::say("hop-stages.coax-generation", "the coax generation of {}; 2.5 is assumed", name)
                    : text::say("hop-stages.power-line-family", "the power-line family of {}; G.hn is assumed", name),
             port->device});
    }
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
    auto stage = hopStage(path, paths, hop, run, medium, wireRate(*report));
    if (!stage) return stage.error();
    *stage = inHalfDuplex(path, hop, behindLimits(path, hop, run, std::move(*stage)));
    if (medium) addUnstated(path, hop, medium->kind, found);
    const auto mtuOf = [&](plan::PortId id) {
        const plan::Port* port = path.plan.ports.find(id);
        return port ? plan::mtuInEffect(path.plan, *port) : 1500;
    };
    if (stage->mtu > 0) stage->mtu = std::min(mtuOf(hop.from), mtuOf(hop.to));
    if (medium && stage->kind == StageKind::Link)
        stage->label = shortName(*medium) + (run->length ? " " + text::length(*run->length) : std::string());
    stage->name = title;
    stage->run = hop.link.id();
    stage->enters = hop.from;
    found.stages.push_back(std::move(*stage));
    return std::nullopt;
}

namespace {

std::string networkName(const plan::Plan& plan, plan::NetworkId id)
{
    const plan::Network* network = plan.networks.find(id);
    return network ? network->name : std::string();
}

/// What forwards from one network to another, or whatever is known of a router where no network is.
void addRouter(const SurveyedPath& path, const plan::Device& device, const plan::Hop& in, const plan::Hop& out,
               Found& found)
{
    const bool isKnown = in.network.isSet() && out.network.isSet(), isRouted = isKnown && in.network != out.network;
    if (isKnown && !isRouted) return;
    const std::string_view forwards = device.traits.word("forwards");
    if (forwards == "switch" && !isRouted) return;
    if (!forwards.empty() && forwards != "switch")
        return found.add(ceilingStage(path.kb, forwards), "router " + device.name, device.id, device.name);
    found.missing.push_back(
        {isRouted ? text::say("hop-stages.how-fast-it-routes", "how fast {} routes from {} to {}", device.name,
                              networkName(path.plan, in.network), networkName(path.plan, out.network))
                  : text::say("hop-stages.whether-routes-this-traffic",
                              "whether {} routes this traffic in software or passes it on as a switch", device.name),
         device.id});
}

}  // namespace

void addBetween(const SurveyedPath& path, const plan::Device& device, const plan::Hop& in, const plan::Hop& out,
                Found& found)
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
    if (!plan::routes(device)) return;
    addRouter(path, device, in, out, found);
    if (const std::string_view inspects = device.traits.word("inspects"); !inspects.empty() && inspects != "none")
        found.add(ceilingStage(path.kb, inspects), "inspection at " + device.name, device.id, device.name);
}

void addInternet(const SurveyedPath& path, const plan::Device& device, Found& found)
{
    const auto down = device.traits.as<BitRate>("plan-rate"), up = device.traits.as<BitRate>("plan-up");
    if (!down) return;
    // What the provider's box sends came down the line; what it receives goes up.
    const bool isDown = device.id == path.question.from;
    if (const auto gives = device.traits.as<BitRate>(isDown ? "plan-gives" : "plan-gives-up"))
        return found.add(ownInternetStage(*gives), isDown ? "internet plan, down" : "internet plan, up", device.id,
                         device.name);
    found.add(isDown ? internetStage(path.kb, *down, "any-plan", {}, up) : internetStage(path.kb, up.value_or(*down)),
              isDown ? "internet plan, down" : "internet plan, up", device.id, device.name);
}

}  // namespace sokudo::expect
