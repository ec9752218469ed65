// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/logbook_presenter.h"

#include <chrono>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/diagnose/benefit.h"
#include "core/diagnose/path_change.h"
#include "core/kb/stage_rows.h"
#include "core/logbook/record.h"
#include "core/measure/statistics.h"
#include "core/report/project_report.h"
#include "host/clock.h"

namespace sokudo::app {

LogbookPresenter::LogbookPresenter(Document& document, Selection& selection, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_selection(selection),
      m_rows({{"Time",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.when)
                          : role == kKindRole     ? QVariant(static_cast<int>(row.kind))
                                                  : QVariant();
               }},
              {"Kind",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(toQt(code(row.kind)))
                          : role == kKindRole     ? QVariant(static_cast<int>(row.kind))
                                                  : QVariant();
               }},
              {"Entry",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.text)
                          : role == kKindRole                                ? QVariant(static_cast<int>(row.kind))
                                                                             : QVariant();
               }}},
             this)
{
    connect(&document, &Document::recordChanged, this, &LogbookPresenter::refresh);
    connect(&document, &Document::analysisChanged, this, &LogbookPresenter::refresh);
    connect(&selection, &Selection::pathChanged, this, &LogbookPresenter::changed);
    refresh();
}

void LogbookPresenter::refresh()
{
    std::vector<Row> rows;
    for (auto entry = m_document.records().entries().rbegin(); entry != m_document.records().entries().rend();
         ++entry) {
        if (m_kind && entry->kind != *m_kind) continue;
        if (!m_filter.isEmpty() && !toQt(entry->text).contains(m_filter, Qt::CaseInsensitive)) continue;
        rows.push_back(
            {entry->happened(), entry->kind, momentText(entry->at), toQt(entry->text), entry->trial, entry->id});
        if (entry->isOnlyWritten) rows.back().text += ", only written down";
        if (entry->made != measure::Timestamp()) rows.back().text += ", made on " + momentText(entry->made);
    }
    m_rows.setRows(std::move(rows));
    Q_EMIT changed();
}

void LogbookPresenter::setFilter(const QString& filter)
{
    m_filter = filter.trimmed();
    refresh();
}

void LogbookPresenter::setKind(std::optional<logbook::EntryKind> kind)
{
    m_kind = kind;
    refresh();
}

bool LogbookPresenter::isChange(int row) const
{
    const Row* found = m_rows.row(row);
    return found && found->kind == logbook::EntryKind::Change;
}

bool LogbookPresenter::sayMade(int row, const QString& when)
{
    const Row* found = m_rows.row(row);
    return found && m_document.records().sayMade(found->id, when);
}

void LogbookPresenter::splitAt(int row)
{
    const Row* found = m_rows.row(row);
    if (!found) return;
    if (found->kind == logbook::EntryKind::Measurement) {
        for (const measure::Trial& trial : m_document.records().trials()) {
            if (trial.id != found->trial) continue;
            expect::PathQuestion path = m_selection.path();
            path.from = trial.from;
            path.to = trial.to;
            path.traffic = trial.kind == measure::TrialKind::FileCopy ? expect::Traffic::FileCopy
                                                                      : expect::Traffic::MemoryToMemory;
            m_split.reset();
            m_selection.setPath(path);
        }
        return;
    }
    m_split = found->at;
    m_splitText = found->text;
    Q_EMIT changed();
}

std::vector<const measure::Trial*> LogbookPresenter::pathTrials() const
{
    const auto& path = m_selection.path();
    const auto kind =
        path.traffic == expect::Traffic::FileCopy ? measure::TrialKind::FileCopy : measure::TrialKind::Memory;
    std::vector<const measure::Trial*> found;
    for (const measure::Trial& trial : m_document.records().trials())
        if (trial.from == path.from && trial.to == path.to && trial.kind == kind &&
            trial.direction == measure::Direction::Forward)
            found.push_back(&trial);
    return found;
}

