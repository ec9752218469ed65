// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures of the main views, for the documentation and for a look at a change.
#pragma once

class QApplication;
class QString;

namespace sokudo::ui {
class MainWindow;
}

namespace sokudo::shots {

/// Saves survey, match, measure, diagnose and logbook (with -dark in the dark theme). @return exit status
int take(QApplication&, ui::MainWindow&, const QString& folder, bool dark);

}  // namespace sokudo::shots
