// SPDX-License-Identifier: GPL-3.0-or-later
// A switch on the loopback that answers GetBulk requests byte by byte by RFC 3416, without the library that asks it.
#pragma once

#include <atomic>
#include <cstdint>
#include <map>
#include <string>
#include <thread>
#include <vector>

#include <arpa/inet.h>
#include <poll.h>
#include <sys/socket.h>
#include <unistd.h>

namespace sokudo::testing {

class SnmpStandIn {
public:
    using Oid = std::vector<unsigned>;
    /// A value with its tag: 0x02 integer, 0x04 octets, 0x06 name, 0x41 counter, 0x42 gauge, 0x43 ticks, 0x46 wide.
    struct Value {
        std::uint8_t tag;
        std::string bytes;
    };

    SnmpStandIn(std::string community, std::map<Oid, Value> objects)
        : m_community(std::move(community)), m_objects(std::move(objects))
    {
        m_socket = ::socket(AF_INET, SOCK_DGRAM, 0);
        sockaddr_in at{};
        at.sin_family = AF_INET;
        at.sin_addr.s_addr = htonl(INADDR_LOOPBACK);
        ::bind(m_socket, reinterpret_cast<sockaddr*>(&at), sizeof(at));
        socklen_t size = sizeof(at);
        ::getsockname(m_socket, reinterpret_cast<sockaddr*>(&at), &size);
        m_port = ntohs(at.sin_port);
        m_thread = std::thread([this] { serve(); });
    }
    ~SnmpStandIn()
    {
        m_isOver = true;
        m_thread.join();
        ::close(m_socket);
    }
    int port() const { return m_port; }
    int asked() const { return m_asked; }
    /// Answers one object at a time, each so late: a switch that is never done.
    void dawdle(int milliseconds) { m_dawdle = milliseconds; }
    /// Answers as if it had been asked with another community.
    void answerAs(std::string community) { m_answersAs = std::move(community); }
    /// Answers from another port than it was asked at.
    void answerFromElsewhere() { m_isElsewhere = true; }

    static Value whole(std::uint8_t tag, std::uint64_t number)
    {
        std::string bytes;
        do bytes.insert(bytes.begin(), static_cast<char>(number & 0xff)), number >>= 8;
        while (number > 0);
        if (bytes[0] & 0x80) bytes.insert(bytes.begin(), '\0');  // or it would be below 0
        return {tag, bytes};
    }
    static std::string nameBytes(const Oid& oid)
    {
        std::string bytes(1, static_cast<char>(oid[0] * 40 + oid[1]));
        for (std::size_t i = 2; i < oid.size(); ++i) {
            std::string part(1, static_cast<char>(oid[i] & 0x7f));
            for (unsigned rest = oid[i] >> 7; rest > 0; rest >>= 7)
                part.insert(part.begin(), static_cast<char>((rest & 0x7f) | 0x80));
            bytes += part;
        }
        return bytes;
    }

private:
    static std::string item(std::uint8_t tag, const std::string& content)
    {
        std::string length;
        if (content.size() < 128) length = std::string(1, static_cast<char>(content.size()));
        else
            length = {static_cast<char>(0x82), static_cast<char>(content.size() >> 8),
                      static_cast<char>(content.size() & 0xff)};
        return std::string(1, static_cast<char>(tag)) + length + content;
    }
    /// The next item: its content; `at` goes behind it.
    static std::string take(const std::string& from, std::size_t& at)
    {
        ++at;
        std::size_t length = static_cast<std::uint8_t>(from[at++]);
        if (length & 0x80) {
            const std::size_t count = length & 0x7f;
            length = 0;
            for (std::size_t i = 0; i < count; ++i) length = length << 8 | static_cast<std::uint8_t>(from[at++]);
        }
        at += length;
        return from.substr(at - length, length);
    }
    static Oid oidOf(const std::string& bytes)
    {
        const auto first = static_cast<unsigned>(static_cast<std::uint8_t>(bytes[0]));
        Oid oid{first / 40, first % 40};
        unsigned number = 0;
        for (std::size_t i = 1; i < bytes.size(); ++i) {
            const auto byte = static_cast<unsigned>(static_cast<std::uint8_t>(bytes[i]));
            number = number << 7 | (byte & 0x7f);
            if (!(byte & 0x80)) oid.push_back(number), number = 0;
        }
        return oid;
    }
    void serve()
    {
        while (!m_isOver) {
            pollfd wait{m_socket, POLLIN, 0};
            if (::poll(&wait, 1, 50) != 1) continue;
            char buffer[2048];
            sockaddr_in from{};
            socklen_t size = sizeof(from);
            const ssize_t got =
                ::recvfrom(m_socket, buffer, sizeof(buffer), 0, reinterpret_cast<sockaddr*>(&from), &size);
            if (got <= 0) continue;
            ++m_asked;
            const std::string answer = answerTo(std::string(buffer, static_cast<std::size_t>(got)));
            if (m_dawdle > 0) ::usleep(static_cast<useconds_t>(m_dawdle) * 1000);
            const int other = m_isElsewhere ? ::socket(AF_INET, SOCK_DGRAM, 0) : -1;
            if (!answer.empty())
                ::sendto(other >= 0 ? other : m_socket, answer.data(), answer.size(), 0,
                         reinterpret_cast<sockaddr*>(&from), size);
            if (other >= 0) ::close(other);
        }
    }
    /// Nothing where the community is another: a switch is silent then.
    std::string answerTo(const std::string& packet) const
    {
        std::size_t at = 0;
        const std::string message = take(packet, at);
        at = 0;
        const std::string version = take(message, at), community = take(message, at);
        if (version != std::string(1, '\1') || community != m_community) return {};
        if (static_cast<std::uint8_t>(message[at]) != 0xA5) return {};  // GetBulk
        const std::string pdu = take(message, at);
        at = 0;
        const std::string id = take(pdu, at);
        take(pdu, at);
        const std::string most = take(pdu, at), list = take(pdu, at);
        at = 0;
        const std::string binding = take(list, at);
        at = 0;
        const Oid after = oidOf(take(binding, at));
        std::string bindings;
        auto next = m_objects.upper_bound(after);
        for (int left = m_dawdle > 0 ? 1 : static_cast<std::uint8_t>(most[0]); left > 0; --left) {
            if (next == m_objects.end()) {
                bindings += item(0x30, item(0x06, nameBytes(after)) + item(0x82, ""));  // the end of all there is
                break;
            }
            bindings += item(0x30, item(0x06, nameBytes(next->first)) + item(next->second.tag, next->second.bytes));
            ++next;
        }
        const std::string none(1, '\0');
        const std::string response =
            item(0xA2, item(0x02, id) + item(0x02, none) + item(0x02, none) + item(0x30, bindings));
        return item(0x30, item(0x02, version) + item(0x04, m_answersAs.empty() ? community : m_answersAs) + response);
    }

    std::string m_community, m_answersAs;
    std::atomic<int> m_dawdle{0};
    std::atomic<bool> m_isElsewhere{false};
    std::map<Oid, Value> m_objects;
    int m_socket = -1, m_port = 0;
    std::atomic<bool> m_isOver{false};
    std::atomic<int> m_asked{0};
    std::thread m_thread;
};

}  // namespace sokudo::testing
