// SPDX-License-Identifier: GPL-3.0-or-later
// "What if all of these wanted 10 Gb/s?": a rate, an answer for every link in the list, and what it comes to.
#pragma once

#include <QWidget>

#include "app/presenters/match_presenter.h"
#include "app/presenters/what_if_presenter.h"

class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;

namespace sokudo::ui {

class MarkedTable;

class WhatIfPane final : public QWidget {
    Q_OBJECT
public:
    WhatIfPane(app::WhatIfPresenter&, app::MatchPresenter&, QWidget* parent = nullptr);
    void ask(BitRate);
    MarkedTable& table() { return *m_table; }

Q_SIGNALS:
    void linkChosen(plan::RunId);

private:
    void refresh();
    app::WhatIfPresenter& m_presenter;
    app::MatchPresenter& m_match;
    QComboBox* m_rate;
    QLabel* m_headline;
    QProgressBar* m_progress;
    QPushButton* m_stop;
    MarkedTable* m_table;
};

}  // namespace sokudo::ui
