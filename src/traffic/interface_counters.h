// SPDX-License-Identifier: GPL-3.0-or-later
// Frames, errors and drops of the interface that a test runs over, while it runs.
#pragma once

#include <cstdint>
#include <filesystem>
#include <map>
#include <optional>
#include <string>

namespace sokudo::traffic {

struct InterfaceCounters {
    std::int64_t frames = 0, checkErrors = 0, drops = 0;  ///< received
};

/// What the kernel counts; empty: there is no such interface.
std::optional<InterfaceCounters> countersOf(const std::string& interface,
                                            const std::filesystem::path& root = "/sys/class/net");
/// The interface whose address a connected socket uses; empty: it cannot be told.
std::string interfaceOf(int descriptor);

/// Looks once when it is made, and once more when asked.
class CounterWatch {
public:
    explicit CounterWatch(std::string interface);
    /// rx_frames, rx_check_errors and rx_drops since; empty: nothing is counted, as on the loopback.
    std::map<std::string, std::string> since() const;

private:
    std::string m_interface;
    std::optional<InterfaceCounters> m_before;
};

}  // namespace sokudo::traffic
