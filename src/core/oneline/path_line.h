// SPDX-License-Identifier: GPL-3.0-or-later
// "hdd*6 raid6 | pcie 3.0 x8 | 10g mtu=1500 | pcie 3.0 x4 | nvme 4.0x4 | smb" as stages.
#pragma once

#include <string_view>

#include "core/base/result.h"
#include "core/expect/stage.h"

namespace sokudo::oneline {

/// Stages from source to sink. The first part is read from, a disk further on is written to;
/// the MTU of the path is the least that any link states, 1500 when none does.
/// @error BadInput  points at the word; the grammar is docs/one-line.md
Result<expect::Expectation> expectPathLine(std::string_view line, const kb::KnowledgeBase&);

}  // namespace sokudo::oneline
