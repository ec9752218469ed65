// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/survey_page.h"

#include "ui/pages/census_pane.h"
#include "ui/pages/jacks_pane.h"
#include "ui/pages/neighbours_pane.h"
#include "ui/pages/racks_pane.h"
#include "ui/pages/records_pane.h"
#include "ui/pages/tables_pane.h"
#include "ui/pages/versions_pane.h"
#include "ui/theme.h"
#include "ui/widgets/house_view.h"
#include "ui/widgets/parts.h"

namespace sokudo::ui {

namespace {

struct PaneName {
    const char* title;
    const char* keys;
    const char* shorter = nullptr;  ///< at large text
};
constexpr PaneName kPanes[] = {{"House", "Ctrl+Shift+H"},      {"Racks and floors", "Ctrl+Shift+B", "Racks"},
                               {"Tables", "Ctrl+Shift+T"},     {"Trace jacks", "Ctrl+Shift+J", "Jacks"},
                               {"Versions", "Ctrl+Shift+V"},   {"Census and advice", "Ctrl+Shift+G", "Census"},
                               {"Neighbours", "Ctrl+Shift+I"}, {"Records", "Ctrl+Shift+R"}};

}  // namespace

SurveyPage::SurveyPage(app::SurveyPresenter& presenter, std::function<QWidget*()> makePath, StartWays ways,
                       app::NeighbourSource neighbours, QWidget* parent)
    : LazyStack(parent), m_presenter(presenter), m_startPresenter(presenter.document()), m_source(std::move(neighbours))
{
    addLater([this, ways = std::move(ways)] {
        m_start = new StartPage(m_startPresenter, ways);
        return m_start;
    });
    auto* main = new QWidget;
    auto* all = column(main, 0, 0);
    all->addLayout(tabs());
    m_house = new HousePane(presenter, std::move(makePath));
    m_panes = new LazyStack;
    addPanes();
    all->addWidget(m_panes, 1);
    addLater([main] { return main; });
    page(1);
    showPane(House);
    connect(&presenter, &app::SurveyPresenter::changed, this, &SurveyPage::follow);
    connect(&presenter, &app::SurveyPresenter::recordAsked, this, [this](const plan::Subject& subject) {
        showPane(Records);
        m_records->show(subject);
    });
    follow();
}

QHBoxLayout* SurveyPage::tabs()
{
    auto* row = new QHBoxLayout;
    row->setContentsMargins(14, 4, 20, 0);
    row->setSpacing(0);
    int i = 0;
    for (const PaneName& one : kPanes) {
        auto* tab = button(one.shorter && isVeryLarge() ? one.shorter : one.title, "bench",
                           [this, i] { showPane(static_cast<Pane>(i)); });
        tab->setCheckable(true);
        tab->setShortcut(QKeySequence(one.keys));
        tab->setAccessibleName(one.title);
        tab->setToolTip(QString(one.title) + " (" + one.keys + ")");
        row->addWidget(tab);
        m_tabs << tab;
        ++i;
    }
    row->addStretch(1);
    return row;
}

/// Panes are built when they are first shown.
void SurveyPage::addPanes()
{
    m_panes->addLater([this] { return m_house; });
    m_panes->addLater([this] {
        m_racks = std::make_unique<app::RacksPresenter>(m_presenter.document(), m_presenter.selection());
        return new RacksPane(*m_racks);
    });
    m_panes->addLater([this] {
        m_tables = std::make_unique<app::TablesPresenter>(m_presenter.document());
        auto* pane = new TablesPane(*m_tables, {std::begin(app::kSurveyTables), std::end(app::kSurveyTables)});
        connect(pane, &TablesPane::chosen, this, &SurveyPage::go);
        return pane;
    });
    m_panes->addLater([this] {
        m_jacks = std::make_unique<app::JacksPresenter>(m_presenter.document());
        return new JacksPane(*m_jacks);
    });
    m_panes->addLater([this] {
        m_versions = std::make_unique<app::VersionsPresenter>(m_presenter.document());
        auto* pane = new VersionsPane(*m_versions);
        connect(pane, &VersionsPane::chosen, this, &SurveyPage::go);
        return pane;
    });
    m_panes->addLater([this] {
        auto* pane = new CensusPane(m_presenter);
        connect(pane, &CensusPane::chosen, this, &SurveyPage::go);
        return pane;
    });
    m_panes->addLater([this] {
        m_neighbours = std::make_unique<app::NeighboursPresenter>(m_presenter.document(), m_source);
        return new NeighboursPane(*m_neighbours);
    });
    m_panes->addLater([this] {
        m_records = new RecordsPane(m_presenter.document(), m_presenter.selection());
        return m_records;
    });
}

/// The questions stand there as long as there is nothing else.
void SurveyPage::showEvent(QShowEvent* event)
{
    QStackedWidget::showEvent(event);
    m_presenter.setActive(true);
}
void SurveyPage::hideEvent(QHideEvent* event)
{
    QStackedWidget::hideEvent(event);
    m_presenter.setActive(false);
}

void SurveyPage::follow()
{
    const bool isEmpty = m_presenter.plan().places.empty() && m_presenter.plan().devices.empty();
    showPage(isEmpty ? 0 : 1);
}

void SurveyPage::showPane(Pane pane)
{
    if (m_panes->count() > 0) m_panes->showPage(pane);
    for (int i = 0; i < m_tabs.size(); ++i) m_tabs[i]->setChecked(i == pane);
}

StartPage& SurveyPage::start()
{
    page(0);
    return *m_start;
}

SurveyPage::Pane SurveyPage::pane() const { return static_cast<Pane>(m_panes->currentIndex()); }

QWidget* SurveyPage::paneWidget(Pane pane) { return m_panes->page(pane); }

HousePane& SurveyPage::shownHouse()
{
    setCurrentIndex(1);
    showPane(House);
    return *m_house;
}

void SurveyPage::go(const plan::Subject& at)
{
    showPane(House);
    m_presenter.select(at);
    if (pane() == House) house().reveal();
}

}  // namespace sokudo::ui
