// SPDX-License-Identifier: GPL-3.0-or-later
// What else must change for a card: the host, the card, and the answer.
#pragma once

#include <QFrame>

#include "app/presenters/buy_presenter.h"

class QComboBox;
class QLabel;
class QVBoxLayout;

namespace sokudo::ui {

class CascadeCard final : public QFrame {
    Q_OBJECT
public:
    explicit CascadeCard(app::BuyPresenter&, QWidget* parent = nullptr);

private:
    void fillHosts();
    void refresh();
    app::BuyPresenter& m_presenter;
    QComboBox *m_host, *m_card;
    QLabel* m_answer;
    QVBoxLayout* m_rows;
};

}  // namespace sokudo::ui
