// SPDX-License-Identifier: GPL-3.0-or-later
// The far end of a test. Hears several callers at once, serves one test at a time, only for a peer that proves the key,
// within bounds.
#pragma once

#include <functional>
#include <list>
#include <mutex>
#include <optional>
#include <string>
#include <thread>

#include "core/base/quantity.h"
#include "traffic/caller_limits.h"
#include "traffic/channel.h"

namespace sokudo::traffic {

struct ServerBounds {
    Duration longestTest = Duration::of(60);  ///< warm-up included
    int mostStreams = kMostStreams;           ///< a direction
    std::optional<BitRate> mostRate;          ///< for what this end sends, and for what it takes
    std::optional<Duration> lifetime;         ///< empty: until stopped
};

class TrialServer {
public:
    using Report = std::function<void(const std::string&)>;
    /// @param address  loopback unless somebody decides otherwise
    /// @param port     0: any free one; data connections use the port after it
    static Result<std::unique_ptr<TrialServer>> listen(const std::string& address, int port,
                                                       const std::string& pairingKey, const ServerBounds& = {});
    ~TrialServer();
    /// Reads this machine for a peer that asks; without it such a peer is refused. To be set before it serves.
    using HostReading = std::function<Result<measure::HostSnapshot>()>;
    void setHostReader(HostReading look) { m_hostReader = std::move(look); }
    int port() const { return m_control.localPort(); }
    int dataPort() const { return m_data.localPort(); }
    /// Serves until `stop` or the end of the lifetime. `report` gets one line for each event.
    void serve(const Report& report = {});
    /// The same on a thread of its own.
    void serveInBackground();
    void stop() { m_isStopping = true; }

private:
    using Clock = std::chrono::steady_clock;
    struct Caller {
        std::optional<Channel> channel;  ///< until the caller is done
        CallerLimits::Ticket ticket = 0;
        std::thread thread;
        std::atomic<bool> isInTest{false}, isDone{false};
    };
    TrialServer(Socket control, Socket data, const Key& key, const ServerBounds& bounds)
        : m_control(std::move(control)), m_data(std::move(data)), m_key(key), m_bounds(bounds)
    {}
    void let(Socket peer);
    void receive(Caller&);
    void serveCaller(Caller&, const std::string& who);
    void show(Channel&, const std::string& who);
    void serveTest(Caller&, const TestOrder&, const std::string& who);
    void run(Channel&, const TestOrder&, const std::string& who);
    Result<TestOrder> allowed(TestOrder) const;
    void say(const std::string&);
    void join(bool all);
    Socket m_control, m_data;
    Key m_key;
    ServerBounds m_bounds;
    std::atomic<bool> m_isStopping{false};
    std::optional<Clock::time_point> m_end;  ///< of the lifetime
    CallerLimits m_limits;
    std::mutex m_test, m_talk;  ///< one test at a time; one line at a time
    Report m_report;
    HostReading m_hostReader;
    std::list<Caller> m_callers;
    std::thread m_thread;
};

}  // namespace sokudo::traffic
