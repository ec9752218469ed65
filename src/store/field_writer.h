// SPDX-License-Identifier: GPL-3.0-or-later
// Makes JSON of an object, field by field. What says nothing is left out.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/base/json.h"
#include "core/base/quantity.h"
#include "core/kb/rule_rows.h"
#include "core/measure/trial.h"
#include "core/plan/sources.h"
#include "core/plan/traits.h"

namespace sokudo::store {

/// Visits the fields that fields.h describes; the counterpart of FieldReader.
class FieldWriter {
public:
    static constexpr bool kReads = false;
    Json result = Json::object();

    template <class Tag>
    void id(const char* key, const Id<Tag>& value)
    {
        result[key] = value.value;
    }
    template <class Tag>
    void ref(const char* key, const Id<Tag>& value)
    {
        if (value.isSet()) result[key] = value.value;
    }
    void text(const char* key, const std::string& value)
    {
        if (!value.empty()) result[key] = value;
    }
    void neededText(const char* key, const std::string& value) { result[key] = value; }
    void whole(const char* key, int value) { result[key] = value; }
    void count(const char* key, int value)
    {
        if (value != 0) result[key] = value;
    }
    void maybeWhole(const char* key, const std::optional<int>& value)
    {
        if (value) result[key] = *value;
    }
    void number(const char* key, double value) { result[key] = value; }
    void yes(const char* key, bool value)
    {
        if (value) result[key] = true;
    }
    /// @param silent  the value that is left out
    template <class Enum, class Parse>
    void word(const char* key, const Enum& value, Parse, std::optional<Enum> silent = {})
    {
        if (value != silent) result[key] = code(value);
    }
    template <class Enum, class Parse>
    void maybeWord(const char* key, const std::optional<Enum>& value, Parse)
    {
        if (value) result[key] = code(*value);
    }
    template <class Q>
    void quantity(const char* key, const Q& value)
    {
        if (value.in() == static_cast<double>(value.steps())) result[key] = value.steps();
        else result[key] = value.in();
    }
    template <class Q>
    void maybe(const char* key, const std::optional<Q>& value)
    {
        if (value) quantity(key, *value);
    }
    template <class Tag>
    void refs(const char* key, const std::vector<Id<Tag>>& values)
    {
        for (const Id<Tag>& one : values) result[key].push_back(one.value);
    }
    void words(const char* key, const std::vector<std::string>& values)
    {
        for (const std::string& one : values) result[key].push_back(one);
    }
    void sources(const char* key, const plan::Sources& values)
    {
        for (const auto& [field, source] : values) result[key][field] = plan::text(source);
    }
    void rates(const char* key, const std::vector<BitRate>& values)
    {
        for (BitRate one : values) result[key].push_back(one.steps());
    }
    void time(const char* key, const measure::Timestamp& value) { result[key] = measure::isoText(value); }
    void texts(const char* key, const std::map<std::string, std::string>& values)
    {
        for (const auto& [name, value] : values) result[key][name] = value;
    }
    void traits(const char* key, const plan::Traits& values, kb::TraitOwner)
    {
        for (const auto& [id, value] : values) result[key][id] = value;
    }
    template <class T, class Fields>
    void object(const char* key, const std::optional<T>& value, Fields fields)
    {
        if (value) result[key] = inner(*value, fields);
    }
    template <class T, class Fields>
    void list(const char* key, const std::vector<T>& values, Fields fields)
    {
        for (const T& one : values) result[key].push_back(inner(one, fields));
    }

private:
    template <class T, class Fields>
    static Json inner(const T& value, Fields fields)
    {
        FieldWriter writer;
        fields(writer, value);
        return std::move(writer.result);
    }
};

}  // namespace sokudo::store
