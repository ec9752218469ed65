// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expect/stage.h"

#include <algorithm>

namespace sokudo::expect {

std::string_view word(StageKind kind)
{
    constexpr std::string_view kWords[] = {"disk", "processor", "slot", "link", "file share"};
    return kWords[static_cast<int>(kind)];
}

Expectation settle(std::vector<Stage> stages)
{
    Expectation made;
    made.stages = std::move(stages);
    if (made.stages.empty()) return made;
    made.expected = made.stages.front().carries;
    for (std::size_t i = 0; i < made.stages.size(); ++i) {
        const Band& band = made.stages[i].carries;
        made.expected = {std::min(made.expected.low, band.low), std::min(made.expected.typical, band.typical), std::min(made.expected.high, band.high)};
        if (band.typical < made.stages[made.binding].carries.typical) made.binding = i;
    }
    for (std::size_t i = 0; i < made.stages.size(); ++i) {
        if (i == made.binding) continue;
        if (!made.next || made.stages[i].carries.typical < made.stages[*made.next].carries.typical) made.next = i;
    }
    return made;
}

}  // namespace sokudo::expect
