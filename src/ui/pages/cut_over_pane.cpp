// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/cut_over_pane.h"

#include <QCheckBox>
#include <QComboBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QSignalBlocker>

#include "app/qt_text.h"
#include "core/base/hours.h"
#include "core/base/text.h"
#include "core/kb/build_rows.h"
#include "ui/paper/work_sheets.h"
#include "ui/theme.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/scroll_column.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {

using app::toQt;

namespace {

QString minutes(double count) { return toQt(text::duration(Duration::of(60 * count))); }

QString names(const std::vector<std::string>& all)
{
    QStringList list;
    for (const std::string& one : all) list << toQt(one);
    return list.join(", ");
}

}  // namespace

CutOverPane::CutOverPane(app::CutOverPresenter& presenter, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = column(this, 0, 4);
    auto* top = new QVBoxLayout;
    top->setContentsMargins(20, 10, 20, 2);
    top->setSpacing(6);
    top->addLayout(head());
    top->addLayout(window());
    m_state = label("", "", true);
    top->addWidget(m_state);
    all->addLayout(top);
    auto* both = new QHBoxLayout;
    both->setSpacing(0);
    m_steps = new ScrollColumn(18, 5);
    m_side = new ScrollColumn(18, 6);
    both->addWidget(sidePanel(m_steps), 5);
    both->addWidget(stepPage(), 6);
    both->addWidget(sidePanel(m_side), 4);
    all->addLayout(both, 1);
    connect(&presenter, &app::CutOverPresenter::changed, this, &CutOverPane::refresh);
    connect(&presenter, &app::CutOverPresenter::ticked, this, &CutOverPane::showClock);
    refresh();
}

QLayout* CutOverPane::head()
{
    auto* row = new QHBoxLayout;
    m_title = label("", "title", true);
    row->addWidget(m_title, 1);
    m_day = new QComboBox;
    m_day->setAccessibleName("Cut-over day");
    connect(m_day, &QComboBox::activated, this, [this] { m_presenter.choose({m_day->currentData().toLongLong()}); });
    m_from = new QComboBox;
    m_from->setAccessibleName("Old switch");
    m_to = new QComboBox;
    m_to->setAccessibleName("New switch");
    m_add =
        button("Plan a day", "", [this] { showProblem(m_presenter.add(m_from->currentText(), m_to->currentText())); });
    row->addWidget(m_day);
    row->addWidget(m_from);
    row->addWidget(label("→"));
    row->addWidget(m_to);
    row->addWidget(m_add);
    row->addWidget(button("Print …", "quiet", [this] {
        const QString path = QFileDialog::getSaveFileName(this, "Print the day", "cut-over.pdf", "PDF (*.pdf)");
        if (!path.isEmpty()) showProblem(savePdf(path));
    }));
    return row;
}

QLayout* CutOverPane::window()
{
    // Two rows where text is very large.
    auto* all = new QVBoxLayout;
    auto* first = new QHBoxLayout;
    auto* second = isVeryLarge() ? new QHBoxLayout : first;
    all->addLayout(first);
    if (second != first) all->addLayout(second);
    QHBoxLayout* row = first;
    const auto field = [&](const char* name, const char* key, const char* hint, int width) {
        auto* edit = new QLineEdit;
        edit->setAccessibleName(name);
        edit->setPlaceholderText(hint);
        if (width > 0) edit->setMaximumWidth(scaled(width));
        connect(edit, &QLineEdit::editingFinished, this,
                [this, edit, key] { showProblem(m_presenter.set(key, edit->text())); });
        row->addWidget(label(name));
        row->addWidget(edit, width > 0 ? 0 : 1);
        return edit;
    };
    m_on = field("Day", "on", "2026-12-05", 110);
    m_begins = field("from", "begins", "18:00", 66);
    m_until = field("must work by", "until", "22:30", 66);
    m_reserve = field("reserve %", "reserve", "25", 50);
    row = second;
    m_appointments = field("Appointments", "appointments", "19:30 20min call; 21:00 10min backup", 0);
    m_practice = new QCheckBox("Practice run");
    m_practice->setToolTip("The day in simulated time: a minute passes each second");
    connect(m_practice, &QCheckBox::toggled, this, [this](bool on) { m_presenter.setPractice(on); });
    row->addWidget(m_practice);
    return all;
}

