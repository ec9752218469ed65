// SPDX-License-Identifier: GPL-3.0-or-later
// The reports of a plan, worst first; copies share them, block by block, until a block is changed.
#pragma once

#include <memory>
#include <vector>

#include "core/match/run_rules.h"

namespace sokudo::match {

using ReportPtr = std::shared_ptr<const LinkReport>;

/// Worst first, then by title, then by the id of the first run: no two links of a plan are equal in it.
struct WorstFirst {
    bool operator()(const ReportPtr&, const ReportPtr&) const;
};

/// Reads like a vector of reports in the order of WorstFirst. A change copies one block and the list of blocks.
class Reports {
    using Block = std::vector<ReportPtr>;
    using Spine = std::vector<std::shared_ptr<const Block>>;
    static constexpr std::size_t kMostRows = 256;

public:
    class Iterator {
    public:
        using iterator_category = std::forward_iterator_tag;
        using value_type = LinkReport;
        using difference_type = std::ptrdiff_t;
        using pointer = const LinkReport*;
        using reference = const LinkReport&;
        Iterator() = default;
        Iterator(const Spine* spine, std::size_t block) : m_spine(spine), m_block(block) {}
        reference operator*() const { return *(*(*m_spine)[m_block])[m_row]; }
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

    private:
        const Spine* m_spine = nullptr;
        std::size_t m_block = 0, m_row = 0;
    };

    Reports() = default;
    /// @param rows  in the order of WorstFirst
    explicit Reports(std::vector<ReportPtr> rows);
    Iterator begin() const { return {m_spine.get(), 0}; }
    Iterator end() const { return {m_spine.get(), m_spine ? m_spine->size() : 0}; }
    std::size_t size() const { return m_size; }
    bool empty() const { return m_size == 0; }
    const LinkReport& operator[](std::size_t i) const { return *row(i); }
    const LinkReport& front() const { return *row(0); }
    const ReportPtr& row(std::size_t) const;
    template <class Visit>
    void each(Visit visit) const
    {
        if (!m_spine) return;
        for (const auto& block : *m_spine)
            for (const ReportPtr& report : *block) visit(report);
    }
    Reports with(const ReportPtr&) const;
    /// The same object must be in it.
    Reports without(const ReportPtr&) const;

private:
    Reports(std::shared_ptr<const Spine> spine, std::size_t size) : m_spine(std::move(spine)), m_size(size) {}
    std::size_t blockOf(const ReportPtr&) const;
    std::shared_ptr<const Spine> m_spine;
    std::size_t m_size = 0;
};

/// All links of the plan.
Reports judgeAll(const plan::Plan&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
