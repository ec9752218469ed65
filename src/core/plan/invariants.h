// SPDX-License-Identifier: GPL-3.0-or-later
// What always holds of a plan: every reference leads somewhere, no port holds more runs than it can.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/base/sentence.h"
#include "core/plan/kind.h"

namespace sokudo::plan {

/// An object that does not hold together with the rest.
struct BrokenObject {
    const char* kind;  ///< as its description calls it
    std::int64_t id;
    text::Sentence what;  ///< "run q2 ends at a port that is gone"
};

/// Empty for a valid plan. Taking the named objects out, again and again until nothing is named, gives a valid plan.
std::vector<BrokenObject> brokenObjects(const Plan&);
/// Why a record that is about to join the plan does not go with it; nothing where it does.
std::optional<text::Sentence> brokenReference(const Plan&, const Kind&, const void* row);
template <class T>
std::optional<text::Sentence> brokenReference(const Plan& plan, const T& row)
{
    return brokenReference(plan, kindOf<T>(), &row);
}
/// Two places, or two devices, of one name: nobody can tell which is meant. A file may hold them, what is added may
/// not.
std::optional<text::Sentence> doubledName(const Plan&);
/// The broken objects as sentences.
std::vector<text::Sentence> brokenInvariants(const Plan&);
/// The plan without these objects.
Plan without(Plan, const std::vector<BrokenObject>&);

}  // namespace sokudo::plan
