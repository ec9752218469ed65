// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/kb/copper_rows.h"
#include "core/kb/port_rows.h"
#include "core/match/clause.h"
#include "core/match/power.h"
#include "core/match/rule.h"

namespace sokudo::match {
namespace {

/// Nominal voltages this far apart are two kinds of gear; 48 V gear also takes the 56 V of long-reach injectors.
constexpr double kSameVoltage = 1.2;

void passive(const LinkContext& link, const PowerFlow& flow, Outcomes& found)
{
    text::Args args{{"a", flow.source->name}, {"b", flow.device->name}};
    if (!flow.device->is("pd", "passive")) {
        found.push_back(clause(link, "po-04", std::move(args)));
        return;
    }
    const auto given = flow.source->port->traits.as<Volt>("passive-volt"),
               taken = flow.device->port->traits.as<Volt>("passive-volt");
    if (!given || !taken) {
        found.push_back(clause(link, "po-15", std::move(args)));
        return;
    }
    args.emplace_back("given", text::Arg(text::number(given->in()) + " V"));
    args.emplace_back("taken", text::Arg(text::number(taken->in()) + " V"));
    if (given->in() > kSameVoltage * taken->in()) found.push_back(clause(link, "po-13", std::move(args)));
    else if (taken->in() > kSameVoltage * given->in()) found.push_back(clause(link, "po-14", std::move(args)));
}

void classes(const LinkContext& link, const PowerFlow& flow, Outcomes& found)
{
    const text::Args names{{"a", flow.source->name}, {"b", flow.device->name}};
    if (flow.asked->number > flow.type->highestClass) {
        text::Args args = names;
        args.emplace_back("grant", text::Arg(flow.granted));
        args.emplace_back("asks", text::Arg(flow.asked->source));
        found.push_back(clause(link, "po-02", std::move(args)));
    }
    const DropAnswer answer = powerDrop(link, flow);
    if (!answer.known) return;
    // Fed by a lower type it takes that type's power, and turns on at that type's voltage.
    const bool isLower = flow.asked->number > flow.type->highestClass;
    const Volt least = isLower ? std::min(flow.asked->deviceVolt, flow.type->deviceVolt) : flow.asked->deviceVolt;
    text::Args args = names;
    args.emplace_back("least", text::Arg(text::number(least.in()) + " V"));
    if (!answer.drop || answer.drop->atDevice < least) {
        args.emplace_back("working", text::Arg(answer.drop ? answer.drop->working
                                                           : text::say("power-over-ethernet.too-much-lost",
                                                                       "the cable takes more than it lets through")));
        found.push_back(clause(link, "po-06", std::move(args)));
        return;
    }
    if (flow.asked->number > flow.type->highestClass) return;
    args.emplace_back("working", text::Arg(answer.drop->working));
    args.emplace_back("pd", text::Arg("class " + std::to_string(flow.asked->number)));
    args.emplace_back("volts", text::Arg(text::number((answer.drop->atDevice - least).in(), 3) + " V"));
    found.push_back(clause(link, "po-01", std::move(args)));
}

/// What a fault of the wires leaves of the power. @source wire_faults.csv, column poe
void brokenPairs(const LinkContext& link, const PowerFlow& flow, const plan::Run& run, Outcomes& found)
{
    const kb::WireFault* fault = link.kb.find<kb::WireFault>(run.wireMap);
    if (!fault || !flow.asked) return;
    const bool isDark = fault->power == "no";
    const bool isTwoPair = fault->power == "two pairs only" && flow.asked->fourPair;
    if (!isDark && !isTwoPair) return;
    text::Args args{{"run", run.label}, {"fault", fault->name}, {"b", flow.device->name}};
    found.push_back(clause(link, isDark ? "po-10" : "po-11", std::move(args)));
}

void wiring(const LinkContext& link, const PowerFlow& flow, Outcomes& found)
{
    for (const CableSection* cable : link.cables()) {
        const plan::Traits& traits = cable->run->traits;
        brokenPairs(link, flow, *cable->run, found);
        if (traits.is("surge", "data")) found.push_back(clause(link, "po-08", {{"run", cable->run->label}}));
        const auto size = traits.count("bundle-size");
        if (size && *size > 24 && flow.type && flow.type->highestClass >= 6)
            found.push_back(clause(link, "po-07", {{"count", static_cast<double>(*size)}}));
    }
}

void injector(const LinkContext& link, Outcomes& found)
{
    if (!link.common) return;
    for (const CableSection* cable : link.cables()) {
        const std::string_view result = cable->run->traits.word("midspan");
        const BitRate most = result == "10-100" ? gigabits(0.1) : gigabits(1);
        if (result.empty() || result == "none" || result == "multigig" || *link.common <= most) continue;
        found.push_back(
            clause(link, "po-05", {{"run", cable->run->label}, {"made", most}, {"rate", *link.common}}, most));
    }
}

/// A device that takes its power from the cable, and no end that gives any. One with another supply needs none, nor one
/// behind an injector within the cable.
void unfed(const LinkContext& link, Outcomes& found)
{
    const auto hasMidspan = [](const CableSection* cable) {
        const std::string_view injector = cable->run->traits.word("midspan");
        return !injector.empty() && injector != "none";
    };
    const auto cables = link.cables();
    if (std::any_of(cables.begin(), cables.end(), hasMidspan)) return;
    for (const LinkEnd* end : {&link.a, &link.b}) {
        const LinkEnd& other = link.other(*end);
        if (!end->port || end->word("pd").empty() || end->is("pd", "none") || !other.port) continue;
        const auto isOther = [&](const plan::Supply& supply) {
            const bool isOtherDevice = supply.from.isSet() && other.device && supply.from != other.device->id;
            return supply.kind != plan::SupplyKind::Cable || isOtherDevice ||
                   (supply.port.isSet() && supply.port != end->port->id);
        };
        const std::vector<plan::Supply> none;
        const auto& supplies = end->device ? end->device->supplies : none;
        if (std::any_of(supplies.begin(), supplies.end(), isOther)) continue;
        const text::Args args{{"a", other.name}, {"b", end->name}};
        if (other.is("pse", "none")) found.push_back(clause(link, "po-16", args));
        else if (supplies.empty() && !(other.device && other.device->role == plan::Role::Injector))
            found.push_back(clause(link, "po-17", args));
    }
}

Outcomes check(const LinkContext& link)
{
    Outcomes found;
    if (!link.isOn(kb::MediumKind::TwistedPair) || !link.hasFarEnd()) return found;
    injector(link, found);
    const auto flow = powerOn(link);
    if (!flow) {
        unfed(link, found);
        return found;
    }
    if (!flow->type) passive(link, *flow, found);
    else if (flow->asked) classes(link, *flow, found);
    else if (flow->device->word("pd") == "passive")
        found.push_back(clause(link, "po-12", {{"a", flow->source->name}, {"b", flow->device->name}}));
    wiring(link, *flow, found);
    return found;
}

}  // namespace

constinit const Rule kPowerOverEthernet{
    .id = "power-over-ethernet",
    .title = "The power on the cable suits source, cable and device",
    .why = "Too little power leaves the device dark, power without asking burns it, and thin cable eats it.",
    .clauses = "po-01 po-02 po-04 po-05 po-06 po-07 po-08 po-10 po-11 po-12 po-13 po-14 po-15 po-16 po-17",
    .check = &check,
};

}  // namespace sokudo::match
