// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/json.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/utf8.h"

template class nlohmann::basic_json<nlohmann::ordered_map>;

namespace sokudo {
namespace {

constexpr int kMostLevels = 64;

/// How far lists and objects are nested, by their brackets.
int levels(std::string_view text)
{
    int now = 0, most = 0;
    bool inString = false;
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (inString) {
            if (c == '\\') ++i;
            else if (c == '"') inString = false;
        } else if (c == '"') {
            inString = true;
        } else if (c == '[' || c == '{') {
            most = std::max(most, ++now);
        } else if (c == ']' || c == '}') {
            --now;
        }
    }
    return most;
}

tl::unexpected<Error> refuse(std::string_view text, std::size_t byte, const std::string& name, text::Sentence what)
{
    const TextPlace place = placeOf(text, byte);
    return failure(ErrorCode::BadInput, std::move(what),
                   fmt::format("{}, line {}, column {}", name, place.line, place.column));
}

}  // namespace

Result<Json> parseJson(std::string_view text, const std::string& name)
{
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    if (const auto byte = firstNotUtf8(text))
        return refuse(
            text, *byte, name,
            text::say("json.this-byte-is-not", "this byte is not UTF-8; save the file as UTF-8 and try again"));
    if (levels(text) > kMostLevels)
        return failure(ErrorCode::BadInput,
                       text::say("json.more-than-levels-of",
                                 "more than {} levels of lists and objects; this is no file of Sokudo", kMostLevels),
                       name);
    try {
        return Json::parse(text);
    } catch (const Json::parse_error& problem) {
        return refuse(
            text, problem.byte > 0 ? problem.byte - 1 : 0, name,
            text::say(
                "json.this-is-not-json",
                "this is not JSON: the text breaks off or has a stray sign here; fix it there, or export it again"));
    } catch (const Json::exception&) {
        return failure(ErrorCode::BadInput,
                       text::say("json.a-number-is-too",
                                 "a number is too large to be read; no figure of a network is above 1e300"),
                       name);
    }
}

std::string jsonText(const Json& value, int indent)
{
    return value.dump(indent, ' ', false, Json::error_handler_t::replace);
}

}  // namespace sokudo