QWidget* CutOverPane::stepPage()
{
    auto* holder = new QWidget;
    auto* rows = column(holder, 0, 6);
    m_clock = label("", "clock", true);
    m_clock->setAccessibleName("Clock of the day");
    m_clock->setContentsMargins(20, 6, 20, 0);
    rows->addWidget(m_clock);
    m_rollBack = label("", "heading", true);
    m_rollBack->setContentsMargins(20, 0, 20, 0);
    rows->addWidget(m_rollBack);
    m_detail = new ScrollColumn(20, 8);
    rows->addWidget(m_detail, 1);
    m_problem = label("", "bad", true);
    m_problem->setContentsMargins(20, 0, 20, 0);
    rows->addWidget(m_problem);
    auto* foot = new QHBoxLayout;
    foot->setContentsMargins(20, 2, 20, 14);
    m_back = button("Back", "", [this] {
        if (m_presenter.at() > 0) m_presenter.go(m_presenter.at() - 1);
    });
    m_begin = button("Begin", "", [this] { showProblem(m_presenter.begin()); });
    m_value = new QLineEdit;
    m_value->setAccessibleName("Measured");
    m_value->setMaximumWidth(scaled(120));
    m_done = button("Done", "main", [this] {
        const QString wrong = m_presenter.done(m_value->text());
        showProblem(wrong);
        if (wrong.isEmpty()) m_value->clear();
    });
    connect(m_value, &QLineEdit::returnPressed, m_done, &QPushButton::click);
    for (QWidget* one : std::initializer_list<QWidget*>{m_back, m_begin, m_value, m_done})
        one->setMinimumHeight(scaled(48));
    foot->addWidget(m_back, 2);
    foot->addWidget(m_begin, 2);
    foot->addWidget(m_value, 2);
    foot->addWidget(m_done, 4);
    rows->addLayout(foot);
    return holder;
}

void CutOverPane::showProblem(const QString& problem) { m_problem->setText(problem); }

QString CutOverPane::savePdf(const QString& path) const
{
    if (!m_presenter.day() || !m_presenter.plan()) return "There is no plan to print yet";
    return printSheet(path, cutOverSheet(*m_presenter.day(), *m_presenter.plan(), m_presenter.state()));
}

void CutOverPane::refresh()
{
    fillHead();
    fillSteps();
    showStep();
    fillSide();
    showClock();
}

void CutOverPane::fillHead()
{
    const plan::CutOver* day = m_presenter.day();
    {
        const QSignalBlocker quiet(m_day);
        m_day->clear();
        for (const plan::CutOver& one : m_presenter.days())
            m_day->addItem(toQt(one.name), QVariant::fromValue<qlonglong>(one.id.value));
        if (day) m_day->setCurrentIndex(m_day->findData(QVariant::fromValue<qlonglong>(day->id.value)));
        m_day->setVisible(m_day->count() > 1);
    }
    for (QComboBox* box : {m_from, m_to}) {
        const QString kept = box->currentText();
        box->clear();
        for (const QString& one : m_presenter.switches()) box->addItem(one);
        if (box->findText(kept) >= 0) box->setCurrentText(kept);
        else if (box == m_to && box->count() > 1) box->setCurrentIndex(1);
    }
    if (day && m_from->findText(toQt(m_presenter.nameOf(day->from))) >= 0) {
        m_from->setCurrentText(toQt(m_presenter.nameOf(day->from)));
        m_to->setCurrentText(toQt(m_presenter.nameOf(day->to)));
    }
    m_title->setText(m_presenter.isWorking() ? QString("Calculating …")
                     : !day ? QString("No cut-over is planned: choose the old switch and the one that takes over")
                     : m_presenter.plan() ? toQt(m_presenter.plan()->sentence)
                                          : m_presenter.problem());
    const auto fill = [&](QLineEdit* edit, const std::string& value) {
        edit->setEnabled(day != nullptr);
        if (!edit->hasFocus()) edit->setText(toQt(value));
    };
    fill(m_on, day ? day->on : std::string());
    fill(m_begins, day ? day->begins : std::string());
    fill(m_until, day ? day->until : std::string());
    fill(m_reserve, day ? std::to_string(day->reserve) : std::string());
    fill(m_appointments, day ? day->appointments : std::string());
}

