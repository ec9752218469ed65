// SPDX-License-Identifier: GPL-3.0-or-later
// The first half of the Build bench: variants side by side, the list, the cheapest plan, stages. Knows no widget.
#pragma once

#include <map>

#include <QElapsedTimer>

#include "app/document.h"
#include "app/presenters/versions_presenter.h"
#include "core/buy/figures.h"
#include "core/buy/search/cheapest.h"
#include "core/buy/stages.h"
#include "core/buy/trip.h"
#include "core/jobs/jobs.h"

namespace sokudo::app {

/// A row of the comparison: a cell for the house and one for each variant.
struct CompareRow {
    QString what;
    std::vector<QString> cells;
    std::vector<double> shares;       ///< of the longest bar; below 0: no bar
    std::optional<std::size_t> best;  ///< the cell to stress; empty: none
};

/// The house first, then the variants.
std::vector<CompareRow> compareRows(const std::vector<buy::VariantFigures>&, const buy::CurrencyConverter&);

class BuyPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr std::size_t kMostBeside = 3;  ///< variants beside the house

    explicit BuyPresenter(Document&, QObject* parent = nullptr);
    /// Nothing is worked out while nobody looks.
    void setActive(bool active);
    /// Prices of this day; for tests.

    std::vector<store::Version> variants() const;
    store::VersionId chosen() const { return m_chosen; }
    void choose(store::VersionId);
    store::VersionId branch(const QString& name) { return m_document.branch(name); }
    void open(store::VersionId id) { m_document.open(id); }
    store::VersionId opened() const { return m_document.variant(); }
    bool merge(store::VersionId id) { return m_document.mergeVariant(id); }
    bool drop(store::VersionId id) { return m_document.dropVersion(id); }

    /// The house first, then the variants that are shown.
    const std::vector<buy::VariantFigures>& figures() const { return m_figures; }
    std::vector<store::VersionId> shown() const { return m_shown; }
    std::vector<CompareRow> rows() const;
    QString verdict() const;
    QString problem() const { return m_problem; }  ///< why there are no figures; empty: there are
    /// Where house and a variant changed the same thing: which, and what was done; empty: nowhere.
    QString conflict() const { return m_conflict; }
    bool isWorking() const { return m_isWorking; }
    VersionsPresenter& versions() { return m_versions; }
    buy::CurrencyConverter converter() const { return buy::CurrencyConverter(*m_document.house()); }

    /// The list of the chosen variant; null: not worked out.
    const buy::BuyList* list() const;
    QString listSentence() const;
    /// Writes a purchase of a line into the house, or moves those that there are on.
    bool setStatus(const std::string& part, plan::PurchaseStatus);
    QString listCsv() const;
    std::vector<buy::Stop> trip() const;

    // The cheapest plan.
    QStringList wishes() const { return m_wishes; }
    /// @return what is wrong with it; empty: taken
    QString addWish(const QString& line);
    void dropWish(int at);
    void solve();
    void stop();
    bool isSolving() const { return m_isSolving; }
    QString progress() const { return m_progress; }
    const std::optional<buy::CheapestPlan>& found() const { return m_found; }
    QString solveProblem() const { return m_solveProblem; }
    store::VersionId takeOver(const QString& name);

    // Stages of the chosen variant.
    void plan(std::optional<Money> monthly);
    std::optional<Money> monthly() const;
    bool isPlanning() const { return m_isPlanning; }
    const std::optional<buy::StagePlan>& stages() const { return m_stages; }
    QString stageProblem() const { return m_stageProblem; }

    /// What has to be done for the chosen variant.
    jobs::JobList jobs();
    /// The chosen variant as it would be built; null: there is none.
    std::shared_ptr<const plan::Plan> chosenPlan();

    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }
    const plan::Plan& house() const { return *m_document.house(); }

Q_SIGNALS:
    void changed();  ///< variants or their figures
    void listChanged();
    void solveChanged();  ///< wishes, progress or answer
    void stagesChanged();

private:
    void refresh();
    std::optional<buy::WishSet> readWishes();
    std::shared_ptr<const plan::Plan> planOf(const store::Version&);
    /// A variant as it would be with the house as it is now.
    struct Built {
        plan::PlanPtr house;
        store::Version version;
        plan::PlanPtr plan;
        QString conflict;  ///< why it was taken as it stands; empty: it was not
    };
    Built builtOf(const store::Version&) const;
    Document& m_document;
    VersionsPresenter m_versions;
    QString m_problem, m_conflict, m_progress, m_solveProblem, m_stageProblem;
    bool m_isActive = false, m_isStale = true, m_isWorking = false, m_isSolving = false, m_isPlanning = false;
    store::VersionId m_chosen;
    std::vector<store::VersionId> m_shown;
    std::map<store::VersionId, Built> m_built;
    std::vector<buy::VariantFigures> m_figures;
    plan::PlanPtr m_listed;  ///< the house that the lists of the figures point into
    QStringList m_wishes;
    std::optional<buy::CheapestPlan> m_found;
    std::optional<buy::StagePlan> m_stages;
    std::shared_ptr<std::atomic<bool>> m_stopSolving;
    Work m_comparing, m_solving, m_planning;
};

}  // namespace sokudo::app
