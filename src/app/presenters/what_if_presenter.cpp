// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/what_if_presenter.h"

#include <cmath>

#include "app/preferences.h"
#include "app/qt_text.h"
#include "core/base/text.h"

namespace sokudo::app {
namespace {

/// The mark of the verdict scale that says the same.
Verdict markOf(match::Needs needs)
{
    switch (needs) {
    case match::Needs::Nothing: return Verdict::Fits;
    case match::Needs::Modules: return Verdict::Limited;
    case match::Needs::Cable: return Verdict::Marginal;
    case match::Needs::Impossible: return Verdict::NoLink;
    default: return Verdict::Unknown;
    }
}

QString minutes(double value)
{
    return value > 0 ? QString("%1 min").arg(std::lround(value)).replace(' ', QChar(0x202f)) : QString();
}

}  // namespace

WhatIfPresenter::WhatIfPresenter(Document& document, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_rows({{"Link",
               [](const Row& row, int role) -> QVariant {
                   if (role == Qt::DisplayRole) return row.title;
                   if (role == kVerdictRole) return static_cast<int>(row.verdict);
                   if (role == Qt::AccessibleTextRole)
                       return QString("%1: %2, %3").arg(row.title, row.needs, row.answer);
                   return {};
               }},
              {"Needs",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.needs) : QVariant();
               }},
              {"How",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole || role == Qt::ToolTipRole ? QVariant(row.answer) : QVariant();
               }},
              {"Cost",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.cost) : QVariant();
               }},
              {"Work",
               [](const Row& row, int role) -> QVariant {
                   return role == Qt::DisplayRole ? QVariant(row.work) : QVariant();
               }}},
             this)
{
    m_headline = "Select a rate to see what each link on the left needs for it.";
}

WhatIfPresenter::~WhatIfPresenter() { stop(); }

void WhatIfPresenter::stop() { m_isEnough = true; }

void WhatIfPresenter::ask(std::vector<match::ReportPtr> links, BitRate rate)
{
    m_asking.stop();
    stop();
    m_asking.wait();
    m_isEnough = false;
    m_busy = true;
    m_done = 0;
    m_total = static_cast<int>(links.size());
    m_rows.setRows({});
    m_headline = "Asking " + toQt(text::linkRate(rate)) + " of every link …";
    Q_EMIT changed();
    const auto ask = [this, links = std::move(links), rate, plan = m_document.snapshot(),
                      kb = m_document.sharedKnowledge()](const std::atomic<bool>& isStopped) {
        const auto tell = [&](std::size_t done) {
            const auto show = [this, done] {
                if (!m_busy) return;
                m_done = static_cast<int>(done);
                Q_EMIT changed();
            };
            QMetaObject::invokeMethod(this, show, Qt::QueuedConnection);
            return !isStopped && !m_isEnough;
        };
        return match::whatIf(*plan, links, rate, match::Preference::Cheapest, *kb, tell);
    };
    m_asking.start(*this, ask, [this](const match::WhatIf& found) { take(found); });
}

void WhatIfPresenter::take(const match::WhatIf& found)
{
    m_busy = false;
    std::vector<Row> rows;
    for (const match::WhatIfRow& row : found.rows)
        rows.push_back({row.run, markOf(row.needs), toQt(row.title), toQt(std::string(match::word(row.needs))),
                        toQt(row.answer), row.cost ? priceText(*row.cost) : QString(), minutes(row.minutes)});
    std::stable_sort(rows.begin(), rows.end(), [](const Row& a, const Row& b) { return a.verdict > b.verdict; });
    m_rows.setRows(std::move(rows));
    const auto count = [&](match::Needs needs) { return found.count(needs); };
    m_headline =
        QString("%1: reach it now %2; need modules or settings %3; need another cable %4; not with these ports %5")
            .arg(toQt(text::linkRate(found.rate)))
            .arg(count(match::Needs::Nothing))
            .arg(count(match::Needs::Modules))
            .arg(count(match::Needs::Cable))
            .arg(count(match::Needs::Impossible));
    if (count(match::Needs::Unknown) > 0) m_headline += QString("; not known yet %1").arg(count(match::Needs::Unknown));
    m_headline += ".";
    if (found.cost > 0 || found.minutes > 0)
        m_headline += QString(" Total cost %1, work %2%3.")
                          .arg(priceText(found.cost), minutes(found.minutes),
                               found.unpriced > 0 ? QString(", %1 prices not known").arg(found.unpriced) : QString());
    if (m_isEnough) m_headline += QString(" Stopped after %1 of %2.").arg(found.rows.size()).arg(m_total);
    Q_EMIT changed();
}

QString WhatIfPresenter::headline() const
{
    return m_busy ? QString("%1  %2 of %3").arg(m_headline).arg(m_done).arg(m_total) : m_headline;
}

plan::RunId WhatIfPresenter::runAt(int row) const
{
    const Row* found = m_rows.row(row);
    return found ? found->run : plan::RunId{};
}

}  // namespace sokudo::app
