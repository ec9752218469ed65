// SPDX-License-Identifier: GPL-3.0-or-later
// What a module says of itself, as a row of the owner's catalogue.
#pragma once

#include "core/kb/own_rows.h"
#include "core/measure/seams.h"
#include "core/plan/plan.h"

namespace sokudo::measure {

/// The row of modules.csv that the memory of a module makes: its name, its PHY, the watts of its power level.
/// Nothing where the module told no part number, no PHY that Sokudo knows, or is the end of a fixed lead.
/// @source sff-8472 for SFP, sff-8636 for QSFP
std::optional<kb::OwnRow> moduleEntry(const ModuleReading&, const kb::KnowledgeBase&);

/// A host as read, in the plan: its modules become rows of the project's catalogue, and its ports name them.
Result<plan::Plan> putHost(const plan::Plan&, plan::Device, const std::vector<plan::Slot>&, std::vector<plan::Port>,
                           const HostSnapshot&, const kb::KnowledgeBase&, IdSource&);

}  // namespace sokudo::measure
