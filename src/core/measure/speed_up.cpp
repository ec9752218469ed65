// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/speed_up.h"

#include <cmath>
#include <optional>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/measure/parse_result.h"

namespace sokudo::measure {
namespace {

constexpr text::Line kHow = {
    "speed-up.write-a-gain-as",
    "write a gain as “4 times as fast”, “300 % faster”, “75 % less time”, “half the time”, “20 min to 5 min” or “0.94 "
    "Gb/s to 2.35 Gb/s”"};

/// The number that a text begins with, and what stands behind it.
std::optional<std::pair<double, std::string>> leading(std::string_view text)
{
    std::size_t end = 0;
    while (end < text.size() && ((text[end] >= '0' && text[end] <= '9') || text[end] == '.')) ++end;
    const auto number = text::parseNumber(text.substr(0, end));
    if (!number) return std::nullopt;
    return std::pair{*number, text::trimmed(text.substr(end))};
}

/// "14 min 10 s", "1:25", "2 h" in seconds.
std::optional<double> secondsOf(std::string_view typed)
{
    if (const std::size_t colon = typed.find(':'); colon != std::string_view::npos) {
        const auto minutes = text::parseNumber(text::trimmed(typed.substr(0, colon))),
                   seconds = text::parseNumber(text::trimmed(typed.substr(colon + 1)));
        return minutes && seconds ? std::optional(60 * *minutes + *seconds) : std::nullopt;
    }
    constexpr std::pair<std::string_view, double> kUnits[] = {
        {"hours", 3600}, {"hour", 3600}, {"h", 3600},   {"minutes", 60}, {"minute", 60}, {"min", 60},
        {"ms", 0.001},   {"seconds", 1}, {"second", 1}, {"s", 1},        {"m", 60}};
    double sum = 0;
    std::string rest(typed);
    while (!rest.empty()) {
        const auto number = leading(rest);
        if (!number) return std::nullopt;
        rest = number->second;
        bool known = false;
        for (const auto& [unit, seconds] : kUnits)
            if (rest.starts_with(unit) && (rest.size() == unit.size() || rest[unit.size()] == ' ' ||
                                           (rest[unit.size()] >= '0' && rest[unit.size()] <= '9'))) {
                sum += number->first * seconds;
                rest = text::trimmed(std::string_view(rest).substr(unit.size()));
                known = true;
                break;
            }
        if (!known) return std::nullopt;
    }
    return sum > 0 ? std::optional(sum) : std::nullopt;
}

Result<SpeedUp> bad(std::string_view text) { return failure(ErrorCode::BadInput, kHow, fmt::format("“{}”", text)); }

/// "0.94 Gb/s to 2.35 Gb/s"; each may be written as a result of its own.
Result<SpeedUp> ofRates(std::string_view before, std::string_view after, std::string_view whole)
{
    const auto old = parseResult(std::string(before)), now = parseResult(std::string(after));
    if (!old || !now || old->rate.value.steps() <= 0 || now->rate.value.steps() <= 0) return bad(whole);
    const double factor = now->rate.value.in() / old->rate.value.in();
    return SpeedUp{factor, factor,
                   text::say("speed-up.and-a-copy-takes", "{} ÷ {} = {}: {} % {}, and a copy takes {} % {} time",
                             text::figure::rate(now->rate.value), text::figure::rate(old->rate.value),
                             text::figure::number(factor), text::figure::number(100 * std::fabs(factor - 1), 3),
                             factor >= 1 ? "more" : "less", text::figure::number(100 * std::fabs(1 - 1 / factor), 3),
                             factor >= 1 ? "less" : "more")};
}

Result<SpeedUp> ofTimes(std::string_view before, std::string_view after, std::string_view whole)
{
    const auto old = secondsOf(text::trimmed(before)), now = secondsOf(text::trimmed(after));
    if (!old || !now) return bad(whole);
    const double factor = *old / *now;
    return SpeedUp{factor, factor,
                   fmt::format("{} s ÷ {} s = {}", text::number(*old), text::number(*now), text::number(factor))};
}

}  // namespace

Result<SpeedUp> readSpeedUp(std::string_view typed)
{
    const std::string original = text::trimmed(typed);
    std::string line = text::lower(original);
    for (std::string_view arrow : {"→", "->", " to "})
        if (const std::size_t at = line.find(arrow); at != std::string::npos) {
            const std::string_view small(line), whole(original);  // MB/s and Mb/s differ by their case
            if (auto times = ofTimes(small.substr(0, at), small.substr(at + arrow.size()), typed)) return times;
            return ofRates(whole.substr(0, at), whole.substr(at + arrow.size()), typed);
        }
    if (line.starts_with("takes ")) line = line.substr(6);
    if (line == "half the time") return SpeedUp{2, 2, "1 ÷ 0.5 = 2"};
    const auto number = leading(line);
    if (!number || number->first <= 0) return bad(typed);
    const double n = number->first;
    const std::string& words = number->second;
    if (words == "times as fast" || words == "times as fast" || words == "x")
        return SpeedUp{n, n, text::say("speed-up.as-it-stands", "{} as it stands", text::figure::number(n))};
    if (words == "times faster" || words == "x faster" || words == "times faster")
        return SpeedUp{n, n + 1,
                       text::say("speed-up.most-people-mean-by",
                                 "most people mean {}; by the letter it is 1 + {} = {}: say “{} times as fast”",
                                 text::figure::number(n), text::figure::number(n), text::figure::number(n + 1),
                                 text::figure::number(n))};
    if (words == "% faster" || words == "percent faster" || words == "% faster")
        return SpeedUp{1 + n / 100, 1 + n / 100,
                       fmt::format("1 + {} ÷ 100 = {}", text::number(n), text::number(1 + n / 100))};
    if ((words == "% less time" || words == "percent less time") && n < 100)
        return SpeedUp{1 / (1 - n / 100), 1 / (1 - n / 100),
                       fmt::format("1 ÷ (1 − {} ÷ 100) = {}", text::number(n), text::number(1 / (1 - n / 100)))};
    return bad(typed);
}

}  // namespace sokudo::measure
