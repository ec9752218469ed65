// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/module_name.h"
#include "core/kb/part_rows.h"
#include "core/kb/port_rows.h"

#include <algorithm>
#include <cstdlib>

#include <fmt/format.h>

namespace sokudo::measure {
namespace {

bool fits(const kb::ModuleCode& row, const ModuleReading& read)
{
    if ((row.family == "qsfp") != read.isQuad) return false;
    if (!row.code.empty() &&
        std::find(read.codes.begin(), read.codes.end(), std::pair(row.place, row.code)) == read.codes.end())
        return false;
    if (row.nm && (!read.wavelengthNm || std::abs(*read.wavelengthNm - *row.nm) > 20)) return false;
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
