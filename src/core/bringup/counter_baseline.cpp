// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bringup/counter_baseline.h"

#include <algorithm>

#include "core/base/text.h"

namespace sokudo::bringup {
namespace {

bool isError(const std::string& name)
{
    for (const char* part : {"err", "crc", "drop", "discard", "fcs", "align", "loss"})
        if (name.find(part) != std::string::npos) return true;
    return false;
}

}  // namespace

std::string_view countedWord(Verdict verdict)
{
    return verdict == Verdict::Fits ? "no error" : verdict == Verdict::Marginal ? "errors came" : "not counted";
}

SinceBaseline sinceBaseline(const CounterState& before, const CounterState& now, std::optional<Duration> between)
{
    SinceBaseline made;
    for (const auto& [name, count] : now.counts) {
        const auto old = before.counts.find(name);
        made.wasReset = made.wasReset || (old != before.counts.end() && count < old->second);
    }
    if (now.uptime && between && *now.uptime < *between) made.wasReset = true;
    if (now.uptime && before.uptime && *now.uptime < *before.uptime) made.wasReset = true;
    const auto since = [&](const std::string& name) {
        const auto old = before.counts.find(name);
        const double base = made.wasReset || old == before.counts.end() ? 0 : old->second;
        return now.counts.at(name) - base;
    };
    const double frames = now.counts.count("frames") > 0 ? since("frames") : 0;
    double errors = 0;
    bool hasErrors = false;
    for (const auto& [name, count] : now.counts) {
        CounterChange change{name, since(name), {}};
        if (frames > 0 && name != "frames") change.perMillion = 1e6 * change.since / frames;
        if (isError(name)) hasErrors = true, errors += change.since;
        made.changes.push_back(std::move(change));
    }
    std::stable_sort(made.changes.begin(), made.changes.end(),
                     [](const CounterChange& a, const CounterChange& b) { return isError(a.name) > isError(b.name); });
    const std::string reset = made.wasReset ? "; it was restarted or its counters cleared, so they count from 0" : "";
    if (!hasErrors) {
        made.says = text::say("baseline.no-errors", "no error counter was read{}", reset);
        return made;
    }
    made.verdict = errors <= 0 ? Verdict::Fits : Verdict::Marginal;
    if (errors <= 0) made.says = text::say("baseline.clean", "no error since the baseline{}", reset);
    else if (frames > 0)
        made.says = text::say("baseline.errors", "{:.0f} errors since the baseline, {:.2g} of a million frames{}",
                              errors, 1e6 * errors / frames, reset);
    else made.says = text::say("baseline.some", "{:.0f} errors since the baseline{}", errors, reset);
    return made;
}

}  // namespace sokudo::bringup
