// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document.h"

#include <chrono>
#include <random>

#include <QCoreApplication>
#include <QMutex>
#include <QPointer>
#include <QThreadPool>
#include <QUndoCommand>

#include "app/qt_text.h"
#include "core/logbook/record.h"
#include "core/plan/invariants.h"

namespace sokudo::app {

namespace {
measure::Timestamp now() { return std::chrono::floor<std::chrono::milliseconds>(std::chrono::system_clock::now()); }
}  // namespace

/// The judged links, kept from edit to edit; the analyses of quick edits take turns on it.
class Document::SharedBook {
public:
    explicit SharedBook(const kb::KnowledgeBase& kb) : m_kb(kb), m_book(kb) {}
    explicit SharedBook(std::shared_ptr<const kb::KnowledgeBase> kb)
        : m_held(std::move(kb)), m_kb(*m_held), m_book(*m_held)
    {}
    std::shared_ptr<const Analysis> analyse(const plan::PlanPtr& plan)
    {
        const QMutexLocker turn(&m_mutex);
        m_book.update(plan);
        return std::make_shared<const Analysis>(sokudo::analyse(*plan, m_book, m_kb));
    }

private:
    QMutex m_mutex;
    std::shared_ptr<const kb::KnowledgeBase> m_held;  ///< a catalogue with own rows, which must outlive the book
    const kb::KnowledgeBase& m_kb;
    match::LinkBook m_book;
};

/// One step of the undo stack: two snapshots. The file was written before the step is taken.
class PlanEdit final : public QUndoCommand {
public:
    PlanEdit(Document& document, const QString& text, plan::PlanPtr before, plan::PlanPtr after)
        : QUndoCommand(text), m_document(document), m_before(std::move(before)), m_after(std::move(after))
    {}
    void undo() override { m_document.show(m_before); }
    void redo() override { m_document.show(m_after); }
    const plan::PlanPtr& before() const { return m_before; }
    const plan::PlanPtr& after() const { return m_after; }

private:
    Document& m_document;
    plan::PlanPtr m_before, m_after;
};

Document::Document(const kb::KnowledgeBase& kb, std::unique_ptr<store::ProjectFile> file, store::Project project,
                   QObject* parent)
    : QObject(parent),
      m_kb(&kb),
      m_file(std::move(file)),
      m_plan(std::make_shared<plan::Plan>(std::move(project.plan))),
      m_trials(std::move(project.trials)),
      m_entries(std::move(project.entries)),
      m_answers(std::move(project.answers)),
      m_ids(std::random_device{}())
{
    if (!m_plan->catalogue.empty()) {
        if (auto own = knowledgeOf(*m_plan, kb::embeddedFiles()))
            takeCatalogue(std::make_shared<const kb::KnowledgeBase>(std::move(*own)));
        else m_catalogueTrouble = own.error().message();
    }
    if (!m_book) m_book = std::make_shared<SharedBook>(kb);
    m_analysis = m_book->analyse(m_plan);
}

std::shared_ptr<const kb::KnowledgeBase> Document::sharedKnowledge() const
{
    if (m_catalogues.empty())
        return {std::shared_ptr<const kb::KnowledgeBase>(), m_kb};  // the shipped one outlives the document
    return m_catalogues.back();
}

void Document::takeCatalogue(std::shared_ptr<const kb::KnowledgeBase> kb)
{
    m_catalogues.push_back(std::move(kb));
    m_kb = m_catalogues.back().get();
    m_book = std::make_shared<SharedBook>(m_catalogues.back());
}

store::Project Document::project() const { return {*m_plan, m_trials, m_entries, m_answers}; }

bool Document::save(const store::Changes& changes)
{
    if (const auto saved = m_file->save(changes); !saved) {
        Q_EMIT failed(toQt(saved.error().message()));
        return false;
    }
    return true;
}

bool Document::swap(plan::PlanPtr next, const QString& logText)
{
    store::Changes changes;
    changes.before = m_plan.get();
    changes.after = next.get();
    changes.entries = {logbook::changeEntry(fromQt(logText), now(), m_ids)};
    if (!save(changes)) return false;
    m_entries.push_back(changes.entries.front());
    return true;
}

void Document::show(plan::PlanPtr next)
{
    if (m_plan == next) return;
    const bool newCatalogue = !(m_plan->catalogue == next->catalogue);
    m_plan = std::move(next);
    if (newCatalogue)
        if (auto own = knowledgeOf(*m_plan, kb::embeddedFiles()))
            takeCatalogue(std::make_shared<const kb::KnowledgeBase>(std::move(*own)));
    Q_EMIT planChanged();
    startAnalysis();
}

bool Document::edit(const QString& text, const Result<plan::Plan>& next)
{
    if (!next) {
        Q_EMIT failed(toQt(next.error().message()));
        return false;
    }
    if (*next == *m_plan) return true;
    if (!(next->catalogue == m_plan->catalogue))
        if (const auto own = knowledgeOf(*next, kb::embeddedFiles()); !own) {
            Q_EMIT failed(toQt(own.error().message()));
            return false;
        }
    Q_ASSERT(plan::brokenInvariants(*next).empty());
    auto after = std::make_shared<const plan::Plan>(*next);
    if (!swap(after, text)) return false;
    m_undo.push(new PlanEdit(*this, text, m_plan, after));
    Q_EMIT recordChanged();
    return true;
}

void Document::undo()
{
    if (!m_undo.canUndo()) return;
    const auto* step = static_cast<const PlanEdit*>(m_undo.command(m_undo.index() - 1));
    if (!swap(step->before(), "Undo: " + step->text())) return;
    m_undo.undo();
    Q_EMIT recordChanged();
}

void Document::redo()
{
    if (!m_undo.canRedo()) return;
    const auto* step = static_cast<const PlanEdit*>(m_undo.command(m_undo.index()));
    if (!swap(step->after(), "Redo: " + step->text())) return;
    m_undo.redo();
    Q_EMIT recordChanged();
}

bool Document::keepTrials(std::vector<measure::Trial> trials)
{
    store::Changes changes;
    for (const measure::Trial& trial : trials) changes.entries.push_back(logbook::trialEntry(trial, *m_plan, m_ids));
    changes.trials = std::move(trials);
    if (!save(changes)) return false;
    m_trials.insert(m_trials.end(), changes.trials.begin(), changes.trials.end());
    m_entries.insert(m_entries.end(), changes.entries.begin(), changes.entries.end());
    const auto byTime = [](const auto& a, const auto& b) { return a.at < b.at; };
    std::stable_sort(m_trials.begin(), m_trials.end(), byTime);
    std::stable_sort(m_entries.begin(), m_entries.end(), byTime);
    Q_EMIT recordChanged();
    return true;
}

bool Document::writeNote(const QString& text)
{
    if (text.trimmed().isEmpty()) return false;
    store::Changes changes;
    changes.entries = {logbook::noteEntry(fromQt(text.trimmed()), now(), m_ids)};
    if (!save(changes)) return false;
    m_entries.push_back(changes.entries.front());
    Q_EMIT recordChanged();
    return true;
}

bool Document::answer(plan::DeviceId from, plan::DeviceId to, const std::string& flag, bool present)
{
    const auto same = std::find_if(m_answers.begin(), m_answers.end(), [&](const store::Answer& a) {
        return a.from == from && a.to == to && a.flag == flag;
    });
    store::Changes changes;
    const bool withdraws = same != m_answers.end() && same->present == present;
    if (withdraws) changes.withdrawnAnswers = {same->id};
    else
        changes.answers = {
            {same != m_answers.end() ? same->id : m_ids.next<store::AnswerId>(), from, to, flag, present, now()}};
    if (!save(changes)) return false;
    if (same != m_answers.end()) m_answers.erase(same);
    if (!withdraws) m_answers.push_back(changes.answers.front());
    Q_EMIT recordChanged();
    return true;
}

/// Judges the snapshot on another thread; a later edit makes the result stale, and stale results are dropped.
void Document::startAnalysis()
{
    const std::uint64_t generation = ++m_generation;
    QPointer<Document> self(this);
    QThreadPool::globalInstance()->start([self, generation, snapshot = m_plan, book = m_book] {
        auto result = book->analyse(snapshot);
        QMetaObject::invokeMethod(
            qApp,
            [self, generation, result] {
                if (!self || self->m_generation != generation) return;
                self->m_analysis = result;
                Q_EMIT self->analysisChanged();
            },
            Qt::QueuedConnection);
    });
}

}  // namespace sokudo::app
