// SPDX-License-Identifier: GPL-3.0-or-later
// Sockets that close themselves, with every wait bounded.
#pragma once

#include <atomic>
#include <chrono>
#include <cstdint>
#include <span>
#include <string>

#include "core/base/result.h"

namespace sokudo::traffic {

using Milliseconds = std::chrono::milliseconds;

/// Owns one file descriptor.
class Socket {
public:
    Socket() = default;
    explicit Socket(int descriptor) : m_descriptor(descriptor) {}
    ~Socket() { close(); }
    Socket(Socket&& other) noexcept : m_descriptor(other.release()) {}
    Socket& operator=(Socket&& other) noexcept
    {
        if (this != &other) {
            close();
            m_descriptor = other.release();
        }
        return *this;
    }
    Socket(const Socket&) = delete;
    Socket& operator=(const Socket&) = delete;
    int descriptor() const { return m_descriptor; }
    bool isOpen() const { return m_descriptor >= 0; }
    explicit operator bool() const { return isOpen(); }
    void close();
    /// Wakes a thread that waits on this socket.
    void shutdown() const;
    /// A peer that takes nothing fails a send after this time instead of holding it for ever.
    void boundSending(Milliseconds) const;
    /// Local port of a bound socket.
    int localPort() const;
    std::string peerAddress() const;
    /// True when there is something to read (or the peer closed) within the time.
    bool waitReadable(Milliseconds) const;

private:
    int release()
    {
        const int kept = m_descriptor;
        m_descriptor = -1;
        return kept;
    }
    int m_descriptor = -1;
};

/// @error Unreachable  the name, the address or the port, and what to try
Result<Socket> connectTo(const std::string& host, int port, Milliseconds timeout);
/// @error NotAllowed  the address or port cannot be listened on
Result<Socket> listenOn(const std::string& address, int port);
/// The next connection, or nothing within the time.
Socket acceptFrom(const Socket& listener, Milliseconds timeout);

bool sendAll(const Socket&, std::span<const std::uint8_t>);
/// Fills the buffer; false on a closed peer or when the time is up.
bool receiveAll(const Socket&, std::span<std::uint8_t>, Milliseconds timeout);

}  // namespace sokudo::traffic
