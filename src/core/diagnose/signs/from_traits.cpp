// SPDX-License-Identifier: GPL-3.0-or-later
// Signs that are stated of devices, ports and runs in the survey.
#include <algorithm>

#include "core/diagnose/signs/both_ends.h"
#include "core/kb/shared_rows.h"
#include "core/plan/forwarding.h"

namespace sokudo::diagnose {
namespace {

Observation planned(bool present, text::Sentence text) { return {present, Witness::Plan, std::move(text)}; }

/// One stated value of either end that answers a flag.
struct Stated {
    std::string_view trait;
    std::initializer_list<std::string_view> yes, no;
    std::string_view says;  ///< what a yes means: "its governor saves power"
};

std::optional<Observation> ofEnds(const Facts& facts, const Stated& what)
{
    return ofBothEnds(facts, [&](plan::DeviceId end) -> std::optional<Observation> {
        const plan::Device* device = facts.plan.devices.find(end);
        if (!device) return std::nullopt;
        const auto is = [&](std::string_view value) { return device->traits.is(what.trait, value); };
        if (std::any_of(what.yes.begin(), what.yes.end(), is))
            return planned(true, text::say("from-traits.stated", "{}: {}", device->name, what.says));
        if (std::none_of(what.no.begin(), what.no.end(), is)) return std::nullopt;
        return planned(false, text::say("from-traits.neither", "not so at either end: {}", what.says));
    });
}

std::optional<Observation> governor(const Facts& facts)
{
    return ofEnds(facts, {"governor", {"power-saving"}, {"performance"}, "its governor saves power"});
}
std::optional<Observation> isVirtual(const Facts& facts)
{
    return ofEnds(facts, {"virtual",
                          {"virtio", "passthrough", "emulated", "container", "rootless"},
                          {"none"},
                          "a virtual machine or a container"});
}
std::optional<Observation> remoteNode(const Facts& facts)
{
    return ofEnds(facts, {"numa", {"remote"}, {"near"}, "the card is on the other processor"});
}
std::optional<Observation> offloads(const Facts& facts)
{
    return ofEnds(facts, {"offloads", {"off"}, {"on"}, "segmentation and receive offloads are off"});
}
std::optional<Observation> oneChannel(const Facts& facts)
{
    return ofEnds(facts, {"memory-channels", {"1"}, {"2", "4", "6", "8", "12", "16"}, "memory in one channel only"});
}
std::optional<Observation> arrayState(const Facts& facts)
{
    if (facts.trial.kind != measure::TrialKind::FileCopy) return std::nullopt;
    return ofEnds(facts,
                  {"disk-state", {"degraded", "rebuilding"}, {"healthy"}, "its array is degraded or rebuilding"});
}
bool isProtected(std::string_view session)
{
    return session.find("sign") != std::string_view::npos || session.find("encrypt") != std::string_view::npos ||
           session.starts_with("ssh") || session == "smb-no-aes";
}

/// Either end can ask for signing; one that states a plain session speaks for the session.
std::optional<Observation> signedSession(const Facts& facts)
{
    if (facts.trial.kind != measure::TrialKind::FileCopy) return std::nullopt;
    std::optional<Observation> answer;
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        const plan::Device* device = facts.plan.devices.find(end);
        const std::string_view session = device ? device->traits.word("session") : std::string_view();
        if (isProtected(session))
            return planned(
                true, text::say("from-traits.signed-session", "{}: its file session is {}", device->name, session));
        if (session == "plain")
            answer =
                planned(false, text::say("from-traits.plain-session", "{}: its file session is plain", device->name));
    }
    return answer;
}

std::optional<Observation> shingled(const Facts& facts)
{
    if (facts.trial.kind != measure::TrialKind::FileCopy) return std::nullopt;
    return ofBothEnds(facts, [&](plan::DeviceId end) -> std::optional<Observation> {
        const plan::Device* device = facts.plan.devices.find(end);
        if (!device || device->disks.empty()) return std::nullopt;
        const bool isShingled = std::any_of(device->disks.begin(), device->disks.end(),
                                            [](const plan::DiskGroup& group) { return group.kind == "hdd-shingled"; });
        return planned(
            isShingled,
            isShingled ? text::say("from-traits.shingled-disk", "{} has a shingled disk", device->name)
                       : text::say("from-traits.no-shingled-disk", "no disk of either end is stated to be shingled"));
    });
}

std::optional<Observation> bondStated(const Facts& facts)
{
    for (const plan::Port* port : facts.path.ports)
        if (port->traits.has("bond"))
            return planned(true, text::say("from-traits.port-in-bond", "{} is part of a bond",
                                           plan::portText(facts.plan, port->id)));
    return std::nullopt;
}

/// What the survey states of the USB port of an end. A card in a slot is on no USB.
std::optional<Observation> usbStated(const Facts& facts)
{
    return ofBothEnds(facts, [&](plan::DeviceId end) -> std::optional<Observation> {
        const plan::Port* port = facts.path.portOf(end);
        if (!port) return std::nullopt;
        const std::string name = plan::portText(facts.plan, port->id);
        if (const auto usb = port->traits.as<BitRate>("usb"))
            return planned(facts.isSlowUsb(*usb),
                           text::say("from-traits.usb-at", "{}: USB at {}", name, text::figure::linkRate(*usb)));
        if (!port->slot.isSet()) return std::nullopt;
        return planned(false, text::say("from-traits.in-a-slot", "{} is in a slot, not on USB", name));
    });
}

/// The coax generation that both ends state, the older of the two; null: one of them does not.
const kb::CoaxGeneration* coaxOf(const Facts& facts, const plan::Run& run)
{
    const kb::CoaxGeneration* older = nullptr;
    for (plan::PortId id : {run.a, run.b}) {
        const plan::Port* port = facts.plan.ports.find(id);
        const auto* own = port ? facts.kb.find<kb::CoaxGeneration>(port->traits.word("coax-version")) : nullptr;
        if (!own) return nullptr;
        if (!older || own->order < older->order) older = own;
    }
    return older;
}

/// What coax adapters report between them, against what their generation reaches.
std::optional<Observation> phyLow(const Facts& facts)
{
    constexpr double kLow = 0.8;
    for (const plan::Run* run : facts.path.runs) {
        const auto phy = run->traits.as<BitRate>("phy-rate");
        const kb::CoaxGeneration* generation = phy ? coaxOf(facts, *run) : nullptr;
        if (!generation) continue;
        return planned(phy->in() < kLow * generation->phy.in(),
                       text::say("from-traits.phy-rate-of", "{}: {} between its adapters, where {} is possible",
                                 run->label, text::figure::rate(*phy), text::figure::rate(generation->phy, 2)));
    }
    return std::nullopt;
}

std::optional<Observation> halfDuplex(const Facts& facts)
{
    int full = 0;
    for (const plan::Port* port : facts.path.ports) {
        if (port->traits.is("duplex", "half"))
            return planned(true, text::say("from-traits.half-duplex", "{} is set to half duplex",
                                           plan::portText(facts.plan, port->id)));
        full += port->traits.is("duplex", "full");
    }
    if (facts.path.ports.empty() || full < static_cast<int>(facts.path.ports.size())) return std::nullopt;
    return planned(false, text::say("from-traits.full-duplex", "every port on the path runs full duplex"));
}

/// A limit that a port of the way is set to, itself or by its profile. What measured more is not held by it.
std::optional<Observation> rateLimit(const Facts& facts)
{
    for (const plan::Port* port : facts.path.ports) {
        const auto limit = plan::limitInEffect(facts.plan, *port);
        if (!limit) continue;
        const bool holds = facts.trial.rate.value <= *limit;
        return planned(
            holds, text::say("from-traits.rate-limit", "{} is limited to {}{}", plan::portText(facts.plan, port->id),
                             text::figure::rate(*limit), holds ? "" : ", and more passed"));
    }
    return std::nullopt;
}

constexpr FactReader kSigns[] = {{"e03", halfDuplex}, {"e40", signedSession}, {"e42", governor},   {"e43", phyLow},
                                 {"e54", bondStated}, {"e55", isVirtual},     {"e61", usbStated},  {"e63", remoteNode},
                                 {"e64", offloads},   {"e77", rateLimit},     {"e78", arrayState}, {"e80", shingled},
                                 {"e86", oneChannel}};

}  // namespace

std::span<const FactReader> readersOfTraits() { return kSigns; }

}  // namespace sokudo::diagnose
