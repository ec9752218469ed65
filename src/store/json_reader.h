// SPDX-License-Identifier: GPL-3.0-or-later
// Reads typed fields of a JSON object and keeps the first complaint with its path.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <vector>

#include <nlohmann/json.hpp>

#include "core/base/id.h"
#include "core/base/quantity.h"
#include "core/base/result.h"

namespace sokudo::store {

using Json = nlohmann::ordered_json;

class JsonReader {
public:
    JsonReader(const Json& value, std::string path, std::optional<Error>& error);
    std::string text(const char* key) const;  ///< empty where absent
    std::string neededText(const char* key) const;
    std::optional<double> maybeNumber(const char* key) const;
    std::int64_t whole(const char* key, std::int64_t fallback) const;
    bool yes(const char* key) const;  ///< false where absent
    template <class IdType>
    IdType id(const char* key) const
    {
        return IdType{whole(key, 0)};
    }
    template <class IdType>
    IdType neededId(const char* key) const
    {
        const IdType result = id<IdType>(key);
        if (!result.isSet()) complain(key, "needs a whole number above 0");
        return result;
    }
    std::optional<BitRate> maybeRate(const char* key) const;
    std::optional<Length> maybeLength(const char* key) const;
    std::vector<BitRate> rates(const char* key) const;
    /// An object of texts; empty where absent.
    std::map<std::string, std::string> texts(const char* key) const;
    /// A word out of a list that `parse` knows; the fallback where absent.
    template <class Enum, class Parse>
    Enum word(const char* key, Enum fallback, Parse parse) const
    {
        const std::string given = text(key);
        if (given.empty()) return fallback;
        const auto result = parse(given);
        if (!result) complain(key, "“" + given + "” is not one of the known words");
        return result.value_or(fallback);
    }
    const Json* member(const char* key) const;
    JsonReader object(const char* key) const;
    std::vector<JsonReader> list(const char* key) const;
    bool has(const char* key) const { return member(key) != nullptr; }
    const Json& value() const { return m_value; }
    void complain(const std::string& key, std::string what) const;

private:
    const Json& m_value;
    std::string m_path;
    std::optional<Error>& m_error;
};

}  // namespace sokudo::store
