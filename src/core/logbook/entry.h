// SPDX-License-Identifier: GPL-3.0-or-later
// One line of the logbook.
#pragma once

#include <string>

#include "core/measure/trial.h"

namespace sokudo::logbook {

using EntryId = Id<struct EntryTag>;

enum class EntryKind { Change, Measurement, Note, Diagnosis };
std::string_view code(EntryKind);
std::optional<EntryKind> entryKindFromCode(std::string_view);

struct Entry {
    EntryId id;
    measure::Timestamp at;
    EntryKind kind = EntryKind::Note;
    std::string text;
    measure::TrialId trial;              ///< for a measurement
    plan::DeviceId device;               ///< what it is about, where it is about one device
    std::optional<plan::Subject> about;  ///< the run, port or other object it speaks of
    friend bool operator==(const Entry&, const Entry&) = default;
};

}  // namespace sokudo::logbook
