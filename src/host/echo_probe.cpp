// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/echo_probe.h"

#include <arpa/inet.h>
#include <netdb.h>
#include <netinet/in.h>
#include <netinet/ip_icmp.h>
#include <poll.h>
#include <sys/socket.h>
#include <unistd.h>
#include <cerrno>
#include <cstring>
#include <memory>
#include <vector>

namespace sokudo::host {
namespace {

constexpr int kHeaders = 20 + 8;  // IPv4 and the echo
constexpr int kWait = 1000;       // milliseconds

struct Closing {
    int socket;
    ~Closing() { close(socket); }
};

Result<sockaddr_in> addressOf(const std::string& host)
{
    addrinfo hints{};
    hints.ai_family = AF_INET;
    hints.ai_socktype = SOCK_DGRAM;
    addrinfo* found = nullptr;
    if (getaddrinfo(host.c_str(), nullptr, &hints, &found) != 0 || !found)
        return failure(ErrorCode::Unreachable,
                       text::say("echo-probe.no-host", "no host is called {}: write its name or address", host));
    const std::unique_ptr<addrinfo, decltype(&freeaddrinfo)> all(found, freeaddrinfo);
    sockaddr_in address{};
    std::memcpy(&address, found->ai_addr, sizeof(address));
    return address;
}

}  // namespace

Result<bool> EchoProbe::passes(const std::string& host, int packetBytes)
{
    const auto address = addressOf(host);
    if (!address) return tl::unexpected(address.error());
    const int descriptor = socket(AF_INET, SOCK_DGRAM, IPPROTO_ICMP);
    if (descriptor < 0)
        return failure(ErrorCode::NotAllowed,
                       text::say("echo-probe.rights",
                                 "this system lets nobody send echo requests: allow your group in "
                                 "net.ipv4.ping_group_range, or probe by hand"));
    const Closing closing{descriptor};
    const int probe = IP_PMTUDISC_PROBE;
    setsockopt(descriptor, IPPROTO_IP, IP_MTU_DISCOVER, &probe, sizeof(probe));
    std::vector<char> packet(static_cast<std::size_t>(std::max(packetBytes - kHeaders, 0)) + sizeof(icmphdr), 0x5a);
    icmphdr header{};
    header.type = ICMP_ECHO;
    header.un.echo.sequence = htons(static_cast<std::uint16_t>(++m_sequence));
    std::memcpy(packet.data(), &header, sizeof(header));
    if (sendto(descriptor, packet.data(), packet.size(), 0, reinterpret_cast<const sockaddr*>(&*address),
               sizeof(*address)) < 0) {
        if (errno == EMSGSIZE) return false;  // too large for this machine's own port
        return failure(ErrorCode::Unreachable,
                       text::say("echo-probe.send", "{} cannot be reached: {}", host, std::strerror(errno)));
    }
    pollfd ready{descriptor, POLLIN, 0};
    std::vector<char> answer(packet.size() + 64);
    while (poll(&ready, 1, kWait) > 0) {
        const auto bytes = recv(descriptor, answer.data(), answer.size(), 0);
        if (bytes < static_cast<ssize_t>(sizeof(icmphdr))) return false;
        icmphdr came{};
        std::memcpy(&came, answer.data(), sizeof(came));
        if (came.type == ICMP_ECHOREPLY && came.un.echo.sequence == header.un.echo.sequence)
            return static_cast<std::size_t>(bytes) == packet.size();
    }
    return false;
}

}  // namespace sokudo::host
