// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/flows_pane.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QSpinBox>

#include "app/qt_text.h"
#include "ui/theme.h"
#include "ui/widgets/bar_view.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

FlowsPane::FlowsPane(app::FlowsPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 8);
    all->setContentsMargins(20, 8, 20, 10);
    auto* top = new QHBoxLayout;
    m_set = new QComboBox;
    m_set->setAccessibleName("Set of flows");
    m_set->setEditable(true);
    m_set->setInsertPolicy(QComboBox::NoInsert);
    m_set->setMinimumWidth(scaled(190));
    m_headline = label("", "", true);
    top->addWidget(label("Set", "heading"));
    top->addWidget(m_set);
    top->addWidget(m_headline, 1);
    all->addLayout(top);
    auto* both = new QHBoxLayout;
    both->setSpacing(18);
    m_flows = new MarkedTable(presenter.flows(), app::FlowsPresenter::kMarkRole);
    m_flows->setAccessibleName("Flows and what each gets");
    m_flows->setWide({0, 4});
    both->addWidget(m_flows, 7);
    auto* side = new QVBoxLayout;
    side->addWidget(label("With the others, and alone", "heading"));
    m_bars = new BarView;
    side->addWidget(m_bars);
    auto* detail = new QWidget;
    m_detail = column(detail, 0, 4);
    side->addWidget(detail);
    side->addStretch(1);
    both->addLayout(side, 4);
    all->addLayout(both, 3);
    all->addWidget(addRow());
    all->addWidget(label("Trunks, most oversubscribed first", "heading"));
    auto* trunks = new MarkedTable(presenter.trunks(), app::FlowsPresenter::kMarkRole);
    trunks->setAccessibleName("Links between switches and what hangs behind them");
    trunks->setWide({0});
    all->addWidget(trunks, 2);
    connect(m_set, &QComboBox::activated, this, [this] { m_presenter.showSet(m_set->currentText()); });
    connect(m_flows, &MarkedTable::rowChosen, this, &FlowsPane::showDetail);
    connect(&presenter, &app::FlowsPresenter::changed, this, &FlowsPane::refresh);
    refresh();
}

QWidget* FlowsPane::addRow()
{
    auto* row = new QWidget;
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(6);
    m_name = new QLineEdit;
    m_name->setPlaceholderText("Name of a flow");
    m_name->setAccessibleName("Name of a flow");
    m_name->setFixedWidth(scaled(150));
    m_from = new QComboBox;
    m_from->setAccessibleName("From");
    m_to = new QComboBox;
    m_to->setAccessibleName("To");
    m_kind = new QComboBox;
    m_kind->addItems({"memory to memory", "file copy"});
    m_kind->setAccessibleName("Traffic");
    m_asks = new QSpinBox;
    m_asks->setRange(0, 100'000);
    m_asks->setSuffix(QString::fromUtf8("\u202fMb/s"));
    m_asks->setSpecialValueText("as much as possible");
    m_asks->setAccessibleName("Its full demand");
    m_asks->setMinimumWidth(scaled(140));
    layout->addWidget(m_name);
    layout->addWidget(m_from);
    layout->addWidget(label("to", "soft"));
    layout->addWidget(m_to);
    layout->addWidget(m_kind);
    layout->addWidget(m_asks);
    layout->addWidget(button("Add flow", "", [this] { add(); }));
    layout->addStretch(1);
    layout->addWidget(button("Delete", "quiet", [this] { m_presenter.remove(m_flows->currentRow()); }));
    connect(m_name, &QLineEdit::returnPressed, this, &FlowsPane::add);
    return row;
}

void FlowsPane::add()
{
    plan::Flow flow;
    flow.id = m_presenter.newId();
    flow.set = app::fromQt(m_set->currentText().trimmed().isEmpty() ? QString("busy evening") : m_set->currentText());
    flow.name = app::fromQt(m_name->text());
    flow.from = {m_from->currentData().toLongLong()};
    flow.to = {m_to->currentData().toLongLong()};
    flow.copies = m_kind->currentIndex() == 1;
    if (m_asks->value() > 0) flow.asks = BitRate::of(m_asks->value() * 1e6);
    if (m_presenter.add(flow)) m_name->clear();
}

void FlowsPane::refresh()
{
    m_set->clear();
    m_set->addItems(m_presenter.sets());
    m_set->setCurrentText(m_presenter.set());
    m_headline->setText(m_presenter.headline());
    m_bars->setBars(m_presenter.bars());
    const auto hosts = m_presenter.hosts();
    fillDevices(m_from, hosts, 0);
    fillDevices(m_to, hosts, 1);
    if (m_presenter.flows()->rowCount() > 0) m_flows->selectRow(0);
    showDetail(m_presenter.flows()->rowCount() > 0 ? 0 : -1);
}

void FlowsPane::showDetail(int row)
{
    clear(m_detail);
    const auto detail = m_presenter.detail(row);
    if (!detail) return;
    m_detail->addWidget(label(detail->title, "heading", true));
    m_detail->addWidget(label(detail->figures, "", true));
    if (!detail->limitedBy.isEmpty()) m_detail->addWidget(label("Limited by " + detail->limitedBy, "", true));
    if (!detail->slowedBy.isEmpty())
        m_detail->addWidget(label("Shared with " + detail->slowedBy.join(", "), "soft", true));
}

}  // namespace sokudo::ui
