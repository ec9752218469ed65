// SPDX-License-Identifier: GPL-3.0-or-later
#include "host/clock.h"

#include <atomic>
#include <ctime>

#include <fmt/chrono.h>

namespace sokudo::host {
namespace {

constexpr std::int64_t kGoes = -1;
std::atomic<std::int64_t> stands{kGoes};  ///< milliseconds since 1970

std::tm local()
{
    const std::time_t seconds = std::chrono::floor<std::chrono::seconds>(now()).time_since_epoch().count();
    std::tm made{};
    ::localtime_r(&seconds, &made);
    return made;
}

}  // namespace

measure::Timestamp now()
{
    const std::int64_t at = stands;
    if (at != kGoes) return measure::Timestamp(std::chrono::milliseconds(at));
    return std::chrono::floor<std::chrono::milliseconds>(std::chrono::system_clock::now());
}

std::string today() { return fmt::format("{:%Y-%m-%d}", local()); }

int thisYear() { return local().tm_year + 1900; }

void setClock(std::optional<measure::Timestamp> at) { stands = at ? at->time_since_epoch().count() : kGoes; }

}  // namespace sokudo::host
