// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/record_keys.h"

#include <algorithm>

#include "core/base/hours.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/oneline/tokens.h"
#include "core/plan/sources.h"

namespace sokudo::editline {
namespace {

using Refusal = std::optional<Error>;

/// The range of a field is said by the checks of its record, in one place.
constexpr int kAnyWhole = 1'000'000'000;

/// The unit that a bare figure may have behind it.
std::string_view unitOf(plan::Measure measure)
{
    switch (measure) {
    case plan::Measure::Current: return "a";
    case plan::Measure::Voltage: return "v";
    case plan::Measure::Power: return "w";
    case plan::Measure::Decibels: return "db";
    case plan::Measure::Resistance: return "ohm";
    default: return "";
    }
}

/// What a property puts into a field, by what the field holds.
class LineReader : public plan::FieldVisitor {
public:
    LineReader(const plan::Kind& kind, const Property& one, Draft& draft) : m_kind(kind), m_one(one), m_draft(draft) {}
    Refusal refusal;

    void text(const plan::Field& field, std::string& into) override
    {
        if (field.isStrict) {
            if (!isOneOf(choicesOf(m_kind, field, m_draft.plan, m_draft.kb))) return;
            into = text::lower(m_one.value);
        } else if (field.letters == plan::Field::Letters::AsTyped && field.text != plan::TextKind::Code) {
            into = m_one.value;
        } else {
            const bool isSmall = field.letters == plan::Field::Letters::Small;
            into = m_one.isCleared() ? std::string() : isSmall ? text::lower(m_one.value) : capital(m_one.value);
        }
    }
    void whole(const plan::Field&, int& into) override
    {
        if (m_one.isCleared()) into = 0;
        else if (const auto value = wholeOf(m_one, 0, kAnyWhole)) into = *value;
        else refusal = value.error();
    }
    void maybeWhole(const plan::Field&, std::optional<int>& into) override
    {
        into.reset();
        if (m_one.isCleared()) return;
        if (const auto value = wholeOf(m_one, 0, kAnyWhole)) into = *value;
        else refusal = value.error();
    }
    void number(const plan::Field&, double& into) override
    {
        if (m_one.isCleared()) into = 0;
        else if (const auto value = text::parseNumber(m_one.value)) into = *value;
        else refuse(text::say("record-keys.a-number", "a number is written 5 or 2.5"));
    }
    void flag(const plan::Field&, bool& into) override
    {
        const std::string word = text::lower(m_one.value);
        if (word != "yes" && word != "no" && !word.empty())
            return refuse(text::say("record-keys.yes-or-no", "it is yes or no"));
        into = word == "yes";
    }
    void quantity(const plan::Field&, plan::QuantityView into) override
    {
        into.clear();
        if (m_one.isCleared()) return;
        const std::string word = text::lower(m_one.value);
        switch (into.type->measure) {
        case plan::Measure::Rate:
            if (const auto rate = oneline::rateOf(word)) return into.set(rate->in());
            return refuse(text::say("add-record.a-rate-is", "a rate is written 1g or 250m"));
        case plan::Measure::Length:
            if (const auto length = oneline::lengthOf(word)) return into.set(length->in());
            return refuse(text::say("add-record.a-length-is", "a length is written 40m"));
        case plan::Measure::Size:
            if (const auto size = oneline::sizeOf(word)) return into.set(size->in());
            return refuse(text::say("record-keys.a-size", "a size is written 100gb"));
        case plan::Measure::Time:
            // Working time, "25min", "2h"; or "90s".
            if (const auto minutes = minutesIn(word)) return into.set(*minutes * 60);
            if (const auto time = oneline::durationOf(word)) return into.set(time->in());
            return refuse(text::say("record-keys.a-duration", "working time is written 25min, 2h or 90s"));
        default: return figure(word, unitOf(into.type->measure), into);
        }
    }
    void word(const plan::Field&, plan::WordView into) override
    {
        if (!into.set(text::lower(m_one.value))) refuse(text::say("add-record.no-such-kind", "no such kind"));
    }
    void reference(const plan::Field& field, std::int64_t& id) override
    {
        id = 0;
        if (!m_one.isCleared()) id = named(field.refersTo, m_one.value);
    }
    /// Several with + between.
    void references(const plan::Field& field, plan::ReferencesView into) override
    {
        std::vector<std::int64_t> ids;
        if (!m_one.isCleared())
            for (const std::string& part : partsOf(m_one.value))
                if (!refusal) ids.push_back(named(field.refersTo, text::trimmed(part)));
        if (!refusal) into.set(ids);
    }
    void about(const plan::Field&, std::optional<plan::Subject>& into) override
    {
        into.reset();
        if (m_one.isCleared()) return;
        Words name(m_one.value);
        const auto found = takeSubject(name, m_draft.plan);
        if (!found) return refuse(found.error().what);
        if (!name.isAtEnd())
            return refuse(text::say("record-keys.one-object", "it names one object, and more follows"));
        into = *found;
    }

private:
    void refuse(text::Sentence what) { refusal = m_one.wrong(std::move(what)); }
    static std::string capital(std::string word)
    {
        for (char& c : word) c = static_cast<char>(c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c);
        return word;
    }
    bool isOneOf(const KeyChoices& known)
    {
        const std::string word = text::lower(m_one.value);
        std::vector<std::string> all;
        for (const auto& [value, words] : known) all.push_back(value);
        if (std::find(all.begin(), all.end(), word) != all.end()) return true;
        refuse(text::say("record-keys.one-of", "it is one of {}", text::joined(all, ", ")) +
               oneline::suggestion(word, all));
        return false;
    }
    /// A figure with its unit, or bare.
    void figure(std::string word, std::string_view unit, plan::QuantityView into)
    {
        if (!unit.empty() && word.ends_with(unit)) word = text::trimmed(word.substr(0, word.size() - unit.size()));
        if (const auto value = text::parseNumber(word)) into.set(*value);
        else refuse(text::say("record-keys.a-figure", "a figure is written 16{}", unit));
    }
    /// The id of the one of a kind that is called so; 0: there is none, and that is refused.
    std::int64_t named(const char* kindName, const std::string& name)
    {
        const plan::Kind& kind = *plan::kindNamed(kindName);
        std::int64_t id = 0;
        std::vector<std::string> known;
        kind.table->each(m_draft.plan, [&](const void* row) {
            const std::string& called = kind.nameOf(row);
            if (id == 0 && asInALine(called) == asInALine(name)) id = kind.row.id(row);
            known.push_back(text::lower(called));
        });
        if (id == 0)
            refuse(text::say("record-keys.no-such-record", "there is no {} of that name", kind.word) +
                   oneline::suggestion(text::lower(name), known));
        return id;
    }

