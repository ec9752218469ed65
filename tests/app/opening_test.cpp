// SPDX-License-Identifier: GPL-3.0-or-later
// Opening on another thread: the window lives, says how far it is, can stop it, and says why a file cannot be opened.
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>

#include <QDir>

#include "app/document.h"
#include "app/opening.h"
#include "core/kb/load.h"
#include "core/plan/edits.h"
#include "store/row_upgrade.h"
#include "ui/shell/opening_window.h"

using namespace sokudo;
using testing::knowledge;
using testing::sourcePath;
using testing::toQt;

namespace {

Result<store::Project> demoHouse()
{
    return store::importJson(kb::embeddedFiles().at("starters/lantern-row.json"), "demo");
}

/// The demo house with that many trials more.
store::Project measuredHouse(int trials)
{
    store::Project project = *demoHouse();
    measure::Trial trial;
    trial.from = plan::deviceNamed(project.plan, "vault")->id;
    trial.to = plan::deviceNamed(project.plan, "platen")->id;
    trial.at = *measure::timeFromIso("2026-11-01");
    trial.rate = {gigabits(9.38), gigabits(9.38), gigabits(9.38)};
    for (int i = 0; i < trials; ++i) {
        trial.id = {500000 + i};
        trial.at += std::chrono::minutes(1);
        project.trials.push_back(trial);
    }
    return project;
}

struct Files {
    QTemporaryDir folder;
    std::string path(const char* name) const { return folder.filePath(name).toStdString(); }
};

void finish(app::Opening& opening)
{
    QSignalSpy done(&opening, &app::Opening::done);
    if (!opening.isDone()) QVERIFY(done.wait(30000));
}

}  // namespace

class OpeningTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void makesAProjectAndItsFolder()
    {
        Files files;
        using IfMissing = app::OpenRequest::IfMissing;
        app::Opening made({files.path("new/folder/home.sokudo"), demoHouse, false, IfMissing::MakeWithFolder});
        finish(made);
        auto opened = made.take();
        QVERIFY2(opened, opened ? "" : opened.error().message().c_str());
        QVERIFY(opened->loaded.project.plan == demoHouse()->plan);
        app::Opening empty({files.path("empty.sokudo"), nullptr, false, IfMissing::Make});
        finish(empty);
        QVERIFY(empty.take()->loaded.project.plan.devices.empty());
    }
    /// A name that was mistyped makes nothing, neither a house nor a folder.
    void nothingIsMadeUnasked()
    {
        Files files;
        using IfMissing = app::OpenRequest::IfMissing;
        for (const auto& [name, ifMissing] :
             {std::pair("gone/x.sokudo", IfMissing::Refuse), std::pair("gone/x.sokudo", IfMissing::Make),
              std::pair("x.sokudo", IfMissing::Refuse)}) {
            app::Opening opening({files.path(name), nullptr, false, ifMissing});
            finish(opening);
            const auto opened = opening.take();
            QVERIFY(!opened);
            QCOMPARE(opened.error().code, ErrorCode::NotFound);
            QVERIFY(toQt(opened.error().message()).contains("there is no such"));
        }
        QVERIFY(QDir(files.folder.path()).isEmpty());
    }
    void anOldFileIsKeptUnlessItIsToBeginAnew()
    {
        Files files;
        QVERIFY(store::ProjectFile::create(files.path("p.sokudo"), {}));
        app::Opening kept({files.path("p.sokudo"), demoHouse, false});
        finish(kept);
        QVERIFY(kept.take()->loaded.project.plan.devices.empty());
        app::Opening again({files.path("p.sokudo"), demoHouse, true});
        finish(again);
        QVERIFY(!again.take()->loaded.project.plan.devices.empty());
    }
    void everyVersionIsOpenedAndEdited_data()
    {
        QTest::addColumn<int>("version");
        for (int version = 1; version <= store::kVersion; ++version) QTest::addRow("version %d", version) << version;
    }
    /// As the window does it: opened, edited, undone, read again.
    void everyVersionIsOpenedAndEdited()
    {
        QFETCH(int, version);
        Files files;
        const QString path = toQt(files.path("old.sokudo"));
        QVERIFY(QFile::copy(sourcePath(QString("tests/data/project-v%1.sokudo").arg(version)), path));
        QVERIFY(QFile::setPermissions(path, QFile::ReadOwner | QFile::WriteOwner));
        app::Opening opening({path.toStdString(), nullptr, false});
        finish(opening);
        auto opened = opening.take();
        QVERIFY2(opened, opened ? "" : opened.error().message().c_str());
        const plan::Plan before = opened->loaded.project.plan;
        app::Document document(knowledge(), std::move(opened->file), std::move(opened->loaded));
        QVERIFY(document.notices().isEmpty());
        QSignalSpy told(&document, &app::Document::notice);
        QVERIFY(document.edit("Delete a run", plan::edits::deleteRun(before, before.runs.begin()->id)));
        QVERIFY(document.records().writeNote("seen"));
        QCOMPARE(told.size(), version < store::kVersion ? 1 : 0);
        document.undo();
        document.undo();
        QVERIFY(document.plan() == before);
        const auto again = (*store::ProjectFile::open(path.toStdString()))->load();
        QVERIFY(again && store::troubles(*again).empty());
        QVERIFY(again->project.plan == before);
        QCOMPARE(QFile::exists(toQt(files.path(("old-version-" + std::to_string(version) + ".sokudo").c_str()))),
                 version < store::kVersion);
    }
    void theWindowLivesWhileALargeFileIsRead()
    {
        Files files;
        const std::string path = files.path("large.sokudo");
        QVERIFY(store::ProjectFile::create(path, measuredHouse(12000)));
        app::Opening opening({path, nullptr, false});
        ui::OpeningWindow window(opening, toQt(path));
        int turns = 0;
        bool wasTold = false;
        QTimer tick;
        connect(&tick, &QTimer::timeout, this, [&] {
            ++turns;
            const auto [rows, of] = opening.rows();
            wasTold = wasTold || (of > 12000 && rows > 0 && rows < of);
        });
        tick.start(1);
        finish(opening);
        QVERIFY2(turns > 10, qPrintable(QString::number(turns)));
        QVERIFY(wasTold);
        QCOMPARE(opening.rows().first, opening.rows().second);
        QCOMPARE(opening.take()->loaded.project.trials.size(), demoHouse()->trials.size() + 12000);
    }
    void openingIsCancelled()
    {
        Files files;
        const std::string path = files.path("large.sokudo");
        QVERIFY(store::ProjectFile::create(path, measuredHouse(12000)));
        app::Opening opening({path, nullptr, false});
        ui::OpeningWindow window(opening, toQt(path));
        window.show();
        QTest::keyClick(&window, Qt::Key_Escape);
        QVERIFY(opening.isDone());
        QCOMPARE(opening.take().error().code, ErrorCode::Cancelled);
        // The file is as it was.
        QCOMPARE((*store::ProjectFile::open(path))->load()->project.trials.size(), demoHouse()->trials.size() + 12000);
    }
    void whatIsReadIsStoppedToo()
    {
        Files files;
        QVERIFY(store::ProjectFile::create(files.path("p.sokudo"), *demoHouse()));
        const std::atomic<bool> stop = true;
        store::ReadProgress progress;
        progress.stop = &stop;
        const auto read = app::openProject({files.path("p.sokudo"), nullptr, false}, progress);
        QVERIFY(!read);
        QCOMPARE(read.error().code, ErrorCode::Cancelled);
    }
    void aFailureIsReadInTheWindow()
    {
        Files files;
        QFile text(toQt(files.path("notes.sokudo")));
        QVERIFY(text.open(QIODevice::WriteOnly) && text.write("not a project at all") > 0);
        text.close();
        app::Opening opening({files.path("notes.sokudo"), nullptr, false});
        ui::OpeningWindow window(opening, text.fileName());
        finish(opening);
        const auto opened = opening.take();
        QVERIFY(!opened);
        window.showFailure(opened.error());
        QVERIFY(window.isVisible());
        QString all;
        for (const auto* label : window.findChildren<QLabel*>()) all += label->text() + "\n";
        QVERIFY2(all.contains("Cannot open notes.sokudo") && all.contains("not a Sokudo project"), qPrintable(all));
        QVERIFY(window.findChild<QProgressBar*>()->isHidden());
        QSignalSpy closed(&window, &ui::OpeningWindow::closed);
        auto* close = window.findChild<QPushButton*>();
        QCOMPARE(close->text(), "Close");
        close->click();
        QCOMPARE(closed.size(), 1);
    }
    void aDamagedProjectIsRecoveredBesideItself()
    {
        Files files;
        const std::string path = files.path("home.sokudo");
        QVERIFY(store::ProjectFile::create(path, measuredHouse(2000)));
        QFile raw(toQt(path));
        QVERIFY(raw.open(QIODevice::ReadWrite) && raw.size() > 40 * 4096);
        raw.seek(20 * 4096);
        raw.write(QByteArray(4096, '\0'));
        raw.close();
        store::ReadProgress progress;
        const auto opened = app::openProject({path, nullptr, false}, progress);
        QVERIFY2(opened, opened ? "" : opened.error().message().c_str());
        QVERIFY(toQt(opened->file->path()).endsWith("home-recovered.sokudo"));
        QVERIFY(!opened->file->isDamaged());
        QVERIFY(toQt(opened->loaded.lost.front()).contains("It was left as it is"));
        QVERIFY(opened->loaded.lost.size() > 1);
        const auto second = app::openProject({path, nullptr, false}, progress);
        QVERIFY(second && toQt(second->file->path()).endsWith("home-recovered-2.sokudo"));
    }
};

SOKUDO_TEST(OpeningTest)
#include "opening_test.moc"
