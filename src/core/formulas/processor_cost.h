// SPDX-License-Identifier: GPL-3.0-or-later
// What one core moves at any packet length.
#pragma once

#include "core/kb/host_rows.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/stage_rows.h"

namespace sokudo::formulas {

/// What one core moves for one TCP stream, per GHz of its clock, at this MTU: so long for each byte and so long for
/// each frame, by what the row tells at 1500 and at 9000.
/// @param mtu  576 to 65535  @param offloads  false: segmentation and aggregation switched off
/// @source practice: processors.csv; own between its figures: 1 / k = byte + frame / payload
/// @example recent-x86, typically: 411 ns a frame and 0.716 ns a byte at 1 GHz, so 9.755 Gb/s at MTU 4000 and 5.330 at
/// 576
kb::Band perGhzAt(const kb::Processor&, int mtu, bool offloads = true);

}  // namespace sokudo::formulas
