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

}  // namespace

bool Channel::send(const Json& message)
{
    const std::string text = message.dump();
    Bytes frame;
    const auto length = static_cast<std::uint32_t>(text.size());
    for (int shift : {24, 16, 8, 0}) frame.push_back(static_cast<std::uint8_t>(length >> shift));
    frame.insert(frame.end(), text.begin(), text.end());
    if (m_key) {
        const auto counter = counterBytes(m_sent++);
        const Proof proof = prove(*m_key, {counter, bytesOf(text)});
        frame.insert(frame.end(), proof.begin(), proof.end());
    }
    return sendAll(m_socket, frame);
}

std::optional<Json> Channel::receive(Milliseconds timeout)
{
    std::array<std::uint8_t, 4> head{};
    if (!receiveAll(m_socket, head, timeout)) return std::nullopt;
    const std::uint32_t length = static_cast<std::uint32_t>(head[0]) << 24 | static_cast<std::uint32_t>(head[1]) << 16 |
                                 static_cast<std::uint32_t>(head[2]) << 8 | head[3];
    if (length > kLongest) return std::nullopt;
    std::string text(length, '\0');
    if (!receiveAll(m_socket, {reinterpret_cast<std::uint8_t*>(text.data()), text.size()}, kPatience))
        return std::nullopt;
    if (m_key) {
        Proof proof{};
        if (!receiveAll(m_socket, proof, kPatience)) return std::nullopt;
        const auto counter = counterBytes(m_received++);
        if (!isSame(proof, prove(*m_key, {counter, bytesOf(text)}))) return std::nullopt;
    }
    Json message = Json::parse(text, nullptr, false);
    if (message.is_discarded() || !message.is_object()) return std::nullopt;
    return message;
}

tl::expected<void, Error> pairAsClient(Channel& channel, const Key& pairing)
{
    const auto hello = channel.receive(kPatience);
    if (!hello || hello->value("type", "") != "hello")
        return failure(ErrorCode::Unreachable,
                       "what answers there is no sokudo-agent, or it is busy with another test");
    if (hello->value("protocol", 0) != kProtocol)
        return failure(ErrorCode::BadInput, "the agent speaks another version; install the same Sokudo at both ends");
    const Bytes serverNonce = fromHex(hello->value("nonce", ""));
    const Bytes clientNonce = randomBytes(32);
    channel.send({{"type", "auth"},
                  {"nonce", hex(clientNonce)},
                  {"proof", hex(prove(pairing, {bytesOf("client"), serverNonce, clientNonce}))}});
    const auto answer = channel.receive(kPatience);
    if (!answer) return failure(ErrorCode::Unreachable, "the agent broke off while pairing");
    const Proof expected = prove(pairing, {bytesOf("server"), clientNonce, serverNonce});
    if (answer->value("type", "") != "welcome" || !isSame(fromHex(answer->value("proof", "")), expected))
        return failure(ErrorCode::NotAllowed, "the pairing key is not the agent's; copy it as the agent prints it");
    channel.useKey(sessionKey(pairing, serverNonce, clientNonce));
    return {};
}

bool pairAsServer(Channel& channel, const Key& pairing)
{
    const Bytes serverNonce = randomBytes(32);
    channel.send({{"type", "hello"}, {"protocol", kProtocol}, {"nonce", hex(serverNonce)}});
    const auto auth = channel.receive(kPatience);
    if (!auth || auth->value("type", "") != "auth") return false;
    const Bytes clientNonce = fromHex(auth->value("nonce", ""));
    if (clientNonce.size() != 32 ||
        !isSame(fromHex(auth->value("proof", "")), prove(pairing, {bytesOf("client"), serverNonce, clientNonce}))) {
        channel.send({{"type", "refused"}});
        return false;
    }
    channel.send({{"type", "welcome"}, {"proof", hex(prove(pairing, {bytesOf("server"), clientNonce, serverNonce}))}});
    channel.useKey(sessionKey(pairing, serverNonce, clientNonce));
    return true;
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
