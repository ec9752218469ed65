// SPDX-License-Identifier: GPL-3.0-or-later
// What a field of a record is read from and written as, by what it holds; for the files of record keys only.
#pragma once

#include <algorithm>

#include "core/base/hours.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/record_keys.h"
#include "core/kb/buy_rows.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trade_rows.h"
#include "core/oneline/tokens.h"
#include "core/plan/tables.h"

namespace sokudo::editline::keys {

/// The range of a field is said by the checks of its record, in one place.
inline constexpr int kAnyWhole = 1'000'000'000;

using Refusal = std::optional<Error>;

// What a property puts into a field, by what the field holds.

inline Refusal read(const Property& one, Draft&, std::string& into)
{
    into = one.value;
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft&, int& into)
{
    if (one.isCleared()) {
        into = 0;
        return std::nullopt;
    }
    const auto value = wholeOf(one, 0, kAnyWhole);
    if (!value) return value.error();
    into = *value;
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft&, bool& into)
{
    const std::string word = text::lower(one.value);
    if (word != "yes" && word != "no" && !word.empty())
        return one.wrong(text::say("record-keys.yes-or-no", "it is yes or no"));
    into = word != "no" && !word.empty();
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft&, std::optional<BitRate>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    into = oneline::rateOf(text::lower(one.value));
    if (!into) return one.wrong(text::say("add-record.a-rate-is", "a rate is written 1g or 250m"));
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft&, std::optional<Length>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    into = oneline::lengthOf(text::lower(one.value));
    if (!into) return one.wrong(text::say("add-record.a-length-is", "a length is written 40m"));
    return std::nullopt;
}
/// A figure with its unit, or bare.
template <class Q>
Refusal readFigure(const Property& one, std::string_view unit, std::optional<Q>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    std::string figure = text::lower(one.value);
    if (!unit.empty() && figure.ends_with(unit)) figure = text::trimmed(figure.substr(0, figure.size() - unit.size()));
    const auto value = text::parseNumber(figure);
    if (!value) return one.wrong(text::say("record-keys.a-figure", "a figure is written 16{}", unit));
    into = Q::of(*value);
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft&, std::optional<Ampere>& into) { return readFigure(one, "a", into); }
inline Refusal read(const Property& one, Draft&, std::optional<Volt>& into) { return readFigure(one, "v", into); }
inline Refusal read(const Property& one, Draft&, std::optional<Watt>& into) { return readFigure(one, "w", into); }
inline Refusal read(const Property& one, Draft&, std::optional<Money>& into) { return readFigure(one, "", into); }
inline Refusal read(const Property& one, Draft&, std::optional<ExchangeRate>& into)
{
    return readFigure(one, "", into);
}
inline Refusal read(const Property& one, Draft&, std::optional<DataSize>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    into = oneline::sizeOf(text::lower(one.value));
    if (!into) return one.wrong(text::say("record-keys.a-size", "a size is written 100gb"));
    return std::nullopt;
}
/// Working time, "25min", "2h"; or "90s".
inline Refusal read(const Property& one, Draft&, std::optional<Duration>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    const std::string word = text::lower(one.value);
    if (const auto minutes = minutesIn(word)) into = Duration::of(*minutes * 60);
    else into = oneline::durationOf(word);
    if (!into) return one.wrong(text::say("record-keys.a-duration", "working time is written 25min, 2h or 90s"));
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft&, std::optional<Decibel>& into) { return readFigure(one, "db", into); }
inline Refusal read(const Property& one, Draft&, std::optional<Ohm>& into) { return readFigure(one, "ohm", into); }
inline Refusal read(const Property& one, Draft&, std::optional<int>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    const auto value = wholeOf(one, 0, kAnyWhole);
    if (!value) return value.error();
    into = *value;
    return std::nullopt;
}
/// An object by its name.
template <class IdType, class Take>
Refusal readName(const Property& one, const Draft& draft, IdType& into, Take take)
{
    into = {};
    if (one.isCleared()) return std::nullopt;
    Words name(quoted(one.value));
    const auto found = take(name, draft.plan);
    if (!found) return one.wrong(found.error().what);
    into = *found;
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft& draft, plan::PlaceId& into)
{
    return readName(one, draft, into, takePlace);
}
inline Refusal read(const Property& one, Draft& draft, plan::DeviceId& into)
{
    return readName(one, draft, into, takeDevice);
}
inline Refusal read(const Property& one, Draft& draft, plan::NetworkId& into)
{
    return readName(one, draft, into, takeNetwork);
}
inline Refusal read(const Property& one, Draft& draft, plan::RunId& into)
{
    return readName(one, draft, into, takeRun);
}
inline Refusal read(const Property& one, Draft& draft, plan::OutletId& into)
{
    return readName(one, draft, into, takeOutlet);
}
inline Refusal read(const Property& one, Draft& draft, plan::CircuitId& into)
{
    return readName(one, draft, into, takeCircuit);
}
/// A record that only its name tells.
template <class T>
Refusal readRecord(const Property& one, const Table<T>& rows, decltype(T::id)& into)
{
    into = {};
    if (one.isCleared()) return std::nullopt;
    std::vector<std::string> known;
    for (const T& row : rows) {
        if (text::lower(plan::ownName(row)) == text::lower(one.value)) into = row.id;
        known.push_back(plan::ownName(row));
    }
    if (into.isSet()) return std::nullopt;
    return one.wrong(text::say("record-keys.no-such-record", "nothing of that kind is called so") +
                     oneline::suggestion(text::lower(one.value), known));
}
inline Refusal read(const Property& one, Draft& draft, plan::PersonId& into)
{
    return readRecord(one, draft.plan.people, into);
}
inline Refusal read(const Property& one, Draft& draft, plan::InstrumentId& into)
{
    return readRecord(one, draft.plan.instruments, into);
}
inline Refusal read(const Property& one, Draft& draft, plan::PhotoId& into)
{
    return readRecord(one, draft.plan.photos, into);
}
inline Refusal read(const Property& one, Draft& draft, plan::CutOverId& into)
{
    return readRecord(one, draft.plan.cutOvers, into);
}
/// Several networks with + between.
inline Refusal read(const Property& one, Draft& draft, std::vector<plan::NetworkId>& into)
{
    into.clear();
    if (one.isCleared()) return std::nullopt;
    for (const std::string& part : text::split(one.value, '+')) {
        plan::NetworkId network;
        if (auto refusal = readName(Property{one.key, text::trimmed(part), one.word}, draft, network, takeNetwork))
            return refusal;
        into.push_back(network);
    }
    return std::nullopt;
}
inline Refusal read(const Property& one, Draft& draft, std::optional<plan::Subject>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    Words name(one.value);
    const auto found = takeSubject(name, draft.plan);
    if (!found) return one.wrong(found.error().what);
    if (!name.isAtEnd()) return one.wrong(text::say("record-keys.one-object", "it names one object, and more follows"));
    into = *found;
    return std::nullopt;
}

// And the property that sets it so again.

inline std::string written(const std::string& value, const plan::Plan&) { return value; }
inline std::string written(int value, const plan::Plan&) { return std::to_string(value); }
inline std::string written(bool value, const plan::Plan&) { return value ? "yes" : "no"; }
inline std::string written(const std::optional<BitRate>& rate, const plan::Plan&)
{
    if (!rate) return {};
    const bool isLarge = *rate >= gigabits(1);
    return text::number(inGigabits(*rate) * (isLarge ? 1 : 1000), 9) + (isLarge ? "g" : "m");
}
inline std::string written(const std::optional<Length>& length, const plan::Plan&)
{
    return length ? text::number(length->in(), 9) + "m" : std::string();
}
template <class Q>
std::string written(const std::optional<Q>& figure, const plan::Plan&)
{
    return figure ? text::number(figure->in(), 9) : std::string();
}
inline std::string written(const std::optional<Duration>& time, const plan::Plan&)
{
    return time ? text::number(time->in() / 60, 9) + "min" : std::string();
}
inline std::string written(const std::optional<int>& value, const plan::Plan&)
{
    return value ? std::to_string(*value) : std::string();
}
inline std::string written(const std::optional<DataSize>& size, const plan::Plan&)
{
    return size ? text::number(size->in() / 1e9, 9) + "gb" : std::string();
}
template <class Rows, class IdType>
std::string nameIn(const Rows& rows, IdType id)
{
    const auto* row = rows.find(id);
    return row ? row->name : std::string();
}
inline std::string written(plan::PlaceId id, const plan::Plan& plan) { return nameIn(plan.places, id); }
inline std::string written(plan::DeviceId id, const plan::Plan& plan) { return nameIn(plan.devices, id); }
inline std::string written(plan::NetworkId id, const plan::Plan& plan) { return nameIn(plan.networks, id); }
inline std::string written(plan::OutletId id, const plan::Plan& plan) { return nameIn(plan.outlets, id); }
inline std::string written(plan::CircuitId id, const plan::Plan& plan) { return nameIn(plan.circuits, id); }
inline std::string written(plan::RunId id, const plan::Plan& plan)
{
    const plan::Run* run = plan.runs.find(id);
    return run ? run->label : std::string();
}
inline std::string written(plan::PersonId id, const plan::Plan& plan) { return nameIn(plan.people, id); }
inline std::string written(plan::InstrumentId id, const plan::Plan& plan) { return nameIn(plan.instruments, id); }
inline std::string written(plan::CutOverId id, const plan::Plan& plan) { return nameIn(plan.cutOvers, id); }
inline std::string written(plan::PhotoId id, const plan::Plan& plan)
{
    const plan::Photo* photo = plan.photos.find(id);
    return photo ? photo->caption : std::string();
}
inline std::string written(const std::vector<plan::NetworkId>& all, const plan::Plan& plan)
{
    std::vector<std::string> names;
    for (plan::NetworkId id : all) names.push_back(nameIn(plan.networks, id));
    return text::joined(names, "+");
}
inline std::string written(const std::optional<plan::Subject>& about, const plan::Plan& plan)
{
    if (!about) return {};
    if (about->kind == "device") return "device " + nameInLine(nameIn(plan.devices, plan::DeviceId{about->id}));
    if (about->kind == "place") return "place " + nameInLine(nameIn(plan.places, plan::PlaceId{about->id}));
    if (about->kind == "network") return "network " + nameInLine(nameIn(plan.networks, plan::NetworkId{about->id}));
    if (about->kind == "port") return "port " + plan::portText(plan, {about->id});
    const plan::Run* run = about->kind == "run" ? plan.runs.find({about->id}) : nullptr;
    return run ? "run " + nameInLine(run->label) : std::string();
}
template <class Enum>
    requires std::is_enum_v<Enum> std::string written(Enum value, const plan::Plan&)
    {
        return std::string(code(value));
    }

template <class Rows>
KeyChoices namesIn(const Rows& rows)
{
    KeyChoices all;
    for (const auto& row : rows) all.emplace_back(row.name, row.name);
    return all;
}
inline KeyChoices places(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.places); }
inline KeyChoices devices(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.devices); }
inline KeyChoices networks(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.networks); }
inline KeyChoices outlets(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.outlets); }
inline KeyChoices circuits(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.circuits); }
inline KeyChoices people(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.people); }
inline KeyChoices instruments(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.instruments); }
inline KeyChoices cutOvers(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.cutOvers); }
inline KeyChoices grades(const plan::Plan&, const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const kb::Instrument& row : kb.all<kb::Instrument>()) all.emplace_back(row.id, row.name);
    return all;
}
inline KeyChoices runs(const plan::Plan& plan, const kb::KnowledgeBase&)
{
    KeyChoices all;
    for (const plan::Run& run : plan.runs)
        if (!run.label.empty()) all.emplace_back(run.label, run.label);
    return all;
}
inline KeyChoices batteries(const plan::Plan& plan, const kb::KnowledgeBase&)
{
    KeyChoices all;
    for (const plan::Device& device : plan.devices)
        if (device.role == plan::Role::Ups) all.emplace_back(device.name, device.name);
    return all;
}
inline KeyChoices purposes(const plan::Plan&, const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const kb::Purpose& row : kb.all<kb::Purpose>()) all.emplace_back(row.id, row.name);
    return all;
}
inline KeyChoices parts(const plan::Plan&, const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const kb::Medium& row : kb.all<kb::Medium>()) all.emplace_back(row.id, row.name);
    for (const kb::ModuleKind& row : kb.all<kb::ModuleKind>()) all.emplace_back(row.id, row.name);
    for (const kb::SwitchKind& row : kb.all<kb::SwitchKind>()) all.emplace_back(row.id, row.name);
    for (const kb::Gear& row : kb.all<kb::Gear>())
        if (row.kind != "port") all.emplace_back(row.id, row.name);
    for (const kb::LeadKind& row : kb.all<kb::LeadKind>())
        for (Length sold : row.lengths) all.emplace_back(row.partOf(sold), row.name + ", " + text::length(sold));
    for (const kb::SmallPart& row : kb.all<kb::SmallPart>()) all.emplace_back(row.id, row.name);
    return all;
}
inline KeyChoices yesOrNo(const plan::Plan&, const kb::KnowledgeBase&) { return {{"no", "no"}, {"yes", "yes"}}; }
/// All words of an enum, in its order, up to its last value.
template <auto Last>
KeyChoices words(const plan::Plan&, const kb::KnowledgeBase&)
{
    KeyChoices all;
    for (int i = 0; i <= static_cast<int>(Last); ++i) {
        const std::string word(code(static_cast<decltype(Last)>(i)));
        all.emplace_back(word, word);
    }
    return all;
}

