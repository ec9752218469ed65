// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/what_if_pane.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QProgressBar>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

WhatIfPane::WhatIfPane(app::WhatIfPresenter& presenter, app::MatchPresenter& match, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_match(match)
{
    auto* all = column(this, 0, 6);
    all->setContentsMargins(22, 4, 20, 8);
    auto* top = new QHBoxLayout;
    top->addWidget(label("What if every link in the list needed"));
    m_rate = new QComboBox;
    m_rate->setAccessibleName("Rate asked of every link");
    for (double rate : {1.0, 2.5, 5.0, 10.0, 25.0, 40.0, 100.0})
        m_rate->addItem(app::toQt(text::linkRate(gigabits(rate))), rate);
    m_rate->setCurrentIndex(3);
    top->addWidget(m_rate);
    top->addWidget(button("Ask", "main", [this] { ask(gigabits(m_rate->currentData().toDouble())); }));
    m_progress = new QProgressBar;
    m_progress->setMaximumWidth(scaled(160));
    m_progress->setTextVisible(false);
    m_stop = button("Stop", "", [this] { m_presenter.stop(); });
    top->addWidget(m_progress);
    top->addWidget(m_stop);
    top->addStretch(1);
    all->addLayout(top);
    m_headline = label("", "", true);
    all->addWidget(m_headline);
    m_table = new MarkedTable(presenter.rows(), app::WhatIfPresenter::kVerdictRole);
    m_table->setAccessibleName("What each link needs");
    m_table->setWide({2});
    all->addWidget(m_table, 1);
    all->addWidget(
        label("Enter opens the link with its options. Modules are chosen before cables, and the cheapest set of them.",
              "soft", true));
    connect(m_table, &MarkedTable::rowActivated, this, [this](int row) { Q_EMIT linkChosen(m_presenter.runAt(row)); });
    connect(&presenter, &app::WhatIfPresenter::changed, this, &WhatIfPane::refresh);
    refresh();
}

void WhatIfPane::ask(BitRate rate)
{
    m_rate->setCurrentIndex(m_rate->findData(inGigabits(rate)));
    m_presenter.ask(m_match.shown(), rate);
}

void WhatIfPane::refresh()
{
    m_headline->setText(m_presenter.headline());
    m_progress->setVisible(m_presenter.isBusy());
    m_stop->setVisible(m_presenter.isBusy());
    m_progress->setRange(0, std::max(1, m_presenter.total()));
    m_progress->setValue(m_presenter.done());
}

}  // namespace sokudo::ui
