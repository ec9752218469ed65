// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/jobs_pane.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>

#include "app/qt_text.h"
#include "core/base/date.h"
#include "core/base/text.h"
#include "ui/paper/work_sheets.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/variant_box.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {

/// Whole minutes: nobody knows a job better.
QString minutesText(double minutes) { return toQt(text::duration(Duration::of(60 * std::round(minutes)))); }

}  // namespace

JobsPane::JobsPane(app::WorkPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 6);
    all->addLayout(head());
    auto* both = new QHBoxLayout;
    both->setSpacing(0);
    m_jobs = new ScrollColumn(18, 6);
    both->addWidget(sidePanel(m_jobs), 4);
    both->addWidget(stepPage(), 6);
    all->addLayout(both, 1);
    connect(&presenter, &app::WorkPresenter::changed, this, &JobsPane::refresh);
    refresh();
}

QLayout* JobsPane::head()
{
    auto* head = new QVBoxLayout;
    head->setContentsMargins(20, 12, 20, 4);
    auto* first = new QHBoxLayout;
    m_title = label("", "title", true);
    first->addWidget(m_title, 1);
    m_variant = new VariantBox("Jobs of the variant", [this](store::VersionId id) { m_presenter.choose(id); });
    first->addWidget(m_variant);
    first->addWidget(button("Print …", "quiet", [this] {
        const QString path = QFileDialog::getSaveFileName(this, "Print the jobs", "jobs.pdf", "PDF (*.pdf)");
        if (!path.isEmpty()) say(savePdf(path));
    }));
    head->addLayout(first);
    auto* row = new QHBoxLayout;
    row->addWidget(label("Who has time when"));
    m_people = new QLineEdit;
    m_people->setPlaceholderText("you tue 2h, thu 2h; helper sat 4h");
    m_people->setAccessibleName("Who has time when");
    connect(m_people, &QLineEdit::editingFinished, this, [this] { say(m_presenter.setPeople(m_people->text())); });
    row->addWidget(m_people, 1);
    head->addLayout(row);
    m_plan = label("", "", true);
    head->addWidget(m_plan);
    return head;
}

QWidget* JobsPane::stepPage()
{
    auto* holder = new QWidget;
    auto* rows = column(holder, 0, 8);
    m_detail = new ScrollColumn(20, 10);
    rows->addWidget(m_detail, 1);
    m_problem = label("", "bad", true);
    m_problem->setContentsMargins(20, 0, 20, 0);
    rows->addWidget(m_problem);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(20, 4, 20, 14);
    m_back = button("Back", "", [this] { go(-1); });
    m_took = new QLineEdit;
    m_took->setPlaceholderText("took: 25min");
    m_took->setAccessibleName("How long it took");
    m_took->setMaximumWidth(scaled(130));
    connect(m_took, &QLineEdit::returnPressed, this, &JobsPane::tick);
    m_tick = button("Done", "main", [this] { tick(); });
    m_next = button("Next", "", [this] { go(1); });
    for (QWidget* one : std::initializer_list<QWidget*>{m_back, m_next, m_tick, m_took})
        one->setMinimumHeight(scaled(48));
    foot->addWidget(m_back, 2);
    foot->addWidget(m_took, 2);
    foot->addWidget(m_tick, 4);
    foot->addWidget(m_next, 2);
    rows->addLayout(foot);
    return holder;
}

void JobsPane::say(const QString& problem) { m_problem->setText(problem); }

QString JobsPane::savePdf(const QString& path) const
{
    return printSheet(path, jobsSheet(m_presenter.jobs(), m_presenter.progress(), m_variant->currentText()));
}

void JobsPane::fillVariants() { m_variant->show(m_presenter.variants(), m_presenter.chosen()); }

