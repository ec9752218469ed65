// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/radio.h"

#include <cmath>

namespace sokudo::formulas {

std::optional<BitRate> wifiRate(int mcs, int widthMhz, int streams)
{
    struct Modulation {
        int bits;
        double coding;
    };
    static constexpr Modulation kSteps[] = {{1, 0.5},     {2, 0.5},      {2, 0.75},    {4, 0.5},     {4, 0.75},
                                            {6, 2.0 / 3}, {6, 0.75},     {6, 5.0 / 6}, {8, 0.75},    {8, 5.0 / 6},
                                            {10, 0.75},   {10, 5.0 / 6}, {12, 0.75},   {12, 5.0 / 6}};
    static constexpr std::pair<int, int> kSubcarriers[] = {{20, 234}, {40, 468}, {80, 980}, {160, 1960}, {320, 3920}};
    constexpr double kSymbol = 13.6e-6;  // 12.8 µs and 0.8 µs of guard
    if (mcs < 0 || mcs > 13 || streams < 1 || streams > 16) return std::nullopt;
    for (const auto& [width, carriers] : kSubcarriers)
        if (width == widthMhz) return BitRate::of(carriers * kSteps[mcs].bits * kSteps[mcs].coding / kSymbol * streams);
    return std::nullopt;
}

std::optional<BitRate> radioRate(std::optional<BitRate> stated, std::optional<int> mcs, std::optional<int> widthMhz,
                                 std::optional<int> streams)
{
    if (stated || !mcs || !widthMhz) return stated;
    return wifiRate(*mcs, *widthMhz, streams.value_or(1));
}

Decibel rainLoss(double millimetresPerHour, Length path)
{
    return Decibel::of(0.861 * std::pow(millimetresPerHour, 0.766) * path.in() / 1000);
}

}  // namespace sokudo::formulas
