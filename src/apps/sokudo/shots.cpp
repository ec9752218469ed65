// SPDX-License-Identifier: GPL-3.0-or-later
#include "shots.h"

#include <cstdio>

#include <QApplication>
#include <QDir>
#include <QElapsedTimer>
#include <QFile>
#include <QFileInfo>
#include <QLineEdit>
#include <QTemporaryDir>

#include "app/qt_text.h"
#include "ui/pages/bring_up_pane.h"
#include "ui/pages/build_page.h"
#include "ui/pages/cut_over_pane.h"
#include "ui/pages/jobs_pane.h"
#include "ui/pages/match_page.h"
#include "ui/pages/outage_pane.h"
#include "ui/pages/path_page.h"
#include "ui/pages/power_page.h"
#include "ui/pages/records_pane.h"
#include "ui/pages/survey_page.h"
#include "ui/pages/terminate_pane.h"
#include "ui/pages/test_results_pane.h"
#include "ui/pages/what_if_pane.h"
#include "ui/shell/main_window.h"
#include "ui/shell/program.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/outage_scale.h"

namespace sokudo::shots {
namespace {

void settle(int milliseconds)
{
    QElapsedTimer timer;
    timer.start();
    while (timer.elapsed() < milliseconds) QApplication::processEvents(QEventLoop::AllEvents, 20);
}

plan::DeviceId deviceOf(ui::MainWindow& window, const char* name)
{
    for (const auto& host : window.path().hosts())
        if (host.name == name) return host.id;
    return {};
}

void selectRun(ui::MainWindow& window, const QString& label)
{
    plan::RunId found;
    for (const auto& run : window.survey().house().placed().runs)
        if (run.run->label == label) found = run.run->run;
    window.selection().selectRun(found);
}

/// Takes one picture after the other.
class Camera {
public:
    Camera(ui::MainWindow& window, const QString& folder, bool dark)
        : m_window(window), m_folder(folder), m_ending(dark ? "-dark.png" : ".png")
    {}
    void survey()
    {
        m_window.selection().selectDevice(deviceOf(m_window, "platen"));
        save("survey");
        selectRun(m_window, "attic");
        m_window.survey().editSelected();
        save("survey-run");
    }
    void surveyPanes()
    {
        m_window.survey().showPane(ui::SurveyPage::House);
        Q_EMIT m_window.survey().house().deviceSelected({});  // as a press beside everything: forms close
        settle(2500);
        save("survey-standing");
        m_window.survey().house().setLayer(ui::HouseLayer::Power);
        save("survey-power");
        m_window.survey().house().setLayer(ui::HouseLayer::Rates);
        m_window.selection().selectDevice(deviceOf(m_window, "vault"));
        m_window.survey().showPane(ui::SurveyPage::Racks);
        save("survey-building");
        m_window.selection().clear();
        m_window.survey().showPane(ui::SurveyPage::Tables);
        save("survey-tables");
        m_window.survey().showPane(ui::SurveyPage::Jacks);
        save("survey-jacks");
        m_window.survey().showPane(ui::SurveyPage::Versions);
        save("survey-versions");
        m_window.survey().showPane(ui::SurveyPage::Census);
        save("survey-census");
        m_window.survey().showPane(ui::SurveyPage::Neighbours);
        settle(600);
        save("survey-neighbours");
        m_window.survey().showPane(ui::SurveyPage::Records);
        auto* records = static_cast<ui::RecordsPane*>(m_window.survey().paneWidget(ui::SurveyPage::Records));
        records->show(plan::kindOf<plan::LooseEnd>());
        if (!m_window.survey().presenter().plan().looseEnds.empty())
            records->show(plan::Subject{"loose-end", m_window.survey().presenter().plan().looseEnds.begin()->id.value});
        save("survey-records");
        m_window.survey().showPane(ui::SurveyPage::House);
        m_window.showSheet("settings");
        save("settings");
        m_window.showSheet("labels");
        save("labels");
        m_window.showSheet("help");
        save("help");
        m_window.showBench(ui::MainWindow::Survey);
    }
    void match()
    {
        ui::MatchPage& page = m_window.matchPage();
        selectRun(m_window, "q1");
        ask("vault", "platen", expect::Traffic::FileCopy);
        m_window.showBench(ui::MainWindow::Match);
        save("match");
        selectRun(m_window, "q2");
        save("match-gap");
        selectRun(m_window, "c3");
        page.showPane(ui::MatchPage::Light);
        save("match-light");
        selectRun(m_window, "attic");
        page.showPane(ui::MatchPage::Ways);
        settle(2500);
        save("match-ways");
        selectRun(m_window, "q1");
        page.showPane(ui::MatchPage::SegmentKind);
        save("match-piece");
        page.whatIfPane().ask(gigabits(10));
        page.showPane(ui::MatchPage::WhatIf);
        settle(3500);
        save("match-what-if");
        page.showPane(ui::MatchPage::Why);
    }
    void benches()
    {
        ask("vault", "platen", expect::Traffic::MemoryToMemory);
        m_window.showBench(ui::MainWindow::Measure);
        save("measure");
        ask("scan", "vault", expect::Traffic::MemoryToMemory);
        m_window.showBench(ui::MainWindow::Diagnose);
        save("diagnose");
        ask("vault", "platen", expect::Traffic::FileCopy);
        m_window.showBench(ui::MainWindow::Logbook);
        save("logbook");
    }
    void build()
    {
        m_window.selection().clear();
        m_window.showBench(ui::MainWindow::Build);
        ui::BuildPage& page = m_window.buildPage();
        settle(4000);
        save("build-variants");
        page.showPane(ui::BuildPage::List);
        save("build-list");
        page.showPane(ui::BuildPage::Cheapest);
        for (const char* wish : {"platen to vault at 25g", "study to vault at 10g", "scan to vault at 10g"})
            page.presenter().cheapest().addWish(wish);
        page.presenter().cheapest().solve();
        for (int i = 0; page.presenter().cheapest().isSolving() && i < 300; ++i) settle(100);
        save("build-cheapest");
        page.showPane(ui::BuildPage::Stages);
        page.presenter().planStages(page.presenter().stages().monthly(page.presenter().chosen()));
        for (int i = 0; page.presenter().stages().isPlanning() && i < 300; ++i) settle(100);
        save("build-stages");
        page.showPane(ui::BuildPage::Worth);
        save("build-worth");
        page.showPane(ui::BuildPage::WireMap);
        // A tester passes this run; its ports came up at 100 Mb/s and crosstalk fails.
        if (const auto rows = page.tests().rows(); !rows.empty()) page.tests().choose(rows.front().run);
        page.tests().setAllStraight();
        page.tests().setCrosstalk(true);
        save("build-wiremap");
        page.tests().setCrosstalk(false);
        building(page);
    }
    store::VersionId variantCalled(ui::BuildPage& page, const char* name) const
    {
        for (const store::Version& one : page.presenter().variants())
            if (one.name == name) return one.id;
        return {};
    }
    /// An evening's work half done, a switch that starts, and a cut-over at twenty past seven.
    void building(ui::BuildPage& page)
    {
        ui::BuildBench& bench = page.bench();
        page.showPane(ui::BuildPage::Jobs);
        bench.work.choose(variantCalled(page, "ten gigabit upstairs"));
        settle(1500);
        for (int step = 1; step <= 4; ++step) bench.work.tick(0, step, "6min");
        const auto& jobs = bench.work.jobs().jobs;
        const auto pull =
            std::find_if(jobs.begin(), jobs.end(), [](const auto& job) { return job.kind->id == "pull"; });
        if (pull != jobs.end())
            static_cast<ui::JobsPane*>(page.paneWidget(ui::BuildPage::Jobs))
                ->showJob(static_cast<std::size_t>(pull - jobs.begin()));
        save("build-jobs");
        page.showPane(ui::BuildPage::Terminate);
        save("build-terminate");
        page.showPane(ui::BuildPage::TestResults);
        save("build-tests");
        page.showPane(ui::BuildPage::BringUp);
        bringUp(bench.bringUp);
        save("build-bring-up");
        bench.bringUp.clock().stop(bench.bringUp.chosen());
        page.presenter().document().versions().open(variantCalled(page, "a new switch in the rack"));
        page.showPane(ui::BuildPage::CutOver);
        for (int i = 0; i < 100 && (bench.cutOver.isWorking() || !bench.cutOver.plan()); ++i) settle(100);
        cutOver(bench.cutOver);
        save("build-cut-over");
        sheets(page);
        page.presenter().document().versions().open({});
    }
    /// The house starts again after a power cut: the core is on for 41 s and was read, and two of its partners.
    void bringUp(app::BringUpPresenter& up)
    {
        up.setRestart(true);
        for (const bringup::BringUp& one : up.order())
            if (one.name == "core") up.choose(one.device);
        const auto clock = std::make_shared<qint64>(0);
        up.clock().setClock([clock] { return *clock; });
        up.clock().start(up.chosen());
        *clock = 41'000;
        const auto links = up.readings().links();
        if (links.size() > 1) {
            up.readings().read(links[0].b.port, "rate=10g duplex=full mtu=1500");
            up.readings().count(links[0].a.port, "frames=1m crc=0 uptime=10d");
            up.readings().read(links[1].a.port, "rate=1g duplex=full mtu=1500");
        }
        up.readings().readSwitch(up.readings().addressOfChosen(), {});
        for (int i = 0; up.readings().isReading() && i < 50; ++i) settle(100);
        settle(1300);
    }
    /// What goes along on paper.
    void sheets(ui::BuildPage& page)
    {
        const auto path = [this](const char* name) { return QDir(m_folder).filePath(name); };
        const auto pane = [&page]<class Pane>(ui::BuildPage::Pane which, Pane*) {
            return static_cast<Pane*>(page.paneWidget(which));
        };
        pane(ui::BuildPage::Jobs, static_cast<ui::JobsPane*>(nullptr))->savePdf(path("sheet-jobs.pdf"));
        pane(ui::BuildPage::Terminate, static_cast<ui::TerminatePane*>(nullptr))->savePdf(path("sheet-jack.pdf"));
        pane(ui::BuildPage::TestResults, static_cast<ui::TestResultsPane*>(nullptr))
            ->savePdf(path("sheet-tests.pdf"), "Lantern Row");
        pane(ui::BuildPage::BringUp, static_cast<ui::BringUpPane*>(nullptr))->savePdf(path("sheet-bring-up.pdf"));
        pane(ui::BuildPage::CutOver, static_cast<ui::CutOverPane*>(nullptr))->savePdf(path("sheet-cut-over.pdf"));
    }
    /// The steps of the first hour are done, each a little late.
    void cutOver(app::CutOverPresenter& day)
    {
        double now = -60;
        day.setClock([&now](const plan::CutOver&) { return now; });
        for (std::size_t i = 0; day.plan() && i < day.plan()->steps.size() && now < 63; ++i) {
            const cutover::DayStep step = day.plan()->steps[i];
            if (step.phase == "during" && now < 0) now = 0;
            day.go(i);
            day.begin();
            now += step.usual + 0.4;
            if (now < 63) day.done({});
        }
        const double fixed = now;
        day.setClock([fixed](const plan::CutOver&) { return fixed; });
        settle(600);
    }
    /// What is left without the gravest single point.
    void showFailure(ui::PowerPage& page)
    {
        app::PowerPresenter& power = m_window.presenters()->power();
        power.outage().playPoint(1);
        settle(2500);
        page.showPane(ui::PowerPage::Outage);
    }
    void power()
    {
        m_window.selection().clear();
        m_window.showBench(ui::MainWindow::Power);
        ui::PowerPage& page = m_window.powerPage();
        settle(2500);
        save("power-feeds");
        page.showPane(ui::PowerPage::Poe);
        save("power-poe");
        page.showPane(ui::PowerPage::Points);
        save("power-points");
        page.showPane(ui::PowerPage::Outage);
        static_cast<ui::OutagePane*>(page.paneWidget(ui::PowerPage::Outage))->scale().setAt(Duration::of(41 * 60));
        save("power-outage");
        showFailure(page);
        save("power-without");
        page.showPane(ui::PowerPage::Places);
        save("power-places");
        page.showPane(ui::PowerPage::Backup);
        save("power-backup");
    }
    void path()
    {
        ask("vault", "platen", expect::Traffic::FileCopy);
        m_window.showBench(ui::MainWindow::Path);
        save("path");
        const auto& stages = m_window.path().bore().stages;
        const auto share = std::find_if(stages.begin(), stages.end(), [](const expect::Stage& stage) {
            return stage.kind == expect::StageKind::FileShare;
        });
        m_window.pathPage().tryStage(static_cast<int>(share - stages.begin()), "nfs-multi");
        save("path-tried");
        m_window.path().stageTry().drop();
        m_window.pathPage().showPane(ui::PathPage::Flows);
        save("path-flows");
        m_window.pathPage().showPane(ui::PathPage::Upgrade);
        settle(6000);
        save("path-upgrade");
    }
    void thisMachine()
    {
        m_window.showBench(ui::MainWindow::Survey);
        m_window.survey().readThisMachine();
        save("this-machine");
    }
    void save(const QString& name)
    {
        if (QWidget* focused = QApplication::focusWidget()) focused->clearFocus();
        settle(150);
        const QString file = QDir(m_folder).filePath(name + m_ending);
        m_good = m_window.grab().save(file) && m_good;
        std::printf("%s\n", qPrintable(file));
    }

