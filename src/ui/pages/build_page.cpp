// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/build_page.h"

#include "ui/pages/buy_list_pane.h"
#include "ui/pages/cheapest_pane.h"
#include "ui/pages/jobs_pane.h"
#include "ui/pages/stages_pane.h"
#include "ui/pages/variants_pane.h"
#include "ui/pages/wire_map_pane.h"
#include "ui/pages/worth_pane.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/tabbed_panes.h"

namespace sokudo::ui {
namespace {

const std::vector<TabbedPanes::Name> kPanes{{"Variants", "Ctrl+Shift+V", "Variants"},
                                            {"What to buy", "Ctrl+Shift+B", "Buy"},
                                            {"Cheapest plan", "Ctrl+Shift+C", "Cheapest"},
                                            {"Stages", "Ctrl+Shift+G", "Stages"},
                                            {"Worth it?", "Ctrl+Shift+W", "Worth"},
                                            {"Terminate and test", "Ctrl+Shift+T", "Test"},
                                            {"Jobs", "Ctrl+Shift+J", "Jobs"}};

}  // namespace

BuildPage::BuildPage(app::BuyPresenter& presenter, app::CableTestPresenter& tests, QWidget* parent)
    : QWidget(parent), m_presenter(presenter), m_tests(tests)
{
    auto* all = column(this, 0, 0);
    m_panes = new TabbedPanes(kPanes);
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

void BuildPage::showPane(Pane pane) { m_panes->showPane(pane); }
BuildPage::Pane BuildPage::pane() const { return static_cast<Pane>(m_panes->current()); }
QWidget* BuildPage::paneWidget(Pane pane) { return m_panes->pane(pane); }

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
