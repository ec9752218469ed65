// SPDX-License-Identifier: GPL-3.0-or-later
// What the fields of the records of building may hold.
#include <algorithm>

#include "core/base/hours.h"
#include "core/plan/field_checks.h"

namespace sokudo::plan {

using namespace fieldchecks;

namespace {

constexpr double kLongestWork = 1000 * 3600.0;  ///< seconds of one tick

auto clock(const char* field, const std::string& value)
{
    return [field, &value]() -> Problem {
        if (value.empty() || minuteOfDay(value)) return {};
        return problem(field, text::say("checks.is-no-time", "“{}” is no time of the day; write it as 18:30", value));
    };
}

}  // namespace

Problem problemOf(const Person& person)
{
    const auto week = [&]() -> Problem {
        const auto hours = weekOf(person.hours);
        if (hours) return {};
        return problem("hours",
                       text::say("checks.hours", "do not read: {} in {}", hours.error().what, hours.error().where));
    };
    return firstOf(name("name", person.name, "you"), week, free("trade", person.trade), free("note", person.note));
}

Problem problemOf(const Tick& tick)
{
    return firstOf(needed("job", tick.job, "pull:run:12"), within("step", tick.step, 0, 1000),
                   free("title", tick.title), between("took_s", tick.took, 0, kLongestWork, " s"), day("on", tick.on),
                   free("note", tick.note), between("planned_s", tick.planned, 0, kLongestWork, " s"));
}

Problem problemOf(const Permit& permit)
{
    const auto bySomebody = [&]() -> Problem {
        if (permit.kind == PermitKind::Consent || !text::trimmed(permit.by).empty()) return {};
        return problem("by", text::say("checks.name-the-trade",
                                       "is missing: name the licensed trade that does this, it is not done by you"));
    };
    return firstOf(name("name", permit.name, "drill the lime wall"), bySomebody, free("job", permit.job),
                   free("by", permit.by), day("on", permit.on), free("note", permit.note));
}

Problem problemOf(const Instrument& instrument)
{
    return firstOf(name("name", instrument.name, "tester from the tool library"), free("grade", instrument.grade),
                   free("battery", instrument.battery), day("calibrated", instrument.calibrated),
                   day("calibration_due", instrument.calibrationDue), free("lent_from", instrument.lentFrom),
                   day("due", instrument.due), free("note", instrument.note));
}

Problem problemOf(const CableTest& test)
{
    return firstOf(name("name", test.name, "Q2 2026-11-28"), day("on", test.on), free("grade", test.grade),
                   free("limit", test.limit), free("wire_map", test.wireMap), length("length_m", test.length),
                   free("worst", test.worst), between("margin_db", test.margin, -100, 100, " dB"),
                   between("loop_ohm", test.loop, 0, 10000, " Ω"), between("loss_db", test.loss, 0, 200, " dB"),
                   rate("rate_bps", test.rate), between("ran_s", test.ran, 0, 3e7, " s"),
                   within("errors", test.errors, 0, 2'000'000'000), free("by", test.by), free("note", test.note));
}

Problem problemOf(const PortProfile& profile)
{
    const auto twice = [&]() -> Problem {
        for (NetworkId one : profile.tagged)
            if (one == profile.untagged || std::count(profile.tagged.begin(), profile.tagged.end(), one) > 1)
                return problem("tagged", text::say("checks.network-twice",
                                                   "name a network twice; it passes tagged or untagged, once"));
        return {};
    };
    return firstOf(name("name", profile.name, "access point"), twice, rate("forced_bps", profile.forced),
                   within("mtu_bytes", profile.mtu.value_or(1500), 576, 16000, " bytes"),
                   within("priority", profile.priority.value_or(0), 0, 7), rate("limit_bps", profile.limit),
                   free("note", profile.note));
}

Problem problemOf(const SettingChange& change)
{
    return firstOf(name("name", change.name, "flow control of port 3"), free("factory", change.factory),
                   free("now", change.now), free("why", change.why), day("on", change.on));
}

Problem problemOf(const CutOver& day)
{
    const auto same = [&]() -> Problem {
        if (!day.from.isSet() || day.from != day.to) return {};
        return problem("to", text::say("checks.cut-over-to-itself", "is the old switch; name the one that takes over"));
    };
    return firstOf(name("name", day.name, "core to core-new"), same, fieldchecks::day("on", day.on),
                   clock("begins", day.begins), clock("until", day.until),
                   within("reserve_percent", day.reserve, 0, 200, " %"), free("appointments", day.appointments),
                   free("removed", day.removed), free("note", day.note));
}

Problem problemOf(const DayMark& mark)
{
    const auto order = [&]() -> Problem {
        if (!mark.begun || !mark.ended || *mark.begun <= *mark.ended) return {};
        return problem("ended_s", text::say("checks.ended-first", "lies before it was begun"));
    };
    constexpr double kDays = 30 * 86400.0;
    return firstOf(needed("step", mark.step, "move:12"), between("begun_s", mark.begun, -kDays, kDays, " s"),
                   between("ended_s", mark.ended, -kDays, kDays, " s"), order, free("value", mark.value),
                   free("note", mark.note));
}

Problem problemOf(const ColumnMap& map)
{
    return firstOf(name("name", map.name, "export of the lent tester"),
                   needed("columns", map.columns, "run=Cable ID; length=Length (ft) in ft; outcome=Result"));
}

}  // namespace sokudo::plan
