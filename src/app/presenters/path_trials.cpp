// SPDX-License-Identifier: GPL-3.0-or-later
// The path presenter's second half: stages tried out, what is drawn behind, where each Gb/s goes.
#include "app/presenters/path_presenter.h"

#include "app/presenters/kept_stage.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/expect/upgrade.h"
#include "core/expect/waterfall.h"
#include "core/oneline/changed_stage.h"
#include "core/oneline/tokens.h"

namespace sokudo::app {
namespace {

constexpr double kTiers[] = {2.5, 5, 10, 25, 40, 100};

QString outcome(const expect::Expectation& path)
{
    return QString("%1 to %2, typically %3, limited by %4")
        .arg(toQt(text::rate(path.expected.low, 3)), toQt(text::rate(path.expected.high, 3)),
             toQt(text::rate(path.expected.typical, 3)), toQt(path.limitingStage()->name));
}

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

QString PathPresenter::exampleFor(expect::StageKind kind) { return toQt(std::string(oneline::exampleFor(kind))); }

QString PathPresenter::tryStage(int stage, const QString& text)
{
    if (!m_expectation) return m_problem;
    auto changed = oneline::changedStage(*m_expectation, static_cast<std::size_t>(std::max(0, stage)), fromQt(text),
                                         m_document.knowledge());
    if (!changed) return toQt(changed.error().message());
    m_tried = std::move(*changed);
    m_try = {stage, text};
    fillBore();
    return {};
}

QString PathPresenter::tryText() const
{
    if (!m_tried || !m_expectation) return {};
    const double factor = m_tried->expected.typical.in() / std::max(1.0, m_expectation->expected.typical.in());
    const QString effect = factor > 1.005 || factor < 0.995
                               ? QString("%1 times the rate now").arg(toQt(text::number(factor, 3)))
                               : QString("nothing changes");
    return QString("%1 as “%2”: %3 — %4")
        .arg(toQt(m_expectation->stages[static_cast<std::size_t>(m_try.stage)].name), m_try.text, outcome(*m_tried),
             effect);
}

void PathPresenter::dropTry()
{
    if (!m_tried) return;
    m_tried.reset();
    fillBore();
}

QString PathPresenter::keepTry()
{
    if (!m_tried) return "Nothing tried yet";
    const expect::Stage& stage = m_tried->stages[static_cast<std::size_t>(m_try.stage)];
    const plan::Plan& plan = m_document.plan();
    const auto words = oneline::tokens(fromQt(m_try.text), 0);
    const QString label = QString("Change %1 to %2").arg(toQt(stage.name), m_try.text);
    const expect::Paths paths(plan, m_document.knowledge(), m_document.analysis().links);
    const auto all = paths.ways(question().from, question().to);
    const auto route = static_cast<std::size_t>(std::max(0, question().route));
    const auto next = keptStage(
        {plan, m_document.knowledge(), question(), route < all.size() ? all[route] : plan::Route{}}, stage, words);
    if (!next && stage.kind == expect::StageKind::Link)
        return "A link of another rate needs other ports, modules or cable: Options on the Match bench lists them. "
               "Shown here only";
    if (!next)
        return QString(
                   "The survey does not hold a %1 in these words: change it on the Survey bench. Here it stays for a "
                   "look")
            .arg(toQt(std::string(expect::word(stage.kind))));
    return m_document.edit(label, *next) ? QString() : QString("The survey did not accept it");
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
    if (m_tried && m_expectation) {
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
