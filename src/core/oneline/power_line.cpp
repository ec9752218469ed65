// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/power_line.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/reach_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::oneline {
namespace {

/// A word of the line in small letters, with its place for messages.
struct Piece {
    std::string text;
    std::size_t at = 0;
};

/// Blanks and commas part words; a number and the unit behind it become one: "180 W".
std::vector<Piece> pieces(std::string_view line, std::size_t offset)
{
    static const std::vector<std::string> kUnits{"w",    "kw",  "wh", "kwh", "m",     "m3",   "l",
                                                 "m3/h", "cm2", "c",  "awg", "years", "year", "v"};
    std::vector<Piece> all;
    std::size_t at = 0;
    while (at < line.size()) {
        const std::size_t end = std::min(line.find_first_of(" ,\t", at), line.size());
        if (end > at) {
            const std::string word = text::lower(line.substr(at, end - at));
            const bool isUnit = std::find(kUnits.begin(), kUnits.end(), word) != kUnits.end();
            if (isUnit && !all.empty() && text::parseNumber(all.back().text)) all.back().text += word;
            else all.push_back({word, offset + at});
        }
        at = end + 1;
    }
    return all;
}

Error wrong(const Piece& piece, text::Sentence what)
{
    return pointAt({piece.text, {}, static_cast<int>(piece.at) + 1, piece.text}, std::move(what));
}

/// "24awg" asked for "awg" is 24. Nothing where the word has another unit, or its number is none above 0.
std::optional<double> amount(const Piece& piece, std::string_view unit)
{
    if (!piece.text.ends_with(unit)) return std::nullopt;
    const auto number = text::parseNumber(piece.text.substr(0, piece.text.size() - unit.size()));
    return number && *number > 0 ? number : std::nullopt;
}
std::optional<double> temperature(const Piece& piece)
{
    if (!piece.text.ends_with("c")) return std::nullopt;
    const auto number = text::parseNumber(piece.text.substr(0, piece.text.size() - 1));
    return number && *number > -60 && *number < 150 ? number : std::nullopt;
}
std::optional<Watt> watts(const Piece& piece)
{
    if (const auto kilo = amount(piece, "kw")) return Watt::of(*kilo * 1000);
    const auto plain = amount(piece, "w");
    return plain ? std::optional(Watt::of(*plain)) : std::nullopt;
}

/// A type, or a word of shops for one.
Result<const kb::PoeType*> sourceOf(const std::vector<Piece>& words, const kb::KnowledgeBase& kb, std::string& beware)
{
    std::string name;
    for (const Piece& word : words) name += (name.empty() ? "" : "-") + word.text;
    if (const kb::PoeType* type = kb.find<kb::PoeType>(name)) return type;
    if (const kb::PowerWord* shop = kb.find<kb::PowerWord>(name)) {
        if (const kb::PoeType* type = kb.find<kb::PoeType>(shop->type)) {
            beware = shop->says;
            return type;
        }
        return tl::unexpected(
            wrong(words.front(), text::say("power-line.no-standard", "“{}” is {}", name, shop->says)));
    }
    std::vector<std::string> known;
    for (const kb::PoeType& type : kb.all<kb::PoeType>()) known.push_back(type.id);
    for (const kb::PowerWord& word : kb.all<kb::PowerWord>()) known.push_back(word.word);
    return tl::unexpected(
        words.empty()
            ? Error{ErrorCode::BadInput,
                    text::say("power-line.begins-with", "a chain begins with its source, such as type3"), "poe"}
            : wrong(words.front(),
                    text::say("power-line.a-source-is", "a source is one of {}", text::joined(known, ", ")) +
                        suggestion(name, known)));
}

Result<power::Stretch> stretchOf(const std::vector<Piece>& words, const kb::KnowledgeBase& kb)
{
    power::CablePiece cable;
    bool isGauged = false;
    for (const Piece& word : words) {
        if (const kb::Medium* medium = kb.find<kb::Medium>(word.text)) {
            if (!isGauged) cable.gauge = medium->grade >= 65 ? 23 : 24;
        } else if (const auto gauge = amount(word, "awg")) {
            cable.gauge = static_cast<int>(*gauge);
            isGauged = true;
        } else if (const auto degrees = temperature(word)) cable.at = Celsius::of(*degrees);
        else if (word.text == "cca" || word.text == "copper-clad") cable.isClad = true;
        else if (const auto length = lengthOf(word.text)) cable.length = *length;
        else
            return tl::unexpected(
                wrong(word, text::say("power-line.a-cable-is", "a cable is written cat6 60m, with 24awg, 40c or cca")));
    }
    if (cable.length.in() <= 0)
        return tl::unexpected(
            Error{ErrorCode::BadInput,
                  text::say("power-line.no-length", "a cable of the chain has no length; write cat6 60m"), "poe"});
    return power::Stretch{{cable}};
}

Result<power::Station> stationOf(const std::vector<Piece>& words, const kb::KnowledgeBase& kb)
{
    power::Station station;
    std::optional<Watt> drawn;
    for (const Piece& word : words) {
        if (const kb::PoeClass* asked = kb.find<kb::PoeClass>(word.text)) station.asks = asked;
        else if (const kb::PoeType* ports = kb.find<kb::PoeType>(word.text)) station.ports = ports;
        else if (const auto watt = watts(word)) drawn = watt;
        else if (text::parseNumber(word.text))
            return tl::unexpected(wrong(word, text::say("power-line.watts-are", "watts are written 9w")));
        else station.name += (station.name.empty() ? "" : " ") + word.text;
    }
    const bool isSwitch = station.name == "switch" || station.ports;
    if (isSwitch) {
        station.own = drawn.value_or(Watt{});
        station.takes = station.asks;
        station.asks = nullptr;
    } else if (drawn) station.load = drawn;
    if (station.name.empty()) station.name = station.asks ? "class " + std::to_string(station.asks->number) : "device";
    if (!isSwitch && !station.isEnd())
        return tl::unexpected(Error{ErrorCode::BadInput,
                                    text::say("power-line.what-it-draws",
                                              "say what it draws: “switch 9w” hands power on, “class4” or “camera 9w” "
                                              "ends the chain"),
                                    station.name});
    return station;
}

}  // namespace

