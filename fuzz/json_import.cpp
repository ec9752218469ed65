// SPDX-License-Identifier: GPL-3.0-or-later
// An exported project that somebody edited or broke: imported whole or refused with a place; what is imported can be
// exported and means the same.
#include <cstdint>
#include <cstdlib>

#include "core/plan/invariants.h"
#include "store/project_json.h"

using namespace sokudo;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size > 60'000) return 0;
    const auto project = store::importJson({reinterpret_cast<const char*>(data), size}, "fuzz.json");
    if (!project) {
        if (project.error().what.text().empty() || project.error().where.empty()) std::abort();
        return 0;
    }
    if (!plan::brokenInvariants(project->plan).empty()) std::abort();
    const auto again = store::importJson(store::exportJson(*project), "again.json");
    if (!again || !(*again == *project)) std::abort();
    return 0;
}
