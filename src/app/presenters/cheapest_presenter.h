// SPDX-License-Identifier: GPL-3.0-or-later
// What is wished for the house, and the cheapest plan that gives it. Searched on another thread.
#pragma once

#include <atomic>
#include <memory>

#include "app/document.h"
#include "core/buy/search/cheapest.h"

namespace sokudo::app {

class CheapestPresenter final : public QObject {
    Q_OBJECT
public:
    explicit CheapestPresenter(Document& document) : m_document(document) {}

    QStringList wishes() const { return m_wishes; }
    /// @return what is wrong with it; empty: taken
    QString addWish(const QString& line);
    void dropWish(int at);
    void solve();
    void stop();
    bool isSolving() const { return m_isSolving; }
    QString progress() const { return m_progress; }
    const std::optional<buy::CheapestPlan>& found() const { return m_found; }
    QString problem() const { return m_problem; }

Q_SIGNALS:
    void changed();  ///< wishes, progress or answer

private:
    std::optional<buy::WishSet> readWishes();
    Document& m_document;
    bool m_isSolving = false;
    QString m_progress, m_problem;
    QStringList m_wishes;
    std::optional<buy::CheapestPlan> m_found;
    std::shared_ptr<std::atomic<bool>> m_stopSolving;
    Work m_solving;
};

}  // namespace sokudo::app
