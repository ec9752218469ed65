// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/unit_reading.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

#include "core/base/ascii.h"
#include "core/kb/stage_rows.h"

namespace sokudo::diagnose {
namespace {

constexpr double kNear = 0.45, kOnPlateau = 0.25, kAnywhere = 0.30;
constexpr double kNearSpread = 0.10, kPlateauSpread = 0.025;
constexpr double kAbove = 1.03, kNextToNone = 1e-6, kLeast = 1000;
constexpr double kDoubted = 0.5, kLikely = 0.4, kBeside = 0.2;
constexpr std::string_view kPrefixes = " kMGT";

double normal(double x, double mean, double spread)
{
    return std::exp(-0.5 * std::pow((x - mean) / spread, 2)) / (spread * std::sqrt(2 * std::numbers::pi));
}

double likelihood(double rate, const kb::Band& band, const std::vector<double>& plateaus)
{
    const double high = band.high.in(), typical = band.typical.in();
    if (rate > kAbove * high) return kNextToNone;
    const double x = std::log(rate);
    double result = kNear * normal(x, std::log(typical), kNearSpread);
    for (double plateau : plateaus)
        result += kOnPlateau / static_cast<double>(plateaus.size()) * normal(x, std::log(plateau), kPlateauSpread);
    if (rate >= typical / kLeast && rate <= high) result += kAnywhere / std::log(kLeast * high / typical);
    return result;
}

/// "M" and "B" of "290 MB/s".
struct Unit {
    int prefix = 0;  ///< powers of a thousand, or of 1024 where it is binary
    bool isBinary = false, isBytes = false;

    std::string_view kind() const { return !isBytes ? "bit" : isBinary ? "binary-byte" : "byte"; }
    double bits() const { return (isBytes ? 8 : 1) * std::pow(isBinary ? 1024.0 : 1000.0, prefix); }
    std::string text() const
    {
        std::string result;
        if (prefix > 0) result += kPrefixes[static_cast<std::size_t>(prefix)];
        if (isBinary) result = (prefix == 1 ? "K" : result) + "i";
        return result + (isBytes ? "B/s" : "b/s");
    }
};

/// Nothing for a size in a time.
std::optional<Unit> unitOf(std::string_view typed)
{
    if (typed.find(" in ") != std::string_view::npos) return std::nullopt;
    for (std::size_t i = 0; i < typed.size(); ++i) {
        if (typed[i] != 'B' && typed[i] != 'b') continue;
        Unit unit;
        unit.isBytes = typed[i] == 'B';
        std::size_t at = i;
        if (at > 0 && typed[at - 1] == 'i') {
            unit.isBinary = true;
            --at;
        }
        if (at > 0 && ascii::isLetter(typed[at - 1])) {
            const char letter = typed[at - 1] == 'K' ? 'k' : typed[at - 1];
            const std::size_t power = kPrefixes.find(letter);
            if (power == std::string_view::npos) return std::nullopt;
            unit.prefix = static_cast<int>(power);
        }
        return unit;
    }
    return std::nullopt;
}

/// What the unit is under a row; empty: the row does not speak of such a unit.
std::optional<Unit> meantBy(const kb::UnitMeaning& row, const Unit& typed)
{
    constexpr std::string_view kAny = "any";
    if (row.typed != kAny && row.typed != typed.kind()) return std::nullopt;
    Unit meant = typed;
    if (row.meant != kAny) {
        meant.isBytes = row.meant != "bit";
        meant.isBinary = row.meant == "binary-byte";
    }
    meant.prefix += row.prefix;
    const bool isThere =
        row.prefix == 0 || (typed.prefix > 0 && meant.prefix > 0 && meant.prefix < static_cast<int>(kPrefixes.size()));
    return isThere ? std::optional(meant) : std::nullopt;
}

}  // namespace

std::vector<UnitReading> unitReadings(BitRate asRead, std::string_view typed, const kb::Band& band,
                                      const std::vector<BitRate>& plateaus, bool isCopy, const kb::KnowledgeBase& kb)
{
    std::vector<UnitReading> result;
    if (asRead.steps() <= 0 || band.typical.steps() <= 0) return result;
    std::vector<double> below;
    for (BitRate plateau : plateaus)
        if (plateau.steps() > 0 && plateau.in() <= kAbove * band.high.in()) below.push_back(plateau.in());
    const auto unit = unitOf(typed);
    double sum = 0;
    for (const kb::UnitMeaning& row : kb.all<kb::UnitMeaning>()) {
        const auto meant = unit ? meantBy(row, *unit) : std::nullopt;
        if (!meant && row.typed != row.meant) continue;
        if (!meant && row.prefix != 0) continue;
        const double factor = meant ? meant->bits() / unit->bits() : 1;
        result.push_back({&row, factor, meant ? meant->text() : std::string(),
                          (isCopy ? row.copyPrior : row.prior) * likelihood(asRead.in() * factor, band, below)});
        sum += result.back().probability;
    }
    for (UnitReading& one : result) one.probability /= sum;
    return result;
}

const UnitReading* unitMeant(const std::vector<UnitReading>& readings, bool isOddAsWritten)
{
    const auto asIs =
        std::find_if(readings.begin(), readings.end(), [](const UnitReading& one) { return one.factor == 1; });
    if (asIs == readings.end() || (asIs->probability >= kDoubted && !isOddAsWritten)) return nullptr;
    const UnitReading* likeliest = nullptr;
    for (const UnitReading& one : readings)
        if (one.factor != 1 && (!likeliest || one.probability > likeliest->probability)) likeliest = &one;
    if (!likeliest || likeliest->probability <= (isOddAsWritten ? kBeside : kLikely)) return nullptr;
    return isOddAsWritten || likeliest->probability > asIs->probability ? likeliest : nullptr;
}

}  // namespace sokudo::diagnose
