// SPDX-License-Identifier: GPL-3.0-or-later
// Single points of failure, worst first, and their repairs.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

class QLabel;
class QPushButton;

namespace sokudo::ui {

class JudgementList;
class MarkedTable;

class SinglePointsPane final : public QWidget {
    Q_OBJECT
public:
    explicit SinglePointsPane(app::PowerPresenter&, QWidget* parent = nullptr);
    MarkedTable& table() { return *m_table; }

Q_SIGNALS:
    /// The failure of the chosen row is played.
    void played();

private:
    void refresh();
    void showRow(int row);
    app::PowerPresenter& m_presenter;
    QLabel* m_title;
    MarkedTable* m_table;
    QLabel* m_detail;
    QPushButton* m_play;
    JudgementList* m_judgements;
};

}  // namespace sokudo::ui
