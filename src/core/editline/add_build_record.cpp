// SPDX-License-Identifier: GPL-3.0-or-later
// Ticks, test results, settings and marks of a cut-over day in a line.
#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/put_record.h"

namespace sokudo::editline {

/// "test of q2, outcome=passed on=2026-11-28": called by its run and day unless it has a name.
Done addTest(Draft& draft, Words& words, std::string_view)
{
    plan::CableTest test;
    if (words.take("of")) {
        const auto run = takeRun(words, draft.plan);
        if (!run) return tl::unexpected(run.error());
        test.run = *run;
    }
    if (auto error = takeProperties(words, plan::kindOf<plan::CableTest>(), &test, draft))
        return tl::unexpected(*error);
    const plan::Run* run = draft.plan.runs.find(test.run);
    if (!run)
        return tl::unexpected(words.wrong(text::say("add-record.test-of", "say of which run: add test of q2, …")));
    if (test.name.empty()) test.name = text::trimmed(run->label + " " + test.on);
    return put(draft, words, "cable-test", std::move(test), [](const plan::CableTest& one) {
        return fmt::format("noted test {} as {}", one.name, code(one.outcome));
    });
}

/// "tick pull:run:12, step=2 took=25min".
Done addTick(Draft& draft, Words& words, std::string_view)
{
    plan::Tick tick;
    tick.job = words.until({});
    return put(draft, words, "tick", std::move(tick), [](const plan::Tick& one) {
        return one.step > 0 ? fmt::format("ticked step {} of {}", one.step, one.job)
                            : fmt::format("ticked {}", one.job);
    });
}

/// "setting flow control of port 3 on core, factory=on now=off".
Done addSetting(Draft& draft, Words& words, std::string_view)
{
    plan::SettingChange change;
    change.name = words.until({"on", "at"});
    if (words.take("on") || words.take("at")) {
        const auto device = takeDevice(words, draft.plan);
        if (!device) return tl::unexpected(device.error());
        change.device = *device;
    }
    return put(draft, words, "setting", std::move(change), [&](const plan::SettingChange& one) {
        const plan::Device* device = draft.plan.devices.find(one.device);
        return fmt::format("noted {} of {}", one.name, device ? device->name : std::string());
    });
}

/// "mark move:12, day=core begun=5min ended=9min".
Done addMark(Draft& draft, Words& words, std::string_view)
{
    plan::DayMark mark;
    mark.step = words.until({});
    return put(draft, words, "day-mark", std::move(mark),
               [](const plan::DayMark& one) { return "noted the time of " + one.step; });
}

}  // namespace sokudo::editline
