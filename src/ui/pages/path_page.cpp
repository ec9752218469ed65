// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/path_page.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QScrollArea>

#include "app/qt_text.h"
#include "ui/pages/flows_pane.h"
#include "ui/pages/upgrade_pane.h"
#include "ui/theme.h"
#include "ui/widgets/bore_view.h"
#include "ui/widgets/fall_view.h"
#include "ui/widgets/lazy_stack.h"
#include "ui/widgets/marked_table.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/path_strip.h"

namespace sokudo::ui {

using app::toQt;

PathPage::PathPage(app::PathPresenter& presenter, app::FlowsPresenter& shares, app::UpgradePresenter& upgrade,
                   QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_flows(shares), m_upgrade(upgrade)
{
    auto* all = column(this, 0, 0);
    auto* bar = new QWidget;
    auto* tabs = new QHBoxLayout(bar);
    tabs->setContentsMargins(14, 6, 20, 0);
    tabs->setSpacing(0);
    const char* names[] = {"Bore", "Flows at once", "Worth it?"};
    for (int i = 0; i < 3; ++i) {
        auto* tab = button(names[i], "bench", [this, i] { showPane(static_cast<Pane>(i)); });
        tab->setCheckable(true);
        tab->setShortcut(QKeySequence(QString("Ctrl+Shift+%1").arg(i + 1)));
        tab->setToolTip(QString("Ctrl+Shift+%1").arg(i + 1));
        tabs->addWidget(tab);
        m_tabs << tab;
    }
    tabs->addStretch(1);
    all->addWidget(bar);
    m_panes = new LazyStack;
    m_panes->addLater([this] { return borePane(); });
    m_panes->addLater([this] { return new FlowsPane(m_flows); });
    m_panes->addLater([this] { return new UpgradePane(m_upgrade); });
    all->addWidget(m_panes, 1);
    showPane(Bore);
}

void PathPage::showPane(Pane pane)
{
    m_panes->showPage(pane);
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(i == pane);
    m_flows.setActive(pane == Flows);
    m_upgrade.setActive(pane == Upgrade);
}

PathPage::Pane PathPage::pane() const { return static_cast<Pane>(m_panes->currentIndex()); }

FlowsPane& PathPage::flowsPane() { return *static_cast<FlowsPane*>(m_panes->page(Flows)); }

UpgradePane& PathPage::upgradePane() { return *static_cast<UpgradePane*>(m_panes->page(Upgrade)); }

BoreView& PathPage::bore()
{
    m_panes->page(Bore);
    return m_strip->bore();
}

QWidget* PathPage::borePane()
{
    auto* pane = new QWidget;
    auto* all = column(pane, 0, 0);
    m_strip = new PathStrip(m_presenter);
    m_strip->bore().setMinimumHeight(scaled(190));
    m_strip->showWays();
    all->addWidget(m_strip, 2);
    all->addWidget(tryRow());
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(20, 4, 20, 8);
    foot->setSpacing(18);
    auto* left = new QVBoxLayout;
    left->addWidget(label("Where each Gb/s goes", "heading"));
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* inner = new QWidget;
    auto* lines = column(inner, 0, 0);
    m_falls = new FallView;
    lines->addWidget(m_falls);
    lines->addStretch(1);
    scroll->setWidget(inner);
    left->addWidget(scroll, 1);
    m_notes = label("", "soft", true);
    left->addWidget(m_notes);
    auto* right = new QVBoxLayout;
    right->addWidget(label("Stage by stage", "heading"));
    auto* table = new MarkedTable(m_presenter.table(), app::PathPresenter::kMarkRole);
    table->setAccessibleName("Stages with low, typical and high figures");
    table->setWide({4, 5});
    right->addWidget(table, 1);
    foot->addLayout(left, 5);
    foot->addLayout(right, 7);
    all->addLayout(foot, 3);
    connect(&m_strip->bore(), &BoreView::stageChosen, this, &PathPage::beginTry);
    connect(table, &MarkedTable::rowActivated, this, &PathPage::beginTry);
    connect(&m_presenter, &app::PathPresenter::changed, this, &PathPage::refresh);
    refresh();
    return pane;
}

QWidget* PathPage::tryRow()
{
    auto* row = frame("tabs");
    auto* layout = new QHBoxLayout(row);
    layout->setContentsMargins(20, 6, 20, 6);
    layout->setSpacing(8);
    m_tryName = label("Click a stage to try a replacement");
    m_tryName->setTextFormat(Qt::RichText);  // names in it are escaped
    m_tryText = new QLineEdit;
    m_tryText->setFixedWidth(scaled(190));
    m_tryText->setAccessibleName("What stands there instead");
    m_trySays = label("", "", true);
    m_keep = button("Keep", "main", [this] {
        const QString why = m_presenter.stageTry().keep();
        if (!why.isEmpty()) m_trySays->setText(why);
        else endTry();
    });
    m_drop = button("Drop", "", [this] { endTry(); });
    m_behind = new QComboBox;
    m_behind->setAccessibleName("Drawn behind");
    m_behind->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_behind->setMinimumContentsLength(16);
    layout->addWidget(m_tryName);
    layout->addWidget(m_tryText);
    layout->addWidget(m_trySays, 1);
    layout->addWidget(m_drop);
    layout->addWidget(m_keep);
    layout->addWidget(label("Behind it", "soft"));
    layout->addWidget(m_behind);
    connect(m_tryText, &QLineEdit::returnPressed, this, [this] { tryStage(m_stage, m_tryText->text()); });
    connect(m_behind, &QComboBox::activated, this, [this](int which) { m_presenter.compareWith(which); });
    for (QWidget* one : std::initializer_list<QWidget*>{m_tryText, m_keep, m_drop}) one->hide();
    return row;
}

void PathPage::beginTry(int stage)
{
    const auto& stages = m_presenter.bore().stages;
    if (stage < 0 || stage >= static_cast<int>(stages.size())) return;
    m_stage = stage;
    const auto& chosen = stages[static_cast<std::size_t>(stage)];
    const QString example = app::StageTry::exampleFor(chosen.kind);
    m_tryName->setText(QString("Instead of <b>%1</b>, %2:")
                           .arg(toQt(chosen.name).toHtmlEscaped(), toQt(chosen.detail).toHtmlEscaped()));
    m_tryText->setPlaceholderText(example.isEmpty() ? QString("this stage cannot be replaced") : "such as " + example);
    m_tryText->setEnabled(!example.isEmpty());
    m_tryText->clear();
    m_trySays->clear();
    m_tryText->show();
    m_drop->show();
    m_keep->setVisible(false);
    m_tryText->setFocus();
}

void PathPage::tryStage(int stage, const QString& text)
{
    if (stage < 0) return;
    if (m_stage != stage) beginTry(stage);
    m_tryText->setText(text);
    const QString why = m_presenter.stageTry().tryStage(stage, text);
    setKind(m_trySays, why.isEmpty() ? "" : "bad");
    m_trySays->setText(why.isEmpty() ? m_presenter.stageTry().says() : why);
    m_keep->setVisible(why.isEmpty());
}

void PathPage::endTry()
{
    m_presenter.stageTry().drop();
    m_stage = -1;
    m_tryName->setText("Click a stage to try a replacement");
    m_trySays->clear();
    for (QWidget* one : std::initializer_list<QWidget*>{m_tryText, m_keep, m_drop}) one->hide();
}

void PathPage::compareWith(int which)
{
    m_panes->page(Bore);
    m_presenter.compareWith(which);
}

void PathPage::refresh()
{
    if (m_filling) return;
    m_filling = true;
    m_falls->setFalls(m_presenter.fallsHead(), m_presenter.falls());
    m_notes->setText(m_presenter.notes().isEmpty() ? QString() : "Note: " + m_presenter.notes());
    const QStringList known = m_presenter.comparisons();
    m_behind->clear();
    if (m_presenter.stageTry().isTrying()) m_behind->addItem(m_presenter.bore().otherName);
    else m_behind->addItems(known);
    m_behind->setCurrentIndex(m_presenter.stageTry().isTrying()
                                  ? 0
                                  : std::clamp(m_presenter.comparison(), 0, static_cast<int>(known.size()) - 1));
    m_behind->setEnabled(!m_presenter.stageTry().isTrying());
    if (!m_presenter.stageTry().isTrying() && m_keep->isVisible()) endTry();
    m_filling = false;
}

}  // namespace sokudo::ui
