// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/hours.h"

#include <algorithm>
#include <string_view>
#include <utility>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"

namespace sokudo {
namespace {

constexpr int kDay = 24 * 60;
constexpr std::array<std::string_view, 7> kDays{"mon", "tue", "wed", "thu", "fri", "sat", "sun"};

}  // namespace

std::optional<double> minutesIn(std::string word)
{
    double unit = 0;
    for (const auto& [end, minutes] : {std::pair("min", 1.0), {"h", 60.0}})
        if (unit == 0 && word.ends_with(end)) {
            unit = minutes;
            word.resize(word.size() - std::string_view(end).size());
        }
    const auto value = text::parseNumber(word);
    return unit > 0 && value ? std::optional(*value * unit) : std::nullopt;
}

std::optional<std::size_t> weekDayOf(const std::string& word)
{
    const auto known = std::find(kDays.begin(), kDays.end(), text::lower(word).substr(0, 3));
    return known == kDays.end() ? std::nullopt : std::optional(static_cast<std::size_t>(known - kDays.begin()));
}

Result<std::array<double, 7>> weekOf(const std::string& line)
{
    std::array<double, 7> week{};
    for (const std::string& part : text::split(line, ',')) {
        std::optional<std::size_t> day;
        bool hasTime = false;
        for (const std::string& word : text::split(text::trimmed(part), ' ')) {
            if (word.empty()) continue;
            const auto minutes = minutesIn(text::lower(word));
            if (const auto named = weekDayOf(word)) day = named;
            else if (!minutes || !day)
                return failure(ErrorCode::BadInput,
                               text::say("schedule.word", "write how long on which day: “mon 2h, wed 90min”"),
                               "“" + word + "”");
            else if (*minutes < 0 || *minutes > kDay)
                return failure(ErrorCode::BadInput, text::say("schedule.a-day", "a day has 0 to 24 hours"),
                               "“" + text::trimmed(part) + "”");
            else week[*day] = *minutes, hasTime = true;
        }
        if (day && !hasTime)
            return failure(ErrorCode::BadInput, text::say("schedule.no-time", "say how long on that day: “mon 2h”"),
                           "“" + text::trimmed(part) + "”");
    }
    return week;
}

std::optional<int> minuteOfDay(const std::string& text)
{
    const auto parts = text::split(text, ':');
    if (parts.size() != 2 || parts[0].empty() || parts[0].size() > 2 || parts[1].size() != 2) return std::nullopt;
    const auto isDigits = [](const std::string& part) {
        return std::all_of(part.begin(), part.end(), [](char c) { return c >= '0' && c <= '9'; });
    };
    if (!isDigits(parts[0]) || !isDigits(parts[1])) return std::nullopt;
    const int hour = std::stoi(parts[0]), minute = std::stoi(parts[1]);
    return hour < 24 && minute < 60 ? std::optional(hour * 60 + minute) : std::nullopt;
}

std::string clockOf(int minutes)
{
    const int within = ((minutes % kDay) + kDay) % kDay;
    return fmt::format("{:02}:{:02}", within / 60, within % 60);
}

}  // namespace sokudo
