// SPDX-License-Identifier: GPL-3.0-or-later
// Flows of a busy evening: bars of what each gets beside the others, and the trunks they cross.
#pragma once

#include <QWidget>

#include "app/presenters/flows_presenter.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QSpinBox;
class QVBoxLayout;

namespace sokudo::ui {

class BarView;
class MarkedTable;

class FlowsPane final : public QWidget {
    Q_OBJECT
public:
    explicit FlowsPane(app::FlowsPresenter&, QWidget* parent = nullptr);
    MarkedTable& table() { return *m_flows; }

private:
    QWidget* addRow();
    void refresh();
    void showDetail(int row);
    void add();
    app::FlowsPresenter& m_presenter;
    QComboBox* m_set;
    QLabel* m_headline;
    MarkedTable* m_flows;
    BarView* m_bars;
    QVBoxLayout* m_detail;
    QLineEdit* m_name;
    QComboBox* m_from;
    QComboBox* m_to;
    QComboBox* m_kind;
    QSpinBox* m_asks;
};

}  // namespace sokudo::ui
