// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/record_keys.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::editline {
namespace {

using Refusal = std::optional<Error>;

// What a property puts into a field, by what the field holds.

Refusal read(const Property& one, Draft&, std::string& into)
{
    into = one.value;
    return std::nullopt;
}
Refusal read(const Property& one, Draft&, int& into)
{
    if (one.isCleared()) {
        into = 0;
        return std::nullopt;
    }
    const auto value = wholeOf(one, 0, 100000);
    if (!value) return value.error();
    into = *value;
    return std::nullopt;
}
Refusal read(const Property& one, Draft&, bool& into)
{
    const std::string word = text::lower(one.value);
    if (word != "yes" && word != "no" && !word.empty())
        return one.wrong(text::say("record-keys.yes-or-no", "it is yes or no"));
    into = word != "no" && !word.empty();
    return std::nullopt;
}
Refusal read(const Property& one, Draft&, std::optional<BitRate>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    into = oneline::rateOf(text::lower(one.value));
    if (!into) return one.wrong(text::say("add-record.a-rate-is", "a rate is written 1g or 250m"));
    return std::nullopt;
}
Refusal read(const Property& one, Draft&, std::optional<Length>& into)
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
Refusal read(const Property& one, Draft&, std::optional<Ampere>& into) { return readFigure(one, "a", into); }
Refusal read(const Property& one, Draft&, std::optional<Volt>& into) { return readFigure(one, "v", into); }
Refusal read(const Property& one, Draft&, std::optional<Watt>& into) { return readFigure(one, "w", into); }
Refusal read(const Property& one, Draft&, std::optional<Money>& into) { return readFigure(one, "", into); }
Refusal read(const Property& one, Draft&, std::optional<DataSize>& into)
{
    into.reset();
    if (one.isCleared()) return std::nullopt;
    into = oneline::sizeOf(text::lower(one.value));
    if (!into) return one.wrong(text::say("record-keys.a-size", "a size is written 100gb"));
    return std::nullopt;
}
/// An object by its name.
template <class IdType, class Take>
Refusal readName(const Property& one, const Draft& draft, IdType& into, Take take)
{
    into = {};
    if (one.isCleared()) return std::nullopt;
    Words name("\"" + one.value + "\"");
    const auto found = take(name, draft.plan);
    if (!found) return one.wrong(found.error().what);
    into = *found;
    return std::nullopt;
}
Refusal read(const Property& one, Draft& draft, plan::PlaceId& into) { return readName(one, draft, into, takePlace); }
Refusal read(const Property& one, Draft& draft, plan::DeviceId& into) { return readName(one, draft, into, takeDevice); }
Refusal read(const Property& one, Draft& draft, plan::NetworkId& into)
{
    return readName(one, draft, into, takeNetwork);
}
Refusal read(const Property& one, Draft& draft, plan::OutletId& into) { return readName(one, draft, into, takeOutlet); }
Refusal read(const Property& one, Draft& draft, plan::CircuitId& into)
{
    return readName(one, draft, into, takeCircuit);
}
Refusal read(const Property& one, Draft& draft, std::optional<plan::Subject>& into)
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

std::string written(const std::string& value, const plan::Plan&) { return value; }
std::string written(int value, const plan::Plan&) { return std::to_string(value); }
std::string written(bool value, const plan::Plan&) { return value ? "yes" : "no"; }
std::string written(const std::optional<BitRate>& rate, const plan::Plan&)
{
    if (!rate) return {};
    const bool isLarge = *rate >= gigabits(1);
    return text::number(inGigabits(*rate) * (isLarge ? 1 : 1000), 9) + (isLarge ? "g" : "m");
}
std::string written(const std::optional<Length>& length, const plan::Plan&)
{
    return length ? text::number(length->in(), 9) + "m" : std::string();
}
template <class Q>
std::string written(const std::optional<Q>& figure, const plan::Plan&)
{
    return figure ? text::number(figure->in(), 9) : std::string();
}
std::string written(const std::optional<DataSize>& size, const plan::Plan&)
{
    return size ? text::number(size->in() / 1e9, 9) + "gb" : std::string();
}
template <class Rows, class IdType>
std::string nameIn(const Rows& rows, IdType id)
{
    const auto* row = rows.find(id);
    return row ? row->name : std::string();
}
std::string written(plan::PlaceId id, const plan::Plan& plan) { return nameIn(plan.places, id); }
std::string written(plan::DeviceId id, const plan::Plan& plan) { return nameIn(plan.devices, id); }
std::string written(plan::NetworkId id, const plan::Plan& plan) { return nameIn(plan.networks, id); }
std::string written(plan::OutletId id, const plan::Plan& plan) { return nameIn(plan.outlets, id); }
std::string written(plan::CircuitId id, const plan::Plan& plan) { return nameIn(plan.circuits, id); }
std::string written(const std::optional<plan::Subject>& about, const plan::Plan& plan)
{
    if (!about) return {};
    if (about->kind == "device") return "device " + nameIn(plan.devices, plan::DeviceId{about->id});
    if (about->kind == "place") return "place " + nameIn(plan.places, plan::PlaceId{about->id});
    if (about->kind == "network") return "network " + nameIn(plan.networks, plan::NetworkId{about->id});
    if (about->kind == "port") return "port " + plan::portText(plan, {about->id});
    const plan::Run* run = about->kind == "run" ? plan.runs.find({about->id}) : nullptr;
    return run ? "run " + run->label : std::string();
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
KeyChoices places(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.places); }
KeyChoices devices(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.devices); }
KeyChoices networks(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.networks); }
KeyChoices outlets(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.outlets); }
KeyChoices circuits(const plan::Plan& plan, const kb::KnowledgeBase&) { return namesIn(plan.circuits); }
KeyChoices batteries(const plan::Plan& plan, const kb::KnowledgeBase&)
{
    KeyChoices all;
    for (const plan::Device& device : plan.devices)
        if (device.role == plan::Role::Ups) all.emplace_back(device.name, device.name);
    return all;
}
KeyChoices purposes(const plan::Plan&, const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const kb::Purpose& row : kb.all<kb::Purpose>()) all.emplace_back(row.id, row.name);
    return all;
}
KeyChoices parts(const plan::Plan&, const kb::KnowledgeBase& kb)
{
    KeyChoices all;
    for (const kb::Medium& row : kb.all<kb::Medium>()) all.emplace_back(row.id, row.name);
    for (const kb::ModuleKind& row : kb.all<kb::ModuleKind>()) all.emplace_back(row.id, row.name);
    return all;
}
KeyChoices yesOrNo(const plan::Plan&, const kb::KnowledgeBase&) { return {{"no", "no"}, {"yes", "yes"}}; }
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

