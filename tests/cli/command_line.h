// SPDX-License-Identifier: GPL-3.0-or-later
// sokudo-cli as a user runs it.
#pragma once

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QTemporaryDir>

#include "child.h"
#include "testing.h"

namespace sokudo::testing {

struct Run {
    int status = -1;
    QString out, err;
    QJsonObject json() const { return QJsonDocument::fromJson(out.toUtf8()).object(); }
};

inline Run cli(const QStringList& arguments)
{
    Child process;
    process.start(program("sokudo-cli"), arguments);
    if (!process.waitForFinished(60000)) qFatal("sokudo-cli does not end");
    return {process.exitCode(), QString::fromUtf8(process.readAllStandardOutput()),
            QString::fromUtf8(process.readAllStandardError())};
}

/// The demo house as a project of its own.
struct DemoProject {
    QTemporaryDir folder;
    QString path = folder.filePath("house.sokudo");
    QString said = cli({"import", sourcePath("data/starters/lantern-row.json"), "--to", path}).out;
};

}  // namespace sokudo::testing
