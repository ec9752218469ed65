// SPDX-License-Identifier: GPL-3.0-or-later
// Which entries of the logbook tell of a change of a path: of its own cables, modules, ports, slots and settings.
#pragma once

#include "core/diagnose/path_parts.h"
#include "core/logbook/entry.h"

namespace sokudo::diagnose {

/// How far an entry tells of a change of the path. An entry of an older version of Sokudo, which does not say what it
/// touched, counts by the one object that it speaks of, and only perhaps.
logbook::Touch touchOf(const PathParts&, const logbook::Entry&);

struct Moments {
    std::optional<measure::Timestamp> after;  ///< empty: however long ago
    measure::Timestamp before;                ///< at it or before it
};
/// The last of the changes of a path that were made at a time; null: there is none.
/// @param least  Perhaps: what may have been done then counts too
const logbook::Entry* lastChange(const PathParts&, const std::vector<logbook::Entry>&, Moments, logbook::Touch least);

/// The last change of a path between the first and the last result from one end to the other; null: none lies there.
const logbook::Entry* lastChangeAmong(const PathParts&, const std::vector<logbook::Entry>&,
                                      const std::vector<measure::Trial>&, plan::DeviceId from, plan::DeviceId to);

}  // namespace sokudo::diagnose
