// SPDX-License-Identifier: GPL-3.0-or-later
// A distance that a tester shows against a cable and its cords, as both verbs print it that ask for one.
#pragma once

#include <string>
#include <vector>

#include "core/base/json.h"
#include "core/cabletest/fault_distance.h"

namespace sokudo::cli {

struct FaultAnswer {
    Json json;
    std::vector<std::string> lines;
};
/// @param other  what it shows from the other end, as typed; empty: not measured
FaultAnswer faultAnswer(Length reading, const cabletest::Stretch&, bool allOpen, const std::string& other);

}  // namespace sokudo::cli