void JobsPane::refresh()
{
    fillVariants();
    const auto& jobs = m_presenter.jobs().jobs;
    // Stay at the job that was shown, wherever it stands now; else go to what can be begun.
    const auto at = std::find_if(jobs.begin(), jobs.end(), [&](const auto& job) { return job.key == m_shown; });
    if (at != jobs.end()) m_job = static_cast<std::size_t>(at - jobs.begin());
    else m_job = m_presenter.progress().next.value_or(0), m_step = 0;
    m_title->setText(m_presenter.variants().empty() ? QString("No variant, so no jobs: branch one first")
                                                    : toQt(m_presenter.progress().sentence));
    if (!m_people->hasFocus()) m_people->setText(m_presenter.people());
    say(m_presenter.reasonDisabled());
    fillJobs();
    showStep();
}

std::vector<QString> JobsPane::days()
{
    const auto made = m_presenter.schedule();
    if (!made) return m_plan->setText(toQt(made.error().message())), std::vector<QString>{};
    QString says = toQt(made->sentence);
    for (const jobs::LearnedTime& one : m_presenter.progress().learned) says += ". " + toQt(one.says);
    m_plan->setText(says);
    std::vector<QString> all;
    for (std::size_t i = 0; i < made->tasks.size(); ++i) {
        const jobs::Planned& one = made->tasks[i];
        const bool isCritical = std::find(made->critical.begin(), made->critical.end(), i) != made->critical.end();
        all.push_back(one.sittings.empty()
                          ? QString("waits")
                          : toQt(isoDay(one.sittings.front().day)) + (isCritical ? ", on the longest chain" : ""));
    }
    return all;
}

void JobsPane::showJob(std::size_t job)
{
    m_job = job;
    m_step = 0;
    fillJobs();
    showStep();
}

