// SPDX-License-Identifier: GPL-3.0-or-later
// "What if all of these wanted 10 Gb/s?": tried link by link off the interface thread, with progress and a way to stop.
// Knows no widget.
#pragma once

#include <atomic>
#include <memory>

#include "app/document.h"
#include "app/row_model.h"
#include "core/match/what_if.h"

namespace sokudo::app {

class WhatIfPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kVerdictRole = Qt::UserRole;
    explicit WhatIfPresenter(Document&, QObject* parent = nullptr);
    ~WhatIfPresenter() override;
    QAbstractItemModel* rows() { return &m_rows; }
    /// Asks it of these links; an earlier question is dropped.
    void ask(std::vector<match::ReportPtr> links, BitRate rate);
    void stop();
    bool isBusy() const { return m_busy; }
    int done() const { return m_done; }
    int total() const { return m_total; }
    QString headline() const;
    plan::RunId runAt(int row) const;

Q_SIGNALS:
    void changed();

private:
    struct Row {
        plan::RunId run;
        Verdict verdict;
        QString title, needs, answer, cost, work;
    };
    void take(const match::WhatIf&);
    Document& m_document;
    RowModel<Row> m_rows;
    QString m_headline;
    bool m_busy = false;
    int m_done = 0, m_total = 0;
    std::atomic<bool> m_isEnough{false};  ///< somebody stopped it: what was found so far counts
    Work m_asking;
};

}  // namespace sokudo::app
