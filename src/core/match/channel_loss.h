// SPDX-License-Identifier: GPL-3.0-or-later
// Insertion loss of a twisted-pair channel, piece by piece, against the limit a PHY was made for.
#pragma once

#include <optional>
#include <string>

#include "core/base/sentence.h"
#include "core/kb/port_rows.h"
#include "core/match/link_context.h"

namespace sokudo::match {

struct ChannelLoss {
    Decibel loss, limit;  ///< at the frequency where the margin is least
    Frequency at;
    Length equivalent;  ///< H + Σ cord · (1 + D): compared with 102 m
    Length fixed;       ///< H, the cables without the cords
    std::optional<Celsius> warmest;
    text::Sentence working;  ///< "70 m + 20 m of 26 AWG cord (×1.5): 22.4 dB"
};

/// AWG of a cord or cable: what is stated; else 23 for Cat 6A and better, 24.
int gaugeOf(const CableSection&);

/// @return nothing where a length, a category or the need of the PHY is not known
/// @source tia-568.2: cable a√f + bf + c/√f, channel 1.02 or 1.05 times that and 4 connectors; cords times 1 + D;
///         unscreened +0.4 % a °C to 40 °C and +0.6 % above, screened +0.2 %, from 20 °C
std::optional<ChannelLoss> channelLoss(const LinkContext&, const kb::Phy&);

/// Factor of insertion loss at a temperature over that at 20 °C.
double heatFactor(Celsius, bool screened);

/// Longest horizontal cable of equal loss at a temperature, between the rows of hot_lengths.csv.
std::optional<Length> longestWhenHot(const kb::KnowledgeBase&, Celsius, bool screened);

}  // namespace sokudo::match
