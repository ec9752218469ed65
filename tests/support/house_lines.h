// SPDX-License-Identifier: GPL-3.0-or-later
// A house out of edit lines: the shortest way to say one.
#pragma once

#include "core/editline/edit_line.h"
#include "each_table.h"
#include "testing.h"

namespace sokudo::testing {

/// The lines carried out on a house, an empty one by default. A line that is refused ends the test program with its
/// reason.
inline plan::Plan houseOf(std::string_view lines, const plan::Plan& on = {})
{
    IdSource ids(5);
    ids.startAfter(plan::greatestId(on));
    auto made = editline::editedByAll(on, lines, knowledge(), ids);
    if (!made) qFatal("%s", made.error().message().c_str());
    return std::move(made->plan);
}

inline plan::PortId portCalled(const plan::Plan& plan, std::string_view text)
{
    for (const plan::Port& port : plan.ports)
        if (plan::portText(plan, port.id) == text) return port.id;
    qFatal("no port %s", std::string(text).c_str());
}

}  // namespace sokudo::testing
