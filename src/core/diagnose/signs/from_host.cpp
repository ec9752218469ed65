// SPDX-License-Identifier: GPL-3.0-or-later
// Signs read from the machines at the ends.
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/facts.h"
#include "core/kb/host_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/measure/module_name.h"

namespace sokudo::diagnose {
namespace {

Observation seen(bool present, text::Sentence text) { return {present, Witness::Read, std::move(text)}; }

/// The interface with the fastest link that is up: the one the traffic takes, as far as the host can tell.
const measure::InterfaceReading* busiest(const measure::HostSnapshot& host)
{
    const measure::InterfaceReading* best = nullptr;
    for (const auto& interface : host.interfaces) {
        if (interface.isVirtual || !interface.carrier || !*interface.carrier) continue;
        if (!best || (interface.speed && (!best->speed || *interface.speed > *best->speed))) best = &interface;
    }
    return best;
}

/// Asks every read end; the first that says yes wins, else the last no.
template <class Ask>
std::optional<Observation> ofEnds(const Facts& facts, Ask ask)
{
    std::optional<Observation> answer;
    for (const auto& [device, host] : facts.hosts) {
        if (device != facts.trial.from && device != facts.trial.to) continue;
        const measure::InterfaceReading* interface = busiest(host);
        if (!interface) continue;
        const plan::Device* known = facts.plan.devices.find(device);
        if (auto one = ask(host, *interface, known ? known->name : host.name)) {
            answer = one;
            if (one->present) return answer;
        }
    }
    return answer;
}

std::optional<Observation> rateLow(const Facts& facts)
{
    return ofEnds(facts,
                  [&](const auto&, const measure::InterfaceReading& interface,
                      const std::string& name) -> std::optional<Observation> {
                      if (!interface.speed) return std::nullopt;
                      const bool low = *interface.speed < facts.plannedRate();
                      return seen(low, text::say("from-host.links-at", "{} links at {}", name,
                                                 text::figure::linkRate(*interface.speed)));
                  });
}

std::optional<Observation> halfDuplex(const Facts& facts)
{
    return ofEnds(facts,
                  [](const auto&, const measure::InterfaceReading& interface,
                     const std::string& name) -> std::optional<Observation> {
                      if (interface.duplex.empty()) return std::nullopt;
                      return seen(interface.duplex == "half",
                                  text::say("from-host.runs-duplex", "{} runs {} duplex", name, interface.duplex));
                  });
}

std::optional<Observation> noLink(const Facts& facts)
{
    for (const auto& [device, host] : facts.hosts) {
        if (device != facts.trial.from && device != facts.trial.to) continue;
        if (busiest(host)) return seen(false, host.name + " has a carrier");
    }
    return std::nullopt;
}

std::optional<Observation> busDown(const Facts& facts)
{
    return ofEnds(
        facts,
        [&](const auto&, const measure::InterfaceReading& interface,
            const std::string& name) -> std::optional<Observation> {
            if (!interface.bus) return std::nullopt;
            const measure::BusState& bus = *interface.bus;
            const bool down = bus.generation < bus.cardGeneration || bus.lanes < bus.cardLanes;
            const kb::BusGeneration* row = kb::busOf(facts.kb, bus.generation);
            const double coded = row ? row->gigatransfers * bus.lanes * row->codingPayload / row->codingTotal : 0;
            const bool below = coded * 0.86 < inGigabits(facts.plannedRate()) * 0.9415;
            return seen(down && below,
                        text::say("from-host.the-card-trained-to", "{}: the card trained to {}.0 ×{} of {}.0 ×{}", name,
                                  bus.generation, bus.lanes, bus.cardGeneration, bus.cardLanes));
        });
}

const kb::Optics* opticsOf(const measure::ModuleReading& module, const kb::KnowledgeBase& kb)
{
    const kb::Phy* phy = measure::nameOf(module, kb).phy;
    return phy ? kb.find<kb::Optics>(phy->id) : nullptr;
}

std::optional<Observation> lightLow(const Facts& facts)
{
    return ofEnds(facts,
                  [&](const auto&, const measure::InterfaceReading& interface,
                      const std::string& name) -> std::optional<Observation> {
                      if (!interface.module || interface.module->rxPower.empty()) return std::nullopt;
                      const kb::Optics* optics = opticsOf(*interface.module, facts.kb);
                      const std::optional<PowerDbm> limit = interface.module->rxLowWarning
                                                                ? interface.module->rxLowWarning
                                                            : optics ? std::optional(optics->rxMin)
                                                                     : std::nullopt;
                      if (!limit) return std::nullopt;
                      const PowerDbm weakest =
                          *std::min_element(interface.module->rxPower.begin(), interface.module->rxPower.end());
                      return seen(weakest < *limit,
                                  text::say("from-host.receives-its-limit-is", "{} receives {}, its limit is {}", name,
                                            text::figure::power(weakest), text::figure::power(*limit)));
                  });
}

std::optional<Observation> lightHigh(const Facts& facts)
{
    return ofEnds(facts,
                  [&](const auto&, const measure::InterfaceReading& interface,
                      const std::string& name) -> std::optional<Observation> {
                      if (!interface.module || interface.module->rxPower.empty()) return std::nullopt;
                      const kb::Optics* optics = opticsOf(*interface.module, facts.kb);
                      const std::optional<PowerDbm> limit = interface.module->rxHighAlarm
                                                                ? interface.module->rxHighAlarm
                                                            : optics ? std::optional(optics->rxMax)
                                                                     : std::nullopt;
                      if (!limit) return std::nullopt;
                      const PowerDbm strongest =
                          *std::max_element(interface.module->rxPower.begin(), interface.module->rxPower.end());
                      return seen(strongest > *limit,
                                  text::say("from-host.receives-it-bears", "{} receives {}, it bears {}", name,
                                            text::figure::power(strongest), text::figure::power(*limit)));
                  });
}

std::optional<Observation> clockLow(const Facts& facts)
{
    return ofEnds(
        facts,
        [](const measure::HostSnapshot& host, const auto&, const std::string& name) -> std::optional<Observation> {
            if (!host.governor) return std::nullopt;
            return seen(*host.governor == "powersave" || *host.governor == "conservative",
                        text::say("from-host.runs-the-governor", "{} runs the governor {}", name, *host.governor));
        });
}

std::optional<Observation> usbSlow(const Facts& facts)
{
    return ofEnds(facts,
                  [&](const auto&, const measure::InterfaceReading& interface,
                      const std::string& name) -> std::optional<Observation> {
                      if (!interface.usb) return std::nullopt;
                      return seen(interface.usb->speed.in() < 1.6 * facts.plannedRate().in(),
                                  text::say("from-host.the-adapter-hangs-on", "{}: the adapter hangs on USB at {}",
                                            name, text::figure::linkRate(interface.usb->speed)));
                  });
}

std::optional<Observation> bondOnPath(const Facts& facts)
{
    return ofEnds(
        facts,
        [](const auto&, const measure::InterfaceReading& interface,
           const std::string& name) -> std::optional<Observation> {
            const bool bonded = !interface.bondMaster.empty();
            return seen(bonded, bonded
                                    ? name + text::say("from-host.sends-through-the-bond", " sends through the bond ") +
                                          interface.bondMaster
                                    : name + text::say("from-host.has-no-bond-on", " has no bond on this interface"));
        });
}

constexpr Sign kSigns[] = {{"e01", noLink},   {"e02", rateLow},    {"e03", halfDuplex},
                           {"e17", busDown},  {"e24", lightLow},   {"e25", lightHigh},
                           {"e42", clockLow}, {"e54", bondOnPath}, {"e61", usbSlow}};

}  // namespace

std::span<const Sign> signsFromHost() { return kSigns; }

}  // namespace sokudo::diagnose
