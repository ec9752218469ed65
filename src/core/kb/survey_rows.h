// SPDX-License-Identifier: GPL-3.0-or-later
// What the survey knows of words: how people call a device.
#pragma once

#include <string>
#include <vector>

#include "core/kb/provenance.h"

namespace sokudo::kb {

/// A word for a kind of device, in small letters: "access point", "ap".
struct RoleWord {
    std::string word;
    std::string role;  ///< code of a plan::Role
    Provenance from;
};

}  // namespace sokudo::kb
