// SPDX-License-Identifier: GPL-3.0-or-later
// Questions on power in one line, without a house: a chain of power over Ethernet, heat in a cupboard, a battery.
#pragma once

#include <string_view>
#include <vector>

#include "core/formulas/air.h"
#include "core/formulas/battery.h"
#include "core/kb/knowledge_base.h"
#include "core/power/chain.h"

namespace sokudo::oneline {

struct PoeAnswer {
    const kb::PoeType* source = nullptr;
    std::string beware;  ///< of the word that was used for the source; may be empty
    std::vector<power::Hop> hops;
};
/// "type3 / cat6 60m 24awg / switch 9w / cat6 20m / class4": a source, and by turns a cable and what hangs on it.
/// @error BadInput  a word that does not belong, with its place; a word of shops that no standard means
Result<PoeAnswer> readPoeLine(std::string_view line, const kb::KnowledgeBase&);

struct HeatAnswer {
    formulas::Cupboard box;
    formulas::Settled settled;
    std::optional<Celsius> most;
    std::optional<AirFlow> needed;  ///< where a highest temperature was said
};
/// "180 W in 1.4 m3, 2 x 80 cm2 vents, 24 c outside, at most 35 c"; "30 m3/h fan", "1200 m up".
/// @error BadInput  a word that does not belong; no watts, volume or outside temperature
Result<HeatAnswer> readHeatLine(std::string_view line, const kb::KnowledgeBase&);

struct BatteryLine {
    const kb::BatteryKind* kind = nullptr;
    WattHour rated;
    Watt load;
    double years = 0;
    formulas::RunTime time;
};
/// "480 Wh lead 35 W", "1 kWh lithium 90 W 4 years".
/// @error BadInput  a word that does not belong; no energy, kind or load
Result<BatteryLine> readBatteryLine(std::string_view line, const kb::KnowledgeBase&);

}  // namespace sokudo::oneline
