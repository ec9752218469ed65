// SPDX-License-Identifier: GPL-3.0-or-later
// Power over Ethernet on a link: who feeds whom, and what arrives.
#pragma once

#include <optional>
#include <string>

#include "core/base/sentence.h"
#include "core/kb/copper_rows.h"
#include "core/match/link_context.h"

namespace sokudo::match {

struct PowerFlow {
    const LinkEnd* source = nullptr;
    const LinkEnd* device = nullptr;      ///< the other end
    const kb::PoeType* type = nullptr;    ///< null: a passive injector
    const kb::PoeClass* asked = nullptr;  ///< class of the device; null: not stated, none, or passive
    Watt granted;                         ///< what the source gives this device
    bool isFourPair = false;
};

/// Nothing where no end is stated to supply power.
std::optional<PowerFlow> powerOn(const LinkContext&);

struct PowerDrop {
    Ohm resistance;  ///< of the loop that carries the current
    Volt atDevice;
    double ampere = 0;
    text::Sentence working;
};

/// I = (V - √(V² - 4·R·P)) / 2R; two pairs: R = r·L of the pair pair, four: half of it.
/// @return nothing where the load cannot be fed at all; `unknown` where a length is missing
/// @source 802.3-145
struct DropAnswer {
    bool known = false;
    std::optional<PowerDrop> drop;
};
DropAnswer powerDrop(const LinkContext&, const PowerFlow&);

/// Ports of a device in the order in which they are granted power: by priority, low where none is stated, then from the
/// first.
std::vector<const plan::Port*> inPoeOrder(const plan::Plan&, plan::DeviceId);

/// Watts that the type grants to a device of this class.
Watt grantOf(const kb::KnowledgeBase&, const kb::PoeType&, const kb::PoeClass&);

}  // namespace sokudo::match
