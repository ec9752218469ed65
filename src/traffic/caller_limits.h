// SPDX-License-Identifier: GPL-3.0-or-later
// Who may call the agent now: so many at once and fewer from one address; who is silent makes room.
#pragma once

#include <chrono>
#include <cstdint>
#include <map>
#include <mutex>
#include <optional>
#include <string>
#include <vector>

namespace sokudo::traffic {

/// Keeps strangers from locking others out, also at the address of the rightful peer. Calls may come from several
/// threads.
///
/// Nobody is shut out for what another caller of the address did: a caller that finds the door full takes the place of
/// the one that has stood there longest at the most crowded address, its own first. Wrong keys narrow an address to few
/// callers at once, unless it has proved the key lately; the key is too long to be guessed.
class CallerLimits {
public:
    using Clock = std::chrono::steady_clock;
    static constexpr int kMostCallers = 32;  ///< connections that have not proved the key yet
    static constexpr int kMostFromOne = 4;   ///< of them from one address
    static constexpr int kMostAfterWrongKeys = 2;
    static constexpr int kWrongKeys = 3;                      ///< so many narrow an address
    static constexpr std::chrono::seconds kNarrow{10};        ///< for so long
    static constexpr std::chrono::minutes kProvedLately{60};  ///< and do not, where it proved the key within this time
    static constexpr std::chrono::milliseconds kFirstWords{300};  ///< nobody gives way before that: proving takes less

    using Ticket = std::int64_t;
    struct Answer {
        std::optional<Ticket> ticket;    ///< empty: turned away, nobody has stood there long enough
        std::optional<Ticket> givesWay;  ///< whose connection is to be closed in return
    };
    /// A caller that is let in counts until `leave`, or until it gives way.
    Answer enter(const std::string& address, Clock::time_point now = Clock::now());
    /// The caller has proved the key, or is gone.
    void leave(Ticket);
    void wrongKey(const std::string& address, Clock::time_point now = Clock::now());
    void rightKey(const std::string& address, Clock::time_point now = Clock::now());

private:
    struct Caller {
        Ticket ticket;
        std::string address;
        Clock::time_point since;
    };
    struct Address {
        int wrongKeys = 0;
        Clock::time_point narrowUntil{}, provedAt{};
        bool hasProved = false;
    };
    int mostFrom(const std::string& address, Clock::time_point now) const;
    int insideFrom(const std::string& address) const;
    bool makeRoom(const std::string& crowded, Clock::time_point now, Answer&);
    std::string mostCrowded() const;
    void forgetOld(Clock::time_point now);
    std::mutex m_mutex;
    std::vector<Caller> m_inside;  ///< oldest first
    std::map<std::string, Address> m_addresses;
    Ticket m_last = 0;
};

/// What counts as one caller: an IPv4 address, or the /64 network of an IPv6 one, of which a host has as many as it
/// likes.
std::string callerOf(const std::string& address);

}  // namespace sokudo::traffic
