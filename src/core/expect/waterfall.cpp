// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/waterfall.h"
#include "core/base/sentence.h"

#include <algorithm>

namespace sokudo::expect {
namespace {

bool hasLine(const Stage& stage)
{
    return (stage.kind == StageKind::Link || stage.kind == StageKind::Bond || stage.kind == StageKind::Medium) &&
           stage.line.steps() > 0;
}

}  // namespace

Waterfall waterfall(const Expectation& path)
{
    Waterfall result;
    std::optional<std::size_t> start;
    for (std::size_t i = 0; i < path.stages.size(); ++i)
        if (hasLine(path.stages[i]) && (!start || path.stages[i].carries.typical < path.stages[*start].carries.typical))
            start = i;
    if (path.isEmpty()) return result;
    BitRate left;
    const auto fall = [&](text::Sentence what, BitRate to, std::size_t stage) {
        if (to >= left) return;
        result.falls.push_back({std::move(what), left - to, to, path.stages[stage].working, stage});
        left = to;
    };
    if (start) {
        const Stage& link = path.stages[*start];
        result.from = link.name;
        result.line = std::max(link.line, link.carries.high);
        left = result.line;
        fall(link.kind == StageKind::Link
                 ? text::say("waterfall.headers-and-gaps-of", "headers and gaps of {}", link.name)
                 : text::say("waterfall.what-the-medium-of", "what the medium of {} takes", link.name),
             link.carries.high, *start);
        fall(text::say("waterfall.typical-shortfall", "typical shortfall in practice"), link.carries.typical, *start);
    } else {
        left = result.line = path.stages.front().carries.typical;
        result.from = path.stages.front().name;
    }
    for (std::size_t i = 0; i < path.stages.size(); ++i)
        if (!start || i != *start) fall(path.stages[i].name, path.stages[i].carries.typical, i);
    if (!result.falls.empty()) result.falls.back().binds = true;
    return result;
}

}  // namespace sokudo::expect
