// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/logbook/record.h"

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"

namespace sokudo::logbook {

std::string trialText(const measure::Trial& trial, const plan::Plan& plan)
{
    const auto name = [&](plan::DeviceId id) {
        const plan::Device* device = plan.devices.find(id);
        return device ? device->name : std::string("?");
    };
    constexpr std::string_view kArrows[] = {" → ", " ← ", " ⇄ "};
    std::string result =
        trial.from == trial.to
            ? name(trial.from) + " alone"
            : name(trial.from) + std::string(kArrows[static_cast<int>(trial.direction)]) + name(trial.to);
    result += trial.kind == measure::TrialKind::FileCopy
                  ? ", file copy"
                  : fmt::format(", memory to memory, {} {}", trial.streams, trial.streams == 1 ? "stream" : "streams");
    result += ": " + text::rate(trial.rate.value, 3);
    if (trial.rate.low != trial.rate.high)
        result += fmt::format(" ({} to {})", text::rate(trial.rate.low, 3), text::rate(trial.rate.high, 3));
    if (!trial.note.empty()) result += ". " + trial.note;
    return result;
}

Entry trialEntry(const measure::Trial& trial, const plan::Plan& plan, IdSource& ids)
{
    return {ids.next<EntryId>(),
            trial.at,
            EntryKind::Measurement,
            trialText(trial, plan),
            trial.id,
            trial.from,
            {},
            {},
            {},
            false};
}

Entry noteEntry(std::string text, measure::Timestamp at, IdSource& ids)
{
    return {ids.next<EntryId>(), at, EntryKind::Note, std::move(text), {}, {}, {}, {}, {}, false};
}

Entry readingEntry(const measure::KeptReading& reading, IdSource& ids)
{
    std::vector<std::string> parts;
    if (reading.shown) parts.push_back("read: " + measure::lineOf(*reading.shown));
    if (reading.counted) parts.push_back("counters: " + measure::lineOf(*reading.counted));
    Entry entry = noteEntry(text::joined(parts, "; "), reading.at, ids);
    entry.about = plan::Subject{"port", reading.port.value};
    return entry;
}

Entry changeEntry(std::string text, measure::Timestamp at, IdSource& ids)
{
    return {ids.next<EntryId>(), at, EntryKind::Change, std::move(text), {}, {}, {}, {}, {}, false};
}

Entry diagnosisEntry(std::string text, measure::TrialId trial, measure::Timestamp at, IdSource& ids)
{
    return {ids.next<EntryId>(), at, EntryKind::Diagnosis, std::move(text), trial, {}, {}, {}, {}, false};
}

Result<Entry> madeAt(Entry entry, std::string_view when)
{
    if (entry.kind != EntryKind::Change)
        return failure(ErrorCode::BadInput,
                       text::say("record.only-a-change", "only a change can have been made at another time"),
                       entry.text);
    entry.made = {};
    entry.isOnlyWritten = when == "nothing";
    if (entry.isOnlyWritten || when.empty()) return entry;
    const auto at = measure::timeFromIso(when);
    if (!at)
        return failure(ErrorCode::BadInput,
                       text::say("record.write-the-moment",
                                 "write the moment as 2026-11-28 18:00 (UTC), or “nothing” "
                                 "where it was only written down"),
                       std::string(when));
    if (*at > entry.at)
        return failure(
            ErrorCode::BadInput,
            text::say("record.not-after-it-was-logged", "it cannot have been made after {}, when it was logged",
                      measure::momentText(entry.at)),
            std::string(when));
    entry.made = *at;
    return entry;
}

}  // namespace sokudo::logbook
