// SPDX-License-Identifier: GPL-3.0-or-later
// An edit in the making, and the objects that a line names.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "core/editline/words.h"
#include "core/kb/knowledge_base.h"
#include "core/plan/plan.h"

namespace sokudo::editline {

struct Draft {
    plan::Plan plan;
    const kb::KnowledgeBase& kb;
    IdSource& ids;
    std::vector<plan::Subject> touched;  ///< what was added or changed, in order

    /// Takes the edited plan. @return the error of a refused edit
    std::optional<Error> take(Result<plan::Plan> next)
    {
        if (!next) return next.error();
        plan = std::move(*next);
        return std::nullopt;
    }
    template <class Tag>
    void touch(const char* kind, Id<Tag> id)
    {
        touched.push_back({kind, id.value});
    }
};

// Each takes the words of a name, the longest that there is, in any case of letters.
// @error BadInput  there is none of that name, with the nearest that there is
Result<plan::DeviceId> takeDevice(Words&, const plan::Plan&);
Result<plan::PlaceId> takePlace(Words&, const plan::Plan&);
/// "core 4", "press W1"; a device with one port is enough for that port.
Result<plan::PortId> takePort(Words&, const plan::Plan&);
Result<plan::RunId> takeRun(Words&, const plan::Plan&);
Result<plan::NetworkId> takeNetwork(Words&, const plan::Plan&);
Result<plan::OutletId> takeOutlet(Words&, const plan::Plan&);
Result<plan::CircuitId> takeCircuit(Words&, const plan::Plan&);
/// Any of them: "run q2", "place attic", "port core 4", "device core", or a name that only one of them has.
Result<plan::Subject> takeSubject(Words&, const plan::Plan&);
/// The words of a role: "access point". Nothing where the next word is none.
std::optional<plan::Role> takeRole(Words&, const kb::KnowledgeBase&);

}  // namespace sokudo::editline
