// SPDX-License-Identifier: GPL-3.0-or-later
// Versions of the house, and what changed between two of them.
#pragma once

#include "app/document.h"
#include "app/presenters/house_content.h"
#include "store/plan_difference.h"

namespace sokudo::app {

class VersionsPresenter final : public QObject {
    Q_OBJECT
public:
    explicit VersionsPresenter(Document&, QObject* parent = nullptr);
    /// The versions, the newest first.
    std::vector<store::Version> versions() const;
    /// Compares two; an unset id is the house as it is now.
    void compare(store::VersionId before, store::VersionId after);
    store::VersionId before() const { return m_before; }
    store::VersionId after() const { return m_after; }
    QString sentence() const;
    const std::vector<store::ObjectChange>& changes() const { return m_changes; }
    /// The later house, and in it what differs; what is gone is drawn as it was.
    struct Drawn {
        HouseContent house;
        std::map<plan::DeviceId, Mark> devices;
        std::map<plan::RunId, Mark> runs;
    };
    Drawn drawn() const;
    bool keep(const QString& name, store::VersionKind kind, const QString& note)
    {
        return m_document.versions().keep(name, kind, note);
    }
    bool use(store::VersionId id) { return m_document.versions().use(id); }
    bool drop(store::VersionId);

Q_SIGNALS:
    void changed();

private:
    plan::PlanPtr house(store::VersionId) const;
    void refresh();
    Document& m_document;
    store::VersionId m_before, m_after;
    plan::PlanPtr m_old, m_new;
    std::vector<store::ObjectChange> m_changes;
};

}  // namespace sokudo::app
