// SPDX-License-Identifier: GPL-3.0-or-later
// The jobs of a variant: ticked one step at a time, in large type, on the evenings there are.
#pragma once

#include <QWidget>

#include "app/presenters/work_presenter.h"

class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;

namespace sokudo::ui {

class ScrollColumn;
class VariantBox;

class JobsPane final : public QWidget {
    Q_OBJECT
public:
    explicit JobsPane(app::WorkPresenter&, QWidget* parent = nullptr);
    /// From its first step on.
    void showJob(std::size_t job);
    /// Writes the jobs as a sheet. @return what went wrong; empty: it is written
    QString savePdf(const QString& path) const;

private:
    QLayout* head();
    QWidget* stepPage();
    void refresh();
    void fillVariants();
    void fillJobs();
    void showStep();
    void showLocks();
    void go(int steps);
    void tick();
    void say(const QString& problem);
    std::vector<QString> days();
    app::WorkPresenter& m_presenter;
    std::size_t m_job = 0, m_step = 0;
    std::string m_shown;  ///< key of the job that is shown
    VariantBox* m_variant;
    QLabel *m_title, *m_plan, *m_problem;
    QLineEdit *m_people, *m_took;
    ScrollColumn *m_jobs, *m_detail;
    QPushButton *m_back, *m_next, *m_tick;
};

}  // namespace sokudo::ui
