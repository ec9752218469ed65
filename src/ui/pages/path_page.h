// SPDX-License-Identifier: GPL-3.0-or-later
// The path at large: its bore, a stage tried out, a plan behind, where each Gb/s goes; flows at once; jobs and their
// worth.
#pragma once

#include <QWidget>

#include "app/presenters/flows_presenter.h"
#include "app/presenters/path_presenter.h"
#include "app/presenters/upgrade_presenter.h"

class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace sokudo::ui {

class BoreView;
class FlowsPane;
class FallView;
class LazyStack;
class MarkedTable;
class PathStrip;
class UpgradePane;

class PathPage final : public QWidget {
    Q_OBJECT
public:
    enum Pane { Bore, Flows, Upgrade };
    PathPage(app::PathPresenter&, app::FlowsPresenter&, app::UpgradePresenter&, QWidget* parent = nullptr);
    void showPane(Pane);
    Pane pane() const;
    BoreView& bore();
    /// Types a change of a stage, as a person would.
    void tryStage(int stage, const QString& text);
    void compareWith(int which);
    FlowsPane& flowsPane();
    UpgradePane& upgradePane();

private:
    QWidget* borePane();
    QWidget* tryRow();
    void beginTry(int stage);
    void endTry();
    void refresh();
    app::PathPresenter& m_presenter;
    app::FlowsPresenter& m_flows;
    app::UpgradePresenter& m_upgrade;
    LazyStack* m_panes;
    QList<QPushButton*> m_tabs;
    PathStrip* m_strip = nullptr;
    FallView* m_falls = nullptr;
    QLabel* m_notes = nullptr;
    QLabel* m_tryName = nullptr;
    QLineEdit* m_tryText = nullptr;
    QLabel* m_trySays = nullptr;
    QPushButton* m_keep = nullptr;
    QPushButton* m_drop = nullptr;
    QComboBox* m_behind = nullptr;
    int m_stage = -1;
    bool m_filling = false;
};

}  // namespace sokudo::ui
