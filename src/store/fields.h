// SPDX-License-Identifier: GPL-3.0-or-later
// The fields of every kind of row, once: read and written by the visitors of field_reader.h and field_writer.h.
#pragma once

#include <type_traits>

#include "store/field_reader.h"
#include "store/field_writer.h"
#include "store/record_fields.h"

namespace sokudo::store {

template <class F>
void fields(F& f, Seen<F, plan::Place>& place)
{
    f.id("id", place.id);
    f.neededText("name", place.name);
    f.whole("level", place.level);
    f.text("building", place.building);
    f.text("note", place.note);
    f.word("kind", place.kind, plan::placeKindFromCode, std::optional(plan::PlaceKind::Room));
    f.ref("within", place.within);
    f.object("area", place.area, [](auto& g, auto& area) {
        g.quantity("x_m", area.x);
        g.quantity("y_m", area.y);
        g.quantity("width_m", area.width);
        g.quantity("depth_m", area.depth);
    });
    f.traits("traits", place.traits, kb::TraitOwner::Place);
    f.sources("sources", place.sources);
}

template <class F>
void fields(F& f, Seen<F, plan::Device>& device)
{
    f.id("id", device.id);
    f.id("place", device.place);
    f.neededText("name", device.name);
    f.word("role", device.role, plan::roleFromCode);
    f.text("description", device.description);
    f.text("part", device.part);
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
        g.maybe("each_bytes", group.each);
        g.maybe("used_bytes", group.used);
        g.maybe("growth_bytes", group.growth);
    });
    f.text("file_share", device.fileShare);
    f.list("supplies", device.supplies, [](auto& g, auto& supply) {
        g.word("by", supply.kind, plan::supplyKindFromCode);
        g.ref("outlet", supply.outlet);
        g.ref("from", supply.from);
        g.ref("port", supply.port);
        g.maybe("output_w", supply.output);
        g.maybeWhole("percent", supply.percent);
        g.whole("covers", supply.covers);
    });
    f.traits("traits", device.traits, kb::TraitOwner::Device);
    f.text("note", device.note);
    f.object("at", device.at, [](auto& g, auto& spot) {
        g.quantity("x_m", spot.x);
        g.quantity("y_m", spot.y);
    });
    f.count("rack_unit", device.rackUnit);
    f.sources("sources", device.sources);
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
        g.text("part", card.part);
    });
    f.sources("sources", slot.sources);
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
    f.ref("combo_of", port.comboOf);
    f.ref("untagged", port.untagged);
    f.refs("tagged", port.tagged);
    f.sources("sources", port.sources);
    f.ref("profile", port.profile);
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
    f.words("route", run.route);
    f.maybe("slack_m", run.slack);
    f.sources("sources", run.sources);
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

}  // namespace sokudo::store
