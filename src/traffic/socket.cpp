// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/socket.h"

#include <cerrno>
#include <cstring>
#include <memory>

#include <arpa/inet.h>
#include <fcntl.h>
#include <netdb.h>
#include <netinet/in.h>
#include <poll.h>
#include <sys/socket.h>
#include <unistd.h>

#include <fmt/format.h>

namespace sokudo::traffic {
namespace {

using AddressList = std::unique_ptr<addrinfo, decltype(&::freeaddrinfo)>;

AddressList resolve(const std::string& host, int port, bool passive)
{
    addrinfo hints{};
    hints.ai_family = AF_UNSPEC;
    hints.ai_socktype = SOCK_STREAM;
    hints.ai_flags = AI_NUMERICSERV | (passive ? AI_PASSIVE : 0);
    addrinfo* list = nullptr;
    if (::getaddrinfo(host.c_str(), std::to_string(port).c_str(), &hints, &list) != 0) list = nullptr;
    return AddressList(list, &::freeaddrinfo);
}

bool waitFor(int descriptor, short events, Milliseconds timeout)
{
    pollfd entry{descriptor, events, 0};
    int done = 0;
    do done = ::poll(&entry, 1, static_cast<int>(timeout.count()));
    while (done < 0 && errno == EINTR);
    return done > 0;
}

}  // namespace

void Socket::close()
{
    if (m_descriptor >= 0) ::close(m_descriptor);
    m_descriptor = -1;
}

void Socket::shutdown() const
{
    if (m_descriptor >= 0) ::shutdown(m_descriptor, SHUT_RDWR);
}

void Socket::boundSending(Milliseconds time) const
{
    const timeval most{time.count() / 1000, (time.count() % 1000) * 1000};
    ::setsockopt(m_descriptor, SOL_SOCKET, SO_SNDTIMEO, &most, sizeof most);
}

int Socket::localPort() const
{
    sockaddr_storage address{};
    socklen_t length = sizeof address;
    if (::getsockname(m_descriptor, reinterpret_cast<sockaddr*>(&address), &length) != 0) return 0;
    if (address.ss_family == AF_INET) return ntohs(reinterpret_cast<const sockaddr_in*>(&address)->sin_port);
    return ntohs(reinterpret_cast<const sockaddr_in6*>(&address)->sin6_port);
}

std::string Socket::peerAddress() const
{
    sockaddr_storage address{};
    socklen_t length = sizeof address;
    char host[NI_MAXHOST] = "";
    if (::getpeername(m_descriptor, reinterpret_cast<sockaddr*>(&address), &length) != 0) return {};
    ::getnameinfo(reinterpret_cast<sockaddr*>(&address), length, host, sizeof host, nullptr, 0, NI_NUMERICHOST);
    return host;
}

bool Socket::waitReadable(Milliseconds timeout) const { return waitFor(m_descriptor, POLLIN, timeout); }

Result<Socket> connectTo(const std::string& host, int port, Milliseconds timeout)
{
    const std::string where = fmt::format("{} port {}", host, port);
    const AddressList list = resolve(host, port, false);
    if (!list) return failure(ErrorCode::Unreachable, "this name or address is not known; check its spelling", where);
    std::string reason = "no answer";
    for (const addrinfo* address = list.get(); address; address = address->ai_next) {
        Socket socket(::socket(address->ai_family, SOCK_STREAM | SOCK_NONBLOCK | SOCK_CLOEXEC, 0));
        if (!socket.isOpen()) continue;
        if (::connect(socket.descriptor(), address->ai_addr, address->ai_addrlen) != 0 && errno != EINPROGRESS) {
            reason = std::strerror(errno);
            continue;
        }
        int error = ETIMEDOUT;
        socklen_t length = sizeof error;
        if (waitFor(socket.descriptor(), POLLOUT, timeout))
            ::getsockopt(socket.descriptor(), SOL_SOCKET, SO_ERROR, &error, &length);
        if (error == 0) {
            ::fcntl(socket.descriptor(), F_SETFL, ::fcntl(socket.descriptor(), F_GETFL) & ~O_NONBLOCK);
            return socket;
        }
        reason = std::strerror(error);
    }
    return failure(
        ErrorCode::Unreachable,
        fmt::format("no agent answers ({}); start sokudo-agent there, and let its port through the firewall", reason),
        where);
}

Result<Socket> listenOn(const std::string& address, int port)
{
    const std::string where = fmt::format("{} port {}", address, port);
    const AddressList list = resolve(address, port, true);
    if (!list) return failure(ErrorCode::NotAllowed, "this is no address of this machine", where);
    Socket socket(::socket(list->ai_family, SOCK_STREAM | SOCK_NONBLOCK | SOCK_CLOEXEC, 0));
    const int yes = 1;
    ::setsockopt(socket.descriptor(), SOL_SOCKET, SO_REUSEADDR, &yes, sizeof yes);
    if (::bind(socket.descriptor(), list->ai_addr, list->ai_addrlen) != 0 || ::listen(socket.descriptor(), 32) != 0)
        return failure(ErrorCode::NotAllowed,
                       fmt::format("cannot listen here ({}); choose another port or address", std::strerror(errno)),
                       where);
    return socket;
}

Socket acceptFrom(const Socket& listener, Milliseconds timeout)
{
    if (!listener.waitReadable(timeout)) return {};
    // The caller may be gone again by now, so the listener itself never waits.
    return Socket(::accept4(listener.descriptor(), nullptr, nullptr, SOCK_CLOEXEC));
}

bool sendAll(const Socket& socket, std::span<const std::uint8_t> data)
{
    while (!data.empty()) {
        const auto sent = ::send(socket.descriptor(), data.data(), data.size(), MSG_NOSIGNAL);
        if (sent < 0 && errno == EINTR) continue;
        if (sent <= 0) return false;
        data = data.subspan(static_cast<std::size_t>(sent));
    }
    return true;
}

bool receiveAll(const Socket& socket, std::span<std::uint8_t> into, Milliseconds timeout)
{
    const auto end = std::chrono::steady_clock::now() + timeout;
    while (!into.empty()) {
        const auto left = std::chrono::duration_cast<Milliseconds>(end - std::chrono::steady_clock::now());
        if (left.count() < 0 || !socket.waitReadable(left)) return false;
        const auto got = ::recv(socket.descriptor(), into.data(), into.size(), 0);
        if (got < 0 && errno == EINTR) continue;
        if (got <= 0) return false;
        into = into.subspan(static_cast<std::size_t>(got));
    }
    return true;
}

}  // namespace sokudo::traffic
