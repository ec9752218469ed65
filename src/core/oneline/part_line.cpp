// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/oneline/part_line.h"

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/oneline/line_words.h"

namespace sokudo::oneline {

Result<std::vector<plan::Segment>> readParts(std::string_view text, bool atB, const kb::KnowledgeBase& kb)
{
    std::vector<plan::Segment> result;
    if (text::trimmed(text).empty()) return result;
    for (const Part& part : parts(text, '/')) {
        const auto words = tokens(part.text, part.offset);
        if (words.empty())
            return failure(ErrorCode::BadInput, text::say("part-line.nothing-stands-between-two",
                                                          "nothing stands between two /; write cord cat6a 3m / jack"));
        if (!isSegment(words))
            return tl::unexpected(pointAt(words.front(), text::say("part-line.a-part-begins-with",
                                                                   "a part begins with cord, jack, coupler or panel")));
        auto segment = readSegment(words, kb);
        if (!segment) return tl::unexpected(segment.error());
        segment->atB = atB;
        result.push_back(*segment);
    }
    return result;
}

std::string partsText(const std::vector<plan::Segment>& segments, bool atB)
{
    std::vector<std::string> result;
    for (const plan::Segment& segment : segments) {
        if (segment.atB != atB) continue;
        std::string words(plan::code(segment.kind));
        if (!segment.medium.empty()) words += " " + segment.medium;
        if (segment.length) words += fmt::format(" {}m", text::number(segment.length->in(), 6));
        if (segment.gauge > 0) words += fmt::format(" {}awg", segment.gauge);
        result.push_back(std::move(words));
    }
    return text::joined(result, " / ");
}

}  // namespace sokudo::oneline
