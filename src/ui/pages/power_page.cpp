// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/power_page.h"

#include <QHBoxLayout>
#include <QPushButton>

#include "ui/pages/backup_internet_pane.h"
#include "ui/pages/feeds_pane.h"
#include "ui/pages/outage_pane.h"
#include "ui/pages/places_pane.h"
#include "ui/pages/poe_pane.h"
#include "ui/pages/single_points_pane.h"
#include "ui/theme.h"
#include "ui/widgets/lazy_stack.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {
namespace {

struct PaneName {
    const char *title, *keys, *shorter;
};
constexpr PaneName kPanes[] = {{"Feeds", "Ctrl+Shift+F", "Feeds"},
                               {"PoE", "Ctrl+Shift+E", "PoE"},
                               {"Single points of failure", "Ctrl+Shift+S", "Single points"},
                               {"Outage", "Ctrl+Shift+O", "Outage"},
                               {"Places and heat", "Ctrl+Shift+H", "Places"},
                               {"Backup internet", "Ctrl+Shift+I", "Backup"}};

}  // namespace

PowerPage::PowerPage(app::PowerPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 0);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(14, 4, 20, 0);
    row->setSpacing(0);
    int i = 0;
    for (const PaneName& one : kPanes) {
        auto* tab =
            button(isVeryLarge() ? one.shorter : one.title, "bench", [this, i] { showPane(static_cast<Pane>(i)); });
        tab->setCheckable(true);
        tab->setAccessibleName(one.title);
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
    m_panes->addLater([this] { return new FeedsPane(m_presenter); });
    m_panes->addLater([this] { return new PoePane(m_presenter); });
    m_panes->addLater([this] { return new SinglePointsPane(m_presenter); });
    m_panes->addLater([this] { return new OutagePane(m_presenter); });
    m_panes->addLater([this] { return new PlacesPane(m_presenter); });
    m_panes->addLater([this] { return new BackupInternetPane(m_presenter); });
    all->addWidget(m_panes, 1);
    showPane(Feeds);
}

void PowerPage::showPane(Pane pane)
{
    m_panes->showPage(pane);
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(i == pane);
}

PowerPage::Pane PowerPage::pane() const { return static_cast<Pane>(m_panes->currentIndex()); }
QWidget* PowerPage::paneWidget(Pane pane) { return m_panes->page(pane); }

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
