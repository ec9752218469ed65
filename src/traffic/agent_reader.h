// SPDX-License-Identifier: GPL-3.0-or-later
// Reads another machine through the agent that runs on it.
#pragma once

#include <string>

#include "core/measure/seams.h"

namespace sokudo::traffic {

class AgentReader final : public measure::HostReader {
public:
    /// @param key  the pairing key that the agent printed
    AgentReader(std::string host, int port, std::string key)
        : m_host(std::move(host)), m_port(port), m_key(std::move(key))
    {}
    /// @error Unreachable  no agent answers there; NotAllowed  the key is wrong, or it was started for tests only
    Result<measure::HostSnapshot> read() override;

private:
    std::string m_host;
    int m_port;
    std::string m_key;
};

/// "10.20.0.5", "10.20.0.5:7411", "[fd00::1]:7411"; the port is 7411 unless it says another.
/// @error BadInput  no host, or a port outside 1 to 65534
Result<std::pair<std::string, int>> agentAddress(std::string_view);

}  // namespace sokudo::traffic
