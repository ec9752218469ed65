// SPDX-License-Identifier: GPL-3.0-or-later
// What changed between two states of a house, object by object and field by field, in words.
#pragma once

#include <string>
#include <vector>

#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::store {

enum class ChangeKind { Added, Removed, Changed };

struct FieldChange {
    std::string field;          ///< "length"
    std::string before, after;  ///< with units; "not known" where nothing is stated
};

struct ObjectChange {
    ChangeKind what = ChangeKind::Changed;
    plan::Subject object;
    std::string kind;     ///< "run", as a person says it
    std::string name;     ///< "core 4"
    std::string summary;  ///< of an added or removed object: what it is
    std::vector<FieldChange> fields;
    /// "run q2: length not known → 12 m, cable OM3 → OM4".
    std::string sentence() const;
};

/// In the order of places, devices, slots, ports, runs and records. The ports and slots of a device that came or went
/// with it are not listed by themselves.
std::vector<ObjectChange> differences(const plan::Plan& before, const plan::Plan& after, const kb::KnowledgeBase&);

/// "3 added, 1 removed, 2 changed", or "nothing changed".
std::string countText(const std::vector<ObjectChange>&);

}  // namespace sokudo::store
