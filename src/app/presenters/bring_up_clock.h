// SPDX-License-Identifier: GPL-3.0-or-later
// The start-up clocks of a house as one bench shows them: what a device should be doing by now.
#pragma once

#include <map>

#include <QTimer>

#include "app/document.h"
#include "core/bringup/bring_up.h"

namespace sokudo::app {

/// What is brought up: shared by the parts of the bench.
struct BringUpSubject {
    plan::PlanPtr plan;  ///< the variant, or the house
    plan::DeviceId device;
};

class BringUpClock final : public QObject {
    Q_OBJECT
public:
    BringUpClock(Document&, const BringUpSubject&);
    /// Milliseconds of a clock that only goes on; for tests.
    void setClock(std::function<qint64()> clock) { m_document.startClocks().setClock(std::move(clock)); }
    void start(plan::DeviceId);
    void stop(plan::DeviceId);
    /// Since it was started; empty: it was not.
    std::optional<Duration> elapsed(plan::DeviceId) const;
    std::optional<bringup::StartReading> reading(plan::DeviceId) const;
    /// It works: its clock stops, and the time is kept with the device. @return what is wrong; empty: kept
    QString works(plan::DeviceId);

Q_SIGNALS:
    void changed();
    void ticked();                      ///< a second has passed while a clock runs
    void stateChanged(plan::DeviceId);  ///< a clock has come to its next state: ready, late, dead

private:
    void tick();
    void followClocks();
    Document& m_document;
    const BringUpSubject& m_at;
    std::map<plan::DeviceId, bringup::StartState> m_states;  ///< as told last
    QTimer m_second;
};

}  // namespace sokudo::app
