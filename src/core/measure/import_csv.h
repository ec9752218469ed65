// SPDX-License-Identifier: GPL-3.0-or-later
// Results from a CSV file with named columns.
#pragma once

#include <string_view>
#include <vector>

#include "core/base/result.h"
#include "core/measure/trial.h"

namespace sokudo::measure {

struct ImportDefaults {
    plan::DeviceId from, to;  ///< where the file does not name the ends
    Timestamp at;             ///< where it does not name the time
};

/// One trial for each record. Columns: `rate` (a result as people write it) or `rate_gbps`, `rate_mbps`, `rate_bps`;
/// and any of time (or at, when, date; UTC), from, to, kind, direction, streams, seconds, note. Every other column is
/// kept as a condition. Nothing is imported when one record is wrong.
/// @error BadInput, NotFound  file, line, column and how to fix it
/// @source rfc-4180
Result<std::vector<Trial>> importCsv(std::string_view text, std::string name, const plan::Plan&, const ImportDefaults&,
                                     IdSource&);

}  // namespace sokudo::measure
