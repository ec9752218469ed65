// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/repairs_presenter.h"

#include <random>

#include "app/qt_text.h"
#include "core/plan/kind.h"
#include "host/clock.h"

namespace sokudo::app {

void RepairsPresenter::search(std::shared_ptr<const PowerView> view, const std::optional<power::Outage>& failure)
{
    m_view = std::move(view);
    m_isSearching = true;
    m_repairs.clear();
    Q_EMIT changed();
    const auto search = [plan = m_view->plan, kb = m_view->kb, failure,
                         year = host::thisYear()](const std::atomic<bool>& isStopped) {
        IdSource ids(std::random_device{}());
        ids.startAfter(plan::greatestId(*plan));
        return power::repairsFor(plan, *kb, ids, year, &isStopped, failure);
    };
    m_work.start(*this, search, [this](std::vector<power::Repair> found) {
        m_isSearching = false;
        m_repairs = std::move(found);
        Q_EMIT changed();
    });
}

void RepairsPresenter::stop()
{
    m_work.stop();
    m_isSearching = false;
    Q_EMIT changed();
}

bool RepairsPresenter::use(int repair)
{
    if (repair < 0 || repair >= static_cast<int>(m_repairs.size()) || !m_view) return false;
    if (!(*m_view->plan == m_document.plan())) {
        Q_EMIT m_document.failed("The house has changed since; the repairs are being tried again");
        return false;
    }
    const power::Repair one = m_repairs[static_cast<std::size_t>(repair)];
    return m_document.edit(toQt(one.what), one.plan);
}

}  // namespace sokudo::app
