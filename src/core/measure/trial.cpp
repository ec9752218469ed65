// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/trial.h"

#include <array>
#include <cstdio>

#include <fmt/format.h>

namespace sokudo::measure {
namespace {

constexpr std::array<std::string_view, 2> kKinds{"memory", "file-copy"};
constexpr std::array<std::string_view, 3> kOrigins{"measured", "typed", "imported"};
constexpr std::array<std::string_view, 3> kDirections{"forward", "reverse", "both"};

template <class Enum, std::size_t N>
std::optional<Enum> fromCode(const std::array<std::string_view, N>& codes, std::string_view text)
{
    for (std::size_t i = 0; i < N; ++i)
        if (codes[i] == text) return static_cast<Enum>(i);
    return std::nullopt;
}

struct Parts {
    std::chrono::year_month_day day;
    std::chrono::hh_mm_ss<std::chrono::milliseconds> time;
};

Parts partsOf(Timestamp at)
{
    const auto day = std::chrono::floor<std::chrono::days>(at);
    return {std::chrono::year_month_day(day), std::chrono::hh_mm_ss(at - day)};
}

std::string dateText(const Parts& parts)
{
    return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(parts.day.year()),
                       static_cast<unsigned>(parts.day.month()), static_cast<unsigned>(parts.day.day()));
}

}  // namespace

std::string_view code(TrialKind kind) { return kKinds[static_cast<std::size_t>(kind)]; }
std::string_view code(Origin origin) { return kOrigins[static_cast<std::size_t>(origin)]; }
std::string_view code(Direction direction) { return kDirections[static_cast<std::size_t>(direction)]; }
std::optional<TrialKind> trialKindFromCode(std::string_view text) { return fromCode<TrialKind>(kKinds, text); }
std::optional<Origin> originFromCode(std::string_view text) { return fromCode<Origin>(kOrigins, text); }
std::optional<Direction> directionFromCode(std::string_view text) { return fromCode<Direction>(kDirections, text); }

MeasuredRate eachWay(const Trial& trial)
{
    if (trial.direction != Direction::Both) return trial.rate;
    return {scaled(trial.rate.value, 0.5), scaled(trial.rate.low, 0.5), scaled(trial.rate.high, 0.5)};
}

std::string timeText(Timestamp at, std::chrono::minutes offset)
{
    const Parts parts = partsOf(at + offset);
    return fmt::format("{} {:02}:{:02}", dateText(parts), parts.time.hours().count(), parts.time.minutes().count());
}

std::string isoText(Timestamp at)
{
    const Parts parts = partsOf(at);
    const auto fraction = parts.time.subseconds().count();
    return fmt::format("{}T{:02}:{:02}:{:02}{}Z", dateText(parts), parts.time.hours().count(),
                       parts.time.minutes().count(), parts.time.seconds().count(),
                       fraction == 0 ? std::string() : fmt::format(".{:03}", fraction));
}

std::optional<Timestamp> timeFromIso(std::string_view text)
{
    int year = 0, month = 0, day = 0, hour = 0, minute = 0, second = 0, used = 0;
    const std::string copy(text);
    const int read = std::sscanf(copy.c_str(), "%4d-%2d-%2d%*1[T ]%2d:%2d%n:%2d%n", &year, &month, &day, &hour, &minute,
                                 &used, &second, &used);
    if (read != 3 && read < 5) return std::nullopt;
    int milliseconds = 0;
    if (read >= 5) {
        std::string rest = copy.substr(static_cast<std::size_t>(used));
        if (rest.size() >= 4 && rest[0] == '.' && std::sscanf(rest.c_str(), ".%3d", &milliseconds) == 1)
            rest.erase(0, 4);
        if (!rest.empty() && rest != "Z") return std::nullopt;
    } else if (copy.size() != 10) {
        return std::nullopt;
    }
    const std::chrono::year_month_day date{std::chrono::year(year), std::chrono::month(static_cast<unsigned>(month)),
                                           std::chrono::day(static_cast<unsigned>(day))};
    if (!date.ok() || hour > 23 || minute > 59 || second > 60) return std::nullopt;
    return Timestamp(std::chrono::sys_days(date)) + std::chrono::hours(hour) + std::chrono::minutes(minute) +
           std::chrono::seconds(second) + std::chrono::milliseconds(milliseconds);
}

}  // namespace sokudo::measure
