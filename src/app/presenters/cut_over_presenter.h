// SPDX-License-Identifier: GPL-3.0-or-later
// The day of a cut-over: its plan, the clock that runs on the day, marks, and what is left over.
#pragma once

#include <functional>
#include <optional>

#include <QTimer>

#include "app/document.h"
#include "app/work.h"
#include "core/cutover/cut_over.h"

namespace sokudo::app {

class CutOverPresenter final : public QObject {
    Q_OBJECT
public:
    explicit CutOverPresenter(Document&, QObject* parent = nullptr);
    /// Minutes after the window of a day begins; for tests and for trying it out.
    void setClock(std::function<double(const plan::CutOver&)> clock);
    /// A day in simulated time: a minute passes each second, from the beginning of the window.
    void setPractice(bool);
    bool isPractice() const { return m_isPractice; }

    /// Of the house or the variant that is shown.
    std::vector<plan::CutOver> days() const;
    const plan::CutOver* day() const;
    void choose(plan::CutOverId);
    /// A day with these switches. @return what is wrong; empty: it is there
    QString add(const QString& from, const QString& to);
    /// One field, as edit lines name it: begins, until, on, reserve, appointments, removed.
    QString set(const QString& key, const QString& value);
    std::vector<QString> switches() const;

    const std::optional<cutover::CutOverPlan>& plan() const { return m_made; }
    QString problem() const { return m_problem; }  ///< why there is no plan; empty: there is
    bool isWorking() const { return m_isWorking; }

    double now() const;
    cutover::DayState state() const;
    std::size_t at() const { return m_at; }
    void go(std::size_t step);

    // Each gives what is wrong; empty: done.
    QString begin();
    QString done(const QString& value);
    /// What is left over becomes loose ends.
    QString backlog();
    /// All leads of the list are moved in the house that is shown.
    QString takeOver();

    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }
    std::string nameOf(plan::DeviceId) const;

Q_SIGNALS:
    void changed();
    void ticked();

private:
    void refresh();
    std::vector<plan::DayMark> marks() const;
    QString edit(const QString& text, const Result<plan::Plan>& next);
    Document& m_document;
    std::function<double(const plan::CutOver&)> m_clock;
    plan::CutOverId m_chosen;
    plan::CutOver m_madeFor;  ///< the day that the plan was made for
    plan::PlanPtr m_madeOf;
    std::optional<cutover::CutOverPlan> m_made;
    QString m_problem;
    bool m_isWorking = false, m_isPractice = false;
    std::size_t m_at = 0;
    QTimer m_second;
    Work m_work;
};

}  // namespace sokudo::app
