// SPDX-License-Identifier: GPL-3.0-or-later
// What stands where, how warm it gets, what the place carries, and what other vents would do.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

class QComboBox;
class QLabel;
class QSpinBox;

namespace sokudo::ui {

class JudgementList;
class MarkedTable;

class PlacesPane final : public QWidget {
    Q_OBJECT
public:
    explicit PlacesPane(app::PowerPresenter&, QWidget* parent = nullptr);
    MarkedTable& table() { return *m_table; }

private:
    QWidget* ventsForm();
    QWidget* suitsForm();
    void showSuits();
    void refresh();
    void showRow(int row);
    void tryVents();
    app::PowerPresenter& m_presenter;
    MarkedTable* m_table;
    QLabel* m_detail;
    QSpinBox *m_vents, *m_area, *m_fan;
    QLabel* m_tried;
    JudgementList* m_judgements;
    QComboBox *m_device, *m_place;
    JudgementList* m_suits;
};

}  // namespace sokudo::ui
