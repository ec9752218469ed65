// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/document.h"

#include <algorithm>
#include <chrono>
#include <random>

#include <QMutex>
#include <QUndoCommand>

#include "app/own_views.h"
#include "app/qt_text.h"
#include "core/logbook/record.h"
#include "core/plan/invariants.h"
#include "core/plan/kind.h"
#include "core/plan/touched.h"
#include "host/clock.h"
#include "store/rebase.h"

namespace sokudo::app {

namespace {

constexpr std::size_t kJudgedAtOnce = 300;  ///< runs; more of them are judged while the window is already there
constexpr int kLookEveryMilliseconds = 1000;

using host::now;

QStringList inQt(const std::vector<std::string>& sentences)
{
    QStringList result;
    for (const std::string& one : sentences) result << toQt(one);
    return result;
}

}  // namespace

/// The judged links, kept from edit to edit; the analyses of quick edits take turns on it.
class Document::SharedBook {
public:
    explicit SharedBook(std::shared_ptr<const kb::KnowledgeBase> kb) : m_kb(std::move(kb)), m_book(*m_kb) {}
    std::shared_ptr<const Analysis> analyse(const plan::PlanPtr& plan)
    {
        const QMutexLocker turn(&m_mutex);
        m_book.update(plan);
        return std::make_shared<const Analysis>(sokudo::analyse(*plan, m_book, *m_kb));
    }

private:
    QMutex m_mutex;
    std::shared_ptr<const kb::KnowledgeBase> m_kb;
    match::LinkBook m_book;
};

/// One step of the undo stack: what the plan was before and after it, and what it did to the records. Other windows may
/// have changed the plan since, so a step is taken by its difference. The file was written before the step is taken.
class UndoStep final : public QUndoCommand {
public:
    UndoStep(const QString& text, store::VersionId variant, plan::PlanPtr before, plan::PlanPtr after,
             store::RecordStep records)
        : QUndoCommand(text),
          m_variant(variant),
          m_before(std::move(before)),
          m_after(std::move(after)),
          m_records(std::move(records))
    {}
    bool changesPlan() const { return m_before != m_after; }
    store::VersionId variant() const { return m_variant; }  ///< whose plan it changed; unset: the house's
    const plan::PlanPtr& before() const { return m_before; }
    const plan::PlanPtr& after() const { return m_after; }
    const store::RecordStep& records() const { return m_records; }

private:
    store::VersionId m_variant;
    plan::PlanPtr m_before, m_after;
    store::RecordStep m_records;
};

Document::Document(const kb::KnowledgeBase& kb, std::unique_ptr<store::ProjectFile> file, store::Loaded loaded,
                   QObject* parent)
    : QObject(parent),
      m_kb(&kb),
      m_shipped(&kb),
      m_file(std::move(file)),
      m_project(std::move(loaded.project)),
      m_plan(std::make_shared<plan::Plan>(std::move(m_project.plan))),
      m_analysis(std::make_shared<Analysis>()),
      m_ids(std::random_device{}()),
      m_records(*this),
      m_versions(*this)
{
    loaded.project.setAside = m_project.setAside;
    m_troubles = inQt(store::troubles(loaded));
    if (auto own = catalogueOf(*m_plan)) takeCatalogue(std::move(*own));
    else {
        m_catalogueTrouble = own.error().message();
        takeCatalogue(sharedKnowledge());
    }
    m_ids.startAfter(plan::greatestId(*m_plan));
    m_isShared = m_file->isOpenElsewhere();
    if (m_plan->runs.size() > kJudgedAtOnce) startAnalysis();
    else m_analysis = m_book->analyse(m_plan);
    connect(&m_look, &QTimer::timeout, this, &Document::lookAtFile);
    m_look.start(kLookEveryMilliseconds);
}

Document::~Document() = default;

std::shared_ptr<const kb::KnowledgeBase> Document::sharedKnowledge() const
{
    if (m_catalogues.empty()) return {std::shared_ptr<const kb::KnowledgeBase>(), m_shipped};
    return m_catalogues.back();
}

/// The tables that judge a plan; those in use where it has no rows of its own, or the same.
Result<std::shared_ptr<const kb::KnowledgeBase>> Document::catalogueOf(const plan::Plan& plan)
{
    if (m_book && m_plan->catalogue == plan.catalogue) return sharedKnowledge();
    if (plan.catalogue.empty())
        return std::shared_ptr<const kb::KnowledgeBase>(std::shared_ptr<const kb::KnowledgeBase>(), m_shipped);
    if (m_built.kb && m_built.rows == plan.catalogue) return m_built.kb;
    auto own = knowledgeOf(plan, *m_shipped, tablesInForce());
    if (!own) return tl::unexpected(own.error());
    m_built = {plan.catalogue, std::make_shared<const kb::KnowledgeBase>(std::move(*own))};
    return m_built.kb;
}

void Document::takeCatalogue(std::shared_ptr<const kb::KnowledgeBase> kb)
{
    if (m_book && kb.get() == m_kb) return;
    m_catalogues.push_back(std::move(kb));
    m_kb = m_catalogues.back().get();
    m_book = std::make_shared<SharedBook>(m_catalogues.back());
}

QStringList Document::notices() const
{
    QStringList result = m_troubles;
    if (!m_catalogueTrouble.empty())
        result << "Your own catalogue rows were not used; the shipped catalogue applies: " + toQt(m_catalogueTrouble);
    if (m_file->isReadOnly()) result << "The file is read-only: your changes are not saved.";
    if (m_isShared) result << "The file is also open in another window. Changes made there appear here.";
    return result;
}

plan::PlanPtr Document::house() const { return m_versions.m_house ? m_versions.m_house : m_plan; }

store::Project Document::project() const
{
    store::Project result = m_project;
    result.plan = *house();
    return result;
}

bool Document::save(const store::Changes& asked)
{
    const store::Changes changes = asked.withTouched();
    const std::string before = m_file->copyOfOlder();
    auto saved = m_file->save(changes);
    if (m_file->copyOfOlder() != before)
        Q_EMIT notice("The file was of an older version. It is kept as it was in " + toQt(m_file->copyOfOlder()));
    if (!saved) {
        Q_EMIT failed(toQt(saved.error().message()));
        return false;
    }
    if (*saved) adopt(std::move(**saved));
    else store::putRecords(m_project, changes);
    return true;
}

/// Another window has written: what the file holds now is shown.
void Document::adopt(store::Loaded loaded)
{
    m_troubles = inQt(store::troubles(loaded));
    auto next = std::make_shared<plan::Plan>(std::move(loaded.project.plan));
    m_project = std::move(loaded.project);
    if (m_versions.opened().isSet()) {
        m_versions.adopt(std::move(next));
    } else if (!(*next == *m_plan)) {
        show(std::move(next));
    }
    Q_EMIT versionsChanged();
    Q_EMIT recordChanged();
    Q_EMIT noticesChanged();
}

void Document::lookAtFile()
{
    if (const bool shared = m_file->isOpenElsewhere(); shared != m_isShared) {
        m_isShared = shared;
        Q_EMIT noticesChanged();
    }
    if (m_isReading || !m_file->isChangedElsewhere()) return;
    m_isReading = true;
    const auto read = [path = m_file->path()](const std::atomic<bool>& isStopped) {
        store::ReadProgress progress;
        progress.stop = &isStopped;
        return store::ProjectFile::read(path, progress);
    };
    m_reading.start(*this, read, [this, since = m_file->revision()](Result<store::Loaded> loaded) {
        m_isReading = false;
        // What cannot be read now is being written, and what was saved meanwhile makes this out of date: the next look
        // sees it.
        if (!loaded || !m_file->accept(*loaded, since)) return;
        adopt(std::move(*loaded));
        Q_EMIT notice("Another window changed the project. Its changes are shown.");
    });
}

/// Saves the difference from `from` to `to`, and shows what the plan then is.
bool Document::swap(const plan::PlanPtr& from, plan::PlanPtr to, const QString& logText, store::Changes records)
{
    if (m_versions.opened().isSet()) return m_versions.save(to, logText, std::move(records));
    records.before = from.get();
    records.after = to.get();
    logbook::Entry entry = logbook::changeEntry(fromQt(logText), now(), m_ids);
    entry.about = plan::touchedBy(*from, *to);
    records.entries.push_back(std::move(entry));
    const plan::PlanPtr shown = m_plan;
    if (!save(records)) return false;
    if (m_plan == shown) show(std::move(to));
    tellRecords(records);
    return true;
}

void Document::tellRecords(const store::Changes& changes)
{
    if (!changes.versions.empty() || !changes.droppedVersions.empty()) Q_EMIT versionsChanged();
    Q_EMIT recordChanged();
}

void Document::show(plan::PlanPtr next)
{
    if (m_plan == next) return;
    auto own = catalogueOf(*next);
    m_catalogueTrouble = own ? std::string() : own.error().message();
    if (own) takeCatalogue(std::move(*own));
    m_plan = std::move(next);
    Q_EMIT planChanged();
    startAnalysis();
}

bool Document::edit(const QString& text, const Result<plan::Plan>& next, store::Changes records)
{
    if (!next) {
        Q_EMIT failed(toQt(next.error().message()));
        return false;
    }
    if (*next == *m_plan) return true;
    if (const auto own = catalogueOf(*next); !own) {
        Q_EMIT failed(toQt(own.error().message()));
        return false;
    }
    if (const auto broken = plan::brokenInvariants(*next); !broken.empty()) {
        Q_EMIT failed(toQt(broken.front() + ": nothing was changed"));
        return false;
    }
    const plan::PlanPtr before = m_plan;
    auto after = std::make_shared<const plan::Plan>(*next);
    store::RecordStep step = store::recordStep(m_project, records);
    if (!swap(before, after, text, std::move(records))) return false;
    m_undo.push(new UndoStep(text, m_versions.opened(), before, after, std::move(step)));
    return true;
}

/// Saves what changes records only, as a step of the undo stack.
bool Document::record(const QString& text, const store::Changes& changes)
{
    store::RecordStep step = store::recordStep(m_project, changes);
    if (!save(changes)) return false;
    m_undo.push(new UndoStep(text, m_versions.opened(), nullptr, nullptr, std::move(step)));
    tellRecords(changes);
    return true;
}

/// Undoes the newest step or redoes the next one.
bool Document::step(store::StepDirection direction)
{
    const bool isUndo = direction == store::StepDirection::Undo;
    const auto& step = static_cast<const UndoStep&>(*m_undo.command(isUndo ? m_undo.index() - 1 : m_undo.index()));
    auto records = store::changesFor(step.records(), m_project, direction);
    if (!records) {
        Q_EMIT failed((isUndo ? "Undo: " : "Redo: ") + step.text() + ": " + toQt(records.error().message()));
        return false;
    }
    // What is open and goes away is left first.
    const auto& gone = records->droppedVersions;
    if (std::find(gone.begin(), gone.end(), m_versions.opened()) != gone.end() && !m_versions.open({})) return false;
    if (step.changesPlan()) return stepPlan(step, direction, std::move(*records));
    if (!save(*records)) return false;
    tellRecords(*records);
    return true;
}

bool Document::stepPlan(const UndoStep& step, store::StepDirection direction, store::Changes records)
{
    if (step.variant() != m_versions.opened() && !m_versions.open(step.variant())) return false;
    const bool isUndo = direction == store::StepDirection::Undo;
    const plan::PlanPtr from = isUndo ? step.after() : step.before();
    const plan::PlanPtr to = isUndo ? step.before() : step.after();
    const QString text = (isUndo ? "Undo: " : "Redo: ") + step.text();
    if (*from == *m_plan) return swap(m_plan, to, text, std::move(records));
    auto next = store::rebased(*m_plan, *from, *to);
    if (next) return swap(m_plan, std::make_shared<const plan::Plan>(std::move(*next)), text, std::move(records));
    Q_EMIT failed(toQt(next.error().message()));
    return false;
}

void Document::undo()
{
    if (m_undo.canUndo() && step(store::StepDirection::Undo)) m_undo.undo();
}

void Document::redo()
{
    if (m_undo.canRedo() && step(store::StepDirection::Redo)) m_undo.redo();
}

/// Judges the snapshot on another thread; a later edit makes the result stale, and stale results are dropped.
void Document::startAnalysis()
{
    const auto judge = [snapshot = m_plan, book = m_book](const std::atomic<bool>&) { return book->analyse(snapshot); };
    m_judging.start(*this, judge, [this](std::shared_ptr<const Analysis> result) {
        m_analysis = std::move(result);
        Q_EMIT analysisChanged();
    });
}

}  // namespace sokudo::app
