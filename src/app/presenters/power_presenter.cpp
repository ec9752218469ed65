// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/power_presenter.h"

#include <algorithm>
#include <map>
#include <random>

#include <QDate>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/plan/kind.h"
#include "core/power/clock_text.h"
#include "host/clock.h"

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
    fillPoints();
    fillPlaces();
    fillSources();
    Q_EMIT changed();
    play(m_outage);
    searchRepairs();
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

std::vector<PowerPresenter::Choice> PowerPresenter::outages() const
{
    using Cause = power::Outage::Cause;
    std::vector<Choice> all{{"Mains off in the whole house", {}}};
    if (!m_view) return all;
    const plan::Plan& plan = *m_view->plan;
    const auto add = [&](Cause cause, const char* kind, std::int64_t id) {
        const power::Outage outage{cause, {kind, id}};
        all.push_back({toQt(power::titleOf(plan, outage)), outage});
    };
    for (const plan::Circuit& one : plan.circuits) add(Cause::Circuit, "circuit", one.id.value);
    for (const plan::Place& one : plan.places)
        if (!plan.places.has(one.within)) add(Cause::Place, "place", one.id.value);
    constexpr std::size_t kMost = 20;
    for (std::size_t i = 0; i < m_view->points.size() && i < kMost; ++i) {
        const plan::Subject& what = m_view->points[i].what;
        if (what.kind == "device" || what.kind == "run") add(Cause::Broken, what.kind.c_str(), what.id);
    }
    return all;
}

void PowerPresenter::play(const power::Outage& outage)
{
    m_outage = outage;
    m_outage.year = host::thisYear();
    m_line.reset();
    if (!m_view) return;
    auto line = power::timeLineOf(*m_view->plan, *m_view->net, m_outage, *m_view->kb);
    if (!line && outage.cause != power::Outage::Cause::Mains) {
        // What went off is gone from the plan: the house as a whole instead.
        m_outage = {.year = m_outage.year};
        line = power::timeLineOf(*m_view->plan, *m_view->net, m_outage, *m_view->kb);
    }
    if (line) m_line = std::move(*line);
    Q_EMIT outageChanged();
}

QString PowerPresenter::outageTitle() const
{
    return m_view ? toQt(power::titleOf(*m_view->plan, m_outage)) : QString("…");
}

QString PowerPresenter::outageSays() const
{
    if (!m_line) return m_view ? QString("Nothing depends on it.") : QString("Working it out …");
    QStringList atOnce, later;
    for (const power::ServiceLine& one : m_line->services) {
        const QString name = toQt(std::string(word(one.service)));
        const auto gone = one.goneAt();
        if (gone && gone->in() < 60) atOnce << name;
        else if (gone)
            later << QString("%1%2 about %3")
                         .arg(name, one.steps.size() > 1 ? " in part" : "", toQt(power::clockText(*gone)));
        else if (!one.steps.empty()) later << name + " in part";
    }
    QString says;
    if (!atOnce.isEmpty()) {
        text::Sentence why;
        for (const power::ServiceLine& one : m_line->services)
            if (why.empty() && one.goneAt() && one.goneAt()->in() < 60) why = one.whyAt({});
        says = QString("At once: no %1: %2.").arg(atOnce.join(", "), toQt(why));
    }
    if (!later.isEmpty()) says += (says.isEmpty() ? "" : " ") + QString("Lasts: %1.").arg(later.join(", "));
    return says.isEmpty() ? QString("Every service goes on.") : says;
}

std::set<plan::DeviceId> PowerPresenter::offAt(Duration when) const
{
    std::set<plan::DeviceId> off;
    if (m_line)
        for (const power::Drop& drop : m_line->drops)
            if (drop.at <= when) off.insert(drop.device);
    return off;
}

QString PowerPresenter::standingAt(Duration when) const
{
    if (!m_line) return {};
    const auto off = static_cast<int>(offAt(when).size());
    const int all = m_line->lasting + static_cast<int>(m_line->drops.size());
    QStringList gone;
    for (const power::ServiceLine& one : m_line->services)
        if (one.worksAt(when) == 0) gone << toQt(std::string(word(one.service)));
    return QString("%1 of %2 devices still work; %3")
        .arg(all - off)
        .arg(all)
        .arg(gone.isEmpty() ? QString("no service is gone") : "gone: " + gone.join(", "));
}

std::vector<PowerPresenter::Gone> PowerPresenter::goneAt(Duration when) const
{
    std::vector<Gone> all;
    if (!m_line || !m_view) return all;
    for (const power::ServiceLine& one : m_line->services) {
        const int works = one.worksAt(when);
        if (works == one.all) continue;
        const QString name = toQt(std::string(word(one.service))), why = toQt(one.whyAt(when));
        if (works == 0 && !all.empty() && all.back().mark == Verdict::NoLink && all.back().why == why) {
            all.back().names += ", " + name;
            continue;
        }
        all.push_back({works == 0 ? name : QString("%1: %2 of %3 left").arg(name).arg(works).arg(one.all), why, true,
                       works == 0 ? Verdict::NoLink : Verdict::Limited});
    }
    // Devices with the same cause in one line.
    std::vector<std::pair<QString, QStringList>> groups;
    for (const power::Drop& drop : m_line->drops) {
        if (drop.at > when) continue;
        const plan::Device* device = m_view->plan->devices.find(drop.device);
        if (!device) continue;
        QString why = toQt(drop.why);
        const bool isOwn = why.contains("has no battery") && !why.contains(" is fed by ");
        if (isOwn) why = "on the mains, no battery";
        else if (const auto fed = why.indexOf(" is fed by "); fed >= 0) why = why.mid(fed + 4);
        else if (const auto hung = why.indexOf(" hangs on "); hung >= 0) why = why.mid(hung + 1);
        const auto at = std::find_if(groups.begin(), groups.end(), [&](const auto& one) { return one.first == why; });
        if (at == groups.end()) groups.push_back({why, {toQt(device->name)}});
        else at->second << toQt(device->name);
    }
    for (const auto& [why, names] : groups) all.push_back({names.join(", "), why, false, Verdict::Unknown});
    return all;
}

void PowerPresenter::searchRepairs()
{
    m_isRepairing = true;
    m_repairs.clear();
    Q_EMIT repairsChanged();
    const auto search = [plan = m_view->plan, kb = m_view->kb,
                         year = host::thisYear()](const std::atomic<bool>& isStopped) {
        IdSource ids(std::random_device{}());
        ids.startAfter(plan::greatestId(*plan));
        return power::repairsFor(plan, *kb, ids, year, &isStopped);
    };
    m_repairWork.start(*this, search, [this](std::vector<power::Repair> found) {
        m_isRepairing = false;
        m_repairs = std::move(found);
        Q_EMIT repairsChanged();
    });
}

void PowerPresenter::stopRepairs()
{
    m_repairWork.stop();
    m_isRepairing = false;
    Q_EMIT repairsChanged();
}

bool PowerPresenter::use(int repair)
{
    if (repair < 0 || repair >= static_cast<int>(m_repairs.size()) || !m_view) return false;
    if (!(*m_view->plan == m_document.plan())) {
        Q_EMIT m_document.failed("The house has changed since; the repairs are being tried again");
        return false;
    }
    const power::Repair one = m_repairs[static_cast<std::size_t>(repair)];
    return m_document.edit(toQt(one.what), one.plan);
}

}  // namespace sokudo::app
