// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/counter_line.h"

#include <cmath>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::oneline {
namespace {

constexpr text::Line kHow = {"counter-line.write-octets-packets-time",
                             "write octets, packets, time and link, such as “12.3gb packets=8.1m time=10s link=10g”"};

/// "8127438", "8.1m", "12g": counts of anything
std::optional<double> countOf(std::string_view word)
{
    double factor = 1;
    for (const auto& [unit, times] : {std::pair{'k', 1e3}, {'m', 1e6}, {'g', 1e9}})
        if (word.ends_with(unit)) factor = times;
    const auto number = text::parseNumber(factor > 1 ? word.substr(0, word.size() - 1) : word);
    const bool fits = number && *number >= 1 / factor && *number * factor < 1e18;
    return fits ? std::optional(*number * factor) : std::nullopt;
}

/// Takes one word of the line.
Result<void> takeWord(const Token& token, const kb::KnowledgeBase& kb, formulas::CounterReading& read,
                      const kb::CounterPlace*& place)
{
    std::vector<std::string> places;
    for (const kb::CounterPlace& one : kb.all<kb::CounterPlace>()) places.push_back(one.id);
    if (token.text == "packets" || token.text == "frames") {
        const auto count = countOf(token.value);
        if (!count)
            return tl::unexpected(pointAt(
                token, text::say("counter-line.write-how-many-packets",
                                 "write how many packets were counted, such as packets=8127438 or packets=8.1m")));
        read.frames = std::llround(*count);
    } else if (token.text == "time") {
        const auto over = durationOf(token.value);
        if (!over)
            return tl::unexpected(
                pointAt(token, text::say("counter-line.write-the-time-between",
                                         "write the time between the two readings, such as time=10s")));
        read.over = *over;
    } else if (token.text == "link") {
        const auto rate = rateOf(token.value);
        if (!rate)
            return tl::unexpected(pointAt(
                token, text::say("counter-line.write-the-rate-of", "write the rate of the link, such as link=10g")));
        read.link = *rate;
    } else if (token.text == "mtu") {
        const auto whole = wholeNumber(token, 576, 65535);
        if (!whole) return tl::unexpected(whole.error());
        read.mtu = *whole;
    } else if (token.text == "at") {
        place = kb.find<kb::CounterPlace>(token.value);
        if (!place)
            return tl::unexpected(pointAt(token, text::say("counter-line.no-place-of-counting",
                                                           "no place of counting that Sokudo knows; known are ") +
                                                     text::joined(places, ", ")));
    } else if (const auto size = sizeOf(token.text); size && !token.hasValue()) {
        read.counts = size->in();
    } else if (const auto count = countOf(token.text); count && !token.hasValue()) {
        read.counts = *count;
    } else {
        return tl::unexpected(pointAt(
            token, text::say("counter-line.this-does-not-belong",
                             "this does not belong here; known are octets, packets=8.1m, time=10s, link=10g, at=") +
                       text::joined(places, ", ") + " and mtu=9000"));
    }
    return {};
}

}  // namespace

Result<CounterAnswer> readCounters(std::string_view line, const kb::KnowledgeBase& kb)
{
    formulas::CounterReading read;
    const kb::CounterPlace* place = kb.find<kb::CounterPlace>("interface");
    for (const Token& token : tokens(line, 0))
        if (auto taken = takeWord(token, kb, read, place); !taken) return tl::unexpected(taken.error());
    if (!place || read.counts < 1 || read.frames < 1 || read.over.steps() == 0 || read.link.steps() == 0)
        return failure(ErrorCode::BadInput, kHow);
    auto use = formulas::wireUse(read, *place);
    if (!use) return tl::unexpected(use.error());
    return CounterAnswer{std::move(*use), place};
}

}  // namespace sokudo::oneline
