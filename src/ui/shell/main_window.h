// SPDX-License-Identifier: GPL-3.0-or-later
// The frame: top bar, benches, undo and redo. Holds pages; knows nothing of networks.
#pragma once

#include <map>
#include <memory>
#include <set>

#include <QFrame>
#include <QMainWindow>

#include "app/own_machine.h"
#include "app/presenters/buy_presenter.h"
#include "app/presenters/cable_test_presenter.h"
#include "app/presenters/catalogue_presenter.h"
#include "app/presenters/diagnose_presenter.h"
#include "app/presenters/flows_presenter.h"
#include "app/presenters/logbook_presenter.h"
#include "app/presenters/match_presenter.h"
#include "app/presenters/measure_presenter.h"
#include "app/presenters/neighbours_presenter.h"
#include "app/presenters/path_presenter.h"
#include "app/presenters/power_presenter.h"
#include "app/presenters/survey_presenter.h"
#include "app/presenters/upgrade_presenter.h"
#include "app/presenters/ways_presenter.h"
#include "app/presenters/what_if_presenter.h"
#include "ui/pages/measure_page.h"
#include "ui/shell/command_field.h"
#include "ui/shell/house_menu.h"

class QHBoxLayout;
class QLabel;
class QLineEdit;

namespace sokudo::ui {

class Houses;
class BuildPage;
struct BuildBench;
class LazyStack;
class MatchPage;
class PathPage;
class PowerPage;
class SurveyPage;

/// What the window needs of the world; joined to real things in main().
struct World {
    measure::TrafficRunner& traffic;
    app::HostSource hosts;
    LocalAgentSource localAgent;
    app::NeighbourSource neighbours = {};
    app::AgentSource agents = {};
    app::CardSource card = {};  ///< cable test of this machine's card
    app::EchoSource echo = {};  ///< probes of a path from this machine
    app::SwitchSource switches = {};
    std::set<std::string> simulatedSwitches = {};  ///< devices that a captured switch stands in for
};

class MainWindow final : public QMainWindow {
    Q_OBJECT
public:
    /// @param houses  the program around the window; null: there is none, and no other house can be opened
    MainWindow(app::Document&, World, Houses* houses = nullptr, QWidget* parent = nullptr);
    ~MainWindow() override;
    enum Bench { Survey, Match, Measure, Diagnose, Logbook, Path, Power, Build };
    void showBench(int bench);
    int bench() const;
    app::Selection& selection() { return m_selection; }
    app::PathPresenter& path() { return *m_path; }
    SurveyPage& survey() { return *m_survey; }
    /// A bench that was not shown yet is built by the asking.
    MeasurePage& measurePage();
    MatchPage& matchPage();
    PathPage& pathPage();
    PowerPage& powerPage();
    BuildPage& buildPage();
    /// A page that is no bench: "settings", "help". Escape leads back to the bench.
    void showSheet(const QString& id);
    /// The one that is shown; empty: a bench is.
    QString sheet() const { return m_sheet; }
    void say(const QString& message);   ///< something went wrong
    void tell(const QString& message);  ///< worth knowing
    /// Builds the benches that were not shown yet, one per turn of the event loop.
    void warmUp();

protected:
    void resizeEvent(QResizeEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void dragEnterEvent(QDragEnterEvent*) override;
    void dropEvent(QDropEvent*) override;

private:
    void addPages(const World&);
    void makeMessage();
    void followDocument();
    QWidget* topBar();
    QWidget* nameField();
    std::vector<Command> commands();
    QWidget* benchBar();
    void addShortcuts();
    void fillCounts();
    void showNotices();
    void showHelp();
    void leaveSheet();
    void renameHouse();
    void showHouseName();
    std::vector<HouseAction> houseActions();
    app::Document& m_document;
    app::Selection m_selection;
    std::unique_ptr<app::PathPresenter> m_path;
    std::unique_ptr<app::MatchPresenter> m_match;
    std::unique_ptr<app::WaysPresenter> m_ways;
    std::unique_ptr<app::WhatIfPresenter> m_whatIf;
    std::unique_ptr<app::CataloguePresenter> m_catalogue;
    std::unique_ptr<app::SurveyPresenter> m_surveyPresenter;
    std::unique_ptr<app::MeasurePresenter> m_measure;
    std::unique_ptr<app::DiagnosePresenter> m_diagnose;
    std::unique_ptr<app::LogbookPresenter> m_logbook;
    std::unique_ptr<app::FlowsPresenter> m_flows;
    std::unique_ptr<app::UpgradePresenter> m_upgrade;
    std::unique_ptr<app::PowerPresenter> m_power;
    std::unique_ptr<BuildBench> m_build;
    LazyStack* m_pages;
    SurveyPage* m_survey;
    CommandField* m_command;
    Houses* m_houses;
    HouseMenu* m_house = nullptr;
    QLineEdit* m_name = nullptr;
    QString m_sheet;
    int m_lastBench = 0;
    std::map<QString, int> m_sheets;
    QHBoxLayout* m_counts;
    bool m_shortCounts = false;
    QList<QPushButton*> m_tabs;
    QPushButton* m_undo;
    QPushButton* m_redo;
    QFrame* m_message;
    QLabel* m_messageText;
};

}  // namespace sokudo::ui
