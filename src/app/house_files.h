// SPDX-License-Identifier: GPL-3.0-or-later
// Files of houses: where new ones go, copies, what comes in and goes out.
#pragma once

#include <QString>

#include "core/base/result.h"
#include "store/project.h"

namespace sokudo::app {

/// Where houses are kept that name no folder.
QString housesFolder();
/// A name for a new house that no file there has: ".../house.sokudo", ".../house-2.sokudo".
QString freshPath(const QString& name);

/// Writes a copy of a house under another name. @error NotAllowed  the file exists already, the disk is full, or the
/// folder may not be written
Result<QString> saveCopy(const store::Project&, const QString& path);
/// A copy beside the file itself: ".../house-copy.sokudo".
Result<QString> duplicate(const store::Project&, const QString& beside);

struct ExportChoice {
    bool isPrivateToo = false;  ///< addresses and log-in hints go along
};
/// Writes a house as its ending says: .json whole, .csv a folder with its tables beside it, .sokudo a copy.
/// @return what was written, a sentence. @error BadInput  another ending
Result<QString> exportHouse(const store::Project&, const QString& path, const ExportChoice&);

/// Makes a house out of exported JSON; a project is taken as it is. @return the path to open
Result<QString> importHouse(const QString& path);

/// One of the houses that ship with the program: "lantern-row", "rented-flat", "test-bench".
Result<store::Project> starterHouse(const QString& id);

}  // namespace sokudo::app