Refusal readWord(const Property& one, const KeyChoices& known)
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

Field setPurpose(plan::Workload& work, const Property& one, Draft& draft)
{
    if (auto refusal = readWord(one, purposes(draft.plan, draft.kb))) return tl::unexpected(*refusal);
    work.purpose = text::lower(one.value);
    return one.key;
}
/// Work on a device is done where the device stands.
Field setWorkDevice(plan::Workload& work, const Property& one, Draft& draft)
{
    if (auto refusal = read(one, draft, work.device)) return tl::unexpected(*refusal);
    if (const plan::Device* device = draft.plan.devices.find(work.device)) work.place = device->place;
    return one.key;
}

}  // namespace

template <>
const std::vector<RecordKey<plan::Service>>& keysOf()
{
    using S = plan::Service;
    static const std::vector<RecordKey<S>> kKeys{
        key<&S::name>("name", "Name", "home fibre"),
        wordKey<&S::kind, plan::serviceKindFromCode>("kind", "Kind", words<plan::ServiceKind::Other>),
        key<&S::technology>("technology", "Technology", "fibre, cable, VDSL, 5G radio: as the contract says"),
        key<&S::down>("down", "Down", "1g or 250m; empty: not known", nullptr, "down_bps"),
        key<&S::up>("up", "Up", "1g or 250m; empty: not known", nullptr, "up_bps"),
        key<&S::handOff>("hand-off", "Hand-off port", "the provider's port, such as 2.5g", nullptr, "hand_off_bps"),
        key<&S::entry>("in", "Enters in", "not known", places, "entry"),
        key<&S::device>("box", "Provider's box", "not known", devices, "device"),
        key<&S::since>("since", "Since", "2026-11-28"),
        key<&S::fee>("fee", "Fee a month", "29.90"),
        key<&S::unitPrice>("unit-price", "Price of a unit", "of a kWh, or of each GB beyond what is included", nullptr,
                           "unit_price"),
        key<&S::included>("included", "Included a month", "50gb; empty: no limit", nullptr, "included_bytes"),
        key<&S::isBackup>("backup", "Second way", "", yesOrNo),
        key<&S::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Network>>& keysOf()
{
    using N = plan::Network;
    static const std::vector<RecordKey<N>> kKeys{
        key<&N::name>("name", "Name", "cameras"), key<&N::tag>("tag", "Tag", "1 to 4094; 0: never tagged"),
        key<&N::subnet>("subnet", "Subnet", "10.20.0.0/24"), key<&N::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Workload>>& keysOf()
{
    using W = plan::Workload;
    static const std::vector<RecordKey<W>> kKeys{
        {"purpose", "Workload", "", &setPurpose, &Of<&W::purpose>::get, purposes, "purpose"},
        {"on", "On", "anything there", &setWorkDevice, &Of<&W::device>::get, devices, "device"},
        key<&W::place>("in", "In", "", places),
        key<&W::count>("count", "Count", "screens, cameras, streams"),
        key<&W::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::StockItem>>& keysOf()
{
    using S = plan::StockItem;
    static const std::vector<RecordKey<S>> kKeys{
        key<&S::name>("name", "Name", "Cat 6A jacks"),
        wordKey<&S::kind, plan::stockKindFromCode>("kind", "Kind", words<plan::StockKind::Ordered>),
        key<&S::count>("count", "Count", "pieces"),
        key<&S::length>("length", "Length left", "40m of a reel"),
        lowerKey<&S::part>("part", "Serves as", "nothing of the tables", parts),
        key<&S::place>("in", "Where", "not known", places),
        key<&S::state>("state", "State", "battery low"),
        key<&S::due>("due", "Due", "2026-12-24: to be given back, to arrive"),
        key<&S::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::LooseEnd>>& keysOf()
{
    using L = plan::LooseEnd;
    static const std::vector<RecordKey<L>> kKeys{
        key<&L::text>("text", "What", "cable along the stairs, to go into the wall"),
        wordKey<&L::kind, plan::looseEndKindFromCode>("kind", "Kind", words<plan::LooseEndKind::Open>),
        key<&L::why>("why", "Why", "the reason of a compromise"),
        key<&L::about>("about", "About", "run q2, device core, place attic"),
        key<&L::review>("review", "Review date", "2027-01-15"),
        key<&L::isDone>("done", "Done", "", yesOrNo)};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Access>>& keysOf()
{
    using A = plan::Access;
    static const std::vector<RecordKey<A>> kKeys{
        key<&A::device>("device", "Device", "", devices),
        key<&A::address>("address", "Address", "10.20.0.2; several with blanks between"),
        lowerKey<&A::hardware>("hardware", "Hardware address", "02:00:5e:10:00:01"),
        key<&A::network>("network", "Network", "not known", networks),
        key<&A::wayIn>("way-in", "Way in", "https, port 443"),
        key<&A::logIn>("log-in", "Login hint", "a user name; never a password"),
        key<&A::passwordAt>("password-at", "Password kept in", "book in the desk"),
        key<&A::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Photo>>& keysOf()
{
    using P = plan::Photo;
    static const std::vector<RecordKey<P>> kKeys{
        key<&P::caption>("caption", "Caption", "what is to be seen"),
        key<&P::about>("about", "About", "run q2, port core 4, place attic"),
        wordKey<&P::found, plan::inspectionFromCode>("found", "Visual inspection", words<plan::Inspection::Other>),
        key<&P::on>("on", "On", "2026-11-28")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::DeviceKind>>& keysOf()
{
    using K = plan::DeviceKind;
    static const std::vector<RecordKey<K>> kKeys{key<&K::name>("name", "Name", "my 8-port switch"),
                                                 key<&K::line>("line", "As a line", "switch: 8x rj45 2.5g, 2x sfp+")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Circuit>>& keysOf()
{
    using C = plan::Circuit;
    static const std::vector<RecordKey<C>> kKeys{
        key<&C::name>("name", "Name", "desk"), key<&C::breaker>("breaker", "Breaker, A", "16", nullptr, "breaker_a"),
        key<&C::volts>("volts", "Mains, V", "230 or 120", nullptr, "volts"),
        key<&C::place>("in", "Breaker is in", "not known", places, "place"), key<&C::note>("note", "Note")};
    return kKeys;
}

template <>
const std::vector<RecordKey<plan::Outlet>>& keysOf()
{
    using O = plan::Outlet;
    static const std::vector<RecordKey<O>> kKeys{
        key<&O::name>("name", "Name", "bench"),
        wordKey<&O::kind, plan::outletKindFromCode>("kind", "Kind", words<plan::OutletKind::Strip>),
        key<&O::place>("in", "In", "not known", places, "place"),
        key<&O::circuit>("circuit", "On circuit", "not known", circuits),
        key<&O::pluggedInto>("into", "Strip is plugged into", "not a strip", outlets, "plugged_into"),
        key<&O::battery>("battery", "Or into battery unit", "none", batteries),
        key<&O::sockets>("sockets", "Sockets", "1 to 48"),
        key<&O::rating>("rating", "May carry, W", "as printed on it", nullptr, "rating_w"),
        key<&O::note>("note", "Note")};
    return kKeys;
}

template <class T>
std::string lineName(const T& record, const plan::Plan& plan)
{
    if constexpr (std::is_same_v<T, plan::Access>) return nameIn(plan.devices, record.device);
    else if constexpr (std::is_same_v<T, plan::Workload>)
        return record.purpose + (record.device.isSet() ? " on " + nameIn(plan.devices, record.device)
                                                       : " in " + nameIn(plan.places, record.place));
    else return keysOf<T>().front().get(record, plan);
}

template <class T>
    requires kHasKeys<T> Field setField(T& record, const Property& one, Draft& draft)
    {
        std::vector<std::string> known;
        for (const RecordKey<T>& each : keysOf<T>()) {
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

#define SOKUDO_RECORD(T)                                        \
    template std::string lineName(const T&, const plan::Plan&); \
    template Field setField(T&, const Property&, Draft&);       \
    template std::optional<Error> takeProperties(Words&, T&, Draft&);
SOKUDO_RECORD(plan::Service)
SOKUDO_RECORD(plan::Network)
SOKUDO_RECORD(plan::Workload)
SOKUDO_RECORD(plan::StockItem)
SOKUDO_RECORD(plan::LooseEnd)
SOKUDO_RECORD(plan::Access)
SOKUDO_RECORD(plan::Photo)
SOKUDO_RECORD(plan::DeviceKind)
SOKUDO_RECORD(plan::Circuit)
SOKUDO_RECORD(plan::Outlet)
#undef SOKUDO_RECORD

}  // namespace sokudo::editline
