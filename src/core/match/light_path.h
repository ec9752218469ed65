// SPDX-License-Identifier: GPL-3.0-or-later
// Where the light goes: the level after each piece, from the launch to the receiver.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/match/link_context.h"

namespace sokudo::match {

struct LightStep {
    std::string name;           ///< "launch", "250 m OM3", "2 mated pairs"
    Decibel greatest, typical;  ///< what the piece takes
    PowerDbm weakest;           ///< level after it: least launch, greatest losses
    PowerDbm usual;             ///< level after it: middle of the launch range, typical losses
};

/// One direction of a fibre link.
struct LightPath {
    std::string sender, receiver;  ///< names of the ends
    std::vector<LightStep> steps;  ///< the first is the launch
    PowerDbm receiverLeast, receiverMost;
    PowerDbm strongest;                ///< at the receiver: greatest launch, typical losses
    std::optional<PowerDbm> measured;  ///< what the receiver reads, where stated
    Decibel margin() const { return steps.back().weakest - receiverLeast; }
    /// Empty: no attenuator needed.
    std::optional<Decibel> tooStrongBy() const
    {
        return strongest > receiverMost ? std::optional(strongest - receiverMost) : std::nullopt;
    }
};

/// Both directions, a to b first. Empty where the link is not fibre or a length, a loss or a transmitter is not known.
/// @source optics.csv for levels, media.csv and passive_losses.csv for losses; the losses sum to those of the
/// optical-loss rule
std::vector<LightPath> lightPaths(const LinkContext&);

}  // namespace sokudo::match
