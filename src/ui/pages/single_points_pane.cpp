// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/single_points_pane.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/judgement_list.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/repair_list.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

SinglePointsPane::SinglePointsPane(app::PowerPresenter& presenter, QWidget* parent)
    : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    auto* left = new QVBoxLayout;
    left->setContentsMargins(20, 12, 16, 12);
    left->setSpacing(6);
    m_title = label("", "title");
    left->addWidget(m_title);
    left->addWidget(
        label("How many end points each cuts off: from the gateway, storage, the internet; and how many devices go "
              "dark with it. A second cable, a bond or a second supply is a second way; a battery only puts it off.",
              "soft", true));
    m_table = new MarkedTable(presenter.pointRows(), app::PowerPresenter::kMarkRole);
    m_table->setAccessibleName("Single points of failure");
    m_table->setWide({0});
    left->addWidget(m_table, 1);
    m_detail = label("", "", true);
    left->addWidget(m_detail);
    m_play = button("What is left without it", "", [this] {
        m_presenter.outage().playPoint(m_table->currentIndex().row());
        Q_EMIT played();
    });
    left->addWidget(m_play, 0, Qt::AlignLeft);
    all->addLayout(left, 6);
    auto* scroll = new ScrollColumn(16, 10);
    auto* right = &scroll->rows();
    right->addWidget(new RepairList(presenter, presenter.repairs(), 6));
    right->addWidget(label("How the house is built", "heading"));
    m_judgements = new JudgementList([this](const std::string& id) { return m_presenter.caution(id); },
                                     [this](const plan::Subject& at) { m_presenter.select(at); });
    right->addWidget(m_judgements);
    right->addStretch(1);
    all->addWidget(sidePanel(scroll), 5);
    connect(m_table, &MarkedTable::rowChosen, this, &SinglePointsPane::showRow);
    connect(&presenter, &app::PowerPresenter::changed, this, &SinglePointsPane::refresh);
    refresh();
}

void SinglePointsPane::showRow(int row) { m_detail->setText(m_presenter.pointSays(row).join("\n")); }

void SinglePointsPane::refresh()
{
    const int count = m_presenter.pointRows()->rowCount();
    m_title->setText(!m_presenter.view() ? QString("Working it out …")
                     : count == 0        ? QString("No single point of failure")
                     : count == 1        ? QString("1 single point of failure")
                                         : QString("%1 single points of failure").arg(count));
    m_play->setVisible(count > 0);
    if (count > 0) m_table->selectRow(0);
    showRow(count > 0 ? 0 : -1);
    m_judgements->show(m_presenter.judgementsOf({"roles-in-one-box", "deep-chain", "no-backup", "backup-under-one-roof",
                                                 "experiments-beside-household", "one-cable", "supplies-together"}));
}

}  // namespace sokudo::ui