inline Refusal readWord(const Property& one, const KeyChoices& known)
{
    const std::string word = text::lower(one.value);
    if (std::any_of(known.begin(), known.end(), [&](const auto& choice) { return choice.first == word; }))
        return std::nullopt;
    std::vector<std::string> all;
    for (const auto& [value, words] : known) all.push_back(value);
    return one.wrong(text::say("record-keys.one-of", "it is one of {}", text::joined(all, ", ")) +
                     oneline::suggestion(word, all));
}

template <class T>
struct MemberOf;
template <class T, class M>
struct MemberOf<M T::*> {
    using Object = T;
};

/// Sets and reads one member.
template <auto Member>
struct Of {
    using T = typename MemberOf<decltype(Member)>::Object;
    static Field set(T& record, const Property& one, Draft& draft)
    {
        if (auto refusal = read(one, draft, record.*Member)) return tl::unexpected(*refusal);
        return one.key;
    }
    static std::string get(const T& record, const plan::Plan& plan) { return written(record.*Member, plan); }
    /// A word of an enum.
    template <auto FromCode>
    static Field setWord(T& record, const Property& one, Draft&)
    {
        const auto value = FromCode(text::lower(one.value));
        if (!value) return tl::unexpected(one.wrong(text::say("add-record.no-such-kind", "no such kind")));
        record.*Member = *value;
        return one.key;
    }
    /// Text in small letters.
    static Field setLower(T& record, const Property& one, Draft&)
    {
        record.*Member = one.isCleared() ? std::string() : text::lower(one.value);
        return one.key;
    }
};

