// SPDX-License-Identifier: GPL-3.0-or-later
// The frame: top bar, benches, undo and redo. Holds pages; knows nothing of networks.
#pragma once

#include <map>
#include <memory>

#include <QFrame>
#include <QMainWindow>

#include "ui/shell/command_field.h"
#include "ui/shell/house_menu.h"
#include "ui/shell/window_presenters.h"
#include "ui/shell/world.h"

class QHBoxLayout;
class QLabel;
class QLineEdit;

namespace sokudo::ui {

class Houses;
class BuildPage;
class LazyStack;
class MatchPage;
class PathPage;
class PowerPage;
class SurveyPage;

class MainWindow final : public QMainWindow {
    Q_OBJECT
public:
    /// @param houses  the program around the window; null: there is none, and no other house can be opened
    /// @param taken   what another window on this house had behind it and hands over; null: it begins with its own
    MainWindow(app::Document&, World, Houses* houses = nullptr, std::shared_ptr<WindowPresenters> taken = nullptr);
    ~MainWindow() override;
    enum Bench { Survey, Match, Measure, Diagnose, Logbook, Path, Power, Build };
    void showBench(int bench);
    int bench() const;
    const std::shared_ptr<WindowPresenters>& presenters() const { return m_presenters; }
    app::Selection& selection() { return m_presenters->selection; }
    app::PathPresenter& path() { return m_presenters->path; }
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
    void showProblem(const QString& message);  ///< something went wrong
    void showNotice(const QString& message);   ///< worth knowing
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
    std::shared_ptr<WindowPresenters> m_presenters;
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
