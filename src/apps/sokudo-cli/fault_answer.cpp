// SPDX-License-Identifier: GPL-3.0-or-later
#include "fault_answer.h"

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/oneline/tokens.h"

namespace sokudo::cli {

FaultAnswer faultAnswer(Length reading, const cabletest::Stretch& on, bool allOpen, const std::string& other)
{
    const cabletest::FaultAt at = cabletest::faultAt(reading, on, allOpen);
    const char* nearer = at.isNearerToFar ? "far" : "near";
    FaultAnswer answer;
    answer.json = {{"reading_m", reading.in()},
                   {"within_m", at.within.in()},
                   {"says", plain(at.says)},
                   {"first", plain(at.first)},
                   {"in_wall_m", at.inWall ? Json(at.inWall->in()) : Json(nullptr)},
                   {"nearer_to", nearer}};
    answer.lines = {fmt::format("{} (± {}); the {} end is nearer", at.says.text(), text::length(at.within), nearer),
                    "First: " + at.first.text()};
    if (const auto far = oneline::lengthOf(text::lower(other))) {
        const cabletest::BothEnds both = cabletest::fromBothEnds(reading, *far, on.whole());
        answer.json["both_ends"] = plain(both.says);
        answer.lines.push_back("From both ends: " + both.says.text());
    }
    return answer;
}

}  // namespace sokudo::cli
