// SPDX-License-Identifier: GPL-3.0-or-later
// The open project: its current state, its undo stack, its file. Nothing is ever unsaved.
#pragma once

#include <memory>

#include <QObject>
#include <QStringList>
#include <QTimer>
#include <QUndoStack>

#include "app/house_records.h"
#include "app/house_versions.h"
#include "app/start_clocks.h"
#include "app/work.h"
#include "core/analyse.h"
#include "core/kb/knowledge_base.h"
#include "store/project_file.h"
#include "store/record_step.h"

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
    /// The same, for work on another thread to hold on to.
    std::shared_ptr<const kb::KnowledgeBase> sharedKnowledge() const;
    /// What to know of the file, in sentences: rows set aside, own rows that could not be taken, that it may only be
    /// read, that another window has it open; empty: nothing.
    QStringList notices() const;
    /// What is shown and edited: the house, or the variant that is open.
    const plan::Plan& plan() const { return *m_plan; }
    plan::PlanPtr snapshot() const { return m_plan; }
    /// The house as it is, whatever is open.
    plan::PlanPtr house() const;
    const Analysis& analysis() const { return *m_analysis; }
    std::shared_ptr<const Analysis> sharedAnalysis() const { return m_analysis; }
    /// What another program has written is being read.
    bool isReading() const { return m_isReading; }
    IdSource& ids() { return m_ids; }
    QUndoStack& undoStack() { return m_undo; }
    /// Start-up clocks of its devices: they go on when a window closes or is built again.
    StartClocks& startClocks() { return m_startClocks; }
    std::string path() const { return m_file->path(); }
    store::Project project() const;

    /// Takes the edited plan, in the file first; refused edits change nothing and say why through `failed`.
    /// @param records  what goes with it, in one transaction and one step of Undo
    bool edit(const QString& text, const Result<plan::Plan>& next, store::Changes records = {});
    /// Saves what changes records only, as a step of Undo.
    bool record(const QString& text, const store::Changes&);
    HouseRecords& records() { return m_records; }
    const HouseRecords& records() const { return m_records; }
    HouseVersions& versions() { return m_versions; }
    const HouseVersions& versions() const { return m_versions; }

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
    void notice(const QString& message);  ///< worth knowing, nothing went wrong

private:
    friend class HouseRecords;   // reads the project
    friend class HouseVersions;  // says what is shown
    class SharedBook;
    bool save(const store::Changes&);
    bool swap(const plan::PlanPtr& from, plan::PlanPtr to, const QString& logText, store::Changes records);
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
    std::shared_ptr<SharedBook> m_book;
    std::shared_ptr<const Analysis> m_analysis;
    bool m_isReading = false;
    QUndoStack m_undo;
    StartClocks m_startClocks;
    IdSource m_ids;
    HouseRecords m_records;
    HouseVersions m_versions;
    QTimer m_look;
    Work m_reading;
    Work m_judging;
};

}  // namespace sokudo::app