Result<PoeAnswer> readPoeLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    const auto all = parts(line, '/');
    PoeAnswer answer;
    const auto source = sourceOf(pieces(all.front().text, all.front().offset), kb, answer.beware);
    if (!source) return tl::unexpected(source.error());
    answer.source = *source;
    if (all.size() < 3 || all.size() % 2 == 0)
        return failure(ErrorCode::BadInput,
                       text::say("power-line.by-turns",
                                 "write a source, and by turns a cable and what hangs on it: type3 / cat6 60m / switch "
                                 "9w / cat6 20m / class4"),
                       std::string(line));
    std::vector<std::pair<power::Stretch, power::Station>> stations;
    for (std::size_t i = 1; i < all.size(); i += 2) {
        const auto cable = stretchOf(pieces(all[i].text, all[i].offset), kb);
        if (!cable) return tl::unexpected(cable.error());
        const auto station = stationOf(pieces(all[i + 1].text, all[i + 1].offset), kb);
        if (!station) return tl::unexpected(station.error());
        stations.emplace_back(*cable, *station);
    }
    auto hops = power::chain(**source, stations, kb);
    if (!hops) return tl::unexpected(hops.error());
    answer.hops = std::move(*hops);
    return answer;
}

namespace {

/// Takes one word of a question on heat. False: it does not belong.
bool takeHeat(const Piece& word, const Piece* before, HeatAnswer& answer, std::optional<Celsius>& outside)
{
    static const std::vector<std::string> kSilent{"in",  "vents", "vent", "outside", "at",    "most", "up",
                                                  "fan", "x",     "and",  "with",    "above", "sea"};
    if (const auto flow = amount(word, "m3/h")) answer.box.fan = AirFlow::of(*flow);
    else if (const auto volume = amount(word, "m3")) answer.box.volume = Volume::of(*volume);
    else if (const auto litres = amount(word, "l")) answer.box.volume = Volume::of(*litres / 1000);
    else if (const auto opening = amount(word, "cm2")) {
        answer.box.each = Opening::of(*opening);
        if (answer.box.vents == 0) answer.box.vents = 1;
    } else if (const auto watt = watts(word)) answer.box.heat = *watt;
    else if (const auto degrees = temperature(word)) {
        if (before && before->text == "most") answer.most = Celsius::of(*degrees);
        else outside = Celsius::of(*degrees);
    } else if (const auto up = amount(word, "m")) answer.box.height = Length::of(*up);
    else if (const auto count = text::parseNumber(word.text); count && *count >= 1 && *count <= 100)
        answer.box.vents = static_cast<int>(*count);
    else return std::find(kSilent.begin(), kSilent.end(), word.text) != kSilent.end();
    return true;
}

}  // namespace

