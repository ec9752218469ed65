// SPDX-License-Identifier: GPL-3.0-or-later
// Whether a second way to the internet pays: its bill against what an outage costs.
#pragma once

#include <optional>

#include "core/base/quantity.h"
#include "core/base/result.h"
#include "core/base/sentence.h"

namespace sokudo::power {

/// Money is in the currency of whoever asks.
struct BackupTariff {
    double monthly = 0;     ///< fixed fee
    DataSize included;      ///< a month
    double pricePerGb = 0;  ///< beyond it
};
struct OutageYear {
    double days = 0;      ///< without the first way, in a year; up to 366
    int people = 1;       ///< who use it then
    DataSize eachDay;     ///< by one of them
    double dayValue = 0;  ///< what a day without costs one of them
};
struct BackupWorth {
    double bill = 0;    ///< a year with it
    double outage = 0;  ///< a year without it
    DataSize used;      ///< in all outages of the year
    /// Days of outage a year from which it pays; nothing where its volume costs more than the days are worth.
    std::optional<double> breakEven;
    text::Sentence working;
};

/// bill = 12 fees + volume beyond what is included at its price; outage = people · days · value of a day. The outage is
/// taken as one stretch: what is included counts for each month that it touches.
/// @error OutOfRange  days outside 0 to 366, no people, anything below 0
/// @source own
Result<BackupWorth> backupWorth(const BackupTariff&, const OutageYear&);

}  // namespace sokudo::power
