// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/bring_up_presenter.h"

#include "app/qt_text.h"

namespace sokudo::app {

BringUpPresenter::BringUpPresenter(Document& document, BuyPresenter& buy, HostSource hosts, EchoSource echo,
                                   QObject* parent)
    : QObject(parent),
      m_document(document),
      m_buy(buy),
      m_at{document.snapshot(), {}},
      m_clock(document, m_at),
      m_readings(document, m_at, hosts),
      m_settings(document, m_at, hosts, std::move(echo))
{
    connect(&document, &Document::planChanged, this, &BringUpPresenter::refresh);
    connect(&buy, &BuyPresenter::changed, this, &BringUpPresenter::refresh);
    connect(&m_clock, &BringUpClock::changed, this, &BringUpPresenter::changed);
    connect(&m_readings, &PortReadings::changed, this, &BringUpPresenter::changed);
    connect(&m_settings, &SettingsPresenter::changed, this, &BringUpPresenter::changed);
    refresh();
}

void BringUpPresenter::refresh()
{
    const auto variant = m_isRestart ? nullptr : m_buy.chosenPlan();
    m_at.plan = variant ? variant : m_document.snapshot();
    m_order = bringup::bringUpOrder(m_isRestart ? *m_at.plan : *m_document.house(), *m_at.plan, m_document.knowledge());
    const bool isThere = std::any_of(m_order.begin(), m_order.end(),
                                     [&](const bringup::BringUp& one) { return one.device == m_at.device; });
    if (!isThere) m_at.device = m_order.empty() ? plan::DeviceId{} : m_order.front().device;
    Q_EMIT changed();
}

QString BringUpPresenter::of() const
{
    const store::Version* version = m_document.versions().find(m_buy.chosen());
    return version ? toQt(version->name) : QString();
}

void BringUpPresenter::setRestart(bool isRestart)
{
    m_isRestart = isRestart;
    refresh();
}

void BringUpPresenter::choose(plan::DeviceId id)
{
    m_at.device = id;
    Q_EMIT changed();
}

const bringup::BringUp* BringUpPresenter::device() const
{
    for (const bringup::BringUp& one : m_order)
        if (one.device == m_at.device) return &one;
    return nullptr;
}

std::vector<const kb::LightMeaning*> BringUpPresenter::lights() const
{
    return bringup::lightsOf(m_at.plan->devices.find(m_at.device), m_document.knowledge());
}

}  // namespace sokudo::app
