// SPDX-License-Identifier: GPL-3.0-or-later
// What a stage of a path carries where a table says it: shared media, routers, tunnels, sessions, adapters, and what
// changes them.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/quantity.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"

namespace sokudo::kb {

/// What a stage carries: about the 10th percentile, the usual, and the best of a healthy set-up.
struct Band {
    BitRate low, typical, high;
    friend bool operator==(const Band&, const Band&) = default;
};
/// The same for a plain factor.
struct FactorBand {
    double low = 1, typical = 1, high = 1;
};

/// A stage whose ceiling is a row, payload one way.
struct Ceiling {
    std::string id;
    std::string kind;  ///< coax, power-line, radio, router, inspection, tunnel, memory, session, attachment, access,
                       ///< cipher, cable
    std::string name;
    Band carries;
    std::optional<Band> both;     ///< both ways together where the two share the stage; empty: each way has it all
    Duration roundTrip;           ///< added to the path; 0: not told
    std::optional<BitRate> port;  ///< of its own Ethernet sockets, which hold whatever stands behind them
    std::optional<BitRate> hard;  ///< no payload passes it: the rate on the air, a coded bus; empty: none is known
    std::vector<std::string> aliases;
    Provenance from;
};

/// A network adapter behind USB or USB4, by the rate the bus enumerates at and the adapter's own.
struct UsbLink {
    BitRate enumerated, adapter;
    std::string name;
    Band carries;
    BitRate hard;  ///< no payload passes it: the coded bus, and for USB 2.0 thirteen packets of 512 bytes in 125 µs
    bool halfDuplex = false;
    Provenance from;
};

/// What is put around a packet: bytes inside the outer IP packet, and bytes of the Ethernet frame beyond it.
struct Encapsulation {
    std::string id, name;
    int ipBytes = 0, ethernetBytes = 0;
    int innerMtu = 1500;  ///< largest inner packet where the outer MTU is 1500
    std::vector<std::string> aliases;
    Provenance from;
};

/// Something about a host, a medium or a disk that changes what its stage carries.
struct StageFactor {
    std::string id, stage, name;
    std::string trait, value;  ///< how a device states it; empty: only a path line can
    FactorBand factor;
    std::vector<std::string> insteadOf;  ///< rows that together count as this one
    Provenance from;
};

/// What one way of a stage keeps while the other way is as busy, where both draw on one strength.
struct BothWays {
    std::string stage;
    FactorBand share;
    std::string says;
    Provenance from;
};

/// Time lost for each file of a copy.
struct SmallFiles {
    std::string id, name;
    Duration low, typical, high;  ///< low is the slowest
    std::vector<std::string> aliases;
    Provenance from;
};

/// A purpose that needs a steady rate, and by how much the worst moment must exceed it.
struct Purpose {
    std::string id, name;
    BitRate each;
    double safety = 1;
    Provenance from;
};

/// What the printed figure of a kind of gear leaves one client.
struct HeadlineShare {
    std::string id, name;
    std::string by;  ///< radio, radio-60, power-line or coax: where its figures stand, see formulas::shared_media
    std::string beware;
    std::vector<std::string> aliases;
    Provenance from;
};

/// What a written unit may have meant.
/// @param typed, meant  bit, byte, binary-byte or any
/// @param prefix        how many prefixes further the meant one stands: 1 is M for k
/// @param prior         how often; `copyPrior` the same for a figure out of a copy dialog, before both are normalised
struct UnitMeaning {
    std::string id, name, typed, meant;
    int prefix = 0;
    double prior = 0, copyPrior = 0;
    Provenance from;
};

/// What is worth saying about a radio hop. @param limit  of the count or ratio that brings it up, see
/// expect/air_notes.cpp
struct AirNote {
    std::string id;
    double limit = 0;
    std::string text;
    Provenance from;
};

/// A place that counts octets and frames. @param octets  that one count stands for  @param frameExtra  octets of each
/// frame that it leaves out
struct CounterPlace {
    std::string id, name;
    int octets = 1, frameExtra = 24;
    std::string beware;
    Provenance from;
};

/// How much a disk takes at its fast rate, and what it writes after.
struct WriteCache {
    std::string disk;
    DataSize cache;
    Band after;
    Provenance from;
};

/// The row of a bus that enumerates at `bus` with an adapter of `adapter`: the slowest adapter row that is fast
/// enough, else the fastest of that bus.
const UsbLink* usbLinkOf(const KnowledgeBase&, BitRate bus, BitRate adapter);

}  // namespace sokudo::kb
