// SPDX-License-Identifier: GPL-3.0-or-later
// The control connection: messages with a length before and, once both sides have proved the key, a proof behind.
#pragma once

#include <optional>

#include "traffic/messages.h"
#include "traffic/secret.h"
#include "traffic/socket.h"

namespace sokudo::traffic {

enum class Side { Client, Server };

class Channel {
public:
    Channel(Socket socket, Side side);
    bool send(const Message&);
    /// @param timeout  for the whole message, however slowly it drips in
    /// @return nothing when the peer closed, sent something malformed, too long or unproved, or the time is up
    std::optional<Message> receive(Milliseconds timeout);
    /// The message, where it is a T; nothing where it is anything else.
    template <class T>
    std::optional<T> receiveA(Milliseconds timeout)
    {
        const auto message = receive(timeout);
        const T* found = message ? std::get_if<T>(&*message) : nullptr;
        return found ? std::optional<T>(*found) : std::nullopt;
    }
    /// Why the last message that arrived could not be read, though the peer sent it; empty: nothing arrived, or it
    /// could.
    const std::optional<Error>& unread() const { return m_unread; }
    bool hasMessage(Milliseconds wait) const { return m_socket.waitReadable(wait); }
    void useKey(const Key& key) { m_key = key; }
    const std::optional<Key>& key() const { return m_key; }
    Socket& socket() { return m_socket; }

private:
    Proof proofOf(Side sender, std::uint64_t counter, std::string_view text) const;
    Socket m_socket;
    Side m_side;
    std::optional<Key> m_key;
    std::optional<Error> m_unread;
    std::uint64_t m_sent = 0, m_received = 0;
};

/// Both sides prove that they know the pairing key, without showing it. On success the channel is keyed.
/// @error NotAllowed  the keys differ, or the agent refuses; Unreachable: the peer broke off; BadInput: another version
tl::expected<void, Error> pairAsClient(Channel&, const Key& pairing);

enum class Pairing {
    Proved,
    WrongKey,  ///< a proof that does not hold
    Silent     ///< no proof at all: broke off, another protocol, too slow
};
Pairing pairAsServer(Channel&, const Key& pairing);

/// First bytes of a data connection: token 16, stream 1, direction 1, proof 14.
inline constexpr std::size_t kGreetingBytes = 32;
Bytes greeting(const Key& session, std::span<const std::uint8_t> token, std::uint8_t stream, std::uint8_t direction);

}  // namespace sokudo::traffic
