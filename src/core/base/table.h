// SPDX-License-Identifier: GPL-3.0-or-later
// A set of objects sorted by id; copies share their storage, block by block, until a block is changed.
#pragma once

#include <algorithm>
#include <cstddef>
#include <iterator>
#include <memory>
#include <vector>

namespace sokudo {

/// An immutable table of T (which has a field `id`). `with` and `without` give a changed copy.
/// Rows stand in blocks of at most 128; a change copies one block and the list of blocks, so that
/// edits, undo snapshots and comparisons of two versions stay cheap in large plans.
template <class T>
class Table {
    using Block = std::vector<T>;
    using BlockPtr = std::shared_ptr<const Block>;
    using Spine = std::vector<BlockPtr>;
    static constexpr std::size_t kMostRows = 128;

public:
    using IdType = decltype(T::id);

    class Iterator {
    public:
        using iterator_category = std::forward_iterator_tag;
        using value_type = T;
        using difference_type = std::ptrdiff_t;
        using pointer = const T*;
        using reference = const T&;
        Iterator() = default;
        Iterator(const Spine* spine, std::size_t block) : m_spine(spine), m_block(block) {}
        reference operator*() const { return (*(*m_spine)[m_block])[m_row]; }
        pointer operator->() const { return &**this; }
        Iterator& operator++()
        {
            if (++m_row == (*m_spine)[m_block]->size()) {
                ++m_block;
                m_row = 0;
            }
            return *this;
        }
        Iterator operator++(int)
        {
            Iterator before = *this;
            ++*this;
            return before;
        }
        friend bool operator==(const Iterator& a, const Iterator& b)
        {
            return a.m_block == b.m_block && a.m_row == b.m_row;
        }
        /// The block that starts here; null in the middle of one or at the end.
        const Block* blockStart() const
        {
            return m_row == 0 && m_block < m_spine->size() ? (*m_spine)[m_block].get() : nullptr;
        }
        void skipBlock() { ++m_block; }

    private:
        const Spine* m_spine = nullptr;
        std::size_t m_block = 0, m_row = 0;
    };

    Table() : m_spine(emptySpine()) {}

    const T* find(IdType id) const
    {
        const auto block = blockOf(id);
        if (block == m_spine->end()) return nullptr;
        const auto at = std::lower_bound((*block)->begin(), (*block)->end(), id, byId);
        return at != (*block)->end() && at->id == id ? &*at : nullptr;
    }
    bool has(IdType id) const { return find(id) != nullptr; }
    Iterator begin() const { return {m_spine.get(), 0}; }
    Iterator end() const { return {m_spine.get(), m_spine->size()}; }
    std::size_t size() const { return m_size; }
    bool empty() const { return m_size == 0; }
    bool sharesStorageWith(const Table& other) const { return m_spine == other.m_spine; }

    // These are in table_rows.h, and compiled once for each kind of row.
    /// A copy that holds `row`, in place of an older row with the same id.
    Table with(T row) const;
    Table without(IdType id) const;
    /// All rows at once; for loading. The rows may come in any order.
    static Table fromRows(std::vector<T> rows);
    friend bool operator==(const Table& a, const Table& b) { return a.m_spine == b.m_spine || a.holdsTheSame(b); }

private:
    bool holdsTheSame(const Table& other) const;
    Table(std::shared_ptr<const Spine> spine, std::size_t size) : m_spine(std::move(spine)), m_size(size) {}
    static bool byId(const T& row, IdType id) { return row.id < id; }
    /// The block that holds `id` or would hold it; the end where all ids are smaller.
    auto blockOf(IdType id) const
    {
        return std::lower_bound(m_spine->begin(), m_spine->end(), id,
                                [](const BlockPtr& block, IdType wanted) { return block->back().id < wanted; });
    }
    static std::shared_ptr<const Spine> emptySpine()
    {
        static const auto kEmpty = std::make_shared<const Spine>();
        return kEmpty;
    }
    std::shared_ptr<const Spine> m_spine;
    std::size_t m_size = 0;
};

/// Calls `visit(before, after)` for every row that differs: null before where it was added, null after where it was
/// taken out. Blocks that both tables share are skipped.
template <class T, class Visit>
void eachDifference(const Table<T>& before, const Table<T>& after, Visit visit)
{
    if (before.sharesStorageWith(after)) return;
    auto old = before.begin(), now = after.begin();
    while (old != before.end() || now != after.end()) {
        if (old != before.end() && now != after.end()) {
            const auto* block = old.blockStart();
            if (block && block == now.blockStart()) {
                old.skipBlock();
                now.skipBlock();
                continue;
            }
        }
        if (now == after.end() || (old != before.end() && old->id < now->id)) {
            visit(&*old, static_cast<const T*>(nullptr));
            ++old;
        } else if (old == before.end() || now->id < old->id) {
            visit(static_cast<const T*>(nullptr), &*now);
            ++now;
        } else {
            if (!(*old == *now)) visit(&*old, &*now);
            ++old;
            ++now;
        }
    }
}

}  // namespace sokudo
