// SPDX-License-Identifier: GPL-3.0-or-later
// What a medium does to its rate: hard disks slow towards the inner tracks, bits that flip lose frames.
#pragma once

namespace sokudo::formulas {

/// Rate of a hard disk at a fill from the outer edge, as a share of its outer rate, at constant density of bits.
/// @param fill   0 (empty, outer tracks) to 1 (full)
/// @param inner  rate at the innermost track over that at the outermost, typically 0.5
/// @source own: sqrt(1 - fill * (1 - inner²))
/// @example diskZoneShare(0.75, 0.5) == 0.661
double diskZoneShare(double fill, double inner = 0.5);
/// Mean over the whole disk: 2/3 * (1 - inner³) / (1 - inner²).
double diskMeanShare(double inner = 0.5);

/// Share of frames lost where single bits flip at this rate.
/// @param bitErrorRatio  0 to 1
/// @source own: 1 - (1 - BER)^(8 * bytes)
/// @example frameLoss(1e-9, 1538) == 1.23e-5
double frameLoss(double bitErrorRatio, int wireBytes);

}  // namespace sokudo::formulas
