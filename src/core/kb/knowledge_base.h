// SPDX-License-Identifier: GPL-3.0-or-later
// The facts Sokudo knows: every table of data/ by the kind of its rows.
#pragma once

#include <memory>
#include <string>
#include <string_view>
#include <unordered_map>
#include <utility>
#include <vector>

#include "core/kb/provenance.h"

namespace sokudo::kb {

class KnowledgeBase;

/// What is asked of a table whatever its rows are.
class AnyTable {
public:
    virtual ~AnyTable() = default;
    /// Ids that stand twice and sources that lead nowhere, a sentence each.
    virtual void complain(const KnowledgeBase&, std::vector<std::string>& out) const = 0;
};

/// Whether two rows of a table may have one key; then the first is found by it.
enum class Keys { Unique, Shared };

/// The rows of one table and their index. Immutable.
template <class Row>
class RowTable : public AnyTable {
public:
    /// Reads a row's key; empty: rows of this table have none.
    using Key = const std::string& (*)(const Row&);
    RowTable(std::string file, std::vector<Row> rows, Key key, Keys keys)
        : m_file(std::move(file)), m_rows(std::move(rows)), m_key(key), m_keys(keys)
    {
        if (!key) return;
        for (const Row& row : m_rows) m_index.emplace(key(row), &row);
        if constexpr (requires(const Row& row) { row.aliases; })
            for (const Row& row : m_rows)
                for (const std::string& alias : row.aliases) m_index.emplace(alias, &row);
    }
    RowTable(const RowTable&) = delete;
    RowTable& operator=(const RowTable&) = delete;
    const std::vector<Row>& rows() const { return m_rows; }
    const Row* find(std::string_view name) const
    {
        const auto found = m_index.find(name);
        return found == m_index.end() ? nullptr : found->second;
    }
    std::shared_ptr<const RowTable> with(std::vector<Row> rows) const
    {
        return std::make_shared<RowTable>(m_file, std::move(rows), m_key, m_keys);
    }
    void complain(const KnowledgeBase&, std::vector<std::string>& out) const override;

private:
    std::string m_file;
    std::vector<Row> m_rows;
    Key m_key;
    Keys m_keys;
    std::unordered_map<std::string_view, const Row*> m_index;  ///< keys first, then aliases: the first of a name counts
};

/// The place of a kind of row among the tables; the same throughout a run of the program.
std::size_t nextTableNumber();
template <class Row>
inline const std::size_t tableNumber = nextTableNumber();

/// All tables. Immutable once loaded; a copy shares the tables; passed by const reference.
class KnowledgeBase {
public:
    /// The rows of a kind in the order of their table.
    template <class Row>
    const std::vector<Row>& all() const
    {
        static const std::vector<Row> none;
        const RowTable<Row>* found = table<Row>();
        return found ? found->rows() : none;
    }
    /// The row of that key or, where its kind has them, alias; null: none.
    template <class Row>
    const Row* find(std::string_view name) const
    {
        const RowTable<Row>* found = table<Row>();
        return found ? found->find(name) : nullptr;
    }
    /// "IEEE 802.3 Clause 52": the document and clause of a source id.
    std::string citation(std::string_view source) const;

    template <class Row>
    void put(std::shared_ptr<const RowTable<Row>> next)
    {
        const std::size_t at = tableNumber<Row>;
        if (m_tables.size() <= at) m_tables.resize(at + 1);
        m_tables[at] = std::move(next);
    }
    /// The same tables with other rows of this kind.
    template <class Row>
    KnowledgeBase with(std::vector<Row> rows) const
    {
        KnowledgeBase result = *this;
        result.put<Row>(table<Row>()->with(std::move(rows)));
        return result;
    }
    const std::vector<std::shared_ptr<const AnyTable>>& tables() const { return m_tables; }

private:
    template <class Row>
    const RowTable<Row>* table() const
    {
        const std::size_t at = tableNumber<Row>;
        return at < m_tables.size() ? static_cast<const RowTable<Row>*>(m_tables[at].get()) : nullptr;
    }
    std::vector<std::shared_ptr<const AnyTable>> m_tables;  ///< by tableNumber; null: of no table
};

template <class Row>
void RowTable<Row>::complain(const KnowledgeBase& kb, std::vector<std::string>& out) const
{
    for (const Row& row : m_rows) {
        if (m_key && m_keys == Keys::Unique && find(m_key(row)) != &row)
            out.push_back(m_file + ": id " + m_key(row) + " stands twice");
        if constexpr (requires { row.from.source; })
            if (!kb.find<Clause>(row.from.source)) out.push_back(m_file + ": unknown source " + row.from.source);
    }
}

}  // namespace sokudo::kb
