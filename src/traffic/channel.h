// SPDX-License-Identifier: GPL-3.0-or-later
// The control connection: JSON messages with a length before and, once both sides have proved the key, a proof behind.
#pragma once

#include <optional>

#include <nlohmann/json.hpp>

#include "traffic/secret.h"
#include "traffic/socket.h"

namespace sokudo::traffic {

using Json = nlohmann::json;
inline constexpr int kProtocol = 1;

class Channel {
public:
    explicit Channel(Socket socket) : m_socket(std::move(socket)) {}
    bool send(const Json&);
    /// Nothing when the peer closed, sent something malformed or unproved, or the time is up.
    std::optional<Json> receive(Milliseconds timeout);
    bool hasMessage(Milliseconds wait) const { return m_socket.waitReadable(wait); }
    void useKey(const Key& key) { m_key = key; }
    const std::optional<Key>& key() const { return m_key; }
    Socket& socket() { return m_socket; }

private:
    Socket m_socket;
    std::optional<Key> m_key;
    std::uint64_t m_sent = 0, m_received = 0;
};

/// Both sides prove that they know the pairing key, without showing it. On success the channel is keyed.
/// @error NotAllowed  the keys differ; Unreachable: the peer broke off; BadInput: another protocol version
tl::expected<void, Error> pairAsClient(Channel&, const Key& pairing);
/// @return false when the peer failed to prove the key
bool pairAsServer(Channel&, const Key& pairing);

/// First bytes of a data connection: token 16, stream 1, direction 1, proof 14.
inline constexpr std::size_t kGreetingBytes = 32;
Bytes greeting(const Key& session, std::span<const std::uint8_t> token, std::uint8_t stream, std::uint8_t direction);

}  // namespace sokudo::traffic
