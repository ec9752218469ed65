// SPDX-License-Identifier: GPL-3.0-or-later
// The cable test of a card by the kernel's ethtool netlink family; of a captured host, what is kept of one.
#pragma once

#include <memory>

#include "core/measure/cable_probe.h"
#include "host/tree.h"

namespace sokudo::host {

/// Live on "/"; elsewhere the simulated card: it answers what ROOT/cable_test/INTERFACE says.
/// @source kernel-ethtool
std::unique_ptr<measure::CableProbe> cableProbeFor(const Tree&);

/// One message of a cable test as the kernel sends it, into the result.
/// @param attributes  those of ETHTOOL_MSG_CABLE_TEST_NTF, without its headers
/// @return whether it says that the test is complete
bool readCableTest(const void* attributes, std::size_t bytes, measure::CardCableTest& into);

}  // namespace sokudo::host
