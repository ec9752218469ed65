// SPDX-License-Identifier: GPL-3.0-or-later
// For precompiled headers of folders that write JSON in each file: the ways in which they make values, instantiated
// once. It saved a fifth of what compiling such a file cost. Nothing calls it.
#pragma once

#include <vector>

#include "core/base/json.h"

namespace sokudo::detail {

inline Json everyUseOfJson(const std::string& text, std::string_view view, double number, int whole, bool isSo,
                           std::int64_t large, std::size_t size)
{
    Json made{
        {"text", text},   {"view", view},           {"number", number},      {"whole", whole},
        {"is", isSo},     {"large", large},         {"size", size},          {"none", nullptr},
        {"json", Json()}, {"moved", std::string()}, {"list", Json::array()}, {"words", std::vector<std::string>{}}};
    made["list"].push_back({{"whole", 1}});
    made["again"] = text;
    made["again"] = number;
    made["again"] = whole;
    made["again"] = isSo;
    made["again"] = Json::object();
    return made;
}

}  // namespace sokudo::detail
