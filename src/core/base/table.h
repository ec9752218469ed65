// SPDX-License-Identifier: GPL-3.0-or-later
// A set of objects sorted by id; copies share their storage until one is changed.
#pragma once

#include <algorithm>
#include <memory>
#include <vector>

namespace sokudo {

/// An immutable table of T (which has a field `id`). `with` and `without` give a changed copy.
template <class T>
class Table {
public:
    using IdType = decltype(T::id);

    Table() : m_rows(emptyRows()) {}

    const T* find(IdType id) const
    {
        auto at = lower(id);
        return at != m_rows->end() && at->id == id ? &*at : nullptr;
    }
    bool has(IdType id) const { return find(id) != nullptr; }
    auto begin() const { return m_rows->begin(); }
    auto end() const { return m_rows->end(); }
    std::size_t size() const { return m_rows->size(); }
    bool empty() const { return m_rows->empty(); }
    bool sharesStorageWith(const Table& other) const { return m_rows == other.m_rows; }

    /// A copy that holds `row`, in place of an older row with the same id.
    Table with(T row) const
    {
        auto rows = std::make_shared<std::vector<T>>(*m_rows);
        auto at = std::lower_bound(rows->begin(), rows->end(), row.id, byId);
        if (at != rows->end() && at->id == row.id)
            *at = std::move(row);
        else
            rows->insert(at, std::move(row));
        return Table(std::move(rows));
    }
    Table without(IdType id) const
    {
        auto rows = std::make_shared<std::vector<T>>(*m_rows);
        std::erase_if(*rows, [id](const T& row) { return row.id == id; });
        return Table(std::move(rows));
    }
    /// All rows at once; for loading. The rows may come in any order.
    static Table fromRows(std::vector<T> rows)
    {
        std::sort(rows.begin(), rows.end(), [](const T& a, const T& b) { return a.id < b.id; });
        return Table(std::make_shared<std::vector<T>>(std::move(rows)));
    }
    friend bool operator==(const Table& a, const Table& b) { return a.m_rows == b.m_rows || *a.m_rows == *b.m_rows; }

private:
    using Rows = std::shared_ptr<const std::vector<T>>;
    explicit Table(Rows rows) : m_rows(std::move(rows)) {}
    static bool byId(const T& row, IdType id) { return row.id < id; }
    auto lower(IdType id) const { return std::lower_bound(m_rows->begin(), m_rows->end(), id, byId); }
    static Rows emptyRows()
    {
        static const Rows kEmpty = std::make_shared<std::vector<T>>();
        return kEmpty;
    }
    Rows m_rows;
};

}  // namespace sokudo
