// SPDX-License-Identifier: GPL-3.0-or-later
// Where the stand-ins lie that ship with the program: captured hosts and switches.
#pragma once

#include <filesystem>

namespace sokudo::host {

/// share/sokudo beside the program that runs, where it is installed; the data of the source tree otherwise.
std::filesystem::path shippedData();

}  // namespace sokudo::host
