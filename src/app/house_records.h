// SPDX-License-Identifier: GPL-3.0-or-later
// What was measured, read, noted and answered of the open house. Whatever adds to it is a step of Undo.
#pragma once

#include <QString>

#include "store/project.h"
#include "store/user_answers.h"

namespace sokudo::app {

class Document;

class HouseRecords {
public:
    explicit HouseRecords(Document& document) : m_document(document) {}

    const std::vector<measure::Trial>& trials() const;
    const std::vector<measure::KeptReading>& readings() const;
    const std::vector<logbook::Entry>& entries() const;
    const std::vector<store::Answer>& answers() const;

    bool keepTrials(std::vector<measure::Trial>);
    bool writeNote(const QString&);
    /// The same, of one run, port or other object.
    bool writeNoteAbout(const QString&, const plan::Subject& about);
    /// What was read of ports just now, with a line each in the log; ids and times are given here.
    bool keepReadings(std::vector<measure::KeptReading>);
    /// What was concluded about a result.
    bool writeDiagnosis(const QString&, measure::TrialId);
    /// The owner's answer to a flag of a path, or that the fix of a cause was tried in vain; the same answer again
    /// withdraws it.
    bool answer(plan::DeviceId from, plan::DeviceId to, const std::string& flag, bool present, bool isUnsure = false);
    /// Says when a change was really made; see `logbook::madeAt`.
    bool sayMade(logbook::EntryId, const QString& when);
    /// What the owner has told about the path of a result.
    diagnose::UserAnswers userAnswersOf(const measure::Trial&) const;

private:
    Document& m_document;
};

}  // namespace sokudo::app
