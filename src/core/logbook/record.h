// SPDX-License-Identifier: GPL-3.0-or-later
// The words under which things go into the logbook.
#pragma once

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
/// What was concluded about a result.
Entry diagnosisEntry(std::string text, measure::TrialId, measure::Timestamp at, IdSource&);

/// The last change of the plan between two moments; null: none was made.
const Entry* lastChangeBetween(const std::vector<Entry>&, measure::Timestamp after, measure::Timestamp before);

}  // namespace sokudo::logbook
