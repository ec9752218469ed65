// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/build_page.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "ui/pages/buy_list_pane.h"
#include "ui/pages/cheapest_pane.h"
#include "ui/pages/jobs_pane.h"
#include "ui/pages/stages_pane.h"
#include "ui/pages/variants_pane.h"
#include "ui/pages/wire_map_pane.h"
#include "ui/pages/worth_pane.h"
#include "ui/widgets/lazy_stack.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {
namespace {

struct PaneName {
    const char *title, *keys;
};
constexpr PaneName kPanes[] = {{"Variants", "Ctrl+Shift+V"},      {"What to buy", "Ctrl+Shift+B"},
                               {"Cheapest plan", "Ctrl+Shift+C"}, {"Stages", "Ctrl+Shift+G"},
                               {"Worth it?", "Ctrl+Shift+W"},     {"Terminate and test", "Ctrl+Shift+T"},
                               {"Jobs", "Ctrl+Shift+J"}};

}  // namespace

BuildPage::BuildPage(app::BuyPresenter& presenter, app::CableTestPresenter& tests, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_tests(tests)
{
    auto* all = column(this, 0, 0);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(14, 4, 20, 0);
    row->setSpacing(0);
    int i = 0;
    for (const PaneName& one : kPanes) {
        auto* tab = button(one.title, "bench", [this, i] { showPane(static_cast<Pane>(i)); });
        tab->setCheckable(true);
        tab->setShortcut(QKeySequence(one.keys));
        tab->setToolTip(QString(one.title) + " (" + one.keys + ")");
        row->addWidget(tab);
        m_tabs << tab;
        ++i;
    }
    row->addStretch(1);
    all->addLayout(row);
    all->addWidget(frame("line"));
    m_panes = new LazyStack;
    m_panes->addLater([this] {
        auto* variants = new VariantsPane(m_presenter);
        connect(variants, &VariantsPane::listAsked, this, [this] { showPane(List); });
        connect(variants, &VariantsPane::cheapestAsked, this, [this] { showPane(Cheapest); });
        return variants;
    });
    m_panes->addLater([this] { return new BuyListPane(m_presenter); });
    m_panes->addLater([this] {
        auto* cheapest = new CheapestPane(m_presenter);
        connect(cheapest, &CheapestPane::takenOver, this, [this] { showPane(Variants); });
        return cheapest;
    });
    m_panes->addLater([this] { return new StagesPane(m_presenter); });
    m_panes->addLater([this] { return new WorthPane(m_presenter); });
    m_panes->addLater([this] { return new WireMapPane(m_tests); });
    m_panes->addLater([this] { return new JobsPane(m_presenter); });
    all->addWidget(m_panes, 1);
    showPane(Variants);
}

void BuildPage::showPane(Pane pane)
{
    m_panes->showPage(pane);
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(i == pane);
}

BuildPage::Pane BuildPage::pane() const { return static_cast<Pane>(m_panes->currentIndex()); }
QWidget* BuildPage::paneWidget(Pane pane) { return m_panes->page(pane); }

void BuildPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    m_presenter.setActive(true);
}
void BuildPage::hideEvent(QHideEvent* event)
{
    QWidget::hideEvent(event);
    m_presenter.setActive(false);
}

}  // namespace sokudo::ui
