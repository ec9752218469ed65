// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/upgrade_presenter.h"

#include <random>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/kb/stage_rows.h"
#include "core/oneline/tokens.h"
#include "core/plan/edits.h"

namespace sokudo::app {
namespace {

template <class Row>
QVariant shown(const QString Row::*cell, const Row& row, int role)
{
    return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.*cell) : QVariant();
}

}  // namespace

UpgradePresenter::UpgradePresenter(Document& document, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_jobs({{"Job",
               [](const JobRow& row, int role) -> QVariant {
                   if (role == kMarkRole) return static_cast<int>(row.mark);
                   if (role == Qt::AccessibleTextRole) return QString("%1: %2. %3").arg(row.name, row.now, row.answer);
                   return shown(&JobRow::name, row, role);
               }},
              {"Now", [](const JobRow& row, int role) { return shown(&JobRow::now, row, role); }}},
             this),
      m_tiers({{"Links",
                [](const TierRow& row, int role) -> QVariant {
                    if (role == kMarkRole) return static_cast<int>(row.mark);
                    if (role == Qt::AccessibleTextRole)
                        return QString("%1: %2, %3, %4").arg(row.tier, row.rate, row.time, row.factor);
                    return shown(&TierRow::tier, row, role);
                }},
               {"Typical rate", [](const TierRow& row, int role) { return shown(&TierRow::rate, row, role); }},
               {"One takes", [](const TierRow& row, int role) { return shown(&TierRow::time, row, role); }},
               {"Faster", [](const TierRow& row, int role) { return shown(&TierRow::factor, row, role); }},
               {"Saved a year", [](const TierRow& row, int role) { return shown(&TierRow::saved, row, role); }},
               {"Cost", [](const TierRow& row, int role) { return shown(&TierRow::cost, row, role); }},
               {"Then limited by", [](const TierRow& row, int role) { return shown(&TierRow::limitedBy, row, role); }}},
              this)
{
    connect(&document, &Document::analysisChanged, this, &UpgradePresenter::refresh);
    refresh();
}

void UpgradePresenter::setActive(bool active)
{
    m_active = active;
    if (m_active && m_stale) refresh();
}

void UpgradePresenter::refresh()
{
    m_stale = !m_active;
    if (m_stale) return;
    m_plan = m_document.snapshot();
    m_found.clear();
    for (const plan::RegularJob& job : m_plan->jobs)
        m_found.push_back(expect::upgradeOf(*m_plan, m_document.knowledge(), m_document.analysis().links, job));
    m_chosen = std::clamp(m_chosen, 0, std::max(0, static_cast<int>(m_found.size()) - 1));
    price();
    fill();
}

/// Searching the cheapest parts takes a while: it runs beside, for the chosen job only.
void UpgradePresenter::price()
{
    m_pricing = !m_found.empty();
    if (!m_pricing) return m_work.stop();
    const plan::RegularJobId id = m_found[static_cast<std::size_t>(m_chosen)].job->id;
    const auto search = [plan = m_plan, kb = m_document.sharedKnowledge(), links = m_document.analysis().links,
                         id](const std::atomic<bool>& isStopped) {
        IdSource ids(std::random_device{}());
        const auto costs = expect::costsByOtherWays(*plan, *kb, links, ids);
        return expect::upgradeOf(*plan, *kb, links, *plan->jobs.find(id), [&](const plan::Route& route, BitRate tier) {
            return isStopped ? expect::TierCost{} : costs(route, tier);
        });
    };
    m_work.start(*this, search, [this, id](expect::Upgrade found) {
        m_pricing = false;
        for (expect::Upgrade& one : m_found)
            if (one.job->id == id) one.tiers = std::move(found.tiers);
        fill();
    });
}

void UpgradePresenter::fill()
{
    std::vector<JobRow> jobs;
    for (const expect::Upgrade& one : m_found) {
        const bool gains = std::any_of(one.tiers.begin(), one.tiers.end(),
                                       [](const expect::UpgradeTier& tier) { return tier.isGained; });
        const Verdict mark = !one.problem.empty() ? Verdict::NoLink
                             : one.needs          ? (one.isEnough ? Verdict::Fits : Verdict::Marginal)
                             : gains              ? Verdict::Limited
                                                  : Verdict::Fits;
        const QString now = !one.problem.empty()   ? toQt(one.problem)
                            : one.each.steps() > 0 ? toQt(text::duration(one.each))
                            : one.isEnough         ? QString("enough")
                                                   : QString("not enough");
        jobs.push_back({one.job->id, toQt(one.job->name), now, toQt(one.sentence), mark});
    }
    std::vector<TierRow> tiers;
    if (!m_found.empty()) {
        const expect::Upgrade& one = m_found[static_cast<std::size_t>(m_chosen)];
        for (const expect::UpgradeTier& tier : one.tiers) {
            const bool copies = !one.needs.has_value();
            const QString cost = tier.cost ? priceText(*tier.cost) : m_pricing ? QString("…") : QString("not known");
            tiers.push_back({toQt(text::linkRate(tier.tier)), toQt(text::rate(tier.rate.typical, 3)),
                             copies          ? toQt(text::duration(tier.each))
                             : tier.isEnough ? QString("enough")
                                             : QString("not enough"),
                             tier.isGained
                                 ? QString("× %1 of × %2")
                                       .arg(toQt(text::number(tier.factor, 3)), toQt(text::number(tier.ideal, 3)))
                                 : QString("nothing gained"),
                             copies && tier.isGained
                                 ? QString("%1%2h").arg(toQt(text::number(tier.hoursPerYear, 3)), toQt(text::kThin)) +
                                       (tier.perHour ? QString(", %1 each").arg(*tier.perHour, 0, 'f', 1) : QString())
                                 : QString(),
                             cost, toQt(tier.limitedBy),
                             copies          ? (tier.isGained ? Verdict::Fits : Verdict::Limited)
                             : tier.isEnough ? Verdict::Fits
                                             : Verdict::Marginal});
        }
    }
    m_jobs.setRows(std::move(jobs));
    m_tiers.setRows(std::move(tiers));
    Q_EMIT changed();
}

void UpgradePresenter::choose(int row)
{
    if (row < 0 || row >= static_cast<int>(m_found.size()) || row == m_chosen) return;
    m_chosen = row;
    price();
    fill();
}

QString UpgradePresenter::title() const
{
    return m_found.empty() ? QString("No jobs yet") : toQt(m_found[static_cast<std::size_t>(m_chosen)].title);
}

QString UpgradePresenter::sentence() const
{
    if (m_found.empty())
        return "Add a recurring job, such as a copy of 80 GB twice a week, or three streams to edit from "
               "storage.";
    const expect::Upgrade& one = m_found[static_cast<std::size_t>(m_chosen)];
    if (!one.problem.empty()) return toQt(one.problem) + ".";
    QString result = toQt(one.sentence) + ".";
    for (const text::Sentence& note : one.notes) result += " " + toQt(note) + ".";
    return result;
}

QString UpgradePresenter::now() const
{
    if (m_found.empty()) return {};
    const expect::Upgrade& one = m_found[static_cast<std::size_t>(m_chosen)];
    if (!one.problem.empty()) return {};
    QString result = QString("Now %1, limited by %2").arg(toQt(text::rate(one.now.typical, 3)), toQt(one.limitedBy));
    if (one.each.steps() > 0)
        result += QString("; one takes %1, %2 times a week")
                      .arg(toQt(text::duration(one.each)), toQt(text::number(one.job->perWeek)));
    if (one.needs)
        result += QString("; needs %1 with safety, %2 at the worst")
                      .arg(toQt(text::rate(*one.needs, 3)), toQt(text::rate(one.now.low, 3)));
    return result;
}

QString UpgradePresenter::buys(int tier) const
{
    if (m_found.empty()) return {};
    const auto& tiers = m_found[static_cast<std::size_t>(m_chosen)].tiers;
    return tier >= 0 && tier < static_cast<int>(tiers.size()) ? toQt(tiers[static_cast<std::size_t>(tier)].costSays)
                                                              : QString();
}

bool UpgradePresenter::add(const plan::RegularJob& job)
{
    return m_document.edit("Add job " + toQt(job.name), plan::edits::putJob(m_document.plan(), job));
}

bool UpgradePresenter::remove(int row)
{
    const JobRow* found = m_jobs.row(row);
    return found && m_document.edit("Delete job " + found->name, plan::edits::deleteJob(m_document.plan(), found->id));
}

std::vector<std::pair<QString, QString>> UpgradePresenter::purposes() const
{
    std::vector<std::pair<QString, QString>> result;
    for (const kb::Purpose& row : m_document.knowledge().all<kb::Purpose>())
        result.emplace_back(toQt(row.id), toQt(row.name));
    return result;
}

std::optional<DataSize> UpgradePresenter::sizeOf(const QString& text)
{
    return oneline::sizeOf(fromQt(text.toLower().remove(' ').remove(QChar(0x202f))));
}

}  // namespace sokudo::app
