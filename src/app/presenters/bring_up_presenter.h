// SPDX-License-Identifier: GPL-3.0-or-later
// Bringing gear up: the order and the device that is its turn; its clock, readings and settings are parts of it.
#pragma once

#include "app/presenters/bring_up_clock.h"
#include "app/presenters/buy_presenter.h"
#include "app/presenters/port_readings.h"
#include "app/presenters/settings_presenter.h"

namespace sokudo::app {

class BringUpPresenter final : public QObject {
    Q_OBJECT
public:
    BringUpPresenter(Document&, BuyPresenter&, HostSource, EchoSource, QObject* parent = nullptr);
    BringUpClock& clock() { return m_clock; }
    PortReadings& readings() { return m_readings; }
    SettingsPresenter& settings() { return m_settings; }

    /// Of the chosen variant; after a power cut where nothing is new, or when that is asked.
    const std::vector<bringup::BringUp>& order() const { return m_order; }
    bool isRestart() const { return m_isRestart; }
    QString of() const;  ///< the variant that is built
    void setRestart(bool);
    plan::DeviceId chosen() const { return m_at.device; }
    void choose(plan::DeviceId);
    const bringup::BringUp* device() const;

    std::vector<const kb::LightMeaning*> lights() const;

    const plan::Plan& plan() const { return *m_at.plan; }
    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }

Q_SIGNALS:
    void changed();

private:
    void refresh();
    Document& m_document;
    BuyPresenter& m_buy;
    BringUpSubject m_at;
    std::vector<bringup::BringUp> m_order;
    bool m_isRestart = false;
    BringUpClock m_clock;
    PortReadings m_readings;
    SettingsPresenter m_settings;
};

}  // namespace sokudo::app
