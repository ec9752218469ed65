// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/poe_pane.h"

#include <QComboBox>
#include <QHBoxLayout>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "ui/theme.h"
#include "ui/widgets/judgement_list.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

PoePane::PoePane(app::PowerPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(20, 12, 20, 12);
    all->setSpacing(22);
    auto* left = new QVBoxLayout;
    left->setSpacing(6);
    left->addWidget(label("PoE sources", "title"));
    left->addWidget(
        label("Reserved is what the classes of the devices ask for, drawn is what they take. A switch counts one "
              "or the other: read which in its manual.",
              "soft", true));
    m_sources = new MarkedTable(presenter.sourceRows(), app::PowerPresenter::kMarkRole);
    m_sources->setAccessibleName("PoE sources");
    m_sources->setWide({0});
    left->addWidget(m_sources, 2);
    left->addWidget(label("Devices on it, in the order in which they get power", "heading"));
    m_loads = new MarkedTable(presenter.loadRows(), app::PowerPresenter::kMarkRole);
    m_loads->setAccessibleName("Devices on this source");
    m_loads->setWide({1, 5});
    left->addWidget(m_loads, 3);
    left->addWidget(label("Hop by hop from the port, each path by itself", "heading"));
    m_chain = label("", "", true);
    left->addWidget(m_chain);
    connect(m_loads, &MarkedTable::rowChosen, this,
            [this](int row) { m_chain->setText(m_presenter.chainSays(row).join("\n")); });
    all->addLayout(left, 7);
    auto* right = new QVBoxLayout;
    right->setSpacing(6);
    right->addWidget(label("How many more fit", "heading"));
    m_room = label("", "figure", true);
    right->addWidget(m_room);
    right->addSpacing(8);
    right->addWidget(finder());
    right->addSpacing(8);
    right->addWidget(label("Findings", "heading"));
    m_judgements = new JudgementList([this](const std::string& id) { return m_presenter.caution(id); },
                                     [this](const plan::Subject& at) { m_presenter.select(at); });
    right->addWidget(m_judgements);
    right->addStretch(1);
    all->addLayout(right, 4);
    connect(m_sources, &MarkedTable::rowChosen, this, [this](int row) {
        m_presenter.showSource(row);
        showRoom();
        if (m_presenter.loadRows()->rowCount() > 0) m_loads->selectRow(0);
    });
    connect(&presenter, &app::PowerPresenter::changed, this, &PoePane::refresh);
    refresh();
}

QWidget* PoePane::finder()
{
    auto* box = frame("card");
    auto* rows = column(box, 12, 6);
    rows->addWidget(label("A free port for", "heading"));
    auto* row = new QHBoxLayout;
    m_rate = new QComboBox;
    m_rate->setAccessibleName("Wanted rate");
    for (double rate : {1.0, 2.5, 5.0, 10.0}) m_rate->addItem(app::toQt(text::linkRate(gigabits(rate))), rate);
    m_rate->setCurrentIndex(1);
    m_class = new QComboBox;
    m_class->setAccessibleName("Wanted class");
    for (int i = 1; i <= 8; ++i) m_class->addItem(QString("class %1").arg(i), i);
    m_class->setCurrentIndex(3);
    row->addWidget(m_rate);
    row->addWidget(label("and", "soft"));
    row->addWidget(m_class);
    row->addStretch(1);
    rows->addLayout(row);
    m_ports = label("", "", true);
    rows->addWidget(m_ports);
    connect(m_rate, &QComboBox::activated, this, &PoePane::find);
    connect(m_class, &QComboBox::activated, this, &PoePane::find);
    return box;
}

void PoePane::find()
{
    const QStringList says =
        m_presenter.portsFor(gigabits(m_rate->currentData().toDouble()), m_class->currentData().toInt());
    m_ports->setText(says.isEmpty() ? QString("No port of this house is stated to supply power.") : says.join("\n"));
}

void PoePane::showRoom() { m_room->setText(m_presenter.sourceSays().join("\n")); }

void PoePane::refresh()
{
    if (m_presenter.sourceRows()->rowCount() > 0) m_sources->selectRow(0);
    showRoom();
    find();
    m_judgements->show(m_presenter.judgementsOf(
        {"poe-by-class", "port-both-ways", "injector-not-needed", "beyond-poe", "fed-at-management"}));
}

}  // namespace sokudo::ui
