// SPDX-License-Identifier: GPL-3.0-or-later
// Who is on the network, from the neighbour table and lease files of this machine, against the inventory.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "core/plan/plan.h"

namespace sokudo::measure {

/// A host that was seen.
struct Neighbour {
    std::string address;     ///< "10.20.0.7"
    std::string hardware;    ///< "02:00:5e:10:00:07"; empty: not known
    std::string name;        ///< as it gave itself to the lease server; may be empty
    std::string seenIn;      ///< "neighbour table", "lease file"
    std::string maker;       ///< owner of the hardware address; empty: not known or made up by the device
    plan::DeviceId device;   ///< of the inventory; unset: a stranger
    bool isPrivate = false;  ///< the hardware address is locally administered: phones change it
};

/// What one look at a machine gave.
struct SeenHosts {
    std::vector<Neighbour> hosts;
    std::string makers;               ///< the list of hardware-address owners; empty: it is not installed
    std::vector<std::string> from;    ///< files with a host in them
    std::vector<std::string> unread;  ///< files that were asked for and cannot be read
};

/// The kernel's table of IPv4 neighbours, /proc/net/arp. Entries that never answered are left out.
/// @source Linux arp(7): columns, flag 0x2 for a complete entry
std::vector<Neighbour> readNeighbourTable(std::string_view text);
/// A lease file with a line a lease: expiry, hardware address, address, name, client id.
/// @source the line format of small lease servers; lines of another shape are passed over
std::vector<Neighbour> readLeaseLines(std::string_view text);
/// A lease file of blocks: lease ADDRESS { hardware ethernet …; client-hostname "…"; }
/// @source ISC dhcpd.leases(5)
std::vector<Neighbour> readLeaseBlocks(std::string_view text);

/// Owners of the first three bytes of hardware addresses, from the IEEE's list as Debian's ieee-data has it (oui.txt).
/// @source IEEE registration authority, MA-L; 802 Clause 8 for the bit that marks local addresses
std::string makerOf(std::string_view hardware, std::string_view ouiText);
bool isLocallyAdministered(std::string_view hardware);

/// One row a host, with the device it is in the inventory, by hardware address, address or name. Strangers come first.
std::vector<Neighbour> compared(std::vector<Neighbour> seen, const plan::Plan&, std::string_view ouiText);

/// Devices of the inventory that have an address and were not seen.
std::vector<plan::DeviceId> notSeen(const std::vector<Neighbour>&, const plan::Plan&);

}  // namespace sokudo::measure
