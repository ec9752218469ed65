// SPDX-License-Identifier: GPL-3.0-or-later
// The house of a version: written when it is kept, read when somebody looks at it.
#pragma once

#include "core/base/id.h"
#include "core/base/result.h"
#include "store/project.h"

namespace sokudo::store {

/// The plan as text, without its pictures: those belong to every version.
std::string houseText(const plan::Plan&);
/// The plan of a version, without pictures.
/// @error BadInput  its text is damaged
Result<plan::Plan> houseOf(const Version&);
/// The plan of a version with the pictures there are now; those of things it does not have are about nothing.
Result<plan::Plan> restored(const plan::Plan& now, const Version&);

/// The house as it would be with a variant built: what the variant changed since it was branched, put onto the house as
/// it is now. One without the house it was branched from is taken as it stands.
/// @error Conflict  house and variant changed the same thing since; the sentence names it
Result<plan::Plan> variantNow(const plan::Plan& now, const Version&);

/// What is written when a version becomes the house.
struct Going {
    plan::Plan house;
    /// The house as it is now, kept as a snapshot unless a version holds it already; and each variant, from now on
    /// branched from the new house: what it holds stays what it was, and its difference is taken from there.
    std::vector<Version> versions;
};
/// @param project  with the house as it is now
/// @error BadInput  the text of the version is damaged
Result<Going> goingTo(const Project& project, const Version&, measure::Timestamp at, IdSource&);
/// A snapshot of the house as it is now, before something large happens to it; nothing where a version holds it.
std::optional<Version> keptBefore(const Project&, const std::string& name, measure::Timestamp at, IdSource&);

/// The oldest snapshot that can be read; variants are no days of the house.
std::optional<std::pair<measure::Timestamp, plan::Plan>> oldestSnapshot(const std::vector<Version>&);

}  // namespace sokudo::store
