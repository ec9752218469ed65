// SPDX-License-Identifier: GPL-3.0-or-later
// What a module is, by the codes in its memory and the rows of module_codes.csv.
#pragma once

#include "core/kb/knowledge_base.h"
#include "core/kb/port_rows.h"
#include "core/measure/seams.h"

namespace sokudo::measure {

struct ModuleName {
    const kb::Phy* phy = nullptr;  ///< null: not recognised, or a part without a PHY of its own
    std::string says;              ///< "10GBASE-SR", "25G AOC, FEC needed", "not told"
    std::string connector;         ///< "LC duplex", "not told"
};

/// The first row whose family, code, wavelength and symbol rate fit.
/// @source sff-8472, sff-8636, sff-8024
ModuleName nameOf(const ModuleReading&, const kb::KnowledgeBase&);

}  // namespace sokudo::measure
