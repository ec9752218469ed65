// SPDX-License-Identifier: GPL-3.0-or-later
// All links, worst first, and the selected one as pieces, joints and findings. Knows no widget.
#pragma once

#include "app/document.h"
#include "app/row_model.h"
#include "app/selection.h"
#include "core/match/light_path.h"
#include "core/match/placing.h"

namespace sokudo::app {

/// One piece of a coupling, and the joint between it and the piece after it.
struct CouplingPiece {
    QString caption;               ///< small heading: device name, "module", "cable"
    QString name;                  ///< "port Q1", "100GBASE-SR4"
    QStringList details;           ///< up to two lines
    std::optional<Verdict> own;    ///< a finding about the piece itself
    std::optional<Verdict> joint;  ///< to the next piece; empty after the last
    QString jointText;
    std::optional<match::SwapTarget> swaps;  ///< what of the catalogue can stand here instead; empty: not to be swapped
};

struct FindingRow {
    Verdict verdict;
    QString text, working, source;
    QString chain;  ///< rule, clause, its condition, and the facts that went in
    QString remedy, caution;
    QString clause;    ///< what a waiver would name; empty: it cannot be accepted
    QString accepted;  ///< the reason it was accepted with
    plan::WaiverId waiver;
};

/// One step of "module seen, no link".
struct LinkDownStepRow {
    Verdict mark;
    QString state, title, because, look;
};

/// A catalogue piece that could stand at a place of the link.
struct CandidateRow {
    QString id, name, rate, reason;
    Verdict verdict;
    bool isThere;
};

/// Which links are listed: those of which all of it holds.
struct LinkFilter {
    QString words = {};  ///< in its title or its reason; empty: any
    std::optional<Verdict> verdict = {};
    plan::PlaceId place = {};  ///< it touches; unset: any
    QString medium = {};       ///< id in media.csv of a cable on the way; empty: any
};

class MatchPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kVerdictRole = Qt::UserRole, kRateRole = Qt::UserRole + 1, kReasonRole = Qt::UserRole + 2;
    MatchPresenter(Document&, Selection&, QObject* parent = nullptr);
    QAbstractItemModel* links() { return &m_rows; }
    int selectedRow() const;
    void select(int row);
    void selectRun(plan::RunId run) { m_selection.selectRun(run); }
    const LinkFilter& filter() const { return m_filter; }
    void setFilter(const LinkFilter&);
    std::vector<std::pair<plan::PlaceId, QString>> places() const;
    std::vector<std::pair<QString, QString>> media() const;
    /// The links in the list, in its order.
    std::vector<match::ReportPtr> shown() const;

    QString title() const;
    QString sentence() const;
    QString wanted() const;
    std::optional<Verdict> verdict() const;
    std::vector<CouplingPiece> pieces() const;
    std::vector<FindingRow> findings() const;
    std::vector<match::LightPath> light() const;
    std::vector<CandidateRow> candidates(match::SwapTarget) const;
    /// Puts the piece there: one edit that can be undone.
    bool place(match::SwapTarget, const QString& id, const QString& name);
    /// Accepts the finding of a clause, with a reason; a day is noted with it.
    bool accept(const QString& clause, Verdict, const QString& reason);
    bool takeBack(plan::WaiverId);
    /// What to look at, in order, when a module is seen and there is no link; empty: neither end takes a module.
    std::vector<LinkDownStepRow> linkDownSteps() const;
    /// What would bring this dark link and another one up by changing places; empty: nothing.
    QString swapText() const;
    bool swapThem();

Q_SIGNALS:
    void changed();

private:
    const match::LinkReport* selected() const;
    const match::Swap* swapOfSelected() const;
    void refresh();
    struct Row {
        plan::RunId run;
        QString title, rate, reason;
        Verdict verdict;
    };
    Document& m_document;
    Selection& m_selection;
    RowModel<Row> m_rows;
    LinkFilter m_filter;
    bool passes(const match::LinkReport&) const;
};

}  // namespace sokudo::app
