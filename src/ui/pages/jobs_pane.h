// SPDX-License-Identifier: GPL-3.0-or-later
// The jobs of the chosen variant over evenings, and one step at a time in large type.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"

class QLabel;
class QLineEdit;
class QPushButton;

namespace sokudo::ui {

class ScrollColumn;

class JobsPane final : public QWidget {
    Q_OBJECT
public:
    explicit JobsPane(app::BuyPresenter&, QWidget* parent = nullptr);

private:
    QWidget* stepPage();
    void refresh();
    void fillJobs();
    void showStep();
    void go(int steps);
    /// The day of each job, by the hours that were typed; says what is wrong with them.
    std::vector<QString> days();
    app::BuyPresenter& m_presenter;
    build::JobList m_list;
    std::size_t m_job = 0, m_step = 0;
    ScrollColumn *m_jobs, *m_detail;
    QLineEdit* m_people;
    QLabel *m_title, *m_plan;
    QPushButton *m_back, *m_next;
};

}  // namespace sokudo::ui
