// SPDX-License-Identifier: GPL-3.0-or-later
// What has been observed, by whom, and how much it can be trusted.
#pragma once

#include <map>
#include <optional>
#include <set>
#include <string>

#include "core/base/sentence.h"

namespace sokudo::diagnose {

enum class Witness { Measured, Read, Plan, Told };
std::string_view word(Witness);

/// One answered flag. A flag without an observation is unknown and says nothing.
struct Observation {
    bool present = false;
    Witness witness = Witness::Told;
    text::Sentence text;  ///< the fact behind it: "0.00 % sent again"
    /// Measured, read and planned facts count fully, a person's answer 0.8.
    double reliability() const { return witness == Witness::Told ? 0.8 : 1.0; }
};

/// By flag id (e01 …).
using Evidence = std::map<std::string, Observation>;

/// What the path has: copper, fibre, dac, fec, cage, pcie, usb, file, inet, … A cause needs one of its tags.
using Context = std::set<std::string>;

}  // namespace sokudo::diagnose
