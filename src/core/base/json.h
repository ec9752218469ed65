// SPDX-License-Identifier: GPL-3.0-or-later
// JSON as Sokudo reads and writes it: members keep their order. Headers that only name the type include json_fwd.h.
#pragma once

#include <string>
#include <string_view>

#include <nlohmann/json.hpp>

#include "core/base/json_fwd.h"
#include "core/base/result.h"

// Compiled once, in json.cpp: instantiating it in each file cost more than all else in them.
extern template class nlohmann::basic_json<nlohmann::ordered_map>;

namespace sokudo {

/// Reads a whole text. Nothing that the text holds makes it throw.
/// @param name  how messages call the text
/// @error BadInput  not JSON, not UTF-8, a number beyond a double, more than 64 levels; with line and column
Result<Json> parseJson(std::string_view text, const std::string& name);

/// The text of a value; a byte that is not UTF-8 becomes U+FFFD.
/// @param indent  blanks for each level; -1: all on one line
std::string jsonText(const Json&, int indent = -1);

}  // namespace sokudo
