// SPDX-License-Identifier: GPL-3.0-or-later
// Tables of the data folder into the knowledge base. Each subject names its tables beside their rows.
#pragma once

#include <algorithm>
#include <optional>
#include <set>
#include <string>
#include <vector>

#include "core/base/result.h"
#include "core/kb/knowledge_base.h"
#include "core/kb/provenance.h"
#include "core/kb/row_reader.h"

namespace sokudo::kb {

/// The key of a row that is named by one of its fields.
template <auto Field, class Row>
const std::string& by(const Row& row)
{
    return row.*Field;
}

/// Puts tables into a knowledge base until one cannot be read.
class Loader {
public:
    /// @param only  the files whose tables are read, the others stay as they are in `into`; null: all
    Loader(const Files& files, KnowledgeBase& into, const std::set<std::string>* only = nullptr)
        : m_files(files), m_into(into), m_only(only)
    {}

    /// A table whose rows are named by `key`; by default by their id, where they have one.
    template <class Row>
    void add(const std::string& file, Row (*read)(RowReader&), typename RowTable<Row>::Key key = idOf<Row>(),
             Keys keys = Keys::Unique)
    {
        if (m_only && !m_only->contains(file)) return;
        std::vector<Row> rows;
        readFile(file, [&](RowReader& reader) { rows.push_back(read(reader)); });
        if (!m_error) m_into.put<Row>(std::make_shared<RowTable<Row>>(file, std::move(rows), key, keys));
    }
    const std::optional<Error>& error() const { return m_error; }

private:
    template <class Row>
    static constexpr typename RowTable<Row>::Key idOf()
    {
        if constexpr (requires(const Row& row) { row.id; })
            return [](const Row& row) -> const std::string& { return row.id; };
        else return nullptr;
    }
    template <class Take>
    void readFile(const std::string& file, Take take)
    {
        if (m_error) return;
        const std::optional<csv::Sheet> sheet = sheetOf(file);
        if (!sheet) return;
        for (const csv::Record& record : sheet->records()) {
            RowReader reader(*sheet, record, m_error);
            take(reader);
        }
    }
    std::optional<csv::Sheet> sheetOf(const std::string& file);

    const Files& m_files;
    KnowledgeBase& m_into;
    const std::set<std::string>* m_only;
    std::optional<Error> m_error;  ///< the first
};

/// The first row that holds; null: none.
template <class Row, class Holds>
const Row* firstWhere(const KnowledgeBase& kb, Holds holds)
{
    const std::vector<Row>& rows = kb.all<Row>();
    const auto found = std::find_if(rows.begin(), rows.end(), holds);
    return found == rows.end() ? nullptr : &*found;
}

// The tables of each subject, beside their rows.
void portTables(Loader&);
void reachTables(Loader&);
void hostTables(Loader&);
void causeTables(Loader&);
void copperTables(Loader&);
void sharedTables(Loader&);
void ruleTables(Loader&);
void tradeTables(Loader&);
void buyTables(Loader&);
void worthTables(Loader&);
void buildTables(Loader&);
void switchTables(Loader&);
void partTables(Loader&);
void stageTables(Loader&);
void surveyTables(Loader&);
void powerTables(Loader&);

}  // namespace sokudo::kb
