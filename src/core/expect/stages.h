// SPDX-License-Identifier: GPL-3.0-or-later
// The stage models: each takes an input struct and gives a stage with its working.
#pragma once

#include "core/arithmetic/framing.h"
#include "core/base/result.h"
#include "core/expect/stage.h"

namespace sokudo::expect {

enum class Access { Read, Write };

/// Disks of a source (read) or a target (write).
/// @error BadInput  a kind or level without a row, fewer disks than the level needs
/// @source practice: disks.csv and arrays.csv; N disks: (perDisk * N - less) * one disk * factor, low = 0.9 typical
/// @example six hdd in raid6, read: (6 - 2) * 250 MB/s * 0.9 = 900 MB/s = 7.2 Gb/s
Result<Stage> diskStage(const kb::KnowledgeBase&, const plan::DiskGroup&, Access);

/// One core that carries `streams` TCP streams, at most one stream a core.
/// @param clockGhz  above 0 and at most 10
/// @source practice: processors.csv; several streams: * min(streams, cores) * 0.8
/// @example 4.5 GHz recent-x86, one stream, MTU 1500: 27 / 36 / 47.25 Gb/s
Result<Stage> processorStage(const kb::KnowledgeBase&, const plan::HostProcessor&, int mtu, int streams);

/// A bus slot with its card: the lesser generation and width of the two.
/// @source pcie-base; see arithmetic::busCarries
Result<Stage> slotStage(const kb::KnowledgeBase&, const plan::Slot&);

/// A link at its rate and MTU: the framing ceiling, and what a quiet link shows of it.
/// @source see arithmetic::goodput; low and typical share: practice
Result<Stage> linkStage(const kb::KnowledgeBase&, BitRate rate, const arithmetic::Framing&);

/// A hop that is not Ethernet, from its row in hops.csv.
Result<Stage> hopStage(const kb::KnowledgeBase&, std::string_view hop);

/// A file share: its protocol's share of what the network stages carry.
/// @param slowest  link rate of the narrowest link, picks the row
/// @param network  least band of the network stages
/// @source practice: file_shares.csv
/// @example smb over a 10 Gb/s link: 0.75 * 9.368 = 7.03 Gb/s
Result<Stage> fileShareStage(const kb::KnowledgeBase&, std::string_view protocol, BitRate slowest, const Band& network);

}  // namespace sokudo::expect
