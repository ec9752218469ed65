// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/agent_reader.h"

#include "core/base/text.h"
#include "traffic/channel.h"

namespace sokudo::traffic {
namespace {

constexpr Milliseconds kConnect{3000}, kAnswer{10000};

}  // namespace

Result<measure::HostSnapshot> AgentReader::read()
{
    const auto key = keyFrom(m_key);
    if (!key) return tl::unexpected(key.error());
    auto socket = connectTo(m_host, m_port, kConnect);
    if (!socket) return tl::unexpected(socket.error());
    Channel channel(std::move(*socket), Side::Client);
    if (auto paired = pairAsClient(channel, *key); !paired) return tl::unexpected(paired.error());
    channel.send(DescribeHost{});
    const auto answer = channel.receive(kAnswer);
    if (!answer && channel.unread())
        return failure(ErrorCode::Corrupt,
                       "the agent answers, and what it tells of its machine cannot be read (" +
                           channel.unread()->message() + "); install the same Sokudo at both ends",
                       m_host);
    if (!answer)
        return failure(ErrorCode::Unreachable,
                       "the agent did not answer; an older one may not know how: start that of this version there",
                       m_host);
    if (const auto* seen = std::get_if<HostDescription>(&*answer)) return seen->host;
    const auto* refusal = std::get_if<Refused>(&*answer);
    return failure(ErrorCode::NotAllowed,
                   "the agent refuses: " + (refusal ? refusal->why : std::string("no reason given")), m_host);
}

Result<std::pair<std::string, int>> agentAddress(std::string_view text)
{
    constexpr int kUsualPort = 7411;
    std::string host = text::trimmed(std::string(text)), port;
    if (host.starts_with("[") && host.find(']') != std::string::npos) {
        const std::size_t end = host.find(']');
        if (end + 1 < host.size() && host[end + 1] == ':') port = host.substr(end + 2);
        host = host.substr(1, end - 1);
    } else if (const std::size_t colon = host.find(':'); colon != std::string::npos && colon == host.rfind(':')) {
        port = host.substr(colon + 1);
        host = host.substr(0, colon);
    }
    const auto number = port.empty() ? std::optional<double>(kUsualPort) : text::parseNumber(port);
    if (host.empty() || !number || *number < 1 || *number > 65534 || *number != static_cast<int>(*number))
        return failure(ErrorCode::BadInput,
                       "an agent is named by its address, such as 10.20.0.5 or 10.20.0.5:7411, with a port from 1 to "
                       "65534",
                       std::string(text));
    return std::pair(host, static_cast<int>(*number));
}

}  // namespace sokudo::traffic
