// SPDX-License-Identifier: GPL-3.0-or-later
// The open project: its current state, its undo stack, its file. Nothing is ever unsaved.
#pragma once

#include <memory>

#include <QObject>
#include <QStringList>
#include <QTimer>
#include <QUndoStack>

#include "app/start_clocks.h"
#include "app/work.h"
#include "core/analyse.h"
#include "core/kb/knowledge_base.h"
#include "store/project_file.h"
#include "store/record_step.h"
#include "store/user_answers.h"

namespace sokudo::app {

class UndoStep;

class Document final : public QObject {
    Q_OBJECT
public:
    /// @param kb  the shipped tables; they outlive the document
    Document(const kb::KnowledgeBase& kb, std::unique_ptr<store::ProjectFile>, store::Loaded,
             QObject* parent = nullptr);
    ~Document() override;
    /// The shipped catalogue with the project's own rows. A row edit makes another one; the old one lives on for what
    /// still refers to it.
    const kb::KnowledgeBase& knowledge() const { return *m_kb; }
    /// The same, to be limited by work on another thread.
    std::shared_ptr<const kb::KnowledgeBase> sharedKnowledge() const;
    /// What to know of the file, in sentences: rows set aside, own rows that could not be taken, that it may only be
    /// read, that another window has it open; empty: nothing.
    QStringList notices() const;
    /// What is shown and edited: the house, or the variant that is open.
    const plan::Plan& plan() const { return *m_plan; }
    plan::PlanPtr snapshot() const { return m_plan; }
    /// The house as it is, whatever is open.
    plan::PlanPtr house() const { return m_house ? m_house : m_plan; }
    const std::vector<measure::Trial>& trials() const { return m_project.trials; }
    const std::vector<measure::KeptReading>& readings() const { return m_project.readings; }
    const std::vector<logbook::Entry>& entries() const { return m_project.entries; }
    const std::vector<store::Answer>& answers() const { return m_project.answers; }
    const std::vector<store::Version>& versions() const { return m_project.versions; }
    const Analysis& analysis() const { return *m_analysis; }
    std::shared_ptr<const Analysis> sharedAnalysis() const { return m_analysis; }
    /// The analysis is that of the plan as it is now.
    bool isJudged() const { return m_isJudged; }
    /// What another program has written is being read.
    bool isReading() const { return m_isReading; }
    IdSource& ids() { return m_ids; }
    QUndoStack& undoStack() { return m_undo; }
    /// Start-up clocks of its devices: they go on when a window closes or is built again.
    StartClocks& startClocks() { return m_startClocks; }
    std::string path() const { return m_file->path(); }
    store::Project project() const;

    /// Takes the edited plan, in the file first; refused edits change nothing and say why through `failed`.
    bool edit(const QString& text, const Result<plan::Plan>& next);
    // Everything below is a step of the undo stack, whatever it changes: the words of Undo always name the last one.

    /// Keeps the house as it is now.
    bool keepVersion(const QString& name, store::VersionKind, const QString& note = {});
    bool dropVersion(store::VersionId);
    /// Makes a version the house; what is there now is kept first, so that nothing is lost.
    bool useVersion(store::VersionId);

    /// The variant that is open: edits change it and leave the house as it is. Unset: the house is.
    store::VersionId variant() const { return m_variant; }
    const store::Version* version(store::VersionId) const;
    /// Keeps a plan as a variant of the house; by default the house as it is. @return its id; unset: refused
    store::VersionId branch(const QString& name, const plan::Plan* plan = nullptr, const QString& note = {});
    /// Shows a variant, or with an unset id the house.
    bool open(store::VersionId variant);
    /// Puts what a variant changed into the house as it is now; the house before is kept first.
    bool mergeVariant(store::VersionId);
    bool renameVersion(store::VersionId, const QString& name);
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
    /// What the owner has told about the path of a result.
    diagnose::UserAnswers userAnswersOf(const measure::Trial&) const;

public Q_SLOTS:
    void undo();
    void redo();
    /// Takes over what other programs have written to the file, as soon as it is read on another thread.
    void lookAtFile();

Q_SIGNALS:
    void planChanged();
    void variantChanged();  ///< another one is open, or the house again
    void analysisChanged();
    void recordChanged();    ///< trials, log entries or answers
    void versionsChanged();  ///< versions, or the house behind the variant that is open
    void noticesChanged();
    void failed(const QString& message);
    void told(const QString& message);  ///< worth knowing, nothing went wrong

private:
    class SharedBook;
    bool save(const store::Changes&);
    bool edit(const QString& text, const Result<plan::Plan>& next, store::Changes records);
    bool record(const QString& text, const store::Changes&);
    bool swap(const plan::PlanPtr& from, plan::PlanPtr to, const QString& logText, store::Changes records);
    bool saveVariant(const plan::PlanPtr& to, const QString& logText, store::Changes records);
    bool isFreeName(const QString& name, store::VersionId but = {});
    bool step(store::StepDirection);
    bool stepPlan(const UndoStep&, store::StepDirection, store::Changes records);
    void tellRecords(const store::Changes&);
    void show(plan::PlanPtr);
    void adopt(store::Loaded);
    void startAnalysis();
    Result<std::shared_ptr<const kb::KnowledgeBase>> catalogueOf(const plan::Plan&);
    void takeCatalogue(std::shared_ptr<const kb::KnowledgeBase> kb);

    const kb::KnowledgeBase* m_kb;
    const kb::KnowledgeBase* m_shipped;
    std::vector<std::shared_ptr<const kb::KnowledgeBase>> m_catalogues;
    /// The newest own catalogue: an edit of a row is checked by it and then judged by it.
    struct {
        Table<plan::CatalogueRow> rows;
        std::shared_ptr<const kb::KnowledgeBase> kb;
    } m_built;
    std::string m_catalogueTrouble;
    std::unique_ptr<store::ProjectFile> m_file;
    store::Project m_project;  ///< but for its plan, which is m_plan
    QStringList m_troubles;
    bool m_isShared = false;
    plan::PlanPtr m_plan;
    plan::PlanPtr m_house;       ///< while a variant is open; null: m_plan is the house
    store::VersionId m_variant;  ///< the one that is open
    std::shared_ptr<SharedBook> m_book;
    std::shared_ptr<const Analysis> m_analysis;
    bool m_isJudged = false;
    bool m_isReading = false;
    QUndoStack m_undo;
    StartClocks m_startClocks;
    IdSource m_ids;
    QTimer m_look;
    Work m_reading;
    Work m_judging;
};

}  // namespace sokudo::app
