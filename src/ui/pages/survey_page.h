// SPDX-License-Identifier: GPL-3.0-or-later
// Bench 1: the house drawn and in tables, jacks to trace, versions, what there is. An empty house starts with
// questions.
#pragma once

#include <functional>

#include "app/presenters/jacks_presenter.h"
#include "app/presenters/neighbours_presenter.h"
#include "app/presenters/racks_presenter.h"
#include "app/presenters/start_presenter.h"
#include "app/presenters/survey_presenter.h"
#include "app/presenters/tables_presenter.h"
#include "app/presenters/versions_presenter.h"
#include "ui/pages/house_pane.h"
#include "ui/pages/start_page.h"
#include "ui/widgets/lazy_stack.h"

namespace sokudo::ui {

class RecordsPane;
class StartPage;

class SurveyPage final : public LazyStack {
    Q_OBJECT
public:
    enum Pane { House, Racks, Tables, Jacks, Versions, Census, Neighbours, Records };
    /// @param neighbours  looks at this machine; null: there is none to look at
    /// @param makePath  builds the strip of the selected path, when it is first shown at the foot
    SurveyPage(app::SurveyPresenter&, std::function<QWidget*()> makePath, StartWays,
               app::NeighbourSource neighbours = {}, QWidget* parent = nullptr);
    void showPane(Pane);
    Pane pane() const;
    HousePane& housePane() { return *m_house; }
    HouseView& house() { return m_house->house(); }
    /// Built now if it was not yet.
    StartPage& start();
    app::SurveyPresenter& presenter() { return m_presenter; }
    QWidget* paneWidget(Pane);
    /// The questions of an empty house are shown.
    bool isStarting() const { return currentIndex() == 0; }

    // On the house pane, which is shown for it.
    void addPlace() { shownHouse().addPlace(); }
    void addDevice() { shownHouse().addDevice(); }
    void addRun(plan::PortId from = {}, plan::PortId to = {}) { shownHouse().addRun(from, to); }
    void readThisMachine() { shownHouse().readThisMachine(); }
    void deleteSelected() { shownHouse().deleteSelected(); }
    void editSelected() { shownHouse().editSelected(); }

protected:
    void showEvent(QShowEvent*) override;
    void hideEvent(QHideEvent*) override;

private:
    HousePane& shownHouse();
    void addPanes();
    QHBoxLayout* tabs();
    void follow();
    void go(const plan::Subject&);
    app::SurveyPresenter& m_presenter;
    app::StartPresenter m_startPresenter;
    std::unique_ptr<app::RacksPresenter> m_racks;
    std::unique_ptr<app::TablesPresenter> m_tables;
    std::unique_ptr<app::JacksPresenter> m_jacks;
    std::unique_ptr<app::VersionsPresenter> m_versions;
    std::unique_ptr<app::NeighboursPresenter> m_neighbours;
    app::NeighbourSource m_source;
    StartPage* m_start = nullptr;  ///< until it is first shown
    HousePane* m_house;
    LazyStack* m_panes;
    RecordsPane* m_records = nullptr;
    QList<QPushButton*> m_tabs;
};

}  // namespace sokudo::ui
