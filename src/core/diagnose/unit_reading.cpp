// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/unit_reading.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <optional>

#include "core/base/ascii.h"
#include "core/formulas/framing.h"
#include "core/kb/stage_rows.h"

namespace sokudo::diagnose {
namespace {

constexpr double kNear = 0.45, kOnPlateau = 0.25, kAnywhere = 0.30;
constexpr double kNearSpread = 0.10, kPlateauSpread = 0.025;
constexpr double kImpossible = 1.03, kNextToNone = 1e-6, kLeast = 1000;
constexpr double kDoubted = 0.5, kLikely = 0.4;
constexpr double kPlateauLinks[] = {0.1, 1, 2.5, 5, 10};
constexpr std::string_view kPrefixes = "kMGT";

double normal(double x, double mean, double spread)
{
    return std::exp(-0.5 * std::pow((x - mean) / spread, 2)) / (spread * std::sqrt(2 * std::numbers::pi));
}

double likelihood(double rate, const kb::Band& band, const std::vector<double>& plateaus)
{
    const double high = band.high.in(), typical = band.typical.in();
    if (rate > kImpossible * high) return kNextToNone;
    const double x = std::log(rate);
    double result = kNear * normal(x, std::log(typical), kNearSpread);
    for (double plateau : plateaus)
        result += kOnPlateau / static_cast<double>(plateaus.size()) * normal(x, std::log(plateau), kPlateauSpread);
    if (rate >= typical / kLeast && rate <= high) result += kAnywhere / std::log(kLeast * high / typical);
    return result;
}

/// "M" and "B" of "290 MB/s"; nothing for a size in a time.
struct Unit {
    char prefix = 0;
    bool binary = false, bytes = false;
};
std::optional<Unit> unitOf(std::string_view typed)
{
    if (typed.find(" in ") != std::string_view::npos) return std::nullopt;
    for (std::size_t i = 0; i < typed.size(); ++i) {
        if (typed[i] != 'B' && typed[i] != 'b') continue;
        Unit unit;
        unit.bytes = typed[i] == 'B';
        std::size_t at = i;
        if (at > 0 && typed[at - 1] == 'i') {
            unit.binary = true;
            --at;
        }
        if (at > 0 && ascii::isLetter(typed[at - 1])) unit.prefix = typed[at - 1] == 'K' ? 'k' : typed[at - 1];
        return unit;
    }
    return std::nullopt;
}

std::string spelt(const Unit& unit)
{
    std::string result;
    if (unit.prefix) result += unit.prefix;
    if (unit.binary) result += 'i';
    return result + (unit.bytes ? "B/s" : "b/s");
}

}  // namespace

std::vector<UnitReading> unitReadings(BitRate asRead, const kb::Band& band, const std::vector<BitRate>& plateaus,
                                      bool isCopy, const kb::KnowledgeBase& kb)
{
    std::vector<UnitReading> result;
    if (asRead.steps() <= 0 || band.typical.steps() <= 0) return result;
    std::vector<double> below;
    for (BitRate plateau : plateaus)
        if (plateau.steps() > 0 && plateau.in() <= kImpossible * band.high.in()) below.push_back(plateau.in());
    double sum = 0;
    for (const kb::UnitMeaning& row : kb.all<kb::UnitMeaning>()) {
        result.push_back(
            {&row, (isCopy ? row.copyPrior : row.prior) * likelihood(asRead.in() * row.factor, band, below)});
        sum += result.back().probability;
    }
    for (UnitReading& one : result) one.probability /= sum;
    return result;
}

std::vector<BitRate> plateausOf(const expect::Expectation& path)
{
    std::vector<BitRate> result;
    for (double link : kPlateauLinks)
        if (const auto carries = formulas::goodput(gigabits(link), {path.mtu})) result.push_back(*carries);
    for (const expect::Stage& stage : path.stages)
        if (stage.kind != expect::StageKind::Link) result.push_back(stage.carries.typical);
    return result;
}

std::string unitMeant(std::string_view typed, const std::vector<UnitReading>& readings)
{
    const auto unit = unitOf(typed);
    const auto asIs =
        std::find_if(readings.begin(), readings.end(), [](const UnitReading& one) { return one.row->factor == 1; });
    if (!unit || asIs == readings.end() || asIs->probability >= kDoubted) return {};
    const auto likeliest =
        std::max_element(readings.begin(), readings.end(),
                         [](const UnitReading& a, const UnitReading& b) { return a.probability < b.probability; });
    if (likeliest == asIs || likeliest->probability <= kLikely) return {};
    Unit meant = *unit;
    const double factor = likeliest->row->factor;
    if (factor == 8 && !unit->bytes) meant.bytes = true;
    else if (factor == 0.125 && unit->bytes) meant.bytes = false;
    else if (factor >= 1000 || factor <= 0.001) {
        const std::size_t at = kPrefixes.find(unit->prefix);
        const std::size_t to = factor > 1 ? at + 1 : at - 1;
        if (!unit->prefix || at == std::string_view::npos || to >= kPrefixes.size()) return {};
        meant.prefix = kPrefixes[to];
    } else return {};
    return spelt(meant);
}

}  // namespace sokudo::diagnose
