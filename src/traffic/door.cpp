// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/door.h"

#include <arpa/inet.h>
#include <fmt/format.h>

namespace sokudo::traffic {

namespace {
constexpr std::size_t kMostRemembered = 1000;
}

std::string callerOf(const std::string& address)
{
    in6_addr six{};
    const std::string bare = address.substr(0, address.find('%'));
    if (::inet_pton(AF_INET6, bare.c_str(), &six) != 1 || IN6_IS_ADDR_V4MAPPED(&six)) return bare;
    std::string network;
    for (int i = 0; i < 8; ++i) network += fmt::format("{:02x}", six.s6_addr[i]);
    return network + "/64";
}

Door::Answer Door::enter(const std::string& address, Clock::time_point now)
{
    const std::lock_guard turn(m_mutex);
    forgetOld(now);
    Caller& caller = m_callers[callerOf(address)];
    if (now < caller.pausedUntil) return Answer::Paused;
    if (m_inside >= kMostCallers || caller.inside >= kMostFromOne) return Answer::TooMany;
    ++caller.inside;
    ++m_inside;
    return Answer::Welcome;
}

void Door::leave(const std::string& address)
{
    const std::lock_guard turn(m_mutex);
    Caller& caller = m_callers[callerOf(address)];
    if (caller.inside == 0) return;
    --caller.inside;
    --m_inside;
}

void Door::wrongKey(const std::string& address, Clock::time_point now)
{
    const std::lock_guard turn(m_mutex);
    Caller& caller = m_callers[callerOf(address)];
    if (++caller.wrongKeys < kWrongKeysBeforePause) return;
    caller.pausedUntil = now + kPause;
    caller.wrongKeys = 0;
}

void Door::rightKey(const std::string& address)
{
    const std::lock_guard turn(m_mutex);
    m_callers[callerOf(address)].wrongKeys = 0;
}

void Door::forgetOld(Clock::time_point now)
{
    if (m_callers.size() < kMostRemembered) return;
    std::erase_if(m_callers, [&](const auto& one) { return one.second.inside == 0 && one.second.pausedUntil <= now; });
}

}  // namespace sokudo::traffic
