// SPDX-License-Identifier: GPL-3.0-or-later
// The memory of a module, however it was programmed or torn: decoded or refused, and its name is text.
#include <cstdint>
#include <cstdlib>

#include "core/base/utf8.h"
#include "core/kb/load.h"
#include "core/measure/module_name.h"
#include "host/module_memory.h"

using namespace sokudo;

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size > 4096) return 0;
    static const auto kb = kb::load(kb::embeddedFiles());
    const auto module = host::decodeModule({data, size});
    if (!module) {
        if (module.error().what.text().empty()) std::abort();
        return 0;
    }
    const measure::ModuleName name = measure::nameOf(*module, *kb);
    for (const std::string& text :
         {module->kind, module->maker, module->part, module->serial, name.says, name.connector})
        if (firstNotUtf8(text) || withoutControls(text) != text) std::abort();
    return 0;
}
