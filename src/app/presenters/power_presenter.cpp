// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/power_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"

namespace sokudo::app {
namespace {

const QString kThin = toQt(text::kThin);

QString watts(Watt watt) { return toQt(text::number(watt.in(), 3)) + kThin + "W"; }

template <class Row>
QVariant shown(const QString Row::*cell, const Row& row, int role)
{
    return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.*cell) : QVariant();
}
template <class Row>
typename RowModel<Row>::Column cell(const QString& heading, QString Row::*member)
{
    return {heading, [member](const Row& row, int role) { return shown<Row>(member, row, role); }};
}
/// The first column carries the mark.
template <class Row>
typename RowModel<Row>::Column marked(const QString& heading, QString Row::*member)
{
    return {heading, [member](const Row& row, int role) -> QVariant {
                if (role == PowerPresenter::kMarkRole) return static_cast<int>(row.mark);
                if (role == Qt::AccessibleTextRole) return row.*member + ", " + toQt(std::string(word(row.mark)));
                return shown<Row>(member, row, role);
            }};
}

std::shared_ptr<PowerView> worked(plan::PlanPtr plan, std::shared_ptr<const kb::KnowledgeBase> kb,
                                  const Analysis& analysis)
{
    auto view = std::make_shared<PowerView>();
    view->plan = std::move(plan);
    view->kb = std::move(kb);
    view->links = analysis.links;
    view->net = std::make_unique<power::SupplyNet>(*view->plan, view->links, *view->kb);
    view->energy = power::energyOf(*view->plan, view->net->feeds);
    view->sources = power::poeSources(*view->plan, *view->kb);
    view->points = power::singlePoints(*view->plan, view->links, *view->kb);
    view->places = power::placeFits(*view->plan, view->net->feeds, *view->kb);
    view->judgements = analysis.power;
    return view;
}

}  // namespace

QString wattsText(const power::WattBand& band)
{
    if (band.low == band.high) return watts(band.usual);
    return QString("%1 (%2 to %3)")
        .arg(watts(band.usual), toQt(text::number(band.low.in(), 3)), toQt(text::number(band.high.in(), 3)));
}

PowerPresenter::PowerPresenter(Document& document, Selection& selection, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_selection(selection),
      m_outage(document),
      m_repairs(document),
      m_points(
          {marked("If this fails", &PointRow::what), cell("Kind", &PointRow::kind), cell("Cut off", &PointRow::cut),
           cell("Gateway", &PointRow::gateway), cell("Storage", &PointRow::storage),
           cell("Internet", &PointRow::internet), cell("No power", &PointRow::dark)},
          this),
      m_places(
          {marked("Place", &PlaceRow::place), cell("Heat", &PlaceRow::heat), cell("Inside, summer", &PlaceRow::settles),
           cell("Allowed", &PlaceRow::most), cell("Units free", &PlaceRow::units), cell("Weight", &PlaceRow::weight),
           cell("A year", &PlaceRow::year)},
          this),
      m_sources({marked("PoE source", &SourceRow::name), cell("Budget", &SourceRow::budget),
                 cell("Reserved by class", &SourceRow::reserved), cell("Left by class", &SourceRow::freeByClass),
                 cell("Drawn", &SourceRow::drawn), cell("Left by draw", &SourceRow::freeByDraw)},
                this),
      m_loads({marked("Port", &LoadRow::port), cell("Feeds", &LoadRow::device), cell("Asks for", &LoadRow::asks),
               cell("Reserved", &LoadRow::reserved), cell("Drawn", &LoadRow::drawn), cell("State", &LoadRow::state)},
              this)
{
    connect(&document, &Document::analysisChanged, this, &PowerPresenter::refresh);
}

void PowerPresenter::setActive(bool active)
{
    m_isActive = active;
    if (m_isActive && m_isStale) refresh();
}

void PowerPresenter::refresh()
{
    m_isStale = !m_isActive;
    if (m_isStale) return;
    m_isWorking = true;
    m_work.start(
        *this,
        [plan = m_document.snapshot(), kb = m_document.sharedKnowledge(),
         analysis = m_document.sharedAnalysis()](const std::atomic<bool>&) { return worked(plan, kb, *analysis); },
        [this](std::shared_ptr<PowerView> view) { take(std::move(view)); });
}

void PowerPresenter::take(std::shared_ptr<PowerView> view)
{
    m_isWorking = false;
    m_view = std::move(view);
    m_outage.setView(m_view);
    fillPoints();
    fillPlaces();
    fillSources();
    Q_EMIT changed();
    m_outage.playAgain();
    m_repairs.search(m_view);
}

HouseContent PowerPresenter::house() const
{
    return houseContent(m_document.plan(), m_document.knowledge(), m_document.analysis());
}

void PowerPresenter::select(const plan::Subject& at)
{
    if (at.kind == "run") m_selection.selectRun({at.id});
    else if (at.kind == "device") m_selection.selectDevice({at.id});
}

}  // namespace sokudo::app
