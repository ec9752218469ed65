// SPDX-License-Identifier: GPL-3.0-or-later
// The memory of a pluggable module, decoded by SFF-8472 (SFP family) and SFF-8636 (QSFP family).
#pragma once

#include <cstdint>
#include <span>

#include "core/base/result.h"
#include "core/measure/seams.h"

namespace sokudo::host {

/// @param memory  page A0h, then A2h for SFP; lower page, then upper pages 00h to 03h for QSFP
/// @error BadInput  fewer than 128 bytes, or an identifier that is neither family
/// @source sff-8472, sff-8636, sff-8024
Result<measure::ModuleReading> decodeModule(std::span<const std::uint8_t> memory);

/// Optical power from the raw word, 0.1 µW a step. Zero is no light: -40 dBm, the least a module tells.
PowerDbm powerFromRaw(std::uint16_t raw);

}  // namespace sokudo::host
