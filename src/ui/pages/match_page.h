// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 2: every link worst first, the selected one as a coupling with its findings, the path below.
#pragma once

#include <functional>

#include <QWidget>

#include "app/presenters/catalogue_presenter.h"
#include "app/presenters/match_presenter.h"
#include "app/presenters/ways_presenter.h"
#include "app/presenters/what_if_presenter.h"

class QComboBox;
class QLabel;
class QListView;
class QPushButton;

namespace sokudo::ui {

class CouplingView;
class FindingsPane;
class LazyStack;
class LightView;
class PiecePane;
class WaysPane;
class WhatIfPane;
class VerdictMark;

class MatchPage final : public QWidget {
    Q_OBJECT
public:
    enum Pane { Why, Light, SegmentKind, Ways, WhatIf };
    MatchPage(app::MatchPresenter&, app::WaysPresenter&, app::WhatIfPresenter&, app::CataloguePresenter&,
              QWidget* pathStrip, QWidget* parent = nullptr);
    QListView& list() { return *m_list; }
    CouplingView& coupling() { return *m_coupling; }
    /// A pane that was not shown yet is built by the asking.
    PiecePane& piecePane();
    WaysPane& waysPane();
    WhatIfPane& whatIfPane();
    void showPane(Pane);
    Pane pane() const;

private:
    QWidget* listPanel();
    void connectFilters();
    void narrow(const std::function<void(app::LinkFilter&)>& change);
    QWidget* paneBar();
    void addPanes(app::WhatIfPresenter&, app::CataloguePresenter&);
    QWidget* lightPane();
    void refresh();
    void fillFilters();
    void openPiece(int piece);
    app::MatchPresenter& m_presenter;
    app::WaysPresenter& m_ways;
    QListView* m_list;
    QLabel* m_count;
    QLabel* m_title;
    QLabel* m_wanted;
    QLabel* m_sentence;
    VerdictMark* m_mark;
    CouplingView* m_coupling;
    QComboBox* m_verdicts;
    QComboBox* m_places;
    QComboBox* m_media;
    LazyStack* m_panes;
    QWidget* m_pathStrip;
    QList<QPushButton*> m_tabs;
    FindingsPane* m_findings;
    LightView* m_light = nullptr;  ///< until its pane is built
};

}  // namespace sokudo::ui
