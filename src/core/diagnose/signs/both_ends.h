// SPDX-License-Identifier: GPL-3.0-or-later
// A sign that either end of a path can show.
#pragma once

#include "core/diagnose/facts.h"

namespace sokudo::diagnose {

/// One yes is a yes; a no needs the answer of both ends, and is told in the words of the first.
/// @param ask  from a plan::DeviceId to std::optional<Observation>; empty: this end does not tell
template <class Ask>
std::optional<Observation> ofBothEnds(const Facts& facts, Ask ask)
{
    std::optional<Observation> first;
    int said = 0;
    for (plan::DeviceId end : {facts.trial.from, facts.trial.to}) {
        std::optional<Observation> answer = ask(end);
        if (!answer) continue;
        if (answer->present) return answer;
        ++said;
        if (!first) first = std::move(answer);
    }
    return said == 2 ? first : std::nullopt;
}

}  // namespace sokudo::diagnose
