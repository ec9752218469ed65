// SPDX-License-Identifier: GPL-3.0-or-later
// The cut-over day of the demo house in the window, in simulated time.
#pragma once

#include <QComboBox>
#include <QLineEdit>
#include <QTemporaryDir>

#include "build_bench.h"
#include "ui/pages/cut_over_pane.h"

namespace sokudo::testing {

struct CutOverBench : BuildBench {
    double now = -30;
    CutOverBench()
    {
        for (const store::Version& one : page->presenter().variants())
            if (one.name == "a new switch in the rack") page->presenter().document().versions().open(one.id);
        page->showPane(ui::BuildPage::CutOver);
        QVERIFY2(QTest::qWaitFor([&] { return day().plan().has_value(); }, 10000), qPrintable(day().problem()));
        settle();
        day().setClock([this](const plan::CutOver&) { return now; });
        QVERIFY(day().plan());
    }
    app::CutOverPresenter& day() const { return page->bench().cutOver; }
    void settle() const
    {
        letEventsPass();
        QVERIFY(QTest::qWaitFor([&] { return !day().isWorking(); }, 60000));
        letEventsPass();
    }
    /// Begins and ends the step that is shown.
    void work(double minutes, const QString& measured = {})
    {
        button("Begin")->click();
        now += minutes;
        if (auto* value = named<QLineEdit>("Measured")) value->setText(measured);
        button("Done")->click();
    }
    std::size_t step(const std::string& start) const
    {
        const auto& steps = day().plan()->steps;
        for (std::size_t i = 0; i < steps.size(); ++i)
            if (steps[i].key.find(start) == 0) return i;
        qFatal("no such step");
        return 0;
    }
};

}  // namespace sokudo::testing
