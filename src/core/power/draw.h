// SPDX-License-Identifier: GPL-3.0-or-later
// What a device takes: idle, in normal use and at most, and how anybody knows.
#pragma once

#include <string_view>

#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::power {

/// A figure that was seldom measured.
struct WattBand {
    Watt low, usual, high;
    WattBand& operator+=(const WattBand& other);
    friend bool operator==(const WattBand&, const WattBand&) = default;
};
WattBand operator*(const WattBand&, double);

/// How the watts of a device are known; the first that there is counts.
enum class DrawBasis {
    Meter,  ///< a meter at its plug, with all that it feeds
    Port,   ///< the switch shows them at the port that feeds it
    Stated,
    Table,  ///< rows for its kind, its ports, modules and disks
    None,   ///< it needs none, or runs on a battery of its own
};
std::string_view word(DrawBasis);

struct Draw {
    WattBand idle, usual, most;  ///< without what it feeds; on a meter's reading `usual` is with it
    DrawBasis basis = DrawBasis::None;
    text::Sentence says;  ///< "measured 2026-11-02", "typical of a router, unsure"
};

/// What one device takes. `shown` is what the port that feeds it shows; empty: nobody read it. Ports count where a
/// cable is in them.
/// @source device_watts.csv, phy_uses.csv, modules.csv, power_figures.csv
Draw drawOf(const plan::Device&, const std::vector<const plan::Port*>& cabled, std::optional<Watt> shown,
            const kb::KnowledgeBase&);

}  // namespace sokudo::power
