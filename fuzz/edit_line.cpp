// SPDX-License-Identifier: GPL-3.0-or-later
// Whatever stands in an edit line: another house that holds together, or one message; never a crash.
#include <cstdint>
#include <cstdlib>

#include "core/editline/edit_line.h"
#include "core/kb/load.h"
#include "core/plan/invariants.h"
#include "core/survey/paste.h"

using namespace sokudo;

namespace {

const kb::KnowledgeBase& knowledge()
{
    static const auto kb = kb::load(kb::embeddedFiles());
    return *kb;
}

void must(bool holds)
{
    if (!holds) std::abort();
}

/// A small house that has one of each kind of thing.
const plan::Plan& house()
{
    static const plan::Plan made = [] {
        IdSource ids(1);
        auto edited = editline::editedByAll({},
                                            "add place Cellar level -1\nadd place Study level 1\n"
                                            "switch core in Cellar: 8x sfp28, rj45 management\n"
                                            "add computer desk in Study: rj45 2.5g\nadd slot desk 1 3.0x8\n"
                                            "add run core 1 - open, om4 12m label=q1\n"
                                            "add service fibre, down=1g in=Cellar\nadd network cameras, tag=20\n"
                                            "add spare reel, length=40m\nadd open where does it end, about=\"run q1\"\n"
                                            "add address core 10.0.0.2\nadd photo of core: front, found=clean\n",
                                            knowledge(), ids);
        must(edited.has_value());
        return std::move(edited->plan);
    }();
    return made;
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size > 400) return 0;
    const std::string lines(reinterpret_cast<const char*>(data), size);
    IdSource ids(5000);
    if (const auto edited = editline::editedByAll(house(), lines, knowledge(), ids))
        must(plan::brokenInvariants(edited->plan).empty());
    else must(!edited.error().what.text().empty());
    if (const auto pasted = survey::readPasted(lines, house(), knowledge(), ids); !pasted)
        must(!pasted.error().what.text().empty());
    return 0;
}
