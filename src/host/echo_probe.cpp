// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/echo_probe.h"

#include <arpa/inet.h>
#include <netdb.h>
#include <netinet/icmp6.h>
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

constexpr int kWait = 1000;  // milliseconds

/// What differs between the two versions of the protocol.
struct Family {
    int protocol, level, discovery, probe;
    unsigned char request, reply;
    int headers;  ///< bytes of a packet before the echo's own data
};
constexpr Family kFour{IPPROTO_ICMP, IPPROTO_IP, IP_MTU_DISCOVER, IP_PMTUDISC_PROBE, ICMP_ECHO, ICMP_ECHOREPLY, 20 + 8};
constexpr Family kSix{IPPROTO_ICMPV6,   IPPROTO_IPV6, IPV6_MTU_DISCOVER, IPV6_PMTUDISC_PROBE, ICMP6_ECHO_REQUEST,
                      ICMP6_ECHO_REPLY, 40 + 8};

struct Closing {
    int socket;
    ~Closing() { close(socket); }
};

struct Address {
    sockaddr_storage storage{};
    socklen_t length = 0;
    const Family& family() const { return storage.ss_family == AF_INET6 ? kSix : kFour; }
};

Result<Address> addressOf(const std::string& host)
{
    addrinfo hints{};
    hints.ai_socktype = SOCK_DGRAM;
    addrinfo* found = nullptr;
    if (getaddrinfo(host.c_str(), nullptr, &hints, &found) != 0 || !found)
        return failure(ErrorCode::Unreachable,
                       text::say("echo-probe.no-host", "no host is called {}: write its name or address", host));
    const std::unique_ptr<addrinfo, decltype(&freeaddrinfo)> all(found, freeaddrinfo);
    Address address;
    address.length = found->ai_addrlen;
    std::memcpy(&address.storage, found->ai_addr, found->ai_addrlen);
    return address;
}

}  // namespace

Result<bool> EchoProbe::passes(const std::string& host, int packetBytes)
{
    const auto address = addressOf(host);
    if (!address) return tl::unexpected(address.error());
    const Family& family = address->family();
    const int descriptor = socket(address->storage.ss_family, SOCK_DGRAM, family.protocol);
    if (descriptor < 0)
        return failure(ErrorCode::NotAllowed,
                       text::say("echo-probe.rights",
                                 "this system lets nobody send echo requests: allow your group in "
                                 "net.ipv4.ping_group_range, which is for IPv6 too, or probe by hand"));
    const Closing closing{descriptor};
    setsockopt(descriptor, family.level, family.discovery, &family.probe, sizeof(family.probe));
    if (family.level == IPPROTO_IPV6) {
        const int isWhole = 1;  // this machine itself would cut it otherwise
        setsockopt(descriptor, IPPROTO_IPV6, IPV6_DONTFRAG, &isWhole, sizeof(isWhole));
    }
    std::vector<char> packet(static_cast<std::size_t>(std::max(packetBytes - family.headers, 0)) + sizeof(icmphdr),
                             0x5a);
    icmphdr header{};
    header.type = family.request;
    header.un.echo.sequence = htons(static_cast<std::uint16_t>(++m_sequence));
    std::memcpy(packet.data(), &header, sizeof(header));
    if (sendto(descriptor, packet.data(), packet.size(), 0, reinterpret_cast<const sockaddr*>(&address->storage),
               address->length) < 0) {
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
        if (came.type == family.reply && came.un.echo.sequence == header.un.echo.sequence)
            return static_cast<std::size_t>(bytes) == packet.size();
    }
    return false;
}

}  // namespace sokudo::host
