// SPDX-License-Identifier: GPL-3.0-or-later
// set, rename, move, delete, duplicate: verbs that change what is there.
#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/properties.h"
#include "core/editline/record_fields.h"
#include "core/editline/record_keys.h"
#include "core/editline/verbs.h"
#include "core/plan/duplicate.h"
#include "core/plan/edits.h"

namespace sokudo::editline {
namespace {

/// How a sentence calls an object.
std::string nameOf(const plan::Plan& plan, const plan::Subject& subject)
{
    if (subject.kind == "device") return plan.devices.find({subject.id})->name;
    if (subject.kind == "place") return plan.places.find({subject.id})->name;
    if (subject.kind == "port") return plan::portText(plan, {subject.id});
    if (subject.kind == "run") return "run " + plan.runs.find({subject.id})->label;
    return subject.kind + " " + recordName(plan, subject);
}

/// Changes one object by the properties that follow.
template <class T, class Put>
std::optional<Error> change(Draft& draft, Words& words, const Table<T>& rows, std::int64_t id, Put put)
{
    T object = *rows.find({id});
    if (auto error = takeProperties(words, object, draft)) return error;
    return draft.take(put(draft.plan, std::move(object)));
}

/// The slot of "slot platen 2".
Result<plan::SlotId> takeSlot(Words& words, const plan::Plan& plan)
{
    const auto device = takeDevice(words, plan);
    if (!device) return tl::unexpected(device.error());
    for (const plan::Slot* slot : plan::slotsOf(plan, *device))
        if (text::lower(slot->name) == text::lower(words.peek().text)) {
            words.next();
            return slot->id;
        }
    return tl::unexpected(words.wrong(
        text::say("change.no-slot-of-that-name", "{} has no slot of that name", plan.devices.find(*device)->name)));
}

/// Gives an object another name.
std::optional<Error> call(Draft& draft, const plan::Subject& subject, const std::string& name)
{
    if (subject.kind == "device") {
        plan::Device one = *draft.plan.devices.find({subject.id});
        one.name = name;
        return draft.take(plan::edits::putDevice(draft.plan, std::move(one)));
    }
    if (subject.kind == "place") {
        plan::Place one = *draft.plan.places.find({subject.id});
        one.name = name;
        return draft.take(plan::edits::putPlace(draft.plan, std::move(one)));
    }
    if (subject.kind == "port") {
        plan::Port one = *draft.plan.ports.find({subject.id});
        one.name = name;
        return draft.take(plan::edits::putPort(draft.plan, std::move(one)));
    }
    if (isRecordKind(subject.kind)) {
        const std::string key = recordFields(draft.plan, subject, draft.kb).front().key;
        auto named = withRecord(draft.plan, subject, {{key, name}}, draft.kb, draft.ids);
        if (!named) return named.error();
        draft.plan = std::move(named->plan);
        return std::nullopt;
    }
    plan::Run one = *draft.plan.runs.find({subject.id});
    one.label = name;
    return draft.take(plan::edits::putRun(draft.plan, std::move(one)));
}

}  // namespace

std::optional<Error> setProperties(Draft& draft, Words& words, const plan::Subject& subject)
{
    const plan::Plan& plan = draft.plan;
    if (subject.kind == "device") return change(draft, words, plan.devices, subject.id, plan::edits::putDevice);
    if (subject.kind == "place") return change(draft, words, plan.places, subject.id, plan::edits::putPlace);
    if (subject.kind == "port") return change(draft, words, plan.ports, subject.id, plan::edits::putPort);
    if (subject.kind == "slot") return change(draft, words, plan.slots, subject.id, plan::edits::putSlot);
    if (subject.kind == "run") return change(draft, words, plan.runs, subject.id, plan::edits::putRun);
    const plan::Kind* kind = plan::kindNamed(subject.kind);
    const void* was = kind && kind->hasKeys() ? kind->table->find(plan, subject.id) : nullptr;
    if (!was)
        return words.wrong(text::say("change.cannot-be-set",
                                     "set changes places, devices, slots, ports, runs and records beside them"));
    const auto rows = kind->row.list();
    void* record = rows->addCopy(was);
    if (auto error = takeProperties(words, *kind, record, draft)) return error;
    return draft.take(plan::edits::putRecord(plan, *kind, record));
}

Done setFields(Draft& draft, Words& words)
{
    if (words.take("slot")) {
        const auto slot = takeSlot(words, draft.plan);
        if (!slot) return tl::unexpected(slot.error());
        if (auto error = change(draft, words, draft.plan.slots, slot->value, plan::edits::putSlot))
            return tl::unexpected(*error);
        draft.touch("slot", *slot);
        return "changed slot " + draft.plan.slots.find(*slot)->name;
    }
    const auto subject = takeSubject(words, draft.plan);
    if (!subject) return tl::unexpected(subject.error());
    if (words.isAtEnd())
        return tl::unexpected(
            words.wrong(text::say("change.say-what-to-set", "say what to set: set core 5 module=25gbase-sr")));
    const auto error = setProperties(draft, words, *subject);
    if (error) return tl::unexpected(*error);
    draft.touched.push_back(*subject);
    return "changed " + nameOf(draft.plan, *subject);
}

Done rename(Draft& draft, Words& words)
{
    const auto subject = takeSubject(words, draft.plan);
    if (!subject) return tl::unexpected(subject.error());
    const std::string before = nameOf(draft.plan, *subject);
    if (!words.take("to") && !words.take("as"))
        return tl::unexpected(words.wrong(text::say("change.to-what", "say its new name: rename core to core-sw")));
    const std::string name = words.until({});
    if (auto error = call(draft, *subject, name)) return tl::unexpected(*error);
    draft.touched.push_back(*subject);
    return fmt::format("renamed {} to {}", before, name);
}

Done moveDevice(Draft& draft, Words& words)
{
    const auto id = takeDevice(words, draft.plan);
    if (!id) return tl::unexpected(id.error());
    if (!words.take("to") && !words.take("in") && !words.take("into"))
        return tl::unexpected(
            words.wrong(text::say("change.to-which-place", "say to which place: move vault to attic")));
    const auto place = takePlace(words, draft.plan);
    if (!place) return tl::unexpected(place.error());
    plan::Device device = *draft.plan.devices.find(*id);
    if (device.place != *place) {
        device.at.reset();
        device.rackUnit = 0;
    }
    device.place = *place;
    if (auto error = takeProperties(words, device, draft)) return tl::unexpected(*error);
    const std::string name = device.name;
    if (auto error = draft.take(plan::edits::putDevice(draft.plan, std::move(device)))) return tl::unexpected(*error);
    draft.touch("device", *id);
    return fmt::format("moved {} to {}", name, draft.plan.places.find(*place)->name);
}

Done remove(Draft& draft, Words& words)
{
    if (words.take("slot")) {
        const auto slot = takeSlot(words, draft.plan);
        if (!slot) return tl::unexpected(slot.error());
        const std::string name = draft.plan.slots.find(*slot)->name;
        if (auto error = draft.take(plan::edits::deleteSlot(draft.plan, *slot))) return tl::unexpected(*error);
        return "deleted slot " + name;
    }
    const auto subject = takeSubject(words, draft.plan);
    if (!subject) return tl::unexpected(subject.error());
    if (!words.isAtEnd())
        return tl::unexpected(words.wrong(text::say("change.nothing-may-follow", "nothing may follow the name here")));
    const std::string name = nameOf(draft.plan, *subject);
    const std::int64_t id = subject->id;
    std::optional<Error> error;
    if (subject->kind == "device") error = draft.take(plan::edits::deleteDevice(draft.plan, {id}));
    else if (subject->kind == "place") error = draft.take(plan::edits::deletePlace(draft.plan, {id}));
    else if (subject->kind == "port") error = draft.take(plan::edits::deletePort(draft.plan, {id}));
    else if (subject->kind == "run") error = draft.take(plan::edits::deleteRun(draft.plan, {id}));
    else error = draft.take(withoutRecord(draft.plan, *subject));
    if (error) return tl::unexpected(*error);
    return "deleted " + name;
}

namespace {

/// "level 1": a whole floor.
Result<int> takeLevel(Words& words)
{
    words.take("level");
    const auto figure = text::parseNumber(words.peek().text);
    if (!figure || *figure != static_cast<int>(*figure))
        return tl::unexpected(words.wrong(text::say("change.a-level-is", "a level is a whole number")));
    words.next();
    return static_cast<int>(*figure);
}

Done duplicateFloor(Draft& draft, Words& words)
{
    const auto from = takeLevel(words);
    if (!from) return tl::unexpected(from.error());
    if (!words.take("as"))
        return tl::unexpected(
            words.wrong(text::say("change.as-which-level", "say on which level: duplicate level 1 as level 2")));
    const auto to = takeLevel(words);
    if (!to) return tl::unexpected(to.error());
    auto made = plan::duplicateLevel(draft.plan, *from, *to, fmt::format(" on level {}", *to), draft.ids);
    if (!made) return tl::unexpected(made.error());
    draft.plan = std::move(made->plan);
    for (plan::PlaceId id : made->places) draft.touch("place", id);
    for (plan::DeviceId id : made->devices) draft.touch("device", id);
    return fmt::format("duplicated level {} as level {} with {} places and {} devices", *from, *to, made->places.size(),
                       made->devices.size());
}

}  // namespace

Done duplicate(Draft& draft, Words& words)
{
    if (words.isNext({"level"})) return duplicateFloor(draft, words);
    const auto subject = takeSubject(words, draft.plan);
    if (!subject) return tl::unexpected(subject.error());
    const std::string before = nameOf(draft.plan, *subject);
    if (!words.take("as"))
        return tl::unexpected(
            words.wrong(text::say("change.as-what", "say what the copy is called: duplicate spread as spread-2")));
    const std::string name = words.until({"in", "level"});
    Result<plan::Duplicated> made;
    if (subject->kind == "device") {
        plan::PlaceId place;
        if (words.take("in")) {
            const auto found = takePlace(words, draft.plan);
            if (!found) return tl::unexpected(found.error());
            place = *found;
        }
        made = plan::duplicateDevice(draft.plan, {subject->id}, name, place, draft.ids);
    } else if (subject->kind == "place") {
        int level = draft.plan.places.find({subject->id})->level;
        if (words.isNext({"level"})) {
            const auto given = takeLevel(words);
            if (!given) return tl::unexpected(given.error());
            level = *given;
        }
        made = plan::duplicatePlace(draft.plan, {subject->id}, name, level, " of " + name, draft.ids);
    } else {
        return tl::unexpected(
            words.wrong(text::say("change.cannot-be-copied", "a device or a place can be duplicated")));
    }
    if (!made) return tl::unexpected(made.error());
    draft.plan = std::move(made->plan);
    for (plan::PlaceId id : made->places) draft.touch("place", id);
    for (plan::DeviceId id : made->devices) draft.touch("device", id);
    return fmt::format("duplicated {} as {}{}", before, name,
                       subject->kind == "place" ? fmt::format(" with {} devices", made->devices.size()) : "");
}

Done nameHouse(Draft& draft, Words& words)
{
    words.take("house");
    const std::string name = text::trimmed(words.until({}));
    if (name.empty())
        return tl::unexpected(
            words.wrong(text::say("change.a-house-needs-a-name", "say the name: name house Lantern Row")));
    draft.plan.name = name;
    return "named the house " + name;
}

}  // namespace sokudo::editline
