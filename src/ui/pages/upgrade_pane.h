// SPDX-License-Identifier: GPL-3.0-or-later
// The owner's jobs on the left; on the right one of them at each tier of faster links.
#pragma once

#include <QWidget>

#include "app/presenters/upgrade_presenter.h"

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QSpinBox;

namespace sokudo::ui {

class MarkedTable;

class UpgradePane final : public QWidget {
    Q_OBJECT
public:
    explicit UpgradePane(app::UpgradePresenter&, QWidget* parent = nullptr);
    MarkedTable& jobs() { return *m_jobs; }

private:
    QWidget* jobsPanel();
    QWidget* addForm();
    void refresh();
    void add();
    app::UpgradePresenter& m_presenter;
    MarkedTable* m_jobs;
    MarkedTable* m_tiers;
    QLabel* m_title;
    QLabel* m_sentence;
    QLabel* m_now;
    QLabel* m_buys;
    QLineEdit* m_name;
    QComboBox* m_from;
    QComboBox* m_to;
    QComboBox* m_what;
    QLineEdit* m_size;
    QDoubleSpinBox* m_perWeek;
    QSpinBox* m_count;
    QLabel* m_said;
    bool m_filling = false;
};

}  // namespace sokudo::ui
