// SPDX-License-Identifier: GPL-3.0-or-later
// People, ticks, permissions, instruments, test results, profiles, settings and cut-over days in a line.
#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/editline/put_record.h"

namespace sokudo::editline {
namespace {

/// A record that stands alone, by the name that the line gives it.
template <class T>
Done addNamed(Draft& draft, Words& words, const char* kind, const char* word)
{
    T record;
    record.name = words.until({});
    return put(draft, words, kind, std::move(record),
               [&](const T& one) { return fmt::format("added {} {}", word, one.name); });
}

/// "test of q2, outcome=passed on=2026-11-28": called by its run and day unless it has a name.
Done addTest(Draft& draft, Words& words)
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
Done addTick(Draft& draft, Words& words)
{
    plan::Tick tick;
    tick.job = words.until({});
    return put(draft, words, "tick", std::move(tick), [](const plan::Tick& one) {
        return one.step > 0 ? fmt::format("ticked step {} of {}", one.step, one.job)
                            : fmt::format("ticked {}", one.job);
    });
}

/// "setting flow control of port 3 on core, factory=on now=off".
Done addSetting(Draft& draft, Words& words)
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

/// "cut-over core night, from=core to=core-new on=2026-12-05 begins=18:00 until=22:30".
Done addMark(Draft& draft, Words& words)
{
    plan::DayMark mark;
    mark.step = words.until({});
    return put(draft, words, "day-mark", std::move(mark),
               [](const plan::DayMark& one) { return "noted the time of " + one.step; });
}

}  // namespace

std::optional<Done> addBuildRecord(Draft& draft, Words& words, std::string_view kind)
{
    if (kind == "person") return addNamed<plan::Person>(draft, words, "person", "person");
    if (kind == "permit") return addNamed<plan::Permit>(draft, words, "permit", "permission");
    if (kind == "instrument") return addNamed<plan::Instrument>(draft, words, "instrument", "instrument");
    if (kind == "profile") return addNamed<plan::PortProfile>(draft, words, "profile", "profile");
    if (kind == "cut-over") return addNamed<plan::CutOver>(draft, words, "cut-over", "cut-over");
    if (kind == "columns") return addNamed<plan::ColumnMap>(draft, words, "column-map", "column mapping");
    if (kind == "tick") return addTick(draft, words);
    if (kind == "test") return addTest(draft, words);
    if (kind == "setting") return addSetting(draft, words);
    if (kind == "mark") return addMark(draft, words);
    return std::nullopt;
}

}  // namespace sokudo::editline
