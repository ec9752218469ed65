// SPDX-License-Identifier: GPL-3.0-or-later
// A set of flows at once: what each gets, which flow slows which, and the trunks they cross.
#pragma once

#include "app/device_choices.h"
#include "app/document.h"
#include "app/row_model.h"
#include "core/expect/flow_shares.h"

namespace sokudo::app {

class FlowsPresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kMarkRole = Qt::UserRole;
    explicit FlowsPresenter(Document&, QObject* parent = nullptr);
    QStringList sets() const;
    QString set() const { return m_set; }
    void showSet(const QString&);
    QString headline() const { return m_headline; }
    QAbstractItemModel* flows() { return &m_flows; }
    QAbstractItemModel* trunks() { return &m_trunks; }
    /// One flow with its figures, for the detail beside the table.
    struct Detail {
        QString title, figures, limitedBy;
        QStringList slowedBy;
    };
    std::optional<Detail> detail(int row) const;
    /// Bars of the table: share of the widest usual rate, and of what it has alone.
    struct Bar {
        QString name, text;
        double rate, alone;
        bool dark;
    };
    std::vector<Bar> bars() const;

    /// @return false: the document said why
    bool add(const plan::Flow&);
    bool remove(int row);
    DeviceChoices hosts() const { return deviceChoices(m_document.plan()); }
    plan::FlowId newId() { return m_document.ids().next<plan::FlowId>(); }

    /// Nothing is computed while the pane is hidden.
    void setActive(bool);

Q_SIGNALS:
    void changed();

private:
    void refresh();
    bool m_active = false, m_stale = true;
    struct FlowRow {
        plan::FlowId id;
        QString name, rate, alone, share, limitedBy;
        Verdict mark;
    };
    struct TrunkRow {
        QString title, line, access, ratio, load;
        Verdict mark;
    };
    Document& m_document;
    QString m_set, m_headline;
    plan::PlanPtr m_plan;  ///< the flows of m_shares live in it
    expect::FlowShares m_shares;
    RowModel<FlowRow> m_flows;
    RowModel<TrunkRow> m_trunks;
};

}  // namespace sokudo::app
