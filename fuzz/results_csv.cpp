// SPDX-License-Identifier: GPL-3.0-or-later
// A CSV file of results from anywhere: imported whole or refused with its line; what is imported holds in a project.
#include <cstdint>
#include <cstdlib>

#include "core/measure/checks.h"
#include "core/measure/import_csv.h"

using namespace sokudo;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size > 20'000) return 0;
    static const plan::Plan plan = [] {
        plan::Plan result;
        result.places = result.places.with({{1}, "cellar"});
        result.devices = result.devices.with({{2}, {1}, "vault"}).with({{3}, {1}, "platen"});
        return result;
    }();
    IdSource ids{1};
    const auto trials =
        measure::importCsv({reinterpret_cast<const char*>(data), size}, "fuzz.csv", plan, {{2}, {3}, {}}, ids);
    if (!trials) {
        if (trials.error().what.text().empty() || trials.error().where.empty()) std::abort();
        return 0;
    }
    for (const measure::Trial& trial : *trials)
        if (measure::problemOf(trial)) std::abort();
    return 0;
}
