// SPDX-License-Identifier: GPL-3.0-or-later
// "12.3gb packets=8.1m time=10s link=10g": how busy a wire was by its counters.
#pragma once

#include <string_view>

#include "core/formulas/counters.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/stage_rows.h"

namespace sokudo::oneline {

struct CounterAnswer {
    formulas::WireUse use;
    const kb::CounterPlace* place = nullptr;
};

/// @param line  what was counted between two readings: octets as a number or as 12.3gb, packets=8.1m, time=10s,
/// link=10g; `at=` a row of
///              counter_places.csv (left out: interface), `mtu=9000` for longer packets
/// @error BadInput    a word that does not belong, or one that is missing
/// @error OutOfRange  as wireUse
Result<CounterAnswer> readCounters(std::string_view line, const kb::KnowledgeBase&);

}  // namespace sokudo::oneline
