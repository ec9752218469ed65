// SPDX-License-Identifier: GPL-3.0-or-later
// Calendar days as people state them: ISO 8601, 2026-11-28.
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <string_view>

namespace sokudo {

/// @return nothing on any other text, or on a day that no calendar has
std::optional<std::chrono::sys_days> dayFromIso(std::string_view text);
std::string isoDay(std::chrono::sys_days);

}  // namespace sokudo
