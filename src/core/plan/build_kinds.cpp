// SPDX-License-Identifier: GPL-3.0-or-later
// People, ticks, permissions, instruments, test results, profiles, settings and cut-over days.
#include <algorithm>

#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/plan/describe.h"

namespace sokudo::plan {

namespace {
constexpr double kLongestWork = 1000 * 3600.0;  ///< seconds of one tick
constexpr double kDays = 30 * 86400.0;          ///< seconds about a cut-over
}  // namespace

template <>
const Kind& kindOf<Person>()
{
    using P = Person;
    static const Kind kKind = [] {
        Kind kind = described<P, &Plan::people>("person", "people", "person", [](Fields<P>& of) {
            of.name("name", &P::name, "you").asLine("name", "Name", "you");
            of.text("hours", &P::hours).asLine("hours", "Hours", "tue 2h, sat 4h");
            of.text("trade", &P::trade).asLine("trade", "Trade", "licensed electrician; empty: none");
            of.text("note", &P::note).asLine("note", "Note");
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const auto hours = weekOf(static_cast<const P*>(row)->hours);
            if (hours) return {};
            return FieldProblem{
                "hours", text::say("checks.hours", "do not read: {} in {}", hours.error().what, hours.error().where)};
        };
        return std::move(kind).uniqueNames().inLines("person").listedAs(
            "People", "Who builds: free hours on each day of the week, and a trade where there is one.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Tick>()
{
    using T = Tick;
    static const Kind kKind =
        described<T, &Plan::ticks>(
            "tick", "ticks", "tick",
            [](Fields<T>& of) {
                of.needed("job", &T::job, "pull:run:12").asLine("job", "Job", "pull:run:12");
                of.count("step", &T::step).between(0, 1000).asLine("step", "Step", "0: the whole job");
                of.text("title", &T::title).asLine("title", "Called");
                of.quantity("took_s", &T::took).between(0, kLongestWork, " s").asLine("took", "Took", "25min");
                of.day("on", &T::on).asLine("on", "On", "2026-11-28");
                of.ref("person", &T::person, "person").asLine("person", "By", "not said");
                of.text("note", &T::note).asLine("note", "Note");
                of.quantity("planned_s", &T::planned)
                    .between(0, kLongestWork, " s")
                    .asLine("planned", "Planned", "40min");
            })
            .calledBy("title")
            .inLines("tick")
            .listedAs("Ticks", "Steps and jobs that are done, with the minutes they took: estimates learn from them.");
    return kKind;
}

template <>
const Kind& kindOf<Permit>()
{
    using P = Permit;
    static const Kind kKind = [] {
        Kind kind = described<P, &Plan::permits>("permit", "permits", "permission", [](Fields<P>& of) {
            of.name("name", &P::name, "drill the lime wall").asLine("name", "What", "drill the lime wall");
            of.word("kind", &P::kind, PermitKind::BetweenBuildings).asLine("kind", "Kind");
            of.ref("place", &P::place, "place").asLine("in", "Place", "by the job");
            of.text("job", &P::job).asLine("job", "For the job", "any in the place");
            of.text("by", &P::by).asLine("by", "Who said yes, or does it", "the owner, licensed electrician");
            of.day("on", &P::on).asLine("on", "On", "2026-11-28");
            of.text("note", &P::note).asLine("note", "Note");
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const P& permit = *static_cast<const P*>(row);
            if (permit.kind == PermitKind::Consent || !text::trimmed(permit.by).empty()) return {};
            return FieldProblem{"by",
                                text::say("checks.name-the-trade",
                                          "is missing: name the licensed trade that does this, it is not done by you")};
        };
        return std::move(kind).inLines("permit").listedAs(
            "Permissions", "A yes of the owner, or the licensed trade that does it: what locked jobs wait for.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Instrument>()
{
    using I = Instrument;
    static const Kind kKind =
        described<I, &Plan::instruments>(
            "instrument", "instruments", "instrument",
            [](Fields<I>& of) {
                of.name("name", &I::name, "tester from the tool library")
                    .asLine("name", "Name", "tester from the tool library");
                of.text("grade", &I::grade)
                    .inSmallLetters()
                    .asLine("grade", "What it is", "not said")
                    .pick(Choices::Grades);
                of.text("battery", &I::battery).asLine("battery", "Battery", "full, 40 %, low");
                of.day("calibrated", &I::calibrated).asLine("calibrated", "Calibrated on", "2026-03-01");
                of.day("calibration_due", &I::calibrationDue)
                    .asLine("calibration-due", "Calibration due", "2027-03-01");
                of.text("lent_from", &I::lentFrom).asLine("lent-from", "Lent from", "own");
                of.day("due", &I::due).asLine("due", "Give back on", "2026-12-06");
                of.text("note", &I::note).asLine("note", "Note");
            })
            .uniqueNames()
            .inLines("instrument")
            .listedAs("Instruments", "Testers at hand, with battery, calibration and when they go back.");
    return kKind;
}

template <>
const Kind& kindOf<CableTest>()
{
    using T = CableTest;
    static const Kind kKind =
        described<T, &Plan::cableTests>(
            "cable-test", "cable_tests", "test",
            [](Fields<T>& of) {
                of.name("name", &T::name, "Q2 2026-11-28").asLine("name", "Name", "Q2 2026-11-28");
                of.ref("run", &T::run, "run", WhenGone::TakesAlong).asLine("run", "Run", "q2");
                of.day("on", &T::on).asLine("on", "On", "2026-11-28");
                of.word("stage", &T::stage, TestStage::Again).asLine("stage", "When");
                of.text("grade", &T::grade)
                    .inSmallLetters()
                    .asLine("grade", "Tested by", "not said")
                    .pick(Choices::Grades);
                of.ref("instrument", &T::instrument, "instrument").asLine("instrument", "Instrument", "not said");
                of.text("limit", &T::limit).inSmallLetters().asLine("limit", "Limit", "cat6a, 10g");
                of.word("part", &T::part, TestedAs::CableOnly).silent("not-said").asLine("part", "Tested as");
                of.word("outcome", &T::outcome, TestOutcome::Failed).asLine("outcome", "Outcome");
                of.text("wire_map", &T::wireMap).asLine("map", "Wire map", "1-1 2-2 3-3 …");
                of.quantity("length_m", &T::length).asLine("length", "Length", "18.4m");
                of.text("worst", &T::worst).asLine("worst", "Worst", "NEXT 36-45");
                of.quantity("margin_db", &T::margin)
                    .between(-100, 100, " dB")
                    .asLine("margin", "Margin", "2.1db; below 0: fails");
                of.quantity("loop_ohm", &T::loop).between(0, 10'000, " Ω").asLine("loop", "Loop resistance", "3.2ohm");
                of.quantity("loss_db", &T::loss).between(0, 200, " dB").asLine("loss", "Loss", "1.2db");
                of.quantity("rate_bps", &T::rate).asLine("rate", "Rate of the run", "10g");
                of.quantity("ran_s", &T::ran).between(0, 3e7, " s").asLine("ran", "Ran for", "10min");
                of.count("errors", &T::errors).between(0, 2e9).asLine("errors", "Errors in it", "0");
                of.text("by", &T::by).asLine("by", "Made by", "the installer");
                // Its photo may be gone: versions of a house leave photos out.
                of.ref("photo", &T::photo, "photo").mayBeGone().asLine("photo", "Photo", "its caption");
                of.text("note", &T::note).asLine("note", "Note");
            })
            .speaksOf("run")
            .inLines("test")
            .listedAs("Test results", "Results of cable tests, by run and day.");
    return kKind;
}

template <>
const Kind& kindOf<PortProfile>()
{
    using P = PortProfile;
    static const Kind kKind = [] {
        Kind kind = described<P, &Plan::profiles>("profile", "profiles", "profile", [](Fields<P>& of) {
            of.name("name", &P::name, "access point").asLine("name", "Name", "access point");
            of.ref("untagged", &P::untagged, "network").asLine("untagged", "Untagged", "no network");
            of.refs("tagged", &P::tagged, "network").asLine("tagged", "Tagged", "cameras+guests");
            of.quantity("forced_bps", &P::forced).asLine("rate", "Forced rate", "negotiated");
            of.whole("mtu_bytes", &P::mtu).between(576, 16'000, " bytes").asLine("mtu", "MTU", "1500");
            of.whole("priority", &P::priority).between(0, 7).asLine("priority", "Priority class", "0 to 7");
            of.quantity("limit_bps", &P::limit).asLine("limit", "Rate limit", "none");
            of.flag("querier", &P::isQuerier).asLine("querier", "Multicast querier behind it");
            of.text("note", &P::note).asLine("note", "Note");
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const P& profile = *static_cast<const P*>(row);
            for (const NetworkId one : profile.tagged)
                if (one == profile.untagged || std::count(profile.tagged.begin(), profile.tagged.end(), one) > 1)
                    return FieldProblem{
                        "tagged",
                        text::say("checks.network-twice", "name a network twice; it passes tagged or untagged, once")};
            return {};
        };
        return std::move(kind).uniqueNames().inLines("profile").listedAs(
            "Port profiles", "Settings of a port under one name: networks, MTU, priority, limits. Ports name theirs.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<SettingChange>()
{
    using C = SettingChange;
    static const Kind kKind =
        described<C, &Plan::settings>(
            "setting", "settings", "setting",
            [](Fields<C>& of) {
                of.name("name", &C::name, "flow control of port 3").asLine("name", "Setting", "flow control of port 3");
                of.ref("device", &C::device, "device", WhenGone::TakesAlong).asLine("device", "Device");
                of.text("factory", &C::factory).asLine("factory", "From the factory", "on");
                of.text("now", &C::now).asLine("now", "Now", "off");
                of.text("why", &C::why).asLine("why", "Why");
                of.day("on", &C::on).asLine("on", "On", "2026-11-28");
            })
            .speaksOf("device")
            .inLinesAs([](const void* row, const Plan& plan) {
                const auto& change = *static_cast<const C*>(row);
                const Device* device = plan.devices.find(change.device);
                return (device ? device->name : std::string()) + " " + change.name;
            })
            .inLines("setting")
            .listedAs("Changed settings", "What is set otherwise than it came from the factory, and why.");
    return kKind;
}

template <>
const Kind& kindOf<CutOver>()
{
    using C = CutOver;
    static const Kind kKind = [] {
        Kind kind = described<C, &Plan::cutOvers>("cut-over", "cut_overs", "cut-over", [](Fields<C>& of) {
            of.name("name", &C::name, "core to core-new").asLine("name", "Name", "core to core-new");
            of.ref("from", &C::from, "device").asLine("from", "Old switch", "not said");
            of.ref("to", &C::to, "device").asLine("to", "New switch", "not said");
            of.day("on", &C::on).asLine("on", "Day", "2026-11-28");
            of.text("begins", &C::begins).is(TextKind::Clock).asLine("begins", "Begins at", "18:00");
            of.text("until", &C::until).is(TextKind::Clock).asLine("until", "Must work by", "22:30");
            of.whole("reserve_percent", &C::reserve)
                .between(0, 200, " %")
                .asLine("reserve", "Reserve in percent", "25");
            of.text("appointments", &C::appointments)
                .asLine("appointments", "Fixed appointments", "19:30 20min call; 21:00 10min backup");
            of.text("removed", &C::removed).asLine("removed", "Where the old one goes", "spare, backup path, sell");
            of.text("note", &C::note).asLine("note", "Note");
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const C& day = *static_cast<const C*>(row);
            if (!day.from.isSet() || day.from != day.to) return {};
            return FieldProblem{
                "to", text::say("checks.cut-over-to-itself", "is the old switch; name the one that takes over")};
        };
        return std::move(kind)
            .uniqueNames()
            .inLines("cut-over")
            .listedAs("Cut-over days",
                      "Days on which one switch takes over from another: window, reserve, appointments.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<DayMark>()
{
    using M = DayMark;
    static const Kind kKind = [] {
        Kind kind = described<M, &Plan::dayMarks>("day-mark", "day_marks", "mark of the day", [](Fields<M>& of) {
            of.needed("step", &M::step, "move:12").asLine("step", "Step", "move:12");
            of.ref("cut_over", &M::cutOver, "cut-over", WhenGone::TakesAlong).asLine("day", "Cut-over");
            of.quantity("begun_s", &M::begun).between(-kDays, kDays, " s").asLine("begun", "Begun after", "5min");
            of.quantity("ended_s", &M::ended).between(-kDays, kDays, " s").asLine("ended", "Ended after", "9min");
            of.text("value", &M::value).asLine("value", "Measured", "9.41 Gb/s");
            of.text("note", &M::note).asLine("note", "Note");
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const M& mark = *static_cast<const M*>(row);
            if (!mark.begun || !mark.ended || *mark.begun <= *mark.ended) return {};
            return FieldProblem{"ended_s", text::say("checks.ended-first", "lies before it was begun")};
        };
        return std::move(kind)
            .calledBy("step")
            .inLinesAs([](const void* row, const Plan& plan) {
                const auto& mark = *static_cast<const M*>(row);
                const CutOver* day = plan.cutOvers.find(mark.cutOver);
                return (day ? day->name : std::string()) + " " + mark.step;
            })
            .inLines("mark");
    }();
    return kKind;
}

template <>
const Kind& kindOf<ColumnMap>()
{
    using C = ColumnMap;
    static const Kind kKind =
        described<C, &Plan::columnMaps>(
            "column-map", "column_maps", "column mapping",
            [](Fields<C>& of) {
                of.name("name", &C::name, "export of the lent tester")
                    .asLine("name", "Name", "export of the lent tester");
                of.needed("columns", &C::columns, "run=Cable ID; length=Length (ft) in ft; outcome=Result")
                    .asLine("columns", "Columns", "run=Cable ID; length=Length (ft) in ft; outcome=Result");
            })
            .uniqueNames()
            .inLines("columns")
            .listedAs("Column mappings", "Which column of a tester's table holds what; kept for the next import.");
    return kKind;
}

}  // namespace sokudo::plan
