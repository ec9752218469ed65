// SPDX-License-Identifier: GPL-3.0-or-later
// The house as surveyed: one immutable value of places, devices, ports and runs.
#pragma once

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/base/quantity.h"
#include "core/base/table.h"
#include "core/plan/build_records.h"
#include "core/plan/goal_records.h"
#include "core/plan/power_records.h"
#include "core/plan/records.h"
#include "core/plan/sources.h"
#include "core/plan/trade_records.h"
#include "core/plan/traits.h"

namespace sokudo::plan {

using SlotId = Id<struct SlotTag>;
using RunId = Id<struct RunTag>;
using CatalogueRowId = Id<struct CatalogueRowTag>;
using WaiverId = Id<struct WaiverTag>;
using FlowId = Id<struct FlowTag>;
using RegularJobId = Id<struct RegularJobTag>;

enum class PlaceKind { Room, Cupboard, Rack, Panel, Outside };
std::string_view code(PlaceKind);
std::optional<PlaceKind> placeKindFromCode(std::string_view);

/// A rectangle on a floor. `x` runs to the right and `y` away from the front of the building, both from its front left
/// corner; an outbuilding has a corner of its own.
struct Area {
    Length x, y, width, depth;
    friend bool operator==(const Area&, const Area&) = default;
};
/// A spot in a place, from its front left corner.
struct Spot {
    Length x, y;
    friend bool operator==(const Spot&, const Spot&) = default;
};

/// A room, a cupboard or rack in it, a level of the house or an outbuilding.
struct Place {
    PlaceId id;
    std::string name;
    int level = 0;         ///< storeys above the ground floor; -1 is a cellar
    std::string building;  ///< empty: the main house. Copper between two buildings is a hazard.
    std::string note;
    PlaceKind kind = PlaceKind::Room;
    PlaceId within;            ///< the place it stands in, whose level and building it shares
    std::optional<Area> area;  ///< not set: never measured
    Traits traits;
    Sources sources;
    friend bool operator==(const Place&, const Place&) = default;
};

enum class Role {
    Router,
    Switch,
    Storage,
    Computer,
    AccessPoint,
    Camera,
    Jack,
    Panel,
    CoaxAdapter,
    Other,
    Recorder,
    Hub,
    PowerLineAdapter,
    RadioAdapter,
    Injector,
    MediaConverter,
    InternetTerminal,
    CoaxOutlet,
    CoaxSplitter,
    Ups,
    RadioClient,
    PoeSplitter,
};
inline constexpr std::size_t kRoles = 22;
std::string_view code(Role);
std::string_view word(Role);
std::optional<Role> roleFromCode(std::string_view);
/// A jack, a panel or an outlet passes a link through; it has no end of its own.
constexpr bool isPassive(Role role) { return role == Role::Jack || role == Role::Panel || role == Role::CoaxOutlet; }
/// A host can send and receive traffic of its own.
constexpr bool isHost(Role role) { return role == Role::Storage || role == Role::Computer || role == Role::Recorder; }

/// The processor as the expectation needs it.
struct HostProcessor {
    std::string kind;  ///< id in processors.csv
    double clockGhz = 0;
    int cores = 0;
    friend bool operator==(const HostProcessor&, const HostProcessor&) = default;
};

struct DiskGroup {
    std::string kind;  ///< id in disks.csv
    int count = 1;
    std::string level;                     ///< id in arrays.csv; empty: a single disk
    std::string name;                      ///< "tank"; empty: told by its kind
    std::optional<BitRate> reads, writes;  ///< the owner's own figures of the whole group; they overrule the tables
    std::optional<DataSize> each;          ///< size of one disk, as sold
    std::optional<DataSize> used;          ///< of the whole group
    std::optional<DataSize> growth;        ///< a month
    friend bool operator==(const DiskGroup&, const DiskGroup&) = default;
};

struct Device {
    DeviceId id;
    PlaceId place;
    std::string name;
    Role role = Role::Other;
    std::string description;
    std::optional<HostProcessor> processor;
    std::vector<DiskGroup> disks;
    std::string fileShare;         ///< protocol a storage serves by: id in file_shares.csv
    std::vector<Supply> supplies;  ///< ways by which power enters; empty: not stated one by one
    std::string note;
    Traits traits;
    std::optional<Spot> at;  ///< where in its place
    int rackUnit = 0;        ///< lowest unit it takes in the rack it stands in, from 1 at the bottom; 0: not mounted
    Sources sources;
    std::string part;  ///< id of what it is bought as: in switches.csv, gear.csv, small_parts.csv; empty: not known
    friend bool operator==(const Device&, const Device&) = default;
};

/// The device that feeds this one, as stated: over a cable, by a lead, or as the battery unit it is plugged into.
/// Unset: none is stated.
DeviceId feederOf(const Device&);

/// A card seated in a slot.
struct Card {
    std::string name;
    int generation = 0;
    int lanes = 0;
    std::string part;  ///< id in gear.csv of what it is bought as; empty: not known
    friend bool operator==(const Card&, const Card&) = default;
};

/// A bus slot of a device. Zero generation or lanes: not read yet.
struct Slot {
    SlotId id;
    DeviceId device;
    std::string name;
    int generation = 0;
    int lanes = 0;         ///< wired electrically
    int shape = 0;         ///< lanes the connector could hold
    int maxPayload = 0;    ///< bytes of a bus packet, 128 to 4096, as the system shows it; 0: usual for the generation
    bool chipset = false;  ///< shares the chipset uplink
    std::optional<Card> card;
    Sources sources;
    friend bool operator==(const Slot&, const Slot&) = default;
};

/// The lesser generation and the lesser width of card and slot: what the pair trains to. Zero: the slot was never read.
struct TrainedBus {
    int generation = 0, lanes = 0;
};
TrainedBus trained(const Slot&);

enum class Fec { None, BaseR, Rs, Auto };
std::string_view code(Fec);
std::optional<Fec> fecFromCode(std::string_view);

struct Port {
    PortId id;
    DeviceId device;
    int position = 0;  ///< order on the front
    std::string name;
    std::string cage;            ///< id in cages.csv
    std::vector<BitRate> rates;  ///< rates the host lists here; empty: not known, the usual list counts
    std::optional<BitRate> forced;
    std::optional<Fec> fec;
    std::string module;      ///< id in modules.csv; empty: no module
    std::optional<int> mtu;  ///< bytes; empty: 1500
    SlotId slot;             ///< slot of the card the port is on
    PortId splitOf;          ///< this is one leg of that four-lane port; unset: a port of its own
    int leg = 0;             ///< lane of the split port, from 1; 0: not a leg
    Traits traits;
    PortId comboOf;                 ///< the other socket of one shared port: only one of the two can be used
    NetworkId untagged;             ///< network of frames without a tag; unset: not known
    std::vector<NetworkId> tagged;  ///< networks that pass with their tag
    Sources sources;
    PortProfileId profile;  ///< settings it is meant to have; unset: its own
    friend bool operator==(const Port&, const Port&) = default;
};

enum class Bundle { Unknown, Loose, Bundled };
std::string_view code(Bundle);
std::optional<Bundle> bundleFromCode(std::string_view);

/// What stands between a port and the fixed cable of its run.
enum class SegmentKind { Cord, Jack, Coupler, Panel };
std::string_view code(SegmentKind);
std::optional<SegmentKind> segmentKindFromCode(std::string_view);

/// A cord or a joint at one end of a run.
struct Segment {
    SegmentKind kind = SegmentKind::Cord;
    bool atB = false;              ///< at the run's end b; else at a
    std::string medium;            ///< cable of a cord, category of a jack: id in media.csv; empty: a cord as the run
    std::optional<Length> length;  ///< of a cord; empty: never measured
    int gauge = 0;                 ///< AWG of a cord's conductors; 0: not stated, 24 counts
    friend bool operator==(const Segment&, const Segment&) = default;
};

/// A cable installed between two ports. An unset end is open or untraced.
struct Run {
    RunId id;
    std::string label;
    PortId a, b;
    std::string medium;            ///< id in media.csv; empty: not known
    std::optional<Length> length;  ///< empty: never measured
    int joints = 0;                ///< mated pairs or couplers inside the run, beside those of the segments
    int splices = 0;
    Bundle bundle = Bundle::Unknown;
    std::string wireMap;             ///< id in wire_faults.csv; empty: not tested
    bool protectedOutdoors = false;  ///< bonded surge protectors at both entries
    std::optional<BitRate> wanted;   ///< the rate the owner hopes for
    std::string note;
    std::vector<Segment> segments;  ///< cords and joints at its ends, each from the port inwards
    Traits traits;
    std::vector<std::string> route;  ///< from a to b: through which rooms, walls and voids, so that it is found again
    std::optional<Length> slack;     ///< spare length left in loops, part of the length
    Sources sources;
    friend bool operator==(const Run&, const Run&) = default;
};

/// A finding that the owner accepts, with the reason. It holds while the clause says what it said.
struct Waiver {
    WaiverId id;
    RunId run;            ///< any run of the link
    std::string clause;   ///< id in rules.csv
    std::string verdict;  ///< the verdict that was accepted; another one ends the waiver
    std::string reason;
    std::string on;  ///< ISO 8601 date
    friend bool operator==(const Waiver&, const Waiver&) = default;
};

/// A row of the owner's own catalogue: a module, a cable, a price. Columns as in the table of data/ it belongs to.
struct CatalogueRow {
    CatalogueRowId id;
    std::string table;  ///< "modules"
    std::map<std::string, std::string> cells;
    friend bool operator==(const CatalogueRow&, const CatalogueRow&) = default;
};

/// Traffic that runs while other traffic does. Flows of one set are judged together.
struct Flow {
    FlowId id;
    std::string set = "usual";  ///< "busy evening"
    std::string name;           ///< "nightly copy"
    DeviceId from, to;
    bool copies = false;          ///< from disk to disk, not from memory to memory
    std::string protocol;         ///< file share of a copy; empty: what the storage serves
    int streams = 1;              ///< 1 to 64
    std::optional<BitRate> asks;  ///< all it wants; empty: as much as possible
    friend bool operator==(const Flow&, const Flow&) = default;
};

/// Work that comes back: a copy of so much, or a purpose that needs a steady rate.
struct RegularJob {
    RegularJobId id;
    std::string name;  ///< "plates to the store"
    DeviceId from, to;
    std::string protocol;  ///< file share; empty: what the storage serves
    DataSize size;         ///< of one copy; 0: a steady purpose
    double perWeek = 1;    ///< how often
    std::string purpose;   ///< id in purposes.csv of a steady job
    int count = 1;         ///< cameras, streams, screens at once
    friend bool operator==(const RegularJob&, const RegularJob&) = default;
};

/// Every kind of object of a plan and the table that holds it, once. Those that others refer to come first.
// clang-format off
#define SOKUDO_PLAN_TABLES(X) \
    X(Place, places) X(Device, devices) X(Slot, slots) X(Port, ports) X(Run, runs) X(Waiver, waivers) \
    X(CatalogueRow, catalogue) X(Flow, flows) X(RegularJob, jobs) X(Service, services) X(Network, networks) \
    X(Workload, workloads) X(StockItem, stock) X(LooseEnd, looseEnds) X(Access, accesses) X(Photo, photos) \
    X(DeviceKind, deviceKinds) X(Circuit, circuits) X(Outlet, outlets) X(Offer, offers) X(Purchase, purchases) \
    X(Currency, currencies) X(Budget, budgets) X(Person, people) X(Tick, ticks) X(Permit, permits) \
    X(Instrument, instruments) X(CableTest, cableTests) X(PortProfile, profiles) X(SettingChange, settings) \
    X(CutOver, cutOvers) X(DayMark, dayMarks) X(ColumnMap, columnMaps) X(Goal, goals)
// clang-format on

/// The whole survey. A value: editing makes another one.
struct Plan {
    std::string name;
#define SOKUDO_TABLE(T, rows) Table<T> rows;
    SOKUDO_PLAN_TABLES(SOKUDO_TABLE)
#undef SOKUDO_TABLE
    friend bool operator==(const Plan&, const Plan&) = default;
};
using PlanPtr = std::shared_ptr<const Plan>;

/// Ports of a device in the order of its front.
std::vector<const Port*> portsOf(const Plan&, DeviceId);
std::vector<const Slot*> slotsOf(const Plan&, DeviceId);
std::vector<const Run*> runsAt(const Plan&, PortId);
const Device* deviceOf(const Plan&, PortId);
const Device* deviceNamed(const Plan&, std::string_view name);
/// The room that a place is, or that its rack, cupboard or panel stands in; unset where the place is gone.
PlaceId roomOf(const Plan&, PlaceId);
/// Places inside a place, not those inside these.
std::vector<const Place*> placesIn(const Plan&, PlaceId);
/// "core 3": device and port as the owner says them.
std::string portText(const Plan&, PortId);

}  // namespace sokudo::plan
