// SPDX-License-Identifier: GPL-3.0-or-later
// The open project: its current state, its undo stack, its file. Nothing is ever unsaved.
#pragma once

#include <memory>

#include <QObject>
#include <QUndoStack>

#include "core/analyse.h"
#include "core/kb/knowledge_base.h"
#include "store/project_file.h"

namespace sokudo::app {

class Document final : public QObject {
    Q_OBJECT
public:
    Document(const kb::KnowledgeBase&, std::unique_ptr<store::ProjectFile>, store::Project, QObject* parent = nullptr);
    /// The shipped catalogue with the project's own rows. A row edit makes another one; the old one lives on for what
    /// still refers to it.
    const kb::KnowledgeBase& knowledge() const { return *m_kb; }
    /// The same, to be held by work on another thread.
    std::shared_ptr<const kb::KnowledgeBase> sharedKnowledge() const;
    /// Own rows that could not be taken when the project was opened, in words; empty: all were.
    const std::string& catalogueTrouble() const { return m_catalogueTrouble; }
    const plan::Plan& plan() const { return *m_plan; }
    plan::PlanPtr snapshot() const { return m_plan; }
    const std::vector<measure::Trial>& trials() const { return m_trials; }
    const std::vector<logbook::Entry>& entries() const { return m_entries; }
    const std::vector<store::Answer>& answers() const { return m_answers; }
    const Analysis& analysis() const { return *m_analysis; }
    IdSource& ids() { return m_ids; }
    QUndoStack& undoStack() { return m_undo; }
    std::string path() const { return m_file->path(); }
    store::Project project() const;

    /// Takes the edited plan, in the file first; refused edits change nothing and say why through `failed`.
    bool edit(const QString& text, const Result<plan::Plan>& next);
    bool keepTrials(std::vector<measure::Trial>);
    bool writeNote(const QString&);
    /// The owner's answer to a flag of a path; the same answer again withdraws it.
    bool answer(plan::DeviceId from, plan::DeviceId to, const std::string& flag, bool present);

public Q_SLOTS:
    void undo();
    void redo();

Q_SIGNALS:
    void planChanged();
    void analysisChanged();
    void recordChanged();  ///< trials, log entries or answers
    void failed(const QString& message);

private:
    friend class PlanEdit;
    bool save(const store::Changes&);
    bool swap(plan::PlanPtr next, const QString& logText);
    void show(plan::PlanPtr);
    void startAnalysis();
    void takeCatalogue(std::shared_ptr<const kb::KnowledgeBase>);
    const kb::KnowledgeBase* m_kb;
    std::vector<std::shared_ptr<const kb::KnowledgeBase>> m_catalogues;
    std::string m_catalogueTrouble;
    std::unique_ptr<store::ProjectFile> m_file;
    plan::PlanPtr m_plan;
    std::vector<measure::Trial> m_trials;
    std::vector<logbook::Entry> m_entries;
    std::vector<store::Answer> m_answers;
    class SharedBook;
    std::shared_ptr<SharedBook> m_book;
    std::shared_ptr<const Analysis> m_analysis;
    std::uint64_t m_generation = 0;
    QUndoStack m_undo;
    IdSource m_ids;
};

}  // namespace sokudo::app
