// SPDX-License-Identifier: GPL-3.0-or-later
// Reads who this machine has seen on the network.
#pragma once

#include <filesystem>

#include "core/measure/neighbours.h"

namespace sokudo::host {

/// The kernel's neighbour table, the lease files of a server on this machine, and the owners of hardware addresses
/// where Debian's ieee-data is installed. What cannot be read is left out; `from` says what was read.
/// @param root  "/" for this machine; a captured tree otherwise
/// @param leaseFiles  further lease files, under their own paths
measure::SeenHosts seenHosts(const std::filesystem::path& root = "/", const std::vector<std::string>& leaseFiles = {});

}  // namespace sokudo::host
