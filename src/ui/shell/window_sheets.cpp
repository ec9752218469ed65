// SPDX-License-Identifier: GPL-3.0-or-later
// What the house menu offers, and the sheets that lie over the benches.
#include "ui/shell/main_window.h"

#include <QApplication>
#include <QDragEnterEvent>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QLineEdit>
#include <QMimeData>
#include <QShortcut>
#include <QTimer>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/kb/survey_rows.h"
#include "ui/pages/build_page.h"
#include "ui/pages/diagnose_page.h"
#include "ui/pages/help_page.h"
#include "ui/pages/labels_page.h"
#include "ui/pages/logbook_page.h"
#include "ui/pages/match_page.h"
#include "ui/pages/path_page.h"
#include "ui/pages/power_page.h"
#include "ui/pages/settings_page.h"
#include "ui/pages/start_page.h"
#include "ui/pages/survey_page.h"
#include "ui/shell/command_field.h"
#include "ui/shell/houses.h"
#include "ui/shell/logo.h"
#include "ui/shell/term_tips.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/lazy_stack.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/path_strip.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

std::vector<HouseAction> MainWindow::houseActions()
{
    std::vector<HouseAction> all;
    const auto withHouses = [this](auto act) {
        return [this, act] {
            if (m_houses) act(*m_houses);
        };
    };
    all.push_back({"New house", "Ctrl+N", withHouses([](Houses& houses) { houses.makeHouse(); })});
    all.push_back({"Open a house …", "Ctrl+O", withHouses([this](Houses& houses) { houses.open({}, this); })});
    all.push_back({"Rename the house", "", [this] { renameHouse(); }, true});
    all.push_back({"Duplicate the house", "", withHouses([this](Houses& houses) { houses.duplicate(*this); })});
    all.push_back({"Save a copy …", "Ctrl+Shift+S", withHouses([this](Houses& houses) { houses.saveCopy(*this); })});
    all.push_back({"Restore points", "", [this] {
                       showBench(Survey);
                       m_survey->showPane(SurveyPage::Versions);
                   }});
    all.push_back({"Import …", "", withHouses([this](Houses& houses) { houses.importFile(*this); }), true});
    all.push_back({"Export …", "Ctrl+E", withHouses([this](Houses& houses) { houses.exportFile(*this, false); })});
    all.push_back({"Export with addresses and log-in hints …", "",
                   withHouses([this](Houses& houses) { houses.exportFile(*this, true); })});
    all.push_back({"Export the drawing …", "", withHouses([this](Houses& houses) { houses.exportDrawing(*this); })});
    all.push_back(
        {"Tour of the house …", "", withHouses([this](Houses& houses) { houses.exportTour(*this, false); }), true});
    all.push_back({"Tour with addresses and log-in hints …", "",
                   withHouses([this](Houses& houses) { houses.exportTour(*this, true); })});
    all.push_back({"Labels …", "", [this] { showSheet("labels"); }});
    all.push_back({"Print the drawing …", "", [this] { m_survey->housePane().print(); }});
    all.push_back({"Another window on this house", "Ctrl+Shift+N",
                   withHouses([this](Houses& houses) { houses.anotherWindow(*this); }), true});
    all.push_back({"Settings", "Ctrl+,", [this] { showSheet("settings"); }, true});
    all.push_back({"Help and about", "", [this] { showSheet("help"); }});
    all.push_back({"Close", "Ctrl+W", [this] { close(); }, true});
    return all;
}

void MainWindow::showSheet(const QString& id)
{
    if (!m_sheets.contains(id)) {
        const auto make = [this, id]() -> QWidget* {
            if (id == "settings")
                return new SettingsPage(m_document.knowledge(), [this] {
                    if (m_houses) m_houses->applyPreferences();
                });
            if (id == "labels")
                return new LabelsPage(
                    m_document, [this] { return m_houses ? m_houses->askForLabels(*this) : QString(); },
                    [this](const QString& text, bool good) { good ? showNotice(text) : showProblem(text); });
            return new HelpPage(m_document.knowledge());
        };
        m_sheets[id] = m_pages->addLater(make);
    }
    m_sheet = id;
    m_pages->showPage(m_sheets[id]);
    for (QPushButton* tab : m_tabs) tab->setChecked(false);
}

/// Back to the bench that was left for a sheet.
void MainWindow::leaveSheet()
{
    if (!m_sheet.isEmpty()) showBench(m_lastBench);
}

}  // namespace sokudo::ui
