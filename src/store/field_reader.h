// SPDX-License-Identifier: GPL-3.0-or-later
// Fills an object from JSON, field by field, keeps the first complaint with its path, and what it did not know.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/id.h"
#include "core/base/json.h"
#include "core/base/quantity.h"
#include "core/kb/rule_rows.h"
#include "core/measure/trial.h"
#include "core/plan/sources.h"
#include "core/plan/traits.h"

namespace sokudo::store {

/// Reads the fields of one object of JSON. A field that is absent stays as it was.
class FieldReader {
public:
    /// @param where  what messages call the object; @param error  takes the first complaint
    FieldReader(const Json& value, std::string where, std::optional<Error>& error);

    template <class Tag>
    void id(const char* key, Id<Tag>& into)
    {
        into.value = positive(key);
        if (!into.isSet()) complain(key, "needs a whole number above 0");
    }
    void text(const char* key, std::string& into);
    void neededText(const char* key, std::string& into);
    void whole(const char* key, int& into);
    void maybeWhole(const char* key, std::optional<int>& into);
    void number(const char* key, double& into);
    void flag(const char* key, bool& into);
    void words(const char* key, std::vector<std::string>& into);
    void rates(const char* key, std::vector<BitRate>& into);
    void time(const char* key, measure::Timestamp& into);
    /// An object of texts; a number in it is kept as its text.
    void texts(const char* key, std::map<std::string, std::string>& into);
    void numbers(const char* key, std::map<std::string, double>& into);
    /// Stated values; those of kinds that this Sokudo does not know are kept as they are.
    void traits(const char* key, plan::Traits& into, kb::TraitOwner owner);
    /// Fields with where they are from: {"length_m": "measured 2026-11-02"}.
    void sources(const char* key, plan::Sources& into);
    void complain(std::string_view key, std::string what) const;
    /// Fields that nothing asked for, for mergeUnknown(); null where there are none.
    Json unknown() const;

    /// Null: it is absent.
    const Json* member(const char* key);
    bool has(const char* key) { return member(key) != nullptr; }
    /// Null: it is absent, or no list.
    const Json* arrayMember(const char* key);
    std::int64_t positive(const char* key);
    std::vector<std::int64_t> positives(const char* key);
    std::string path(std::string_view key) const;
    /// What was not known inside a field.
    void keepInside(const char* key, Json unknown) { m_inside[key] = std::move(unknown); }

private:
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
