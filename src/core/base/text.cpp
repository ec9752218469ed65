// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"

#include <algorithm>
#include <charconv>
#include <cmath>

#include <fmt/format.h>

#include "core/base/ascii.h"

namespace sokudo::text {

std::string number(double value, int digits)
{
    if (value == 0.0) return "0";
    const int before = static_cast<int>(std::floor(std::log10(std::fabs(value)))) + 1;
    const int decimals = std::clamp(digits - before, 0, 9);
    std::string result = fmt::format("{:.{}f}", value, decimals);
    if (result.find('.') != std::string::npos) {
        result.erase(result.find_last_not_of('0') + 1);
        if (result.back() == '.') result.pop_back();
    }
    return result;
}

namespace {
std::string withUnit(std::string figure, std::string_view unit)
{
    return figure + std::string(kThin) + std::string(unit);
}

std::string scaledText(double value, int digits, const std::vector<std::pair<double, std::string_view>>& units)
{
    for (const auto& [factor, unit] : units)
        if (std::fabs(value) >= factor * 0.99995 || factor == units.back().first)
            return withUnit(number(value / factor, digits), unit);
    return {};
}
}  // namespace

std::string rate(BitRate value, int digits)
{
    return scaledText(value.in(), digits, {{1e9, "Gb/s"}, {1e6, "Mb/s"}, {1e3, "kb/s"}, {1, "b/s"}});
}

std::string byteRate(BitRate value, int digits)
{
    return scaledText(value.in() / 8, digits, {{1e9, "GB/s"}, {1e6, "MB/s"}, {1e3, "kB/s"}, {1, "B/s"}});
}

std::string linkRate(BitRate value) { return rate(value, 5); }

std::string gigabitFigure(BitRate value) { return number(inGigabits(value), 3); }

std::string length(Length value)
{
    if (value.steps() >= 10'000'000) return withUnit(number(value.in() / 1000, 4), "km");
    if (value.steps() != 0 && std::llabs(value.steps()) < 100) return withUnit(number(value.in() * 1000, 4), "mm");
    return withUnit(number(value.in(), 6), "m");
}

std::string decibel(Decibel value) { return withUnit(number(value.in(), 4), "dB"); }
std::string power(PowerDbm value) { return withUnit(number(value.in(), 4), "dBm"); }
std::string watt(Watt value) { return withUnit(number(value.in(), 4), "W"); }

std::string duration(Duration value)
{
    if (value.in() >= 120) return withUnit(number(value.in() / 60, 3), "min");
    return scaledText(value.in(), 3, {{1, "s"}, {1e-3, "ms"}, {1e-6, "µs"}});
}

std::string size(DataSize value)
{
    return scaledText(value.in(), 4, {{1e12, "TB"}, {1e9, "GB"}, {1e6, "MB"}, {1e3, "kB"}, {1, "B"}});
}

std::string lower(std::string_view in)
{
    std::string out(in);
    std::transform(out.begin(), out.end(), out.begin(), [](char c) { return ascii::lower(c); });
    return out;
}

std::string trimmed(std::string_view in)
{
    const auto blank = [](char c) { return ascii::isBlank(c); };
    while (!in.empty() && blank(in.front())) in.remove_prefix(1);
    while (!in.empty() && blank(in.back())) in.remove_suffix(1);
    return std::string(in);
}

std::vector<std::string> split(std::string_view in, char separator)
{
    std::vector<std::string> parts;
    std::size_t start = 0;
    while (true) {
        const std::size_t at = in.find(separator, start);
        parts.emplace_back(in.substr(start, at == std::string_view::npos ? at : at - start));
        if (at == std::string_view::npos) return parts;
        start = at + 1;
    }
}

std::vector<std::string> words(std::string_view in)
{
    std::vector<std::string> found;
    std::string word;
    for (char c : in) {
        if (!ascii::isBlank(c)) {
            word.push_back(c);
        } else if (!word.empty()) {
            found.push_back(std::exchange(word, {}));
        }
    }
    if (!word.empty()) found.push_back(word);
    return found;
}

std::string joined(const std::vector<std::string>& parts, std::string_view between)
{
    return fmt::format("{}", fmt::join(parts, between));
}

std::optional<double> parseNumber(std::string_view in)
{
    const std::string clean = trimmed(in);
    if (clean.empty()) return std::nullopt;
    const char* first = clean.data();
    if (*first == '+') ++first;
    double value = 0;
    const auto [end, error] = std::from_chars(first, clean.data() + clean.size(), value, std::chars_format::fixed);
    if (error != std::errc{} || end != clean.data() + clean.size() || !std::isfinite(value)) return std::nullopt;
    return value;
}

std::string toText(const Arg& arg)
{
    struct Show {
        std::string operator()(const std::string& v) const { return v; }
        std::string operator()(BitRate v) const { return rate(v); }
        std::string operator()(Length v) const { return length(v); }
        std::string operator()(Decibel v) const { return decibel(v); }
        std::string operator()(PowerDbm v) const { return power(v); }
        std::string operator()(Watt v) const { return watt(v); }
        std::string operator()(double v) const { return number(v); }
        std::string operator()(const Sentence& v) const { return v.text(); }
    };
    return std::visit(Show{}, arg);
}

std::string render(std::string_view pattern, const Args& args)
{
    std::string out;
    std::size_t at = 0;
    while (at < pattern.size()) {
        const std::size_t open = pattern.find('{', at);
        const std::size_t close = open == std::string_view::npos ? open : pattern.find('}', open);
        if (close == std::string_view::npos) break;
        out += pattern.substr(at, open - at);
        const std::string_view name = pattern.substr(open + 1, close - open - 1);
        const auto found = std::find_if(args.begin(), args.end(), [&](const auto& arg) { return arg.first == name; });
        out += found == args.end() ? std::string(pattern.substr(open, close - open + 1)) : toText(found->second);
        at = close + 1;
    }
    out += pattern.substr(at);
    return out;
}

std::string nearest(std::string_view word, const std::vector<std::string>& known)
{
    std::string best;
    std::size_t bestDistance = std::max<std::size_t>(1, word.size() / 3) + 1;
    for (const std::string& candidate : known) {
        std::vector<std::size_t> row(candidate.size() + 1);
        for (std::size_t j = 0; j < row.size(); ++j) row[j] = j;
        for (std::size_t i = 1; i <= word.size(); ++i) {
            std::size_t diagonal = row[0];
            row[0] = i;
            for (std::size_t j = 1; j < row.size(); ++j) {
                const std::size_t change = diagonal + (word[i - 1] == candidate[j - 1] ? 0 : 1);
                diagonal = row[j];
                row[j] = std::min({row[j] + 1, row[j - 1] + 1, change});
            }
        }
        if (row.back() < bestDistance) {
            bestDistance = row.back();
            best = candidate;
        }
    }
    return best;
}

}  // namespace sokudo::text
