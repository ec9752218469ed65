// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/parse_result.h"

#include <array>
#include <cmath>

#include <fmt/format.h>

#include "core/base/ascii.h"
#include "core/base/sentence.h"
#include "core/base/text.h"

namespace sokudo::measure {
namespace {

constexpr std::string_view kHow = "write it like 1.15 GB/s, 2.35 Gbit/s or 3 GiB in 27 s ±1";

tl::unexpected<Error> refuse(text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what) + "; " + std::string(kHow));
}

struct Unit {
    double bits = 0;  ///< bits in one
    bool perSecond = false;
};

/// Factor of a prefix letter, decimal or binary; 0 for none known.
double prefixFactor(char letter, bool binary)
{
    constexpr std::string_view kLetters = "kmgt";
    const std::size_t power = kLetters.find(ascii::lower(letter));
    if (power == std::string_view::npos) return 0;
    return std::pow(binary ? 1024.0 : 1000.0, static_cast<double>(power + 1));
}

/// "GB/s", "Gbit/s", "MiB", "Mbps", "gigabit/s" are not all: one letter, perhaps i, then b, B, bit(s), byte(s), then
/// perhaps /s or ps.
Result<Unit> parseUnit(std::string_view word)
{
    std::string rest(word);
    Unit unit;
    for (std::string_view tail : {"/s", "/sec", "/second", "ps"})
        if (rest.size() > tail.size() && rest.ends_with(tail)) {
            rest.resize(rest.size() - tail.size());
            unit.perSecond = true;
            break;
        }
    double factor = 1;
    std::size_t at = 0;
    const bool alone = rest.size() == 1;
    if (!alone && !rest.empty() && prefixFactor(rest[0], false) > 0) {
        const bool binary = rest.size() > 2 && (rest[1] == 'i' || rest[1] == 'I') && (rest[2] == 'b' || rest[2] == 'B');
        factor = prefixFactor(rest[0], binary);
        at = binary ? 2 : 1;
    }
    const std::string base = rest.substr(at);
    if (base == "B" || text::lower(base) == "byte" || text::lower(base) == "bytes") unit.bits = 8 * factor;
    else if (base == "b" || text::lower(base) == "bit" || text::lower(base) == "bits") unit.bits = factor;
    else
        return refuse(
            text::say("parse-result.is-not-a-unit-2", "“{}” is not a unit of data: b is bits, B is bytes", word));
    return unit;
}

/// Seconds in a unit of time; nothing where it is none.
std::optional<double> secondsIn(std::string_view word)
{
    static constexpr std::array<std::pair<std::string_view, double>, 15> kUnits{{{"s", 1},
                                                                                 {"sec", 1},
                                                                                 {"secs", 1},
                                                                                 {"second", 1},
                                                                                 {"seconds", 1},
                                                                                 {"ms", 1e-3},
                                                                                 {"min", 60},
                                                                                 {"mins", 60},
                                                                                 {"minute", 60},
                                                                                 {"minutes", 60},
                                                                                 {"h", 3600},
                                                                                 {"hour", 3600},
                                                                                 {"hours", 3600},
                                                                                 {"us", 1e-6},
                                                                                 {"m", 60}}};
    for (const auto& [name, seconds] : kUnits)
        if (name == word) return seconds;
    return std::nullopt;
}

void replaceAll(std::string& in, std::string_view from, std::string_view to)
{
    for (std::size_t at = in.find(from); at != std::string::npos; at = in.find(from, at + to.size()))
        in.replace(at, from.size(), to);
}

/// A number, and what follows it, blanks removed: "1.15 GB/s" gives 1.15 and "GB/s".
struct Measure {
    double number = 0;
    std::string unit;
};

