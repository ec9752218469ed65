// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/trait_value.h"

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/base/whole.h"
#include "core/kb/cause_rows.h"
#include "core/kb/load.h"
#include "core/kb/loader.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"

namespace sokudo::kb {
namespace {

constexpr std::size_t kLongestText = 1000;  // bytes

struct Unit {
    std::string_view word;
    double factor;
};

/// Units a person may write, longest first where one ends another; the factor brings them to the canonical unit.
std::vector<Unit> unitsOf(TraitType type)
{
    switch (type) {
    case TraitType::Length: return {{"mm", 0.001}, {"cm", 0.01}, {"km", 1000}, {"ft", 0.3048}, {"m", 1}};
    case TraitType::Decibel: return {{"db", 1}};
    case TraitType::Level: return {{"dbm", 1}};
    case TraitType::Watt: return {{"mw", 0.001}, {"w", 1}};
    case TraitType::Volt: return {{"mv", 0.001}, {"v", 1}};
    case TraitType::Ohm: return {{"ohm", 1}, {"Ω", 1}};
    case TraitType::Celsius: return {{"°c", 1}, {"c", 1}};
    case TraitType::Frequency: return {{"ghz", 1000}, {"mhz", 1}};
    case TraitType::Rate: return {{"gb/s", 1e9}, {"gbps", 1e9}, {"g", 1e9}, {"mb/s", 1e6}, {"mbps", 1e6}, {"m", 1e6}};
    case TraitType::Count: return {{"awg", 1}};
    case TraitType::Mass: return {{"kg", 1}, {"lb", 0.45359237}, {"g", 0.001}};
    default: return {};
    }
}

/// Factor of a bare number: rates are typed in Gb/s, everything else in the canonical unit.
double bareFactor(TraitType type) { return type == TraitType::Rate ? 1e9 : 1; }

std::optional<double> inCanonicalUnit(TraitType type, const std::string& typed)
{
    if (const auto bare = text::parseNumber(typed)) return *bare * bareFactor(type);
    for (const Unit& unit : unitsOf(type)) {
        if (!typed.ends_with(unit.word)) continue;
        if (const auto value = text::parseNumber(text::trimmed(typed.substr(0, typed.size() - unit.word.size()))))
            return *value * unit.factor;
    }
    return std::nullopt;
}

/// To a millionth, without trailing zeros and never with an exponent.
std::string decimal(double value)
{
    std::string result = fmt::format("{:.6f}", value);
    while (result.back() == '0') result.pop_back();
    if (result.back() == '.') result.pop_back();
    return result;
}

Result<std::string> word(const TraitKind& kind, const std::string& typed, const std::vector<std::string>& known)
{
    if (std::find(known.begin(), known.end(), typed) != known.end()) return typed;
    return failure(ErrorCode::BadInput,
                   fmt::format("{} is {}, not “{}”", text::lower(kind.name), text::joined(known, ", "), typed));
}

/// @param value  in the canonical unit
std::optional<std::string> outsideRange(const TraitKind& kind, double value, std::string_view typed)
{
    const double shown = value / bareFactor(kind.type);
    if (!(kind.least && shown < *kind.least - 1e-9) && !(kind.most && shown > *kind.most + 1e-9)) return std::nullopt;
    return fmt::format("{} lies between {} and {}{}, not “{}”", text::lower(kind.name),
                       text::number(kind.least.value_or(0)), text::number(kind.most.value_or(0)),
                       kind.unit.empty() ? "" : " " + kind.unit, typed);
}

}  // namespace

Result<std::string> traitValue(const TraitKind& kind, std::string_view raw)
{
    if (kind.type == TraitType::Text) {
        std::string said = text::trimmed(raw);
        if (!said.empty() && said.size() <= kLongestText) return said;
        return failure(ErrorCode::BadInput,
                       fmt::format("{} is a text of 1 to {} bytes", text::lower(kind.name), kLongestText));
    }
    const std::string typed = text::lower(text::trimmed(raw));
    if (kind.type == TraitType::Flag) return word(kind, typed.empty() ? "yes" : typed, {"yes", "no"});
    if (kind.type == TraitType::Choice) return word(kind, typed, kind.choices);
    const auto value = inCanonicalUnit(kind.type, typed);
    const std::string unit = kind.unit.empty() ? "" : " " + kind.unit;
    if (!value)
        return failure(ErrorCode::BadInput, fmt::format("{} is a number{}, not “{}”", text::lower(kind.name),
                                                        unit.empty() ? "" : " in" + unit, typed));
    if (kind.type == TraitType::Count && !wholeOf(*value))
        return failure(ErrorCode::BadInput,
                       fmt::format("{} is a whole number, not “{}”", text::lower(kind.name), typed));
    if (auto outside = outsideRange(kind, *value, typed)) return failure(ErrorCode::OutOfRange, std::move(*outside));
    return decimal(*value);
}

std::optional<std::string> problemOfValue(const TraitKind& kind, std::string_view value)
{
    if (kind.type == TraitType::Flag || kind.type == TraitType::Choice || kind.type == TraitType::Text) {
        const auto known = traitValue(kind, value);
        if (!known) return known.error().what.text();
        return *known == value ? std::nullopt
                               : std::optional(fmt::format("{} is written {}", text::lower(kind.name), *known));
    }
    const auto figure = text::parseNumber(value);
    if (!figure)
        return fmt::format("{} is a number{}, not “{}”", text::lower(kind.name),
                           kind.unit.empty() ? "" : " in " + kind.unit, value);
    if (kind.type == TraitType::Count && !wholeOf(*figure))
        return fmt::format("{} is a whole number, not “{}”", text::lower(kind.name), value);
    return outsideRange(kind, *figure,
                        kind.type == TraitType::Rate ? fmt::format("{} b/s", value) : std::string(value));
}

const TraitKind* shippedTrait(std::string_view id)
{
    static const KnowledgeBase kb = [] {
        KnowledgeBase rules;
        Loader tables(embeddedFiles(), rules);
        ruleTables(tables);
        return rules;
    }();
    return kb.find<TraitKind>(id);
}

std::string traitText(const TraitKind& kind, std::string_view value)
{
    const auto figure = text::parseNumber(value);
    const bool isWord = kind.type == TraitType::Flag || kind.type == TraitType::Choice || kind.type == TraitType::Text;
    if (!figure || isWord) return std::string(value);
    if (kind.type == TraitType::Rate) return text::linkRate(BitRate::of(*figure));
    if (kind.type == TraitType::Length) return text::length(Length::of(*figure));
    return text::number(*figure, 6) + (kind.unit.empty() ? "" : std::string(text::kThin) + kind.unit);
}

}  // namespace sokudo::kb
