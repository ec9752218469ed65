// SPDX-License-Identifier: GPL-3.0-or-later
// What a window can ask of the program around it: other houses, files, settings.
#pragma once

#include <QStringList>

namespace sokudo::app {
class Document;
}

namespace sokudo::ui {

class MainWindow;

/// The program behind its windows. Tests give a stand-in or none.
class Houses {
public:
    virtual ~Houses() = default;
    virtual void makeHouse() = 0;
    /// An empty path asks for one.
    virtual void open(const QString& path, MainWindow* from) = 0;
    virtual void openStarter(const QString& id) = 0;
    virtual void duplicate(MainWindow&) = 0;
    virtual void saveCopy(MainWindow&) = 0;
    virtual void importFile(MainWindow&) = 0;
    virtual void exportFile(MainWindow&, bool isPrivateToo) = 0;
    virtual void exportDrawing(MainWindow&) = 0;
    virtual void exportTour(MainWindow&, bool isPrivateToo) = 0;
    /// @return where the labels go; empty: nowhere
    virtual QString askForLabels(MainWindow&) = 0;
    virtual void anotherWindow(MainWindow&) = 0;
    /// Settings have changed: rebuilds every window.
    virtual void applyPreferences() = 0;
};

/// Asks a person for a file. Tests answer without a dialog.
class Ask {
public:
    virtual ~Ask() = default;
    /// @return empty where nothing was chosen
    virtual QString fileToOpen(const QString& title, const QString& filter) = 0;
    virtual QString fileToSave(const QString& title, const QString& suggested, const QString& filter) = 0;
};

}  // namespace sokudo::ui
