// SPDX-License-Identifier: GPL-3.0-or-later
// An outage played: the house at a minute, what is gone and why, repairs, and the time line below.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

class QComboBox;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace sokudo::ui {

class HouseView;
class OutageScale;
class RepairList;

class OutagePane final : public QWidget {
    Q_OBJECT
public:
    explicit OutagePane(app::PowerPresenter&, QWidget* parent = nullptr);
    OutageScale& scale() { return *m_scale; }
    HouseView& house() { return *m_house; }

private:
    QWidget* rightPanel();
    QWidget* footPanel();
    void refresh();
    void showLine();
    void showLost();
    void showMinute();
    app::PowerPresenter& m_presenter;
    QComboBox* m_choice;
    QLabel* m_says;
    HouseView* m_house;
    QLabel* m_minute;
    QLabel* m_standing;
    QVBoxLayout* m_gone;
    QWidget* m_lost;
    QVBoxLayout* m_lostRows;
    RepairList *m_repairs, *m_repairsThen;
    OutageScale* m_scale;
    QPushButton* m_play;
    std::vector<app::OutagePresenter::Choice> m_outages;
};

}  // namespace sokudo::ui
