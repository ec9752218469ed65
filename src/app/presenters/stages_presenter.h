// SPDX-License-Identifier: GPL-3.0-or-later
// A variant cut into stages that each work by themselves, over the months that a budget takes.
#pragma once

#include "app/document.h"
#include "core/buy/stages.h"

namespace sokudo::app {

class StagesPresenter final : public QObject {
    Q_OBJECT
public:
    explicit StagesPresenter(Document& document) : m_document(document) {}

    /// @param plan  the variant as it would be with the house as it is now
    void plan(const store::Version&, plan::PlanPtr plan, std::optional<Money> monthly);
    /// Forgets the answer, and stops looking for one.
    void drop();
    /// The budget a month that applies to a variant.
    std::optional<Money> monthly(store::VersionId) const;
    bool isPlanning() const { return m_isPlanning; }
    const std::optional<buy::StagePlan>& stages() const { return m_stages; }
    QString problem() const { return m_problem; }

Q_SIGNALS:
    void changed();

private:
    Document& m_document;
    bool m_isPlanning = false;
    std::optional<buy::StagePlan> m_stages;
    QString m_problem;
    Work m_planning;
};

}  // namespace sokudo::app
