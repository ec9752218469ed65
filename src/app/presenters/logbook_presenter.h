// SPDX-License-Identifier: GPL-3.0-or-later
// Everything in time order, notes, before and after, the report.
#pragma once

#include "app/document.h"
#include "app/row_model.h"
#include "app/selection.h"
#include "core/kb/stage_rows.h"

namespace sokudo::app {

class LogbookPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kKindRole = Qt::UserRole;
    LogbookPresenter(Document&, Selection&, QObject* parent = nullptr);
    QAbstractItemModel* entries() { return &m_rows; }  ///< newest first
    void setFilter(const QString&);
    void setKind(std::optional<logbook::EntryKind>);
    bool writeNote(const QString& text) { return m_document.records().writeNote(text); }

    /// The row is a change, not another kind of entry.
    bool isChange(int row) const;
    /// Says when the change of a row was really made; see `logbook::madeAt`.
    bool sayMade(int row, const QString& when);

    /// Splits the path's results at this entry. For a measurement the path follows it.
    void splitAt(int row);
    QString compareTitle() const;
    QString compareSentence() const;
    struct Point {
        double days = 0;
        BitRate rate;
        bool after = false;
    };
    std::vector<Point> points() const;  ///< results of the path, in days since the first
    std::optional<kb::Band> band() const;

    std::string reportHtml() const;

Q_SIGNALS:
    void changed();

private:
    struct Row {
        measure::Timestamp at;
        logbook::EntryKind kind;
        QString when, text;
        measure::TrialId trial;
        logbook::EntryId id;
    };
    void refresh();
    std::vector<const measure::Trial*> pathTrials() const;
    measure::Timestamp splitTime() const;
    QString gainSentence(measure::Timestamp split) const;
    Document& m_document;
    Selection& m_selection;
    RowModel<Row> m_rows;
    QString m_filter;
    std::optional<logbook::EntryKind> m_kind;
    std::optional<measure::Timestamp> m_split;
    QString m_splitText;
};

}  // namespace sokudo::app
