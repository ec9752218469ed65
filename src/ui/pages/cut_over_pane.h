// SPDX-License-Identifier: GPL-3.0-or-later
// The day of a cut-over: steps with their times, one in large type, the clock, and what is off for whom.
#pragma once

#include <QWidget>

#include "app/presenters/cut_over_presenter.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace sokudo::ui {

class ScrollColumn;

class CutOverPane final : public QWidget {
    Q_OBJECT
public:
    explicit CutOverPane(app::CutOverPresenter&, QWidget* parent = nullptr);
    QString savePdf(const QString& path) const;

private:
    QLayout* head();
    QLayout* window();
    QWidget* stepPage();
    void refresh();
    void fillHead();
    void fillSteps();
    void showStep();
    void fillSide();
    void showClock();
    void showProblem(const QString& problem);
    app::CutOverPresenter& m_presenter;
    QComboBox *m_day, *m_from, *m_to, *m_removed;
    QLineEdit *m_on, *m_begins, *m_until, *m_reserve, *m_appointments, *m_value;
    QLabel *m_title, *m_clock, *m_rollBack, *m_state, *m_problem;
    QCheckBox* m_practice;
    ScrollColumn *m_steps, *m_detail, *m_side;
    QPushButton *m_add, *m_begin, *m_done, *m_back;
};

}  // namespace sokudo::ui
