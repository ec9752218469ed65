// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/reports.h"

#include <algorithm>

namespace sokudo::match {

bool WorstFirst::operator()(const ReportPtr& a, const ReportPtr& b) const
{
    if (a->verdict != b->verdict) return a->verdict > b->verdict;
    if (const int order = a->title.compare(b->title); order != 0) return order < 0;
    return a->link.id() < b->link.id();
}

Reports::Reports(std::vector<ReportPtr> rows) : m_size(rows.size())
{
    constexpr std::size_t kFill = kMostRows / 2;
    auto spine = std::make_shared<Spine>();
    for (std::size_t from = 0; from < rows.size(); from += kFill) {
        const auto first = rows.begin() + static_cast<std::ptrdiff_t>(from);
        const auto last = rows.begin() + static_cast<std::ptrdiff_t>(std::min(from + kFill, rows.size()));
        spine->push_back(std::make_shared<Block>(std::make_move_iterator(first), std::make_move_iterator(last)));
    }
    m_spine = std::move(spine);
}

const ReportPtr& Reports::row(std::size_t at) const
{
    for (const auto& block : *m_spine) {
        if (at < block->size()) return (*block)[at];
        at -= block->size();
    }
    return m_spine->back()->back();
}

/// The block that holds the report or would hold it.
std::size_t Reports::blockOf(const ReportPtr& report) const
{
    const auto at =
        std::lower_bound(m_spine->begin(), m_spine->end(), report,
                         [](const auto& block, const ReportPtr& one) { return WorstFirst()(block->back(), one); });
    return std::min(static_cast<std::size_t>(at - m_spine->begin()), m_spine->size() - 1);
}

Reports Reports::with(const ReportPtr& report) const
{
    if (empty()) return Reports(std::vector<ReportPtr>{report});
    auto spine = std::make_shared<Spine>(*m_spine);
    const std::size_t at = blockOf(report);
    auto block = std::make_shared<Block>(*(*spine)[at]);
    block->insert(std::lower_bound(block->begin(), block->end(), report, WorstFirst()), report);
    if (block->size() > kMostRows) {
        const auto middle = block->begin() + static_cast<std::ptrdiff_t>(block->size() / 2);
        auto second = std::make_shared<Block>(middle, block->end());
        block->erase(middle, block->end());
        spine->insert(spine->begin() + static_cast<std::ptrdiff_t>(at) + 1, std::move(second));
    }
    (*spine)[at] = std::move(block);
    return {std::move(spine), m_size + 1};
}

Reports Reports::without(const ReportPtr& report) const
{
    if (empty()) return *this;
    auto spine = std::make_shared<Spine>(*m_spine);
    const std::size_t at = blockOf(report);
    auto block = std::make_shared<Block>(*(*spine)[at]);
    const auto found = std::lower_bound(block->begin(), block->end(), report, WorstFirst());
    if (found == block->end() || *found != report) return *this;
    block->erase(found);
    if (block->empty()) spine->erase(spine->begin() + static_cast<std::ptrdiff_t>(at));
    else (*spine)[at] = std::move(block);
    return {std::move(spine), m_size - 1};
}

}  // namespace sokudo::match
