// SPDX-License-Identifier: GPL-3.0-or-later
// What Ethernet, IP and what travels in them leave of a link rate; how many frames that is, and what acknowledgements
// take.
#pragma once

#include <string>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/kb/stage_rows.h"

namespace sokudo::formulas {

enum class Transport { Tcp, Udp, Rdma };  ///< Rdma: RoCE version 2, in UDP, with the largest message part that fits

struct Framing {
    int mtu = 1500;  ///< bytes of IP packet in one frame, 576 to 65535
    Transport transport = Transport::Tcp;
    bool ipv6 = false;
    bool timestamps = true;  ///< the TCP option Linux uses unless told otherwise, 12 bytes
    int vlanTags = 0;        ///< 0 to 2, 4 bytes each
    int payload = 0;         ///< of UDP: bytes that the program sends in a packet, where fewer than fit; 0: as many
    int shorterBy = 0;       ///< a tunnel: by how much the inner packet falls short of the MTU
    int tunnelBytes = 0;     ///< what the tunnel puts around it, inside the outer IP packet
    int frameBytes = 0;      ///< what it adds to the frame beyond the IP packet
};

/// The framing of packets that travel inside a tunnel; the MTU stays that of the outer packet.
Framing wrapped(Framing, const kb::Encapsulation&);

/// Frames that one packet travels in: a datagram longer than the MTU leaves room for is parted (rfc-791, rfc-8200).
int framesOf(const Framing&);

/// Bytes of payload in a full frame, or in a datagram of a stated size, however many frames it takes. For remote memory
/// access the largest of 256, 512, 1024, 2048 and 4096 that fits the MTU; 0: none does.
/// @source rfc-791, rfc-8200, rfc-9293, rfc-768, ib-arch (base transport header 12, check sequence 4)
int payloadBytes(const Framing&);
/// Bytes that takes on the wire, all fragments together: MTU + 14 header + 4 check sequence + 8 preamble + 12 gap +
/// tags.
int wireBytes(const Framing&);

/// Most payload one direction of a link carries.
/// @param link  MAC rate of the link; its line coding lies below and costs nothing of it
/// @error OutOfRange  an MTU outside 576 to 65535, tags outside 0 to 2
/// @source 802.3-3, 802.3-4, rfc-791, rfc-9293, rfc-7323
/// @example goodput(10 Gb/s, {}) == 9.41482 Gb/s; with MTU 9000 it is 9.90042 Gb/s
Result<BitRate> goodput(BitRate link, const Framing& = {});

/// Full frames a second at line rate.
/// @error as goodput
/// @source rfc-2544; 8 * wireBytes bits each
/// @example 1 Gb/s, MTU 1500: 81 274
Result<FrameRate> frameRate(BitRate link, const Framing& = {});

/// Acknowledgements going the other way, as a share of what they acknowledge.
/// @param segmentsPerAck  2 by the book, more where the receiver merges segments; at least 1
/// @source rfc-5681; an acknowledgement without data is padded to the least frame
/// @example 90 bytes for two frames of 1538: 0.0293
double ackShare(const Framing&, double segmentsPerAck = 2);

/// Most that comes down an access line whose way up carries the acknowledgements.
/// @source own: upload / ackShare
/// @example 10 Mb/s up, two frames for each acknowledgement: 342 Mb/s of frames down
BitRate downloadHeldByUpload(BitRate upload, const Framing& = {}, double segmentsPerAck = 2);

/// "× 1448 ÷ 1538": the factor as a person follows it.
std::string shareText(const Framing&);

}  // namespace sokudo::formulas
