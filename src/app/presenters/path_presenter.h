// SPDX-License-Identifier: GPL-3.0-or-later
// The selected path: which hosts there are, what to expect between two of them, what was measured.
#pragma once

#include "app/document.h"
#include "app/presenters/stage_try.h"
#include "app/row_model.h"
#include "app/selection.h"
#include "core/kb/stage_rows.h"

namespace sokudo::app {

/// What a bore shows.
struct BoreContent {
    std::vector<expect::Stage> stages;
    std::optional<kb::Band> expected;
    std::size_t binding = 0;
    std::optional<measure::MeasuredRate> measured;
    std::vector<measure::MeasuredRate> earlier;  ///< older results of the same path, newest first
    std::vector<expect::Stage> other;            ///< drawn behind as an outline; empty: nothing to compare with
    QString otherName;
};

/// One step of "where each Gb/s goes".
struct FallRow {
    QString what, takes, left, working;
    double leftShare, takesShare;
    bool binds;
};

class PathPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kMarkRole = Qt::UserRole;  ///< of the table: the binding stage is marked
    PathPresenter(Document&, Selection&, QObject* parent = nullptr);
    struct Host {
        plan::DeviceId id;
        QString name;
    };
    std::vector<Host> hosts() const;
    const expect::PathQuestion& question() const { return m_selection.path(); }
    void ask(const expect::PathQuestion& question) { m_selection.setPath(question); }
    void turn();

    QString title() const;
    QString sentence() const;      ///< the expectation, or why there is none
    QString notes() const;         ///< what to mind of this path; empty: nothing
    QString measuredText() const;  ///< "last measured 6.6 Gb/s", or empty
    QString standingText() const;  ///< "full", "low", …, or empty
    const BoreContent& bore() const { return m_bore; }
    std::vector<FallRow> falls() const;
    QString fallsHead() const;  ///< "10 Gb/s on core 1 — vault X1"
    /// Stages with low, usual and most, as a table.
    QAbstractItemModel* table() { return &m_rows; }

    /// The ways between the two ends, in words; one or none: there is nothing to choose.
    QStringList ways() const;
    /// The disk groups of the sender or the receiver in words, for a file copy; one or none: there is nothing to
    /// choose.
    QStringList disksFrom() const { return disksOf(question().from); }
    QStringList disksTo() const { return disksOf(question().to); }
    StageTry& stageTry() { return m_try; }
    /// What may be drawn behind: nothing, the other direction, another way, faster links.
    QStringList comparisons() const;
    int comparison() const { return m_comparison; }
    void compareWith(int which);
    const std::optional<expect::Expectation>& expectation() const { return m_expectation; }
    /// Results of this path and kind, oldest first.
    std::vector<const measure::Trial*> trials() const;
    const measure::Trial* newest() const;

Q_SIGNALS:
    void changed();

private:
    void refresh();
    void pickFirstPath();
    void fillBore();
    QString ownCeilingText(const expect::Stage&) const;
    QStringList disksOf(plan::DeviceId) const;
    void fillOther();
    const expect::Expectation* shown() const
    {
        return m_try.isTrying() ? m_try.tried() : m_expectation ? &*m_expectation : nullptr;
    }
    struct Row {
        QString name, low, typical, high, working, source;
        bool binds;
    };
    Document& m_document;
    Selection& m_selection;
    std::optional<expect::Expectation> m_expectation;
    QString m_problem;
    BoreContent m_bore;
    StageTry m_try;
    int m_comparison = 0;
    RowModel<Row> m_rows;
};

}  // namespace sokudo::app