void CutOverPane::fillSteps()
{
    auto& rows = m_steps->rows();
    clear(&rows);
    if (!m_presenter.plan()) return rows.addStretch(1);
    const cutover::CutOverPlan& plan = *m_presenter.plan();
    const cutover::DayState state = m_presenter.state();
    std::string phase;
    QWidget* current = nullptr;
    for (std::size_t i = 0; i < plan.steps.size(); ++i) {
        const cutover::DayStep& step = plan.steps[i];
        if (step.phase != phase) {
            phase = step.phase;
            rows.addWidget(label(phase == "before"   ? "Before the window"
                                 : phase == "during" ? "In the window"
                                                     : "After it",
                                 "heading"));
        }
        QString at = minutes(step.usual);
        for (const cutover::WindowStep& one : plan.window.times)
            if (one.step == i) at = toQt(clockOf(plan.window.begins + static_cast<int>(one.from)));
        const cutover::DayStepState& one = state.steps[i];
        const QString mark = one.state == cutover::StepState::Done
                                 ? (one.verdict == Verdict::Limited || one.verdict == Verdict::NoLink ? "✗ " : "✓ ")
                             : one.state == cutover::StepState::Running ? "▶ "
                                                                        : "";
        auto* link = linkText((i == m_presenter.at() ? "→ " : "") + mark + at + "  " + toQt(step.what),
                              [this, i] { m_presenter.go(i); });
        rows.addWidget(link);
        if (i == m_presenter.at()) current = link;
        if (one.took)
            rows.addWidget(
                label(QString("took %1, planned %2").arg(minutes(*one.took), minutes(step.usual)), "soft", true));
        else if (!step.off.empty()) rows.addWidget(label("off: " + names(step.off), "soft", true));
    }
    rows.addStretch(1);
    fitAgain(&rows);
    if (current) m_steps->showRow(current);
}

void CutOverPane::showStep()
{
    auto& rows = m_detail->rows();
    clear(&rows);
    const bool hasPlan = m_presenter.plan().has_value();
    for (QWidget* one : std::initializer_list<QWidget*>{m_begin, m_done, m_back, m_value}) one->setEnabled(hasPlan);
    if (!hasPlan) return rows.addStretch(1);
    const cutover::DayStep& step = m_presenter.plan()->steps[m_presenter.at()];
    const cutover::DayStepState state = m_presenter.state().steps[m_presenter.at()];
    m_back->setEnabled(m_presenter.at() > 0);
    m_value->setVisible(step.proof.has_value());
    m_value->setPlaceholderText(step.proof && step.proof->least ? "measured" : "ok");
    rows.addWidget(label(QString("Step %1 of %2, %3%4")
                             .arg(m_presenter.at() + 1)
                             .arg(m_presenter.plan()->steps.size())
                             .arg(minutes(step.usual), state.state == cutover::StepState::Done      ? ", done ✓"
                                                       : state.state == cutover::StepState::Running ? ", runs now"
                                                                                                    : ""),
                         "soft"));
    auto* large = label(toQt(step.what), "step", true);
    large->setAccessibleName("Step");
    rows.addWidget(large);
    if (step.proof && state.state == cutover::StepState::Done)
        if (const auto judged = cutover::accepted(*step.proof, state.value)) {
            auto* line = new QHBoxLayout;
            line->addWidget(new VerdictMark(judged->verdict, cutover::acceptedWord(judged->verdict)));
            line->addWidget(label(toQt(judged->says), "", true), 1);
            rows.addLayout(line);
        }
    if (!step.off.empty()) rows.addWidget(label("Down during this step: " + names(step.off), "", true));
    if (!step.services.empty()) rows.addWidget(label("Services down: " + names(step.services), "bad", true));
    if (!step.caution.empty()) rows.addWidget(label(toQt(step.caution), "caution", true));
    if (step.key.find("move:") == 0)
        rows.addWidget(label("Leave the old port as it is until the new link is proved.", "soft", true));
    rows.addStretch(1);
    fitAgain(&rows);
}

