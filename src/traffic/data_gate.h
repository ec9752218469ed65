// SPDX-License-Identifier: GPL-3.0-or-later
// The data connections of one test, out of all that arrive at the data port.
#pragma once

#include <span>

#include "traffic/messages.h"
#include "traffic/secret.h"
#include "traffic/streams.h"

namespace sokudo::traffic {

/// Closes what waits at the port from before the test.
void drain(const Socket& listener);

/// Takes each greeted connection once and lets silent ones wait beside.
/// @return whether all that the order asks for arrived within 5 s
bool gather(const Socket& listener, const Key& session, std::span<const std::uint8_t> token, const TestOrder&,
            StreamSet& into, const std::atomic<bool>& isStopped);

}  // namespace sokudo::traffic
