// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/field_reader.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "core/kb/trait_value.h"

namespace sokudo::store {
namespace {

constexpr double kLargestWhole = 9007199254740992.0;  // 2^53: JSON keeps larger ones no longer whole

bool saysNothing(const Json& unknown)
{
    return unknown.is_null() || (unknown.is_array() && std::all_of(unknown.begin(), unknown.end(),
                                                                   [](const Json& one) { return one.is_null(); }));
}

/// The text of a plain value; nothing for a list or an object.
std::optional<std::string> plainText(const Json& value)
{
    if (value.is_string()) return value.get<std::string>();
    if (value.is_number() || value.is_boolean()) return jsonText(value);
    return std::nullopt;
}

}  // namespace

FieldReader::FieldReader(const Json& value, std::string where, std::optional<Error>& error)
    : m_value(value), m_where(std::move(where)), m_error(error)
{
    m_asked.reserve(24);
    if (!value.is_object()) complain("", "must be an object in braces");
}

void FieldReader::complain(std::string_view key, std::string what) const
{
    if (!m_error) m_error = Error{ErrorCode::BadInput, std::move(what), key.empty() ? m_where : path(key)};
}

std::string FieldReader::path(std::string_view key) const { return m_where + "." + std::string(key); }

const Json* FieldReader::member(const char* key)
{
    if (std::find(m_asked.begin(), m_asked.end(), key) == m_asked.end()) m_asked.emplace_back(key);
    if (!m_value.is_object()) return nullptr;
    const auto at = m_value.find(key);
    return at == m_value.end() || at->is_null() ? nullptr : &*at;
}

const Json* FieldReader::arrayMember(const char* key)
{
    const Json* found = member(key);
    if (!found || found->is_array()) return found;
    complain(key, "must be a list in brackets");
    return nullptr;
}

void FieldReader::text(const char* key, std::string& into)
{
    const Json* found = member(key);
    if (!found) return;
    if (found->is_string()) into = found->get<std::string>();
    else complain(key, "must be text in quotes");
}

void FieldReader::neededText(const char* key, std::string& into)
{
    text(key, into);
    if (into.empty()) complain(key, "is missing or empty; give it some text");
}

void FieldReader::number(const char* key, double& into)
{
    const Json* found = member(key);
    if (!found) return;
    if (found->is_number()) into = found->get<double>();
    else complain(key, "must be a number");
}

std::int64_t FieldReader::positive(const char* key)
{
    double given = 0;
    number(key, given);
    if (given == std::floor(given) && given >= 0 && given <= kLargestWhole) return static_cast<std::int64_t>(given);
    complain(key, "must be a whole number above 0");
    return 0;
}

std::vector<std::int64_t> FieldReader::positives(const char* key)
{
    std::vector<std::int64_t> ids;
    const Json* found = arrayMember(key);
    if (!found) return ids;
    for (const Json& one : *found) {
        const std::int64_t id = one.is_number_integer() ? one.get<std::int64_t>() : 0;
        if (id <= 0) {
            complain(key, "must be a list of whole numbers above 0");
            return ids;
        }
        ids.push_back(id);
    }
    return ids;
}

void FieldReader::whole(const char* key, int& into)
{
    double given = into;
    number(key, given);
    if (given == std::floor(given) && std::fabs(given) <= std::numeric_limits<int>::max())
        into = static_cast<int>(given);
    else complain(key, "must be a whole number");
}

void FieldReader::maybeWhole(const char* key, std::optional<int>& into)
{
    if (!member(key)) return;
    int given = 0;
    whole(key, given);
    into = given;
}

void FieldReader::flag(const char* key, bool& into)
{
    const Json* found = member(key);
    if (!found) return;
    if (found->is_boolean()) into = found->get<bool>();
    else complain(key, "must be true or false");
}

void FieldReader::words(const char* key, std::vector<std::string>& into)
{
    const Json* found = arrayMember(key);
    if (!found) return;
    for (const Json& one : *found) {
        if (!one.is_string()) return complain(key, "must be a list of texts in quotes");
        into.push_back(one.get<std::string>());
    }
}

void FieldReader::sources(const char* key, plan::Sources& into)
{
    std::map<std::string, std::string> stated;
    texts(key, stated);
    for (const auto& [field, given] : stated)
        if (auto source = plan::sourceFromText(given)) into.set(field, std::move(source));
        else
            complain(std::string(key) + "." + field,
                     "“" + given +
                         "” is no source; write read, measured, printed, told or guessed, and a day such as "
                         "2026-11-28");
}

void FieldReader::rates(const char* key, std::vector<BitRate>& into)
{
    const Json* found = member(key);
    if (!found) return;
    const auto isNumber = [](const Json& one) {
        return one.is_number() && one.get<double>() == std::floor(one.get<double>());
    };
    if (!found->is_array() || !std::all_of(found->begin(), found->end(), isNumber))
        return complain(key, "must be a list of rates in whole bits per second");
    for (const Json& one : *found) into.push_back(BitRate::of(one.get<double>()));
}

void FieldReader::time(const char* key, measure::Timestamp& into)
{
    std::string given;
    text(key, given);
    const auto at = measure::timeFromIso(given);
    if (at) into = *at;
    else complain(key, "“" + given + "” is not a time such as 2026-11-25T21:04:05Z");
}

void FieldReader::texts(const char* key, std::map<std::string, std::string>& into)
{
    const Json* found = member(key);
    if (!found) return;
    if (!found->is_object()) return complain(key, "needs an object of texts");
    for (const auto& [name, value] : found->items())
        if (auto plain = plainText(value)) into[name] = std::move(*plain);
        else complain(std::string(key) + "." + name, "needs a text");
}

void FieldReader::numbers(const char* key, std::map<std::string, double>& into)
{
    const Json* found = member(key);
    if (!found) return;
    if (!found->is_object()) return complain(key, "needs an object of numbers");
    for (const auto& [name, value] : found->items())
        if (value.is_number()) into[name] = value.get<double>();
        else complain(std::string(key) + "." + name, "must be a number");
}

void FieldReader::traits(const char* key, plan::Traits& into, kb::TraitOwner owner)
{
    std::map<std::string, std::string> stated;
    texts(key, stated);
    for (auto& [id, value] : stated) {
        if (const kb::TraitKind* kind = kb::shippedTrait(id)) {
            const std::string field = std::string(key) + "." + id;
            if (kind->of != owner) complain(field, "is not stated of this kind of object");
            else if (auto problem = kb::problemOfValue(*kind, value)) complain(field, std::move(*problem));
        }
        into.set(id, std::move(value));
    }
}

Json FieldReader::unknown() const
{
    Json own = Json::object(), inside = Json::object();
    if (m_value.is_object())
        for (const auto& [key, value] : m_value.items())
            if (std::find(m_asked.begin(), m_asked.end(), key) == m_asked.end()) own[key] = value;
    for (const auto& [key, left] : m_inside)
        if (!saysNothing(left)) inside[key] = left;
    if (own.empty() && inside.empty()) return nullptr;
    Json result = Json::object();
    if (!own.empty()) result["own"] = std::move(own);
    if (!inside.empty()) result["in"] = std::move(inside);
    return result;
}

void mergeUnknown(Json& into, const Json& unknown)
{
    if (!unknown.is_object() || !into.is_object()) return;
    if (const auto own = unknown.find("own"); own != unknown.end())
        for (const auto& [key, value] : own->items())
            if (!into.contains(key)) into[key] = value;
    const auto inside = unknown.find("in");
    if (inside == unknown.end()) return;
    for (const auto& [key, left] : inside->items()) {
        const auto at = into.find(key);
        if (at == into.end()) continue;
        if (at->is_object()) mergeUnknown(*at, left);
        else if (at->is_array() && left.is_array() && at->size() == left.size())
            for (std::size_t i = 0; i < left.size(); ++i) mergeUnknown((*at)[i], left[i]);
    }
}

}  // namespace sokudo::store
