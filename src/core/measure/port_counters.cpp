// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/port_counters.h"

#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::measure {
namespace {

tl::unexpected<Error> bad(const std::string& word, text::Sentence what)
{
    return failure(ErrorCode::BadInput, std::move(what), "“" + word + "”");
}

std::optional<double> countIn(std::string word)
{
    double unit = 1;
    for (const auto& [end, times] : {std::pair('k', 1e3), {'m', 1e6}, {'g', 1e9}})
        if (unit == 1 && !word.empty() && word.back() == end) unit = times, word.pop_back();
    const auto value = text::parseNumber(word);
    return value && *value >= 0 ? std::optional(*value * unit) : std::nullopt;
}

std::optional<Duration> uptimeIn(std::string word)
{
    double unit = 0;
    for (const auto& [end, seconds] : {std::pair("min", 60.0), {"d", 86400.0}, {"h", 3600.0}, {"s", 1.0}})
        if (unit == 0 && word.ends_with(end)) {
            unit = seconds;
            word.resize(word.size() - std::string_view(end).size());
        }
    const auto value = text::parseNumber(word);
    return unit > 0 && value && *value >= 0 ? std::optional(Duration::of(*value * unit)) : std::nullopt;
}

}  // namespace

Result<CounterState> counterStateOf(const std::string& line)
{
    CounterState state;
    for (const std::string& word : text::split(text::lower(text::trimmed(line)), ' ')) {
        if (word.empty()) continue;
        const std::size_t equals = word.find('=');
        const std::string name = word.substr(0, equals);
        const std::string value = equals == std::string::npos ? std::string() : word.substr(equals + 1);
        if (name == "uptime") {
            state.uptime = uptimeIn(value);
            if (!state.uptime) return bad(word, text::say("baseline.uptime", "an uptime is written 12d, 5h or 40min"));
            continue;
        }
        const auto count = countIn(value);
        if (name.empty() || !count)
            return bad(word, text::say("baseline.word", "write what the port counted: frames=8.1m crc=3 uptime=12d"));
        if (!state.counts.emplace(name, *count).second)
            return bad(word, text::say("baseline.twice", "{} is there twice", name));
    }
    if (state.counts.empty())
        return bad(line, text::say("baseline.nothing", "write what the port counted: frames=8.1m crc=3 uptime=12d"));
    return state;
}

namespace {

/// In the longest unit that says it in two decimals: 18.5d.
std::string uptimeText(Duration uptime)
{
    for (const auto& [unit, seconds] : {std::pair("d", 86400.0), {"h", 3600.0}, {"min", 60.0}}) {
        const double hundredths = 100 * uptime.in() / seconds;
        if (hundredths >= 100 && std::abs(hundredths - std::round(hundredths)) < 1e-9)
            return text::number(hundredths / 100, 12) + unit;
    }
    return text::number(uptime.in(), 12) + "s";
}

}  // namespace

std::string lineOf(const CounterState& state)
{
    std::vector<std::string> words;
    for (const auto& [name, count] : state.counts) words.push_back(fmt::format("{}={}", name, text::number(count, 15)));
    if (state.uptime) words.push_back("uptime=" + uptimeText(*state.uptime));
    return text::joined(words, " ");
}

std::optional<CounterState> counterStateFrom(const InterfaceReading& read, std::optional<Duration> uptime)
{
    CounterState state;
    state.uptime = uptime;
    const auto add = [&](const char* name, const char* counter, double sign) {
        const auto found = read.counters.find(counter);
        if (found != read.counters.end()) state.counts[name] += sign * static_cast<double>(found->second);
    };
    for (const char* counter : {"rx_packets", "tx_packets"}) add("frames", counter, 1);
    add("crc", "rx_crc_errors", 1);
    for (const char* counter : {"rx_errors", "tx_errors"}) add("errors", counter, 1);
    if (state.counts.contains("errors")) {
        add("errors", "rx_crc_errors", -1);
        state.counts["errors"] = std::max(0.0, state.counts["errors"]);
    }
    return state.counts.contains("frames") ? std::optional(state) : std::nullopt;
}

}  // namespace sokudo::measure
