// SPDX-License-Identifier: GPL-3.0-or-later
// A file of every version that was ever written is asked everything, written into by every verb that writes, and read
// again; it is kept as it was beside.
#include <QDir>
#include <QTemporaryDir>

#include "core/base/guard.h"
#include "core/base/text.h"
#include "house_questions.h"
#include "quiet.h"
#include "store/project_file.h"
#include "store/row_upgrade.h"
#include "testing.h"

using namespace sokudo;
using namespace sokudo::houses;

class OldFilesTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void eachIsAskedAndWritten_data()
    {
        QTest::addColumn<int>("version");
        for (int version = 1; version <= store::kVersion; ++version) QTest::addRow("version %d", version) << version;
    }
    void eachIsAskedAndWritten()
    {
        QFETCH(int, version);
        const QTemporaryDir folder;
        const QString path = folder.filePath("house.sokudo");
        const QString shipped = sokudo::testing::sourcePath(QString("tests/data/project-v%1.sokudo").arg(version));
        QVERIFY2(QFile::copy(shipped, path), "a file of this version must stand in tests/data");
        QVERIFY(QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner));
        const auto bytes = [](const QString& file) {
            QFile opened(file);
            return opened.open(QIODevice::ReadOnly) ? opened.readAll() : QByteArray();
        };
        const QByteArray before = bytes(path);
        const auto first = (*store::ProjectFile::open(path.toStdString()))->load();
        QVERIFY(first && store::troubles(*first).empty());
        QCOMPARE(bytes(path), before);  // looking changes nothing
        Chance chance(static_cast<std::uint64_t>(version));
        const AskedHouse house{path.toStdString(), folder.path().toStdString(),
                               sokudo::testing::sourcePath("data").toStdString(), "now", &first->project.plan};
        int told = 0;
        for (const cli::Arguments& call : callsOn(house, chance)) {
            Quiet quiet;
            const int status = cli::run(call);
            const std::string said = text::joined(call, " ");
            QVERIFY2(status >= 0 && status <= 2, said.c_str());
            if (quiet.errors().find("kept as it was in " + folder.path().toStdString()) != std::string::npos) ++told;
            QVERIFY2(quiet.errors().find("database says") == std::string::npos, (said + quiet.errors()).c_str());
        }
        const auto last = (*store::ProjectFile::open(path.toStdString()))->load();
        QVERIFY(last && store::troubles(*last).empty());
        // Notes, results and what else was recorded is there, and more.
        QVERIFY(last->project.entries.size() > first->project.entries.size());
        for (const auto& entry : first->project.entries)
            QVERIFY(std::find(last->project.entries.begin(), last->project.entries.end(), entry) !=
                    last->project.entries.end());
        for (const auto& trial : first->project.trials)
            QVERIFY(std::find(last->project.trials.begin(), last->project.trials.end(), trial) !=
                    last->project.trials.end());
        QCOMPARE(told, version == store::kVersion ? 0 : 1);  // by whichever verb wrote first
        const QStringList kept = QDir(folder.path()).entryList({"house-version-*.sokudo"});
        if (version == store::kVersion) {
            QVERIFY(kept.isEmpty());
            return;
        }
        QCOMPARE(kept, QStringList{QString("house-version-%1.sokudo").arg(version)});
        QCOMPARE(bytes(folder.filePath(kept.front())), before);
        QCOMPARE(QFileInfo(folder.filePath(kept.front())).permissions() & (QFile::ReadGroup | QFile::ReadOther),
                 QFile::Permissions());
    }
};

SOKUDO_TEST(OldFilesTest)
#include "old_files_test.moc"
