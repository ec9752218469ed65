// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/project.h"

namespace sokudo::store {

std::string_view code(VersionKind kind) { return kind == VersionKind::Snapshot ? "snapshot" : "variant"; }

std::optional<VersionKind> versionKindFromCode(std::string_view text)
{
    if (text == "snapshot") return VersionKind::Snapshot;
    if (text == "variant") return VersionKind::Variant;
    return std::nullopt;
}

}  // namespace sokudo::store
