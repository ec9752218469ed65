// SPDX-License-Identifier: GPL-3.0-or-later
// Who may call the agent now: so many at once, fewer from one address, and none for a while after wrong keys.
#pragma once

#include <chrono>
#include <map>
#include <mutex>
#include <string>

namespace sokudo::traffic {

/// Keeps strangers from locking others out. Calls may come from several threads.
class Door {
public:
    using Clock = std::chrono::steady_clock;
    static constexpr int kMostCallers = 32;  ///< connections that have not proved the key yet
    static constexpr int kMostFromOne = 4;   ///< of them from one address
    static constexpr int kWrongKeysBeforePause = 3;
    static constexpr std::chrono::seconds kPause{10};

    enum class Answer { Welcome, TooMany, Paused };
    /// A caller that is welcome counts until `leave`.
    Answer enter(const std::string& address, Clock::time_point now = Clock::now());
    /// The caller has proved the key, or is gone.
    void leave(const std::string& address);
    void wrongKey(const std::string& address, Clock::time_point now = Clock::now());
    void rightKey(const std::string& address);

private:
    struct Caller {
        int inside = 0;
        int wrongKeys = 0;
        Clock::time_point pausedUntil{};
    };
    void forgetOld(Clock::time_point now);
    std::mutex m_mutex;
    std::map<std::string, Caller> m_callers;
    int m_inside = 0;
};

/// What counts as one caller: an IPv4 address, or the /64 network of an IPv6 one, of which a host has as many as it
/// likes.
std::string callerOf(const std::string& address);

}  // namespace sokudo::traffic
