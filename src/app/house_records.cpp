// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/house_records.h"

#include <algorithm>

#include "app/document.h"
#include "app/qt_text.h"
#include "core/logbook/record.h"
#include "core/measure/checks.h"
#include "host/clock.h"

namespace sokudo::app {

using host::now;

const std::vector<measure::Trial>& HouseRecords::trials() const { return m_document.m_project.trials; }
const std::vector<measure::KeptReading>& HouseRecords::readings() const { return m_document.m_project.readings; }
const std::vector<logbook::Entry>& HouseRecords::entries() const { return m_document.m_project.entries; }
const std::vector<store::Answer>& HouseRecords::answers() const { return m_document.m_project.answers; }

bool HouseRecords::keepTrials(std::vector<measure::Trial> trials)
{
    for (const measure::Trial& trial : trials)
        if (const auto problem = measure::problemOf(trial)) {
            Q_EMIT m_document.failed("The result was not saved: " + toQt(problem->field) + " " + toQt(problem->what));
            return false;
        }
    store::Changes changes;
    for (const measure::Trial& trial : trials)
        changes.entries.push_back(logbook::trialEntry(trial, m_document.plan(), m_document.ids()));
    const QString text = trials.size() == 1 ? QString("Keep a result") : QString("Keep %1 results").arg(trials.size());
    changes.trials = std::move(trials);
    return m_document.record(text, changes);
}

bool HouseRecords::writeNote(const QString& text)
{
    if (text.trimmed().isEmpty()) return false;
    store::Changes changes;
    changes.entries = {logbook::noteEntry(fromQt(text.trimmed()), now(), m_document.ids())};
    return m_document.record("Write a note", changes);
}

bool HouseRecords::writeNoteAbout(const QString& text, const plan::Subject& about)
{
    if (text.trimmed().isEmpty()) return false;
    store::Changes changes;
    changes.entries = {logbook::noteEntry(fromQt(text.trimmed()), now(), m_document.ids())};
    changes.entries.back().about = about;
    return m_document.record("Write a note", changes);
}

bool HouseRecords::keepReadings(std::vector<measure::KeptReading> readings)
{
    if (readings.empty()) return true;
    store::Changes changes;
    for (measure::KeptReading& one : readings) {
        one.id = m_document.ids().next<measure::ReadingId>();
        one.at = now();
        changes.entries.push_back(logbook::readingEntry(one, m_document.ids()));
    }
    const QString text =
        readings.size() == 1 ? QString("Keep a reading") : QString("Keep %1 readings").arg(readings.size());
    changes.readings = std::move(readings);
    return m_document.record(text, changes);
}

bool HouseRecords::writeDiagnosis(const QString& text, measure::TrialId trial)
{
    store::Changes changes;
    changes.entries = {logbook::diagnosisEntry(fromQt(text), trial, now(), m_document.ids())};
    return m_document.record("Write down the conclusion", changes);
}

bool HouseRecords::sayMade(logbook::EntryId id, const QString& when)
{
    for (const logbook::Entry& entry : entries()) {
        if (entry.id != id) continue;
        auto made = logbook::madeAt(entry, fromQt(when.trimmed()));
        if (!made) {
            Q_EMIT m_document.failed(toQt(made.error().message()));
            return false;
        }
        store::Changes changes;
        changes.entries = {std::move(*made)};
        return m_document.record("Say when a change was made", changes);
    }
    return false;
}

diagnose::UserAnswers HouseRecords::userAnswersOf(const measure::Trial& trial) const
{
    return store::userAnswersOf(m_document.m_project, m_document.knowledge(), trial,
                                diagnose::partsOf(m_document.plan(), m_document.analysis(), trial.from, trial.to));
}

bool HouseRecords::answer(plan::DeviceId from, plan::DeviceId to, const std::string& flag, bool present, bool isUnsure)
{
    const auto& all = m_document.m_project.answers;
    const auto same = std::find_if(
        all.begin(), all.end(), [&](const store::Answer& a) { return a.from == from && a.to == to && a.flag == flag; });
    store::Changes changes;
    const store::AnswerId id = same != all.end() ? same->id : m_document.ids().next<store::AnswerId>();
    const bool isWithdrawn = same != all.end() && same->present == present && same->isUnsure == isUnsure;
    if (isWithdrawn) changes.withdrawnAnswers = {id};
    else changes.answers = {{id, from, to, flag, present, now(), isUnsure}};
    return m_document.record(isWithdrawn ? "Take back an answer" : "Answer", changes);
}

}  // namespace sokudo::app
