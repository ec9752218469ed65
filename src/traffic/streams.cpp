// SPDX-License-Identifier: GPL-3.0-or-later
#include "traffic/streams.h"
#include "traffic/interface_counters.h"

#include <algorithm>
#include <cerrno>
#include <chrono>
#include <cmath>
#include <cstring>
#include <fstream>
#include <sstream>

#include <linux/tcp.h>
#include <netinet/in.h>
#include <sys/socket.h>

#include <fmt/format.h>

#include "core/base/text.h"
#include "traffic/secret.h"

namespace sokudo::traffic {

namespace {
constexpr std::size_t kBlock = 128 * 1024;

/// Holds a stream to bytes a second, whatever the kernel paces: waits until what has passed is due.
class Meter {
public:
    using Clock = std::chrono::steady_clock;
    /// @param cap  bytes a second; empty: no bound
    explicit Meter(std::optional<double> cap) : m_cap(cap) {}
    /// The largest piece that keeps a bounded stream smooth: a fiftieth of a second, at least a byte.
    std::size_t piece() const
    {
        return m_cap ? std::clamp<std::size_t>(static_cast<std::size_t>(*m_cap / 50), 1, kBlock) : kBlock;
    }
    void wait(std::int64_t passed, const std::atomic<bool>& stopping)
    {
        m_passed += passed;
        if (!m_cap) return;
        const auto due = m_start + std::chrono::duration<double>(static_cast<double>(m_passed) / *m_cap);
        while (Clock::now() < due && !stopping.load(std::memory_order_relaxed))
            std::this_thread::sleep_for(std::min<Clock::duration>(
                std::chrono::duration_cast<Clock::duration>(due - Clock::now()), std::chrono::milliseconds(20)));
    }

private:
    std::optional<double> m_cap;
    Clock::time_point m_start = Clock::now();
    std::int64_t m_passed = 0;
};

void sendUntil(const Socket& socket, std::atomic<std::int64_t>& bytes, const std::atomic<bool>& stopping, Meter meter)
{
    const Bytes block = randomBytes(kBlock);  // random, so that nothing on the way compresses it
    const std::size_t piece = meter.piece();
    while (!stopping.load(std::memory_order_relaxed)) {
        const auto sent = ::send(socket.descriptor(), block.data(), piece, MSG_NOSIGNAL);
        if (sent < 0 && errno == EINTR) continue;
        if (sent <= 0) return;
        bytes.fetch_add(sent, std::memory_order_relaxed);
        meter.wait(sent, stopping);
    }
}

/// @param meter  what this stream takes at most: the peer is slowed down by a window that is not emptied
void receiveUntil(const Socket& socket, std::atomic<std::int64_t>& bytes, const std::atomic<bool>& stopping,
                  Meter meter)
{
    Bytes block(meter.piece());
    while (!stopping.load(std::memory_order_relaxed)) {
        const auto got = ::recv(socket.descriptor(), block.data(), block.size(), 0);
        if (got < 0 && errno == EINTR) continue;
        if (got <= 0) return;
        bytes.fetch_add(got, std::memory_order_relaxed);
        meter.wait(got, stopping);
    }
}
}  // namespace

void StreamSet::start(std::optional<BitRate> cap)
{
    const auto share = [&](StreamRole role) -> std::optional<double> {
        const auto isOne = [role](const auto& stream) { return stream->role == role; };
        const auto count = std::count_if(m_streams.begin(), m_streams.end(), isOne);
        if (!cap || count == 0) return std::nullopt;
        return std::max(1.0, cap->in() / 8 / static_cast<double>(count));
    };
    const std::optional<double> sent = share(StreamRole::Send), taken = share(StreamRole::Receive);
    for (auto& stream : m_streams) {
        if (stream->role == StreamRole::Send && sent) {
            const auto pace = static_cast<std::uint64_t>(*sent);
            ::setsockopt(stream->socket.descriptor(), SOL_SOCKET, SO_MAX_PACING_RATE, &pace, sizeof pace);
        }
        Stream* one = stream.get();
        stream->thread = std::thread([this, one, sent, taken] {
            try {
                if (one->role == StreamRole::Send) sendUntil(one->socket, one->bytes, m_stopping, Meter(sent));
                else receiveUntil(one->socket, one->bytes, m_stopping, Meter(taken));
            } catch (const std::exception&) {
                // A stream that could not run counts as one whose peer is gone.
            }
            one->ended = true;
        });
    }
}

void StreamSet::stop()
{
    m_stopping = true;
    for (auto& stream : m_streams) stream->socket.shutdown();
    for (auto& stream : m_streams)
        if (stream->thread.joinable()) stream->thread.join();
}

std::string StreamSet::interface() const
{
    return m_streams.empty() ? std::string() : interfaceOf(m_streams.front()->socket.descriptor());
}

bool StreamSet::isBroken() const
{
    return !m_stopping &&
           std::any_of(m_streams.begin(), m_streams.end(), [](const auto& stream) { return stream->ended.load(); });
}

std::int64_t StreamSet::bytes(StreamRole role) const
{
    std::int64_t sum = 0;
    for (const auto& stream : m_streams)
        if (stream->role == role) sum += stream->bytes.load(std::memory_order_relaxed);
    return sum;
}

std::map<std::string, std::string> StreamSet::senderConditions() const
{
    double sent = 0, again = 0, busy = 0, limited = 0;
    std::optional<double> roundTrip;
    for (const auto& stream : m_streams) {
        if (stream->role != StreamRole::Send) continue;
        tcp_info info{};
        socklen_t length = sizeof info;
        if (::getsockopt(stream->socket.descriptor(), IPPROTO_TCP, TCP_INFO, &info, &length) != 0) continue;
        sent += static_cast<double>(info.tcpi_bytes_sent);
        again += static_cast<double>(info.tcpi_bytes_retrans);
        busy += static_cast<double>(info.tcpi_busy_time);
        limited += static_cast<double>(info.tcpi_rwnd_limited + info.tcpi_sndbuf_limited);
        if (info.tcpi_min_rtt != ~0U && info.tcpi_min_rtt > 0)
            roundTrip = std::min(roundTrip.value_or(1e9), info.tcpi_min_rtt / 1000.0);
    }
    std::map<std::string, std::string> result;
    if (sent > 0) result["sent_again_percent"] = text::number(100 * again / sent, 3);
    if (busy > 0) result["window_limited_percent"] = text::number(100 * limited / busy, 3);
    if (roundTrip) result["least_round_trip_ms"] = text::number(*roundTrip, 3);
    return result;
}

const ByteLog::Point* ByteLog::nearest(Duration at) const
{
    if (m_points.empty()) return nullptr;
    return &*std::min_element(m_points.begin(), m_points.end(), [&](const Point& a, const Point& b) {
        return std::fabs((a.at - at).in()) < std::fabs((b.at - at).in());
    });
}

BitRate ByteLog::mean(Duration from, Duration to) const
{
    const Point* first = nearest(from);
    const Point* last = nearest(to);
    if (!first || !last || last->at <= first->at) return {};
    return DataSize::fromSteps(last->bytes - first->bytes) / (last->at - first->at);
}

std::vector<BitRate> ByteLog::seconds(Duration from, Duration to) const
{
    std::vector<BitRate> result;
    const Duration second = Duration::of(1);
    for (Duration at = from; at + second <= to + Duration::of(0.05); at = at + second)
        result.push_back(mean(at, at + second));
    return result;
}

CoreWatch::CoreWatch() : m_start(read()) {}

std::vector<CoreWatch::Ticks> CoreWatch::read()
{
    std::vector<Ticks> result;
    std::ifstream in("/proc/stat");
    for (std::string row; std::getline(in, row);) {
        if (!row.starts_with("cpu") || row.size() < 4 || row[3] == ' ') continue;
        std::istringstream fields(row);
        std::string name;
        fields >> name;
        Ticks ticks;
        std::int64_t value = 0;
        // user nice system idle iowait irq softirq steal; guest time is already inside user
        for (int field = 0; field < 8 && fields >> value; ++field) {
            ticks.total += value;
            if (field != 3 && field != 4) ticks.busy += value;
        }
        result.push_back(ticks);
    }
    return result;
}

std::optional<CoreWatch::Load> CoreWatch::since() const
{
    const auto now = read();
    if (now.empty() || now.size() != m_start.size()) return std::nullopt;
    Load load;
    double sum = 0;
    for (std::size_t i = 0; i < now.size(); ++i) {
        const double total = static_cast<double>(now[i].total - m_start[i].total);
        const double percent = total > 0 ? 100.0 * static_cast<double>(now[i].busy - m_start[i].busy) / total : 0;
        load.busiestPercent = std::max(load.busiestPercent, percent);
        sum += percent;
    }
    load.meanPercent = sum / static_cast<double>(now.size());
    return load;
}

}  // namespace sokudo::traffic
