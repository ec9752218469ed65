// SPDX-License-Identifier: GPL-3.0-or-later
// Hosts seen on the network: who they are in the inventory, and who is a stranger.
#pragma once

#include <QWidget>

#include "app/presenters/neighbours_presenter.h"

class QLabel;
class QPushButton;
class QVBoxLayout;
class QGridLayout;

namespace sokudo::ui {

class NeighboursPane final : public QWidget {
    Q_OBJECT
public:
    explicit NeighboursPane(app::NeighboursPresenter&, QWidget* parent = nullptr);

protected:
    void showEvent(QShowEvent*) override;

private:
    void refresh();
    void addRow(QGridLayout&, int row, std::size_t index);
    app::NeighboursPresenter& m_presenter;
    QLabel* m_sentence;
    QLabel* m_from;
    QPushButton* m_look;
    QVBoxLayout* m_rows;
    bool m_hasLooked = false;
};

}  // namespace sokudo::ui
