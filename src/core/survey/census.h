// SPDX-License-Identifier: GPL-3.0-or-later
// What there is in the house, counted: ports, cables, network interfaces, radio clients, cameras, power sockets, disks.
#pragma once

#include <chrono>
#include <optional>
#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/match/reports.h"
#include "core/plan/plan.h"

namespace sokudo::survey {

/// A table for the window, the command line and the report.
struct CensusTable {
    std::string id;     ///< "ports"
    std::string title;  ///< "Ports by device and rate"
    std::vector<std::string> headings;
    std::vector<std::vector<std::string>> rows;
    std::vector<std::string> says;  ///< what follows from it, a sentence each
};

/// Used and free ports of a device at one rate. Shared sockets count once.
struct PortCount {
    plan::DeviceId device;
    BitRate rate;
    int used = 0, free = 0;
    int management = 0;  ///< beside them: ports that carry management only
};
/// By device in the order of its ports' rates, falling.
std::vector<PortCount> portCounts(const plan::Plan&, const kb::KnowledgeBase&);

/// How many ports of a device were used on a day.
struct UsedOn {
    std::chrono::sys_days day;
    int used = 0;
};
/// The day on which a device with so many ports is full if it goes on as between the first and the last day.
/// @return nothing with fewer than two days, or where it does not grow
std::optional<std::chrono::sys_days> fullOn(const std::vector<UsedOn>&, int ports);

/// The house on an earlier day.
struct EarlierHouse {
    std::chrono::sys_days day;
    plan::Plan plan;
};
/// When switches fill if they go on as since then: "spread has 18 of 22 ports used; at the pace since 2026-03-01 it is
/// full about 2027-06-10". One sentence for each that grew.
std::vector<std::string> portForecast(const EarlierHouse&, const plan::Plan& now, std::chrono::sys_days today,
                                      const kb::KnowledgeBase&);

/// What a group of disks holds: `each` times the disks that redundancy leaves, less what is used.
struct Capacity {
    DataSize usable, used;
    double fill = 0;                     ///< 0 to 1
    std::optional<double> monthsToFull;  ///< at the stated growth, to 80 % full, where most arrays slow down
    DataSize toBuy;                      ///< usable size that lasts three years below 80 %
};
/// @return nothing where the size of a disk is not stated
/// @source own reasoning: 80 % is where fragmentation and snapshots begin to cost; three years is a disk's warranty
std::optional<Capacity> capacityOf(const plan::DiskGroup&, const kb::KnowledgeBase&);

CensusTable portCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable runCensus(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&);
CensusTable interfaceCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable partCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable radioCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable cameraCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable powerCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable storageCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable slotCensus(const plan::Plan&, const kb::KnowledgeBase&);
CensusTable workCensus(const plan::Plan&, const kb::KnowledgeBase&);
/// Which network is at which wall socket, by the port that its link leads to.
CensusTable networkCensus(const plan::Plan&, const match::Reports&);

/// All of them; those without a row are left out.
std::vector<CensusTable> census(const plan::Plan&, const kb::KnowledgeBase&, const match::Reports&);

}  // namespace sokudo::survey
