// SPDX-License-Identifier: GPL-3.0-or-later
// Storage: when it is full, and what to buy for the years to come by level of redundancy.
#pragma once

#include <vector>

#include "core/base/sentence.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::buy {

struct ArrayChoice {
    std::string level, name;  ///< row of arrays.csv
    int disks = 0;
    DataSize each;  ///< size of one disk, as sold
    DataSize usable;
    double survives = 0;  ///< disks that may fail, at least
    bool isNow = false;   ///< the level that it has
};

struct StorageAnswer {
    plan::DeviceId device;
    std::string name;                                  ///< "vault, tank"
    std::optional<double> fill;                        ///< share used; empty: not known
    std::optional<double> monthsToFull, monthsToFour;  ///< to the brim, and to four fifths, where most slow down
    DataSize needs;                                    ///< usable, at the end of the years, four fifths full
    std::vector<ArrayChoice> choices;  ///< the fewest disks of each level, with the disks it has now and the next sizes
    text::Sentence sentence;
};

/// @param years  1 to 20
/// @source arrays.csv; sizes are those of disks as sold, 1 TB to 24 TB
std::vector<StorageAnswer> storageAnswers(const plan::Plan&, int years, const kb::KnowledgeBase&);

}  // namespace sokudo::buy
