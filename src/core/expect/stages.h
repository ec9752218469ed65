// SPDX-License-Identifier: GPL-3.0-or-later
// The stage models: each takes an input struct and gives a stage with its working.
#pragma once

#include "core/base/result.h"
#include "core/expect/stage.h"
#include "core/formulas/bus.h"
#include "core/formulas/framing.h"

namespace sokudo::expect {

enum class Access { Read, Write };
/// Ids of rows in stage_factors.csv that change a stage; each multiplies its band.
using Factors = std::vector<std::string>;

/// Multiplies the band of a stage and says so in its working.
/// @error BadInput  a factor without a row, or one made for another kind of stage
std::optional<Error> applyFactors(const kb::KnowledgeBase&, const Factors&, std::string_view stageWord, Stage&);

/// Disks of a source (read) or a target (write).
/// @error BadInput  a kind or level without a row, fewer disks than the level needs
/// @source practice: disks.csv and arrays.csv; N disks: (perDisk * N - less) * one disk * factor, low = 0.9 typical
/// @example six hdd in raid6, read: (6 - 2) * 250 MB/s * 0.9 = 900 MB/s = 7.2 Gb/s
Result<Stage> diskStage(const kb::KnowledgeBase&, const plan::DiskGroup&, Access, const Factors& = {});

/// A disk whose cache runs out within the copy: the first `cache` bytes at its fast rate, the rest at its slow one.
/// @param incoming  what the rest of the path can bring
/// @error BadInput  a disk without a row in write_caches.csv, an array, a copy of nothing
/// @source practice: mean = size / (cache / min(fast, in) + (size - cache) / min(slow, in)); draining meanwhile is left
/// out
/// @example 500 GB onto nvme3-qlc, 1.1 GB/s in: 91 s fast, 2313 s in all, 216 MB/s
Result<Stage> cachedWriteStage(const kb::KnowledgeBase&, const plan::DiskGroup&, DataSize copy, const Band& incoming);

/// What is left of N cores when they share caches and locks. @source practice
inline constexpr double kScalingLoss = 0.8;

/// One core that carries `streams` TCP streams, at most one stream a core.
/// @param clockGhz  above 0 and at most 10
/// @param mtu  between 1500 and 9000, and beyond, see arithmetic::perGhzAt
/// @source practice: processors.csv; several streams: * min(streams, cores) * 0.8
/// @example 4.5 GHz recent-x86, one stream, MTU 1500: 27 / 36 / 47.25 Gb/s
Result<Stage> processorStage(const kb::KnowledgeBase&, const plan::HostProcessor&, int mtu, int streams,
                             const Factors& = {});

/// A bus slot with its card: the lesser generation and width of the two.
/// @param mtu         of the packets that cross it
/// @param maxPayload  bytes of a bus packet; 0: what the slot states, else usual for the generation
/// @source pcie-base; see formulas::busCarries
Result<Stage> slotStage(const kb::KnowledgeBase&, const plan::Slot&, int mtu = 1500, int maxPayload = 0);

/// What everything behind the chipset shares towards the processor.
Result<Stage> uplinkStage(const kb::KnowledgeBase&, const formulas::BusLink&);

/// A network adapter on USB or on USB4.
/// @param bus  the rate it enumerates at: 0.48, 5, 10, 20, 40 or 80 Gb/s
/// @source usb-3.2, practice: usb_links.csv
Result<Stage> usbStage(const kb::KnowledgeBase&, BitRate bus, BitRate adapter);

/// A link at its rate and MTU: the framing ceiling, and what a quiet link shows of it.
/// @source see arithmetic::goodput; low and typical share: practice
Result<Stage> linkStage(const kb::KnowledgeBase&, BitRate rate, const formulas::Framing&);

/// A stage whose figures are a row of ceilings.csv: coax, power line, radio, router, inspection, tunnel end, memory,
/// session, attachment.
/// @error NotFound  no such row
Result<Stage> ceilingStage(const kb::KnowledgeBase&, std::string_view id, const Factors& = {});

/// What is left of a coax stage at the rate its adapters report between them, with so many adapters on the wire.
/// @param phy    empty: not read
/// @param nodes  2 to 16
/// @source moca-2.5; link_factors.csv, rows coax-phy and coax-node
/// @example coax-2.5 at 2.0 Gb/s: both ways together at most 1.44 Gb/s
/// @param back  the rate the other way where it differs: the two take turns, so both together carry twice their
/// harmonic mean
Result<Stage> coaxStage(const kb::KnowledgeBase&, std::string_view id, std::optional<BitRate> phy, int nodes = 2,
                        std::optional<BitRate> back = {});

/// Radio of which only the PHY rate is known.
/// @source practice: link_factors.csv, 0.45 / 0.60 / 0.75 of it
/// @example 2.402 Gb/s: 1.08 / 1.44 / 1.80 Gb/s, both ways together
/// @param is60  a 60 GHz bridge: 0.35 / 0.55 / 0.66
Result<Stage> radioShareStage(const kb::KnowledgeBase&, BitRate phy, bool is60 = false);

enum class Spread { PerConnection, PerHostPair, RoundRobin, Standby };
std::string_view code(Spread);
std::optional<Spread> spreadFromCode(std::string_view);

/// Several links as one.
/// @param members  2 to 8 of equal rate
/// @param flows    TCP connections that cross it, at least 1
/// @source own: k flows on N members use N(1 - (1 - 1/N)^k) of them on average; one host pair hashed by addresses uses
/// one
/// @example two of 10 Gb/s, 4 connections spread by ports: 9.41 least, 17.6 mean, 18.8 Gb/s most
Result<Stage> bondStage(const kb::KnowledgeBase&, int members, BitRate each, const formulas::Framing&, int flows,
                        Spread);

/// An internet plan: what is sold times what providers send above it.
/// @param overshoot  id of an internet row in stage_factors.csv
/// @param upload  the way up, which carries the acknowledgements of what comes down; empty: it has room
/// @example 1 Gb/s, any-plan: 1.0 / 1.08 / 1.25 Gb/s; with 10 Mb/s up it typically holds at 684 Mb/s
Result<Stage> internetStage(const kb::KnowledgeBase&, BitRate plan, std::string_view overshoot = "any-plan",
                            const Factors& = {}, std::optional<BitRate> upload = {});

/// What a tunnel leaves of the payload of packets of the usual size.
/// @example an internet stage inside udp-tunnel: * 1368 / 1448
Stage inTunnel(Stage, const formulas::Framing& inside);

/// What the owner has measured of the line, as payload.
Stage ownInternetStage(BitRate gives);

/// The owner's own figure of a stage, as payload in one direction: it overrules the tables.
Stage withOwnFigure(Stage, BitRate own);

/// A window of so many bytes in flight over a round trip.
/// @source rfc-9293: 8 * window / round trip; per stream
/// @example 65535 bytes over 20 ms: 26.2 Mb/s
Result<Stage> windowStage(DataSize window, Duration roundTrip, int streams);

/// Random loss, by the inverse square root law and CUBIC's, whichever gives more.
/// @param share   of packets lost, above 0 and below 1
/// @param segment payload bytes of a packet
/// @source rfc-9438, and the law of 1997 with C = 1.2247; band ±20 %
/// @example 0.1 % at 0.3 ms, 1448 bytes: 1.20 / 1.50 / 1.79 Gb/s
Result<Stage> lossStage(double share, Duration roundTrip, int segment, int streams);

/// What arrives of datagrams: nobody sends them again, and nobody slows down.
/// @param before  the stages of the path so far, with the link that they cross
/// @error BadInput  no link among them  @error OutOfRange  a share outside 0 to 1
Result<Stage> datagramLossStage(double share, const std::vector<Stage>& before);

/// Many small files: each costs time of its own.
/// @param kind     row of small_files.csv
/// @param workers  files under way at once
/// @param rest     what path and protocol carry of one large file
/// @source practice: time = bytes / rate + files * time a file / workers
/// @example 50 000 files of 100 KB by SMB at 7.03 Gb/s: 5.7 s + 200 s: 0.194 Gb/s
Result<Stage> smallFilesStage(const kb::KnowledgeBase&, std::string_view kind, std::int64_t files, DataSize each,
                              int workers, const Band& rest);

/// A protocol that asks for a piece, waits for it, and has so many requests under way.
/// @param each    bytes of a request
/// @param server  time the server takes for one, 0 where it is not told
/// @param rest    what the path carries
/// @source own: q * B / (round trip + server + B / rate), at most the rate
/// @example 64 KiB, one at a time, 0.3 ms and 0.2 ms at 9.37 Gb/s: 0.943 Gb/s
Result<Stage> requestStage(DataSize each, int atOnce, Duration roundTrip, Duration server, const Band& rest);

/// A tool that reads, then writes, and never both: the times of network and disks add up.
/// @source own: 1 / (1/a + 1/b + ...)
/// @example 1.1 GB/s and 250 MB/s: 204 MB/s
Stage serialStage(const std::vector<Band>& steps);

/// A file share: its protocol's share of what the network stages carry.
/// @param network  least band of the network stages
/// @source practice: file_shares.csv; of its rows the one that gives most counts, that of a slower link up to what such
/// a link carries
/// @example smb over a 10 Gb/s link: 0.75 * 9.368 = 7.03 Gb/s
Result<Stage> fileShareStage(const kb::KnowledgeBase&, std::string_view protocol, const Band& network);

/// The least of the network stages, component by component; empty: there is none.
std::optional<Band> networkBand(const std::vector<Stage>&);
/// The named rate of the narrowest link; empty: no link.
std::optional<BitRate> slowestLink(const std::vector<Stage>&);

}  // namespace sokudo::expect