    const plan::Kind& m_kind;
    const Property& m_one;
    Draft& m_draft;
};

/// And the value that sets it so again.
class LineWriter : public plan::FieldVisitor {
public:
    explicit LineWriter(const plan::Plan& plan) : m_plan(plan) {}
    std::string result;

    void text(const plan::Field&, std::string& value) override { result = value; }
    void whole(const plan::Field&, int& value) override { result = std::to_string(value); }
    void maybeWhole(const plan::Field&, std::optional<int>& value) override
    {
        if (value) result = std::to_string(*value);
    }
    void number(const plan::Field&, double& value) override { result = text::number(value, 9); }
    void flag(const plan::Field&, bool& value) override { result = value ? "yes" : "no"; }
    void quantity(const plan::Field&, plan::QuantityView value) override
    {
        if (!value.isStated()) return;
        const double figure = value.in();
        switch (value.type->measure) {
        case plan::Measure::Rate:
            result = figure >= 1e9 ? text::number(figure / 1e9, 9) + "g" : text::number(figure / 1e6, 9) + "m";
            break;
        case plan::Measure::Length: result = text::number(figure, 9) + "m"; break;
        case plan::Measure::Time: result = text::number(figure / 60, 9) + "min"; break;
        case plan::Measure::Size: result = text::number(figure / 1e9, 9) + "gb"; break;
        default: result = text::number(figure, 9);
        }
    }
    void word(const plan::Field&, plan::WordView value) override { result = value.word(); }
    void reference(const plan::Field& field, std::int64_t& id) override { result = nameOf(field.refersTo, id); }
    void references(const plan::Field& field, plan::ReferencesView value) override
    {
        std::vector<std::string> names;
        for (const std::int64_t id : value.all()) names.push_back(nameInLine(nameOf(field.refersTo, id)));
        result = text::joined(names, "+");
    }
    void about(const plan::Field&, std::optional<plan::Subject>& value) override
    {
        if (!value) return;
        if (value->kind == "port") result = "port " + plan::portText(m_plan, {value->id});
        else if (value->kind == "device" || value->kind == "place" || value->kind == "network" || value->kind == "run")
            if (const std::string name = nameOf(value->kind, value->id); !name.empty() || value->kind != "run")
                result = value->kind + " " + nameInLine(name);
    }

private:
    std::string nameOf(std::string_view kindName, std::int64_t id) const
    {
        const plan::Kind* kind = plan::kindNamed(kindName);
        const void* row = kind ? kind->table->find(m_plan, id) : nullptr;
        return row ? kind->nameOf(row) : std::string();
    }
    const plan::Plan& m_plan;
};

}  // namespace

std::string shown(const plan::Field& field, const void* record, const plan::Plan& plan)
{
    LineWriter writer(plan);
    field.show(field, field.in(const_cast<void*>(record)), writer);
    return std::move(writer.result);
}

const plan::Field* lineNameField(const plan::Kind& kind)
{
    if (*kind.fields[kind.nameField].line) return &kind.fields[kind.nameField];
    for (const plan::Field& field : kind.fields)
        if (*field.line) return &field;
    return nullptr;
}

std::string lineName(const plan::Kind& kind, const void* record, const plan::Plan& plan)
{
    if (kind.lineName) return kind.lineName(record, plan);
    const plan::Field* name = lineNameField(kind);
    return name ? shown(*name, record, plan) : std::string();
}

Field setField(const plan::Kind& kind, void* record, const Property& one, Draft& draft)
{
    std::vector<std::string> known;
    for (const plan::Field& field : kind.fields) {
        if (!*field.line) continue;
        known.emplace_back(field.line);
        if (one.key != field.line) continue;
        // What a form or a line shows, set again, changes nothing: not to the last digit.
        if (shown(field, record, draft.plan) == one.value) return field.key;
        LineReader reader(kind, one, draft);
        field.show(field, field.in(record), reader);
        if (reader.refusal) return tl::unexpected(*reader.refusal);
        if (field.settle) field.settle(record, draft.plan);
        return field.key;
    }
    return tl::unexpected(
        one.wrong(text::say("add-record.write-key-value", "write it as key=value with {}", text::joined(known, ", ")) +
                  oneline::suggestion(one.key, known)));
}

std::optional<Error> takeProperties(Words& words, const plan::Kind& kind, void* record, Draft& draft)
{
    std::vector<Property> all = propertiesOf(words);
    std::optional<plan::Source> source;
    plan::Sources* sources = kind.sourcesOf(record);
    if (sources) {
        const auto taken = takeSource(all);
        if (!taken) return taken.error();
        source = *taken;
    }
    for (const Property& one : all) {
        const Field set = setField(kind, record, one, draft);
        if (!set) return set.error();
        if (source) sources->set(*set, *source);
    }
    return std::nullopt;
}

}  // namespace sokudo::editline
