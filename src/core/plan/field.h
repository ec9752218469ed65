// SPDX-License-Identifier: GPL-3.0-or-later
// One field of a kind of record, described once: what it holds, how it is called, what it may hold, what it refers to.
// JSON, its schema, CSV, edit lines, forms, tables and checks read it at run time.
#pragma once

#include <chrono>
#include <cstdint>
#include <limits>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/quantity.h"

namespace sokudo::kb {
enum class TraitOwner;
}

namespace sokudo::plan {

struct Field;
struct Subject;
class Sources;
class Traits;

/// What a quantity measures.
enum class Measure { Rate, Length, Time, Size, Current, Voltage, Power, Decibels, Resistance, Money, Ratio };

/// How a type of quantity is looked at and set.
struct QuantityType {
    Measure measure;
    double stepsPerUnit;
    std::optional<std::int64_t> (*steps)(const void*);  ///< nothing: it is not stated
    void (*set)(void*, double units);
    void (*clear)(void*);
};

/// A quantity in a record, whatever it measures.
struct QuantityView {
    const QuantityType* type;
    void* at;
    bool isStated() const;
    std::int64_t steps() const;  ///< 0 where it is not stated
    double in() const;           ///< in the unit of its type
    void set(double units) const;
    void clear() const;
};
/// One word out of a list.
struct WordView {
    const struct WordType* type;
    void* at;
    bool isStated() const;
    std::string_view word() const;  ///< empty where it is not stated
    /// @return false: it is none of the list
    bool set(std::string_view word) const;
    const std::vector<std::string_view>& words() const;  ///< all that there are
};
/// Ids of objects of one kind.
struct ReferencesView {
    const struct ReferencesType* type;
    void* at;
    std::vector<std::int64_t> all() const;
    void set(const std::vector<std::int64_t>& ids) const;
};
/// Fields within a field, which may be missing as a whole.
struct ObjectView {
    const struct ObjectType* type;
    void* at;
    void* get() const;  ///< null: missing
    void* make() const;
    const std::vector<Field>& fields() const;
};
/// A list of such.
struct ListView {
    const struct ListType* type;
    void* at;
    std::size_t size() const;
    void* row(std::size_t i) const;
    void* add() const;
    const std::vector<Field>& fields() const;
};

/// Looks at the fields of a record, or fills them; of what it does not override, it takes no notice.
class FieldVisitor {
public:
    virtual ~FieldVisitor() = default;
    virtual void text(const Field&, std::string&) {}
    virtual void whole(const Field&, int&) {}
    virtual void maybeWhole(const Field&, std::optional<int>&) {}
    virtual void number(const Field&, double&) {}
    virtual void flag(const Field&, bool&) {}
    virtual void quantity(const Field&, QuantityView) {}
    virtual void word(const Field&, WordView) {}
    virtual void reference(const Field&, std::int64_t&) {}
    virtual void references(const Field&, ReferencesView) {}
    virtual void about(const Field&, std::optional<Subject>&) {}
    virtual void traits(const Field&, Traits&) {}
    virtual void sources(const Field&, Sources&) {}
    virtual void texts(const Field&, std::map<std::string, std::string>&) {}
    virtual void numbers(const Field&, std::map<std::string, double>&) {}
    virtual void words(const Field&, std::vector<std::string>&) {}
    virtual void rates(const Field&, std::vector<BitRate>&) {}
    virtual void time(const Field&, std::chrono::sys_time<std::chrono::milliseconds>&) {}
    virtual void object(const Field&, ObjectView) {}
    virtual void list(const Field&, ListView) {}
};

/// What becomes of a record when what a field of it refers to is deleted.
enum class WhenGone {
    Clears,      ///< the field no longer refers to anything
    TakesAlong,  ///< the record goes with it
    Stays,       ///< looked at elsewhere
};

/// What a text is.
enum class TextKind {
    Free,    ///< a note of at most 4000 bytes
    Name,    ///< must be there, of at most 200 bytes, without signs that turn text
    Needed,  ///< must be there
    Day,     ///< ISO 8601 date, or empty
    Clock,   ///< "18:30", or empty
    Code,    ///< ISO 4217 code of a currency, or empty
    Raw,     ///< anything; a check of the kind looks at it
};

/// What may be picked for a field in a form, apart from the words and the objects it refers to.
enum class Choices { None, Grades, Parts, Purposes, Sellers, Batteries };

struct Field {
    const char* key = "";                                               ///< of exported JSON: "length_m"
    std::size_t offset = 0;                                             ///< in its record
    void (*show)(const Field&, void* member, FieldVisitor&) = nullptr;  ///< one for each C++ type

