// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of what is kept beside the things that carry data; a part of fields.h.
#pragma once

#include <type_traits>

#include "store/field_reader.h"
#include "store/field_writer.h"
#include "store/project.h"

namespace sokudo::store {

/// What a visitor sees of a T: a reader fills it, a writer only looks.
template <class F, class T>
using Seen = std::conditional_t<F::kReads, T, const T>;

/// The object that a record is about.
template <class F, class Maybe>
void aboutField(F& f, Maybe& about)
{
    f.object("about", about, [](auto& g, auto& subject) {
        g.neededText("kind", subject.kind);
        Id<plan::Subject> id{subject.id};
        g.id("id", id);
        if constexpr (std::remove_reference_t<decltype(g)>::kReads) subject.id = id.value;
    });
}

template <class F>
void fields(F& f, Seen<F, plan::Service>& service)
{
    f.id("id", service.id);
    f.neededText("name", service.name);
    f.word("kind", service.kind, plan::serviceKindFromCode);
    f.text("technology", service.technology);
    f.maybe("down_bps", service.down);
    f.maybe("up_bps", service.up);
    f.maybe("hand_off_bps", service.handOff);
    f.ref("entry", service.entry);
    f.ref("device", service.device);
    f.text("since", service.since);
    f.maybe("fee", service.fee);
    f.maybe("unit_price", service.unitPrice);
    f.maybe("included_bytes", service.included);
    f.yes("backup", service.isBackup);
    f.text("note", service.note);
    f.sources("sources", service.sources);
}

template <class F>
void fields(F& f, Seen<F, plan::Network>& network)
{
    f.id("id", network.id);
    f.neededText("name", network.name);
    f.count("tag", network.tag);
    f.text("subnet", network.subnet);
    f.text("note", network.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Workload>& work)
{
    f.id("id", work.id);
    f.id("place", work.place);
    f.ref("device", work.device);
    f.neededText("purpose", work.purpose);
    f.whole("count", work.count);
    f.text("note", work.note);
}

template <class F>
void fields(F& f, Seen<F, plan::StockItem>& item)
{
    f.id("id", item.id);
    f.neededText("name", item.name);
    f.word("kind", item.kind, plan::stockKindFromCode);
    f.text("part", item.part);
    f.whole("count", item.count);
    f.maybe("length_m", item.length);
    f.ref("place", item.place);
    f.text("state", item.state);
    f.text("due", item.due);
    f.text("note", item.note);
}

template <class F>
void fields(F& f, Seen<F, plan::LooseEnd>& end)
{
    f.id("id", end.id);
    f.word("kind", end.kind, plan::looseEndKindFromCode);
    f.neededText("text", end.text);
    f.text("why", end.why);
    aboutField(f, end.about);
    f.text("review", end.review);
    f.yes("done", end.isDone);
}

template <class F>
void fields(F& f, Seen<F, plan::Access>& access)
{
    f.id("id", access.id);
    f.id("device", access.device);
    f.text("address", access.address);
    f.text("hardware", access.hardware);
    f.ref("network", access.network);
    f.text("way_in", access.wayIn);
    f.text("log_in", access.logIn);
    f.text("password_at", access.passwordAt);
    f.text("note", access.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Photo>& photo)
{
    f.id("id", photo.id);
    f.text("caption", photo.caption);
    aboutField(f, photo.about);
    f.word("found", photo.found, plan::inspectionFromCode, std::optional(plan::Inspection::None));
    f.text("on", photo.on);
    f.text("jpeg", photo.jpeg);
}

template <class F>
void fields(F& f, Seen<F, plan::DeviceKind>& kind)
{
    f.id("id", kind.id);
    f.neededText("name", kind.name);
    f.neededText("line", kind.line);
}

template <class F>
void fields(F& f, Seen<F, plan::Circuit>& circuit)
{
    f.id("id", circuit.id);
    f.neededText("name", circuit.name);
    f.maybe("breaker_a", circuit.breaker);
    f.maybe("volts", circuit.volts);
    f.ref("place", circuit.place);
    f.text("note", circuit.note);
    f.sources("sources", circuit.sources);
}

template <class F>
void fields(F& f, Seen<F, plan::Outlet>& outlet)
{
    f.id("id", outlet.id);
    f.neededText("name", outlet.name);
    f.word("kind", outlet.kind, plan::outletKindFromCode);
    f.ref("place", outlet.place);
    f.ref("circuit", outlet.circuit);
    f.ref("plugged_into", outlet.pluggedInto);
    f.ref("battery", outlet.battery);
    f.whole("sockets", outlet.sockets);
    f.maybe("rating_w", outlet.rating);
    f.text("note", outlet.note);
    f.sources("sources", outlet.sources);
}

template <class F>
void fields(F& f, Seen<F, plan::Offer>& offer)
{
    f.id("id", offer.id);
    f.neededText("part", offer.part);
    f.text("name", offer.name);
    f.whole("pack", offer.pack);
    f.maybe("length_m", offer.length);
    f.maybe("price", offer.price);
    f.text("currency", offer.currency);
    f.maybe("before", offer.before);
    f.text("seller", offer.seller);
    f.word("stock", offer.stock, plan::availabilityFromCode, std::optional(plan::Availability::Unknown));
    f.text("on", offer.on);
    f.text("until", offer.until);
    f.text("substitute", offer.substitute);
    f.text("note", offer.note);
    f.yes("hearsay", offer.isHearsay);
}

template <class F>
void fields(F& f, Seen<F, plan::Purchase>& purchase)
{
    f.id("id", purchase.id);
    f.text("part", purchase.part);
    f.neededText("name", purchase.name);
    f.whole("count", purchase.count);
    f.maybe("length_m", purchase.length);
    f.maybe("price", purchase.price);
    f.text("currency", purchase.currency);
    f.text("seller", purchase.seller);
    f.word("tenure", purchase.tenure, plan::tenureFromCode, std::optional(plan::Tenure::Bought));
    f.word("status", purchase.status, plan::purchaseStatusFromCode);
    f.text("on", purchase.on);
    f.text("due", purchase.due);
    f.text("note", purchase.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Currency>& currency)
{
    f.id("id", currency.id);
    f.neededText("name", currency.name);
    f.maybe("rate", currency.rate);
    f.text("on", currency.on);
}

template <class F>
void fields(F& f, Seen<F, plan::Budget>& budget)
{
    f.id("id", budget.id);
    f.neededText("name", budget.name);
    f.maybe("amount", budget.amount);
    f.maybe("monthly", budget.monthly);
    f.text("since", budget.since);
}

template <class F>
void fields(F& f, Seen<F, plan::Person>& person)
{
    f.id("id", person.id);
    f.neededText("name", person.name);
    f.text("hours", person.hours);
    f.text("trade", person.trade);
    f.text("note", person.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Tick>& tick)
{
    f.id("id", tick.id);
    f.neededText("job", tick.job);
    f.count("step", tick.step);
    f.text("title", tick.title);
    f.maybe("took_s", tick.took);
    f.text("on", tick.on);
    f.ref("person", tick.person);
    f.text("note", tick.note);
    f.maybe("planned_s", tick.planned);
}

template <class F>
void fields(F& f, Seen<F, plan::Permit>& permit)
{
    f.id("id", permit.id);
    f.neededText("name", permit.name);
    f.word("kind", permit.kind, plan::permitKindFromCode);
    f.ref("place", permit.place);
    f.text("job", permit.job);
    f.text("by", permit.by);
    f.text("on", permit.on);
    f.text("note", permit.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Instrument>& instrument)
{
    f.id("id", instrument.id);
    f.neededText("name", instrument.name);
    f.text("grade", instrument.grade);
    f.text("battery", instrument.battery);
    f.text("calibrated", instrument.calibrated);
    f.text("calibration_due", instrument.calibrationDue);
    f.text("lent_from", instrument.lentFrom);
    f.text("due", instrument.due);
    f.text("note", instrument.note);
}

template <class F>
void fields(F& f, Seen<F, plan::CableTest>& test)
{
    f.id("id", test.id);
    f.neededText("name", test.name);
    f.ref("run", test.run);
    f.text("on", test.on);
    f.word("stage", test.stage, plan::testStageFromCode);
    f.text("grade", test.grade);
    f.ref("instrument", test.instrument);
    f.text("limit", test.limit);
    f.word("part", test.part, plan::testedAsFromCode, std::optional(plan::TestedAs::NotSaid));
    f.word("outcome", test.outcome, plan::testOutcomeFromCode);
    f.text("wire_map", test.wireMap);
    f.maybe("length_m", test.length);
    f.text("worst", test.worst);
    f.maybe("margin_db", test.margin);
    f.maybe("loop_ohm", test.loop);
    f.maybe("loss_db", test.loss);
    f.maybe("rate_bps", test.rate);
    f.maybe("ran_s", test.ran);
    f.count("errors", test.errors);
    f.text("by", test.by);
    f.ref("photo", test.photo);
    f.text("note", test.note);
}

template <class F>
void fields(F& f, Seen<F, plan::PortProfile>& profile)
{
    f.id("id", profile.id);
    f.neededText("name", profile.name);
    f.ref("untagged", profile.untagged);
    f.refs("tagged", profile.tagged);
    f.maybe("forced_bps", profile.forced);
    f.maybeWhole("mtu_bytes", profile.mtu);
    f.maybeWhole("priority", profile.priority);
    f.maybe("limit_bps", profile.limit);
    f.yes("querier", profile.isQuerier);
    f.text("note", profile.note);
}

template <class F>
void fields(F& f, Seen<F, plan::SettingChange>& change)
{
    f.id("id", change.id);
    f.ref("device", change.device);
    f.neededText("name", change.name);
    f.text("factory", change.factory);
    f.text("now", change.now);
    f.text("why", change.why);
    f.text("on", change.on);
}

template <class F>
void fields(F& f, Seen<F, plan::CutOver>& day)
{
    f.id("id", day.id);
    f.neededText("name", day.name);
    f.ref("from", day.from);
    f.ref("to", day.to);
    f.text("on", day.on);
    f.text("begins", day.begins);
    f.text("until", day.until);
    f.whole("reserve_percent", day.reserve);
    f.text("appointments", day.appointments);
    f.text("removed", day.removed);
    f.text("note", day.note);
}

template <class F>
void fields(F& f, Seen<F, plan::DayMark>& mark)
{
    f.id("id", mark.id);
    f.ref("cut_over", mark.cutOver);
    f.neededText("step", mark.step);
    f.maybe("begun_s", mark.begun);
    f.maybe("ended_s", mark.ended);
    f.text("value", mark.value);
    f.text("note", mark.note);
}

template <class F>
void fields(F& f, Seen<F, plan::ColumnMap>& map)
{
    f.id("id", map.id);
    f.neededText("name", map.name);
    f.neededText("columns", map.columns);
}

template <class F>
void fields(F& f, Seen<F, measure::Trial>& trial)
{
    f.id("id", trial.id);
    f.time("at", trial.at);
    f.ref("from", trial.from);
    f.ref("to", trial.to);
    f.word("kind", trial.kind, measure::trialKindFromCode);
    f.word("origin", trial.origin, measure::originFromCode);
    f.word("direction", trial.direction, measure::directionFromCode);
    f.whole("streams", trial.streams);
    f.quantity("duration_s", trial.duration);
    f.quantity("warmup_s", trial.warmup);
    f.quantity("rate_bps", trial.rate.value);
    if constexpr (F::kReads) trial.rate.low = trial.rate.high = trial.rate.value;
    f.quantity("low_bps", trial.rate.low);
    f.quantity("high_bps", trial.rate.high);
    f.rates("samples_bps", trial.samples);
    f.texts("conditions", trial.conditions);
    f.text("note", trial.note);
}

template <class F>
void fields(F& f, Seen<F, logbook::Entry>& entry)
{
    f.id("id", entry.id);
    f.time("at", entry.at);
    f.word("kind", entry.kind, logbook::entryKindFromCode);
    f.text("text", entry.text);
    f.ref("trial", entry.trial);
    f.ref("device", entry.device);
    aboutField(f, entry.about);
}

template <class F>
void fields(F& f, Seen<F, Version>& version)
{
    f.id("id", version.id);
    f.neededText("name", version.name);
    f.word("kind", version.kind, versionKindFromCode);
    f.time("at", version.at);
    f.text("note", version.note);
    f.text("base", version.base);
    f.neededText("house", version.house);
}

template <class F>
void fields(F& f, Seen<F, Answer>& answer)
{
    f.id("id", answer.id);
    f.ref("from", answer.from);
    f.ref("to", answer.to);
    f.neededText("flag", answer.flag);
    f.yes("present", answer.present);
    f.yes("unsure", answer.isUnsure);
    f.time("at", answer.at);
}

}  // namespace sokudo::store
