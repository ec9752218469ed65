// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/stage_try.h"

#include "app/presenters/kept_stage.h"
#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/oneline/changed_stage.h"
#include "core/oneline/tokens.h"

namespace sokudo::app {
namespace {

QString outcome(const expect::Expectation& path)
{
    return QString("%1 to %2, typically %3, limited by %4")
        .arg(toQt(text::rate(path.expected.low, 3)), toQt(text::rate(path.expected.high, 3)),
             toQt(text::rate(path.expected.typical, 3)), toQt(path.limitingStage()->name));
}

}  // namespace

void StageTry::of(const expect::Expectation* now, const expect::PathQuestion& question, const QString& problem)
{
    m_now = now;
    m_question = question;
    m_problem = problem;
    m_tried.reset();
}

QString StageTry::exampleFor(expect::StageKind kind) { return toQt(std::string(oneline::exampleFor(kind))); }

QString StageTry::tryStage(int stage, const QString& text)
{
    if (!m_now) return m_problem;
    auto next = oneline::changedStage(*m_now, static_cast<std::size_t>(std::max(0, stage)), fromQt(text),
                                      m_document.knowledge());
    if (!next) return toQt(next.error().message());
    m_tried = std::move(*next);
    m_stage = stage;
    m_text = text;
    Q_EMIT changed();
    return {};
}

QString StageTry::says() const
{
    if (!m_tried || !m_now) return {};
    const double factor = m_tried->expected.typical.in() / std::max(1.0, m_now->expected.typical.in());
    const QString effect = factor > 1.005 || factor < 0.995
                               ? QString("%1 times the rate now").arg(toQt(text::number(factor, 3)))
                               : QString("nothing changes");
    return QString("%1 as “%2”: %3 — %4")
        .arg(toQt(m_now->stages[static_cast<std::size_t>(m_stage)].name), m_text, outcome(*m_tried), effect);
}

void StageTry::drop()
{
    if (!m_tried) return;
    m_tried.reset();
    Q_EMIT changed();
}

QString StageTry::keep()
{
    if (!m_tried) return "Nothing tried yet";
    const expect::Stage& stage = m_tried->stages[static_cast<std::size_t>(m_stage)];
    const plan::Plan& plan = m_document.plan();
    const auto words = oneline::tokens(fromQt(m_text), 0);
    const QString label = QString("Change %1 to %2").arg(toQt(stage.name), m_text);
    const expect::Paths paths(plan, m_document.knowledge(), m_document.analysis().links);
    const auto all = paths.ways(m_question.from, m_question.to);
    const auto route = static_cast<std::size_t>(std::max(0, m_question.route));
    const auto next = keptStage(
        {plan, m_document.knowledge(), m_question, route < all.size() ? all[route] : plan::Route{}}, stage, words);
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

}  // namespace sokudo::app
