// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/stages_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "host/clock.h"

namespace sokudo::app {

std::optional<Money> StagesPresenter::monthly(store::VersionId id) const
{
    const store::Version* chosen = m_document.versions().find(id);
    std::optional<Money> monthly;
    for (const plan::Budget& one : m_document.house()->budgets)
        if (one.monthly && (!monthly || (chosen && text::lower(one.name) == text::lower(chosen->name))))
            monthly = one.monthly;
    return monthly;
}

void StagesPresenter::drop()
{
    m_stages.reset();
    m_problem.clear();
    m_planning.stop();
    m_isPlanning = false;
}

void StagesPresenter::plan(const store::Version& version, plan::PlanPtr plan, std::optional<Money> monthly)
{
    m_isPlanning = true;
    m_stages.reset();
    m_problem.clear();
    Q_EMIT changed();
    m_planning.start(
        *this,
        [house = m_document.house(), variant = std::move(plan), kb = m_document.sharedKnowledge(), monthly,
         list =
             buy::ListQuestion{host::today(), version.name, buy::builtInSolver()}](const std::atomic<bool>& isStopped) {
            return buy::stagePlan({*house, *variant, *kb, list, monthly, &isStopped, {}});
        },
        [this](Result<buy::StagePlan> done) {
            m_isPlanning = false;
            if (done) m_stages = std::move(*done);
            else m_problem = toQt(done.error().message());
            Q_EMIT changed();
        });
}

}  // namespace sokudo::app
