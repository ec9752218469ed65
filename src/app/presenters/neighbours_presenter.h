// SPDX-License-Identifier: GPL-3.0-or-later
// Who was seen on the network, against the inventory.
#pragma once

#include <functional>

#include "app/document.h"
#include "app/work.h"
#include "core/measure/neighbours.h"

namespace sokudo::app {

/// Looks at this machine; may take a while. Null where there is none to look at.
using NeighbourSource = std::function<measure::SeenHosts()>;

class NeighboursPresenter final : public QObject {
    Q_OBJECT
public:
    NeighboursPresenter(Document&, NeighbourSource, QObject* parent = nullptr);
    /// Reads on another thread; `changed` tells when it is there.
    void look();
    bool isLooking() const { return m_isLooking; }
    /// Strangers first; empty before the first look.
    const std::vector<measure::Neighbour>& rows() const { return m_rows; }
    std::vector<plan::DeviceId> missing() const;
    /// "5 seen, 2 of them not in the inventory; store-sw was not seen".
    QString sentence() const;
    /// From which files it comes.
    QString from() const;
    /// Says that a row is this device: its addresses go into the inventory.
    bool know(std::size_t row, plan::DeviceId);
    Document& document() { return m_document; }

Q_SIGNALS:
    void changed();

private:
    void compare();
    Document& m_document;
    NeighbourSource m_source;
    measure::SeenHosts m_seen;
    std::vector<measure::Neighbour> m_rows;
    bool m_isLooking = false, m_hasLooked = false;
    Work m_work;
};

}  // namespace sokudo::app
