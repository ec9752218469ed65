// SPDX-License-Identifier: GPL-3.0-or-later
// How a kind of record is described; for the files that describe kinds only.
#pragma once

#include <type_traits>
#include <utility>

#include "core/kb/rule_rows.h"
#include "core/plan/kind.h"

namespace sokudo::plan {

struct WordType {
    std::vector<std::string_view> words;
    std::optional<std::size_t> (*get)(const void*);
    void (*set)(void*, std::size_t);
};
struct ReferencesType {
    std::vector<std::int64_t> (*all)(const void*);
    void (*set)(void*, const std::vector<std::int64_t>&);
};
struct ObjectType {
    void* (*get)(void*);
    void* (*make)(void*);
    std::vector<Field> fields;
};
struct ListType {
    std::size_t (*size)(const void*);
    void* (*row)(void*, std::size_t);
    void* (*add)(void*);
    std::vector<Field> fields;
};

namespace detail {

template <class M>
struct Bare {
    using Type = M;
    static constexpr bool kIsOptional = false;
};
template <class M>
struct Bare<std::optional<M>> {
    using Type = M;
    static constexpr bool kIsOptional = true;
};

template <class Q>
constexpr Measure measureOf()
{
    if constexpr (std::is_same_v<Q, BitRate>) return Measure::Rate;
    else if constexpr (std::is_same_v<Q, Length>) return Measure::Length;
    else if constexpr (std::is_same_v<Q, Duration>) return Measure::Time;
    else if constexpr (std::is_same_v<Q, DataSize>) return Measure::Size;
    else if constexpr (std::is_same_v<Q, Ampere>) return Measure::Current;
    else if constexpr (std::is_same_v<Q, Volt>) return Measure::Voltage;
    else if constexpr (std::is_same_v<Q, Watt>) return Measure::Power;
    else if constexpr (std::is_same_v<Q, Decibel>) return Measure::Decibels;
    else if constexpr (std::is_same_v<Q, Ohm>) return Measure::Resistance;
    else if constexpr (std::is_same_v<Q, Money>) return Measure::Money;
    else return Measure::Ratio;
}

template <class M>
inline const QuantityType kQuantity{measureOf<typename Bare<M>::Type>(), 1.0 / Bare<M>::Type::fromSteps(1).in(),
                                    [](const void* at) -> std::optional<std::int64_t> {
                                        const M& value = *static_cast<const M*>(at);
                                        if constexpr (Bare<M>::kIsOptional)
                                            return value ? std::optional(value->steps()) : std::nullopt;
                                        else return value.steps();
                                    },
                                    [](void* at, double units) { *static_cast<M*>(at) = Bare<M>::Type::of(units); },
                                    [](void* at) { *static_cast<M*>(at) = M{}; }};

template <class M>
WordType wordType(typename Bare<M>::Type last)
{
    using Enum = typename Bare<M>::Type;
    WordType type{{},
                  [](const void* at) -> std::optional<std::size_t> {
                      const M& value = *static_cast<const M*>(at);
                      if constexpr (Bare<M>::kIsOptional)
                          return value ? std::optional(static_cast<std::size_t>(*value)) : std::nullopt;
                      else return static_cast<std::size_t>(value);
                  },
                  [](void* at, std::size_t i) { *static_cast<M*>(at) = static_cast<Enum>(i); }};
    for (std::size_t i = 0; i <= static_cast<std::size_t>(last); ++i) type.words.push_back(code(static_cast<Enum>(i)));
    return type;
}

template <class Tag>
inline const ReferencesType kReferences{[](const void* at) {
                                            std::vector<std::int64_t> ids;
                                            for (const Id<Tag>& one : *static_cast<const std::vector<Id<Tag>>*>(at))
                                                ids.push_back(one.value);
                                            return ids;
                                        },
                                        [](void* at, const std::vector<std::int64_t>& ids) {
                                            auto& into = *static_cast<std::vector<Id<Tag>>*>(at);
                                            into.clear();
                                            for (const std::int64_t id : ids) into.push_back({id});
                                        }};

template <class T>
inline constexpr RowType kRow{
    []() -> std::unique_ptr<RowList> { return std::make_unique<RowsOf<T>>(); },
    [](void* row, std::int64_t id) { static_cast<T*>(row)->id.value = id; },
    [](const void* a, const void* b) { return *static_cast<const T*>(a) == *static_cast<const T*>(b); },
    [](const void* row) { return static_cast<const T*>(row)->id.value; }};

template <class T, Table<T> Plan::*Rows>
inline constexpr TableType kTable{
    [](const Plan& plan) { return (plan.*Rows).size(); },
    [](const Plan& plan, const TableType::Visit& visit) {
        for (const T& row : plan.*Rows) visit(&row);
    },
    [](const Plan& plan, std::int64_t id) -> const void* { return (plan.*Rows).find({id}); },
    [](Plan& plan, const void* row) { plan.*Rows = (plan.*Rows).with(*static_cast<const T*>(row)); },
    [](Plan& plan, std::int64_t id) { plan.*Rows = (plan.*Rows).without({id}); },
    [](Plan& plan, RowList&& rows) { plan.*Rows = Table<T>::fromRows(std::move(static_cast<RowsOf<T>&>(rows).rows)); },
    [](const Plan& before, const Plan& after, const TableType::VisitTwo& visit) {
        sokudo::eachDifference(before.*Rows, after.*Rows, [&](const T* old, const T* now) { visit(old, now); });
    }};

}  // namespace detail

/// Collects the fields of T in the order of exported JSON.
template <class T>
class Fields {
public:
    Field& text(const char* key, std::string T::*member) { return add(key, member, &showText); }
    /// Text that must be there, called so by messages.
    Field& name(const char* key, std::string T::*member, const char* example)
    {
        return text(key, member).is(TextKind::Name, example);
    }
    Field& needed(const char* key, std::string T::*member, const char* example)
    {
        return text(key, member).is(TextKind::Needed, example);
    }
    Field& day(const char* key, std::string T::*member) { return text(key, member).is(TextKind::Day); }
    /// Left out of JSON where it is 0.
    Field& count(const char* key, int T::*member) { return add(key, member, &showWhole); }
    Field& whole(const char* key, int T::*member) { return count(key, member).always(); }
    Field& whole(const char* key, std::optional<int> T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.maybeWhole(field, *static_cast<std::optional<int>*>(at));
        });
    }
    Field& number(const char* key, double T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.number(field, *static_cast<double*>(at));
        });
    }
    Field& flag(const char* key, bool T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.flag(field, *static_cast<bool*>(at));
        });
    }
    template <class M>
    Field& quantity(const char* key, M T::*member)
    {
        return quantityAt(key, [member](T& record) -> M& { return record.*member; });
    }
    /// A quantity within a part of the record that is always there.
    template <class At>
    Field& quantityAt(const char* key, At at)
    {
        using M = std::remove_reference_t<decltype(at(std::declval<T&>()))>;
        Field& field = addAt(key, at, [](const Field& of, void* where, FieldVisitor& visitor) {
            visitor.quantity(of, {static_cast<const QuantityType*>(of.type), where});
        });
        field.type = &detail::kQuantity<M>;
        field.isAlwaysWritten = !detail::Bare<M>::kIsOptional;
        return field;
    }
    /// @param last  the last value of the enum
    template <class M>
    Field& word(const char* key, M T::*member, typename detail::Bare<M>::Type last)
    {
        static const WordType kType = detail::wordType<M>(last);
        Field& field = add(key, member, &showWord);
        field.type = &kType;
        return field;
    }
    /// One of two words.
    Field& either(const char* key, bool T::*member, const WordType& type)
    {
        Field& field = add(key, member, &showWord);
        field.type = &type;
        return field;
    }
    /// Yes, no, or not stated.
    Field& maybe(const char* key, std::optional<bool> T::*member)
    {
        static const WordType kType{{"no", "yes"},
                                    [](const void* at) -> std::optional<std::size_t> {
                                        const auto& value = *static_cast<const std::optional<bool>*>(at);
                                        return value ? std::optional<std::size_t>(*value ? 1 : 0) : std::nullopt;
                                    },
                                    [](void* at, std::size_t i) { *static_cast<std::optional<bool>*>(at) = i == 1; }};
        Field& field = add(key, member, &showWord);
        field.type = &kType;
        return field;
    }
    /// @param kind  what it refers to
    template <class Tag>
    Field& ref(const char* key, Id<Tag> T::*member, const char* kind, WhenGone whenGone = WhenGone::Clears)
    {
        return add(key, member,
                   [](const Field& field, void* at, FieldVisitor& visitor) {
                       visitor.reference(field, static_cast<Id<Tag>*>(at)->value);
                   })
            .to(kind, whenGone);
    }
    /// One that must be set.
    template <class Tag>
    Field& owner(const char* key, Id<Tag> T::*member, const char* kind)
    {
        Field& field = ref(key, member, kind, WhenGone::TakesAlong);
        field.isNeeded = field.isAlwaysWritten = true;
        return field;
    }
    template <class Tag>
    Field& refs(const char* key, std::vector<Id<Tag>> T::*member, const char* kind)
    {
        Field& field = add(key, member, [](const Field& of, void* at, FieldVisitor& visitor) {
            visitor.references(of, {static_cast<const ReferencesType*>(of.type), at});
        });
        field.type = &detail::kReferences<Tag>;
        return field.to(kind);
    }
    Field& about(const char* key, std::optional<Subject> T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.about(field, *static_cast<std::optional<Subject>*>(at));
        });
    }
    Field& traits(const char* key, Traits T::*member, kb::TraitOwner owner)
    {
        Field& field = add(key, member, [](const Field& of, void* at, FieldVisitor& visitor) {
            visitor.traits(of, *static_cast<Traits*>(at));
        });
        field.owner = owner;
        return field;
    }
    Field& sources(const char* key, Sources T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.sources(field, *static_cast<Sources*>(at));
        });
    }
    Field& texts(const char* key, std::map<std::string, std::string> T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.texts(field, *static_cast<std::map<std::string, std::string>*>(at));
        });
    }
    Field& numbers(const char* key, std::map<std::string, double> T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.numbers(field, *static_cast<std::map<std::string, double>*>(at));
        });
    }
    Field& words(const char* key, std::vector<std::string> T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.words(field, *static_cast<std::vector<std::string>*>(at));
        });
    }
    Field& rates(const char* key, std::vector<BitRate> T::*member)
    {
        return add(key, member, [](const Field& field, void* at, FieldVisitor& visitor) {
            visitor.rates(field, *static_cast<std::vector<BitRate>*>(at));
        });
    }
    Field& time(const char* key, std::chrono::sys_time<std::chrono::milliseconds> T::*member)
    {
        Field& field = add(key, member, [](const Field& of, void* at, FieldVisitor& visitor) {
            visitor.time(of, *static_cast<std::chrono::sys_time<std::chrono::milliseconds>*>(at));
        });
        field.isNeeded = true;
        return field;
    }
    /// A moment that may be left out: 0 says nothing.
    Field& maybeTime(const char* key, std::chrono::sys_time<std::chrono::milliseconds> T::*member)
    {
        Field& field = time(key, member);
        field.isNeeded = false;
        return field;
    }
    /// @param describe  is given the Fields<M> of what is inside
    template <class M, class Describe>
    Field& object(const char* key, std::optional<M> T::*member, Describe describe)
    {
        static const ObjectType kType{[](void* at) -> void* {
                                          auto& value = *static_cast<std::optional<M>*>(at);
                                          return value ? &*value : nullptr;
                                      },
                                      [](void* at) -> void* { return &static_cast<std::optional<M>*>(at)->emplace(); },
                                      inside<M>(describe)};
        Field& field = add(key, member, [](const Field& of, void* at, FieldVisitor& visitor) {
            visitor.object(of, {static_cast<const ObjectType*>(of.type), at});
        });
        field.type = &kType;
        return field;
    }
    template <class M, class Describe>
    Field& list(const char* key, std::vector<M> T::*member, Describe describe)
    {
        static const ListType kType{
            [](const void* at) { return static_cast<const std::vector<M>*>(at)->size(); },
            [](void* at, std::size_t i) -> void* { return &(*static_cast<std::vector<M>*>(at))[i]; },
            [](void* at) -> void* { return &static_cast<std::vector<M>*>(at)->emplace_back(); }, inside<M>(describe)};
        Field& field = add(key, member, [](const Field& of, void* at, FieldVisitor& visitor) {
            visitor.list(of, {static_cast<const ListType*>(of.type), at});
        });
        field.type = &kType;
        return field;
    }
    std::vector<Field> all() && { return std::move(m_fields); }