/// The moment asked for; else the last change that has results on both sides of it; else the largest gap in time.
measure::Timestamp LogbookPresenter::splitTime() const
{
    if (m_split) return *m_split;
    const auto trials = pathTrials();
    if (trials.size() < 2) return {};
    const auto& question = m_selection.path();
    const auto path = diagnose::partsOf(m_document.plan(), m_document.analysis(), question.from, question.to);
    if (const logbook::Entry* change = diagnose::lastChangeAmong(
            path, m_document.records().entries(), m_document.records().trials(), question.from, question.to))
        return change->happened();
    std::size_t widest = 1;
    for (std::size_t i = 1; i < trials.size(); ++i)
        if (trials[i]->at - trials[i - 1]->at > trials[widest]->at - trials[widest - 1]->at) widest = i;
    return trials[widest]->at - std::chrono::milliseconds(1);
}

QString LogbookPresenter::compareTitle() const
{
    return toQt(report::pathTitle(m_document.plan(), m_selection.path().from, m_selection.path().to,
                                  m_selection.path().traffic));
}

/// What the change did for the network against what it did for copies, where both were measured before and after.
QString LogbookPresenter::gainSentence(measure::Timestamp split) const
{
    expect::PathQuestion question = m_selection.path();
    question.traffic = expect::Traffic::FileCopy;
    question.bothWays = false;
    const auto copyPath =
        expect::expectation(m_document.plan(), m_document.knowledge(), m_document.analysis().links, question);
    const auto gain = diagnose::benefit(m_document.records().trials(), question.from, question.to, split,
                                        copyPath ? &*copyPath : nullptr);
    if (!gain.network || !gain.copy) return {};
    QString text = toQt(gain.sentence);
    text[0] = text[0].toUpper();
    return text + ". ";
}

QString LogbookPresenter::compareSentence() const
{
    const auto trials = pathTrials();
    if (trials.size() < 2) return "A comparison needs two results of one path. Select a measurement in the list.";
    const measure::Timestamp split = splitTime();
    std::vector<BitRate> before, after;
    for (const measure::Trial* trial : trials) (trial->at < split ? before : after).push_back(trial->rate.value);
    if (before.empty() || after.empty())
        return "All results of this path are on one side of that entry. Select another one.";
    const auto a = measure::summarise(before), b = measure::summarise(after);
    QString what = m_split ? m_splitText : QString();
    if (!m_split)
        for (const auto& entry : m_document.records().entries())
            if (entry.at == split && entry.kind == logbook::EntryKind::Change) what = toQt(entry.text);
    const QString since = what.isEmpty() ? QString("the change") : "“" + what + "”";
    return gainSentence(split) + QString("Before %1: %2 (%3 %4). After: %5 (%6 %7). %8.")
                                     .arg(since, toQt(text::rate(a.median, 3)))
                                     .arg(a.count)
                                     .arg(a.count == 1 ? "run" : "runs", toQt(text::rate(b.median, 3)))
                                     .arg(b.count)
                                     .arg(b.count == 1 ? "run" : "runs", toQt(measure::compare(before, after).words));
}

std::vector<LogbookPresenter::Point> LogbookPresenter::points() const
{
    std::vector<Point> result;
    const auto trials = pathTrials();
    const measure::Timestamp split = splitTime();
    for (const measure::Trial* trial : trials) {
        const double days = std::chrono::duration<double>(trial->at - trials.front()->at).count() / 86400;
        result.push_back({days, trial->rate.value, trial->at >= split});
    }
    return result;
}

std::optional<kb::Band> LogbookPresenter::band() const
{
    const auto expectation =
        expect::expectation(m_document.plan(), m_document.knowledge(), m_document.analysis().links, m_selection.path());
    return expectation ? std::optional(expectation->expected) : std::nullopt;
}

std::string LogbookPresenter::reportHtml() const
{
    report::ReportInput input{m_document.plan(),
                              m_document.knowledge(),
                              m_document.analysis(),
                              m_document.records().trials(),
                              m_document.records().entries(),
                              {},
                              host::now()};
    const auto& path = m_selection.path();
    if (auto expectation =
            expect::expectation(m_document.plan(), m_document.knowledge(), m_document.analysis().links, path)) {
        report::PathSection section{
            report::pathTitle(m_document.plan(), path.from, path.to, path.traffic), std::move(*expectation), {}};
        for (const measure::Trial* trial : pathTrials()) section.trials.push_back(*trial);
        input.path = std::move(section);
    }
    const std::string name = m_document.plan().name.empty() ? "Sokudo report" : m_document.plan().name;
    return report::toHtml(name, report::projectReport(input));
}

}  // namespace sokudo::app
