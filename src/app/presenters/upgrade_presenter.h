// SPDX-License-Identifier: GPL-3.0-or-later
// The owner's jobs: how long each takes now and with faster links, and whether that is worth its cost.
#pragma once

#include <atomic>

#include "app/device_choices.h"
#include "app/document.h"
#include "app/row_model.h"
#include "core/expect/upgrade.h"

namespace sokudo::app {

class UpgradePresenter final : public QObject {
    Q_OBJECT
public:
    static constexpr int kMarkRole = Qt::UserRole;
    explicit UpgradePresenter(Document&, QObject* parent = nullptr);
    QAbstractItemModel* jobs() { return &m_jobs; }
    QAbstractItemModel* tiers() { return &m_tiers; }
    int chosen() const { return m_chosen; }
    void choose(int row);
    QString title() const;
    QString sentence() const;
    QString now() const;  ///< "now 7.03 Gb/s, one takes 1 min 31 s, limited by file share"
    /// What the chosen tier buys.
    QString buys(int tier) const;
    bool isPricing() const { return m_pricing; }

    bool add(const plan::RegularJob&);
    bool remove(int row);
    DeviceChoices hosts() const { return deviceChoices(m_document.plan()); }
    std::vector<std::pair<QString, QString>> purposes() const;
    plan::RegularJobId newId() { return m_document.ids().next<plan::RegularJobId>(); }
    /// "80 GB" as a size; nothing: it is none.
    static std::optional<DataSize> sizeOf(const QString&);

    /// Nothing is computed while the pane is hidden.
    void setActive(bool);

Q_SIGNALS:
    void changed();

private:
    void refresh();
    bool m_active = false, m_stale = true;
    void price();
    void fill();
    struct JobRow {
        plan::RegularJobId id;
        QString name, now, answer;
        Verdict mark;
    };
    struct TierRow {
        QString tier, rate, time, factor, saved, cost, limitedBy;
        Verdict mark;
    };
    Document& m_document;
    plan::PlanPtr m_plan;  ///< the jobs of m_found live in it
    std::vector<expect::Upgrade> m_found;
    int m_chosen = 0;
    bool m_pricing = false;
    RowModel<JobRow> m_jobs;
    RowModel<TierRow> m_tiers;
    Work m_work;
};

}  // namespace sokudo::app
