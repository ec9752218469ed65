// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/work_presenter.h"

#include <QDate>

#include "app/qt_text.h"
#include "core/base/date.h"
#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/plan/edits.h"
#include "host/clock.h"

namespace sokudo::app {

WorkPresenter::WorkPresenter(Document& document, BuyPresenter& buy, QObject* parent)
    : QObject(parent), m_document(document), m_buy(buy)
{
    connect(&document, &Document::planChanged, this, &WorkPresenter::refresh);
    connect(&document, &Document::variantChanged, this, &WorkPresenter::refresh);
    connect(&buy, &BuyPresenter::changed, this, &WorkPresenter::refresh);
    refresh();
}

void WorkPresenter::refresh()
{
    const auto variant = m_buy.chosenPlan();
    m_jobs = variant ? jobs::jobsOf(m_buy.house(), *variant, m_buy.knowledge()) : jobs::JobList{};
    m_progress = jobs::progressOf(m_jobs, *m_document.house(), m_document.knowledge());
    Q_EMIT changed();
}

void WorkPresenter::choose(store::VersionId id)
{
    m_buy.choose(id);
    refresh();
}

QString WorkPresenter::reasonDisabled() const
{
    if (!m_document.versions().opened().isSet()) return {};
    return "A variant is open: show the house, what is done belongs to it";
}

QString WorkPresenter::people() const
{
    QStringList all;
    for (const plan::Person& person : m_document.house()->people)
        all << (toQt(person.name) + " " + toQt(person.hours)).trimmed();
    return all.join("; ");
}

QString WorkPresenter::edit(const QString& text, const Result<plan::Plan>& next)
{
    if (const QString why = reasonDisabled(); !why.isEmpty()) return why;
    if (!next) return toQt(next.error().message());
    return m_document.edit(text, next) ? QString() : QString("It could not be written");
}

QString WorkPresenter::setPeople(const QString& line)
{
    if (line.trimmed() == people()) return {};
    std::vector<jobs::Worker> workers;
    std::vector<std::string> hours;
    for (const QString& part : line.split(';', Qt::SkipEmptyParts)) {
        if (part.trimmed().isEmpty()) continue;
        const auto worker = jobs::workerOf(fromQt(part.trimmed()));
        if (!worker) return toQt(worker.error().message());
        const QString rest =
            part.trimmed().mid(static_cast<int>(QString::fromStdString(worker->name).size())).trimmed();
        workers.push_back(*worker);
        hours.push_back(fromQt(rest));
    }
    Result<plan::Plan> next = *m_document.house();
    for (const plan::Person& old : m_document.house()->people) {
        const bool isNamed = std::any_of(workers.begin(), workers.end(), [&](const jobs::Worker& one) {
            return text::lower(one.name) == text::lower(old.name);
        });
        if (next && !isNamed) next = plan::edits::deleteRecord<plan::Person>(*next, old.id);
    }
    for (std::size_t i = 0; i < workers.size() && next; ++i) {
        plan::Person person;
        for (const plan::Person& old : m_document.house()->people)
            if (text::lower(old.name) == text::lower(workers[i].name)) person = old;
        if (!person.id.isSet()) person.id = m_document.ids().next<plan::PersonId>();
        person.name = workers[i].name;
        person.hours = hours[i];
        next = plan::edits::putRecord(*next, std::move(person));
    }
    return edit("Who has time when", next);
}

Result<jobs::Schedule> WorkPresenter::schedule() const
{
    jobs::ScheduleQuestion question;
    question.from = *dayFromIso(host::today());
    for (const plan::Person& person : m_document.house()->people) {
        const auto week = weekOf(person.hours);
        if (!week) return tl::unexpected(week.error());
        question.workers.push_back({person.name, *week});
    }
    if (question.workers.empty())
        return failure(ErrorCode::BadInput,
                       text::say("work.nobody", "say who has time when, such as “you tue 2h, sat 4h”"));
    question.tasks = jobs::tasksOf(m_jobs, m_progress);
    return jobs::scheduleOf(question);
}

QString WorkPresenter::tick(std::size_t job, int step, const QString& took)
{
    if (job >= m_jobs.jobs.size()) return "There is no such job";
    jobs::TickQuestion question;
    question.step = step;
    question.on = host::today();
    if (!took.trimmed().isEmpty()) {
        std::string word = fromQt(took.trimmed().toLower());
        if (text::parseNumber(word)) word += "min";
        const auto minutes = minutesIn(word);
        if (!minutes || *minutes < 0) return "Write the time that it took as 25min or 2h";
        question.took = Duration::of(60 * *minutes);
    }
    if (m_document.house()->people.size() == 1) question.person = m_document.house()->people.begin()->id;
    const jobs::Job& one = m_jobs.jobs[job];
    return edit(QString("Tick %1").arg(toQt(one.title)),
                jobs::withTick(*m_document.house(), one, m_progress.jobs[job], question, m_document.ids()));
}

QString WorkPresenter::untick(std::size_t job, int step)
{
    if (job >= m_jobs.jobs.size()) return "There is no such job";
    const jobs::Job& one = m_jobs.jobs[job];
    return edit(QString("Take back a tick of %1").arg(toQt(one.title)),
                jobs::withoutTick(*m_document.house(), one, step));
}

QString WorkPresenter::settle(std::size_t job, std::size_t lock, const QString& by)
{
    if (job >= m_jobs.jobs.size() || lock >= m_progress.jobs[job].open.size()) return "There is nothing to settle";
    const jobs::Job& one = m_jobs.jobs[job];
    return edit(QString("Settle %1").arg(toQt(one.title)),
                jobs::withPermit(*m_document.house(), one, m_progress.jobs[job].open[lock], fromQt(by.trimmed()),
                                 host::today(), m_document.ids()));
}

}  // namespace sokudo::app
