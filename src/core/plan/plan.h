// SPDX-License-Identifier: GPL-3.0-or-later
// The house as surveyed: one immutable value of places, devices, ports and runs.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "core/base/id.h"
#include "core/base/quantity.h"
#include "core/base/table.h"

namespace sokudo::plan {

using PlaceId = Id<struct PlaceTag>;
using DeviceId = Id<struct DeviceTag>;
using SlotId = Id<struct SlotTag>;
using PortId = Id<struct PortTag>;
using RunId = Id<struct RunTag>;

/// A room, a cupboard, a level of the house or an outbuilding.
struct Place {
    PlaceId id;
    std::string name;
    int level = 0;         ///< storeys above the ground floor; -1 is a cellar
    std::string building;  ///< empty: the main house. Copper between two buildings is a hazard.
    std::string note;
    friend bool operator==(const Place&, const Place&) = default;
};

enum class Role { Router, Switch, Storage, Computer, AccessPoint, Camera, Jack, Panel, CoaxAdapter, Other };
std::string_view code(Role);
std::string_view word(Role);
std::optional<Role> roleFromCode(std::string_view);
/// A jack or a panel passes a link through; it has no end of its own.
constexpr bool isPassive(Role role) { return role == Role::Jack || role == Role::Panel; }
/// A host can send and receive traffic of its own.
constexpr bool isHost(Role role) { return role == Role::Storage || role == Role::Computer; }

/// The processor as the expectation needs it.
struct HostProcessor {
    std::string kind;  ///< id in processors.csv
    double clockGhz = 0;
    int cores = 0;
    friend bool operator==(const HostProcessor&, const HostProcessor&) = default;
};

struct DiskGroup {
    std::string kind;   ///< id in disks.csv
    int count = 1;
    std::string level;  ///< id in arrays.csv; empty: a single disk
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
    std::string fileShare;       ///< protocol a storage serves by: id in file_shares.csv
    DeviceId feeds;              ///< the device that powers this one, when not the mains
    std::string note;
    friend bool operator==(const Device&, const Device&) = default;
};

/// A card seated in a slot.
struct Card {
    std::string name;
    int generation = 0;
    int lanes = 0;
    friend bool operator==(const Card&, const Card&) = default;
};

/// A bus slot of a device. Zero generation or lanes: not read yet.
struct Slot {
    SlotId id;
    DeviceId device;
    std::string name;
    int generation = 0;
    int lanes = 0;        ///< wired electrically
    int shape = 0;        ///< lanes the connector could hold
    bool chipset = false; ///< shares the chipset uplink
    std::optional<Card> card;
    friend bool operator==(const Slot&, const Slot&) = default;
};

enum class Fec { None, BaseR, Rs, Auto };
std::string_view code(Fec);
std::optional<Fec> fecFromCode(std::string_view);

struct Port {
    PortId id;
    DeviceId device;
    int position = 0;             ///< order on the front
    std::string name;
    std::string cage;             ///< id in cages.csv
    std::vector<BitRate> rates;   ///< rates the host lists here; empty: not known, the usual list counts
    std::optional<BitRate> forced;
    std::optional<Fec> fec;
    std::string module;           ///< id in modules.csv; empty: no module
    std::optional<int> mtu;       ///< bytes; empty: 1500
    SlotId slot;                  ///< slot of the card the port is on
    friend bool operator==(const Port&, const Port&) = default;
};

enum class Bundle { Unknown, Loose, Bundled };
std::string_view code(Bundle);
std::optional<Bundle> bundleFromCode(std::string_view);

/// What a tester said about the four pairs of a twisted-pair run.
enum class WireMap { Untested, Good, OpenAB, OpenCD, Split };
std::string_view code(WireMap);
std::optional<WireMap> wireMapFromCode(std::string_view);

/// A cable installed between two ports. An unset end is open or untraced.
struct Run {
    RunId id;
    std::string label;
    PortId a, b;
    std::string medium;             ///< id in media.csv; empty: not known
    std::optional<Length> length;   ///< empty: never measured
    int joints = 0;                 ///< mated fibre pairs or couplers inside the run
    int splices = 0;
    Bundle bundle = Bundle::Unknown;
    WireMap wireMap = WireMap::Untested;
    bool protectedOutdoors = false; ///< bonded surge protectors at both entries
    std::optional<BitRate> wanted;  ///< the rate the owner hopes for
    std::string note;
    friend bool operator==(const Run&, const Run&) = default;
};

/// The whole survey. A value: editing makes another one.
struct Plan {
    std::string name;
    Table<Place> places;
    Table<Device> devices;
    Table<Slot> slots;
    Table<Port> ports;
    Table<Run> runs;
    friend bool operator==(const Plan&, const Plan&) = default;
};
using PlanPtr = std::shared_ptr<const Plan>;

/// Ports of a device in the order of its front.
std::vector<const Port*> portsOf(const Plan&, DeviceId);
std::vector<const Slot*> slotsOf(const Plan&, DeviceId);
std::vector<const Run*> runsAt(const Plan&, PortId);
const Device* deviceOf(const Plan&, PortId);
const Device* deviceNamed(const Plan&, std::string_view name);
/// "core 3": device and port as the owner says them.
std::string portText(const Plan&, PortId);

}  // namespace sokudo::plan
