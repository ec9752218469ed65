// SPDX-License-Identifier: GPL-3.0-or-later
// Other ways for the selected link or for a wish between two ports: tried off the interface thread, ranked, applied.
// Knows no widget.
#pragma once

#include <atomic>
#include <memory>

#include "app/document.h"
#include "app/row_model.h"
#include "app/selection.h"
#include "core/match/ways.h"

namespace sokudo::app {

struct PortChoice {
    plan::PortId id;
    QString name;
};

/// One way as the pane shows it beside the list.
struct WayDetail {
    Verdict verdict;
    QString title, place, note, figures;
    QStringList steps, buys, keeps, cautions;
};

class WaysPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kVerdictRole = Qt::UserRole;
    WaysPresenter(Document&, Selection&, QObject* parent = nullptr);
    QAbstractItemModel* rows() { return &m_rows; }
    /// Nothing is tried while nobody looks.
    void setActive(bool);
    bool isBusy() const { return m_busy; }

    std::vector<PortChoice> ports() const;
    /// The rates that both ends of the wish could have, rising.
    std::vector<BitRate> rates() const;
    const match::Wish& wish() const { return m_wish; }
    void ask(match::Wish);
    match::Preference preference() const { return m_preference; }
    void setPreference(match::Preference);

    QString headline() const;
    QString order() const;
    std::optional<WayDetail> detail(int row) const;
    /// "Coax: worth it only where the coax is in the wall already".
    QStringList refused() const;
    QStringList practices() const;
    /// Applies the way as one edit that can be undone.
    bool use(int row);

Q_SIGNALS:
    void changed();

private:
    struct Row {
        Verdict verdict;
        QString brief, title, rate, cost, minutes, watts, later;
    };
    void takeSelection();
    void start();
    void show();
    const match::LinkReport* selected() const;
    Document& m_document;
    Selection& m_selection;
    RowModel<Row> m_rows;
    match::Wish m_wish;
    match::Preference m_preference = match::Preference::Cheapest;
    match::Ways m_found;
    QString m_trouble;
    bool m_active = false, m_busy = false, m_stale = true;
    Work m_search;
};

}  // namespace sokudo::app
