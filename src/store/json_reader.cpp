// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/json_reader.h"

#include <cmath>

#include <fmt/format.h>

namespace sokudo::store {

namespace {
const Json kNothing = Json::object();
constexpr double kLargestWhole = 9007199254740992.0;  // 2^53
}  // namespace

JsonReader::JsonReader(const Json& value, std::string path, std::optional<Error>& error)
    : m_value(value), m_path(std::move(path)), m_error(error)
{
    if (!value.is_object()) complain("", "must be an object in braces");
}

void JsonReader::complain(const std::string& key, std::string what) const
{
    if (!m_error) m_error = Error{ErrorCode::BadInput, std::move(what), key.empty() ? m_path : m_path + "." + key};
}

const Json* JsonReader::member(const char* key) const
{
    if (!m_value.is_object()) return nullptr;
    const auto at = m_value.find(key);
    return at == m_value.end() || at->is_null() ? nullptr : &*at;
}

std::string JsonReader::text(const char* key) const
{
    const Json* found = member(key);
    if (!found) return {};
    if (!found->is_string()) {
        complain(key, "must be text in quotes");
        return {};
    }
    return found->get<std::string>();
}

std::string JsonReader::neededText(const char* key) const
{
    std::string result = text(key);
    if (result.empty()) complain(key, "is missing or empty; give it some text");
    return result;
}

std::optional<double> JsonReader::maybeNumber(const char* key) const
{
    const Json* found = member(key);
    if (!found) return std::nullopt;
    if (!found->is_number()) {
        complain(key, "must be a number");
        return std::nullopt;
    }
    return found->get<double>();
}

std::int64_t JsonReader::whole(const char* key, std::int64_t fallback) const
{
    const auto number = maybeNumber(key);
    if (!number) return fallback;
    if (*number != std::floor(*number) || std::fabs(*number) > kLargestWhole) {
        complain(key, "must be a whole number");
        return fallback;
    }
    return static_cast<std::int64_t>(*number);
}

bool JsonReader::yes(const char* key) const
{
    const Json* found = member(key);
    if (!found) return false;
    if (!found->is_boolean()) complain(key, "must be true or false");
    return found->is_boolean() && found->get<bool>();
}

std::optional<BitRate> JsonReader::maybeRate(const char* key) const
{
    const auto number = maybeNumber(key);
    if (!number) return std::nullopt;
    if (*number < 0 || *number > 1.6e12) complain(key, "must be a rate in bits per second, at most 1.6e12");
    return BitRate::of(*number);
}

std::optional<Length> JsonReader::maybeLength(const char* key) const
{
    const auto number = maybeNumber(key);
    if (!number) return std::nullopt;
    if (*number <= 0 || *number > 1e5) complain(key, "must be a length in metres, above 0 and at most 100000");
    return Length::of(*number);
}

std::vector<BitRate> JsonReader::rates(const char* key) const
{
    std::vector<BitRate> result;
    const Json* found = member(key);
    if (!found) return result;
    if (!found->is_array()) {
        complain(key, "must be a list of rates in bits per second");
        return result;
    }
    for (const Json& one : *found) {
        if (!one.is_number()) complain(key, "must be a list of rates in bits per second");
        else result.push_back(BitRate::of(one.get<double>()));
    }
    return result;
}

JsonReader JsonReader::object(const char* key) const
{
    const Json* found = member(key);
    return JsonReader(found ? *found : kNothing, m_path + "." + key, m_error);
}

std::vector<JsonReader> JsonReader::list(const char* key) const
{
    std::vector<JsonReader> result;
    const Json* found = member(key);
    if (!found) return result;
    if (!found->is_array()) {
        complain(key, "must be a list in brackets");
        return result;
    }
    for (std::size_t i = 0; i < found->size(); ++i)
        result.emplace_back((*found)[i], fmt::format("{}.{}[{}]", m_path, key, i), m_error);
    return result;
}

std::map<std::string, std::string> JsonReader::texts(const char* key) const
{
    std::map<std::string, std::string> result;
    const Json* found = member(key);
    if (!found) return result;
    if (!found->is_object()) {
        complain(key, "needs an object of texts");
        return result;
    }
    for (const auto& [name, value] : found->items()) {
        if (value.is_string()) result[name] = value.get<std::string>();
        else complain(name, "needs a text");
    }
    return result;
}

}  // namespace sokudo::store
