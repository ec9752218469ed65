// SPDX-License-Identifier: GPL-3.0-or-later
// Bringing gear up: the order, a start-up clock for each device, what is read at both ends, settings that do not agree.
#pragma once

#include <functional>
#include <map>
#include <memory>
#include <set>

#include <QTimer>

#include "app/own_machine.h"
#include "app/presenters/buy_presenter.h"
#include "app/presenters/survey_presenter.h"
#include "app/work.h"
#include "core/bringup/bring_up.h"
#include "core/bringup/counter_baseline.h"
#include "core/bringup/readings.h"
#include "core/settings/addresses.h"
#include "core/settings/network_settings.h"
#include "core/settings/path_mtu.h"

namespace sokudo::app {

class BringUpPresenter final : public QObject {
    Q_OBJECT
public:
    BringUpPresenter(Document&, BuyPresenter&, HostSource, EchoSource, QObject* parent = nullptr);
    ~BringUpPresenter() override;
    void setAgents(AgentSource agents) { m_agents = std::move(agents); }
    /// @param simulated  names of devices that a captured switch stands in for
    void setSwitches(SwitchSource switches, std::set<std::string> simulated)
    {
        m_switches = std::move(switches);
        m_simulated = std::move(simulated);
    }
    /// Milliseconds of a clock that only goes on; for tests.
    void setClock(std::function<qint64()> clock) { m_document.startClocks().setClock(std::move(clock)); }

    /// Of the chosen variant; after a power cut where nothing is new, or when that is asked.
    const std::vector<bringup::BringUp>& order() const { return m_order; }
    bool isRestart() const { return m_isRestart; }
    QString of() const;  ///< the variant that is built
    void setRestart(bool);
    plan::DeviceId chosen() const { return m_chosen; }
    void choose(plan::DeviceId);
    const bringup::BringUp* device() const;

    // The clock.
    void start(plan::DeviceId);
    void stop(plan::DeviceId);
    /// Since it was started; empty: it was not.
    std::optional<Duration> elapsed(plan::DeviceId) const;
    std::optional<bringup::StartReading> reading(plan::DeviceId) const;
    /// It works: its clock stops, and the time is kept with the device. @return what is wrong; empty: kept
    QString works(plan::DeviceId);
    std::vector<const kb::LightMeaning*> lights() const;

    // What is read.
    /// Links of the chosen device.
    std::vector<bringup::LinkReadings> links() const;
    /// “rate=25g duplex=full fec=rs …”. @return what is wrong; empty: it is kept
    QString read(plan::PortId, const QString& line);
    QString readingOf(plan::PortId) const;  ///< as it was typed or read; empty: not read
    /// Reads the ports of the chosen device from this machine or one that the program knows.
    void readMachine();
    /// The same through an agent on that machine.
    void readAgent(const QString& address, const QString& key);
    /// The same of a switch by its management objects. What its ports counted is kept as well.
    void readSwitch(const QString& address, const QString& community);
    /// Where the chosen device is reached, as the survey says; of one that is captured, its stand-in.
    QString addressOfChosen() const;
    /// Whether its own system moves packets and no host answers for it.
    bool isChosenSwitch() const;
    bool isReading() const { return m_isReading; }
    void stopReading();
    QString readSays() const { return m_readSays; }

    /// “frames=8.1m crc=3 uptime=12d”: the first is the baseline, the next are compared with it.
    /// @return what is wrong; empty: it is kept
    QString count(plan::PortId, const QString& line);
    QString countsOf(plan::PortId) const;  ///< the newest, as it was typed; empty: none
    /// The newest beside the baseline; empty: there is no baseline, or nothing since.
    std::optional<bringup::SinceBaseline> countsSince(plan::PortId) const;

    // Settings of the house that is shown.
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

    const plan::Plan& plan() const { return *m_plan; }
    const kb::KnowledgeBase& knowledge() const { return m_document.knowledge(); }

Q_SIGNALS:
    void changed();
    void ticked();                      ///< a second has passed while a clock runs
    void stateChanged(plan::DeviceId);  ///< a clock has come to its next state: ready, late, dead

private:
    void refresh();
    void tick();
    void followClocks();
    void readBy(Result<std::unique_ptr<measure::HostReader>>);
    void keep(const measure::HostSnapshot&, plan::DeviceId);
    void takeReadings();
    Document& m_document;
    BuyPresenter& m_buy;
    HostSource m_hosts;
    AgentSource m_agents;
    SwitchSource m_switches;
    std::set<std::string> m_simulated;
    EchoSource m_echo;
    plan::PlanPtr m_plan;  ///< the variant, or the house
    std::vector<bringup::BringUp> m_order;
    bool m_isRestart = false, m_isReading = false, m_isProbing = false;
    plan::DeviceId m_chosen;
    std::map<plan::DeviceId, bringup::StartState> m_states;   ///< as told last
    std::map<plan::PortId, measure::PortReading> m_readings;  ///< the newest
    struct Counted {
        measure::Timestamp at;
        measure::CounterState state;
    };
    std::map<plan::PortId, std::vector<Counted>> m_counts;  ///< oldest first
    QString m_readSays, m_probeSays, m_pool = "10.99.0.0/16";
    QTimer m_second;
    std::shared_ptr<std::atomic<bool>> m_cancel;
    std::shared_ptr<measure::HostReader> m_reading;  ///< the one that reads, or read last
    Work m_reader, m_prober;
};

}  // namespace sokudo::app
