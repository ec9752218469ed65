// SPDX-License-Identifier: GPL-3.0-or-later
// What a certifier holds a twisted-pair link against, at one frequency.
#pragma once

#include <optional>
#include <string_view>

#include "core/kb/knowledge_base.h"

namespace sokudo::formulas {

enum class TestedPart { Channel, PermanentLink };

struct AcceptanceLimits {
    std::optional<Decibel> insertionLoss;           ///< at most
    std::optional<Decibel> next, acrf, returnLoss;  ///< at least
};

/// @param medium  cat5e, cat6 or cat6a
/// @param at      within the category's range: 1 to 100, 250 or 500 MHz; outside it every limit is empty
/// @source tia-568.2; the deviation constant of the permanent link is fitted to its published points
AcceptanceLimits acceptanceLimits(const kb::KnowledgeBase&, std::string_view medium, TestedPart, Frequency at);

/// Loop resistance of one pair, out and back, at 20 °C.
/// @param gauge  AWG, a row of conductors.csv; else empty
/// @source own; a copper-clad conductor has 63.5 % of the conductivity of copper
std::optional<Ohm> loopResistance(const kb::KnowledgeBase&, int gauge, Length, bool copperClad);

/// The most that a pair of that length may measure, out and back: 9.38 Ω for 100 m of each conductor, and 0.4 Ω at each
/// mated pair of contacts.
/// @source tia-568.2
Ohm loopLimit(Length, int contacts);

}  // namespace sokudo::formulas
