// SPDX-License-Identifier: GPL-3.0-or-later
// Runs the tests of a folder that draws nothing.
#include <QCoreApplication>

#include "testing.h"

int main(int argc, char** argv)
{
    const QCoreApplication application(argc, argv);
    return sokudo::testing::runRegistered(argc, argv);
}
