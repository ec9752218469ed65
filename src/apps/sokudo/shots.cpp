// SPDX-License-Identifier: GPL-3.0-or-later
#include "shots.h"

#include <cstdio>

#include <QApplication>
#include <QDir>
#include <QElapsedTimer>

#include "app/qt_text.h"
#include "ui/pages/match_page.h"
#include "ui/pages/path_page.h"
#include "ui/pages/survey_page.h"
#include "ui/pages/what_if_pane.h"
#include "ui/shell/main_window.h"
#include "ui/widgets/house_view.h"

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

}  // namespace

int take(QApplication&, ui::MainWindow& window, const QString& folder, bool dark)
{
    QDir().mkpath(folder);
    window.resize(1280, 800);
    window.show();
    settle(300);
    bool good = true;
    const auto save = [&](const QString& name) {
        if (QWidget* focused = QApplication::focusWidget()) focused->clearFocus();
        settle(150);
        const QString file = QDir(folder).filePath(name + (dark ? "-dark.png" : ".png"));
        good = window.grab().save(file) && good;
        std::printf("%s\n", qPrintable(file));
    };
    window.selection().selectDevice(deviceOf(window, "platen"));
    save("survey");
    selectRun(window, "attic");
    window.survey().editSelected();
    save("survey-run");
    selectRun(window, "q1");
    window.path().ask({deviceOf(window, "vault"), deviceOf(window, "platen"), expect::Traffic::FileCopy, 1, {}});
    window.showBench(ui::MainWindow::Match);
    save("match");
    selectRun(window, "q2");
    save("match-gap");
    selectRun(window, "c3");
    window.matchPage().showPane(ui::MatchPage::Light);
    save("match-light");
    selectRun(window, "attic");
    window.matchPage().showPane(ui::MatchPage::Ways);
    settle(2500);
    save("match-ways");
    selectRun(window, "q1");
    window.matchPage().showPane(ui::MatchPage::SegmentKind);
    save("match-piece");
    window.matchPage().whatIfPane().ask(gigabits(10));
    window.matchPage().showPane(ui::MatchPage::WhatIf);
    settle(3500);
    save("match-what-if");
    window.matchPage().showPane(ui::MatchPage::Why);
    window.path().ask({deviceOf(window, "vault"), deviceOf(window, "platen"), expect::Traffic::MemoryToMemory, 1, {}});
    window.showBench(ui::MainWindow::Measure);
    save("measure");
    window.path().ask({deviceOf(window, "scan"), deviceOf(window, "vault"), expect::Traffic::MemoryToMemory, 1, {}});
    window.showBench(ui::MainWindow::Diagnose);
    save("diagnose");
    window.path().ask({deviceOf(window, "vault"), deviceOf(window, "platen"), expect::Traffic::FileCopy, 1, {}});
    window.showBench(ui::MainWindow::Logbook);
    save("logbook");
    window.path().ask({deviceOf(window, "vault"), deviceOf(window, "platen"), expect::Traffic::FileCopy, 1, {}});
    window.showBench(ui::MainWindow::Path);
    save("path");
    const auto& stages = window.path().bore().stages;
    const auto share = std::find_if(stages.begin(), stages.end(), [](const expect::Stage& stage) {
        return stage.kind == expect::StageKind::FileShare;
    });
    window.pathPage().tryStage(static_cast<int>(share - stages.begin()), "nfs-multi");
    save("path-tried");
    window.path().dropTry();
    window.pathPage().showPane(ui::PathPage::Flows);
    save("path-flows");
    window.pathPage().showPane(ui::PathPage::Upgrade);
    settle(6000);
    save("path-worth");
    window.showBench(ui::MainWindow::Survey);
    window.survey().readThisMachine();
    save("this-machine");
    return good ? 0 : 1;
}

}  // namespace sokudo::shots
