// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/bus.h"

#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/host_rows.h"
#include "core/kb/reach_rows.h"

namespace sokudo::formulas {
namespace {
constexpr int kHeader = 16;  // with a 64-bit address

/// What of an Ethernet frame in memory is no payload: Ethernet 14, IP 20, TCP with timestamps 32.
double headerShare(int mtu) { return 66.0 / (mtu + 14); }

kb::FactorBand factorAt(const kb::FactorBand& usual, const kb::FactorBand& jumbo, int mtu)
{
    const double towards =
        std::clamp((headerShare(1500) - headerShare(mtu)) / (headerShare(1500) - headerShare(9000)), 0.0, 1.0);
    const auto between = [&](double from, double to) { return from + (to - from) * towards; };
    return {between(usual.low, jumbo.low), between(usual.typical, jumbo.typical), between(usual.high, jumbo.high)};
}
}  // namespace

Result<BusCarries> busCarries(const kb::KnowledgeBase& kb, const BusLink& link)
{
    const kb::BusGeneration* row = kb::busOf(kb, link.generation);
    if (!row)
        return failure(ErrorCode::OutOfRange,
                       text::say("bus.there-is-no-figure", "there is no figure for bus generation {}; write 1.0 to 6.0",
                                 link.generation));
    if (link.lanes != 1 && link.lanes != 2 && link.lanes != 4 && link.lanes != 8 && link.lanes != 16)
        return failure(ErrorCode::OutOfRange,
                       text::say("bus.a-slot-has-or", "a slot has 1, 2, 4, 8 or 16 lanes, not {}", link.lanes));
    const int payload = link.maxPayload > 0 ? link.maxPayload : link.generation <= 2 ? 128 : 256;
    const kb::Factor* usual = kb.find<kb::Factor>("bus");
    const kb::Factor* jumbo = kb.find<kb::Factor>("bus-jumbo");
    if (!usual || !jumbo)
        return failure(ErrorCode::NotFound,
                       text::say("bus.link-factors-csv-has", "link_factors.csv has no row “bus” or “bus-jumbo”"));
    const kb::FactorBand left = factorAt(usual->value, jumbo->value, link.mtu);
    BusCarries result;
    result.coded = gigabits(row->gigatransfers * link.lanes * row->codingPayload / row->codingTotal);
    const int packet = payload + row->packetFraming + kHeader;
    result.packets = scaled(result.coded, static_cast<double>(payload) / packet);
    result.usable = {scaled(result.packets, left.low), scaled(result.packets, left.typical),
                     scaled(result.packets, left.high)};
    result.working =
        text::say("bus.gt-s-coded-for",
                  "{} × {}{}GT/s × {}/{} = {} coded; × {}/{} for packets × {} = {}; typically × {} instead = {}",
                  link.lanes, text::figure::number(row->gigatransfers), text::kThin, row->codingPayload,
                  row->codingTotal, text::figure::rate(result.coded, 3), payload, packet,
                  text::figure::number(left.high, 3), text::figure::rate(result.usable.high, 3),
                  text::figure::number(left.typical, 3), text::figure::rate(result.usable.typical, 3));
    return result;
}

}  // namespace sokudo::formulas
