// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/outage_presenter.h"

#include <algorithm>

#include "app/qt_text.h"
#include "core/power/clock_text.h"
#include "host/clock.h"

namespace sokudo::app {

std::vector<OutagePresenter::Choice> OutagePresenter::outages() const
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
    std::set<std::pair<std::string, std::int64_t>> done;
    const auto breaks = [&](const plan::Subject& what) {
        if (done.insert({what.kind, what.id}).second) add(Cause::Broken, what.kind.c_str(), what.id);
    };
    for (const power::SinglePoint& point : m_view->points)
        if (point.what.kind != "circuit") breaks(point.what);
    for (const plan::Device& one : plan.devices)
        if (!plan::isPassive(one.role)) breaks({"device", one.id.value});
    for (const power::SupplyNet::Edge& edge : m_view->net->edges) breaks({"run", edge.run.value});
    for (const plan::Outlet& one : plan.outlets)
        if (one.kind == plan::OutletKind::Wall) breaks({"outlet", one.id.value});
    return all;
}

void OutagePresenter::play(const power::Outage& outage)
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
    look();
    Q_EMIT changed();
}

void OutagePresenter::playPoint(int row)
{
    if (!m_view || row < 0 || row >= static_cast<int>(m_view->points.size())) return;
    const plan::Subject& what = m_view->points[static_cast<std::size_t>(row)].what;
    using Cause = power::Outage::Cause;
    play({what.kind == "circuit" ? Cause::Circuit : Cause::Broken, what});
}

void OutagePresenter::look()
{
    m_without.reset();
    m_work.stop();
    m_isLooking = isFailure();
    if (!m_isLooking) return;
    m_repairs.search(m_view, m_outage);
    const auto look = [view = m_view, outage = m_outage](const std::atomic<bool>&) {
        return failing::without(*view->plan, *view->kb, view->links, outage);
    };
    m_work.start(*this, look, [this](Result<failing::Without> found) {
        m_isLooking = false;
        if (found) m_without = std::move(*found);
        Q_EMIT changed();
    });
}

std::vector<OutagePresenter::Lost> OutagePresenter::lost() const
{
    std::vector<Lost> all;
    if (m_without && m_view)
        for (const failing::Line& one : failing::says(*m_view->plan, *m_without))
            all.push_back({toQt(one.what), toQt(one.who)});
    return all;
}

QString OutagePresenter::title() const { return m_view ? toQt(power::titleOf(*m_view->plan, m_outage)) : QString("…"); }

QString OutagePresenter::says() const
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

std::set<plan::DeviceId> OutagePresenter::offAt(Duration when) const
{
    std::set<plan::DeviceId> off;
    if (m_line)
        for (const power::Drop& drop : m_line->drops)
            if (drop.at <= when) off.insert(drop.device);
    return off;
}

QString OutagePresenter::standingAt(Duration when) const
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

std::vector<OutagePresenter::Gone> OutagePresenter::goneAt(Duration when) const
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
        all.push_back({works == 0 ? name
                                  : QString(one.isOfUsers() ? "%1: %2 of %3 still have it" : "%1: %2 of %3 left")
                                        .arg(name)
                                        .arg(works)
                                        .arg(one.all),
                       why, true, works == 0 ? Verdict::NoLink : Verdict::Limited});
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

}  // namespace sokudo::app
