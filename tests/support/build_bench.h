// SPDX-License-Identifier: GPL-3.0-or-later
// The Build bench of the demo house in the window.
#pragma once

#include "ui/pages/build_page.h"
#include "window_desk.h"

namespace sokudo::testing {

struct BuildBench : WindowDesk {
    ui::BuildPage* page = nullptr;
    BuildBench()
    {
        QTest::keyClick(window.get(), Qt::Key_4, Qt::AltModifier);
        page = &window->buildPage();
    }
    explicit BuildBench(ui::BuildPage::Pane pane) : BuildBench()
    {
        settle();
        page->showPane(pane);
        letEventsPass();
    }
    void settle() const
    {
        QVERIFY(QTest::qWaitFor([&] { return !page->presenter().isWorking() && !says("Working it out"); }, 30000));
        letEventsPass();
    }
    plan::RunId run(const char* label) const
    {
        for (const plan::Run& one : document->plan().runs)
            if (one.label == label) return one.id;
        return {};
    }
    app::TestResultsPresenter& results() const { return page->bench().tests; }
    app::BringUpPresenter& up() const { return page->bench().bringUp; }
};

}  // namespace sokudo::testing
