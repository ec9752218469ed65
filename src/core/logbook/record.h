// SPDX-License-Identifier: GPL-3.0-or-later
// The words under which things go into the logbook.
#pragma once

#include <string_view>

#include "core/base/result.h"
#include "core/logbook/entry.h"
#include "core/measure/kept_reading.h"

namespace sokudo::logbook {

/// "vault → platen, memory to memory, 1 stream: 9.38 Gb/s".
std::string trialText(const measure::Trial&, const plan::Plan&);
Entry trialEntry(const measure::Trial&, const plan::Plan&, IdSource&);
Entry noteEntry(std::string text, measure::Timestamp at, IdSource&);
/// "read: rate=25g fec=rs; counters: frames=8100000 crc=3", about the port.
Entry readingEntry(const measure::KeptReading&, IdSource&);
Entry changeEntry(std::string text, measure::Timestamp at, IdSource&);
/// A change as the person says that it was made.
/// @param when  a moment such as 2026-11-28 18:00, in UTC; "nothing": nothing was changed then, it was only written
/// down;
///              empty: when it was logged
/// @error BadInput  another kind of entry; not a moment; a moment after the entry was written
Result<Entry> madeAt(Entry, std::string_view when);
/// What was concluded about a result.
Entry diagnosisEntry(std::string text, measure::TrialId, measure::Timestamp at, IdSource&);

}  // namespace sokudo::logbook
