// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/jobs_pane.h"

#include <QDate>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>

#include "app/qt_text.h"
#include "core/base/date.h"
#include "core/base/text.h"
#include "core/build/schedule.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"

namespace sokudo::ui {

using app::toQt;

JobsPane::JobsPane(app::BuyPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 6);
    auto* head = new QVBoxLayout;
    head->setContentsMargins(20, 12, 20, 4);
    m_title = label("", "title", true);
    head->addWidget(m_title);
    auto* row = new QHBoxLayout;
    row->addWidget(label("Who has time when"));
    m_people = new QLineEdit("you tue 2h, thu 2h, sat 4h; helper sat 4h");
    m_people->setAccessibleName("Who has time when");
    connect(m_people, &QLineEdit::editingFinished, this, &JobsPane::fillJobs);
    row->addWidget(m_people, 1);
    head->addLayout(row);
    m_plan = label("", "", true);
    head->addWidget(m_plan);
    all->addLayout(head);
    auto* both = new QHBoxLayout;
    both->setSpacing(0);
    m_jobs = new ScrollColumn(18, 6);
    both->addWidget(sidePanel(m_jobs), 4);
    both->addWidget(stepPage(), 6);
    all->addLayout(both, 1);
    connect(&presenter, &app::BuyPresenter::changed, this, &JobsPane::refresh);
    connect(&presenter, &app::BuyPresenter::listChanged, this, &JobsPane::refresh);
    refresh();
}

QWidget* JobsPane::stepPage()
{
    auto* holder = new QWidget;
    auto* rows = column(holder, 0, 8);
    m_detail = new ScrollColumn(20, 10);
    rows->addWidget(m_detail, 1);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(20, 4, 20, 14);
    m_back = button("Step back", "", [this] { go(-1); });
    m_next = button("Next step", "main", [this] { go(1); });
    for (QPushButton* one : {m_back, m_next}) one->setMinimumHeight(scaled(44));
    foot->addWidget(m_back, 1);
    foot->addWidget(m_next, 2);
    rows->addLayout(foot);
    return holder;
}

void JobsPane::refresh()
{
    m_list = m_presenter.jobs();
    m_job = m_step = 0;
    m_title->setText(m_presenter.variants().empty() ? QString("No variant, so no jobs: branch one first")
                                                    : toQt(m_list.sentence));
    fillJobs();
    showStep();
}

std::vector<QString> JobsPane::days()
{
    build::ScheduleQuestion question;
    const QDate today = QDate::currentDate();
    question.from = *dayFromIso(today.toString(Qt::ISODate).toStdString());
    for (const QString& line : m_people->text().split(';', Qt::SkipEmptyParts)) {
        const auto worker = build::workerOf(line.trimmed().toStdString());
        if (!worker) return m_plan->setText(toQt(worker.error().message())), std::vector<QString>{};
        question.workers.push_back(*worker);
    }
    for (const build::BuildJob& job : m_list.jobs)
        question.tasks.push_back({job.title.text(), job.usual, job.people, job.after, !job.locks.empty()});
    const auto made = build::scheduleOf(question);
    if (!made) return m_plan->setText(toQt(made.error().message())), std::vector<QString>{};
    m_plan->setText(toQt(made->sentence));
    std::vector<QString> all;
    for (const build::Planned& one : made->tasks)
        all.push_back(one.sittings.empty() ? QString("waits") : toQt(isoDay(one.sittings.front().day)));
    return all;
}

void JobsPane::fillJobs()
{
    auto& rows = m_jobs->rows();
    clear(&rows);
    m_plan->clear();
    const std::vector<QString> when = m_list.jobs.empty() ? std::vector<QString>{} : days();
    for (std::size_t i = 0; i < m_list.jobs.size(); ++i) {
        const build::BuildJob& job = m_list.jobs[i];
        rows.addWidget(
            linkText(QString("%1%2. %3").arg(i == m_job ? "→ " : "").arg(i + 1).arg(toQt(job.title)), [this, i] {
                m_job = i;
                m_step = 0;
                fillJobs();
                showStep();
            }));
        QString says = toQt(text::duration(Duration::of(60 * job.usual)));
        if (job.people > 1) says += QString(", %1 people").arg(job.people);
        if (i < when.size()) says += ", " + when[i];
        if (!job.locks.empty()) says += ", locked";
        rows.addWidget(label(says, "soft", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

void JobsPane::go(int steps)
{
    const auto count = [&] { return m_list.jobs[m_job].steps.size(); };
    if (steps > 0) {
        if (m_step + 1 < count()) ++m_step;
        else if (m_job + 1 < m_list.jobs.size()) ++m_job, m_step = 0;
    } else {
        if (m_step > 0) --m_step;
        else if (m_job > 0) --m_job, m_step = count() > 0 ? count() - 1 : 0;
    }
    fillJobs();
    showStep();
}

void JobsPane::showStep()
{
    auto& rows = m_detail->rows();
    clear(&rows);
    const bool hasJob = m_job < m_list.jobs.size();
    m_next->setEnabled(hasJob);
    m_back->setEnabled(hasJob && (m_job > 0 || m_step > 0));
    if (!hasJob) return rows.addStretch(1);
    const build::BuildJob& job = m_list.jobs[m_job];
    const bool isLast = m_step + 1 >= job.steps.size();
    m_next->setEnabled(!isLast || m_job + 1 < m_list.jobs.size());
    m_next->setText(!isLast ? "Next step" : m_job + 1 < m_list.jobs.size() ? "Next job" : "All done");
    rows.addWidget(label(toQt(job.title), "title", true));
    for (const build::JobLock& one : job.locks) rows.addWidget(label("Locked: " + toQt(one.what), "bad", true));
    if (m_step < job.steps.size()) {
        const build::JobStep& step = job.steps[m_step];
        rows.addWidget(label(QString("Step %1 of %2").arg(m_step + 1).arg(job.steps.size()), "soft"));
        auto* large = label(toQt(step.what), "step", true);
        large->setAccessibleName("Step");
        rows.addWidget(large);
        if (!step.tool.empty()) rows.addWidget(label("With: " + toQt(step.tool), "", true));
        if (!step.caution.empty()) rows.addWidget(label(toQt(step.caution), "caution", true));
    }
    if (!job.materials.empty()) {
        rows.addWidget(label("Take along", "heading"));
        for (const text::Sentence& one : job.materials) rows.addWidget(label(toQt(one), "", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

}  // namespace sokudo::ui
