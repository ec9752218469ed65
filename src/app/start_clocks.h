// SPDX-License-Identifier: GPL-3.0-or-later
// Since when each device has power: belongs to the open house, whatever windows show it.
#pragma once

#include <functional>
#include <map>
#include <optional>

#include <QObject>

#include "core/base/quantity.h"
#include "core/plan/plan.h"

namespace sokudo::app {

class StartClocks final : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;
    /// Milliseconds of a clock that only goes on; for tests.
    void setClock(std::function<qint64()> clock) { m_clock = std::move(clock); }
    void start(plan::DeviceId);
    void stop(plan::DeviceId);
    /// Since it was started; empty: it was not.
    std::optional<Duration> elapsed(plan::DeviceId) const;
    /// Devices whose clock runs, with the milliseconds at which it was started.
    const std::map<plan::DeviceId, qint64>& running() const { return m_started; }

Q_SIGNALS:
    void changed();

private:
    std::function<qint64()> m_clock;  ///< empty: that of the machine
    qint64 now() const;
    std::map<plan::DeviceId, qint64> m_started;
};

}  // namespace sokudo::app
