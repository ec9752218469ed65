// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/buy_presenter.h"

#include <algorithm>

#include "app/qt_text.h"
#include "core/plan/edits.h"
#include "host/clock.h"
#include "store/version.h"

namespace sokudo::app {
namespace {

struct Compared {
    std::vector<buy::VariantFigures> figures;
    QString problem;
};

/// A variant with the plan that building it would give.
struct Candidate {
    std::string name;
    plan::PlanPtr plan;
};

Compared compared(const plan::PlanPtr& house, const std::vector<Candidate>& all, const kb::KnowledgeBase& kb,
                  const std::string& today, const std::atomic<bool>& isStopped)
{
    Compared result;
    for (const Candidate& one : all) {
        if (isStopped) return result;
        auto figures = buy::figuresOf(*house, *one.plan, kb, {today, one.name, buy::builtInSolver()});
        if (!figures) {
            result.problem = toQt(figures.error().message());
            return result;
        }
        result.figures.push_back(std::move(*figures));
    }
    return result;
}

}  // namespace

BuyPresenter::BuyPresenter(Document& document, QObject* parent)
    : QObject(parent), m_document(document), m_versions(document), m_cheapest(document), m_stages(document)
{
    connect(&document, &Document::planChanged, this, &BuyPresenter::refresh);
    connect(&document, &Document::versionsChanged, this, &BuyPresenter::refresh);
    connect(&document, &Document::variantChanged, this, &BuyPresenter::changed);
}

void BuyPresenter::setActive(bool active)
{
    m_isActive = active;
    if (m_isActive && m_isStale) refresh();
}

std::vector<store::Version> BuyPresenter::variants() const
{
    std::vector<store::Version> all;
    for (const store::Version& one : m_document.versions().all())
        if (one.kind == store::VersionKind::Variant) all.push_back(one);
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.at < b.at; });
    return all;
}

/// Where house and variant changed the same thing the variant is taken as it stands, and that is said.
std::shared_ptr<const plan::Plan> BuyPresenter::chosenPlan()
{
    const store::Version* version = m_chosen.isSet() ? m_document.versions().find(m_chosen) : nullptr;
    return version ? planOf(*version) : nullptr;
}

std::shared_ptr<const plan::Plan> BuyPresenter::planOf(const store::Version& version)
{
    if (version.id == m_document.versions().opened()) return m_document.snapshot();
    // Reading a version takes its time, and it is asked for at every turn.
    Built& built = m_built[version.id];
    if (built.house != m_document.house() || !(built.version == version)) built = builtOf(version);
    if (!built.conflict.isEmpty()) m_conflict = built.conflict;
    return built.plan;
}

BuyPresenter::Built BuyPresenter::builtOf(const store::Version& version) const
{
    const plan::PlanPtr house = m_document.house();
    const auto kept = [](Result<plan::Plan>& plan) { return std::make_shared<const plan::Plan>(std::move(*plan)); };
    auto now = store::variantNow(*house, version);
    if (now) return {house, version, kept(now), {}};
    const QString conflict = "“" + toQt(version.name) + "” was taken as it stands: " + toQt(now.error().message());
    auto alone = store::restored(*house, version);
    return {house, version, alone ? kept(alone) : house, conflict};
}

void BuyPresenter::choose(store::VersionId id)
{
    if (id == m_chosen) return;
    m_chosen = id;
    m_stages.drop();
    refresh();
}

