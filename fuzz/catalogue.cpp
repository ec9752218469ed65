// SPDX-License-Identifier: GPL-3.0-or-later
// A table an author or an owner edits: loaded whole or refused with a place, never a crash. The first byte picks the
// table.
#include <cstdint>
#include <cstdlib>

#include "core/kb/check.h"
#include "core/kb/own_rows.h"
#include "core/oneline/link_line.h"

using namespace sokudo;

namespace {

/// The shipped tables with a dozen lines each, beside the one that is fuzzed: many loads a second matter more here than
/// every row.
const kb::Files& shortTables()
{
    static const kb::Files result = [] {
        kb::Files files;
        for (const auto& [name, content] : kb::embeddedFiles()) {
            std::size_t end = 0;
            for (int line = 0; line < 12 && end != std::string::npos; ++line)
                end = content.find('\n', end == 0 ? 0 : end + 1);
            files[name] = end == std::string::npos ? content : content.substr(0, end + 1);
        }
        return files;
    }();
    return result;
}

}  // namespace

extern "C" int LLVMFuzzerTestOneInput(const std::uint8_t* data, std::size_t size)
{
    if (size < 2 || size > 20'000) return 0;
    static std::vector<std::string> names;
    if (names.empty())
        for (const auto& [name, content] : kb::embeddedFiles())
            if (name.ends_with(".csv")) names.push_back(name);
    const std::string content(reinterpret_cast<const char*>(data) + 1, size - 1);
    static const kb::KnowledgeBase others = *kb::load(shortTables());
    const std::string& name = names[data[0] % names.size()];
    kb::Files files;
    files[name] = content;
    if (const auto kb = kb::loadAgain(others, files, {name})) {
        (void)kb::contradictions(*kb);
        (void)oneline::judgeLinkLine("sfp28:25gbase-sr,fec=rs / om4 80m joints=2 / sfp28:25gbase-sr,fec=rs", *kb);
    } else if (kb.error().what.text().empty()) {
        std::abort();
    }
    if (size > 300 || data[1] % 8 != 0) return 0;  // the catalogue is checked anew for each own row
    static const kb::KnowledgeBase shipped = *kb::load(kb::embeddedFiles());
    const auto& tables = kb::openTables();
    const auto rows =
        kb::ownRowsFromCsv(kb::embeddedFiles(), tables[data[0] % tables.size()].table, content, "own.csv");
    if (rows && rows->size() < 3) (void)kb::loadWith(shipped, kb::embeddedFiles(), *rows);
    return 0;
}
