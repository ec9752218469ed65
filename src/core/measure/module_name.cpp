// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/module_name.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"

#include <algorithm>
#include <cstdlib>

#include <fmt/format.h>

namespace sokudo::measure {
namespace {

/// The windows of a one-strand pair and of two-fibre parts lie 20 nm apart: 1330 and 1310.
constexpr int kSameWindowNm = 10;

bool has(const ModuleReading& read, const std::string& place, const std::string& code)
{
    return code.empty() || std::find(read.codes.begin(), read.codes.end(), std::pair(place, code)) != read.codes.end();
}

bool fits(const kb::ModuleCode& row, const ModuleReading& read)
{
    if ((row.family == "qsfp") != read.isQuad) return false;
    if (!has(read, row.place, row.code) || !has(read, row.alsoPlace, row.alsoCode)) return false;
    if (row.nm && (!read.wavelengthNm || std::abs(*read.wavelengthNm - *row.nm) > kSameWindowNm)) return false;
    if (row.leastReach && (!read.singleModeLength || *read.singleModeLength < *row.leastReach)) return false;
    if (row.least && (!read.symbolRate || *read.symbolRate < *row.least)) return false;
    return !row.most || (read.symbolRate && *read.symbolRate <= *row.most);
}

}  // namespace

ModuleName nameOf(const ModuleReading& read, const kb::KnowledgeBase& kb)
{
    ModuleName result{nullptr, "not told", "not told"};
    const auto row = std::find_if(kb.all<kb::ModuleCode>().begin(), kb.all<kb::ModuleCode>().end(),
                                  [&](const kb::ModuleCode& one) { return fits(one, read); });
    if (row != kb.all<kb::ModuleCode>().end()) {
        result.phy = kb.find<kb::Phy>(row->phy);
        result.says = row->says;
    }
    const std::string code = fmt::format("{:02X}h", read.connectorCode);
    // One code stands for the duplex and the simplex plug: the PHY knows which.
    for (const kb::Connector& connector : kb.all<kb::Connector>())
        if (connector.eepromCode == code &&
            (result.connector == "not told" || (result.phy && result.phy->connector == connector.id)))
            result.connector = connector.name;
    return result;
}

}  // namespace sokudo::measure
