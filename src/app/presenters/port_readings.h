// SPDX-License-Identifier: GPL-3.0-or-later
// What the ports of a device show: typed, or read from this machine, an agent or a switch, beside what was planned.
#pragma once

#include <map>
#include <memory>
#include <set>

#include "app/own_machine.h"
#include "app/presenters/bring_up_clock.h"
#include "app/presenters/host_reading.h"
#include "app/work.h"
#include "core/bringup/counter_baseline.h"
#include "core/bringup/readings.h"

namespace sokudo::app {

class PortReadings final : public QObject {
    Q_OBJECT
public:
    PortReadings(Document&, const BringUpSubject&, HostSource);
    ~PortReadings() override;
    void setAgents(AgentSource agents) { m_agents = std::move(agents); }
    /// @param simulated  names of devices that a captured switch stands in for
    void setSwitches(SwitchSource switches, std::set<std::string> simulated)
    {
        m_switches = std::move(switches);
        m_simulated = std::move(simulated);
    }

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

Q_SIGNALS:
    void changed();

private:
    void readBy(Result<std::unique_ptr<measure::HostReader>>);
    void keep(const measure::HostSnapshot&, plan::DeviceId);
    void takeReadings();
    Document& m_document;
    const BringUpSubject& m_at;
    HostSource m_hosts;
    AgentSource m_agents;
    SwitchSource m_switches;
    std::set<std::string> m_simulated;
    bool m_isReading = false;
    std::map<plan::PortId, measure::PortReading> m_readings;  ///< the newest
    struct Counted {
        measure::Timestamp at;
        measure::CounterState state;
    };
    std::map<plan::PortId, std::vector<Counted>> m_counts;  ///< oldest first
    QString m_readSays;
    std::shared_ptr<measure::HostReader> m_reading;  ///< the one that reads, or read last
    Work m_reader;
};

}  // namespace sokudo::app
