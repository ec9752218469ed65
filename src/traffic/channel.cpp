// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/channel.h"

#include <array>

namespace sokudo::traffic {
namespace {

constexpr std::uint32_t kLongest = 64 * 1024;
constexpr Milliseconds kPatience{5000};

std::array<std::uint8_t, 8> counterBytes(std::uint64_t counter)
{
    std::array<std::uint8_t, 8> result{};
    for (std::size_t i = 0; i < 8; ++i) result[i] = static_cast<std::uint8_t>(counter >> (8 * i));
    return result;
}

Key sessionKey(const Key& pairing, const Bytes& serverNonce, const Bytes& clientNonce)
{
    return prove(pairing, {bytesOf("session"), serverNonce, clientNonce});
}

Side otherThan(Side side) { return side == Side::Client ? Side::Server : Side::Client; }

Bytes bytesIn(const Proof& proof) { return {proof.begin(), proof.end()}; }

}  // namespace

Channel::Channel(Socket socket, Side side) : m_socket(std::move(socket)), m_side(side)
{
    m_socket.boundSending(kPatience);
}

Proof Channel::proofOf(Side sender, std::uint64_t counter, std::string_view text) const
{
    return prove(*m_key, {bytesOf(sender == Side::Client ? "from client" : "from server"), counterBytes(counter),
                          bytesOf(text)});
}

bool Channel::send(const Message& message)
{
    const std::string text = textOf(message);
    Bytes frame;
    const auto length = static_cast<std::uint32_t>(text.size());
    for (int shift : {24, 16, 8, 0}) frame.push_back(static_cast<std::uint8_t>(length >> shift));
    frame.insert(frame.end(), text.begin(), text.end());
    if (m_key) {
        const Proof proof = proofOf(m_side, m_sent++, text);
        frame.insert(frame.end(), proof.begin(), proof.end());
    }
    return sendAll(m_socket, frame);
}

std::optional<Message> Channel::receive(Milliseconds timeout)
{
    m_unread.reset();
    const auto end = std::chrono::steady_clock::now() + timeout;
    const auto left = [&] { return std::chrono::duration_cast<Milliseconds>(end - std::chrono::steady_clock::now()); };
    std::array<std::uint8_t, 4> head{};
    if (!receiveAll(m_socket, head, left())) return std::nullopt;
    const std::uint32_t length = static_cast<std::uint32_t>(head[0]) << 24 | static_cast<std::uint32_t>(head[1]) << 16 |
                                 static_cast<std::uint32_t>(head[2]) << 8 | head[3];
    if (length > kLongest) {
        m_unread = Error{ErrorCode::BadInput, "the message is too long", {}};
        return std::nullopt;
    }
    std::string text(length, '\0');
    if (!receiveAll(m_socket, {reinterpret_cast<std::uint8_t*>(text.data()), text.size()}, left())) return std::nullopt;
    if (m_key) {
        Proof proof{};
        if (!receiveAll(m_socket, proof, left())) return std::nullopt;
        if (!isSame(proof, proofOf(otherThan(m_side), m_received++, text))) return std::nullopt;
    }
    auto message = messageFrom(text);
    if (!message) {
        m_unread = message.error();
        return std::nullopt;
    }
    return std::move(*message);
}

tl::expected<void, Error> pairAsClient(Channel& channel, const Key& pairing)
{
    const auto first = channel.receive(kPatience);
    if (first)
        if (const auto* refused = std::get_if<Refused>(&*first))
            return failure(ErrorCode::NotAllowed, "the agent refuses: " + refused->why);
    const auto* hello = first ? std::get_if<Hello>(&*first) : nullptr;
    if (!hello)
        return failure(ErrorCode::Unreachable, "what answers there is no sokudo-agent, or it has too many callers");
    if (hello->protocol != kProtocol)
        return failure(ErrorCode::BadInput, "the agent speaks another version; install the same Sokudo at both ends");
    const Bytes clientNonce = randomBytes(kNonceBytes);
    channel.send(Auth{clientNonce, bytesIn(prove(pairing, {bytesOf("client"), hello->nonce, clientNonce}))});
    const auto answer = channel.receive(kPatience);
    if (!answer) return failure(ErrorCode::Unreachable, "the agent broke off while pairing");
    const Proof expected = prove(pairing, {bytesOf("server"), clientNonce, hello->nonce});
    const auto* welcome = std::get_if<Welcome>(&*answer);
    if (!welcome || !isSame(welcome->proof, expected))
        return failure(ErrorCode::NotAllowed, "the pairing key is not the agent's; copy it as the agent prints it");
    channel.useKey(sessionKey(pairing, hello->nonce, clientNonce));
    return {};
}

Pairing pairAsServer(Channel& channel, const Key& pairing)
{
    const Bytes serverNonce = randomBytes(kNonceBytes);
    channel.send(Hello{kProtocol, serverNonce});
    const auto auth = channel.receiveA<Auth>(kPatience);
    if (!auth) return Pairing::Silent;
    if (!isSame(auth->proof, prove(pairing, {bytesOf("client"), serverNonce, auth->nonce}))) {
        channel.send(Refused{"the pairing key is another one"});
        return Pairing::WrongKey;
    }
    channel.send(Welcome{bytesIn(prove(pairing, {bytesOf("server"), auth->nonce, serverNonce}))});
    channel.useKey(sessionKey(pairing, serverNonce, auth->nonce));
    return Pairing::Proved;
}

Bytes greeting(const Key& session, std::span<const std::uint8_t> token, std::uint8_t stream, std::uint8_t direction)
{
    Bytes result(token.begin(), token.end());
    result.push_back(stream);
    result.push_back(direction);
    const Proof proof = prove(session, {bytesOf("data"), result});
    result.insert(result.end(), proof.begin(), proof.begin() + 14);
    return result;
}

}  // namespace sokudo::traffic
