// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/device_line.h"
#include "core/editline/properties.h"
#include "core/editline/verbs.h"
#include "core/plan/edits.h"

namespace sokudo::editline {
namespace {

/// The words before a colon, without the comma parts; the properties between a comma and the colon are taken.
std::optional<Error> takeOwnProperties(Words& words, plan::Device& device, Draft& draft)
{
    if (!words.take(",")) return std::nullopt;
    // A colon ends them: only the words before it are properties.
    std::string before(words.offset(), ' ');
    while (!words.isAtEnd() && !words.isNext({":"})) {
        const Word word = words.next();
        before.resize(std::max(before.size(), word.at), ' ');
        before += word.text.find(' ') == std::string::npos ? word.text : "\"" + word.text + "\"";
    }
    Words properties(before);
    return takeProperties(properties, device, draft);
}

/// Where a new device goes that names no place: the only one there is.
Result<plan::PlaceId> onlyPlace(const Words& words, const plan::Plan& plan)
{
    if (plan.places.size() == 1) return plan.places.begin()->id;
    if (plan.places.empty())
        return tl::unexpected(words.wrong(
            text::say("add-device.no-place-yet", "there is no place yet; add one first: add place cellar level -1")));
    return tl::unexpected(
        words.wrong(text::say("add-device.in-which-place", "say in which place: in {}", plan.places.begin()->name)));
}

std::string countText(std::size_t ports)
{
    if (ports == 0) return "";
    return fmt::format(" with {} {}", ports, ports == 1 ? "port" : "ports");
}

/// Puts a device with the ports that its line names.
Done put(Draft& draft, Words& words, plan::Device device)
{
    if (words.take("in")) {
        const auto place = takePlace(words, draft.plan);
        if (!place) return tl::unexpected(place.error());
        device.place = *place;
    }
    if (auto error = takeOwnProperties(words, device, draft)) return tl::unexpected(*error);
    if (!device.place.isSet()) {
        const auto place = onlyPlace(words, draft.plan);
        if (!place) return tl::unexpected(place.error());
        device.place = *place;
    }
    PortGroups made;
    if (words.take(":")) {
        const std::size_t offset = words.offset();
        auto groups = portsIn(words.rest(), offset, device.role, {}, draft);
        if (!groups) return tl::unexpected(groups.error());
        made = std::move(*groups);
    } else if (!words.isAtEnd()) {
        return tl::unexpected(
            words.wrong(text::say("add-device.not-understood",
                                  "not understood here; ports follow a colon: add switch core in cellar: 8x sfp28")));
    }
    if (!made.category.empty()) device.traits.set("category", made.category);
    for (plan::Port& port : made.ports) port.device = device.id;
    const plan::DeviceId id = device.id;
    if (auto error = draft.take(plan::edits::putDeviceWithParts(draft.plan, std::move(device), {}, made.ports)))
        return tl::unexpected(*error);
    draft.touch("device", id);
    const plan::Device& added = *draft.plan.devices.find(id);
    return fmt::format("added {} {}{} in {}", word(added.role), added.name, countText(made.ports.size()),
                       draft.plan.places.find(added.place)->name);
}

}  // namespace

Done addDevice(Draft& draft, Words& words, plan::Role role)
{
    plan::Device device;
    device.id = draft.ids.next<plan::DeviceId>();
    device.role = role;
    device.name = words.until({"in"});
    if (device.name.empty())
        return tl::unexpected(words.wrong(text::say("add-device.a-device-needs-a-name",
                                                    "a device needs a name: add switch core in cellar: 8x sfp28")));
    return put(draft, words, std::move(device));
}

Done addOfKind(Draft& draft, Words& words, const plan::DeviceKind& kind)
{
    if (!words.take("as"))
        return tl::unexpected(words.wrong(
            text::say("add-device.say-its-name", "say what it shall be called: add {} as spare in attic", kind.name)));
    const std::string name = words.until({"in"});
    std::string place;
    if (words.take("in")) {
        const auto found = takePlace(words, draft.plan);
        if (!found) return tl::unexpected(found.error());
        place = " in \"" + draft.plan.places.find(*found)->name + "\"";
    }
    if (!words.isAtEnd())
        return tl::unexpected(words.wrong(text::say("add-device.nothing-may-follow", "nothing may follow here")));
    Words line(kind.line);
    const auto role = takeRole(line, draft.kb);
    if (!role)
        return failure(ErrorCode::BadInput, text::say("add-device.kind-names-no-role",
                                                      "the kind {} names no kind of device: {}", kind.name, kind.line));
    Words whole("\"" + name + "\"" + place + " " + std::string(line.rest()));
    return addDevice(draft, whole, *role);
}

Done addPorts(Draft& draft, Words& words)
{
    words.take("to");
    const auto id = takeDevice(words, draft.plan);
    if (!id) return tl::unexpected(id.error());
    if (!words.take(":"))
        return tl::unexpected(words.wrong(
            text::say("add-device.ports-follow-a-colon", "the ports follow a colon: add port core: 2x rj45 2.5g")));
    plan::Device device = *draft.plan.devices.find(*id);
    std::vector<std::string> used;
    for (const plan::Port* port : plan::portsOf(draft.plan, *id)) used.push_back(port->name);
    const std::size_t offset = words.offset();
    auto made = portsIn(words.rest(), offset, device.role, used, draft);
    if (!made) return tl::unexpected(made.error());
    if (made->ports.empty())
        return tl::unexpected(
            words.wrong(text::say("add-device.no-port-named", "no port is named; write 2x rj45 2.5g")));
    if (!made->category.empty()) device.traits.set("category", made->category);
    for (plan::Port& port : made->ports) port.device = *id;
    if (auto error = draft.take(plan::edits::putDeviceWithParts(draft.plan, device, {}, made->ports)))
        return tl::unexpected(*error);
    for (const plan::Port& port : made->ports) draft.touch("port", port.id);
    return fmt::format(
        "added {} to {}",
        made->ports.size() == 1 ? "port " + made->ports.front().name : fmt::format("{} ports", made->ports.size()),
        device.name);
}

Done addSlot(Draft& draft, Words& words)
{
    words.take("to");
    const auto device = takeDevice(words, draft.plan);
    if (!device) return tl::unexpected(device.error());
    words.take(":");
    plan::Slot slot;
    slot.id = draft.ids.next<plan::SlotId>();
    slot.device = *device;
    slot.name = words.next().text;
    if (auto error = takeProperties(words, slot, draft)) return tl::unexpected(*error);
    if (slot.shape == 0) slot.shape = slot.lanes;
    const std::string name = slot.name;
    const auto id = slot.id;
    if (auto error = draft.take(plan::edits::putSlot(draft.plan, std::move(slot)))) return tl::unexpected(*error);
    draft.touch("slot", id);
    return fmt::format("added slot {} to {}", name, draft.plan.devices.find(*device)->name);
}

Done keepKind(Draft& draft, Words& words)
{
    const auto id = takeDevice(words, draft.plan);
    if (!id) return tl::unexpected(id.error());
    if (!words.take("as"))
        return tl::unexpected(words.wrong(
            text::say("add-device.say-what-to-call-it", "say what to call the kind: keep core as my 8-port switch")));
    plan::DeviceKind kind;
    kind.id = draft.ids.next<plan::DeviceKindId>();
    kind.name = words.until({});
    kind.line = lineOf(draft.plan, *id);
    const std::string name = kind.name;
    for (const plan::DeviceKind& other : draft.plan.deviceKinds)
        if (text::lower(other.name) == text::lower(name)) kind.id = other.id;
    if (auto error = draft.take(plan::edits::putRecord(draft.plan, std::move(kind)))) return tl::unexpected(*error);
    return fmt::format("kept {} as the kind “{}”", draft.plan.devices.find(*id)->name, name);
}

}  // namespace sokudo::editline
