// SPDX-License-Identifier: GPL-3.0-or-later
// Signs that are stated of devices, ports and runs in the survey.
#include <algorithm>

#include "core/diagnose/facts.h"
#include "core/kb/stage_rows.h"

namespace sokudo::diagnose {
namespace {

Observation planned(bool present, text::Sentence text) { return {present, Witness::Plan, std::move(text)}; }

/// One stated value of either end that answers a flag.
struct Stated {
    std::string_view trait;
    std::initializer_list<std::string_view> yes, no;
    std::string_view says;  ///< what a yes means: "its governor saves power"
};

/// A yes of either end is a yes; a no needs both ends.
std::optional<Observation> ofEnds(const Facts& facts, const Stated& what)
{
    int said = 0;
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        const plan::Device* device = facts.plan.devices.find(end);
        if (!device) continue;
        const auto is = [&](std::string_view value) { return device->traits.is(what.trait, value); };
        if (std::any_of(what.yes.begin(), what.yes.end(), is))
            return planned(true, text::say("from-traits.stated", "{}: {}", device->name, what.says));
        said += std::any_of(what.no.begin(), what.no.end(), is);
    }
    if (said < 2) return std::nullopt;
    return planned(false, text::say("from-traits.neither", "neither end: {}", what.says));
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
    return ofEnds(facts, {"numa", {"remote"}, {"near"}, "the card hangs on the other processor"});
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
std::optional<Observation> signedSession(const Facts& facts)
{
    if (facts.trial.kind != measure::TrialKind::FileCopy) return std::nullopt;
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        const plan::Device* device = facts.plan.devices.find(end);
        const std::string_view session = device ? device->traits.word("session") : std::string_view();
        const bool isSigned = session.find("sign") != std::string_view::npos ||
                              session.find("encrypt") != std::string_view::npos || session.starts_with("ssh") ||
                              session == "smb-no-aes";
        if (isSigned)
            return planned(
                true, text::say("from-traits.signed-session", "{}: its file session is {}", device->name, session));
        if (session == "plain")
            return planned(false,
                           text::say("from-traits.plain-session", "{}: its file session is plain", device->name));
    }
    return std::nullopt;
}

std::optional<Observation> shingled(const Facts& facts)
{
    if (facts.trial.kind != measure::TrialKind::FileCopy) return std::nullopt;
    int known = 0;
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        const plan::Device* device = facts.plan.devices.find(end);
        if (!device || device->disks.empty()) continue;
        ++known;
        for (const plan::DiskGroup& group : device->disks)
            if (group.kind == "hdd-shingled")
                return planned(true, text::say("from-traits.shingled-disk", "{} has a shingled disk", device->name));
    }
    if (known < 2) return std::nullopt;
    return planned(false, text::say("from-traits.no-shingled-disk", "no disk of either end is stated to be shingled"));
}

std::optional<Observation> bondStated(const Facts& facts)
{
    for (const plan::Port* port : facts.path.ports)
        if (port->traits.has("bond"))
            return planned(true, text::say("from-traits.port-in-bond", "{} is part of a bond",
                                           plan::portText(facts.plan, port->id)));
    return std::nullopt;
}

/// USB that is slower than its adapter needs. @source usb-3.2: 1.6 times the rate leaves room for coding and packets
std::optional<Observation> usbStated(const Facts& facts)
{
    constexpr double kRoom = 1.6;
    std::optional<Observation> answer;
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        const plan::Port* port = facts.path.portOf(end);
        const auto usb = port ? port->traits.as<BitRate>("usb") : std::nullopt;
        if (!usb) continue;
        const bool isSlow = usb->in() < kRoom * facts.plannedRate().in();
        if (isSlow || !answer)
            answer = planned(isSlow, text::say("from-traits.usb-at", "{}: USB at {}",
                                               plan::portText(facts.plan, port->id), text::figure::linkRate(*usb)));
        if (isSlow) return answer;
    }
    return answer;
}

/// What adapters of a shared medium report between them, against what their generation reaches.
std::optional<Observation> phyLow(const Facts& facts)
{
    constexpr double kLow = 0.8;
    for (const plan::Run* run : facts.path.runs) {
        const auto phy = run->traits.as<BitRate>("phy-rate");
        const kb::Medium* medium = facts.kb.find<kb::Medium>(run->medium);
        if (!phy || !medium || medium->kind != kb::MediumKind::Coax) continue;
        const kb::Factor* share = facts.kb.find<kb::Factor>("coax-phy");
        const kb::Ceiling* row = facts.kb.find<kb::Ceiling>("coax-2.5");
        if (!share || !row || !row->both) continue;
        const BitRate usual = scaled(row->both->high, 1 / share->value.high);
        return planned(phy->in() < kLow * usual.in(),
                       text::say("from-traits.phy-rate-of", "{}: {} between its adapters, where {} is reached",
                                 run->label, text::figure::rate(*phy), text::figure::rate(usual, 2)));
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

constexpr Sign kSigns[] = {{"e03", halfDuplex}, {"e40", signedSession}, {"e42", governor},  {"e43", phyLow},
                           {"e54", bondStated}, {"e55", isVirtual},     {"e61", usbStated}, {"e63", remoteNode},
                           {"e64", offloads},   {"e78", arrayState},    {"e80", shingled},  {"e86", oneChannel}};

}  // namespace

std::span<const Sign> signsFromTraits() { return kSigns; }

}  // namespace sokudo::diagnose
