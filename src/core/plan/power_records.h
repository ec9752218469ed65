// SPDX-License-Identifier: GPL-3.0-or-later
// Circuits, outlets and the supplies by which power enters a device.
#pragma once

#include <optional>
#include <string>
#include <string_view>

#include "core/base/power_quantity.h"
#include "core/plan/records.h"

namespace sokudo::plan {

using CircuitId = Id<struct CircuitTag>;
using OutletId = Id<struct OutletTag>;
using PortId = Id<struct PortTag>;

/// A branch circuit of the mains, behind one breaker.
struct Circuit {
    CircuitId id;
    std::string name;               ///< "desk"
    std::optional<Ampere> breaker;  ///< rated current
    std::optional<Volt> volts;      ///< of the mains; empty: not stated
    PlaceId place;                  ///< where the breaker is
    std::string note;
    Sources sources;
    friend bool operator==(const Circuit&, const Circuit&) = default;
};

enum class OutletKind { Wall, Strip };
std::string_view code(OutletKind);
std::optional<OutletKind> outletKindFromCode(std::string_view);

/// A wall outlet with its sockets, or a strip that is plugged in somewhere.
struct Outlet {
    OutletId id;
    std::string name;  ///< "bench"
    OutletKind kind = OutletKind::Wall;
    PlaceId place;
    CircuitId circuit;           ///< of a wall outlet; unset: not known
    OutletId pluggedInto;        ///< what a strip hangs on: a wall outlet or another strip
    DeviceId battery;            ///< or the battery unit it hangs on
    int sockets = 2;             ///< 1 to 48
    std::optional<Watt> rating;  ///< the most that it may carry
    std::string note;
    Sources sources;
    friend bool operator==(const Outlet&, const Outlet&) = default;
};

enum class SupplyKind {
    Cord,    ///< a mains cord into the device
    Brick,   ///< an external supply, or one that is its own plug
    Cable,   ///< over the Ethernet cable at one of its ports
    Device,  ///< low voltage out of another device: DC lead, USB
};
std::string_view code(SupplyKind);
std::optional<SupplyKind> supplyKindFromCode(std::string_view);

/// One way by which power enters a device. Several are ways of their own: either keeps it running.
struct Supply {
    SupplyKind kind = SupplyKind::Cord;
    OutletId outlet;             ///< of a cord or brick: what it is plugged into
    DeviceId from;               ///< the battery unit it is plugged into, or the device that feeds over cable or lead
    PortId port;                 ///< of a cable: the own port where power enters
    std::optional<Watt> output;  ///< the most that it gives
    std::optional<int> percent;  ///< output by input, 1 to 100; empty: as such supplies usually do
    int covers = 1;              ///< sockets that it takes or covers, 1 to 6
    friend bool operator==(const Supply&, const Supply&) = default;
};

}  // namespace sokudo::plan
