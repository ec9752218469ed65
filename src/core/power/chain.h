// SPDX-License-Identifier: GPL-3.0-or-later
// Power handed on from hop to hop: a source, a fed switch that feeds on, a device at the end.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/power_quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"
#include "core/kb/copper_rows.h"

namespace sokudo::power {

/// One piece of cable: the fixed one, or a cord.
struct CablePiece {
    Length length;
    int gauge = 24;       ///< AWG
    bool isClad = false;  ///< copper-clad aluminium
    std::optional<Celsius> at;
};
/// What lies between two hops.
struct Stretch {
    std::vector<CablePiece> pieces;
    int contacts = 2;  ///< mated pairs on the way
};

/// A hop behind a cable: a switch that feeds on, or the device at the end.
struct Station {
    std::string name;
    Watt own;                             ///< what a switch draws itself
    const kb::PoeType* ports = nullptr;   ///< what its ports supply; null: as it is supplied
    const kb::PoeClass* asks = nullptr;   ///< class of the device at the end
    const kb::PoeClass* takes = nullptr;  ///< class of a switch; null: the greatest that its source grants
    std::optional<Watt> load;             ///< what the device at the end draws, where no class is known
    bool isEnd() const { return asks || load; }
};

struct Hop {
    std::string name;
    const kb::PoeClass* granted = nullptr;  ///< null: it stays dark
    Watt enters, own, lost;                 ///< at the hop; by itself; in the cable before it
    Volt volts;                             ///< that arrive
    Watt left, leftLow, leftHigh;           ///< to hand on; of the last hop what its source has left
    bool isReduced = false;                 ///< it gets less than it asks for
    bool isUnpowered() const { return !granted; }
    text::Sentence says;
};

/// The least class, up to `most`, that gives a device so many watts; null: none does.
const kb::PoeClass* classFor(const kb::KnowledgeBase&, Watt load, int most = 8);

/// Each hop takes the greatest class that its source has left and the cable lets through; a switch hands on what it
/// does not take itself, less the losses of its supply.
/// @param source  of the first cable
/// @error BadInput  no hop, a hop behind the end, a gauge that no table has
/// @source 802.3-145; pass-through by power_figures.csv
/// @example type3, 60 m of 24 AWG, a switch of 9 W, 20 m, class 4: 51 W enter, 36.96 W left, 25.5 W at the end
Result<std::vector<Hop>> chain(const kb::PoeType& source, const std::vector<std::pair<Stretch, Station>>&,
                               const kb::KnowledgeBase&);

}  // namespace sokudo::power
