// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/interface_counters.h"

#include <cstring>
#include <fstream>

#include <ifaddrs.h>
#include <netinet/in.h>
#include <sys/socket.h>

namespace sokudo::traffic {
namespace {

constexpr const char* kLoopback = "lo";

bool isSameAddress(const sockaddr& a, const sockaddr& b)
{
    if (a.sa_family != b.sa_family) return false;
    if (a.sa_family == AF_INET)
        return reinterpret_cast<const sockaddr_in&>(a).sin_addr.s_addr ==
               reinterpret_cast<const sockaddr_in&>(b).sin_addr.s_addr;
    return a.sa_family == AF_INET6 &&
           std::memcmp(&reinterpret_cast<const sockaddr_in6&>(a).sin6_addr,
                       &reinterpret_cast<const sockaddr_in6&>(b).sin6_addr, sizeof(in6_addr)) == 0;
}

}  // namespace

std::optional<InterfaceCounters> countersOf(const std::string& interface, const std::filesystem::path& root)
{
    const auto folder = root / interface / "statistics";
    const auto read = [&](const char* name) -> std::optional<std::int64_t> {
        std::ifstream in(folder / name);
        std::int64_t value = 0;
        return in >> value ? std::optional(value) : std::nullopt;
    };
    const auto frames = read("rx_packets");
    if (!frames) return std::nullopt;
    const auto sum = [&](std::initializer_list<const char*> names) {
        std::int64_t total = 0;
        for (const char* name : names) total += read(name).value_or(0);
        return total;
    };
    return InterfaceCounters{*frames, sum({"rx_crc_errors", "rx_frame_errors"}),
                             sum({"rx_dropped", "rx_missed_errors", "rx_fifo_errors"})};
}

std::string interfaceOf(int descriptor)
{
    sockaddr_storage own{};
    socklen_t length = sizeof own;
    ifaddrs* all = nullptr;
    if (::getsockname(descriptor, reinterpret_cast<sockaddr*>(&own), &length) != 0 || ::getifaddrs(&all) != 0)
        return {};
    std::string found;
    for (const ifaddrs* one = all; one; one = one->ifa_next)
        if (one->ifa_addr && isSameAddress(*one->ifa_addr, reinterpret_cast<const sockaddr&>(own))) {
            found = one->ifa_name;
            break;
        }
    ::freeifaddrs(all);
    return found;
}

CounterWatch::CounterWatch(std::string interface) : m_interface(std::move(interface))
{
    if (m_interface != kLoopback && !m_interface.empty()) m_before = countersOf(m_interface);
}

std::map<std::string, std::string> CounterWatch::since() const
{
    const auto now = m_before ? countersOf(m_interface) : std::nullopt;
    if (!now) return {};
    return {{"rx_frames", std::to_string(now->frames - m_before->frames)},
            {"rx_check_errors", std::to_string(now->checkErrors - m_before->checkErrors)},
            {"rx_drops", std::to_string(now->drops - m_before->drops)}};
}

}  // namespace sokudo::traffic
