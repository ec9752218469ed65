// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of every kind of row, once: read and written by the visitors of field_reader.h and field_writer.h.
#pragma once

#include <type_traits>

#include "store/field_reader.h"
#include "store/field_writer.h"
#include "store/project.h"

namespace sokudo::store {

/// What a visitor sees of a T: a reader fills it, a writer only looks.
template <class F, class T>
using Seen = std::conditional_t<F::kReads, T, const T>;

template <class F>
void fields(F& f, Seen<F, plan::Place>& place)
{
    f.id("id", place.id);
    f.neededText("name", place.name);
    f.whole("level", place.level);
    f.text("building", place.building);
    f.text("note", place.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Device>& device)
{
    f.id("id", device.id);
    f.id("place", device.place);
    f.neededText("name", device.name);
    f.word("role", device.role, plan::roleFromCode);
    f.text("description", device.description);
    f.object("processor", device.processor, [](auto& g, auto& processor) {
        g.neededText("kind", processor.kind);
        g.number("clock_ghz", processor.clockGhz);
        g.whole("cores", processor.cores);
    });
    f.list("disks", device.disks, [](auto& g, auto& group) {
        g.neededText("kind", group.kind);
        g.whole("count", group.count);
        g.text("level", group.level);
        g.text("name", group.name);
        g.maybe("reads_bps", group.reads);
        g.maybe("writes_bps", group.writes);
    });
    f.text("file_share", device.fileShare);
    f.ref("fed_by", device.fedBy);
    f.traits("traits", device.traits, kb::TraitOwner::Device);
    f.text("note", device.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Slot>& slot)
{
    f.id("id", slot.id);
    f.id("device", slot.device);
    f.neededText("name", slot.name);
    f.whole("generation", slot.generation);
    f.whole("lanes", slot.lanes);
    f.whole("shape", slot.shape);
    f.count("max_payload_bytes", slot.maxPayload);
    f.yes("chipset", slot.chipset);
    f.object("card", slot.card, [](auto& g, auto& card) {
        g.text("name", card.name);
        g.whole("generation", card.generation);
        g.whole("lanes", card.lanes);
    });
}

template <class F>
void fields(F& f, Seen<F, plan::Port>& port)
{
    f.id("id", port.id);
    f.id("device", port.device);
    f.whole("position", port.position);
    f.neededText("name", port.name);
    f.neededText("cage", port.cage);
    f.rates("rates_bps", port.rates);
    f.maybe("forced_bps", port.forced);
    f.maybeWord("fec", port.fec, plan::fecFromCode);
    f.text("module", port.module);
    f.maybeWhole("mtu_bytes", port.mtu);
    f.ref("slot", port.slot);
    f.ref("split_of", port.splitOf);
    f.count("leg", port.leg);
    f.traits("traits", port.traits, kb::TraitOwner::Port);
}

/// The end of a run that a segment belongs to, as its word.
struct EndWord {
    bool atB = false;
    friend bool operator==(const EndWord&, const EndWord&) = default;
};
inline std::string_view code(EndWord end) { return end.atB ? "b" : "a"; }
inline std::optional<EndWord> endFromCode(std::string_view text)
{
    if (text != "a" && text != "b") return std::nullopt;
    return EndWord{text == "b"};
}

template <class F>
void fields(F& f, Seen<F, plan::Run>& run)
{
    f.id("id", run.id);
    f.text("label", run.label);
    f.ref("a", run.a);
    f.ref("b", run.b);
    f.text("medium", run.medium);
    f.maybe("length_m", run.length);
    f.count("joints", run.joints);
    f.count("splices", run.splices);
    f.word("bundle", run.bundle, plan::bundleFromCode, std::optional(plan::Bundle::Unknown));
    f.text("wire_map", run.wireMap);
    f.list("segments", run.segments, [](auto& g, auto& segment) {
        g.word("piece", segment.kind, plan::segmentKindFromCode);
        EndWord end{segment.atB};
        g.word("end", end, endFromCode);
        if constexpr (std::remove_reference_t<decltype(g)>::kReads) segment.atB = end.atB;
        g.text("medium", segment.medium);
        g.maybe("length_m", segment.length);
        g.count("gauge_awg", segment.gauge);
    });
    f.traits("traits", run.traits, kb::TraitOwner::Run);
    f.yes("protected_outdoors", run.protectedOutdoors);
    f.maybe("wanted_bps", run.wanted);
    f.text("note", run.note);
}

template <class F>
void fields(F& f, Seen<F, plan::Waiver>& waiver)
{
    f.id("id", waiver.id);
    f.id("run", waiver.run);
    f.neededText("clause", waiver.clause);
    f.text("verdict", waiver.verdict);
    f.neededText("reason", waiver.reason);
    f.text("on", waiver.on);
}

template <class F>
void fields(F& f, Seen<F, plan::CatalogueRow>& row)
{
    f.id("id", row.id);
    f.neededText("table", row.table);
    f.texts("cells", row.cells);
}

template <class F>
void fields(F& f, Seen<F, plan::Flow>& flow)
{
    f.id("id", flow.id);
    f.neededText("set", flow.set);
    f.neededText("name", flow.name);
    f.id("from", flow.from);
    f.id("to", flow.to);
    f.whole("streams", flow.streams);
    f.yes("copies", flow.copies);
    f.text("protocol", flow.protocol);
    f.maybe("asks_bps", flow.asks);
}

template <class F>
void fields(F& f, Seen<F, plan::Job>& job)
{
    f.id("id", job.id);
    f.neededText("name", job.name);
    f.id("from", job.from);
    f.id("to", job.to);
    f.number("per_week", job.perWeek);
    f.whole("count", job.count);
    f.text("protocol", job.protocol);
    f.text("purpose", job.purpose);
    f.quantity("size_bytes", job.size);
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

template <class T>
Json toJson(const T& row)
{
    FieldWriter writer;
    fields(writer, row);
    return std::move(writer.result);
}

}  // namespace sokudo::store
