// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/evening_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/plan/edits.h"

namespace sokudo::app {
namespace {

constexpr double kSlowed = 0.98, kHalved = 0.5;  ///< of what a flow has alone: told as slowed, and as less than half
constexpr double kPromised = 1.0, kTwice = 4.0;

template <class Row>
QVariant shown(const QString Row::* cell, const Row& row, int role) { return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.*cell) : QVariant(); }

Verdict markOf(const expect::FlowResult& flow)
{
    if (!flow.problem.empty()) return Verdict::NoLink;
    if (flow.share() >= kSlowed) return Verdict::Fits;
    return flow.share() >= kHalved ? Verdict::Limited : Verdict::Marginal;
}

}  // namespace

EveningPresenter::EveningPresenter(Document& document, QObject* parent)
    : QObject(parent), m_document(document),
      m_flows({{"Flow", [](const FlowRow& row, int role) -> QVariant {
                    if (role == kMarkRole) return static_cast<int>(row.mark);
                    if (role == Qt::AccessibleTextRole) return QString("%1: %2, alone %3, held by %4").arg(row.name, row.rate, row.alone, row.heldBy);
                    return shown(&FlowRow::name, row, role);
                }},
               {"Gets", [](const FlowRow& row, int role) { return shown(&FlowRow::rate, row, role); }},
               {"Alone", [](const FlowRow& row, int role) { return shown(&FlowRow::alone, row, role); }},
               {"Of it", [](const FlowRow& row, int role) { return shown(&FlowRow::share, row, role); }},
               {"Held by", [](const FlowRow& row, int role) { return shown(&FlowRow::heldBy, row, role); }}},
              this),
      m_trunks({{"Trunk", [](const TrunkRow& row, int role) -> QVariant {
                     if (role == kMarkRole) return static_cast<int>(row.mark);
                     return shown(&TrunkRow::title, row, role);
                 }},
                {"Rate", [](const TrunkRow& row, int role) { return shown(&TrunkRow::line, row, role); }},
                {"Behind it", [](const TrunkRow& row, int role) { return shown(&TrunkRow::access, row, role); }},
                {"Promised", [](const TrunkRow& row, int role) { return shown(&TrunkRow::ratio, row, role); }},
                {"These flows", [](const TrunkRow& row, int role) { return shown(&TrunkRow::load, row, role); }}},
               this)
{
    connect(&document, &Document::analysisChanged, this, &EveningPresenter::refresh);
    refresh();
}

QStringList EveningPresenter::sets() const
{
    QStringList made;
    for (const std::string& set : expect::flowSets(m_document.plan())) made << q(set);
    return made;
}

void EveningPresenter::showSet(const QString& set)
{
    m_set = set;
    refresh();
}

void EveningPresenter::setActive(bool active)
{
    m_active = active;
    if (m_active && m_stale) refresh();
}

void EveningPresenter::refresh()
{
    m_stale = !m_active;
    if (m_stale) return;
    m_plan = m_document.snapshot();
    const auto known = expect::flowSets(*m_plan);
    if (std::find(known.begin(), known.end(), s(m_set)) == known.end()) m_set = known.empty() ? QString() : q(known.front());
    m_evening = expect::evening(*m_plan, m_document.knowledge(), m_document.analysis().links, m_set.isEmpty() ? std::vector<const plan::Flow*>() : expect::flowsOf(*m_plan, s(m_set)));
    std::vector<FlowRow> flows;
    int slowed = 0;
    for (const expect::FlowResult& flow : m_evening.flows) {
        slowed += flow.problem.empty() && flow.share() < kSlowed;
        if (flow.problem.empty()) flows.push_back({flow.flow->id, q(flow.title), q(text::rate(flow.rate.typical, 3)), q(text::rate(flow.alone.typical, 3)), QString("%1%2%").arg(100 * flow.share(), 0, 'f', 0).arg(q(text::kThin)), q(flow.heldBy), markOf(flow)});
        else flows.push_back({flow.flow->id, q(flow.title), "no rate", "", "", q(flow.problem), Verdict::NoLink});
    }
    std::vector<TrunkRow> trunks;
    for (const expect::TrunkLoad& trunk : m_evening.trunks) {
        const double ratio = trunk.oversubscription();
        trunks.push_back({q(trunk.title), q(text::linkRate(trunk.line)), trunk.isSpare ? QString("a faster way leads past it") : QString("%1 %2, %3").arg(trunk.devices).arg(trunk.devices == 1 ? "device" : "devices").arg(q(text::rate(trunk.access, 3))), trunk.isSpare ? QString("spare") : QString("%1 : 1").arg(q(text::number(ratio, 2))), q(text::rate(trunk.load, 3)),
                          ratio <= kPromised ? Verdict::Fits : ratio <= kTwice ? Verdict::Limited : Verdict::Marginal});
    }
    m_flows.setRows(std::move(flows));
    m_trunks.setRows(std::move(trunks));
    const auto count = static_cast<int>(m_evening.flows.size());
    if (count == 0) m_headline = "No flows yet. Name a set, such as “busy evening”, and add what runs at the same time.";
    else if (slowed == 0) m_headline = QString("%1 flows at once, and none slows another.").arg(count);
    else m_headline = QString("%1 flows at once: %2 of them get less than they would alone.").arg(count).arg(slowed);
    Q_EMIT changed();
}

std::optional<EveningPresenter::Detail> EveningPresenter::detail(int row) const
{
    if (row < 0 || row >= static_cast<int>(m_evening.flows.size())) return std::nullopt;
    const expect::FlowResult& flow = m_evening.flows[static_cast<std::size_t>(row)];
    if (!flow.problem.empty()) return Detail{q(flow.title), q(flow.problem), {}, {}};
    Detail made{q(flow.title), QString("%1 to %2, usually %3; alone %4%5").arg(q(text::rate(flow.rate.low, 3)), q(text::rate(flow.rate.high, 3)), q(text::rate(flow.rate.typical, 3)), q(text::rate(flow.alone.typical, 3)), flow.shareError > 0 ? QString("; a share of TCP may be %1%2% off").arg(100 * flow.shareError, 0, 'f', 0).arg(q(text::kThin)) : QString()), q(flow.heldBy), {}};
    for (const std::string& name : flow.slowedBy) made.slowedBy << q(name);
    return made;
}

std::vector<EveningPresenter::Bar> EveningPresenter::bars() const
{
    std::vector<Bar> made;
    BitRate widest;
    for (const expect::FlowResult& flow : m_evening.flows) widest = std::max(widest, flow.alone.typical);
    for (const expect::FlowResult& flow : m_evening.flows)
        made.push_back({q(flow.flow->name), flow.problem.empty() ? q(text::rate(flow.rate.typical, 3)) : QString("no rate"), flow.rate.typical.in() / std::max(1.0, widest.in()), flow.alone.typical.in() / std::max(1.0, widest.in()), !flow.problem.empty()});
    return made;
}

bool EveningPresenter::add(const plan::Flow& flow)
{
    if (!m_document.edit("Add flow " + q(flow.name), plan::edits::putFlow(m_document.plan(), flow))) return false;
    m_set = q(flow.set).trimmed();
    return true;
}

bool EveningPresenter::remove(int row)
{
    const FlowRow* found = m_flows.row(row);
    return found && m_document.edit("Delete flow " + found->name, plan::edits::deleteFlow(m_document.plan(), found->id));
}

}  // namespace sokudo::app
