// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/house_files.h"

#include <QDir>
#include <QFile>
#include <QFileInfo>
#include <QRegularExpression>
#include <QStandardPaths>

#include "app/qt_text.h"
#include "core/kb/load.h"
#include "core/plan/invariants.h"
#include "store/new_file.h"
#include "store/project_file.h"
#include "store/project_json.h"
#include "store/tables_csv.h"

namespace sokudo::app {
namespace {

/// A name that no file has: "a.sokudo", "a-2.sokudo".
QString freeName(const QString& folder, const QString& stem)
{
    for (int i = 1;; ++i) {
        const QString path = QDir(folder).filePath(stem + (i == 1 ? QString() : "-" + QString::number(i)) + ".sokudo");
        if (!QFileInfo::exists(path)) return path;
    }
}

Result<QString> exportTables(const store::Project& project, const QString& path, const ExportChoice& how)
{
    const QString folder = QFileInfo(path).absolutePath() + "/" + QFileInfo(path).completeBaseName() + "-tables";
    if (!QDir().mkpath(folder))
        return failure(ErrorCode::NotAllowed, "this folder cannot be made; choose another place", fromQt(folder));
    int count = 0;
    for (const std::string& name : store::tableNames()) {
        if (name == "accesses" && !how.isPrivateToo) continue;
        const auto table = store::exportTable(project, name);
        if (!table || table->find('\n') + 1 == table->size()) continue;  // no rows
        const auto readers = name == "accesses" ? store::NewFile::Readers::Owner : store::NewFile::Readers::Others;
        if (const auto written = store::writeWhole(fromQt(folder) + "/" + name + ".csv", *table, readers); !written)
            return tl::unexpected(written.error());
        ++count;
    }
    return QString("%1 tables were written into %2").arg(count).arg(folder);
}

}  // namespace

QString housesFolder() { return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + "/sokudo"; }

QString freshPath(const QString& name)
{
    static const QRegularExpression kOther("[^a-z0-9]+");
    QString stem = name.toLower().replace(kOther, "-");
    while (stem.startsWith('-')) stem.remove(0, 1);
    while (stem.endsWith('-')) stem.chop(1);
    return freeName(housesFolder(), stem.isEmpty() ? "house" : stem);
}

Result<QString> saveCopy(const store::Project& project, const QString& path)
{
    QDir().mkpath(QFileInfo(path).absolutePath());
    const auto file = store::ProjectFile::create(fromQt(path), project);
    if (!file) return tl::unexpected(file.error());
    return path;
}

Result<QString> duplicate(const store::Project& project, const QString& beside)
{
    const QFileInfo own(beside);
    return saveCopy(project, freeName(own.absolutePath(), own.completeBaseName() + "-copy"));
}

Result<QString> exportHouse(const store::Project& project, const QString& path, const ExportChoice& how)
{
    const QString ending = QFileInfo(path).suffix().toLower();
    if (ending == "csv") return exportTables(project, path, how);
    if (ending == "sokudo") {
        auto copy = saveCopy(project, path);
        if (!copy) return copy;
        return "A copy is in " + path;
    }
    if (ending != "json")
        return failure(ErrorCode::BadInput,
                       "the name must end in .json, .csv or .sokudo; the ending says what is written", fromQt(path));
    const auto written =
        store::writeWhole(fromQt(path), store::exportJson(project, {.isPrivateToo = how.isPrivateToo}),
                          how.isPrivateToo ? store::NewFile::Readers::Owner : store::NewFile::Readers::Others);
    if (!written) return tl::unexpected(written.error());
    return "The whole house was written to " + path;
}

Result<QString> importHouse(const QString& path)
{
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return failure(ErrorCode::NotFound, "the file cannot be read; check its name and rights", fromQt(path));
    const QByteArray content = file.readAll();
    if (content.startsWith("SQLite format 3")) return path;
    const auto project = store::importJson(content.toStdString(), fromQt(QFileInfo(path).fileName()));
    if (!project) return tl::unexpected(project.error());
    if (const auto doubled = plan::doubledName(project->plan))
        return failure(ErrorCode::BadInput, *doubled, fromQt(QFileInfo(path).fileName()));
    return saveCopy(*project, freeName(QFileInfo(path).absolutePath(), QFileInfo(path).completeBaseName()));
}

Result<store::Project> starterHouse(const QString& id)
{
    const auto& files = kb::embeddedFiles();
    const auto at = files.find("starters/" + fromQt(id) + ".json");
    if (at == files.end()) return failure(ErrorCode::NotFound, "no such house ships with Sokudo", fromQt(id));
    return store::importJson(at->second, fromQt(id) + ".json");
}

}  // namespace sokudo::app
