// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/host_reading.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/measure/module_entry.h"
#include "core/measure/module_name.h"
#include "host/host_reader.h"

namespace sokudo::app {

void HostReading::readHost(const std::string& name, HostRead done)
{
    using Read = Result<measure::HostSnapshot>;
    std::shared_ptr<measure::HostReader> reader = m_hosts ? m_hosts(name) : nullptr;
    if (!reader)
        return done(failure(
            ErrorCode::NotFound,
            "Sokudo cannot read this machine from here; run sokudo-cli host there and type the result in", name));
    m_reading.start(
        *this, [reader](const std::atomic<bool>&) { return reader->read(); }, [done](const Read& read) { done(read); });
}

void HostReading::readAgent(const std::string& address, const std::string& key, HostRead done)
{
    using Read = Result<measure::HostSnapshot>;
    auto opened = m_agents(address, key);
    if (!opened) return done(tl::unexpected(opened.error()));
    std::shared_ptr<measure::HostReader> reader = std::move(*opened);
    m_reading.start(
        *this, [reader](const std::atomic<bool>&) { return reader->read(); }, [done](const Read& read) { done(read); });
}

InspectorContent HostReading::hostContent(const measure::HostSnapshot& host) const
{
    InspectorContent result{
        toQt(host.name),
        QString("read just now · %1 cores%2")
            .arg(host.cores)
            .arg(host.maxClockGhz
                     ? QString(", %1%2GHz").arg(toQt(text::number(*host.maxClockGhz, 2)), toQt(text::kThin))
                     : QString()),
        {},
        {},
        {}};
    const auto line = [](QString name, QString value, bool known = true) {
        return InspectorLine{
            known ? std::optional<Verdict>() : Verdict::Unknown, std::move(name), {}, std::move(value), {}, {}, {}};
    };
    for (const auto& interface : host.interfaces) {
        if (interface.isVirtual) continue;
        InspectorSection section{
            toQt(interface.name) + (interface.driver.empty() ? QString() : " · " + toQt(interface.driver)), {}};
        section.lines.push_back(
            line("rate", interface.speed ? toQt(text::linkRate(*interface.speed)) : toQt(interface.speed.explanation),
                 bool(interface.speed)));
        section.lines.push_back(line("MTU", QString::number(interface.mtu)));
        if (interface.bus)
            section.lines.push_back(line("slot", QString("%1.0 ×%2 of card %3.0 ×%4")
                                                     .arg(interface.bus->generation)
                                                     .arg(interface.bus->lanes)
                                                     .arg(interface.bus->cardGeneration)
                                                     .arg(interface.bus->cardLanes)));
        else if (interface.usb) section.lines.push_back(line("USB", toQt(text::linkRate(interface.usb->speed))));
        else section.lines.push_back(line("slot", toQt(interface.bus.explanation), false));
        section.lines.push_back(
            line("FEC", interface.fec ? toQt(*interface.fec) : toQt(interface.fec.explanation), bool(interface.fec)));
        if (interface.module) {
            section.lines.push_back(line(
                "module",
                toQt(interface.module->kind + ", " + measure::nameOf(*interface.module, m_document.knowledge()).says)));
            QStringList light;
            for (PowerDbm power : interface.module->rxPower) light << toQt(text::power(power));
            if (!light.isEmpty()) section.lines.push_back(line("receives", light.join(", ")));
        } else {
            section.lines.push_back(line("module", toQt(interface.module.explanation), false));
        }
        result.sections.push_back(std::move(section));
    }
    return result;
}

bool HostReading::addHost(const measure::HostSnapshot& snapshot, plan::PlaceId place)
{
    const auto result = host::surveyed(snapshot, place, m_document.ids());
    if (!m_document.edit("Add " + toQt(result.device.name) + " as read from the machine",
                         measure::putHost(m_document.plan(), result.device, result.slots, result.ports, snapshot,
                                          m_document.knowledge(), m_document.ids())))
        return false;
    m_selection.selectDevice(result.device.id);
    return true;
}

}  // namespace sokudo::app
