// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/power_page.h"

#include "ui/pages/backup_internet_pane.h"
#include "ui/pages/feeds_pane.h"
#include "ui/pages/outage_pane.h"
#include "ui/pages/places_pane.h"
#include "ui/pages/poe_pane.h"
#include "ui/pages/single_points_pane.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/tabbed_panes.h"

namespace sokudo::ui {
namespace {

const std::vector<TabbedPanes::Name> kPanes{{"Feeds", "Ctrl+Shift+F", "Feeds"},
                                            {"PoE", "Ctrl+Shift+E", "PoE"},
                                            {"Single points of failure", "Ctrl+Shift+S", "Single points"},
                                            {"Outage", "Ctrl+Shift+O", "Outage"},
                                            {"Places and heat", "Ctrl+Shift+H", "Places"},
                                            {"Backup internet", "Ctrl+Shift+I", "Backup"}};

}  // namespace

PowerPage::PowerPage(app::PowerPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 0);
    m_panes = new TabbedPanes(kPanes);
    m_panes->addLater([this] { return new FeedsPane(m_presenter); });
    m_panes->addLater([this] { return new PoePane(m_presenter); });
    m_panes->addLater([this] {
        auto* points = new SinglePointsPane(m_presenter);
        connect(points, &SinglePointsPane::played, this, [this] { showPane(Outage); });
        return points;
    });
    m_panes->addLater([this] { return new OutagePane(m_presenter); });
    m_panes->addLater([this] { return new PlacesPane(m_presenter); });
    m_panes->addLater([this] { return new BackupInternetPane(m_presenter); });
    all->addWidget(m_panes, 1);
    showPane(Feeds);
}

void PowerPage::showPane(Pane pane) { m_panes->showPane(pane); }
PowerPage::Pane PowerPage::pane() const { return static_cast<Pane>(m_panes->current()); }
QWidget* PowerPage::paneWidget(Pane pane) { return m_panes->pane(pane); }

void PowerPage::showEvent(QShowEvent* event)
{
    QWidget::showEvent(event);
    m_presenter.setActive(true);
}
void PowerPage::hideEvent(QHideEvent* event)
{
    QWidget::hideEvent(event);
    m_presenter.setActive(false);
}

}  // namespace sokudo::ui