private:
    using Show = void (*)(const Field&, void*, FieldVisitor&);
    static void showText(const Field& field, void* at, FieldVisitor& visitor)
    {
        visitor.text(field, *static_cast<std::string*>(at));
    }
    static void showWhole(const Field& field, void* at, FieldVisitor& visitor)
    {
        visitor.whole(field, *static_cast<int*>(at));
    }
    static void showWord(const Field& field, void* at, FieldVisitor& visitor)
    {
        visitor.word(field, {static_cast<const WordType*>(field.type), at});
    }
    template <class M, class Describe>
    static std::vector<Field> inside(Describe describe)
    {
        Fields<M> fields;
        describe(fields);
        return std::move(fields).all();
    }
    template <class M>
    Field& add(const char* key, M T::*member, Show show)
    {
        return addAt(
            key, [member](T& record) -> M& { return record.*member; }, show);
    }
    template <class At>
    Field& addAt(const char* key, At at, Show show)
    {
        static T sample{};
        Field field;
        field.key = key;
        field.offset = static_cast<std::size_t>(reinterpret_cast<const char*>(&at(sample)) -
                                                reinterpret_cast<const char*>(&sample));
        field.show = show;
        m_fields.push_back(field);
        return m_fields.back();
    }
    std::vector<Field> m_fields;
};

/// A kind of record. Its id comes first.
template <class T, class Describe>
Kind described(const char* name, const char* list, const char* word, Describe describe)
{
    Fields<T> fields;
    fields.owner("id", &T::id, "");
    describe(fields);
    Kind kind;
    kind.name = name;
    kind.list = list;
    kind.word = word;
    kind.fields = std::move(fields).all();
    kind.row = detail::kRow<T>;
    for (std::size_t i = kind.fields.size(); i-- > 0;)
        if (kind.fields[i].text == TextKind::Name) kind.nameField = kind.otherName = i;
    return kind;
}
/// One whose rows stand in a table of the plan.
template <class T, Table<T> Plan::*Rows, class Describe>
Kind described(const char* name, const char* list, const char* word, Describe describe)
{
    Kind kind = described<T>(name, list, word, describe);
    kind.table = &detail::kTable<T, Rows>;
    return kind;
}

}  // namespace sokudo::plan
