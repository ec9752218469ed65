// SPDX-License-Identifier: GPL-3.0-or-later
// Fills an object from JSON, field by field, keeps the first complaint with its path, and what it did not know.
#pragma once

#include <cmath>
#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <type_traits>
#include <vector>

#include "core/base/id.h"
#include "core/base/json.h"
#include "core/base/quantity.h"
#include "core/kb/rule_rows.h"
#include "core/measure/trial.h"
#include "core/plan/sources.h"
#include "core/plan/traits.h"

namespace sokudo::store {

/// Visits the fields that fields.h describes. A field that is absent stays as it was.
class FieldReader {
public:
    static constexpr bool kReads = true;
    /// @param where  what messages call the object; @param error  takes the first complaint
    FieldReader(const Json& value, std::string where, std::optional<Error>& error);

    template <class Tag>
    void id(const char* key, Id<Tag>& into)
    {
        into.value = positive(key);
        if (!into.isSet()) complain(key, "needs a whole number above 0");
    }
    template <class Tag>
    void ref(const char* key, Id<Tag>& into)
    {
        if (member(key)) into.value = positive(key);
    }
    void text(const char* key, std::string& into);
    void neededText(const char* key, std::string& into);
    void whole(const char* key, int& into);
    void count(const char* key, int& into) { whole(key, into); }
    void maybeWhole(const char* key, std::optional<int>& into);
    void number(const char* key, double& into);
    void yes(const char* key, bool& into);
    /// A word out of a list that `parse` knows.
    template <class Enum, class Parse>
    void word(const char* key, Enum& into, Parse parse, std::optional<Enum> = {})
    {
        std::string given;
        text(key, given);
        if (given.empty()) return;
        if (const auto known = parse(given)) into = *known;
        else complain(key, "“" + given + "” is not one of the known words");
    }
    template <class Enum, class Parse>
    void maybeWord(const char* key, std::optional<Enum>& into, Parse parse)
    {
        if (!member(key)) return;
        Enum given{};
        word(key, given, parse);
        into = given;
    }
    template <class Q>
    void quantity(const char* key, Q& into)
    {
        double given = into.in();
        number(key, given);
        // A bit and a byte have no parts: 1.5 of them is a slip, and not 2.
        constexpr bool isWhole = std::is_same_v<Q, BitRate> || std::is_same_v<Q, DataSize>;
        if (isWhole && given != std::floor(given)) complain(key, "must be a whole number");
        into = Q::of(given);
    }
    template <class Q>
    void maybe(const char* key, std::optional<Q>& into)
    {
        if (!member(key)) return;
        Q given;
        quantity(key, given);
        into = given;
    }
    template <class Tag>
    void refs(const char* key, std::vector<Id<Tag>>& into)
    {
        const Json* found = arrayMember(key);
        if (!found) return;
        for (const Json& one : *found) {
            const std::int64_t id = one.is_number_integer() ? one.get<std::int64_t>() : 0;
            if (id <= 0) return complain(key, "must be a list of whole numbers above 0");
            into.push_back({id});
        }
    }
    void words(const char* key, std::vector<std::string>& into);
    void rates(const char* key, std::vector<BitRate>& into);
    void time(const char* key, measure::Timestamp& into);
    /// An object of texts; a number in it is kept as its text.
    void texts(const char* key, std::map<std::string, std::string>& into);
    /// Stated values; those of kinds that this Sokudo does not know are kept as they are.
    void traits(const char* key, plan::Traits& into, kb::TraitOwner owner);
    /// Fields with where they are from: {"length_m": "measured 2026-11-02"}.
    void sources(const char* key, plan::Sources& into);
    template <class T, class Fields>
    void object(const char* key, std::optional<T>& into, Fields fields)
    {
        const Json* found = member(key);
        if (!found) return;
        into.emplace();
        FieldReader inner(*found, path(key), m_error);
        fields(inner, *into);
        m_inside[key] = inner.unknown();
    }
    template <class T, class Fields>
    void list(const char* key, std::vector<T>& into, Fields fields)
    {
        const Json* found = arrayMember(key);
        if (!found) return;
        Json left = Json::array();
        for (const Json& one : *found) {
            FieldReader inner(one, path(key) + "[" + std::to_string(into.size()) + "]", m_error);
            fields(inner, into.emplace_back());
            left.push_back(inner.unknown());
        }
        m_inside[key] = std::move(left);
    }
    void complain(std::string_view key, std::string what) const;
    /// Fields that nothing asked for, for mergeUnknown(); null where there are none.
    Json unknown() const;

private:
    const Json* member(const char* key);
    const Json* arrayMember(const char* key);
    std::int64_t positive(const char* key);
    std::string path(std::string_view key) const;
    const Json& m_value;
    std::string m_where;
    std::optional<Error>& m_error;
    std::vector<std::string_view> m_asked;
    std::map<std::string, Json> m_inside;
};

/// Puts the fields that a reader did not know back into what a writer made of the same object.
/// Fields of the items of a list come back where the list has kept its length.
void mergeUnknown(Json& into, const Json& unknown);

}  // namespace sokudo::store
