// SPDX-License-Identifier: GPL-3.0-or-later
// Trials, readings, log entries, answers and versions: what a project keeps beside the plan.
#include "core/measure/checks.h"
#include "core/plan/describe.h"
#include "store/row.h"

namespace sokudo::plan {

using plan::described;

template <>
const Kind& kindOf<measure::Trial>()
{
    using T = measure::Trial;
    static const Kind kKind = [] {
        Kind kind = described<T>("trial", "trials", "result", [](Fields<T>& of) {
            of.time("at", &T::at);
            of.ref("from", &T::from, "device");
            of.ref("to", &T::to, "device");
            of.word("kind", &T::kind, measure::TrialKind::FileCopy);
            of.word("origin", &T::origin, measure::Origin::Imported);
            of.word("direction", &T::direction, measure::Direction::Both);
            of.whole("streams", &T::streams);
            of.quantity("duration_s", &T::duration);
            of.quantity("warmup_s", &T::warmup);
            of.quantityAt("rate_bps", [](T& trial) -> BitRate& { return trial.rate.value; }).judgedByKind().taken =
                [](void* row) {
                    // Where no range is said, it is the one figure.
                    auto& rate = static_cast<T*>(row)->rate;
                    rate.low = rate.high = rate.value;
                };
            of.quantityAt("low_bps", [](T& trial) -> BitRate& { return trial.rate.low; }).judgedByKind();
            of.quantityAt("high_bps", [](T& trial) -> BitRate& { return trial.rate.high; }).judgedByKind();
            of.rates("samples_bps", &T::samples).judgedByKind();
            of.texts("conditions", &T::conditions);
            of.text("note", &T::note);
        });
        kind.check = [](const void* row) { return measure::problemOf(*static_cast<const T*>(row)); };
        return std::move(kind).calledBy("note");
    }();
    return kKind;
}

template <>
const Kind& kindOf<measure::KeptReading>()
{
    using R = measure::KeptReading;
    using Shown = measure::PortReading;
    using Counted = measure::CounterState;
    static const Kind kKind = [] {
        Kind kind = described<R>("reading", "readings", "reading of a port", [](Fields<R>& of) {
            of.time("at", &R::at);
            of.ref("port", &R::port, "port");
            of.object("shown", &R::shown, [](Fields<Shown>& shown) {
                shown.maybe("link", &Shown::hasLink);
                shown.quantity("rate_bps", &Shown::rate);
                shown.text("duplex", &Shown::duplex);
                shown.text("fec", &Shown::fec);
                shown.text("module", &Shown::module);
                shown.count("bus_generation", &Shown::busGeneration);
                shown.count("bus_lanes", &Shown::busLanes);
                shown.whole("mtu", &Shown::mtu);
                shown.maybe("main", &Shown::isMain);
            });
            of.object("counted", &R::counted, [](Fields<Counted>& counted) {
                counted.numbers("counts", &Counted::counts);
                counted.quantity("uptime_s", &Counted::uptime);
            });
            of.text("note", &R::note);
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            const R& reading = *static_cast<const R*>(row);
            if (reading.shown && *reading.shown == Shown{}) return FieldProblem{"shown", "says nothing; leave it out"};
            if (reading.counted && reading.counted->counts.empty())
                return FieldProblem{"counted", "holds no count; leave it out"};
            if (reading.counted)
                for (const auto& [name, count] : reading.counted->counts)
                    if (count < 0) return FieldProblem{"counted", "counts below 0: " + name};
            return std::nullopt;
        };
        return std::move(kind).calledBy("note");
    }();
    return kKind;
}

template <>
const Kind& kindOf<logbook::Entry>()
{
    using E = logbook::Entry;
    static const Kind kKind = [] {
        Kind kind = described<E>("entry", "log", "entry of the logbook", [](Fields<E>& of) {
            of.time("at", &E::at);
            of.word("kind", &E::kind, logbook::EntryKind::Diagnosis);
            of.text("text", &E::text).is(TextKind::Raw);
            of.ref("trial", &E::trial, "trial");
            of.ref("device", &E::device, "device");
            of.about("about", &E::about);
            of.list("touched", &E::touched, [](Fields<logbook::Touched>& in) {
                in.about("object", &logbook::Touched::object);
                in.word("how", &logbook::Touched::how, logbook::Touch::Changed);
            });
            of.maybeTime("made", &E::made);
            of.flag("only_written", &E::isOnlyWritten);
        });
        kind.check = [](const void* row) -> std::optional<FieldProblem> {
            if (static_cast<const E*>(row)->text.size() <= 20'000) return std::nullopt;
            return FieldProblem{"text", "is longer than 20000 bytes; shorten it"};
        };
        return std::move(kind).calledBy("text");
    }();
    return kKind;
}

template <>
const Kind& kindOf<store::Version>()
{
    using V = store::Version;
    static const Kind kKind = described<V>("version", "versions", "version", [](Fields<V>& of) {
        of.name("name", &V::name, "before the fibre");
        of.word("kind", &V::kind, store::VersionKind::Variant);
        of.time("at", &V::at);
        of.text("note", &V::note);
        of.text("base", &V::base).is(TextKind::Raw);
        of.text("house", &V::house).mustBeThere().is(TextKind::Raw);
    });
    return kKind;
}

template <>
const Kind& kindOf<store::Answer>()
{
    using A = store::Answer;
    static const Kind kKind = described<A>("answer", "answers", "answer", [](Fields<A>& of) {
                                  of.ref("from", &A::from, "device");
                                  of.ref("to", &A::to, "device");
                                  of.needed("flag", &A::flag, "e02");
                                  of.flag("present", &A::present);
                                  of.flag("unsure", &A::isUnsure);
                                  of.time("at", &A::at);
                              }).calledBy("flag");
    return kKind;
}

}  // namespace sokudo::plan

namespace sokudo::store {

const std::vector<const plan::Kind*>& projectKinds()
{
    static const std::vector<const plan::Kind*> kAll = [] {
        std::vector<const plan::Kind*> all = plan::kinds();
        eachRecord([&](auto records) { all.push_back(&plan::kindOf<typename decltype(records)::Row>()); });
        return all;
    }();
    return kAll;
}

const plan::Kind* kindOfList(std::string_view list)
{
    for (const plan::Kind* kind : projectKinds())
        if (kind->list == list) return kind;
    return nullptr;
}

}  // namespace sokudo::store
