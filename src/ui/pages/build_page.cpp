// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/build_page.h"

#include "ui/pages/bring_up_pane.h"
#include "ui/pages/buy_list_pane.h"
#include "ui/pages/cheapest_pane.h"
#include "ui/pages/cut_over_pane.h"
#include "ui/pages/jobs_pane.h"
#include "ui/pages/stages_pane.h"
#include "ui/pages/terminate_pane.h"
#include "ui/pages/test_results_pane.h"
#include "ui/pages/variants_pane.h"
#include "ui/pages/wire_map_pane.h"
#include "ui/pages/worth_pane.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/tabbed_panes.h"

namespace sokudo::ui {
namespace {

const std::vector<TabbedPanes::Name> kPanes{
    {"Variants", "Ctrl+Shift+V", "Variants"},      {"What to buy", "Ctrl+Shift+B", "Buy"},
    {"Cheapest plan", "Ctrl+Shift+C", "Cheapest"}, {"Stages", "Ctrl+Shift+G", "Stages"},
    {"Worth it?", "Ctrl+Shift+W", "Worth"},        {"Jobs", "Ctrl+Shift+J", "Jobs"},
    {"Terminate", "Ctrl+Shift+M", "Ends"},         {"Wire map", "Ctrl+Shift+T", "Map"},
    {"Test results", "Ctrl+Shift+K", "Tests"},     {"Bring-up", "Ctrl+Shift+U", "Up"},
    {"Cut-over day", "Ctrl+Shift+D", "Day"}};

}  // namespace

BuildPage::BuildPage(BuildBench& bench, QWidget* parent) : QWidget(parent), m_bench(bench)
{
    auto* all = column(this, 0, 0);
    m_panes = new TabbedPanes(kPanes);
    addBuying();
    addBuilding();
    all->addWidget(m_panes, 1);
    showPane(Variants);
}

void BuildPage::addBuying()
{
    m_panes->addLater([this] {
        auto* variants = new VariantsPane(m_bench.buy);
        connect(variants, &VariantsPane::listAsked, this, [this] { showPane(List); });
        connect(variants, &VariantsPane::cheapestAsked, this, [this] { showPane(Cheapest); });
        return variants;
    });
    m_panes->addLater([this] { return new BuyListPane(m_bench.buy); });
    m_panes->addLater([this] {
        auto* cheapest = new CheapestPane(m_bench.buy);
        connect(cheapest, &CheapestPane::takenOver, this, [this] { showPane(Variants); });
        return cheapest;
    });
    m_panes->addLater([this] { return new StagesPane(m_bench.buy); });
    m_panes->addLater([this] { return new WorthPane(m_bench.buy); });
}

void BuildPage::addBuilding()
{
    m_panes->addLater([this] { return new JobsPane(m_bench.work); });
    m_panes->addLater([this] { return new TerminatePane(m_bench.wireMap.knowledge()); });
    m_panes->addLater([this] { return new WireMapPane(m_bench.wireMap); });
    m_panes->addLater([this] { return new TestResultsPane(m_bench.tests); });
    m_panes->addLater([this] { return new BringUpPane(m_bench.bringUp); });
    m_panes->addLater([this] { return new CutOverPane(m_bench.cutOver); });
}

void BuildPage::showPane(Pane pane) { m_panes->showPane(pane); }
BuildPage::Pane BuildPage::pane() const { return static_cast<Pane>(m_panes->current()); }
QWidget* BuildPage::paneWidget(Pane pane) { return m_panes->pane(pane); }

void BuildPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    m_bench.buy.setActive(true);
}
void BuildPage::hideEvent(QHideEvent* event)
{
    QWidget::hideEvent(event);
    m_bench.buy.setActive(false);
}

}  // namespace sokudo::ui
