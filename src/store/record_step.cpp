// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/record_step.h"

#include <algorithm>

#include "core/base/sentence.h"

namespace sokudo::store {
namespace {

template <class T>
const T* find(const std::vector<T>& rows, decltype(T::id) id)
{
    const auto at = std::find_if(rows.begin(), rows.end(), [id](const T& one) { return one.id == id; });
    return at == rows.end() ? nullptr : &*at;
}

template <class T>
std::optional<T> held(const std::vector<T>& rows, decltype(T::id) id)
{
    const T* found = find(rows, id);
    return found ? std::optional(*found) : std::nullopt;
}

template <class T>
std::vector<Changed<T>> changed(const std::vector<T>& before, const std::vector<T>& put,
                                const std::vector<decltype(T::id)>& dropped)
{
    std::vector<Changed<T>> step;
    for (const T& one : put) step.push_back({held(before, one.id), one});
    for (const auto id : dropped)
        if (auto was = held(before, id)) step.push_back({std::move(was), std::nullopt});
    return step;
}

template <class T>
bool isSame(const std::optional<T>& a, const std::optional<T>& b)
{
    return a == b;
}
/// When a variant was edited last is no part of what an action did to it.
bool isSame(const std::optional<Version>& a, std::optional<Version> b)
{
    if (a && b) b->at = a->at;
    return a == b;
}

/// @return false: a record is not what the step left
template <class T>
bool follow(const std::vector<Changed<T>>& step, const std::vector<T>& now, StepDirection direction,
            std::vector<T>& put, std::vector<decltype(T::id)>& dropped)
{
    for (const Changed<T>& one : step) {
        const bool isUndo = direction == StepDirection::Undo;
        const std::optional<T>& from = isUndo ? one.after : one.before;
        const std::optional<T>& to = isUndo ? one.before : one.after;
        const auto id = from ? from->id : to->id;
        if (!isSame(held(now, id), from)) return false;
        if (to) put.push_back(*to);
        else dropped.push_back(id);
    }
    return true;
}

}  // namespace

RecordStep recordStep(const Project& before, const Changes& changes)
{
    return {changed(before.trials, changes.trials, changes.withdrawnTrials),
            changed(before.readings, changes.readings, changes.withdrawnReadings),
            changed(before.entries, changes.entries, changes.withdrawnEntries),
            changed(before.answers, changes.answers, changes.withdrawnAnswers),
            changed(before.versions, changes.versions, changes.droppedVersions)};
}

Result<Changes> changesFor(const RecordStep& step, const Project& now, StepDirection direction)
{
    Changes changes;
    if (follow(step.trials, now.trials, direction, changes.trials, changes.withdrawnTrials) &&
        follow(step.readings, now.readings, direction, changes.readings, changes.withdrawnReadings) &&
        follow(step.entries, now.entries, direction, changes.entries, changes.withdrawnEntries) &&
        follow(step.answers, now.answers, direction, changes.answers, changes.withdrawnAnswers) &&
        follow(step.versions, now.versions, direction, changes.versions, changes.droppedVersions))
        return changes;
    return failure(ErrorCode::Conflict,
                   text::say("record-step.changed-since",
                             "what it did was changed since, in another window or by a later action; nothing was "
                             "changed"));
}

}  // namespace sokudo::store