    // In JSON.
    bool isNeeded = false;         ///< must be there
    bool isAlwaysWritten = false;  ///< also where it says nothing
    const char* silentWord = "";   ///< the word that is left out
    const void* type = nullptr;    ///< QuantityType, WordType and so on, by `show`
    kb::TraitOwner owner{};        ///< of traits

    // In edit lines, forms and tables.
    const char* line = "";     ///< key of an edit line; empty: a line does not set it
    const char* heading = "";  ///< of a form and a column
    const char* hint = "";     ///< what an empty field means, or an example
    Choices choices = Choices::None;

    bool isStrict = false;  ///< only what may be picked
    enum class Letters { AsTyped, Small, Capital } letters = Letters::AsTyped;
    /// What else a line or form sets with it; null: nothing.
    void (*settle)(void* record, const struct Plan&) = nullptr;
    /// What reading it from JSON gives to fields that follow; null: nothing.
    void (*taken)(void* record) = nullptr;

    // What it may hold.
    TextKind text = TextKind::Free;
    const char* example = "";
    bool isJudgedByKind = false;  ///< the check of its kind says what it may hold
    double least = -std::numeric_limits<double>::infinity(), most = std::numeric_limits<double>::infinity();
    const char* unit = "";

    // What it refers to.
    const char* refersTo = "";  ///< a kind: "device"; empty: nothing
    WhenGone whenGone = WhenGone::Clears;
    bool isGoneAllowed = false;  ///< it may refer to what is not there

    void* in(void* record) const { return static_cast<char*>(record) + offset; }

    // For descriptions.
    Field& asLine(const char* lineKey, const char* formHeading, const char* formHint = "")
    {
        line = lineKey;
        heading = formHeading;
        hint = formHint;
        return *this;
    }
    Field& is(TextKind kind, const char* such = "")
    {
        text = kind;
        example = such;
        if (kind == TextKind::Name || kind == TextKind::Needed) mustBeThere();
        return *this;
    }
    Field& between(double from, double to, const char* in = "")
    {
        least = from;
        most = to;
        unit = in;
        return *this;
    }
    Field& judgedByKind()
    {
        isJudgedByKind = true;
        return *this;
    }
    Field& mustBeThere()
    {
        isNeeded = isAlwaysWritten = true;
        return *this;
    }
    Field& always()
    {
        isAlwaysWritten = true;
        return *this;
    }
    Field& silent(const char* word)
    {
        silentWord = word;
        return *this;
    }
    Field& pick(Choices from)
    {
        choices = from;
        return *this;
    }
    Field& pickStrictly(Choices from)
    {
        isStrict = true;
        return pick(from);
    }
    Field& inSmallLetters()
    {
        letters = Letters::Small;
        return *this;
    }
    Field& inCapitals()
    {
        letters = Letters::Capital;
        return *this;
    }
    Field& mayBeGone()
    {
        isGoneAllowed = true;
        return *this;
    }
    Field& to(const char* kind, WhenGone then = WhenGone::Clears)
    {
        refersTo = kind;
        whenGone = then;
        return *this;
    }
};

}  // namespace sokudo::plan
