// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/start_clocks.h"

#include <QElapsedTimer>

namespace sokudo::app {

qint64 StartClocks::now() const
{
    static QElapsedTimer timer;
    if (m_clock) return m_clock();
    if (!timer.isValid()) timer.start();
    return timer.elapsed();
}

void StartClocks::start(plan::DeviceId id)
{
    m_started[id] = now();
    Q_EMIT changed();
}

void StartClocks::stop(plan::DeviceId id)
{
    if (m_started.erase(id) > 0) Q_EMIT changed();
}

std::optional<Duration> StartClocks::elapsed(plan::DeviceId id) const
{
    const auto started = m_started.find(id);
    if (started == m_started.end()) return std::nullopt;
    return Duration::of(static_cast<double>(now() - started->second) / 1000);
}

}  // namespace sokudo::app
