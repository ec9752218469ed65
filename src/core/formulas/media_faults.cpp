// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/media_faults.h"

#include <algorithm>
#include <cmath>

namespace sokudo::formulas {

double diskZoneShare(double fill, double inner)
{
    return std::sqrt(1 - std::clamp(fill, 0.0, 1.0) * (1 - inner * inner));
}

double diskMeanShare(double inner) { return 2.0 / 3 * (1 - inner * inner * inner) / (1 - inner * inner); }

double frameLoss(double bitErrorRatio, int wireBytes)
{
    return -std::expm1(8.0 * wireBytes * std::log1p(-std::clamp(bitErrorRatio, 0.0, 1.0 - 1e-12)));
}

}  // namespace sokudo::formulas
