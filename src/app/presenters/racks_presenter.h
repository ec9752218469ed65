// SPDX-License-Identifier: GPL-3.0-or-later
// Racks from the front and floors from above, out of the plan.
#pragma once

#include "app/document.h"
#include "app/selection.h"
#include "core/survey/distances.h"

namespace sokudo::app {

class RacksPresenter final : public QObject {
    Q_OBJECT
public:
    RacksPresenter(Document&, Selection&, QObject* parent = nullptr);
    /// Racks and panels with devices in them.
    std::vector<plan::PlaceId> racks() const;
    struct Floor {
        int level = 0;
        QString building;
        QString name;  ///< "level 0", "garden shed"
    };
    std::vector<Floor> floors() const;
    /// The weight in a rack, with what of it is not stated; and what it is made for.
    QString rackNote(plan::PlaceId) const;
    /// How far it is between the selected device and this one, as a sentence; empty where it is not known.
    QString distanceText(plan::DeviceId to) const;
    /// Copies a floor of the main house with all that stands on it onto the level above the highest.
    bool duplicateFloor(int level);
    Document& document() { return m_document; }
    const plan::Plan& plan() const { return m_document.plan(); }
    Selection& selection() { return m_selection; }

Q_SIGNALS:
    void changed();

private:
    Document& m_document;
    Selection& m_selection;
};

}  // namespace sokudo::app
