// SPDX-License-Identifier: GPL-3.0-or-later
// The devices a person can pick as an end of a path.
#pragma once

#include <utility>
#include <vector>

#include <QString>

#include "core/plan/plan.h"

namespace sokudo::app {

using DeviceChoices = std::vector<std::pair<plan::DeviceId, QString>>;

/// Jacks and panels left out, by name.
DeviceChoices deviceChoices(const plan::Plan&);

}  // namespace sokudo::app
