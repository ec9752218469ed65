// SPDX-License-Identifier: GPL-3.0-or-later
// The far end of a test. Serves one peer at a time, only one that proves the key, within bounds.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <thread>

#include "core/base/quantity.h"
#include "traffic/channel.h"

namespace sokudo::traffic {

struct ServerBounds {
    Duration longestTest = Duration::of(60);  ///< warm-up included
    int mostStreams = 16;                     ///< a direction
    std::optional<BitRate> mostRate;          ///< for what this end sends and what it asks the peer to send
    std::optional<Duration> lifetime;         ///< empty: until stopped
};

class TrialServer {
public:
    /// @param address  loopback unless somebody decides otherwise
    /// @param port     0: any free one; data connections use the port after it
    static Result<std::unique_ptr<TrialServer>> listen(const std::string& address, int port,
                                                       const std::string& pairingKey, const ServerBounds& = {});
    ~TrialServer();
    int port() const { return m_control.localPort(); }
    int dataPort() const { return m_data.localPort(); }
    /// Serves until `stop` or the end of the lifetime. `report` gets one line for each event.
    void serve(const std::function<void(const std::string&)>& report = {});
    /// The same on a thread of its own.
    void serveInBackground();
    void stop() { m_stopping = true; }

private:
    TrialServer(Socket control, Socket data, const Key& key, const ServerBounds& bounds)
        : m_control(std::move(control)), m_data(std::move(data)), m_key(key), m_bounds(bounds)
    {}
    void serveOne(Socket, const std::function<void(const std::string&)>& report);
    Socket m_control, m_data;
    Key m_key;
    ServerBounds m_bounds;
    std::atomic<bool> m_stopping{false};
    int m_failures = 0;
    std::chrono::steady_clock::time_point m_pausedUntil{};
    std::thread m_thread;
};

}  // namespace sokudo::traffic
