// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/date.h"

#include <fmt/format.h>

namespace sokudo {

std::optional<std::chrono::sys_days> dayFromIso(std::string_view text)
{
    constexpr std::string_view kShape = "0000-00-00";
    if (text.size() != kShape.size()) return std::nullopt;
    int digits[8], count = 0;
    for (std::size_t i = 0; i < text.size(); ++i) {
        if (kShape[i] == '-') {
            if (text[i] != '-') return std::nullopt;
        } else if (text[i] < '0' || text[i] > '9') {
            return std::nullopt;
        } else {
            digits[count++] = text[i] - '0';
        }
    }
    const auto two = [&](int at) { return static_cast<unsigned>(10 * digits[at] + digits[at + 1]); };
    const std::chrono::year_month_day day{std::chrono::year(static_cast<int>(100 * two(0) + two(2))),
                                          std::chrono::month(two(4)), std::chrono::day(two(6))};
    return day.ok() ? std::optional(std::chrono::sys_days(day)) : std::nullopt;
}

std::string isoDay(std::chrono::sys_days day)
{
    const std::chrono::year_month_day parts(day);
    return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(parts.year()), static_cast<unsigned>(parts.month()),
                       static_cast<unsigned>(parts.day()));
}

}  // namespace sokudo