Result<Measure> splitMeasure(std::string_view in)
{
    const std::string clean = text::trimmed(in);
    std::size_t end = 0;
    while (end < clean.size() && (ascii::isDigit(clean[end]) || clean[end] == '.' || clean[end] == ',')) ++end;
    const std::string digits = clean.substr(0, end);
    if (digits.empty())
        return refuse(clean.empty()
                          ? text::say("parse-result.there-is-no-figure", "there is no figure")
                          : text::say("parse-result.does-not-start-with", "“{}” does not start with a figure", clean));
    if (digits.find(',') != std::string::npos)
        return refuse(text::say("parse-result.has-a-comma-write",
                                "“{}” has a comma; write a point for decimals and no thousands mark", digits));
    const auto number = text::parseNumber(digits);
    if (!number) return refuse(text::say("parse-result.is-not-a-number", "“{}” is not a number", digits));
    std::string unit;
    for (char c : clean.substr(end))
        if (!ascii::isBlank(c)) unit.push_back(c);
    return Measure{*number, unit};
}

/// "27 s", "1:23", "2 min 5 s", "14min".
Result<double> parseSeconds(std::string_view in)
{
    const std::string clean = text::trimmed(in);
    if (const auto colon = clean.find(':'); colon != std::string::npos) {
        double seconds = 0;
        for (const std::string& part : text::split(clean, ':')) {
            const auto value = text::parseNumber(part);
            if (!value) return refuse(text::say("parse-result.is-not-a-time", "“{}” is not a time", clean));
            seconds = seconds * 60 + *value;
        }
        return seconds;
    }
    double seconds = 0;
    std::size_t at = 0;
    while (at < clean.size()) {
        std::size_t next = at;
        while (next < clean.size() && (!ascii::isLetter(clean[next]))) ++next;
        while (next < clean.size() && ascii::isLetter(clean[next])) ++next;
        const auto part = splitMeasure(clean.substr(at, next - at));
        if (!part) return tl::unexpected(part.error());
        const auto factor = secondsIn(part->unit);
        if (!factor)
            return refuse(part->unit.empty() ? text::say("parse-result.has-no-unit-of",
                                                         "“{}” has no unit of time; write s, min or h", clean)
                                             : text::say("parse-result.is-not-a-unit",
                                                         "“{}” is not a unit of time; write s, min or h", part->unit));
        seconds += part->number * *factor;
        at = next;
        while (at < clean.size() && ascii::isBlank(clean[at])) ++at;
    }
    return seconds;
}

/// The half-width behind ±, in the units of `value` (already in base units).
Result<double> parseError(std::string_view in, double value, double unitFactor, bool isTime)
{
    std::string clean = text::trimmed(in);
    if (clean.ends_with("%")) {
        const auto percent = text::parseNumber(clean.substr(0, clean.size() - 1));
        if (!percent)
            return refuse(text::say("parse-result.behind-is-not-a-2", "“{}” behind ± is not a percentage", clean));
        return value * *percent / 100;
    }
    const auto part = splitMeasure(clean);
    if (!part) return tl::unexpected(part.error());
    if (part->unit.empty()) return part->number * unitFactor;
    if (isTime) {
        const auto factor = secondsIn(part->unit);
        if (!factor)
            return refuse(text::say("parse-result.behind-is-not-a", "“{}” behind ± is not a unit of time", part->unit));
        return part->number * *factor;
    }
    const auto unit = parseUnit(part->unit);
    if (!unit) return tl::unexpected(unit.error());
    return part->number * unit->bits;
}