void BuyPresenter::refresh()
{
    m_isStale = !m_isActive;
    if (m_isStale) return;
    const auto all = variants();
    const auto isThere = [&](store::VersionId id) {
        return std::any_of(all.begin(), all.end(), [&](const auto& one) { return one.id == id; });
    };
    if (!isThere(m_chosen)) m_chosen = all.empty() ? store::VersionId{} : all.front().id;
    // The chosen one is always among those shown.
    m_shown.clear();
    for (const store::Version& one : all)
        if (m_shown.size() < kMostBeside) m_shown.push_back(one.id);
    if (m_chosen.isSet() && std::find(m_shown.begin(), m_shown.end(), m_chosen) == m_shown.end())
        m_shown.back() = m_chosen;
    m_versions.compare({}, m_chosen);
    m_conflict.clear();
    std::erase_if(m_built, [&](const auto& one) { return !isThere(one.first); });
    std::vector<Candidate> candidates{{"As it is", m_document.house()}};
    for (store::VersionId id : m_shown)
        if (const store::Version* one = m_document.versions().find(id)) candidates.push_back({one->name, planOf(*one)});
    m_isWorking = true;
    Q_EMIT changed();
    m_comparing.start(
        *this,
        [house = m_document.house(), candidates, kb = m_document.sharedKnowledge(), day = host::today()](
            const std::atomic<bool>& isStopped) { return compared(house, candidates, *kb, day, isStopped); },
        [this, house = m_document.house()](Compared done) {
            m_isWorking = false;
            m_figures = std::move(done.figures);
            m_listed = house;
            m_problem = done.problem;
            Q_EMIT changed();
            Q_EMIT listChanged();
        });
}

std::vector<CompareRow> BuyPresenter::rows() const { return compareRows(m_figures, converter()); }

QString BuyPresenter::verdict() const
{
    if (m_figures.size() < 2) return {};
    return toQt(buy::verdictOf({m_figures.begin() + 1, m_figures.end()}, converter()));
}

const buy::BuyList* BuyPresenter::list() const
{
    const auto at = std::find(m_shown.begin(), m_shown.end(), m_chosen);
    const auto index = static_cast<std::size_t>(at - m_shown.begin()) + 1;
    return at == m_shown.end() || index >= m_figures.size() ? nullptr : &m_figures[index].list;
}

QString BuyPresenter::listSentence() const
{
    const buy::BuyList* list = this->list();
    if (!list) return m_problem.isEmpty() ? QString("Working it out …") : m_problem;
    const buy::CurrencyConverter converter = this->converter();
    const buy::Spending& spending = list->spending;
    QString sentence = toQt(converter.text(spending.toBuy)) + " to buy";
    if (spending.budget)
        sentence =
            QString("%1 of a budget of %2")
                .arg(toQt(converter.text(spending.spent + spending.toBuy)), toQt(converter.text(*spending.budget)));
    return sentence;
}

bool BuyPresenter::setStatus(const std::string& part, plan::PurchaseStatus status)
{
    const buy::BuyList* list = this->list();
    if (!list || !m_document.versions().open({})) return false;
    const auto line =
        std::find_if(list->lines.begin(), list->lines.end(), [&](const buy::Line& one) { return one.part.id == part; });
    Result<plan::Plan> next = *m_document.house();
    bool isAny = false;
    for (const plan::Purchase& one : m_document.house()->purchases) {
        if (one.part != part || one.status == status || one.status == plan::PurchaseStatus::Returned) continue;
        plan::Purchase moved = one;
        moved.status = status;
        if (next) next = plan::edits::putRecord(*next, moved);
        isAny = true;
    }
    if (!isAny && line != list->lines.end() && line->toBuy > 0) {
        plan::Purchase bought;
        bought.id = m_document.ids().next<plan::PurchaseId>();
        bought.part = part;
        bought.name = line->part.name;
        if (line->part.isByLength) bought.length = Length::of(line->toBuy);
        else bought.count = static_cast<int>(line->toBuy);
        bought.price = line->cost;
        bought.currency = list->currency;
        if (const plan::Offer* offer = line->offer()) bought.seller = offer->seller;
        bought.status = status;
        bought.on = host::today();
        next = plan::edits::putRecord(*next, bought);
    }
    return m_document.edit("Note a purchase: " + toQt(line != list->lines.end() ? line->part.name : part), next);
}

store::VersionId BuyPresenter::takeOver(const QString& name)
{
    const auto& found = m_cheapest.found();
    if (!found) return {};
    const store::VersionId id = m_document.versions().branch(name, &found->plan, toQt(found->sentence));
    if (id.isSet()) choose(id);
    return id;
}

void BuyPresenter::planStages(std::optional<Money> monthly)
{
    if (const store::Version* version = m_document.versions().find(m_chosen))
        m_stages.plan(*version, planOf(*version), monthly);
}

}  // namespace sokudo::app
