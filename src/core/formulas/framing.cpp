// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/formulas/framing.h"
#include "core/base/sentence.h"
#include "core/kb/stage_rows.h"

#include <algorithm>

#include <fmt/format.h>

namespace sokudo::formulas {
namespace {
constexpr int kPreamble = 8, kHeader = 14, kCheckSequence = 4, kGap = 12, kTag = 4;
constexpr int kUsualMtu = 1500, kLeastPayload = 46;
constexpr int kIpv4 = 20, kIpv6 = 40, kTcp = 20, kTimestamps = 12, kUdp = 8;
constexpr int kFragmentStep = 8, kIpv6Fragment = 8;  // rfc-791, rfc-8200: offsets count eight bytes
constexpr int kRdma = kUdp + 12 + 4;                 // base transport header, its check sequence

/// Bytes of IP payload in all fragments but the last.
int fragmentBytes(const Framing& framing)
{
    const int ip = framing.ipv6 ? kIpv6 + kIpv6Fragment : kIpv4;
    return (framing.mtu - framing.shorterBy - ip) / kFragmentStep * kFragmentStep;
}
bool isFragmented(const Framing& framing)
{
    const int ip = framing.ipv6 ? kIpv6 : kIpv4;
    return framing.transport == Transport::Udp && framing.payload + kUdp + ip > framing.mtu - framing.shorterBy &&
           fragmentBytes(framing) > 0;
}
/// Around a packet: frame, tunnel, tags.
int aroundBytes(const Framing& framing)
{
    return framing.tunnelBytes + framing.frameBytes + kHeader + kCheckSequence + kPreamble + kGap +
           kTag * framing.vlanTags;
}
}  // namespace

int framesOf(const Framing& framing)
{
    if (!isFragmented(framing)) return 1;
    const int each = fragmentBytes(framing);
    return (framing.payload + kUdp + each - 1) / each;
}

int payloadBytes(const Framing& framing)
{
    const int ip = framing.ipv6 ? kIpv6 : kIpv4;
    if (framing.transport == Transport::Rdma) {
        for (int part : {4096, 2048, 1024, 512, 256})
            if (part + ip + kRdma <= framing.mtu - framing.shorterBy) return part;
        return 0;
    }
    const int transport = framing.transport == Transport::Udp ? kUdp : kTcp + (framing.timestamps ? kTimestamps : 0);
    const int fits = framing.mtu - framing.shorterBy - ip - transport;
    return framing.transport == Transport::Udp && framing.payload > 0 ? framing.payload : fits;
}

int wireBytes(const Framing& framing)
{
    const int ip = framing.ipv6 ? kIpv6 : kIpv4;
    if (isFragmented(framing)) {
        const int header = framing.ipv6 ? kIpv6 + kIpv6Fragment : kIpv4, frames = framesOf(framing);
        const int last = framing.payload + kUdp - (frames - 1) * fragmentBytes(framing);
        return (frames - 1) * (fragmentBytes(framing) + header) + std::max(last + header, kLeastPayload) +
               frames * aroundBytes(framing);
    }
    int packet = framing.mtu - framing.shorterBy;
    if (framing.transport == Transport::Rdma) packet = payloadBytes(framing) + ip + kRdma;
    else if (framing.transport == Transport::Udp) packet = std::max(payloadBytes(framing) + ip + kUdp, kLeastPayload);
    return packet + aroundBytes(framing);
}

Framing wrapped(Framing framing, const kb::Encapsulation& row)
{
    framing.shorterBy += kUsualMtu - row.innerMtu;
    framing.tunnelBytes += row.ipBytes;
    framing.frameBytes += row.ethernetBytes;
    return framing;
}

double ackShare(const Framing& framing, double segmentsPerAck)
{
    const int packet = (framing.ipv6 ? kIpv6 : kIpv4) + kTcp + (framing.timestamps ? kTimestamps : 0);
    const int frame =
        std::max(packet, kLeastPayload) + kHeader + kCheckSequence + kPreamble + kGap + kTag * framing.vlanTags;
    return frame / (segmentsPerAck * wireBytes(framing));
}

Result<BitRate> goodput(BitRate link, const Framing& framing)
{
    if (framing.mtu < 576 || framing.mtu > 65535)
        return failure(ErrorCode::OutOfRange,
                       text::say("framing.an-mtu-of-bytes-2",
                                 "an MTU of {} bytes is outside 576 to 65535; 1500 and 9000 are usual", framing.mtu));
    if (payloadBytes(framing) <= 0)
        return failure(ErrorCode::OutOfRange, text::say("framing.an-mtu-of-bytes",
                                                        "an MTU of {} bytes leaves nothing for payload", framing.mtu));
    if (framing.vlanTags < 0 || framing.vlanTags > 2)
        return failure(ErrorCode::OutOfRange,
                       text::say("framing.a-frame-carries-or", "a frame carries 0, 1 or 2 VLAN tags"));
    return scaled(link, static_cast<double>(payloadBytes(framing)) / wireBytes(framing));
}

Result<FrameRate> frameRate(BitRate link, const Framing& framing)
{
    if (const auto fits = goodput(link, framing); !fits) return tl::unexpected(fits.error());
    return FrameRate::of(link.in() * framesOf(framing) / (8.0 * wireBytes(framing)));
}

BitRate downloadHeldByUpload(BitRate upload, const Framing& framing, double segmentsPerAck)
{
    return scaled(upload, 1 / ackShare(framing, segmentsPerAck));
}

std::string shareText(const Framing& framing)
{
    return fmt::format("× {} ÷ {}", payloadBytes(framing), wireBytes(framing));
}

}  // namespace sokudo::formulas
