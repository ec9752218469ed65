// SPDX-License-Identifier: GPL-3.0-or-later
// The data side of a test: one thread a stream, counting bytes; used by both ends.
#pragma once

#include <atomic>
#include <chrono>
#include <deque>
#include <map>
#include <memory>
#include <optional>
#include <string>
#include <thread>
#include <vector>

#include "core/base/quantity.h"
#include "traffic/socket.h"

namespace sokudo::traffic {

enum class StreamRole { Send, Receive };

/// Runs streams until stopped. Counters are per stream and read without locks.
class StreamSet {
public:
    StreamSet() = default;
    ~StreamSet() { stop(); }
    void add(Socket socket, StreamRole role) { m_streams.push_back(std::make_unique<Stream>(std::move(socket), role)); }
    /// @param cap  for all sending streams together, and for all receiving ones together; empty: none
    void start(std::optional<BitRate> cap);
    void stop();
    std::int64_t bytesReceived() const { return bytes(StreamRole::Receive); }
    std::int64_t bytesSent() const { return bytes(StreamRole::Send); }
    /// The interface that the first stream runs over; empty: there is none, or it cannot be told.
    std::string interface() const;
    /// A stream ended although nobody stopped it: the peer is gone.
    bool isBroken() const;
    /// From the kernel's TCP state of the sending streams: sent_again_percent, least_round_trip_ms,
    /// window_limited_percent.
    std::map<std::string, std::string> senderConditions() const;

private:
    struct alignas(64) Stream {
        Stream(Socket s, StreamRole w) : socket(std::move(s)), role(w) {}
        Socket socket;
        StreamRole role;
        std::atomic<std::int64_t> bytes{0};
        std::atomic<bool> ended{false};
        std::thread thread;
    };
    std::int64_t bytes(StreamRole) const;
    std::vector<std::unique_ptr<Stream>> m_streams;
    std::atomic<bool> m_stopping{false};
};

/// Bytes against time at one receiver, and the mean over a window of it.
class ByteLog {
public:
    void note(Duration at, std::int64_t bytes) { m_points.push_back({at, bytes}); }
    /// Mean rate between the points nearest to the two times; real times, not nominal ones, count.
    BitRate mean(Duration from, Duration to) const;
    /// Mean of each whole second after `from`.
    std::vector<BitRate> seconds(Duration from, Duration to) const;

private:
    struct Point {
        Duration at;
        std::int64_t bytes = 0;
    };
    const Point* nearest(Duration) const;
    std::vector<Point> m_points;
};

/// Share of time that each processor core was busy between two looks at /proc/stat.
class CoreWatch {
public:
    CoreWatch();
    struct Load {
        double busiestPercent = 0, meanPercent = 0;
    };
    std::optional<Load> since() const;

private:
    struct Ticks {
        std::int64_t busy = 0, total = 0;
    };
    static std::vector<Ticks> read();
    std::vector<Ticks> m_start;
};

}  // namespace sokudo::traffic
