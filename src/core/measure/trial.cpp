// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/measure/trial.h"

#include <array>

#include <fmt/format.h>

#include "core/base/ascii.h"
#include "core/base/enum_code.h"

namespace sokudo::measure {
namespace {

constexpr std::array<std::string_view, 2> kKinds{"memory", "file-copy"};
constexpr std::array<std::string_view, 3> kOrigins{"measured", "typed", "imported"};
constexpr std::array<std::string_view, 3> kDirections{"forward", "reverse", "both"};

struct Parts {
    std::chrono::year_month_day day;
    std::chrono::hh_mm_ss<std::chrono::milliseconds> time;
};

Parts partsOf(Timestamp at)
{
    const auto day = std::chrono::floor<std::chrono::days>(at);
    return {std::chrono::year_month_day(day), std::chrono::hh_mm_ss(at - day)};
}

std::string dateText(const Parts& parts)
{
    return fmt::format("{:04}-{:02}-{:02}", static_cast<int>(parts.day.year()),
                       static_cast<unsigned>(parts.day.month()), static_cast<unsigned>(parts.day.day()));
}

/// Walks over a text of digits and the signs between them; a wrong one spoils the rest.
class Digits {
public:
    explicit Digits(std::string_view text) : m_text(text) {}
    /// Exactly so many digits.
    int number(std::size_t digits)
    {
        int value = 0;
        for (std::size_t i = 0; i < digits; ++i, ++m_at) {
            if (m_at >= m_text.size() || !ascii::isDigit(m_text[m_at])) return fail();
            value = 10 * value + (m_text[m_at] - '0');
        }
        return value;
    }
    bool take(char sign)
    {
        const bool isThere = m_at < m_text.size() && m_text[m_at] == sign;
        if (isThere) ++m_at;
        return isThere;
    }
    void sign(char wanted)
    {
        if (!take(wanted)) fail();
    }
    bool isGood() const { return m_isGood; }
    bool atEnd() const { return m_at == m_text.size(); }

private:
    int fail()
    {
        m_isGood = false;
        return 0;
    }
    std::string_view m_text;
    std::size_t m_at = 0;
    bool m_isGood = true;
};

}  // namespace

std::string_view code(TrialKind kind) { return kKinds[static_cast<std::size_t>(kind)]; }
std::string_view code(Origin origin) { return kOrigins[static_cast<std::size_t>(origin)]; }
std::string_view code(Direction direction) { return kDirections[static_cast<std::size_t>(direction)]; }
std::optional<TrialKind> trialKindFromCode(std::string_view text) { return fromCode<TrialKind>(kKinds, text); }
std::optional<Origin> originFromCode(std::string_view text) { return fromCode<Origin>(kOrigins, text); }
std::optional<Direction> directionFromCode(std::string_view text) { return fromCode<Direction>(kDirections, text); }

const Trial* ownCeiling(const std::vector<Trial>& trials, plan::DeviceId device)
{
    const Trial* newest = nullptr;
    for (const Trial& trial : trials)
        if (trial.from == device && trial.to == device && (!newest || trial.at >= newest->at)) newest = &trial;
    return newest;
}

MeasuredRate eachWay(const Trial& trial)
{
    if (trial.direction != Direction::Both) return trial.rate;
    return {scaled(trial.rate.value, 0.5), scaled(trial.rate.low, 0.5), scaled(trial.rate.high, 0.5)};
}

std::string timeText(Timestamp at, std::chrono::minutes offset)
{
    const Parts parts = partsOf(at + offset);
    return fmt::format("{} {:02}:{:02}", dateText(parts), parts.time.hours().count(), parts.time.minutes().count());
}

std::string momentText(Timestamp at) { return timeText(at) + " UTC"; }

std::string isoText(Timestamp at)
{
    const Parts parts = partsOf(at);
    const auto fraction = parts.time.subseconds().count();
    return fmt::format("{}T{:02}:{:02}:{:02}{}Z", dateText(parts), parts.time.hours().count(),
                       parts.time.minutes().count(), parts.time.seconds().count(),
                       fraction == 0 ? std::string() : fmt::format(".{:03}", fraction));
}

std::optional<Timestamp> timeFromIso(std::string_view text)
{
    Digits in(text);
    const int year = in.number(4);
    in.sign('-');
    const int month = in.number(2);
    in.sign('-');
    const int day = in.number(2);
    int hour = 0, minute = 0, second = 0, milliseconds = 0;
    std::chrono::minutes offset{0};
    if (!in.atEnd()) {
        in.sign(text.find('T') == std::string_view::npos ? ' ' : 'T');
        hour = in.number(2);
        in.sign(':');
        minute = in.number(2);
        if (in.take(':')) {
            second = in.number(2);
            if (in.take('.')) milliseconds = in.number(3);
        }
        if (const char east = in.take('+') ? '+' : in.take('-') ? '-' : ' '; east != ' ') {
            const int hours = in.number(2);
            in.sign(':');
            const int minutes = in.number(2);
            if (hours > 14 || minutes > 59) return std::nullopt;
            offset = std::chrono::minutes((hours * 60 + minutes) * (east == '+' ? 1 : -1));
        } else {
            in.take('Z');
        }
    }
    const std::chrono::year_month_day date{std::chrono::year(year), std::chrono::month(static_cast<unsigned>(month)),
                                           std::chrono::day(static_cast<unsigned>(day))};
    if (!in.isGood() || !in.atEnd() || !date.ok() || hour > 23 || minute > 59 || second > 59) return std::nullopt;
    return Timestamp(std::chrono::sys_days(date)) + std::chrono::hours(hour) + std::chrono::minutes(minute) +
           std::chrono::seconds(second) + std::chrono::milliseconds(milliseconds) - offset;
}

}  // namespace sokudo::measure
