// SPDX-License-Identifier: GPL-3.0-or-later
// Rows of a project file with any bytes in them: each is used or set aside with a reason, and what is used holds
// together. The input is a byte for the version of the file, then one row a line: kind, blank, id, blank, body.
#include <cstdint>
#include <cstdlib>

#include "core/base/text.h"
#include "core/plan/invariants.h"
#include "store/loaded.h"
#include "store/project_json.h"
#include "store/row_upgrade.h"

using namespace sokudo;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size < 1 || size > 30'000) return 0;
    store::ProjectBuilder builder(1 + data[0] % store::kVersion);
    const std::string content(reinterpret_cast<const char*>(data) + 1, size - 1);
    for (const std::string& line : text::split(content, '\n')) {
        const std::size_t first = line.find(' '), second = line.find(' ', first + 1);
        if (first == std::string::npos || second == std::string::npos) continue;
        const auto id = text::parseNumber(line.substr(first + 1, second - first - 1));
        if (!id || *id < 0 || *id > 9e15) continue;
        builder.add({line.substr(0, first), static_cast<std::int64_t>(*id), line.substr(second + 1), {}});
    }
    const store::Project project = std::move(builder).finish();
    if (!plan::brokenInvariants(project.plan).empty()) std::abort();
    for (const store::SetAside& row : project.setAside)
        if (row.why.empty()) std::abort();
    (void)store::exportJson(project);
    return 0;
}