    bool isGood() const { return m_good; }

private:
    void ask(const char* from, const char* to, expect::Traffic traffic)
    {
        m_window.path().ask({deviceOf(m_window, from), deviceOf(m_window, to), traffic, 1, {}});
    }
    ui::MainWindow& m_window;
    QString m_folder, m_ending;
    bool m_good = true;
};

}  // namespace

namespace {

/// A window on another house, once it is there.
ui::MainWindow* opened(ui::Program& program, const QString& path)
{
    ui::MainWindow* found = nullptr;
    program.openHouse(
        {app::fromQt(path), nullptr, false, app::OpenRequest::IfMissing::Make},
        [&](ui::MainWindow* window) { found = window; }, false);
    for (int i = 0; i < 100 && !found; ++i) settle(50);
    if (found) found->resize(1280, 800);
    settle(200);
    return found;
}

/// The page of an empty house, with answers typed into it.
bool takeStart(ui::Program& program, const Options& options)
{
    const QTemporaryDir folder;
    ui::MainWindow* window = opened(program, folder.filePath("empty.sokudo"));
    if (!window) return false;
    const auto fields = window->survey().start().findChildren<QLineEdit*>();
    for (int i = 0; i < fields.size() && i < static_cast<int>(survey::kQuestions); ++i)
        fields[i]->setText(survey::questions()[static_cast<std::size_t>(i)].example);
    Camera camera(*window, options.folder, options.isDark);
    camera.save("start");
    window->close();
    settle(100);
    return camera.isGood();
}

}  // namespace

QString copyOf(const QString& house, const QTemporaryDir& folder)
{
    const QString copy = folder.filePath(QFileInfo(house).fileName());
    QFile::copy(house, copy);
    QFile::setPermissions(copy, QFileDevice::ReadOwner | QFileDevice::WriteOwner);
    return copy;
}

int take(ui::Program& program, ui::MainWindow& window, const Options& options)
{
    QDir().mkpath(options.folder);
    window.resize(1280, 800);
    window.show();
    settle(300);
    Camera camera(window, options.folder, options.isDark);
    camera.survey();
    camera.surveyPanes();
    camera.match();
    camera.benches();
    camera.path();
    camera.power();
    camera.build();
    camera.thisMachine();
    bool isGood = camera.isGood() && takeStart(program, options);
    const QTemporaryDir copies;
    if (!options.house.isEmpty())
        if (ui::MainWindow* other = opened(program, copyOf(options.house, copies))) {
            Camera large(*other, options.folder, options.isDark);
            settle(1500);
            large.save("survey-large");
            isGood = isGood && large.isGood();
        }
    return isGood ? 0 : 1;
}

}  // namespace sokudo::shots