Result<ParsedResult> sizeInTime(const Measure& size, const Unit& unit, std::string_view time, std::string_view error)
{
    const auto seconds = parseSeconds(time);
    if (!seconds) return tl::unexpected(seconds.error());
    if (*seconds <= 0) return refuse(text::say("parse-result.the-time-must-be", "the time must be above 0 s"));
    double halfWidth = 0;
    if (!error.empty()) {
        const auto last = splitMeasure(time);
        const double factor = last ? secondsIn(last->unit).value_or(1) : 1;
        const auto parsed = parseError(error, *seconds, factor, true);
        if (!parsed) return tl::unexpected(parsed.error());
        halfWidth = *parsed;
    }
    if (halfWidth >= *seconds)
        return refuse(text::say("parse-result.the-error-of-the",
                                "the error of the time is as large as the time itself: measure for longer"));
    const double bits = size.number * unit.bits;
    ParsedResult result;
    result.rate = {BitRate::of(bits / *seconds), BitRate::of(bits / (*seconds + halfWidth)),
                   BitRate::of(bits / (*seconds - halfWidth))};
    result.working = fmt::format("{} {} = {} bits; ÷ {} s = {}", text::number(size.number, 6), size.unit,
                                 text::number(bits, 15), text::number(*seconds, 6), text::rate(result.rate.value));
    if (halfWidth > 0)
        result.working += text::say("parse-result.with-s-between-and", "; with ± {} s between {} and {}",
                                    text::figure::number(halfWidth), text::figure::rate(result.rate.low),
                                    text::figure::rate(result.rate.high));
    return result;
}

}  // namespace

Result<ParsedResult> parseResult(std::string_view in)
{
    std::string clean = text::trimmed(in);
    for (std::string_view sign : {"+/-", "+-", "\u00b1"}) replaceAll(clean, sign, "\x01");
    for (std::string_view space : {"\u202f", "\u00a0", "\u2009"}) replaceAll(clean, space, " ");
    replaceAll(clean, " / s", "/s");
    if (clean.empty()) return refuse(text::say("parse-result.there-is-nothing-to", "there is nothing to read"));
    const std::size_t sign = clean.find('\x01');
    const std::string error =
        sign == std::string::npos ? std::string() : text::trimmed(std::string_view(clean).substr(sign + 1));
    if (sign != std::string::npos && error.empty())
        return refuse(text::say("parse-result.nothing-follows-the", "nothing follows the ±"));
    const std::string main = text::trimmed(std::string_view(clean).substr(0, sign));
    std::string first = main, time;
    for (std::string_view word : {" in ", " over ", " / "})
        if (const std::size_t at = main.find(word); at != std::string::npos && time.empty()) {
            first = main.substr(0, at);
            time = main.substr(at + word.size());
        }
    const auto measured = splitMeasure(first);
    if (!measured) return tl::unexpected(measured.error());
    if (measured->unit.empty()) return refuse(text::say("parse-result.has-no-unit", "“{}” has no unit", first));
    const auto unit = parseUnit(measured->unit);
    if (!unit) return tl::unexpected(unit.error());
    if (!time.empty()) {
        if (unit->perSecond)
            return refuse(text::say("parse-result.is-already-a-rate",
                                    "“{}” is already a rate; give a size before the time", first));
        return sizeInTime(*measured, *unit, time, error);
    }
    if (!unit->perSecond)
        return refuse(
            text::say("parse-result.is-a-size-say", "“{}” is a size; say in how many seconds it went", first));
    const double value = measured->number * unit->bits;
    double halfWidth = 0;
    if (!error.empty()) {
        const auto parsed = parseError(error, value, unit->bits, false);
        if (!parsed) return tl::unexpected(parsed.error());
        halfWidth = *parsed;
    }
    if (value > 9e15) return refuse(text::say("parse-result.that-is-more-than", "that is more than any link carries"));
    ParsedResult result;
    result.rate = {BitRate::of(value), BitRate::of(std::max(0.0, value - halfWidth)), BitRate::of(value + halfWidth)};
    result.working = fmt::format("{} {} = {} = {}", text::number(measured->number, 6), measured->unit,
                                 text::rate(result.rate.value), text::byteRate(result.rate.value));
    if (halfWidth > 0)
        result.working += text::say("parse-result.between-and", "; between {} and {}",
                                    text::figure::rate(result.rate.low), text::figure::rate(result.rate.high));
    return result;
}

}  // namespace sokudo::measure
