// SPDX-License-Identifier: GPL-3.0-or-later
// The judged links of a plan, kept up edit by edit: only what an edit touches is judged again.
#pragma once

#include <set>
#include <unordered_map>
#include <unordered_set>

#include "core/match/link_shape.h"
#include "core/match/reports.h"
#include "core/plan/wiring.h"

namespace sokudo::match {

/// Not for several threads at once. The knowledge base must outlive it.
class LinkBook {
public:
    explicit LinkBook(const kb::KnowledgeBase& kb) : m_kb(kb) {}
    /// Takes the next version of the plan. The first one is judged whole, later ones by their difference.
    void update(const plan::PlanPtr&);
    /// Worst first, then by title; the same as judging the plan from scratch.
    const Reports& reports() const { return m_reports; }
    /// How many links the last update judged.
    std::size_t judged() const { return m_judged; }

private:
    using Runs = std::unordered_set<plan::RunId>;

    void rebuild();
    Runs touched(const plan::Plan& before, const plan::Plan& after);
    Runs wholeLinks(const plan::Plan& after, const Runs& dirty) const;
    void touchPort(const plan::Plan&, plan::PortId, Runs&) const;
    void touchDevice(const plan::Plan&, plan::DeviceId, Runs&) const;
    void touchNeighbours(const plan::Plan&, Runs&) const;
    void drop(plan::RunId);
    void judgeLinkOf(const plan::Run&);

    const kb::KnowledgeBase& m_kb;
    plan::PlanPtr m_plan;
    plan::Wiring m_wiring;
    Reports m_reports;
    ShapeBook m_shapes{m_kb};
    std::unordered_map<plan::RunId, ReportPtr> m_byRun;
    std::size_t m_judged = 0;
};

}  // namespace sokudo::match
