// SPDX-License-Identifier: GPL-3.0-or-later
// The tables of the Power bench and what is said beside them.
#include <algorithm>

#include "app/preferences.h"
#include "app/presenters/power_presenter.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/kb/stage_rows.h"
#include "core/plan/trace.h"
#include "core/power/house_chain.h"
#include "store/reference.h"

namespace sokudo::app {
namespace {

const QString kThin = toQt(text::kThin);

QString watts(Watt watt) { return toQt(text::number(watt.in(), 3)) + kThin + "W"; }

QStringList namesOf(const plan::Plan& plan, const std::vector<plan::DeviceId>& ids)
{
    QStringList names;
    for (plan::DeviceId id : ids)
        if (const plan::Device* device = plan.devices.find(id)) names << toQt(device->name);
    return names;
}

}  // namespace

void PowerPresenter::fillPoints()
{
    std::vector<PointRow> rows;
    const plan::Plan& plan = *m_view->plan;
    for (const power::SinglePoint& point : m_view->points) {
        const auto count = [&](power::Goal goal) {
            const std::size_t cut = point.cut[static_cast<std::size_t>(goal)].size();
            return cut == 0 ? QString("–") : QString::number(cut);
        };
        const std::string& kind = point.what.kind;
        const QString words = kind == "run" ? QString("cable") : toQt(kind);
        const std::size_t cut = point.cutOff();
        rows.push_back({toQt(store::nameOf(plan, point.what)), words, QString::number(cut), count(power::Goal::Gateway),
                        count(power::Goal::Storage), count(power::Goal::Internet),
                        point.unpowered.empty() ? QString("–") : QString::number(point.unpowered.size()),
                        cut > 3 ? Verdict::Marginal : Verdict::Limited, point.what});
    }
    m_points.setRows(std::move(rows));
}

QStringList PowerPresenter::pointSays(int row) const
{
    QStringList says;
    if (!m_view || row < 0 || row >= static_cast<int>(m_view->points.size())) return says;
    const power::SinglePoint& point = m_view->points[static_cast<std::size_t>(row)];
    for (power::Goal goal : power::kGoals)
        if (const auto& cut = point.cut[static_cast<std::size_t>(goal)]; !cut.empty())
            says << QString("Cut off from %1: %2").arg(toQt(std::string(word(goal))), namesOf(plan(), cut).join(", "));
    if (const plan::Run* run = point.what.kind == "run" ? plan().runs.find({point.what.id}) : nullptr)
        if (const auto link = plan::linkOf(plan(), run->id))
            says << QString("The same if a port of it fails: %1, %2")
                        .arg(toQt(plan::portText(plan(), link->a)), toQt(plan::portText(plan(), link->b)));
    if (!point.unpowered.empty()) says << "Lose power: " + namesOf(plan(), point.unpowered).join(", ");
    return says;
}

void PowerPresenter::fillPlaces()
{
    std::vector<PlaceRow> rows;
    for (const power::PlaceFit& fit : m_view->places) {
        const plan::Place& place = *m_view->plan->places.find(fit.place);
        const auto degrees = [](Celsius value) { return QString("%1%2°C").arg(qRound(value.in())).arg(kThin); };
        const Celsius reached = fit.settled ? fit.settled->usual : fit.outside;
        Verdict mark = reached > fit.most ? Verdict::Marginal : Verdict::Fits;
        if (fit.settled && fit.settled->high > fit.most && mark == Verdict::Fits) mark = Verdict::Limited;
        for (const power::Judgement& one : m_view->judgements)
            if (std::find(one.about.begin(), one.about.end(), plan::Subject{"place", fit.place.value}) !=
                one.about.end())
                mark = std::max(mark, one.verdict);
        const QString settles = fit.settled ? QString("%1 (%2 to %3)")
                                                  .arg(degrees(fit.settled->usual))
                                                  .arg(qRound(fit.settled->low.in()))
                                                  .arg(qRound(fit.settled->high.in()))
                                            : QString("open, %1 around").arg(degrees(fit.outside));
        const auto yearOf = [&](plan::PlaceId id) {
            for (const power::PlaceCost& cost : m_view->energy.places)
                if (cost.place == id)
                    return QString("%1%2kWh").arg(qRound(cost.year.usual.in() / 1000)).arg(kThin) +
                           (cost.year.money ? ", " + priceText(cost.year.money->in()) : QString());
            return QString("–");
        };
        rows.push_back(
            {toQt(place.name), wattsText(fit.heat), settles, degrees(fit.most),
             fit.unitsFree ? QString("%1 of %2").arg(*fit.unitsFree).arg(*fit.unitsAll) : QString("–"),
             fit.carries
                 ? QString("%1 of %2%3kg").arg(qRound(fit.weight.in())).arg(qRound(fit.carries->in())).arg(kThin)
                 : QString("–"),
             yearOf(fit.place), mark, fit.place});
    }
    m_places.setRows(std::move(rows));
}

QStringList PowerPresenter::placeSays(int row) const
{
    QStringList says;
    if (!m_view || row < 0 || row >= static_cast<int>(m_view->places.size())) return says;
    const power::PlaceFit& fit = m_view->places[static_cast<std::size_t>(row)];
    if (fit.needs)
        says << QString("%1%2m³/h of air keep it at %3%2°C with %4%2°C around.")
                    .arg(qRound(fit.needs->in()))
                    .arg(kThin)
                    .arg(qRound(fit.most.in()))
                    .arg(qRound(fit.outside.in()));
    if (!fit.isOutsideStated && !fit.settled)
        says << QString("Its warmest day is not stated: %1%2°C are taken.").arg(qRound(fit.outside.in())).arg(kThin);
    if (fit.unweighed > 0 && fit.carries) says << QString("%1 devices have no stated weight.").arg(fit.unweighed);
    if (fit.settled) says << toQt(fit.settled->working) + ".";
    return says;
}

QString PowerPresenter::withVents(int row, int vents, int area, int fan) const
{
    if (!m_view || row < 0 || row >= static_cast<int>(m_view->places.size())) return {};
    const power::PlaceFit& fit = m_view->places[static_cast<std::size_t>(row)];
    plan::Place place = *m_view->plan->places.find(fit.place);
    place.traits.set("vents", std::to_string(vents));
    place.traits.set("vent-cm2", std::to_string(std::max(1, area)));
    place.traits.set("fan-m3h", fan > 0 ? std::to_string(fan) : std::string());
    const auto box = power::cupboardOf(*m_view->plan, place, fit.heat.usual);
    if (!box) return "State the air inside first: litres of the cupboard.";
    const auto settled = formulas::settled(*box, *m_view->kb);
    if (!settled) return toQt(settled.error().what.text());
    QString says = QString("settles at %1%2°C, %3 to %4")
                       .arg(qRound(settled->usual.in()))
                       .arg(kThin)
                       .arg(qRound(settled->low.in()))
                       .arg(qRound(settled->high.in()));
    const bool isOther = fit.settled && std::abs(fit.settled->usual.in() - settled->usual.in()) > 0.2;
    if (isOther && settled->usual > box->outside && fit.settled->usual > box->outside)
        says += QString("; the same heat leaves with %1 times the air")
                    .arg(toQt(text::number(formulas::flowRatio(Kelvin::of(fit.settled->usual.in() - box->outside.in()),
                                                               Kelvin::of(settled->usual.in() - box->outside.in())),
                                           2)));
    return says;
}

void PowerPresenter::fillSources()
{
    std::vector<SourceRow> rows;
    for (const power::PoeSource& source : m_view->sources) {
        const QString name = toQt(m_view->plan->devices.find(source.device)->name);
        const bool isRefused = std::any_of(source.loads.begin(), source.loads.end(),
                                           [](const power::PoeLoad& load) { return load.isRefused; });
        const bool isOver = source.budget && source.drawn > *source.budget;
        const auto left = [&](Watt taken) {
            return source.budget ? watts(std::max(Watt{}, *source.budget - taken)) : QString("not known");
        };
        rows.push_back(
            {name, source.budget ? watts(*source.budget) : QString("not stated"), watts(source.reserved),
             (source.unread > 0 ? QString("up to %1, %2 not read").arg(watts(source.drawn)).arg(source.unread)
                                : watts(source.drawn)),
             left(source.reserved), left(source.drawn),
             isOver           ? Verdict::Marginal
             : isRefused      ? Verdict::Limited
             : !source.budget ? Verdict::Unknown
                              : Verdict::Fits});
    }
    m_sources.setRows(std::move(rows));
    showSource(m_source);
}

void PowerPresenter::showSource(int row)
{
    m_source = std::clamp(row, 0, std::max(0, m_sources.rowCount() - 1));
    std::vector<LoadRow> rows;
    if (m_view && m_source < static_cast<int>(m_view->sources.size()))
        for (const power::PoeLoad& load : m_view->sources[static_cast<std::size_t>(m_source)].loads)
            rows.push_back({toQt(plan::portText(*m_view->plan, load.port)),
                            toQt(m_view->plan->devices.find(load.device)->name),
                            load.asks ? QString("class %1").arg(load.asks->number) : QString("not known"),
                            load.asks && !load.isRefused ? watts(load.reserved) : QString("–"),
                            load.drawn ? watts(*load.drawn) : QString("not read"),
                            load.isRefused ? (load.drawn ? QString("fed; by class it would be refused")
                                                         : QString("refused by class: the budget is used up"))
                            : load.asks    ? QString("granted")
                                           : QString("class not known"),
                            load.isRefused ? Verdict::Limited
                            : load.asks    ? Verdict::Fits
                                           : Verdict::Unknown,
                            load.device, load.port});
    m_loads.setRows(std::move(rows));
}

QStringList PowerPresenter::chainSays(int load) const
{
    const LoadRow* row = m_loads.row(load);
    if (!row || !m_view) return {};
    const auto chains = power::chainsFrom(*m_view->plan, row->portId, *m_view->kb);
    if (!chains) return {toQt(chains.error().what.text())};
    QStringList says;
    for (const auto& hops : *chains)
        for (std::size_t i = 0; i < hops.size(); ++i) {
            const QString line = QString(static_cast<int>(3 * i), ' ') + toQt(hops[i].says);
            if (!says.contains(line)) says << line;
        }
    return says;
}

power::Judgements PowerPresenter::suits(plan::DeviceId device, plan::PlaceId place) const
{
    if (!m_view) return {};
    auto found = power::judgeMoved(*m_view->plan, device, place, m_view->links, *m_view->kb);
    return found ? std::move(*found) : power::Judgements{};
}

QStringList PowerPresenter::sourceSays() const
{
    QStringList says;
    if (!m_view || m_source >= static_cast<int>(m_view->sources.size())) return says;
    const power::PoeSource& source = m_view->sources[static_cast<std::size_t>(m_source)];
    if (!source.budget) return {"State its budget: set NAME pse-budget=120"};
    if (source.unknown > 0)
        says << QString("%1 fed devices have no known class: they are in neither sum.").arg(source.unknown);
    for (const power::PoeRoom& room : source.room)
        if (room.asks->number >= 1)
            says << QString("class %1 (%2 at the port): %3 more, %4 left")
                        .arg(room.asks->number)
                        .arg(watts(room.asks->source))
                        .arg(room.more)
                        .arg(watts(room.left));
    return says;
}

QStringList PowerPresenter::portsFor(BitRate rate, int poeClass) const
{
    QStringList says;
    const kb::PoeClass* asks = m_view ? m_view->kb->find<kb::PoeClass>("class" + std::to_string(poeClass)) : nullptr;
    if (!asks) return says;
    for (const power::PoeSource& source : m_view->sources) {
        const auto found = power::portsFor(*m_view->plan, source.device, rate, *asks, *m_view->kb);
        const QString name = toQt(m_view->plan->devices.find(source.device)->name);
        QStringList ports;
        for (plan::PortId port : found.free) ports << toQt(m_view->plan->ports.find(port)->name);
        if (!ports.isEmpty()) says << QString("%1: ports %2 give both").arg(name, ports.join(", "));
        else if (found.swaps.empty()) says << QString("%1: no port gives both").arg(name);
        for (const power::PoeSwap& swap : found.swaps)
            says << QString("%1: move what is at %2 to %3, then %2 gives both")
                        .arg(name, toQt(m_view->plan->ports.find(swap.from)->name),
                             toQt(m_view->plan->ports.find(swap.to)->name));
    }
    return says;
}

std::vector<const power::Judgement*> PowerPresenter::judgementsOf(const std::vector<std::string>& rules) const
{
    std::vector<const power::Judgement*> found;
    if (!m_view) return found;
    for (const power::Judgement& one : m_view->judgements)
        if (rules.empty() || std::find(rules.begin(), rules.end(), one.rule) != rules.end()) found.push_back(&one);
    return found;
}

QString PowerPresenter::caution(const std::string& id) const
{
    const auto* row = m_document.knowledge().find<kb::Caution>(id);
    return row ? toQt(row->text) : QString();
}

QStringList PowerPresenter::carriedBy(BitRate rate) const
{
    struct Need {
        QString name;
        BitRate rate;
    };
    std::vector<Need> needs;
    for (const plan::Service& service : plan().services)
        if (service.kind == plan::ServiceKind::Telephone) needs.push_back({toQt(service.name), BitRate::of(1e5)});
    for (const plan::Workload& work : plan().workloads)
        if (const kb::Purpose* purpose = m_document.knowledge().find<kb::Purpose>(work.purpose))
            needs.push_back({QString("%1 × %2").arg(work.count).arg(toQt(purpose->name)),
                             BitRate::of(purpose->each.in() * work.count)});
    std::stable_sort(needs.begin(), needs.end(), [](const Need& a, const Need& b) { return a.rate < b.rate; });
    QStringList says;
    BitRate used;
    for (const Need& need : needs) {
        used = used + need.rate;
        says << QString("%1, %2: %3")
                    .arg(need.name, toQt(text::rate(need.rate, 2)),
                         used <= rate ? QString("carried") : QString("not beside the others"));
    }
    return says;
}

}  // namespace sokudo::app
