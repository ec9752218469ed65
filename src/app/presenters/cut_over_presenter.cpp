// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/cut_over_presenter.h"

#include <QDateTime>
#include <QElapsedTimer>

#include "app/qt_text.h"
#include "core/editline/record_fields.h"
#include "core/plan/edits.h"
#include "host/clock.h"

namespace sokudo::app {
namespace {

/// By the clock on the wall.
double wallClock(const plan::CutOver& day)
{
    const QDate date = QDate::fromString(toQt(day.on.empty() ? host::today() : day.on), Qt::ISODate);
    const QTime time = QTime::fromString(toQt(day.begins), "H:mm");
    if (!date.isValid() || !time.isValid()) return 0;
    return static_cast<double>(
               QDateTime(date, time).secsTo(QDateTime::fromMSecsSinceEpoch(host::now().time_since_epoch().count()))) /
           60;
}

/// All that the plan depends on but the marks, which the plan is read against.
bool isSameWork(const plan::Plan& a, const plan::Plan& b)
{
    return a.devices == b.devices && a.ports == b.ports && a.runs == b.runs && a.slots == b.slots &&
           a.places == b.places && a.networks == b.networks && a.profiles == b.profiles && a.stock == b.stock &&
           a.purchases == b.purchases && a.jobs == b.jobs && a.services == b.services;
}

}  // namespace

CutOverPresenter::CutOverPresenter(Document& document, QObject* parent)
    : QObject(parent), m_document(document), m_clock(wallClock)
{
    m_second.setInterval(1000);
    connect(&m_second, &QTimer::timeout, this, &CutOverPresenter::ticked);
    m_second.start();
    connect(&document, &Document::planChanged, this, &CutOverPresenter::refresh);
    connect(&document, &Document::variantChanged, this, &CutOverPresenter::refresh);
    refresh();
}

void CutOverPresenter::setClock(std::function<double(const plan::CutOver&)> clock)
{
    m_clock = std::move(clock);
    Q_EMIT ticked();
}

void CutOverPresenter::setPractice(bool isPractice)
{
    m_isPractice = isPractice;
    if (!isPractice) return setClock(wallClock);
    auto timer = std::make_shared<QElapsedTimer>();
    timer->start();
    setClock([timer](const plan::CutOver&) { return static_cast<double>(timer->elapsed()) / 1000; });
}

std::vector<plan::CutOver> CutOverPresenter::days() const
{
    return {m_document.plan().cutOvers.begin(), m_document.plan().cutOvers.end()};
}

const plan::CutOver* CutOverPresenter::day() const { return m_document.plan().cutOvers.find(m_chosen); }

void CutOverPresenter::choose(plan::CutOverId id)
{
    m_chosen = id;
    m_at = 0;
    refresh();
}

std::string CutOverPresenter::nameOf(plan::DeviceId id) const
{
    const plan::Device* device = m_document.plan().devices.find(id);
    return device ? device->name : std::string();
}

std::vector<QString> CutOverPresenter::switches() const
{
    std::vector<QString> all;
    for (const plan::Device& device : m_document.plan().devices)
        if (device.role == plan::Role::Switch) all.push_back(toQt(device.name));
    return all;
}

void CutOverPresenter::refresh()
{
    if (!day())
        m_chosen = m_document.plan().cutOvers.empty() ? plan::CutOverId{} : m_document.plan().cutOvers.begin()->id;
    const plan::CutOver* chosen = day();
    if (!chosen) {
        m_work.stop();
        m_made.reset();
        m_problem.clear();
        m_isWorking = false;
        Q_EMIT changed();
        return;
    }
    if (m_made && m_madeOf && m_madeFor == *chosen && isSameWork(*m_madeOf, m_document.plan())) {
        Q_EMIT changed();
        return;
    }
    m_isWorking = true;
    Q_EMIT changed();
    m_work.start(
        *this,
        [plan = m_document.snapshot(), one = *chosen,
         kb = m_document.sharedKnowledge()](const std::atomic<bool>& isStopped) {
            return cutover::cutOverPlan(
                {*plan, one, *kb, buy::builtInSolver(), [&isStopped](double) { return !isStopped; }});
        },
        [this, plan = m_document.snapshot(), one = *chosen](Result<cutover::CutOverPlan> made) {
            m_isWorking = false;
            m_problem = made ? QString() : toQt(made.error().message());
            m_made.reset();
            if (made) m_made = std::move(*made);
            m_madeFor = one;
            m_madeOf = plan;
            if (m_made && m_at >= m_made->steps.size()) m_at = 0;
            Q_EMIT changed();
        });
}

QString CutOverPresenter::edit(const QString& text, const Result<plan::Plan>& next)
{
    if (!next) return toQt(next.error().message());
    return m_document.edit(text, next) ? QString() : QString("It could not be written");
}

QString CutOverPresenter::add(const QString& from, const QString& to)
{
    const plan::Device *old = plan::deviceNamed(m_document.plan(), fromQt(from)),
                       *next = plan::deviceNamed(m_document.plan(), fromQt(to));
    if (!old || !next) return "Choose the old switch and the one that takes over";
    plan::CutOver one;
    one.id = m_document.ids().next<plan::CutOverId>();
    one.name = old->name + " to " + next->name;
    one.from = old->id, one.to = next->id;
    one.on = host::today();
    one.begins = "18:00", one.until = "22:00";
    m_chosen = one.id;
    return edit("Cut-over " + toQt(one.name), plan::edits::putRecord(m_document.plan(), one));
}

QString CutOverPresenter::set(const QString& key, const QString& value)
{
    if (!day()) return "There is no cut-over day yet";
    const auto edited =
        editline::withRecord(m_document.plan(), {"cut-over", m_chosen.value}, {{fromQt(key), fromQt(value.trimmed())}},
                             m_document.knowledge(), m_document.ids());
    if (!edited) return toQt(edited.error().message());
    if (edited->plan == m_document.plan()) return {};
    return edit("Cut-over day", Result<plan::Plan>(edited->plan));
}

double CutOverPresenter::now() const { return day() ? m_clock(*day()) : 0; }

std::vector<plan::DayMark> CutOverPresenter::marks() const
{
    std::vector<plan::DayMark> all;
    for (const plan::DayMark& mark : m_document.plan().dayMarks)
        if (mark.cutOver == m_chosen) all.push_back(mark);
    return all;
}

cutover::DayState CutOverPresenter::state() const
{
    return m_made ? cutover::dayState(*m_made, marks(), now()) : cutover::DayState{};
}

void CutOverPresenter::go(std::size_t step)
{
    if (!m_made || step >= m_made->steps.size()) return;
    m_at = step;
    Q_EMIT changed();
}

QString CutOverPresenter::begin()
{
    if (!m_made) return m_problem;
    const cutover::DayStep& step = m_made->steps[m_at];
    return edit("Begin: " + toQt(step.what),
                cutover::withMark(m_document.plan(), m_chosen, step, now(), false, {}, m_document.ids()));
}

QString CutOverPresenter::done(const QString& value)
{
    if (!m_made) return m_problem;
    const cutover::DayStep& step = m_made->steps[m_at];
    const QString wrong = edit(
        "Done: " + toQt(step.what),
        cutover::withMark(m_document.plan(), m_chosen, step, now(), true, fromQt(value.trimmed()), m_document.ids()));
    if (wrong.isEmpty()) go(m_at + 1);
    return wrong;
}

QString CutOverPresenter::backlog()
{
    if (!m_made || !day()) return m_problem;
    return edit("What the cut-over left over",
                cutover::withBacklog(m_document.plan(), *day(), *m_made, state(), m_document.ids()));
}

QString CutOverPresenter::takeOver()
{
    if (!m_made || m_made->moves.moves.empty()) return "There is no lead to move";
    plan::Plan next = m_document.plan();
    next.ports = m_made->moves.after.ports;
    next.runs = m_made->moves.after.runs;
    return edit("Leads moved to " + toQt(nameOf(day()->to)), Result<plan::Plan>(std::move(next)));
}

}  // namespace sokudo::app
