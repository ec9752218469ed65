// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/link_run_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/cabletest/qualify_run.h"
#include "core/cabletest/test_ends.h"
#include "core/match/reports.h"
#include "core/plan/edits.h"
#include "host/clock.h"

namespace sokudo::app {

void LinkRunPresenter::choose(plan::RunId run)
{
    if (run == m_chosen) return;
    m_chosen = run;
    m_finding.stop();  // what it looks for is of the other run
    m_isFindingEnds = false;
    m_endsSays.clear();
    Q_EMIT changed();
}

void LinkRunPresenter::start(const Question& asked)
{
    if (m_isRunning) return;
    measure::TrafficQuestion traffic;
    traffic.host = fromQt(asked.host);
    traffic.port = asked.port;
    traffic.key = fromQt(asked.key);
    traffic.streams = 4;
    cabletest::QualifyQuestion question;
    question.rate = asked.rate;
    question.wanted = asked.wanted;
    traffic.rateCap = BitRate::of(asked.rate.in() * question.load);
    m_cancel = std::make_shared<std::atomic<bool>>(false);
    m_isRunning = true;
    m_says = "It runs …";
    Q_EMIT changed();
    const auto show = [this](const cabletest::QualifyProgress& now) {
        const QString says = QString("%1 % of the bits, %2 errors, %3 left")
                                 .arg(now.wanted > 0 ? 100 * std::min(1.0, now.bits / now.wanted) : 0, 0, 'f', 0)
                                 .arg(now.errors)
                                 .arg(toQt(text::duration(now.left)));
        QMetaObject::invokeMethod(
            this,
            [this, says] {
                if (!m_isRunning) return;
                m_says = says;
                Q_EMIT changed();
            },
            Qt::QueuedConnection);
    };
    m_running.start(
        *this,
        [&runner = m_runner, traffic, question, most = asked.most, show, cancel = m_cancel](const std::atomic<bool>&) {
            return cabletest::qualifyRun(runner, traffic, question, most, show, *cancel);
        },
        [this, question, run = m_chosen](const Result<cabletest::QualifyRun>& made) {
            m_isRunning = false;
            m_says = made ? toQt(made->sentence) + ". " + toQt(made->answer.provesNot) : toQt(made.error().message());
            const plan::Run* of = m_document.plan().runs.find(run);
            if (made && of) {
                const plan::CableTest test = cabletest::testOf(*made, question, *of, host::today(), m_document.ids());
                m_document.edit("Live-link run of " + toQt(of->label), plan::edits::putRecord(m_document.plan(), test));
            }
            Q_EMIT changed();
        });
}

void LinkRunPresenter::stop()
{
    if (m_cancel) *m_cancel = true;
}

void LinkRunPresenter::findEnds()
{
    if (m_isFindingEnds || !m_chosen.isSet()) return;
    m_isFindingEnds = true;
    m_endsSays = "Looking at the hosts on both sides …";
    Q_EMIT changed();
    m_finding.start(
        *this,
        [plan = m_document.snapshot(), run = m_chosen, kb = m_document.knowledge()](const std::atomic<bool>&) {
            return cabletest::testEnds(*plan, match::judgeAll(*plan, kb), run, kb);
        },
        [this](const Result<cabletest::TestEndsList>& found) {
            m_isFindingEnds = false;
            if (!found) m_endsSays = toQt(found.error().what);
            else {
                m_endsSays = toQt(found->says);
                int shown = 0;
                for (const cabletest::TestEnds& one : found->pairs)
                    if (!one.provesLink && found->pairs.front().provesLink && ++shown <= 3)
                        m_endsSays += "\nNot " + toQt(one.says);
            }
            Q_EMIT changed();
        });
}

void LinkRunPresenter::testCard(const QString& interface)
{
    auto probe = m_card ? m_card() : nullptr;
    if (!probe || m_isTestingCard) return;
    m_isTestingCard = true;
    m_cardSays = "The card tests; its link is down for some seconds …";
    Q_EMIT changed();
    m_testing.start(
        *this,
        [probe = std::shared_ptr<measure::CableProbe>(std::move(probe)),
         name = fromQt(interface)](const std::atomic<bool>& isStopped) { return probe->test(name, isStopped); },
        [this](const Result<measure::CardCableTest>& test) {
            m_isTestingCard = false;
            m_cardSays = test ? toQt(test->sentence()) : toQt(test.error().message());
            Q_EMIT changed();
        });
}

}  // namespace sokudo::app
