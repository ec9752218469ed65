// SPDX-License-Identifier: GPL-3.0-or-later
// PoE sources with both sums, what hangs on each, how much more fits, and which port gives both rate and power.
#pragma once

#include <QWidget>

#include "app/presenters/power_presenter.h"

class QComboBox;
class QLabel;
class QVBoxLayout;

namespace sokudo::ui {

class JudgementList;
class MarkedTable;

class PoePane final : public QWidget {
    Q_OBJECT
public:
    explicit PoePane(app::PowerPresenter&, QWidget* parent = nullptr);
    MarkedTable& sources() { return *m_sources; }

private:
    QWidget* finder();
    void refresh();
    void showRoom();
    void find();
    app::PowerPresenter& m_presenter;
    MarkedTable* m_sources;
    MarkedTable* m_loads;
    QLabel* m_room;
    QLabel* m_chain;
    QComboBox* m_rate;
    QComboBox* m_class;
    QLabel* m_ports;
    JudgementList* m_judgements;
};

}  // namespace sokudo::ui
