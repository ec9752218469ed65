// SPDX-License-Identifier: GPL-3.0-or-later
// The program around the windows: new, open, recent, duplicate, copies, export, import, a wrong file, several windows.
#include <QApplication>
#include <QDir>
#include <QLabel>
#include <QStandardPaths>

#include "app/faults.h"
#include "app/house_files.h"
#include "app/preferences.h"
#include "core/plan/edits.h"
#include "desk.h"
#include "store/project_file.h"
#include "store/project_json.h"
#include "ui/pages/build_page.h"
#include "ui/pages/survey_page.h"
#include "ui/shell/opening_window.h"
#include "ui/shell/program.h"
#include "ui/widgets/house_view.h"

using namespace sokudo;
using namespace sokudo::ui;
using sokudo::testing::toQt;

namespace {

/// Answers what a person would choose; notes what was asked.
class Answers final : public Ask {
public:
    QString open, save, asked, suggested;
    QString fileToOpen(const QString& title, const QString&) override
    {
        asked = title;
        return open;
    }
    QString fileToSave(const QString& title, const QString& path, const QString&) override
    {
        asked = title;
        suggested = path;
        return save;
    }
};

/// A program with the demo house open, in folders of its own.
struct Running {
    QTemporaryDir folder;
    QByteArray dataHome = qgetenv("XDG_DATA_HOME"), configHome = qgetenv("XDG_CONFIG_HOME");
    Answers answers;
    testing::StandInTraffic traffic;
    std::unique_ptr<Program> program;
    Running()
    {
        qputenv("XDG_DATA_HOME", folder.filePath("data").toUtf8());
        qputenv("XDG_CONFIG_HOME", folder.filePath("config").toUtf8());
        program = std::make_unique<Program>(
            testing::knowledge(),
            [this] {
                return World{traffic, testing::shippedHosts(), {}, {}};
            },
            &answers);
        program->openHouse({folder.filePath("row.sokudo").toStdString(),
                            [] { return app::starterHouse("lantern-row"); }, false, app::OpenRequest::IfMissing::Make});
        waitForWindows(1);
    }
    ~Running()
    {
        program.reset();
        qputenv("XDG_DATA_HOME", dataHome);
        qputenv("XDG_CONFIG_HOME", configHome);
    }
    void waitForWindows(std::size_t count) const { QTRY_COMPARE(program->windows().size(), count); }
    MainWindow& window(std::size_t at = 0) const { return *program->windows()[at]; }
    static bool says(const QWidget& in, const QString& part)
    {
        const auto labels = in.findChildren<QLabel*>();
        return std::any_of(labels.begin(), labels.end(),
                           [&](const QLabel* one) { return one->isVisible() && one->text().contains(part); });
    }
    bool says(const QString& part) const { return says(window(), part); }
    static store::Project read(const QString& path)
    {
        auto file = store::ProjectFile::open(path.toStdString());
        return (*file)->load()->project;
    }
};

}  // namespace

class ProgramTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void aNewHouseAsksItsQuestions()
    {
        Running on;
        on.program->makeHouse();
        on.waitForWindows(2);
        QVERIFY(on.window(1).survey().isStarting());
        QVERIFY(QFileInfo::exists(app::housesFolder() + "/house.sokudo"));
        // The next one takes no name that is there.
        on.program->makeHouse();
        on.waitForWindows(3);
        QVERIFY(QFileInfo::exists(app::housesFolder() + "/house-2.sokudo"));
    }
    /// Windows are built again for another text size: what runs belongs to the house, and goes on.
    void aPreferenceEndsNothingThatRuns()
    {
        Running on;
        const plan::DeviceId core = plan::deviceNamed(on.window().presenters()->document.plan(), "core")->id;
        on.window().buildPage().bench().bringUp.clock().start(core);
        app::MeasurePresenter& measure = on.window().presenters()->measure;
        on.traffic.isHeld = true;
        measure.start({}, app::MeasurePresenter::Of::ThisMachine);
        QSignalSpy finished(&measure, &app::MeasurePresenter::finished);
        MainWindow* before = &on.window();
        on.program->applyPreferences();
        QVERIFY(&on.window() != before);
        QVERIFY(on.window().buildPage().bench().bringUp.clock().elapsed(core));
        QVERIFY(on.window().presenters()->measure.isRunning());
        on.traffic.isHeld = false;
        QTRY_COMPARE(finished.size(), 1);
        QVERIFY(finished.front()[1].toBool());
        // A window beside shows the clock of the house too.
        on.program->anotherWindow(on.window());
        on.waitForWindows(2);
        QVERIFY(on.window(1).buildPage().bench().bringUp.clock().elapsed(core));
        on.window(1).buildPage().bench().bringUp.clock().stop(core);
        QVERIFY(!on.window().buildPage().bench().bringUp.clock().elapsed(core));
    }
    /// What a closed window has begun goes on as long as the house is open, and the next window shows it.
    void aClosedWindowEndsNothingThatRuns()
    {
        Running on;
        on.program->anotherWindow(on.window());
        on.waitForWindows(2);
        app::MeasurePresenter& measure = on.window(1).presenters()->measure;
        on.traffic.isHeld = true;
        measure.start({}, app::MeasurePresenter::Of::ThisMachine);
        on.window(1).buildPage().bench().cutOver.setPractice(true);
        on.window(1).close();
        on.waitForWindows(1);
        QVERIFY(measure.isRunning());
        QVERIFY(&on.window().presenters()->measure != &measure);
        on.program->anotherWindow(on.window());
        on.waitForWindows(2);
        QCOMPARE(&on.window(1).presenters()->measure, &measure);
        QVERIFY(on.window(1).buildPage().bench().cutOver.isPractice());
        QSignalSpy finished(&measure, &app::MeasurePresenter::finished);
        on.traffic.isHeld = false;
        QTRY_COMPARE(finished.size(), 1);
        // Nothing runs any more: the next window begins anew.
        on.window(1).buildPage().bench().cutOver.setPractice(false);
        const std::weak_ptr<WindowPresenters> before = on.window(1).presenters();
        on.window(1).close();
        on.waitForWindows(1);
        QVERIFY(before.expired());
    }
    /// What no code expected in an event or on another thread is told and logged; the house stays open.
    void aFaultLeavesTheHouseOpen()
    {
        Running on;
        app::Work work;
        QObject owner;
        work.start(
            owner, [](const std::atomic<bool>&) -> int { throw std::runtime_error("a wall came down"); }, [](int) {});
        QTRY_VERIFY(on.says("a wall came down"));
        QVERIFY(on.says("Your house is as it was saved"));
        QFile log(app::faultLog());
        QVERIFY(log.open(QIODevice::ReadOnly));
        QVERIFY(QString::fromUtf8(log.readAll()).contains("aFaultLeavesTheHouseOpen"));
        QCOMPARE(on.window().presenters()->document.plan().devices.size(), std::size_t{28});
    }
    void theSameHouseIsOneDocument()
    {
        Running on;
        on.program->anotherWindow(on.window());
        on.waitForWindows(2);
        on.program->open(on.folder.filePath("row.sokudo"), &on.window());
        testing::letEventsPass();
        QCOMPARE(on.program->windows().size(), 2u);
        const auto* run = on.window(1).survey().house().placed().runs.front().run;
        on.window().selection().selectRun(run->run);
        on.window().survey().deleteSelected();
        // What one window changes the other shows.
        QTRY_COMPARE(on.window(1).survey().house().placed().runs.size(), 32u);
    }
    void duplicateAndCopy()
    {
        Running on;
        on.program->duplicate(on.window());
        on.waitForWindows(2);
        QVERIFY(Running::read(on.folder.filePath("row-copy.sokudo")).plan.devices.size() == 28);
        on.answers.save = on.folder.filePath("kept");
        on.program->saveCopy(on.window());
        QVERIFY(on.says("A copy is in"));
        QCOMPARE(Running::read(on.folder.filePath("kept.sokudo")).trials.size(),
                 Running::read(on.folder.filePath("row.sokudo")).trials.size());
        // Never over another file.
        on.program->saveCopy(on.window());
        QVERIFY(!on.says("A copy is in"));
    }
    void exportAndImportGiveTheSameHouse()
    {
        Running on;
        on.answers.save = on.folder.filePath("out.json");
        on.program->exportFile(on.window(), true);
        QVERIFY(on.answers.suggested.endsWith("row.json"));
        on.answers.open = on.answers.save;
        on.program->importFile(on.window());
        on.waitForWindows(2);
        QCOMPARE(on.window(1).windowTitle(), on.window().windowTitle());
        on.answers.save = on.folder.filePath("open.json");
        on.program->exportFile(on.window(), false);
        QVERIFY(on.says("Addresses and log-in hints were left out"));
        QFile file(on.answers.save);
        QVERIFY(file.open(QIODevice::ReadOnly) && !file.readAll().contains("10.20.0.2"));
        on.answers.save = on.folder.filePath("sheet.csv");
        on.program->exportFile(on.window(), false);
        const QDir tables(on.folder.filePath("sheet-tables"));
        QVERIFY(tables.exists("runs.csv") && !tables.exists("accesses.csv"));
    }
    void drawingTourAndNothingChosen()
    {
        Running on;
        on.answers.save = on.folder.filePath("house.svg");
        on.program->exportDrawing(on.window());
        QVERIFY(on.says("The drawing was written"));
        on.answers.save = on.folder.filePath("tour.html");
        on.program->exportTour(on.window(), false);
        QVERIFY(on.says("addresses and log-in hints are left out"));
        on.answers.save = "/no/such/folder/tour.html";
        on.program->exportTour(on.window(), true);
        QVERIFY(on.says("could not be written"));
        on.answers.save.clear();
        on.program->exportFile(on.window(), false);
        on.program->saveCopy(on.window());
        QCOMPARE(QDir(on.folder.path()).entryList({"*.json"}).size(), 0);
    }
    void aWrongFileIsSaid()
    {
        Running on;
        const QString path = on.folder.filePath("letter.json");
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write("Dear aunt") > 0);
        file.close();
        on.program->open(path, &on.window());
        testing::letEventsPass();
        QVERIFY(on.says("letter.json"));
        QCOMPARE(on.program->windows().size(), 1u);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QCOMPARE(file.readAll(), "Dear aunt");
    }
    void whatIsNoProjectIsSaidInAWindowOfItsOwn()
    {
        Running on;
        const QString path = on.folder.filePath("letter.sokudo");
        QFile file(path);
        QVERIFY(file.open(QIODevice::WriteOnly) && file.write("Dear aunt") > 0);
        file.close();
        bool isOver = false;
        on.program->openHouse({path.toStdString(), nullptr, false},
                              [&](MainWindow* window) { isOver = window == nullptr; });
        OpeningWindow* shown = nullptr;
        // The window of the house that was opened before may still be there, and go.
        QTRY_VERIFY(([&] {
            shown = nullptr;
            for (QWidget* one : QApplication::topLevelWidgets())
                if (auto* found = qobject_cast<OpeningWindow*>(one);
                    found && Running::says(*found, "not a Sokudo project"))
                    shown = found;
            return shown != nullptr;
        }()));
        shown->close();
        QTRY_VERIFY(isOver);
        QCOMPARE(on.program->windows().size(), 1u);
    }
    void recentHousesAndTheirBench()
    {
        Running on;
        on.window().showBench(MainWindow::Match);
        on.program->makeHouse();
        on.waitForWindows(2);
        QCOMPARE(app::recentHouses().front(), app::housesFolder() + "/house.sokudo");
        const QString path = on.folder.filePath("row.sokudo");
        on.window().close();
        on.waitForWindows(1);
        QCOMPARE(app::recentHouses().front(), path);
        on.program->open(path, nullptr);
        on.waitForWindows(2);
        QCOMPARE(on.window(1).bench(), static_cast<int>(MainWindow::Match));
        QFile::remove(app::housesFolder() + "/house.sokudo");
        QVERIFY(!app::recentHouses().contains(app::housesFolder() + "/house.sokudo"));
    }
    void startersAreOpened()
    {
        Running on;
        for (const char* id : {"rented-flat", "test-bench"}) {
            const auto before = on.program->windows().size();
            on.program->openStarter(id);
            on.waitForWindows(before + 1);
            QVERIFY(!on.window(before).survey().isStarting());
        }
    }
};

SOKUDO_TEST(ProgramTest)
#include "program_test.moc"
