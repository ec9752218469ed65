// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/diagnose/ruled_out.h"

namespace sokudo::diagnose {
namespace {

constexpr std::string_view kNoLink = "e01";

bool isPresent(const Evidence& evidence, std::string_view flag)
{
    const auto seen = evidence.find(std::string(flag));
    return seen != evidence.end() && seen->second.present;
}

}  // namespace

text::Sentence whyRuledOut(const kb::KnowledgeBase& kb, const kb::Cause& cause, const Evidence& evidence,
                           std::optional<BitRate> crossed)
{
    const bool isDown = isPresent(evidence, kNoLink);
    const auto letter = cause.letterOf(kNoLink);
    if (isDown && (!letter || *letter == 'Z'))
        return text::say("ruled-out.does-not-take-the-link-down", "the link is down, and this only slows it");
    if (!isDown && crossed && cause.linkAtMost && *crossed > *cause.linkAtMost) {
        if (cause.linkAtMost->steps() == 0)
            return text::say("ruled-out.there-was-a-link",
                             "{} crossed the path, and no other way of the survey carries as much, so there is a link",
                             text::figure::rate(*crossed, 3));
        return text::say("ruled-out.faster-than-it-allows", "{} crossed the path, more than a link of {} carries",
                         text::figure::rate(*crossed, 3), text::figure::linkRate(*cause.linkAtMost));
    }
    if (cause.liesIn.empty()) return {};
    for (const kb::Flag& flag : kb.all<kb::Flag>()) {
        const auto seen = flag.swapped == cause.liesIn ? evidence.find(flag.id) : evidence.end();
        if (seen != evidence.end() && !seen->second.present)
            return text::say("ruled-out.swapped", "another {} changed nothing", cause.liesIn);
    }
    return {};
}

}  // namespace sokudo::diagnose
