// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/processor_cost.h"

#include "core/formulas/framing.h"
#include "core/kb/host_rows.h"
#include "core/kb/stage_rows.h"

namespace sokudo::formulas {
namespace {

constexpr int kShort = 1500, kLong = 9000;  ///< the MTUs of the rows

double inverseOfPayload(int mtu) { return 1.0 / payloadBytes({mtu}); }

BitRate atMtu(BitRate brief, BitRate jumbo, int mtu)
{
    if (mtu == kShort) return brief;
    if (mtu == kLong) return jumbo;
    const double frame = (1 / brief.in() - 1 / jumbo.in()) / (inverseOfPayload(kShort) - inverseOfPayload(kLong));
    const double byte = 1 / brief.in() - frame * inverseOfPayload(kShort);
    return BitRate::of(1 / (byte + frame * inverseOfPayload(mtu)));
}

}  // namespace

kb::Band perGhzAt(const kb::Processor& row, int mtu, bool offloads)
{
    const kb::Band& brief = offloads ? row.perGhz : row.plain;
    const kb::Band& jumbo = offloads ? row.perGhzJumbo : row.plainJumbo;
    return {atMtu(brief.low, jumbo.low, mtu), atMtu(brief.typical, jumbo.typical, mtu),
            atMtu(brief.high, jumbo.high, mtu)};
}

}  // namespace sokudo::formulas
