// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/kb/load.h"

#include "core/kb/loader.h"

namespace sokudo::kb {

std::optional<csv::Sheet> Loader::sheetOf(const std::string& file)
{
    const auto found = m_files.find(file);
    if (found == m_files.end()) {
        m_error = Error{ErrorCode::NotFound, "the table is missing from the data folder", file};
        return std::nullopt;
    }
    auto sheet = csv::parse(found->second, file);
    if (sheet) return std::move(*sheet);
    m_error = sheet.error();
    return std::nullopt;
}

namespace {

Result<KnowledgeBase> loadInto(KnowledgeBase kb, const Files& files, const std::set<std::string>* only)
{
    Loader tables(files, kb, only);
    for (const auto subject :
         {ruleTables, portTables, reachTables, hostTables, causeTables, copperTables, sharedTables, tradeTables,
          buyTables, worthTables, buildTables, switchTables, partTables, stageTables, surveyTables, powerTables})
        subject(tables);
    if (tables.error()) return tl::unexpected(*tables.error());
    return kb;
}

}  // namespace

Result<KnowledgeBase> load(const Files& files) { return loadInto({}, files, nullptr); }

Result<KnowledgeBase> loadAgain(const KnowledgeBase& built, const Files& files, const std::set<std::string>& changed)
{
    return loadInto(built, files, &changed);
}

}  // namespace sokudo::kb
