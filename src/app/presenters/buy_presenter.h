// SPDX-License-Identifier: GPL-3.0-or-later
// The first half of the Build bench: variants side by side, the list, the cheapest plan, stages. Knows no widget.
#pragma once

#include <map>

#include "app/document.h"
#include "app/presenters/cheapest_presenter.h"
#include "app/presenters/stages_presenter.h"
#include "app/presenters/versions_presenter.h"
#include "core/buy/figures.h"

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
    std::vector<store::Version> variants() const;
    store::VersionId chosen() const { return m_chosen; }
    void choose(store::VersionId);

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

    CheapestPresenter& cheapest() { return m_cheapest; }
    /// Keeps the plan that was found as a variant, and chooses it. @return unset: there is none, or it was refused
    store::VersionId takeOver(const QString& name);
    StagesPresenter& stages() { return m_stages; }
    /// Cuts the chosen variant into stages.
    void planStages(std::optional<Money> monthly);

    Document& document() { return m_document; }
    /// The chosen variant as it would be built; null: there is none.
    std::shared_ptr<const plan::Plan> chosenPlan();

    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }
    const plan::Plan& house() const { return *m_document.house(); }

Q_SIGNALS:
    void changed();  ///< variants or their figures
    void listChanged();

private:
    void refresh();
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
    QString m_problem, m_conflict;
    bool m_isActive = false, m_isStale = true, m_isWorking = false;
    store::VersionId m_chosen;
    std::vector<store::VersionId> m_shown;
    std::map<store::VersionId, Built> m_built;
    std::vector<buy::VariantFigures> m_figures;
    plan::PlanPtr m_listed;  ///< the house that the lists of the figures point into
    CheapestPresenter m_cheapest;
    StagesPresenter m_stages;
    Work m_comparing;
};

}  // namespace sokudo::app
