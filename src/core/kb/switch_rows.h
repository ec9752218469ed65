// SPDX-License-Identifier: GPL-3.0-or-later
// Rows about reading a switch by its management objects.
#pragma once

#include <optional>
#include <string>

#include "core/kb/provenance.h"

namespace sokudo::kb {

/// A column of a management table that is asked for.
struct SwitchObject {
    std::string id;
    std::string oid;      ///< of the column, without the number of the interface
    std::string counter;  ///< the counter that it fills, called as the kernel calls it; empty: it counts nothing
    std::string means;
    Provenance from;
};

/// A transceiver type by its number in the list of types.
struct MauType {
    std::string number;
    std::string name;    ///< "10GBASE-SR"
    std::string duplex;  ///< full, half; empty: either
    Provenance from;
};

}  // namespace sokudo::kb
