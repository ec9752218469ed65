// SPDX-License-Identifier: GPL-3.0-or-later
// Say the wishes; the cheapest plan that grants them, proved.
#pragma once

#include <QWidget>

#include "app/presenters/buy_presenter.h"

class QLabel;
class QLayout;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace sokudo::ui {

class ScrollColumn;

class CheapestPane final : public QWidget {
    Q_OBJECT
public:
    explicit CheapestPane(app::BuyPresenter&, QWidget* parent = nullptr);

Q_SIGNALS:
    void takenOver();

private:
    QWidget* wishes();
    void refresh();
    void fillAnswer();
    void fillPlan(const buy::CheapestPlan&);
    QLayout* takeOverRow();
    void add();
    app::BuyPresenter& m_presenter;
    QLineEdit *m_line, *m_name;
    QLabel* m_problem;
    QVBoxLayout* m_wishes;
    QPushButton* m_solve;
    ScrollColumn* m_answer;
};

}  // namespace sokudo::ui
