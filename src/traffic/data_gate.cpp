// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/data_gate.h"

#include <algorithm>
#include <array>
#include <set>

#include <fcntl.h>
#include <poll.h>
#include <sys/socket.h>

#include "traffic/channel.h"

namespace sokudo::traffic {
namespace {

using Clock = std::chrono::steady_clock;
constexpr Milliseconds kGather{5000}, kSilence{1500};
constexpr std::size_t kMostWaiting = 64;

/// A connection whose greeting is not whole yet.
struct Waiting {
    Socket socket;
    Clock::time_point since = Clock::now();
    std::array<std::uint8_t, kGreetingBytes> got{};
    std::size_t have = 0;
};

/// Reads what is there without waiting. @return false: the peer is gone
bool readMore(Waiting& one)
{
    const auto got =
        ::recv(one.socket.descriptor(), one.got.data() + one.have, one.got.size() - one.have, MSG_DONTWAIT);
    if (got < 0) return errno == EAGAIN || errno == EINTR;
    one.have += static_cast<std::size_t>(got);
    return got > 0;
}

/// What the greeting says, where it is true and one that the test still needs.
std::optional<StreamRole> roleOf(const Waiting& one, const Key& session, std::span<const std::uint8_t> token,
                                 const TestOrder& order, std::set<std::pair<int, int>>& taken)
{
    const std::uint8_t stream = one.got[kTokenBytes], direction = one.got[kTokenBytes + 1];
    if (!isSame(one.got, greeting(session, token, stream, direction))) return std::nullopt;
    const bool isWanted = direction == 0 ? order.direction != measure::Direction::Reverse
                                         : direction == 1 && order.direction != measure::Direction::Forward;
    if (stream >= order.streams || !isWanted || !taken.emplace(stream, direction).second) return std::nullopt;
    return direction == 0 ? StreamRole::Receive : StreamRole::Send;
}

}  // namespace

void drain(const Socket& listener)
{
    while (acceptFrom(listener, Milliseconds(0)).isOpen()) {}
}

bool gather(const Socket& listener, const Key& session, std::span<const std::uint8_t> token, const TestOrder& order,
            StreamSet& into, const std::atomic<bool>& isStopped)
{
    const std::size_t wanted =
        static_cast<std::size_t>(order.streams) * (order.direction == measure::Direction::Both ? 2 : 1);
    std::set<std::pair<int, int>> taken;
    std::vector<Waiting> waiting;
    const auto end = Clock::now() + kGather;
    while (taken.size() < wanted && Clock::now() < end && !isStopped) {
        std::vector<pollfd> entries{{listener.descriptor(), POLLIN, 0}};
        for (const Waiting& one : waiting) entries.push_back({one.socket.descriptor(), POLLIN, 0});
        if (::poll(entries.data(), entries.size(), 100) <= 0) entries.assign(entries.size(), pollfd{});
        for (std::size_t i = waiting.size(); i-- > 0;) {
            Waiting& one = waiting[i];
            bool isDone = Clock::now() - one.since > kSilence || (entries[i + 1].revents != 0 && !readMore(one));
            if (one.have == one.got.size()) {
                if (const auto role = roleOf(one, session, token, order, taken)) into.add(std::move(one.socket), *role);
                isDone = true;
            }
            if (isDone) waiting.erase(waiting.begin() + static_cast<std::ptrdiff_t>(i));
        }
        while (Socket next = acceptFrom(listener, Milliseconds(0))) {
            // Whoever has waited longest in silence makes room.
            if (waiting.size() >= kMostWaiting) waiting.erase(waiting.begin());
            waiting.push_back({std::move(next)});
        }
    }
    return taken.size() == wanted;
}

}  // namespace sokudo::traffic
