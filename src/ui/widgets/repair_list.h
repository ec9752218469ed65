// SPDX-License-Identifier: GPL-3.0-or-later
// Repairs as cards, cheapest first: what each gains, what it costs, and a press that makes it.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

class QLabel;
class QVBoxLayout;

namespace sokudo::ui {

class RepairList final : public QWidget {
    Q_OBJECT
public:
    /// @param most  how many are shown
    RepairList(app::PowerPresenter&, app::RepairsPresenter&, int most, QWidget* parent = nullptr);

private:
    void refresh();
    QWidget* card(int number);
    app::PowerPresenter& m_presenter;
    app::RepairsPresenter& m_repairs;
    int m_most;
    QLabel* m_note;
    QVBoxLayout* m_cards;
};

}  // namespace sokudo::ui
