// SPDX-License-Identifier: GPL-3.0-or-later
// What coax, power line and radio carry: the one place that link, path, headline and expect ask.
#pragma once

#include <functional>
#include <string>
#include <string_view>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/kb/shared_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::formulas {

kb::Band times(const kb::Band&, const kb::FactorBand&);
/// Component by component the lesser.
kb::Band atMost(const kb::Band&, const kb::Band&);

/// The row of ceilings.csv for coax adapters of this generation.
/// @param slowestPort  of their Ethernet ports; empty: not stated
/// @return null where the table has none
const kb::Ceiling* coaxRow(const kb::KnowledgeBase&, std::string_view generation, std::optional<BitRate> slowestPort);
/// The row for a power-line family; an empty or unknown one counts as the fastest.
const kb::Ceiling* powerLineRow(const kb::KnowledgeBase&, std::string_view family);
/// What a radio of this PHY rate passes as TCP, close by and in sight. @source link_factors.csv, rows radio and
/// radio-60
kb::Band radioCarries(const kb::KnowledgeBase&, BitRate phy, bool is60);

/// Whether a value of a trait is stated of a run.
using IsStated = std::function<bool(std::string_view trait, std::string_view value)>;
/// Rows of stage_factors.csv that change such a medium as it is stated. Rain counts on a 60 GHz bridge beyond 500 m and
/// nowhere else, walls and floors everywhere but there.
/// @param stage  "radio" or "power-line"
/// @param hops   radio hops on one radio; each beyond the first counts as a repeat
std::vector<const kb::StageFactor*> mediumFactors(const kb::KnowledgeBase&, std::string_view stage, const IsStated&,
                                                  bool is60 = false, std::optional<Length> length = {}, int hops = 1);

}  // namespace sokudo::formulas
