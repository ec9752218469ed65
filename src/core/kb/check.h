// SPDX-License-Identifier: GPL-3.0-or-later
// What must hold across the tables; run by the tests and by `--data DIR`.
#pragma once

#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"

namespace sokudo::kb {

/// Every contradiction between the tables, one sentence each; empty when they agree.
/// Checked: references resolve, ids are unique, rate = lanes * GBd * bits * coding,
/// least launch power minus allowed loss = least receive power (to 0.15 dB for 10 Gb/s and faster), bands rise.
std::vector<std::string> contradictions(const KnowledgeBase&);

}  // namespace sokudo::kb
