// SPDX-License-Identifier: GPL-3.0-or-later
// The jobs of a variant on the evenings there are: what is done, what is locked, how long the rest takes.
#pragma once

#include <optional>

#include "app/presenters/buy_presenter.h"
#include "core/jobs/progress.h"
#include "core/jobs/schedule.h"

namespace sokudo::app {

class WorkPresenter final : public QObject {
    Q_OBJECT
public:
    WorkPresenter(Document&, BuyPresenter&, QObject* parent = nullptr);
    /// Ticks and plans of this day; for tests.

    std::vector<store::Version> variants() const { return m_buy.variants(); }
    store::VersionId chosen() const { return m_buy.chosen(); }
    void choose(store::VersionId);
    const jobs::JobList& jobs() const { return m_jobs; }
    const jobs::JobProgress& progress() const { return m_progress; }
    /// A tick is of the house: while a variant is open there is none. Empty: it can be ticked.
    QString reasonDisabled() const;

    /// “you tue 2h, thu 2h; helper sat 4h”.
    QString people() const;
    /// Writes them into the house. @return what is wrong with it; empty: taken
    QString setPeople(const QString& line);
    /// The days of the jobs; an error in words where there is no plan.
    Result<jobs::Schedule> schedule() const;

    // Each gives what is wrong; empty: done.
    /// @param took  “25min”, “2h”; empty: not told
    QString tick(std::size_t job, int step, const QString& took);
    QString untick(std::size_t job, int step);
    QString settle(std::size_t job, std::size_t lock, const QString& by);

Q_SIGNALS:
    void changed();

private:
    void refresh();
    QString edit(const QString& text, const Result<plan::Plan>& next);
    Document& m_document;
    BuyPresenter& m_buy;
    jobs::JobList m_jobs;
    jobs::JobProgress m_progress;
};

}  // namespace sokudo::app
