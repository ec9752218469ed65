// SPDX-License-Identifier: GPL-3.0-or-later
// What a host carries: buses, disks, processors, file shares.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

#include "core/base/quantity.h"
#include "core/base/verdict.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"
#include "core/kb/stage_rows.h"

namespace sokudo::kb {

struct BusGeneration {
    int generation = 0;
    std::string name;
    double gigatransfers = 0;  ///< GT/s per lane
    int codingPayload = 0, codingTotal = 0;
    int packetFraming = 8;  ///< bytes around a packet beyond its header; 0 where the line coding holds them
    Provenance from;
};

struct Disk {
    std::string id, name;
    Band read, write;
    std::optional<BitRate> hard;  ///< its bus as coded, less nothing; empty: none is known
    std::vector<std::string> aliases;
    Provenance from;
};

/// How N disks add up: read = perDisk * N - less, then times the factor (a negative `less` adds).
struct ArrayLevel {
    std::string id, name;
    int leastDisks = 1;
    double readPerDisk = 1, readLess = 0, writePerDisk = 1, writeLess = 0, readFactor = 1, writeFactor = 1;
    std::optional<double> readLeastPerDisk, readMostPerDisk;  ///< at the two ends of the band; empty: as above
    std::optional<Band> readCap, writeCap;                    ///< what the software does at most; empty: not known
    double keepsPerDisk = 1, keepsLess = 0;                   ///< disks' worth of space that redundancy leaves
    std::vector<std::string> aliases;
    Provenance from;
};

/// What one core moves per GHz of its clock for one TCP stream, at MTU 1500 and 9000; plain: segmentation and
/// aggregation switched off.
struct Processor {
    std::string id, name;
    Band perGhz, perGhzJumbo, plain, plainJumbo;
    std::vector<std::string> aliases;
    Provenance from;
};

/// Share of the network's goodput that a file protocol reaches at one link rate.
struct FileShare {
    std::string id, name;
    BitRate at;
    FactorBand share;
    bool isRemoteMemory = false;  ///< the cards move the data: the processor is out of the way
    std::vector<std::string> aliases;
    Provenance from;
};

const BusGeneration* busOf(const KnowledgeBase&, int generation);
/// The row of a protocol for a link rate: the slowest row at or above it, else the fastest.
const FileShare* fileShareAt(const KnowledgeBase&, std::string_view idOrAlias, BitRate linkRate);

}  // namespace sokudo::kb
