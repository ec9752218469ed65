// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/path_change.h"

#include <algorithm>

namespace sokudo::diagnose {
namespace {

bool isPartOf(const PathParts& path, const plan::Subject& object)
{
    const auto isIn = [&](const auto& rows) {
        return std::any_of(rows.begin(), rows.end(), [&](const auto* row) { return row->id.value == object.id; });
    };
    if (object.kind == "run") return isIn(path.runs);
    if (object.kind == "port") return isIn(path.ports);
    if (object.kind == "device") return isIn(path.devices);
    return object.kind == "slot" && std::any_of(path.ports.begin(), path.ports.end(),
                                                [&](const plan::Port* port) { return port->slot.value == object.id; });
}

}  // namespace

logbook::Touch touchOf(const PathParts& path, const logbook::Entry& entry)
{
    if (entry.kind != logbook::EntryKind::Change || entry.isOnlyWritten) return logbook::Touch::Recorded;
    if (entry.touched.empty())
        return entry.about && isPartOf(path, *entry.about) ? logbook::Touch::Perhaps : logbook::Touch::Recorded;
    logbook::Touch most = logbook::Touch::Recorded;
    for (const logbook::Touched& one : entry.touched)
        if (one.object && isPartOf(path, *one.object)) most = std::max(most, one.how);
    return most;
}

const logbook::Entry* lastChange(const PathParts& path, const std::vector<logbook::Entry>& entries, Moments moments,
                                 logbook::Touch least)
{
    const logbook::Entry* last = nullptr;
    for (const logbook::Entry& entry : entries) {
        const measure::Timestamp at = entry.happened();
        if (at > moments.before || (moments.after && at <= *moments.after)) continue;
        if ((!last || at >= last->happened()) && touchOf(path, entry) >= least) last = &entry;
    }
    return last;
}

const logbook::Entry* lastChangeAmong(const PathParts& path, const std::vector<logbook::Entry>& entries,
                                      const std::vector<measure::Trial>& trials, plan::DeviceId from, plan::DeviceId to)
{
    std::optional<measure::Timestamp> first, last;
    for (const measure::Trial& trial : trials) {
        if (trial.from != from || trial.to != to) continue;
        first = first ? std::min(*first, trial.at) : trial.at;
        last = last ? std::max(*last, trial.at) : trial.at;
    }
    return first ? lastChange(path, entries, {first, *last}, logbook::Touch::Perhaps) : nullptr;
}

}  // namespace sokudo::diagnose
