// SPDX-License-Identifier: GPL-3.0-or-later
// Every bench and pane on houses by chance, with each device and cable selected in turn: nothing ends the window.
#include "chance_house.h"
#include "ui/pages/build_page.h"
#include "ui/pages/match_page.h"
#include "ui/pages/path_page.h"
#include "ui/pages/power_page.h"
#include "ui/pages/survey_page.h"
#include "window_desk.h"

using namespace sokudo;
using namespace sokudo::testing;
using houses::Chance;

namespace {

void walk(WindowDesk& desk)
{
    ui::MainWindow& window = *desk.window;
    for (int bench = ui::MainWindow::Survey; bench <= ui::MainWindow::Build; ++bench) {
        window.showBench(bench);
        letEventsPass();
    }
    for (int pane = ui::SurveyPage::House; pane <= ui::SurveyPage::Records; ++pane) {
        window.showBench(ui::MainWindow::Survey);
        window.survey().showPane(static_cast<ui::SurveyPage::Pane>(pane));
        letEventsPass();
    }
    window.showBench(ui::MainWindow::Match);
    for (int pane = ui::MatchPage::Why; pane <= ui::MatchPage::WhatIf; ++pane) {
        window.matchPage().showPane(static_cast<ui::MatchPage::Pane>(pane));
        letEventsPass();
    }
    window.showBench(ui::MainWindow::Power);
    for (int pane = ui::PowerPage::Feeds; pane <= ui::PowerPage::Backup; ++pane) {
        window.powerPage().showPane(static_cast<ui::PowerPage::Pane>(pane));
        letEventsPass();
    }
    window.showBench(ui::MainWindow::Build);
    for (int pane = ui::BuildPage::Variants; pane <= ui::BuildPage::CutOver; ++pane) {
        window.buildPage().showPane(static_cast<ui::BuildPage::Pane>(pane));
        letEventsPass();
    }
    window.showBench(ui::MainWindow::Path);
    for (int pane = ui::PathPage::Bore; pane <= ui::PathPage::Upgrade; ++pane) {
        window.pathPage().showPane(static_cast<ui::PathPage::Pane>(pane));
        letEventsPass();
    }
    for (const char* sheet : {"settings", "labels", "help"}) window.showSheet(sheet);
}

}  // namespace

class HousesOnScreenTest : public QObject {
    Q_OBJECT
private Q_SLOTS:
    void eachBenchAndPane_data()
    {
        QTest::addColumn<int>("number");
        for (int number = 1; number <= 6; ++number) QTest::addRow("house %d", number) << number;
    }
    void eachBenchAndPane()
    {
        QFETCH(int, number);
        Chance chance(40 + static_cast<std::uint64_t>(number));
        const store::Project project = houses::chanceHouse(number, chance);
        WindowDesk desk(project);
        walk(desk);
        desk.window->showBench(ui::MainWindow::Survey);
        desk.window->survey().showPane(ui::SurveyPage::House);
        for (const plan::Device& device : project.plan.devices) {
            desk.window->selection().selectDevice(device.id);
            desk.window->survey().editSelected();
            letEventsPass();
        }
        for (const plan::Run& run : project.plan.runs) {
            desk.window->selection().selectRun(run.id);
            desk.window->survey().editSelected();
            letEventsPass();
        }
        // Looking at everything changes nothing.
        QVERIFY(desk.document->plan() == project.plan);
        for (int i = 0; i < 3; ++i) {
            const plan::Plan next = houses::chanceEdit(desk.document->plan(), chance);
            QVERIFY(desk.document->edit("an edit by chance", next));
            letEventsPass();
        }
        desk.document->undo();
        desk.settle();
    }
};

SOKUDO_TEST(HousesOnScreenTest)
#include "houses_on_screen_test.moc"
