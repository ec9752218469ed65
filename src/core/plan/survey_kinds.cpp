// SPDX-License-Identifier: GPL-3.0-or-later
// Places, devices, slots, ports, runs, and what is said of them.
#include <algorithm>
#include <array>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/plan/describe.h"

namespace sokudo::plan {
namespace {

constexpr double kMostWatts = 100'000;

/// The end of a run that a segment belongs to.
const WordType kEnds{{"a", "b"},
                     [](const void* at) -> std::optional<std::size_t> { return *static_cast<const bool*>(at) ? 1 : 0; },
                     [](void* at, std::size_t i) { *static_cast<bool*>(at) = i == 1; }};

using Problem = std::optional<FieldProblem>;

Problem problemOfLanes(const char* field, int value)
{
    constexpr std::array kKnown{0, 1, 2, 4, 8, 16};
    if (std::find(kKnown.begin(), kKnown.end(), value) != kKnown.end()) return {};
    return FieldProblem{field,
                        text::say("checks.is-no-number-of",
                                  "{} is no number of lanes: 1, 2, 4, 8 or 16, and 0 where it was not read", value)};
}

Problem problemOfPayload(int bytes)
{
    constexpr std::array kKnown{0, 128, 256, 512, 1024, 2048, 4096};
    if (std::find(kKnown.begin(), kKnown.end(), bytes) != kKnown.end()) return {};
    return FieldProblem{"max_payload_bytes",
                        text::say("checks.is-no-payload-size",
                                  "{} is no payload size: 128, 256, 512, 1024, 2048 or 4096 bytes, and 0 where it was "
                                  "not read",
                                  bytes)};
}

template <class T>
Problem problemOfEnds(const T& row)
{
    if (!row.from.isSet() || row.from != row.to) return {};
    return FieldProblem{"to", text::say("checks.same-ends", "is where it comes from: pick two different devices")};
}

Problem problemOfRun(const Run& run)
{
    for (std::size_t i = 0; i < run.segments.size(); ++i)
        if (const int gauge = run.segments[i].gauge; gauge != 0 && (gauge < 20 || gauge > 34))
            return FieldProblem{fmt::format("segments[{}].gauge_awg", i),
                                text::say("checks.lies-outside-awg-to", "{} lies outside AWG 20 to 34", gauge)};
    if (run.slack && run.slack->steps() != 0 && run.length && *run.slack >= *run.length)
        return FieldProblem{"slack_m", text::say("checks.slack-beyond-length",
                                                 "is {}, and the whole cable {}; slack is part of the length",
                                                 text::length(*run.slack), text::length(*run.length))};
    return {};
}

void describeSupply(Fields<Supply>& of)
{
    of.word("by", &Supply::kind, SupplyKind::Device);
    of.ref("outlet", &Supply::outlet, "outlet", WhenGone::Stays);
    of.ref("from", &Supply::from, "device", WhenGone::Stays);
    of.ref("port", &Supply::port, "port", WhenGone::Stays);
    of.quantity("output_w", &Supply::output).between(0, kMostWatts, " W");
    of.whole("percent", &Supply::percent);
    of.whole("covers", &Supply::covers);
}

void describeDisks(Fields<DiskGroup>& of)
{
    of.needed("kind", &DiskGroup::kind, "hdd");
    of.whole("count", &DiskGroup::count).between(1, 999);
    of.text("level", &DiskGroup::level);
    of.text("name", &DiskGroup::name);
    of.quantity("reads_bps", &DiskGroup::reads);
    of.quantity("writes_bps", &DiskGroup::writes);
    of.quantity("each_bytes", &DiskGroup::each);
    of.quantity("used_bytes", &DiskGroup::used);
    of.quantity("growth_bytes", &DiskGroup::growth);
}

}  // namespace

template <>
const Kind& kindOf<Place>()
{
    static const Kind kKind = [] {
        Kind kind = described<Place, &Plan::places>("place", "places", "place", [](Fields<Place>& of) {
            of.name("name", &Place::name, "cellar");
            of.whole("level", &Place::level).between(-20, 200);
            of.text("building", &Place::building);
            of.text("note", &Place::note);
            of.word("kind", &Place::kind, PlaceKind::Outside).silent("room");
            of.ref("within", &Place::within, "place", WhenGone::Stays);
            of.object("area", &Place::area, [](Fields<Area>& in) {
                in.quantity("x_m", &Area::x).between(-1e5, 1e5, " m");
                in.quantity("y_m", &Area::y).between(-1e5, 1e5, " m");
                in.quantity("width_m", &Area::width);
                in.quantity("depth_m", &Area::depth);
            });
            of.traits("traits", &Place::traits, kb::TraitOwner::Place);
            of.sources("sources", &Place::sources);
        });
        return kind;
    }();
    return kKind;
}

template <>
const Kind& kindOf<Device>()
{
    static const Kind kKind = described<Device, &Plan::devices>("device", "devices", "device", [](Fields<Device>& of) {
        of.owner("place", &Device::place, "place").whenGone = WhenGone::Stays;
        of.name("name", &Device::name, "core");
        of.word("role", &Device::role, Role::PoeSplitter);
        of.text("description", &Device::description);
        of.text("part", &Device::part);
        of.object("processor", &Device::processor, [](Fields<HostProcessor>& in) {
            in.needed("kind", &HostProcessor::kind, "desktop");
            in.number("clock_ghz", &HostProcessor::clockGhz).between(0, 10, " GHz");
            in.whole("cores", &HostProcessor::cores).between(0, 1024);
        });
        of.list("disks", &Device::disks, describeDisks);
        of.text("file_share", &Device::fileShare);
        of.list("supplies", &Device::supplies, describeSupply);
        of.traits("traits", &Device::traits, kb::TraitOwner::Device);
        of.text("note", &Device::note);
        of.object("at", &Device::at, [](Fields<Spot>& in) {
            in.quantity("x_m", &Spot::x).between(-1e5, 1e5, " m");
            in.quantity("y_m", &Spot::y).between(-1e5, 1e5, " m");
        });
        of.count("rack_unit", &Device::rackUnit).between(0, 60);
        of.sources("sources", &Device::sources);
    });
    return kKind;
}

template <>
const Kind& kindOf<Slot>()
{
    static const Kind kKind = [] {
        Kind kind = described<Slot, &Plan::slots>("slot", "slots", "slot", [](Fields<Slot>& of) {
            of.owner("device", &Slot::device, "device").whenGone = WhenGone::Stays;
            of.name("name", &Slot::name, "1");
            of.whole("generation", &Slot::generation).between(0, 7);
            of.whole("lanes", &Slot::lanes);
            of.whole("shape", &Slot::shape);
            of.count("max_payload_bytes", &Slot::maxPayload);
            of.flag("chipset", &Slot::chipset);
            of.object("card", &Slot::card, [](Fields<Card>& in) {
                in.text("name", &Card::name);
                in.whole("generation", &Card::generation).between(0, 7);
                in.whole("lanes", &Card::lanes);
                in.text("part", &Card::part);
            });
            of.sources("sources", &Slot::sources);
        });
        kind.check = [](const void* row) {
            const Slot& slot = *static_cast<const Slot*>(row);
            Problem found = problemOfLanes("lanes", slot.lanes);
            if (!found) found = problemOfLanes("shape", slot.shape);
            if (!found) found = problemOfPayload(slot.maxPayload);
            if (!found && slot.card) found = problemOfLanes("card.lanes", slot.card->lanes);
            return found;
        };
        return kind;
    }();
    return kKind;
}

template <>
const Kind& kindOf<Port>()
{
    static const Kind kKind = [] {
        Kind kind = described<Port, &Plan::ports>("port", "ports", "port", [](Fields<Port>& of) {
            of.owner("device", &Port::device, "device").whenGone = WhenGone::Stays;
            of.whole("position", &Port::position).between(0, 9999);
            of.name("name", &Port::name, "the one printed beside it");
            of.needed("cage", &Port::cage, "rj45");
            of.rates("rates_bps", &Port::rates);
            of.quantity("forced_bps", &Port::forced);
            of.word("fec", &Port::fec, Fec::Auto);
            of.text("module", &Port::module);
            of.whole("mtu_bytes", &Port::mtu).between(576, 65535, " bytes");
            of.ref("slot", &Port::slot, "slot", WhenGone::Stays);
            of.ref("split_of", &Port::splitOf, "port", WhenGone::Stays);
            of.count("leg", &Port::leg).between(0, 8);
            of.traits("traits", &Port::traits, kb::TraitOwner::Port);
            of.ref("combo_of", &Port::comboOf, "port");
            of.ref("untagged", &Port::untagged, "network");
            of.refs("tagged", &Port::tagged, "network");
            of.sources("sources", &Port::sources);
            of.ref("profile", &Port::profile, "profile");
        });
        return kind;
    }();
    return kKind;
}

template <>
const Kind& kindOf<Run>()
{
    static const Kind kKind = [] {
        Kind kind = described<Run, &Plan::runs>("run", "runs", "run", [](Fields<Run>& of) {
            of.text("label", &Run::label);
            of.ref("a", &Run::a, "port", WhenGone::Stays);
            of.ref("b", &Run::b, "port", WhenGone::Stays);
            of.text("medium", &Run::medium);
            of.quantity("length_m", &Run::length);
            of.count("joints", &Run::joints).between(0, 99);
            of.count("splices", &Run::splices).between(0, 99);
            of.word("bundle", &Run::bundle, Bundle::Bundled).silent("unknown");
            of.text("wire_map", &Run::wireMap);
            of.list("segments", &Run::segments, [](Fields<Segment>& in) {
                in.word("piece", &Segment::kind, SegmentKind::Panel);
                in.either("end", &Segment::atB, kEnds);
                in.text("medium", &Segment::medium);
                in.quantity("length_m", &Segment::length);
                in.count("gauge_awg", &Segment::gauge);
            });
            of.traits("traits", &Run::traits, kb::TraitOwner::Run);
            of.flag("protected_outdoors", &Run::protectedOutdoors);
            of.quantity("wanted_bps", &Run::wanted);
            of.text("note", &Run::note);
            of.words("route", &Run::route);
            of.quantity("slack_m", &Run::slack).between(0, 1e5, " m");
            of.sources("sources", &Run::sources);
        });
        kind.check = [](const void* row) { return problemOfRun(*static_cast<const Run*>(row)); };
        return std::move(kind).calledBy("label");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Waiver>()
{
    static const Kind kKind = [] {
        Kind kind = described<Waiver, &Plan::waivers>("waiver", "waivers", "waiver", [](Fields<Waiver>& of) {
            of.owner("run", &Waiver::run, "run").whenGone = WhenGone::Stays;
            of.needed("clause", &Waiver::clause, "reach");
            of.text("verdict", &Waiver::verdict);
            of.needed("reason", &Waiver::reason, "tested, and it works");
            of.text("on", &Waiver::on);
        });
        kind.check = [](const void* row) -> Problem {
            if (static_cast<const Waiver*>(row)->verdict != "unsafe") return {};
            return FieldProblem{"verdict",
                                text::say("checks.what-is-unsafe-cannot", "what is unsafe cannot be accepted; fix it")};
        };
        return std::move(kind).calledBy("reason").speaksOf("run");
    }();
    return kKind;
}

template <>
const Kind& kindOf<CatalogueRow>()
{
    static const Kind kKind = [] {
        Kind kind = described<CatalogueRow, &Plan::catalogue>("catalogue", "catalogue", "row of your catalogue",
                                                              [](Fields<CatalogueRow>& of) {
                                                                  of.needed("table", &CatalogueRow::table, "modules");
                                                                  of.texts("cells", &CatalogueRow::cells);
                                                              });
        kind.check = [](const void* row) -> Problem {
            if (!static_cast<const CatalogueRow*>(row)->cells.empty()) return {};
            return FieldProblem{"cells",
                                text::say("checks.is-empty-copy-a", "is empty: copy a shipped row and change it")};
        };
        return std::move(kind).calledBy("table");
    }();
    return kKind;
}

template <>
const Kind& kindOf<Flow>()
{
    static const Kind kKind = [] {
        Kind kind = described<Flow, &Plan::flows>("flow", "flows", "flow", [](Fields<Flow>& of) {
            of.name("set", &Flow::set, "busy evening").asLine("set", "Set", "busy evening");
            of.name("name", &Flow::name, "nightly copy").asLine("name", "Name", "nightly copy");
            of.owner("from", &Flow::from, "device").asLine("from", "From").whenGone = WhenGone::Stays;
            of.owner("to", &Flow::to, "device").asLine("to", "To").whenGone = WhenGone::Stays;
            of.whole("streams", &Flow::streams).between(1, 64).asLine("streams", "Streams", "1 to 64");
            of.flag("copies", &Flow::copies).asLine("copy", "Copies files");
            of.text("protocol", &Flow::protocol).asLine("protocol", "File share", "as the storage serves");
            of.quantity("asks_bps", &Flow::asks).asLine("asks", "Asks for", "2g; empty: as much as possible");
        });
        kind.check = [](const void* row) { return problemOfEnds(*static_cast<const Flow*>(row)); };
        return std::move(kind).calledBy("name").inLines("flow").listedAs(
            "Flows", "What travels at the same time: a set is played under Path.");
    }();
    return kKind;
}

template <>
const Kind& kindOf<RegularJob>()
{
    static const Kind kKind = [] {
        Kind kind = described<RegularJob, &Plan::jobs>("job", "jobs", "job", [](Fields<RegularJob>& of) {
            of.name("name", &RegularJob::name, "plates to the store").asLine("name", "Name", "plates to the store");
            of.owner("from", &RegularJob::from, "device").asLine("from", "From").whenGone = WhenGone::Stays;
            of.owner("to", &RegularJob::to, "device").asLine("to", "To").whenGone = WhenGone::Stays;
            of.number("per_week", &RegularJob::perWeek).between(0, 100'000).asLine("per-week", "Times a week", "5");
            of.whole("count", &RegularJob::count).between(1, 10'000).asLine("count", "At the same time", "1");
            of.text("protocol", &RegularJob::protocol).asLine("protocol", "File share", "as the storage serves");
            of.text("purpose", &RegularJob::purpose)
                .asLine("purpose", "Purpose", "a steady rate in place of a copy")
                .pick(Choices::Purposes);
            of.quantity("size_bytes", &RegularJob::size).asLine("size", "Size of one copy", "80gb");
        });
        kind.check = [](const void* row) -> Problem {
            const RegularJob& job = *static_cast<const RegularJob*>(row);
            if (auto same = problemOfEnds(job)) return same;
            if (job.size.steps() != 0 || !job.purpose.empty()) return {};
            return FieldProblem{"size_bytes",
                                text::say("checks.is-missing-say-how",
                                          "is missing: say how much is copied, or which purpose needs a steady rate")};
        };
        return std::move(kind).inLines("job").listedAs(
            "Regular jobs", "Work that comes back: what an upgrade is worth follows from it.");
    }();
    return kKind;
}

}  // namespace sokudo::plan
