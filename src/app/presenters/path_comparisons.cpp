// SPDX-License-Identifier: GPL-3.0-or-later
// The path presenter's second half: what is drawn behind, where each Gb/s goes.
#include "app/presenters/path_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/expect/upgrade.h"
#include "core/expect/waterfall.h"

namespace sokudo::app {
namespace {

constexpr double kTiers[] = {2.5, 5, 10, 25, 40, 100};

}  // namespace

std::vector<FallRow> PathPresenter::falls() const
{
    std::vector<FallRow> rows;
    if (!shown()) return rows;
    const expect::Waterfall fall = expect::waterfall(*shown());
    const double whole = std::max(1.0, fall.line.in());
    for (const expect::Fall& step : fall.falls)
        rows.push_back({toQt(step.what), "−" + toQt(text::rate(step.takes, 3)), toQt(text::rate(step.left, 3)),
                        toQt(step.working), step.left.in() / whole, step.takes.in() / whole, step.binds});
    return rows;
}

QString PathPresenter::fallsHead() const
{
    if (!shown() || shown()->isEmpty()) return {};
    const expect::Waterfall fall = expect::waterfall(*shown());
    return QString("%1 on %2, the slowest link").arg(toQt(text::linkRate(fall.line)), toQt(fall.from));
}

QStringList PathPresenter::ways() const
{
    QStringList result;
    const expect::Paths paths(m_document.plan(), m_document.knowledge(), m_document.analysis().links);
    for (const plan::Route& way : paths.ways(question().from, question().to))
        result << toQt(expect::wayText(m_document.plan(), way));
    return result;
}

QStringList PathPresenter::comparisons() const
{
    QStringList result{"nothing", "the other direction"};
    for (double tier : kTiers) result << QString("every link at %1").arg(toQt(text::linkRate(gigabits(tier))));
    const auto all = ways();
    for (int i = 1; i < all.size(); ++i) result << QString("route %1: %2").arg(i + 1).arg(all[i]);
    return result;
}

void PathPresenter::compareWith(int which)
{
    m_comparison = which;
    fillBore();
}

void PathPresenter::fillOther()
{
    // What is tried is always seen against what is.
    if (m_try.isTrying() && m_expectation) {
        m_bore.other = m_expectation->stages;
        m_bore.otherName = "as surveyed";
        return;
    }
    if (m_comparison <= 0 || !m_expectation) return;
    constexpr int kFirstTier = 2, kTierCount = static_cast<int>(std::size(kTiers));
    expect::PathQuestion other = question();
    std::optional<expect::Expectation> result;
    if (m_comparison >= kFirstTier && m_comparison < kFirstTier + kTierCount) {
        const auto share =
            std::find_if(m_expectation->stages.begin(), m_expectation->stages.end(),
                         [](const expect::Stage& stage) { return stage.kind == expect::StageKind::FileShare; });
        result = expect::atTier(*m_expectation, m_document.knowledge(), gigabits(kTiers[m_comparison - kFirstTier]),
                                share == m_expectation->stages.end() ? std::string() : share->detail);
    } else {
        if (m_comparison == 1) std::swap(other.from, other.to);
        else other.route = m_comparison - kFirstTier - kTierCount + 1;
        if (auto answer =
                expect::expectation(m_document.plan(), m_document.knowledge(), m_document.analysis().links, other))
            result = std::move(*answer);
    }
    if (!result) return;
    m_bore.other = std::move(result->stages);
    if (m_comparison == 1) std::reverse(m_bore.other.begin(), m_bore.other.end());  // drawn stage over stage
    m_bore.otherName = comparisons().value(m_comparison);
}

}  // namespace sokudo::app
