// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 2: every link worst first, the selected one as a coupling with its findings, the path below.
#pragma once

#include <QWidget>

#include "app/presenters/match_presenter.h"

class QLabel;
class QListView;
class QVBoxLayout;

namespace sokudo::ui {

class CouplingView;
class VerdictMark;

class MatchPage final : public QWidget {
    Q_OBJECT
public:
    MatchPage(app::MatchPresenter&, QWidget* pathStrip, QWidget* parent = nullptr);
    QListView& list() { return *m_list; }

private:
    void refresh();
    app::MatchPresenter& m_presenter;
    QListView* m_list;
    QLabel* m_count;
    QLabel* m_title;
    QLabel* m_wanted;
    QLabel* m_sentence;
    VerdictMark* m_mark;
    CouplingView* m_coupling;
    QVBoxLayout* m_findings;
};

}  // namespace sokudo::ui