void JobsPane::fillJobs()
{
    auto& rows = m_jobs->rows();
    clear(&rows);
    m_plan->clear();
    const auto& jobs = m_presenter.jobs().jobs;
    QWidget* current = nullptr;
    const std::vector<QString> when = jobs.empty() ? std::vector<QString>{} : days();
    for (std::size_t i = 0; i < jobs.size(); ++i) {
        const jobs::Job& job = jobs[i];
        const jobs::JobState& state = m_presenter.progress().jobs[i];
        const auto done = std::count(state.steps.begin(), state.steps.end(), true);
        auto* link = linkText(QString("%1%2. %3").arg(i == m_job ? "→ " : "").arg(i + 1).arg(toQt(job.title)),
                              [this, i] { showJob(i); });
        rows.addWidget(link);
        if (i == m_job) current = link;
        QString says = minutesText(state.usual);
        if (state.high > state.usual)
            says += QString(" (%1 to %2)").arg(minutesText(state.low), minutesText(state.high));
        if (state.isLearned) says += " as learned";
        if (job.people > 1) says += QString(", %1 people").arg(job.people);
        if (state.isDone) says = "✓ done" + (state.took ? ", took " + toQt(text::duration(*state.took)) : QString());
        else if (!state.open.empty()) says += ", locked";
        else if (done > 0) says += QString(", %1 of %2 steps ticked").arg(done).arg(state.steps.size());
        if (!state.isDone && i < when.size()) says += ", " + when[i];
        rows.addWidget(label(says, "soft", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
    if (current) m_jobs->showRow(current);
}

void JobsPane::go(int steps)
{
    const auto& jobs = m_presenter.jobs().jobs;
    if (m_job >= jobs.size()) return;
    const auto count = [&] { return jobs[m_job].steps.size(); };
    if (steps > 0) {
        if (m_step + 1 < count()) ++m_step;
        else if (m_job + 1 < jobs.size()) ++m_job, m_step = 0;
    } else {
        if (m_step > 0) --m_step;
        else if (m_job > 0) --m_job, m_step = count() > 0 ? count() - 1 : 0;
    }
    say({});
    fillJobs();
    showStep();
}

/// Ticks the step that is shown and goes on; of a ticked one, takes it back.
void JobsPane::tick()
{
    if (m_job >= m_presenter.jobs().jobs.size()) return;
    const bool isTicked = m_presenter.progress().jobs[m_job].steps[m_step];
    const int step = static_cast<int>(m_step) + 1;
    const QString problem = isTicked ? m_presenter.untick(m_job, step) : m_presenter.tick(m_job, step, m_took->text());
    if (!problem.isEmpty()) return say(problem);
    if (!isTicked) {
        m_took->clear();
        go(1);
    }
}

void JobsPane::showLocks()
{
    auto& rows = m_detail->rows();
    const jobs::JobState& state = m_presenter.progress().jobs[m_job];
    for (const text::Sentence& one : state.settled) rows.addWidget(label(toQt(one), "good", true));
    for (std::size_t i = 0; i < state.open.size(); ++i) {
        const bool isConsent = state.open[i].id == "consent";
        rows.addWidget(label("Locked: " + toQt(state.open[i].what), "bad", true));
        auto* row = new QHBoxLayout;
        auto* by = new QLineEdit;
        by->setPlaceholderText(isConsent ? "who agreed" : "licensed trade that does it");
        by->setAccessibleName(isConsent ? "Who agreed" : "Trade that does it");
        const auto settle = [this, by, i] { say(m_presenter.settle(m_job, i, by->text())); };
        connect(by, &QLineEdit::returnPressed, this, settle);
        row->addWidget(by, 1);
        row->addWidget(button(isConsent ? "Mark as agreed" : "Assign to them", "", settle));
        rows.addLayout(row);
    }
    QStringList first;
    for (std::size_t one : state.first) first << toQt(m_presenter.jobs().jobs[one].title);
    if (!first.isEmpty()) rows.addWidget(label("First: " + first.join("; "), "soft", true));
}

void JobsPane::showStep()
{
    auto& rows = m_detail->rows();
    clear(&rows);
    const auto& jobs = m_presenter.jobs().jobs;
    const bool hasJob = m_job < jobs.size() && m_step < jobs[m_job].steps.size();
    for (QWidget* one : std::initializer_list<QWidget*>{m_tick, m_took, m_next})
        one->setEnabled(hasJob && m_presenter.reasonDisabled().isEmpty());
    m_back->setEnabled(hasJob && (m_job > 0 || m_step > 0));
    if (!hasJob) return rows.addStretch(1);
    const jobs::Job& job = jobs[m_job];
    const jobs::JobState& state = m_presenter.progress().jobs[m_job];
    m_shown = job.key;
    const bool isLast = m_step + 1 >= job.steps.size();
    m_next->setEnabled(!isLast || m_job + 1 < jobs.size());
    m_next->setText(isLast ? "Next job" : "Next");
    m_tick->setText(state.steps[m_step] ? "Undo this step" : "Done");
    m_tick->setEnabled(m_tick->isEnabled() && state.open.empty());
    m_took->setEnabled(m_tick->isEnabled() && !state.steps[m_step]);
    rows.addWidget(label(toQt(job.title), "title", true));
    showLocks();
    const jobs::JobStep& step = job.steps[m_step];
    rows.addWidget(label(
        QString("Step %1 of %2%3").arg(m_step + 1).arg(job.steps.size()).arg(state.steps[m_step] ? ", ticked ✓" : ""),
        "soft"));
    auto* large = label(toQt(step.what), "step", true);
    large->setAccessibleName("Step");
    rows.addWidget(large);
    if (!step.tool.empty()) rows.addWidget(label("With: " + toQt(step.tool), "", true));
    if (!step.caution.empty()) rows.addWidget(label(toQt(step.caution), "caution", true));
    if (!job.order.empty()) rows.addWidget(label("Work order", "heading"));
    for (const text::Sentence& one : job.order) rows.addWidget(label(toQt(one), "", true));
    if (!job.materials.empty()) {
        rows.addWidget(label("Take along", "heading"));
        for (const text::Sentence& one : job.materials) rows.addWidget(label(toQt(one), "", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
}

}  // namespace sokudo::ui