template <auto Member>
RecordKey<typename Of<Member>::T> key(const char* name, const char* heading, const char* hint = "",
                                      KeyChoices (*choices)(const plan::Plan&, const kb::KnowledgeBase&) = nullptr,
                                      const char* field = nullptr)
{
    return {name, heading, hint, &Of<Member>::set, &Of<Member>::get, choices, field ? field : name};
}
template <auto Member, auto FromCode>
RecordKey<typename Of<Member>::T> wordKey(const char* name, const char* heading,
                                          KeyChoices (*choices)(const plan::Plan&, const kb::KnowledgeBase&))
{
    return {name, heading, "", &Of<Member>::template setWord<FromCode>, &Of<Member>::get, choices, name};
}
template <auto Member>
RecordKey<typename Of<Member>::T> lowerKey(const char* name, const char* heading, const char* hint,
                                           KeyChoices (*choices)(const plan::Plan&, const kb::KnowledgeBase&) = nullptr)
{
    return {name, heading, hint, &Of<Member>::setLower, &Of<Member>::get, choices, name};
}

}  // namespace sokudo::editline::keys

namespace sokudo::editline {

template <class T>
std::string lineName(const T& record, const plan::Plan& plan)
{
    if constexpr (std::is_same_v<T, plan::SettingChange>)
        return keys::nameIn(plan.devices, record.device) + " " + record.name;
    else if constexpr (std::is_same_v<T, plan::DayMark>)
        return keys::nameIn(plan.cutOvers, record.cutOver) + " " + record.step;
    else if constexpr (std::is_same_v<T, plan::Access>) return keys::nameIn(plan.devices, record.device);
    else if constexpr (std::is_same_v<T, plan::Workload>)
        return record.purpose + (record.device.isSet() ? " on " + keys::nameIn(plan.devices, record.device)
                                                       : " in " + keys::nameIn(plan.places, record.place));
    else return keysOf<T>().front().get(record, plan);
}

template <class T>
    requires kHasKeys<T> Field setField(T& record, const Property& one, Draft& draft)
    {
        std::vector<std::string> known;
        for (const RecordKey<T>& each : keysOf<T>()) {
            // What a form or a line shows, set again, changes nothing: not to the last digit.
            if (one.key == each.key && each.get(record, draft.plan) == one.value) return each.field;
            if (one.key == each.key) return each.set(record, one, draft);
            known.emplace_back(each.key);
        }
        return tl::unexpected(one.wrong(
            text::say("add-record.write-key-value", "write it as key=value with {}", text::joined(known, ", ")) +
            oneline::suggestion(one.key, known)));
    }

template <class T>
    requires kHasKeys<T> std::optional<Error> takeProperties(Words& words, T& record, Draft& draft)
    {
        std::vector<Property> all = propertiesOf(words);
        std::optional<plan::Source> source;
        if constexpr (requires { record.sources; }) {
            const auto taken = takeSource(all);
            if (!taken) return taken.error();
            source = *taken;
        }
        for (const Property& one : all) {
            const Field set = setField(record, one, draft);
            if (!set) return set.error();
            if constexpr (requires { record.sources; })
                for (const RecordKey<T>& key : keysOf<T>())
                    if (source && one.key == key.key) record.sources.set(key.field, *source);
        }
        return std::nullopt;
    }

/// The functions of record_keys.h for one kind of record.
#define SOKUDO_RECORD(T)                                        \
    template std::string lineName(const T&, const plan::Plan&); \
    template Field setField(T&, const Property&, Draft&);       \
    template std::optional<Error> takeProperties(Words&, T&, Draft&);

}  // namespace sokudo::editline
