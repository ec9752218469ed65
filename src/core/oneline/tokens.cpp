// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/tokens.h"

#include <fmt/format.h>

#include "core/base/ascii.h"
#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/oneline/word_hints.h"

namespace sokudo::oneline {
namespace {

bool isBlank(char c) { return ascii::isBlank(c); }
bool isDigit(char c) { return ascii::isDigit(c); }
bool binds(char c) { return c == '=' || c == '*' || c == ':'; }

/// Words that swallow the next word when it continues them.
bool continues(const std::string& before, const std::string& after)
{
    if (after.empty() || before.empty()) return false;
    const bool nextIsFigure = isDigit(after[0]);
    for (std::string_view prefix : {"cat", "om", "os", "sfp", "qsfp", "gen"})
        if (before == prefix && nextIsFigure) return true;
    if ((before == "sfp" || before == "qsfp") && after[0] == '+') return true;
    const bool beforeIsNumber = text::parseNumber(before).has_value();
    for (std::string_view unit :
         {"m",  "km", "ft", "metres", "meters", "metre", "meter", "ghz", "g",  "gbit", "gb/s", "gbit/s", "gbps",
          "kb", "mb", "gb", "tb",     "kib",    "mib",   "gib",   "tib", "ms", "us",   "s",    "%"})
        if (beforeIsNumber && after == unit) return true;
    // "3.0 x8", "3.0 x 8", "4.0x 4"
    if (beforeIsNumber && after.size() >= 1 && after[0] == 'x' && (after.size() == 1 || isDigit(after[1]))) return true;
    if (before.size() > 1 && before.back() == 'x' && isDigit(before.front()) && nextIsFigure) return true;
    if (before.starts_with("gen") && before.size() > 3 && after[0] == 'x') return true;
    return false;
}

/// Words that take the next word as their value when no `=` stands between.
bool isKeyword(const std::string& word)
{
    for (std::string_view key : {"mtu", "fec", "joints", "splices", "cores", "streams", "rtt", "flows", "adapter",
                                 "workers", "mps", "upload", "nodes"})
        if (word == key) return true;
    return false;
}

struct Word {
    std::string text;
    std::size_t at = 0;
    std::string typed;  ///< the same letter by letter, in the case it was typed
};

/// Whether the blanks at `at` stand beside a sign that binds what is left and right of it; moves to what follows.
bool bridgesBlanks(std::string_view part, std::size_t& at, const std::string& word)
{
    std::size_t next = at;
    while (next < part.size() && isBlank(part[next])) ++next;
    if (next >= part.size() || !(binds(part[next]) || (!word.empty() && binds(word.back())))) return false;
    at = next;
    return true;
}

/// The plain words, commas and blanks between them, with blanks around binding signs removed.
std::vector<Word> plainWords(std::string_view part)
{
    std::vector<Word> words;
    for (std::size_t i = 0; i < part.size();) {
        if (isBlank(part[i]) || part[i] == ',') {
            ++i;
            continue;
        }
        Word word{{}, i, {}};
        while (i < part.size() && part[i] != ',') {
            if (isBlank(part[i])) {
                if (!bridgesBlanks(part, i, word.text)) break;
                continue;
            }
            // The multiplication sign is two bytes in UTF-8.
            const bool times = part.substr(i).starts_with("\xC3\x97");
            word.text.push_back(times ? 'x' : ascii::lower(part[i]));
            word.typed.push_back(times ? 'x' : part[i]);
            i += times ? 2 : 1;
        }
        words.push_back(std::move(word));
    }
    return words;
}

}  // namespace

std::vector<Token> tokens(std::string_view part, std::size_t offset)
{
    std::vector<Word> joined;
    for (Word& word : plainWords(part)) {
        const bool isKey = !joined.empty() && isKeyword(joined.back().text);
        if (isKey || (!joined.empty() && continues(joined.back().text, word.text))) {
            const char* between = isKey ? "=" : "";
            joined.back().text += between + word.text;
            joined.back().typed += between + word.typed;
        } else joined.push_back(std::move(word));
    }
    std::vector<Token> result;
    for (const Word& word : joined) {
        std::size_t at = word.at;
        for (const std::string& piece : text::split(word.text, ':')) {
            if (!piece.empty()) {
                const std::size_t equals = piece.find('=');
                Token token;
                token.text = piece.substr(0, equals);
                if (equals != std::string::npos) token.value = piece.substr(equals + 1);
                const std::size_t from = at - word.at;
                token.typed = word.typed.substr(from + (equals != std::string::npos ? equals + 1 : 0),
                                                equals != std::string::npos ? piece.size() - equals - 1 : piece.size());
                token.position = static_cast<int>(offset + at) + 1;
                result.push_back(std::move(token));
            }
            at += piece.size() + 1;
        }
    }
    return result;
}

namespace {
/// The slash of "f/utp" or "S/FTP" belongs to the word.
bool isInScreenWord(std::string_view line, std::size_t slash)
{
    const auto letters = [&](std::size_t from, std::size_t to) { return text::lower(line.substr(from, to - from)); };
    std::size_t before = slash, after = slash + 1;
    while (before > 0 && ascii::isLetter(line[before - 1])) --before;
    while (after < line.size() && ascii::isLetter(line[after])) ++after;
    const std::string first = letters(before, slash), second = letters(slash + 1, after);
    return (first == "u" || first == "f" || first == "s" || first == "sf") && (second == "utp" || second == "ftp");
}
}  // namespace

std::vector<Part> parts(std::string_view line, char separator)
{
    std::vector<Part> result;
    std::size_t start = 0;
    while (true) {
        std::size_t at = line.find(separator, start);
        while (separator == '/' && at != std::string_view::npos && isInScreenWord(line, at))
            at = line.find(separator, at + 1);
        result.push_back({line.substr(start, at == std::string_view::npos ? at : at - start), start});
        if (at == std::string_view::npos) return result;
        start = at + 1;
    }
}

Error pointAt(const Token& token, text::Sentence what)
{
    const std::string word = token.hasValue() ? token.text + "=" + token.value : token.text;
    return Error{ErrorCode::BadInput, std::move(what), fmt::format("character {}, “{}”", token.position, word)};
}

text::Sentence suggestion(std::string_view word, const std::vector<std::string>& known)
{
    if (text::Sentence hint = hintFor(word); !hint.empty()) return hint;
    const std::string near = text::nearest(word, known);
    if (near == word)
        return text::say(
            "tokens.the-word-itself-is",
            "; the word itself is known: it takes a value after =, or belongs to another part of the line");
    return near.empty() ? text::Sentence() : text::say("tokens.did-you-mean", "; did you mean {}?", near);
}

Result<int> wholeNumber(const Token& token, int least, int most)
{
    const auto value = text::parseNumber(token.value);
    const auto whole = value ? wholeOf(*value, least, most) : std::nullopt;
    if (!whole)
        return tl::unexpected(pointAt(token, text::say("tokens.is-a-whole-number", "{} is a whole number from {} to {}",
                                                       token.text, least, most)));
    return *whole;
}

std::optional<Length> lengthOf(std::string_view word)
{
    static constexpr std::pair<std::string_view, double> kUnits[] = {
        {"km", 1000}, {"metres", 1}, {"meters", 1}, {"metre", 1}, {"meter", 1}, {"ft", 0.3048}, {"m", 1}};
    for (const auto& [unit, metres] : kUnits) {
        if (!word.ends_with(unit)) continue;
        const auto number = text::parseNumber(word.substr(0, word.size() - unit.size()));
        if (number && isDigit(word.front())) return Length::of(*number * metres);
    }
    return std::nullopt;
}

namespace {

/// The number before a unit, scaled by it; the longer units stand first.
template <std::size_t N>
std::optional<double> measured(std::string_view word, const std::pair<std::string_view, double> (&units)[N])
{
    for (const auto& [unit, factor] : units) {
        if (word.size() <= unit.size() || !word.ends_with(unit) || !isDigit(word.front())) continue;
        if (const auto number = text::parseNumber(word.substr(0, word.size() - unit.size()))) return *number * factor;
    }
    return std::nullopt;
}

}  // namespace

std::optional<DataSize> sizeOf(std::string_view word)
{
    static constexpr std::pair<std::string_view, double> kUnits[] = {
        {"kib", 1024.0}, {"mib", 1048576.0}, {"gib", 1073741824.0}, {"tib", 1099511627776.0},
        {"kb", 1e3},     {"mb", 1e6},        {"gb", 1e9},           {"tb", 1e12},
        {"b", 1}};
    const auto bytes = measured(word, kUnits);
    return bytes ? std::optional(DataSize::of(*bytes)) : std::nullopt;
}

std::optional<Duration> durationOf(std::string_view word)
{
    static constexpr std::pair<std::string_view, double> kUnits[] = {
        {"ms", 1e-3}, {"us", 1e-6}, {"µs", 1e-6}, {"ns", 1e-9}, {"s", 1}};
    const auto seconds = measured(word, kUnits);
    return seconds ? std::optional(Duration::of(*seconds)) : std::nullopt;
}

std::optional<double> shareOf(std::string_view word)
{
    static constexpr std::pair<std::string_view, double> kUnits[] = {{"%", 0.01}, {"", 1}};
    return measured(word, kUnits);
}

std::optional<BitRate> rateOf(std::string_view word)
{
    static constexpr std::pair<std::string_view, double> kUnits[] = {
        {"gbit/s", 1e9}, {"gb/s", 1e9}, {"gbps", 1e9}, {"gbit", 1e9}, {"g", 1e9}, {"mbit/s", 1e6},
        {"mb/s", 1e6},   {"mbps", 1e6}, {"mbit", 1e6}, {"m", 1e6},    {"", 1e9}};
    for (const auto& [unit, factor] : kUnits) {
        if (!word.ends_with(unit)) continue;
        const auto number = text::parseNumber(word.substr(0, word.size() - unit.size()));
        if (number && *number > 0 && *number * factor <= 1.6e12) return BitRate::of(*number * factor);
    }
    return std::nullopt;
}

namespace {

/// 450 and "MB" of "450MB/s"; the unit without its "/s".
struct Written {
    double number = 0;
    std::string_view unit;
};
std::optional<Written> writtenOf(std::string_view typed)
{
    std::size_t digits = 0;
    while (digits < typed.size() && (isDigit(typed[digits]) || typed[digits] == '.')) ++digits;
    const auto number = text::parseNumber(typed.substr(0, digits));
    if (!number || *number <= 0) return std::nullopt;
    std::string_view unit = typed.substr(digits);
    if (unit.ends_with("/s")) unit.remove_suffix(2);
    return Written{*number, unit};
}

}  // namespace

Result<BitRate> payloadRateOf(const Token& token)
{
    static constexpr std::pair<std::string_view, double> kUnits[] = {{"kB", 8e3},
                                                                     {"KB", 8e3},
                                                                     {"MB", 8e6},
                                                                     {"GB", 8e9},
                                                                     {"KiB", 8 * 1024.0},
                                                                     {"MiB", 8 * 1048576.0},
                                                                     {"g", 1e9},
                                                                     {"m", 1e6},
                                                                     {"Gb", 1e9},
                                                                     {"Mb", 1e6},
                                                                     {"GiB", 8 * 1073741824.0},
                                                                     {"G", 1e9},
                                                                     {"M", 1e6},
                                                                     {"gbit", 1e9},
                                                                     {"mbit", 1e6},
                                                                     {"Gbit", 1e9},
                                                                     {"Mbit", 1e6}};
    if (const auto written = writtenOf(token.typed))
        for (const auto& [unit, factor] : kUnits)
            if (written->unit == unit && written->number * factor <= 1.6e12)
                return BitRate::of(written->number * factor);
    return tl::unexpected(pointAt(token, text::say("tokens.write-a-rate-with-unit",
                                                   "write a rate with its unit: {}=450MB/s for bytes, {}=3.6g for bits",
                                                   token.text, token.text)));
}

std::optional<BusWord> busOf(std::string_view word)
{
    if (word.starts_with("gen")) word.remove_prefix(3);
    const std::size_t x = word.find('x');
    if (x == std::string_view::npos) return std::nullopt;
    const auto generation = text::parseNumber(word.substr(0, x));
    const auto lanes = text::parseNumber(word.substr(x + 1));
    const auto wholeGeneration = generation ? wholeOf(*generation, 1, 9) : std::nullopt,
               wholeLanes = lanes ? wholeOf(*lanes, 1, 64) : std::nullopt;
    if (!wholeGeneration || !wholeLanes) return std::nullopt;
    return BusWord{*wholeGeneration, *wholeLanes};
}

}  // namespace sokudo::oneline
