// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/shared_media.h"

#include <algorithm>

#include "core/kb/reach_rows.h"

namespace sokudo::formulas {
namespace {

constexpr std::string_view kRain = "rain", kRepeat = "repeat";
constexpr Length kRainMatters = Length::fromSteps(500'000);  // practice

}  // namespace

kb::Band times(const kb::Band& band, const kb::FactorBand& by)
{
    return {scaled(band.low, by.low), scaled(band.typical, by.typical), scaled(band.high, by.high)};
}

kb::Band atMost(const kb::Band& a, const kb::Band& b)
{
    return {std::min(a.low, b.low), std::min(a.typical, b.typical), std::min(a.high, b.high)};
}

const kb::Ceiling* coaxRow(const kb::KnowledgeBase& kb, std::string_view generation, std::optional<BitRate> slowestPort)
{
    const std::string id = "coax-" + std::string(generation.empty() ? "2.5" : generation);
    const kb::Ceiling* narrow = slowestPort && *slowestPort <= gigabits(1) ? kb.find<kb::Ceiling>(id + "-1g") : nullptr;
    return narrow ? narrow : kb.find<kb::Ceiling>(id);
}

const kb::Ceiling* powerLineRow(const kb::KnowledgeBase& kb, std::string_view family)
{
    const kb::Ceiling* row = family.empty() ? nullptr : kb.find<kb::Ceiling>("plc-" + std::string(family));
    return row ? row : kb.find<kb::Ceiling>("plc-ghn");
}

kb::Band radioCarries(const kb::KnowledgeBase& kb, BitRate phy, bool is60)
{
    const kb::Factor* share = kb.find<kb::Factor>(is60 ? "radio-60" : "radio");
    return share ? times({phy, phy, phy}, share->value) : kb::Band{};
}

std::vector<const kb::StageFactor*> mediumFactors(const kb::KnowledgeBase& kb, std::string_view stage,
                                                  const IsStated& isStated, bool is60, std::optional<Length> length,
                                                  int hops)
{
    std::vector<const kb::StageFactor*> result;
    for (const kb::StageFactor& row : kb.all<kb::StageFactor>()) {
        if (row.stage != stage || row.trait.empty() || !isStated(row.trait, row.value)) continue;
        const bool isRain = row.id == kRain;
        if (stage == "radio" && isRain != is60) continue;
        if (isRain && length && *length <= kRainMatters) continue;
        result.push_back(&row);
    }
    if (const kb::StageFactor* repeat = kb.find<kb::StageFactor>(kRepeat); repeat && stage == "radio")
        for (int hop = 1; hop < hops; ++hop) result.push_back(repeat);
    return result;
}

}  // namespace sokudo::formulas
