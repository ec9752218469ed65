// SPDX-License-Identifier: GPL-3.0-or-later
// All links, worst first, and the selected one as pieces, joints and findings. Knows no widget.
#pragma once

#include "app/document.h"
#include "app/row_model.h"
#include "app/selection.h"

namespace sokudo::app {

/// One piece of a coupling, and the joint between it and the piece after it.
struct CouplingPiece {
    QString caption;             ///< small heading: device name, "module", "cable"
    QString name;                ///< "port Q1", "100GBASE-SR4"
    QStringList details;         ///< up to two lines
    std::optional<Verdict> own;  ///< a finding about the piece itself
    std::optional<Verdict> joint;///< to the next piece; empty after the last
    QString jointText;
};

struct FindingRow { Verdict verdict; QString text, working, source; };

class MatchPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kVerdictRole = Qt::UserRole, kRateRole = Qt::UserRole + 1, kReasonRole = Qt::UserRole + 2;
    MatchPresenter(Document&, Selection&, QObject* parent = nullptr);
    QAbstractItemModel* links() { return &m_rows; }
    int selectedRow() const;
    void select(int row);
    void setFilter(const QString&);
    void setVerdictFilter(std::optional<Verdict>);
    std::optional<Verdict> verdictFilter() const { return m_verdict; }

    QString title() const;
    QString sentence() const;
    QString wanted() const;
    std::optional<Verdict> verdict() const;
    std::vector<CouplingPiece> pieces() const;
    std::vector<FindingRow> findings() const;

Q_SIGNALS:
    void changed();

private:
    const match::LinkReport* selected() const;
    void refresh();
    struct Row { plan::RunId run; QString title, rate, reason; Verdict verdict; };
    Document& m_document;
    Selection& m_selection;
    RowModel<Row> m_rows;
    QString m_filter;
    std::optional<Verdict> m_verdict;
};

}  // namespace sokudo::app
