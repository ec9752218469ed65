// SPDX-License-Identifier: GPL-3.0-or-later
// Runs the tests of a folder that draws: offscreen, with the program's own fonts and theme.
#include <QApplication>

#include "testing.h"
#include "ui/theme.h"

int main(int argc, char** argv)
{
    if (qEnvironmentVariableIsEmpty("QT_QPA_PLATFORM")) qputenv("QT_QPA_PLATFORM", "offscreen");
    QApplication application(argc, argv);
    sokudo::ui::applyTheme(application, false, 100);
    return sokudo::testing::runRegistered(argc, argv);
}
