// SPDX-License-Identifier: GPL-3.0-or-later
// One line of the logbook.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/measure/trial.h"

namespace sokudo::logbook {

using EntryId = Id<struct EntryTag>;

enum class EntryKind { Change, Measurement, Note, Diagnosis };
std::string_view code(EntryKind);
std::optional<EntryKind> entryKindFromCode(std::string_view);

/// What a change of the record says about the network itself.
enum class Touch {
    Recorded,  ///< something was written down that was so before: a name, a note, what was not stated
    Perhaps,   ///< a new object, or a corrected figure: done now, or only written down now
    Changed,   ///< what works is another: a module, an end of a cable, a setting
};
std::string_view code(Touch);

struct Touched {
    std::optional<plan::Subject> object;  ///< a run, port, slot or device
    Touch how = Touch::Recorded;
    friend bool operator==(const Touched&, const Touched&) = default;
};

struct Entry {
    EntryId id;
    measure::Timestamp at;
    EntryKind kind = EntryKind::Note;
    std::string text;
    measure::TrialId trial;              ///< for a measurement
    plan::DeviceId device;               ///< what it is about, where it is about one device
    std::optional<plan::Subject> about;  ///< the run, port or other object it speaks of
    std::vector<Touched> touched;        ///< of a change; empty: an older version of Sokudo wrote it
    measure::Timestamp made;             ///< of a change: when it was really made; 0: when it was logged
    bool isOnlyWritten = false;          ///< the owner says that nothing was changed: it was only written down
    /// When what it tells of happened.
    measure::Timestamp happened() const { return made == measure::Timestamp() ? at : made; }
    friend bool operator==(const Entry&, const Entry&) = default;
};

}  // namespace sokudo::logbook
