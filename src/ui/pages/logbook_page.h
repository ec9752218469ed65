// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 7: everything in time order, notes, before and after, the report.
#pragma once

#include <QWidget>

#include "app/presenters/logbook_presenter.h"

class QLabel;
class QLineEdit;
class QTableView;

namespace sokudo::ui {

class SeriesPlot;

class LogbookPage final : public QWidget {
    Q_OBJECT
public:
    explicit LogbookPage(app::LogbookPresenter&, QWidget* parent = nullptr);

private:
    void makeTable();
    QWidget* whenMade();
    void followRow();
    QWidget* comparison();
    void refresh();
    void writeReport();
    app::LogbookPresenter& m_presenter;
    QTableView* m_table;
    QWidget* m_when;
    QLineEdit* m_note;
    QLabel* m_title;
    QLabel* m_sentence;
    QLabel* m_said;
    SeriesPlot* m_plot;
};

}  // namespace sokudo::ui
