// SPDX-License-Identifier: GPL-3.0-or-later
// The program around the windows: opens houses, one window each, and closes when the last one does.
#pragma once

#include <functional>
#include <memory>
#include <vector>

#include <QObject>

#include "app/opening.h"
#include "core/kb/knowledge_base.h"
#include "ui/shell/houses.h"
#include "ui/shell/main_window.h"

namespace sokudo::ui {

class OpeningWindow;

class Program final : public QObject, public Houses {
    Q_OBJECT
public:
    /// @param world  what a window needs; asked for each. @param ask  outlives the program; null: file dialogs
    Program(const kb::KnowledgeBase&, std::function<World()> world, Ask* ask = nullptr, QObject* parent = nullptr);
    ~Program() override;

    /// Opens a house, or shows the window that has it. `done` is called when it is there, or with null where it could
    /// not be opened.
    /// @param isWatched  somebody is there to read why
    void openHouse(app::OpenRequest, std::function<void(MainWindow*)> done = {}, bool isWatched = true);
    /// Windows that are open, in the order they were opened.
    std::vector<MainWindow*> windows() const;

    void makeHouse() override;
    void open(const QString& path, MainWindow* from) override;
    void openStarter(const QString& id) override;
    void duplicate(MainWindow&) override;
    void saveCopy(MainWindow&) override;
    void importFile(MainWindow&) override;
    void exportFile(MainWindow&, bool isPrivateToo) override;
    void exportDrawing(MainWindow&) override;
    void exportTour(MainWindow&, bool isPrivateToo) override;
    QString askForLabels(MainWindow&) override;
    void anotherWindow(MainWindow&) override;
    void applyPreferences() override;

protected:
    bool eventFilter(QObject*, QEvent*) override;

private:
    struct House;
    void showFault(const QString& sentence);
    void show(app::Opened, const std::function<void(MainWindow*)>& done);
    MainWindow* makeWindow(House&);
    House* houseOf(const MainWindow&);
    void forget(MainWindow*);
    const kb::KnowledgeBase& m_kb;
    std::function<World()> m_world;
    std::unique_ptr<Ask> m_own;
    Ask* m_ask;
    std::vector<std::unique_ptr<House>> m_houses;
    struct Underway;
    std::vector<std::unique_ptr<Underway>> m_underway;
};

}  // namespace sokudo::ui