void CutOverPane::fillSide()
{
    auto& rows = m_side->rows();
    clear(&rows);
    if (!m_presenter.plan()) return rows.addStretch(1);
    const cutover::CutOverPlan& plan = *m_presenter.plan();
    rows.addWidget(label("Before anything is unplugged", "heading", true));
    for (const cutover::PreCheck& one : plan.checks) {
        auto* line = new QHBoxLayout;
        line->addWidget(new VerdictMark(one.verdict, cutover::readyWord(one.verdict)));
        line->addWidget(label(toQt(one.says), "", true), 1);
        rows.addLayout(line);
    }
    rows.addWidget(label("Off, and for how long", "heading", true));
    for (const cutover::OffTime& one : plan.off)
        rows.addWidget(
            label(QString("%1: %2%3").arg(toQt(one.name), minutes(one.minutes), one.restarts ? ", starts again" : ""),
                  "", true));
    rows.addWidget(label("Afterwards", "heading", true));
    m_removed = new QComboBox;
    m_removed->setAccessibleName("Where the old one goes");
    m_removed->setMinimumContentsLength(8);
    m_removed->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    m_removed->addItem("old unit: choose …", "");
    for (const kb::RemovedUnit& row : m_presenter.knowledge().all<kb::RemovedUnit>()) {
        m_removed->addItem(toQt(row.name), toQt(row.id));
        m_removed->setItemData(m_removed->count() - 1, toQt(row.when), Qt::ToolTipRole);
    }
    if (m_presenter.day())
        m_removed->setCurrentIndex(std::max(0, m_removed->findData(toQt(m_presenter.day()->removed))));
    connect(m_removed, &QComboBox::activated, this,
            [this] { showProblem(m_presenter.set("removed", m_removed->currentData().toString())); });
    rows.addWidget(m_removed);
    if (const auto* row =
            m_presenter.day() ? m_presenter.knowledge().find<kb::RemovedUnit>(m_presenter.day()->removed) : nullptr)
        rows.addWidget(label(toQt(row->then), "soft", true));
    rows.addWidget(button(isVeryLarge() ? "Apply to survey" : "Apply all moves to the survey", "",
                          [this] { showProblem(m_presenter.takeOver()); }));
    rows.addWidget(button(isVeryLarge() ? "To loose ends" : "Add unfinished steps to loose ends", "",
                          [this] { showProblem(m_presenter.backlog()); }));
    rows.addStretch(1);
    fitAgain(&rows);
}

void CutOverPane::showClock()
{
    if (!m_presenter.plan()) {
        m_clock->clear();
        m_rollBack->clear();
        m_state->setText(m_presenter.problem());
        return;
    }
    const cutover::Window& window = m_presenter.plan()->window;
    const cutover::DayState state = m_presenter.state();
    const double now = m_presenter.now();
    const bool isOpen = now >= 0 && now <= window.length;
    const auto at = [&](double minute) { return toQt(clockOf(window.begins + static_cast<int>(minute))); };
    m_clock->setText(at(isOpen ? now : 0));
    m_rollBack->setText(!isOpen                ? "until " + at(window.length)
                        : state.toRollBack > 0 ? "roll back by " + at(*window.lastRollBack)
                                               : QString("rollback time over"));
    QString says = toQt(window.sentence);
    for (const text::Sentence& one : window.problems) says += ". " + toQt(one);
    if (isOpen) says = toQt(state.says);
    m_state->setText(says);
    setKind(m_state, (isOpen && state.verdict == Verdict::NoLink) || !window.fits ? "bad" : "");
}

}  // namespace sokudo::ui
