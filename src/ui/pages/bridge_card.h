// SPDX-License-Identifier: GPL-3.0-or-later
// Fibre in the ground or a radio bridge: the form and its answer.
#pragma once

#include <QFrame>

#include "app/presenters/buy_presenter.h"

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QSpinBox;
class QVBoxLayout;

namespace sokudo::ui {

class BridgeCard final : public QFrame {
    Q_OBJECT
public:
    explicit BridgeCard(app::BuyPresenter&, QWidget* parent = nullptr);

private:
    void refresh();
    app::BuyPresenter& m_presenter;
    QDoubleSpinBox *m_distance, *m_hour, *m_perKwh;
    QSpinBox* m_years;
    QComboBox *m_rate, *m_dig;
    QLabel* m_answer;
    QVBoxLayout* m_rows;
};

}  // namespace sokudo::ui
