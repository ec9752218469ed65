// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/caller_limits.h"

#include <algorithm>

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

int CallerLimits::insideFrom(const std::string& address) const
{
    return static_cast<int>(
        std::count_if(m_inside.begin(), m_inside.end(), [&](const Caller& one) { return one.address == address; }));
}

int CallerLimits::mostFrom(const std::string& address, Clock::time_point now) const
{
    const auto known = m_addresses.find(address);
    if (known == m_addresses.end() || now >= known->second.narrowUntil) return kMostFromOne;
    const bool isTrusted = known->second.hasProved && now - known->second.provedAt < kProvedLately;
    return isTrusted ? kMostFromOne : kMostAfterWrongKeys;
}

std::string CallerLimits::mostCrowded() const
{
    std::map<std::string, int> counts;
    for (const Caller& one : m_inside) ++counts[one.address];
    const auto most = std::max_element(counts.begin(), counts.end(),
                                       [](const auto& a, const auto& b) { return a.second < b.second; });
    return most == counts.end() ? std::string() : most->first;
}

/// The one of an address that has stood there longest goes, where it had the time to say its first words.
bool CallerLimits::makeRoom(const std::string& crowded, Clock::time_point now, Answer& answer)
{
    const auto oldest =
        std::find_if(m_inside.begin(), m_inside.end(), [&](const Caller& one) { return one.address == crowded; });
    if (oldest == m_inside.end() || now - oldest->since < kFirstWords) return false;
    answer.givesWay = oldest->ticket;
    m_inside.erase(oldest);
    return true;
}

CallerLimits::Answer CallerLimits::enter(const std::string& address, Clock::time_point now)
{
    const std::lock_guard turn(m_mutex);
    forgetOld(now);
    const std::string caller = callerOf(address);
    Answer answer;
    if (insideFrom(caller) >= mostFrom(caller, now)) {
        if (!makeRoom(caller, now, answer)) return answer;
    } else if (m_inside.size() >= kMostCallers) {
        if (!makeRoom(mostCrowded(), now, answer)) return answer;
    }
    answer.ticket = ++m_last;
    m_inside.push_back({m_last, caller, now});
    return answer;
}

void CallerLimits::leave(Ticket ticket)
{
    const std::lock_guard turn(m_mutex);
    std::erase_if(m_inside, [ticket](const Caller& one) { return one.ticket == ticket; });
}

void CallerLimits::wrongKey(const std::string& address, Clock::time_point now)
{
    const std::lock_guard turn(m_mutex);
    Address& known = m_addresses[callerOf(address)];
    if (++known.wrongKeys < kWrongKeys) return;
    known.narrowUntil = now + kNarrow;
    known.wrongKeys = 0;
}

void CallerLimits::rightKey(const std::string& address, Clock::time_point now)
{
    const std::lock_guard turn(m_mutex);
    Address& known = m_addresses[callerOf(address)];
    known.wrongKeys = 0;
    known.hasProved = true;
    known.provedAt = now;
}

void CallerLimits::forgetOld(Clock::time_point now)
{
    if (m_addresses.size() < kMostRemembered) return;
    std::erase_if(m_addresses, [&](const auto& one) {
        const bool isTrusted = one.second.hasProved && now - one.second.provedAt < kProvedLately;
        return one.second.narrowUntil <= now && !isTrusted;
    });
}

}  // namespace sokudo::traffic