Result<HeatAnswer> readHeatLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    HeatAnswer answer;
    std::optional<Celsius> outside;
    const auto words = pieces(line, 0);
    for (std::size_t i = 0; i < words.size(); ++i)
        if (!takeHeat(words[i], i > 0 ? &words[i - 1] : nullptr, answer, outside))
            return tl::unexpected(
                wrong(words[i], text::say("power-line.heat-is",
                                          "write it as 180 W in 1.4 m3, 2 x 80 cm2 vents, 24 c outside, "
                                          "at most 35 c")));
    if (answer.box.heat.in() <= 0 || answer.box.volume.in() <= 0 || !outside)
        return failure(
            ErrorCode::BadInput,
            text::say("power-line.heat-needs",
                      "say the watts, the volume and the temperature outside: 180 W in 1.4 m3, 24 c outside"),
            std::string(line));
    answer.box.outside = *outside;
    const auto settled = formulas::settled(answer.box, kb);
    if (!settled) return tl::unexpected(settled.error());
    answer.settled = *settled;
    if (answer.most && *answer.most > *outside)
        answer.needed =
            formulas::airFor(kb, answer.box.heat, Kelvin::of(answer.most->in() - outside->in()), answer.box.height);
    return answer;
}

Result<BatteryLine> readBatteryLine(std::string_view line, const kb::KnowledgeBase& kb)
{
    BatteryLine answer;
    std::vector<std::string> known;
    for (const kb::BatteryKind& kind : kb.all<kb::BatteryKind>()) known.push_back(kind.id);
    for (const Piece& word : pieces(line, 0)) {
        if (const auto kilo = amount(word, "kwh")) answer.rated = WattHour::of(*kilo * 1000);
        else if (const auto energy = amount(word, "wh")) answer.rated = WattHour::of(*energy);
        else if (const auto load = watts(word)) answer.load = *load;
        else if (const auto years = amount(word, "years")) answer.years = *years;
        else if (const auto year = amount(word, "year")) answer.years = *year;
        else if (const kb::BatteryKind* kind = kb.find<kb::BatteryKind>(word.text)) answer.kind = kind;
        else
            return tl::unexpected(
                wrong(word, text::say("power-line.a-battery-is", "write it as 480 Wh lead 35 W; the kind is one of {}",
                                      text::joined(known, ", ")) +
                                suggestion(word.text, known)));
    }
    if (!answer.kind || answer.rated.in() <= 0 || answer.load.in() <= 0)
        return failure(
            ErrorCode::BadInput,
            "say the energy, the kind and the load: 480 Wh lead 35 W; the kind is one of " + text::joined(known, ", "),
            std::string(line));
    const auto time = formulas::runTime(*answer.kind, answer.rated, answer.load, answer.years, kb);
    if (!time) return tl::unexpected(time.error());
    answer.time = *time;
    return answer;
}

}  // namespace sokudo::oneline
