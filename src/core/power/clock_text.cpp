// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/clock_text.h"

#include <cmath>

#include <fmt/format.h>

#include "core/base/text.h"

namespace sokudo::power {
namespace {

long minutesOf(Duration time) { return std::lround(std::floor(time.in() / 60 + 0.5)); }

}  // namespace

std::string clockText(Duration time)
{
    if (time >= kForEver) return "for ever";
    const long minutes = minutesOf(time);
    if (minutes < 60) return fmt::format("{}{}min", minutes, text::kThin);
    return fmt::format("{}{}h {}{}min", minutes / 60, text::kThin, minutes % 60, text::kThin);
}

std::string clockFigure(Duration time) { return fmt::format("{}:{:02}", minutesOf(time) / 60, minutesOf(time) % 60); }

}  // namespace sokudo::power
