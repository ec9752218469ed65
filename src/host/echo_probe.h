// SPDX-License-Identifier: GPL-3.0-or-later
// Echo requests that must not be fragmented, from this machine.
#pragma once

#include "core/measure/path_probe.h"

namespace sokudo::host {

/// IPv4 or IPv6, as the name leads, by an unprivileged echo socket.
/// @source rfc-1191; rfc-8201 for IPv6
class EchoProbe final : public measure::PathProbe {
public:
    Result<bool> passes(const std::string& host, int packetBytes) override;

private:
    int m_sequence = 0;
};

}  // namespace sokudo::host
