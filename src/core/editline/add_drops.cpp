// SPDX-License-Identifier: GPL-3.0-or-later
// Many cables from one panel to jacks in rooms, in one step.
#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/properties.h"
#include "core/editline/run_label.h"
#include "core/editline/verbs.h"
#include "core/kb/port_rows.h"
#include "core/plan/edits.h"

namespace sokudo::editline {
namespace {

constexpr int kMostDrops = 400;

struct Drops {
    int total = 0, each = 0;  ///< 0: not said
    plan::Run cable;          ///< kind, length and facts, the same for all
    plan::DeviceId panel;
    std::vector<plan::PlaceId> rooms;
};

std::optional<int> numberWord(const std::string& word)
{
    static constexpr std::string_view kWords[] = {"one", "two", "three", "four", "five", "six"};
    for (std::size_t i = 0; i < std::size(kWords); ++i)
        if (text::lower(word) == kWords[i]) return static_cast<int>(i) + 1;
    const auto number = text::parseNumber(word);
    if (!number || *number < 1 || *number > kMostDrops || *number != static_cast<int>(*number)) return std::nullopt;
    return static_cast<int>(*number);
}

/// Every room but the one of the panel, in the order of the house.
std::vector<plan::PlaceId> allRooms(const plan::Plan& plan, plan::DeviceId panel)
{
    std::vector<plan::PlaceId> rooms;
    const plan::PlaceId own = plan.devices.find(panel)->place;
    for (const plan::Place& place : plan.places)
        if (place.id != own && place.kind == plan::PlaceKind::Room && place.building.empty()) rooms.push_back(place.id);
    return rooms;
}

Result<Drops> read(Draft& draft, Words& words)
{
    Drops drops;
    if (const auto total = numberWord(words.peek().text)) {
        drops.total = *total;
        words.next();
    }
    if (!words.take("drops") && !words.take("drop"))
        return tl::unexpected(words.wrong(
            text::say("add-drops.write", "write: add 24 drops of cat6a from panel to all rooms, two each")));
    words.take("of");
    Words cable(words.until({"from"}));
    if (auto error = takeProperties(cable, drops.cable, draft)) return tl::unexpected(*error);
    if (!words.take("from"))
        return tl::unexpected(words.wrong(text::say("add-drops.from-which-panel", "say from which panel or switch")));
    const auto panel = takeDevice(words, draft.plan);
    if (!panel) return tl::unexpected(panel.error());
    drops.panel = *panel;
    if (!words.take("to"))
        return tl::unexpected(
            words.wrong(text::say("add-drops.to-which-rooms", "say to which rooms: to study, attic; or to all rooms")));
    if (words.take("all") || words.isNext({"rooms"})) {
        words.take("rooms");
        drops.rooms = allRooms(draft.plan, drops.panel);
    }
    while (!words.isAtEnd()) {
        if (words.take(",") || words.take("and")) continue;
        const auto each = numberWord(words.peek().text);
        if (each && text::lower(words.peek(1).text) == "each") {
            drops.each = *each;
            words.skip(2);
            continue;
        }
        const auto room = takePlace(words, draft.plan);
        if (!room) return tl::unexpected(room.error());
        drops.rooms.push_back(*room);
    }
    return drops;
}

/// How many each room gets; what was said must agree.
std::optional<Error> settle(Drops& drops)
{
    const auto refuse = [](text::Sentence what) { return Error{ErrorCode::BadInput, std::move(what), {}}; };
    const int rooms = static_cast<int>(drops.rooms.size());
    if (rooms == 0) return refuse(text::say("add-drops.no-room", "there is no room to lay them to; add places first"));
    if (drops.each == 0) drops.each = drops.total == 0 ? 2 : drops.total / rooms;
    if (drops.total == 0) drops.total = drops.each * rooms;
    if (drops.total != drops.each * rooms)
        return refuse(text::say("add-drops.counts-differ",
                                "{} drops to {} rooms is not {} each; leave one of the two counts out", drops.total,
                                rooms, drops.each));
    return std::nullopt;
}

/// The jack of a room: one that is there, else a new one.
Result<plan::DeviceId> jackIn(Draft& draft, plan::PlaceId room, const std::string& category)
{
    for (const plan::Device& device : draft.plan.devices)
        if (device.place == room && device.role == plan::Role::Jack) return device.id;
    plan::Device jack;
    jack.id = draft.ids.next<plan::DeviceId>();
    jack.place = room;
    jack.role = plan::Role::Jack;
    const std::string name = text::lower(draft.plan.places.find(room)->name);
    jack.name = plan::deviceNamed(draft.plan, name) ? name + " jacks" : name;
    jack.description = "wall jacks";
    if (!category.empty()) jack.traits.set("category", category);
    const auto id = jack.id;
    if (auto error = draft.take(plan::edits::putDevice(draft.plan, std::move(jack)))) return tl::unexpected(*error);
    draft.touch("device", id);
    return id;
}

Result<plan::PortId> newSocket(Draft& draft, plan::DeviceId jack)
{
    plan::Port port;
    port.id = draft.ids.next<plan::PortId>();
    port.device = jack;
    port.cage = "rj45";
    const auto ports = plan::portsOf(draft.plan, jack);
    port.position = static_cast<int>(ports.size());
    for (std::size_t number = ports.size() + 1;; ++number) {
        port.name = fmt::format("W{}", number);
        if (std::none_of(ports.begin(), ports.end(), [&](const plan::Port* one) { return one->name == port.name; }))
            break;
    }
    const auto id = port.id;
    if (auto error = draft.take(plan::edits::putPort(draft.plan, std::move(port)))) return tl::unexpected(*error);
    return id;
}

/// Ports of the panel that no cable is on, in their order.
std::vector<plan::PortId> freePorts(const plan::Plan& plan, plan::DeviceId panel)
{
    std::vector<plan::PortId> ports;
    for (const plan::Port* port : plan::portsOf(plan, panel))
        if (plan::runsAt(plan, port->id).empty()) ports.push_back(port->id);
    return ports;
}

}  // namespace

Done addDrops(Draft& draft, Words& words)
{
    auto drops = read(draft, words);
    if (!drops) return tl::unexpected(drops.error());
    if (auto error = settle(*drops)) return tl::unexpected(*error);
    const std::string panel = draft.plan.devices.find(drops->panel)->name;
    const auto free = freePorts(draft.plan, drops->panel);
    if (static_cast<int>(free.size()) < drops->total)
        return failure(
            ErrorCode::NotAllowed,
            text::say("add-drops.too-few-ports", "{} has {} free ports, and {} drops need one each; add ports first",
                      panel, free.size(), drops->total));
    const kb::Medium* medium = draft.kb.find<kb::Medium>(drops->cable.medium);
    const bool isPair = medium && medium->kind == kb::MediumKind::TwistedPair;
    std::size_t at = 0;
    for (plan::PlaceId room : drops->rooms) {
        const auto jack = jackIn(draft, room, isPair ? medium->id : "");
        if (!jack) return tl::unexpected(jack.error());
        for (int i = 0; i < drops->each; ++i) {
            const auto socket = newSocket(draft, *jack);
            if (!socket) return tl::unexpected(socket.error());
            plan::Run run = drops->cable;
            run.id = draft.ids.next<plan::RunId>();
            run.a = free[at++];
            run.b = *socket;
            run.label = freeLabel(draft.plan);
            const auto id = run.id;
            if (auto error = draft.take(plan::edits::putRun(draft.plan, std::move(run)))) return tl::unexpected(*error);
            draft.touch("run", id);
        }
    }
    return fmt::format("added {} drops from {} to {} {}, {} each", drops->total, panel, drops->rooms.size(),
                       drops->rooms.size() == 1 ? "room" : "rooms", drops->each);
}

}  // namespace sokudo::editline
