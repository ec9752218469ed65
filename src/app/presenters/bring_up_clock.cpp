// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/bring_up_clock.h"

#include "app/qt_text.h"
#include "core/plan/edits.h"

namespace sokudo::app {

BringUpClock::BringUpClock(Document& document, const BringUpSubject& at) : m_document(document), m_at(at)
{
    m_second.setInterval(1000);
    connect(&m_second, &QTimer::timeout, this, &BringUpClock::tick);
    connect(&document.startClocks(), &StartClocks::changed, this, &BringUpClock::followClocks);
    followClocks();
}

void BringUpClock::start(plan::DeviceId id)
{
    m_states.erase(id);  // a clock that is started again begins at the first state
    m_document.startClocks().start(id);
}

/// Clocks belong to the house: another window may have started or stopped one.
void BringUpClock::followClocks()
{
    const auto& running = m_document.startClocks().running();
    std::erase_if(m_states, [&](const auto& one) { return !running.contains(one.first); });
    for (const auto& [id, started] : running) {
        const auto now = reading(id);
        m_states.try_emplace(id, now ? now->state : bringup::StartState::Starting);
    }
    if (running.empty()) m_second.stop();
    else if (!m_second.isActive()) m_second.start();
    Q_EMIT changed();
}

void BringUpClock::stop(plan::DeviceId id) { m_document.startClocks().stop(id); }

std::optional<Duration> BringUpClock::elapsed(plan::DeviceId id) const { return m_document.startClocks().elapsed(id); }

std::optional<bringup::StartReading> BringUpClock::reading(plan::DeviceId id) const
{
    const auto since = elapsed(id);
    const plan::Device* device = m_at.plan->devices.find(id);
    if (!since || !device) return std::nullopt;
    return bringup::startReading(bringup::startClock(*device, m_document.knowledge()), *since);
}

void BringUpClock::tick()
{
    for (const auto& [id, started] : m_document.startClocks().running()) {
        const auto now = reading(id);
        if (!now || now->state == m_states[id]) continue;
        m_states[id] = now->state;
        Q_EMIT stateChanged(id);
    }
    Q_EMIT ticked();
}

QString BringUpClock::works(plan::DeviceId id)
{
    const auto since = elapsed(id);
    if (!since) return "Start its clock when its power comes on";
    stop(id);
    const plan::Device* device = m_document.plan().devices.find(id);
    if (!device) return {};  // it is of a variant that is not open: the clock alone was wanted
    plan::Device changed = *device;
    changed.traits.set("start-s", std::to_string(std::max(1, static_cast<int>(since->in() + 0.5))));
    m_document.edit("Start-up time of " + toQt(device->name), plan::edits::putDevice(m_document.plan(), changed));
    return {};
}

}  // namespace sokudo::app
