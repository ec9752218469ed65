// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/flows_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/plan/edits.h"

namespace sokudo::app {
namespace {

constexpr double kSlowed = 0.98, kHalved = 0.5;  ///< of what a flow has alone: told as slowed, and as less than half
constexpr double kPromised = 1.0, kTwice = 4.0;

template <class Row>
QVariant shown(const QString Row::*cell, const Row& row, int role)
{
    return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.*cell) : QVariant();
}

Verdict markOf(const expect::FlowResult& flow)
{
    if (!flow.problem.empty()) return Verdict::NoLink;
    if (flow.share() >= kSlowed) return Verdict::Fits;
    return flow.share() >= kHalved ? Verdict::Limited : Verdict::Marginal;
}

/// Where neither side is the core, what hangs on the other one.
QString otherSide(const expect::TrunkLoad& trunk)
{
    return trunk.otherDevices > 0
               ? QString(" (other side: %1, %2)").arg(trunk.otherDevices).arg(toQt(text::rate(trunk.otherAccess, 3)))
               : QString();
}

}  // namespace

FlowsPresenter::FlowsPresenter(Document& document, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_flows(
          {{"Flow",
            [](const FlowRow& row, int role) -> QVariant {
                if (role == kMarkRole) return static_cast<int>(row.mark);
                if (role == Qt::AccessibleTextRole)
                    return QString("%1: %2, alone %3, limited by %4").arg(row.name, row.rate, row.alone, row.limitedBy);
                return shown(&FlowRow::name, row, role);
            }},
           {"Gets", [](const FlowRow& row, int role) { return shown(&FlowRow::rate, row, role); }},
           {"Alone", [](const FlowRow& row, int role) { return shown(&FlowRow::alone, row, role); }},
           {"Share", [](const FlowRow& row, int role) { return shown(&FlowRow::share, row, role); }},
           {"Limited by", [](const FlowRow& row, int role) { return shown(&FlowRow::limitedBy, row, role); }}},
          this),
      m_trunks({{"Trunk",
                 [](const TrunkRow& row, int role) -> QVariant {
                     if (role == kMarkRole) return static_cast<int>(row.mark);
                     return shown(&TrunkRow::title, row, role);
                 }},
                {"Rate", [](const TrunkRow& row, int role) { return shown(&TrunkRow::line, row, role); }},
                {"Behind it", [](const TrunkRow& row, int role) { return shown(&TrunkRow::access, row, role); }},
                {"Oversubscribed", [](const TrunkRow& row, int role) { return shown(&TrunkRow::ratio, row, role); }},
                {"These flows", [](const TrunkRow& row, int role) { return shown(&TrunkRow::load, row, role); }}},
               this)
{
    connect(&document, &Document::analysisChanged, this, &FlowsPresenter::refresh);
    refresh();
}

QStringList FlowsPresenter::sets() const
{
    QStringList result;
    for (const std::string& set : expect::flowSets(m_document.plan())) result << toQt(set);
    return result;
}

void FlowsPresenter::showSet(const QString& set)
{
    m_set = set;
    refresh();
}

void FlowsPresenter::setActive(bool active)
{
    m_active = active;
    if (m_active && m_stale) refresh();
}

void FlowsPresenter::refresh()
{
    m_stale = !m_active;
    if (m_stale) return;
    m_plan = m_document.snapshot();
    const auto known = expect::flowSets(*m_plan);
    if (std::find(known.begin(), known.end(), fromQt(m_set)) == known.end())
        m_set = known.empty() ? QString() : toQt(known.front());
    m_shares = expect::flowShares(
        *m_plan, m_document.knowledge(), m_document.analysis().links,
        m_set.isEmpty() ? std::vector<const plan::Flow*>() : expect::flowsOf(*m_plan, fromQt(m_set)));
    std::vector<FlowRow> flows;
    int slowed = 0;
    for (const expect::FlowResult& flow : m_shares.flows) {
        slowed += flow.problem.empty() && flow.share() < kSlowed;
        if (flow.problem.empty())
            flows.push_back({flow.flow->id, toQt(flow.title), toQt(text::rate(flow.rate.typical, 3)),
                             toQt(text::rate(flow.alone.typical, 3)),
                             QString("%1%2%").arg(100 * flow.share(), 0, 'f', 0).arg(toQt(text::kThin)),
                             toQt(flow.limitedBy), markOf(flow)});
        else flows.push_back({flow.flow->id, toQt(flow.title), "no rate", "", "", toQt(flow.problem), Verdict::NoLink});
    }
    std::vector<TrunkRow> trunks;
    for (const expect::TrunkLoad& trunk : m_shares.trunks) {
        const double ratio = trunk.oversubscription();
        trunks.push_back({toQt(trunk.title), toQt(text::linkRate(trunk.line)),
                          trunk.isSpare ? QString("a faster link bypasses it")
                                        : QString("%1 %2, %3")
                                                  .arg(trunk.devices)
                                                  .arg(trunk.devices == 1 ? "device" : "devices")
                                                  .arg(toQt(text::rate(trunk.access, 3))) +
                                              otherSide(trunk),
                          trunk.isSpare ? QString("spare") : QString("%1 : 1").arg(toQt(text::number(ratio, 2))),
                          toQt(text::rate(trunk.load, 3)),
                          ratio <= kPromised ? Verdict::Fits
                          : ratio <= kTwice  ? Verdict::Limited
                                             : Verdict::Marginal});
    }
    m_flows.setRows(std::move(flows));
    m_trunks.setRows(std::move(trunks));
    const auto count = static_cast<int>(m_shares.flows.size());
    if (count == 0)
        m_headline = "No flows yet. Name a set, such as “busy evening”, and add what runs at the same time.";
    else if (slowed == 0) m_headline = QString("%1 flows at once. None slows another.").arg(count);
    else m_headline = QString("%1 flows at once. %2 of them get less than they would alone.").arg(count).arg(slowed);
    Q_EMIT changed();
}

std::optional<FlowsPresenter::Detail> FlowsPresenter::detail(int row) const
{
    if (row < 0 || row >= static_cast<int>(m_shares.flows.size())) return std::nullopt;
    const expect::FlowResult& flow = m_shares.flows[static_cast<std::size_t>(row)];
    if (!flow.problem.empty()) return Detail{toQt(flow.title), toQt(flow.problem), {}, {}};
    Detail result{toQt(flow.title),
                  QString("%1 to %2, typically %3; alone %4%5")
                      .arg(toQt(text::rate(flow.rate.low, 3)), toQt(text::rate(flow.rate.high, 3)),
                           toQt(text::rate(flow.rate.typical, 3)), toQt(text::rate(flow.alone.typical, 3)),
                           flow.shareError > 0 ? QString("; TCP shares may differ by %1%2%")
                                                     .arg(100 * flow.shareError, 0, 'f', 0)
                                                     .arg(toQt(text::kThin))
                                               : QString()),
                  toQt(flow.limitedBy),
                  {}};
    for (const std::string& name : flow.slowedBy) result.slowedBy << toQt(name);
    return result;
}

std::vector<FlowsPresenter::Bar> FlowsPresenter::bars() const
{
    std::vector<Bar> result;
    BitRate widest;
    for (const expect::FlowResult& flow : m_shares.flows) widest = std::max(widest, flow.alone.typical);
    for (const expect::FlowResult& flow : m_shares.flows)
        result.push_back({toQt(flow.flow->name),
                          flow.problem.empty() ? toQt(text::rate(flow.rate.typical, 3)) : QString("no rate"),
                          flow.rate.typical.in() / std::max(1.0, widest.in()),
                          flow.alone.typical.in() / std::max(1.0, widest.in()), !flow.problem.empty()});
    return result;
}

bool FlowsPresenter::add(const plan::Flow& flow)
{
    if (!m_document.edit("Add flow " + toQt(flow.name), plan::edits::putFlow(m_document.plan(), flow))) return false;
    m_set = toQt(flow.set).trimmed();
    return true;
}

bool FlowsPresenter::remove(int row)
{
    const FlowRow* found = m_flows.row(row);
    return found &&
           m_document.edit("Delete flow " + found->name, plan::edits::deleteFlow(m_document.plan(), found->id));
}

}  // namespace sokudo::app
