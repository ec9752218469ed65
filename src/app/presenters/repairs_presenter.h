// SPDX-License-Identifier: GPL-3.0-or-later
// What would keep more of the house running, tried on another thread.
#pragma once

#include "app/document.h"
#include "app/presenters/power_view.h"
#include "core/power/repairs.h"

namespace sokudo::app {

class RepairsPresenter final : public QObject {
    Q_OBJECT
public:
    explicit RepairsPresenter(Document& document) : m_document(document) {}
    /// @param failure  what they must help against; empty: any outage or single point
    void search(std::shared_ptr<const PowerView>, const std::optional<power::Outage>& failure = {});
    const std::vector<power::Repair>& repairs() const { return m_repairs; }
    bool isSearching() const { return m_isSearching; }
    void stop();
    /// Makes a repair: one step of Undo.
    bool use(int repair);

Q_SIGNALS:
    void changed();

private:
    Document& m_document;
    std::shared_ptr<const PowerView> m_view;
    std::vector<power::Repair> m_repairs;
    bool m_isSearching = false;
    Work m_work;
};

}  // namespace sokudo::app
