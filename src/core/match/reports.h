// SPDX-License-Identifier: GPL-3.0-or-later
// The reports of a plan, worst first; copies share the reports.
#pragma once

#include <memory>
#include <vector>

#include "core/match/run_rules.h"

namespace sokudo::match {

using ReportPtr = std::shared_ptr<const LinkReport>;

/// Reads like a vector of reports.
class Reports {
public:
    class Iterator {
    public:
        using iterator_category = std::forward_iterator_tag;
        using value_type = LinkReport;
        using difference_type = std::ptrdiff_t;
        using pointer = const LinkReport*;
        using reference = const LinkReport&;
        Iterator() = default;
        explicit Iterator(std::vector<ReportPtr>::const_iterator at) : m_at(at) {}
        reference operator*() const { return **m_at; }
        pointer operator->() const { return m_at->get(); }
        Iterator& operator++()
        {
            ++m_at;
            return *this;
        }
        Iterator operator++(int) { return Iterator(m_at++); }
        friend bool operator==(const Iterator&, const Iterator&) = default;

    private:
        std::vector<ReportPtr>::const_iterator m_at;
    };

    Reports() = default;
    explicit Reports(std::vector<ReportPtr> rows) : m_rows(std::move(rows)) {}
    Iterator begin() const { return Iterator(m_rows.begin()); }
    Iterator end() const { return Iterator(m_rows.end()); }
    std::size_t size() const { return m_rows.size(); }
    bool empty() const { return m_rows.empty(); }
    const LinkReport& operator[](std::size_t i) const { return *m_rows[i]; }
    const LinkReport& front() const { return *m_rows.front(); }
    const ReportPtr& row(std::size_t i) const { return m_rows[i]; }

private:
    std::vector<ReportPtr> m_rows;
};

/// All links of the plan, worst first, then by title.
Reports judgeAll(const plan::Plan&, const kb::KnowledgeBase&);

}  // namespace sokudo::match
