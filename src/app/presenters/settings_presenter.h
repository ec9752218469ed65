// SPDX-License-Identifier: GPL-3.0-or-later
// How the network of a house is set: what does not agree, addresses of links without a switch, the packet size of a
// path.
#pragma once

#include <memory>

#include "app/own_machine.h"
#include "app/presenters/bring_up_clock.h"
#include "app/presenters/host_reading.h"
#include "app/work.h"
#include "core/settings/addresses.h"
#include "core/settings/network_settings.h"
#include "core/settings/path_mtu.h"

namespace sokudo::app {

class SettingsPresenter final : public QObject {
    Q_OBJECT
public:
    SettingsPresenter(Document&, const BringUpSubject&, HostSource, EchoSource);
    ~SettingsPresenter() override;
    std::vector<settings::SettingFinding> findings() const;
    std::vector<settings::PortSettings> ports() const;
    std::vector<settings::BondUse> bonds() const;

    /// Nets for links with no switch between, out of the pool.
    Result<settings::AddressPlan> addresses() const;
    QString pool() const { return m_pool; }
    /// “10.99.0.0/16”. @return what is wrong; empty: it is the pool now
    QString setPool(const QString&);
    /// What is set otherwise than it came.
    std::vector<plan::SettingChange> changedSettings() const;

    Result<settings::PathMtu> path(plan::DeviceId from, plan::DeviceId to) const;
    /// Sends from the machine that the program runs on. `from` is where the path begins: where that is another
    /// machine, what is said names it, as the probe then proves the way from here only.
    void probe(const QString& host, const settings::PathMtu&, plan::DeviceId from);
    bool isHere(plan::DeviceId) const;  ///< the machine that the program runs on
    void stopProbe();
    bool isProbing() const { return m_isProbing; }
    bool isProbeSimulated() const;  ///< nothing is sent: it stands in for a network
    QString probeSays() const { return m_probeSays; }

Q_SIGNALS:
    void changed();

private:
    Document& m_document;
    const BringUpSubject& m_at;
    HostSource m_hosts;
    EchoSource m_echo;
    bool m_isProbing = false;
    QString m_probeSays, m_pool = "10.99.0.0/16";
    std::shared_ptr<std::atomic<bool>> m_cancel;
    Work m_prober;
};

}  // namespace sokudo::app
