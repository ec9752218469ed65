// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures of the main views, for the documentation and for a look at a change.
#pragma once

#include <QString>
#include <QTemporaryDir>

namespace sokudo::ui {
class MainWindow;
class Program;
}  // namespace sokudo::ui

namespace sokudo::shots {

struct Options {
    QString folder;
    QString house;  ///< another house to be pictured, such as a large one; empty: none
    bool isDark = false;
};
/// A copy of a house in `folder`, to be pressed about in. Where there is none, the name that it would have.
QString copyOf(const QString& house, const QTemporaryDir& folder);
/// Saves every main view (with -dark in the dark theme). @return exit status
int take(ui::Program&, ui::MainWindow&, const Options&);

}  // namespace sokudo::shots
