// SPDX-License-Identifier: GPL-3.0-or-later
// What the survey keeps beside the things that carry data: services, networks, work, stock, notes, pictures.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "core/base/id.h"
#include "core/base/power_quantity.h"
#include "core/base/quantity.h"
#include "core/plan/sources.h"

namespace sokudo::plan {

using PlaceId = Id<struct PlaceTag>;
using DeviceId = Id<struct DeviceTag>;
using ServiceId = Id<struct ServiceTag>;
using NetworkId = Id<struct NetworkTag>;
using WorkloadId = Id<struct WorkloadTag>;
using StockId = Id<struct StockTag>;
using LooseEndId = Id<struct LooseEndTag>;
using AccessId = Id<struct AccessTag>;
using PhotoId = Id<struct PhotoTag>;
using DeviceKindId = Id<struct DeviceKindTag>;

/// Any object of the plan, by its kind as in tables.h and its id.
struct Subject {
    std::string kind;
    std::int64_t id = 0;
    friend bool operator==(const Subject&, const Subject&) = default;
};

enum class ServiceKind { Internet, Telephone, Television, Alarm, Electricity, Other };
std::string_view code(ServiceKind);
std::optional<ServiceKind> serviceKindFromCode(std::string_view);

/// Something a provider brings into the house.
struct Service {
    ServiceId id;
    std::string name;  ///< "home fibre"
    ServiceKind kind = ServiceKind::Internet;
    std::string technology;  ///< "fibre", "cable", "VDSL", "5G radio": as the contract says
    std::optional<BitRate> down, up;
    std::optional<BitRate> handOff;    ///< rate of the provider's port towards the house
    PlaceId entry;                     ///< where it enters
    DeviceId device;                   ///< the provider's box
    std::string since;                 ///< ISO 8601 date
    std::optional<Money> fee;          ///< a month
    std::optional<Money> unitPrice;    ///< of a kWh of electricity, or of each GB beyond what is included
    std::optional<DataSize> included;  ///< a month, in the fee; empty: without limit
    bool isBackup = false;             ///< a second way, for when the first is out
    std::string note;
    Sources sources;
    friend bool operator==(const Service&, const Service&) = default;
};

/// A network of its own on the same wires: a VLAN, or the only one.
struct Network {
    NetworkId id;
    std::string name;    ///< "cameras"
    int tag = 0;         ///< IEEE 802.1Q, 1 to 4094; 0: never tagged
    std::string subnet;  ///< "10.20.0.0/24"
    std::string note;
    friend bool operator==(const Network&, const Network&) = default;
};

/// What is done somewhere, so that the needed rate follows.
struct Workload {
    WorkloadId id;
    PlaceId place;
    DeviceId device;      ///< unset: anything there
    std::string purpose;  ///< id in purposes.csv
    int count = 1;        ///< screens, cameras, streams at once
    std::string note;
    friend bool operator==(const Workload&, const Workload&) = default;
};

enum class StockKind { Spare, Tool, Borrowed, Ordered };
std::string_view code(StockKind);
std::optional<StockKind> stockKindFromCode(std::string_view);

/// A spare part, the rest of a reel, a tool, something on loan.
struct StockItem {
    StockId id;
    std::string name;
    StockKind kind = StockKind::Spare;
    std::string part;              ///< id in media.csv or modules.csv that it could serve as; may be empty
    int count = 1;                 ///< pieces
    std::optional<Length> length;  ///< what is left of a reel
    PlaceId place;
    std::string state;  ///< "battery low"
    std::string due;    ///< ISO 8601 date: to be given back, to arrive
    std::string note;
    friend bool operator==(const StockItem&, const StockItem&) = default;
};

enum class LooseEndKind { Temporary, Compromise, Open };
std::string_view code(LooseEndKind);
std::optional<LooseEndKind> looseEndKindFromCode(std::string_view);

/// Something left temporary, a compromise with its reason, or a question that is open.
struct LooseEnd {
    LooseEndId id;
    LooseEndKind kind = LooseEndKind::Temporary;
    std::string text;  ///< what it is
    std::string why;   ///< the reason of a compromise
    std::optional<Subject> about;
    std::string review;  ///< ISO 8601 date on which to look at it again
    bool isDone = false;
    friend bool operator==(const LooseEnd&, const LooseEnd&) = default;
};

/// The way to a device: private, and left out of exports unless asked for. Never a password.
struct Access {
    AccessId id;
    DeviceId device;
    std::string address;   ///< "10.20.0.2", or several with blanks between them
    std::string hardware;  ///< hardware address "02:00:5e:10:00:01", or several
    NetworkId network;
    std::string wayIn;       ///< how its management is reached: "https, port 443"
    std::string logIn;       ///< a hint, such as the user name
    std::string passwordAt;  ///< where the password is kept
    std::string note;
    friend bool operator==(const Access&, const Access&) = default;
};

enum class Inspection { None, Clean, Dirty, Bent, Frayed, Corroded, Torn, Burnt, Other };
std::string_view code(Inspection);
std::optional<Inspection> inspectionFromCode(std::string_view);

/// A picture, or what an inspection by eye found; both may stand alone.
struct Photo {
    PhotoId id;
    std::string caption;
    std::optional<Subject> about;
    Inspection found = Inspection::None;
    std::string on;    ///< ISO 8601 date
    std::string jpeg;  ///< the picture in base64 (RFC 4648), without the position it was taken at; empty: no picture
    friend bool operator==(const Photo&, const Photo&) = default;
};

/// A kind of device that comes back: "my 8-port switch".
struct DeviceKind {
    DeviceKindId id;
    std::string name;
    std::string line;  ///< as an edit line describes a device: "switch: 8x rj45 2.5g, 2x sfp+"
    friend bool operator==(const DeviceKind&, const DeviceKind&) = default;
};

}  // namespace sokudo::plan
