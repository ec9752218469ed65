// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/cheapest_presenter.h"

#include <algorithm>
#include <random>

#include <QElapsedTimer>

#include "app/qt_text.h"
#include "core/plan/kind.h"
#include "host/clock.h"

namespace sokudo::app {
namespace {

constexpr int kTellEveryMilliseconds = 100;

QString progressText(const buy::SearchState& state)
{
    using Phase = buy::SearchState::Phase;
    if (state.phase == Phase::Proving) return "Asking the rules what could be joined …";
    if (state.phase == Phase::Explaining) return "Looking for what the next cheaper one lacks …";
    const auto& solving = state.solving;
    return QString("No plan is below %1%2; %3 part plans bounded")
        .arg(std::max(0.0, solving.bound), 0, 'f', 2)
        .arg(solving.best ? QString(", the best found is %1").arg(*solving.best, 0, 'f', 2) : QString())
        .arg(solving.plans);
}

}  // namespace

QString CheapestPresenter::addWish(const QString& line)
{
    buy::WishSet set;
    for (const QString& one : m_wishes + QStringList{line.trimmed()}) {
        auto next = buy::withWish(std::move(set), fromQt(one), *m_document.house(), m_document.knowledge());
        if (!next) return toQt(next.error().message());
        set = std::move(*next);
    }
    m_wishes << line.trimmed();
    Q_EMIT changed();
    return {};
}

void CheapestPresenter::dropWish(int at)
{
    m_wishes.removeAt(at);
    Q_EMIT changed();
}

/// All wishes read again, since the house may have changed. Nothing: one of them fits no more, and that is told.
std::optional<buy::WishSet> CheapestPresenter::readWishes()
{
    buy::WishSet set;
    for (const QString& one : m_wishes) {
        auto next = buy::withWish(std::move(set), fromQt(one), *m_document.house(), m_document.knowledge());
        if (!next) {
            m_problem = "“" + one + "”: " + toQt(next.error().message());
            Q_EMIT changed();
            return std::nullopt;
        }
        set = std::move(*next);
    }
    return set;
}

void CheapestPresenter::solve()
{
    auto set = readWishes();
    if (!set) return;
    m_isSolving = true;
    m_found.reset();
    m_problem.clear();
    m_progress = "Asking the rules what could be joined …";
    m_stopSolving = std::make_shared<std::atomic<bool>>(false);
    Q_EMIT changed();
    const auto tell = [this](const buy::SearchState& state) {
        const QString text = progressText(state);
        QMetaObject::invokeMethod(this, [this, text] {
            if (!m_isSolving) return;
            m_progress = text;
            Q_EMIT changed();
        });
    };
    m_solving.start(
        *this,
        [house = m_document.house(), set = std::move(*set), kb = m_document.sharedKnowledge(), day = host::today(),
         tell, stopped = m_stopSolving](const std::atomic<bool>& isStopped) {
            IdSource ids(std::random_device{}());
            ids.startAfter(plan::greatestId(*house));
            QElapsedTimer last;
            last.start();
            return buy::cheapestPlan(
                {*house, set, *kb, day, ids, buy::builtInSolver(), true, [&](const buy::SearchState& state) {
                     if (last.elapsed() > kTellEveryMilliseconds) tell(state), last.restart();
                     return !isStopped && !*stopped;
                 }});
        },
        [this](Result<buy::CheapestPlan> done) {
            m_isSolving = false;
            if (done) m_found = std::move(*done);
            else m_problem = toQt(done.error().message());
            Q_EMIT changed();
        });
}

void CheapestPresenter::stop()
{
    if (m_stopSolving) *m_stopSolving = true;
}

}  // namespace sokudo::app
