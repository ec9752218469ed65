// SPDX-License-Identifier: GPL-3.0-or-later
// Other ways: the wish above, every way that passes in a ranked table, the chosen one with its steps, what does not do
// and why.
#pragma once

#include <QWidget>

#include "app/presenters/ways_presenter.h"

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace sokudo::ui {

class MarkedTable;

class WaysPane final : public QWidget {
    Q_OBJECT
public:
    WaysPane(app::WaysPresenter&, QWidget* parent = nullptr);
    MarkedTable& table() { return *m_table; }

private:
    QWidget* wishRow();
    void refresh();
    void showDetail(int row);
    void ask();
    app::WaysPresenter& m_presenter;
    QComboBox* m_from;
    QComboBox* m_to;
    QComboBox* m_rate;
    QDoubleSpinBox* m_length;
    QCheckBox* m_wall;
    QComboBox* m_order;
    QLabel* m_headline;
    QLabel* m_explains;
    MarkedTable* m_table;
    QVBoxLayout* m_detail;
    QPushButton* m_use;
    bool m_filling = false;
};

}  // namespace sokudo::ui
