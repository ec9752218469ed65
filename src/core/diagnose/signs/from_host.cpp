// SPDX-License-Identifier: GPL-3.0-or-later
// Signs read from the machines at the ends.
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/diagnose/signs/both_ends.h"
#include "core/formulas/bus.h"

namespace sokudo::diagnose {
namespace {

Observation seen(bool present, text::Sentence text) { return {present, Witness::Read, std::move(text)}; }

/// Asks both ends about the interface that carries the path.
template <class Ask>
std::optional<Observation> ofEnds(const Facts& facts, Ask ask)
{
    return ofBothEnds(facts, [&](plan::DeviceId end) -> std::optional<Observation> {
        const measure::InterfaceReading* interface = facts.interfaceOf(end);
        if (!interface) return std::nullopt;
        const plan::Device* device = facts.plan.devices.find(end);
        const measure::HostSnapshot& host = facts.hosts.at(end);
        return ask(host, *interface, device ? device->name : host.name);
    });
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
    return ofEnds(facts,
                  [](const auto&, const measure::InterfaceReading& interface,
                     const std::string& name) -> std::optional<Observation> {
                      if (!interface.carrier) return std::nullopt;
                      return *interface.carrier
                                 ? seen(false, text::say("from-host.has-a-carrier", "{} has a carrier", name))
                                 : seen(true, text::say("from-host.has-no-carrier", "{}: {} has no carrier", name,
                                                        interface.name));
                  });
}

std::optional<Observation> busDown(const Facts& facts)
{
    return ofEnds(facts,
                  [&](const auto&, const measure::InterfaceReading& interface,
                      const std::string& name) -> std::optional<Observation> {
                      if (!interface.bus) return std::nullopt;
                      const measure::BusState& bus = *interface.bus;
                      const bool down = bus.generation < bus.cardGeneration || bus.lanes < bus.cardLanes;
                      const auto carries = formulas::busCarries(facts.kb, {bus.generation, bus.lanes, 0});
                      const bool below = !carries || carries->usable.typical < facts.plannedPayload();
                      return seen(
                          down && below,
                          text::say("from-host.the-card-trained-to", "{}: the card trained to {}.0 ×{} of {}.0 ×{}",
                                    name, bus.generation, bus.lanes, bus.cardGeneration, bus.cardLanes));
                  });
}

/// Governors that hold the clock at its lowest; those of drivers that manage the clock in hardware reach the full clock
/// under any name.
std::optional<Observation> clockLow(const Facts& facts)
{
    constexpr std::string_view kInHardware[] = {"intel_pstate", "amd-pstate-epp", "amd_pstate_epp"};
    return ofEnds(
        facts,
        [&](const measure::HostSnapshot& host, const auto&, const std::string& name) -> std::optional<Observation> {
            if (!host.governor) return std::nullopt;
            const bool isSlow = *host.governor == "powersave" || *host.governor == "conservative";
            const bool isManaged =
                std::find(std::begin(kInHardware), std::end(kInHardware), host.scalingDriver) != std::end(kInHardware);
            if (isSlow && (isManaged || host.scalingDriver.empty())) return std::nullopt;
            return seen(isSlow,
                        text::say("from-host.runs-the-governor", "{} runs the governor {} of {}", name, *host.governor,
                                  host.scalingDriver.empty() ? "an unknown driver" : host.scalingDriver));
        });
}

std::optional<Observation> usbSlow(const Facts& facts)
{
    return ofEnds(facts,
                  [&](const auto&, const measure::InterfaceReading& interface,
                      const std::string& name) -> std::optional<Observation> {
                      if (!interface.usb) return std::nullopt;
                      return seen(facts.isSlowUsb(interface.usb->speed),
                                  text::say("from-host.the-adapter-hangs-on", "{}: its adapter runs on USB at {}", name,
                                            text::figure::linkRate(interface.usb->speed)));
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

constexpr FactReader kSigns[] = {{"e01", noLink},   {"e02", rateLow},    {"e03", halfDuplex}, {"e17", busDown},
                                 {"e42", clockLow}, {"e54", bondOnPath}, {"e61", usbSlow}};

}  // namespace

std::span<const FactReader> readersOfHost() { return kSigns; }

}  // namespace sokudo::diagnose
