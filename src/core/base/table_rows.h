// SPDX-License-Identifier: GPL-3.0-or-later
// How a table is changed. Only where a kind of row is compiled for all: elsewhere table.h is enough.
#pragma once

#include "core/base/table.h"

namespace sokudo {

/// The places of ids in rising order; of equal ones the first first.
std::vector<std::size_t> risingOrder(const std::vector<std::int64_t>& ids);

template <class T>
Table<T> Table<T>::with(T row) const
{
    auto spine = std::make_shared<Spine>(*m_spine);
    if (spine->empty()) {
        spine->push_back(std::make_shared<Block>(1, std::move(row)));
        return Table(std::move(spine), 1);
    }
    auto place = spine->begin() + (blockOf(row.id) - m_spine->begin());
    if (place == spine->end()) --place;
    auto rows = std::make_shared<Block>(**place);
    const auto at = std::lower_bound(rows->begin(), rows->end(), row.id, byId);
    const bool isNew = at == rows->end() || at->id != row.id;
    if (isNew) rows->insert(at, std::move(row));
    else *at = std::move(row);
    if (rows->size() > kMostRows) {
        const auto middle = rows->begin() + static_cast<std::ptrdiff_t>(rows->size() / 2);
        auto second = std::make_shared<Block>(std::make_move_iterator(middle), std::make_move_iterator(rows->end()));
        rows->erase(middle, rows->end());
        *place = std::move(rows);
        spine->insert(place + 1, std::move(second));
    } else {
        *place = std::move(rows);
    }
    return Table(std::move(spine), m_size + (isNew ? 1 : 0));
}

template <class T>
Table<T> Table<T>::without(IdType id) const
{
    if (!has(id)) return *this;
    auto spine = std::make_shared<Spine>(*m_spine);
    const auto place = spine->begin() + (blockOf(id) - m_spine->begin());
    auto rows = std::make_shared<Block>(**place);
    std::erase_if(*rows, [id](const T& row) { return row.id == id; });
    if (rows->empty()) spine->erase(place);
    else *place = std::move(rows);
    return Table(std::move(spine), m_size - 1);
}

template <class T>
Table<T> Table<T>::fromRows(std::vector<T> rows)
{
    std::vector<std::int64_t> ids;
    for (const T& row : rows) ids.push_back(row.id.value);
    auto spine = std::make_shared<Spine>();
    constexpr std::size_t kFill = kMostRows / 2;
    std::shared_ptr<Block> block;
    for (std::size_t at : risingOrder(ids)) {
        if (!block || block->size() == kFill) spine->push_back(block = std::make_shared<Block>());
        block->push_back(std::move(rows[at]));
    }
    return Table(std::move(spine), rows.size());
}

template <class T>
bool Table<T>::holdsTheSame(const Table& other) const
{
    if (m_size != other.m_size) return false;
    bool same = true;
    eachDifference(*this, other, [&](const T*, const T*) { same = false; });
    return same;
}

}  // namespace sokudo
