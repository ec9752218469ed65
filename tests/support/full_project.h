// SPDX-License-Identifier: GPL-3.0-or-later
// A project in which every field of every kind of row says something.
#pragma once

#include "store/project.h"

namespace sokudo::testing {

/// What is kept beside the things that carry data.
inline plan::Plan addKept(plan::Plan plan)
{
    plan.networks = plan.networks.with({{21}, "lan", 0, "10.0.0.0/24", "note"}).with({{22}, "cameras", 20});
    plan.services = plan.services.with({{23},
                                        "fibre",
                                        plan::ServiceKind::Internet,
                                        "fibre",
                                        gigabits(1),
                                        megabytes(25),
                                        gigabits(2.5),
                                        {1},
                                        {2},
                                        "2025-02-01",
                                        Money::of(29.9),
                                        Money::of(0.3125),
                                        DataSize::of(5e10),
                                        true,
                                        "note"});
    plan.workloads = plan.workloads.with({{24}, {1}, {2}, "edit-4k", 2, "note"});
    plan.stock = plan.stock.with(
        {{25}, "reel", plan::StockKind::Borrowed, "cat6a", 3, Length::of(40), {1}, "open", "2026-12-01", "note"});
    plan.looseEnds = plan.looseEnds.with(
        {{26}, plan::LooseEndKind::Compromise, "text", "why", plan::Subject{"run", 5}, "2027-01-01", true});
    plan.accesses =
        plan.accesses.with({{27}, {2}, "10.0.0.2", "02:00:00:00:00:01", {21}, "https", "admin", "book", "note"});
    plan.photos =
        plan.photos.with({{28}, "bent", plan::Subject{"port", 4}, plan::Inspection::Bent, "2026-11-02", "/9j/4A=="});
    plan.deviceKinds = plan.deviceKinds.with({{29}, "my switch", "switch: 8x rj45"});
    plan::Circuit circuit{{31}, "desk", Ampere::of(16), Volt::of(230), {1}, "note", {}};
    circuit.sources.set("breaker_a", plan::Source{plan::Origin::Printed, {}});
    plan.circuits = plan.circuits.with(circuit);
    plan::Outlet bench{{32}, "bench", plan::OutletKind::Wall, {1}, {31}, {}, {}, 3, Watt::of(3680), "note", {}};
    bench.sources.set("sockets", plan::Source{plan::Origin::Told, {}});
    plan::Outlet strip{{33}, "strip", plan::OutletKind::Strip, {1}, {}, {32}, {}, 6, {}, "", {}};
    plan::Outlet backed{{34}, "backed", plan::OutletKind::Strip, {1}, {}, {}, {2}, 4, {}, "", {}};
    plan.outlets = plan.outlets.with(bench).with(strip).with(backed);
    return plan;
}

/// What building leaves behind.
inline plan::Plan addBuilt(plan::Plan plan)
{
    plan.people = plan.people.with({{41}, "you", "tue 2h, sat 4h", "electrician", "note"});
    plan.ticks = plan.ticks.with(
        {{42}, "pull:run:5", 2, "Pull run", Duration::of(1500), "2026-11-20", {41}, "note", Duration::of(1800)});
    plan.permits = plan.permits.with(
        {{43}, "drill", plan::PermitKind::Licensed, {1}, "pull:run:5", "electrician", "2026-11-19", "note"});
    plan.instruments = plan.instruments.with(
        {{44}, "tester", "certifier", "40 %", "2026-03-01", "2027-03-01", "tool library", "2026-12-06", "note"});
    plan::CableTest test{{45}, "run 2026-11-21", {5}, "2026-11-21", plan::TestStage::AfterPlates, "certifier",
                         {44}, "cat6a"};
    test.part = plan::TestedAs::PermanentLink;
    test.outcome = plan::TestOutcome::Narrowly;
    test.wireMap = "1-1 2-2 3-3 4-4 5-5 6-6 7-7 8-8";
    test.length = Length::of(12.4);
    test.worst = "NEXT 36-45";
    test.margin = Decibel::of(-0.3);
    test.loop = Ohm::of(2.2);
    test.loss = Decibel::of(1.25);
    test.rate = gigabits(10);
    test.ran = Duration::of(600);
    test.errors = 3;
    test.by = "ann";
    test.photo = {28};
    test.note = "note";
    plan.cableTests = plan.cableTests.with(test);
    plan.profiles =
        plan.profiles.with({{46}, "access point", {21}, {{22}}, gigabits(2.5), 9000, 5, gigabits(1), true, "note"});
    plan.settings = plan.settings.with({{47}, {2}, "flow control", "on", "off", "why", "2026-11-22"});
    plan.cutOvers = plan.cutOvers.with(
        {{48}, "night", {2}, {35}, "2026-12-05", "18:00", "22:30", 30, "19:30 20min call", "spare", "note"});
    plan.dayMarks = plan.dayMarks.with({{49}, {48}, "move:5", Duration::of(-60), Duration::of(90), "9.4 Gb/s", "note"});
    plan.columnMaps = plan.columnMaps.with({{50}, "export", "run=Cable ID; length=Length in ft"});
    plan::Port port = *plan.ports.find({4});
    port.profile = {46};
    plan.ports = plan.ports.with(port);
    return plan;
}

inline plan::Plan addWires(plan::Plan plan)
{
    plan::Port port{{4},          {2},  7,  "X1", "sfp28", {gigabits(25), gigabits(10)}, gigabits(10), plan::Fec::BaseR,
                    "25gbase-sr", 9000, {3}};
    port.splitOf = {10};
    port.leg = 2;
    port.traits.set("lock", "listed");
    port.comboOf = {10};
    port.untagged = {21};
    port.tagged = {{21}, {22}};
    port.sources.set("module", plan::Source{plan::Origin::Read, "2026-11-03"});
    plan.ports = plan.ports.with(port);
    plan.ports = plan.ports.with({{10}, {2}, 8, "X2", "qsfp28"});
    plan::Run run{{5},     "run", {4},          {},    "om4", Length::of(12.345), 2, 1, plan::Bundle::Bundled,
                  "split", true,  gigabits(25), "note"};
    run.segments = {{plan::SegmentKind::Cord, true, "cat6", Length::of(2.5), 26}, {plan::SegmentKind::Coupler}};
    run.route = {"joists", "riser"};
    run.slack = Length::of(1.5);
    run.sources.set("length_m", plan::Source{plan::Origin::Guessed, {}});
    run.traits.set("celsius", "55");
    run.traits.set("copper-clad", "yes");
    plan.runs = plan.runs.with(run);
    return plan;
}

/// A plan with every field set.
inline plan::Plan fullPlan()
{
    plan::Plan plan;
    plan.name = "x";
    plan::Place place{{1}, "place", -2, "shed", "note"};
    place.kind = plan::PlaceKind::Cupboard;
    place.within = {11};
    place.area = plan::Area{Length::of(1), Length::of(2.5), Length::of(4), Length::of(0.6)};
    place.traits.set("damp", "damp");
    place.sources.set("traits.damp", plan::Source{plan::Origin::Told, {}});
    plan.places = plan.places.with({{11}, "outer", -2, "shed"}).with(place);
    plan::Device device{{2},
                        {1},
                        "device",
                        plan::Role::Storage,
                        "text",
                        plan::HostProcessor{"mid-x86", 3.4, 4},
                        {{"hdd", 6, "raid6", "tank", megabytes(450), megabytes(300)}, {"ssd", 1, ""}},
                        "smb",
                        {},
                        "note"};
    device.disks[0].each = DataSize::of(8e12);
    device.disks[0].used = DataSize::of(21e12);
    device.disks[0].growth = DataSize::of(2e11);
    device.at = plan::Spot{Length::of(0.5), Length::of(3)};
    device.rackUnit = 7;
    device.supplies = {{plan::SupplyKind::Brick, {33}, {}, {}, Watt::of(60), 88, 2},
                       {plan::SupplyKind::Cable, {}, {35}, {4}, {}, {}, 1}};
    device.sources.set("role", plan::Source{plan::Origin::Printed, "2026-11-02"});
    plan.devices = plan.devices.with(device).with({{35}, {1}, "feeder", plan::Role::Switch});
    plan.slots = plan.slots.with({{3}, {2}, "1", 3, 4, 16, 512, true, plan::Card{"card", 4, 16}});
    plan = addWires(std::move(plan));
    plan.waivers = plan.waivers.with({{9}, {5}, "cu-07", "marginal", "soak-tested for a day", "2026-11-25"});
    plan = addKept(std::move(plan));
    return addBuilt(std::move(plan));
}

/// A trial, an entry and an answer with every field set.
inline void addRecords(store::Project& project)
{
    using namespace store;
    measure::Trial trial;
    trial.id = {6};
    trial.at = *measure::timeFromIso("2026-11-25T21:04:05.120Z");
    trial.from = trial.to = {2};
    trial.kind = measure::TrialKind::FileCopy;
    trial.origin = measure::Origin::Imported;
    trial.direction = measure::Direction::Both;
    trial.streams = 4;
    trial.duration = Duration::of(10.5);
    trial.warmup = Duration::of(2);
    trial.rate = {gigabits(1.25), gigabits(1), gigabits(1.5)};
    trial.samples = {gigabits(1), gigabits(1.5)};
    trial.conditions = {{"governor", "performance"}};
    trial.note = "with \"quotes\" and\nlines";
    project.trials = {trial};
    project.entries = {{{7},
                        trial.at,
                        logbook::EntryKind::Diagnosis,
                        "text",
                        {6},
                        {2},
                        plan::Subject{"run", 5},
                        {{plan::Subject{"run", 5}, logbook::Touch::Perhaps}},
                        trial.at,
                        true}};
    project.versions = {{{30}, "before", VersionKind::Variant, trial.at, "note", "{}"}};
    project.answers = {{{8}, {2}, {2}, "e30", true, trial.at, true}};
}

}  // namespace sokudo::testing
