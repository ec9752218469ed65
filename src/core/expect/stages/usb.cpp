// SPDX-License-Identifier: GPL-3.0-or-later
#include <algorithm>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/expect/stages.h"
#include "core/kb/stage_rows.h"

namespace sokudo::expect {

Result<Stage> usbStage(const kb::KnowledgeBase& kb, BitRate bus, BitRate adapter)
{
    const kb::UsbLink* row = kb::usbLinkOf(kb, bus, adapter);
    if (!row)
        return failure(ErrorCode::BadInput,
                       text::say("usb.usb-enumerates-at-or", "USB enumerates at 0.48, 5, 10, 20, 40 or 80 Gb/s"),
                       text::linkRate(bus));
    const auto wire = formulas::goodput(std::min(adapter, row->adapter));
    if (!wire) return tl::unexpected(wire.error());
    // A faster bus than the adapter needs carries what the adapter can.
    const bool slower = adapter < row->adapter;
    Stage stage;
    stage.kind = StageKind::Usb;
    stage.label = "usb";
    stage.detail = text::linkRate(bus);
    stage.carries = slower ? Band{std::min(row->carries.low, *wire), std::min(row->carries.typical, *wire),
                                  std::min(row->carries.high, *wire)}
                           : row->carries;
    if (row->halfDuplex) stage.both = Band{stage.carries.low, stage.carries.typical, stage.carries.high};
    stage.working = text::say("usb.up-to-typically", "{}: up to {}, typically {}", row->name,
                              text::figure::rate(stage.carries.high), text::figure::rate(stage.carries.typical));
    stage.from = row->from;
    stage.line = bus;
    stage.hard = row->hard;
    return stage;
}

}  // namespace sokudo::expect
