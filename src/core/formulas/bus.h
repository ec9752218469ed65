// SPDX-License-Identifier: GPL-3.0-or-later
// What a host bus slot carries, from its generation and lanes.
#pragma once

#include <string>

#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/stage_rows.h"

namespace sokudo::formulas {

struct BusLink {
    int generation = 0;  ///< 1 to 6
    int lanes = 0;       ///< 1, 2, 4, 8 or 16
    int maxPayload = 0;  ///< bytes, 128 to 4096; 0: 128 for generations 1 and 2, 256 later
    int mtu = 1500;      ///< of what travels over it: headers cross the bus too
};

struct BusCarries {
    BitRate coded;           ///< transfers * lanes * line coding, one direction
    BitRate packets;         ///< coded, less framing and headers of bus packets: nothing passes that
    kb::Band usable;         ///< payload that a network card moves, one direction
    text::Sentence working;  ///< the sum to `usable.high`, then what is usual
};

/// One direction of a PCI Express link.
/// @error OutOfRange  a generation without a row, lanes that do not exist
/// @source pcie-base for rates and coding; packet = payload + framing of the row + 16 header; last factor: practice,
/// rows bus at MTU 1500 and bus-jumbo at 9000, by the share of headers between
/// @example 3.0 x4: 31.508 Gb/s coded, 27.08 typical
Result<BusCarries> busCarries(const kb::KnowledgeBase&, const BusLink&);

}  // namespace sokudo::formulas
