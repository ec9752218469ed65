// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/port_readings.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/measure/switch_reader.h"
#include "core/plan/trace.h"

namespace sokudo::app {

PortReadings::PortReadings(Document& document, const BringUpSubject& at, HostSource hosts)
    : m_document(document), m_at(at), m_hosts(std::move(hosts))
{
    connect(&document, &Document::recordChanged, this, &PortReadings::takeReadings);
    takeReadings();
}

PortReadings::~PortReadings()
{
    if (m_isReading) m_reading->cancel();
}

/// The newest reading of each port, and all that it has counted.
void PortReadings::takeReadings()
{
    m_readings.clear();
    m_counts.clear();
    for (const measure::KeptReading& one : m_document.records().readings()) {
        if (one.shown) m_readings[one.port] = *one.shown;
        if (one.counted) m_counts[one.port].push_back({one.at, *one.counted});
    }
    Q_EMIT changed();
}

QString PortReadings::readingOf(plan::PortId port) const
{
    const auto found = m_readings.find(port);
    return found == m_readings.end() ? QString() : toQt(measure::lineOf(found->second));
}

std::vector<bringup::LinkReadings> PortReadings::links() const
{
    std::vector<bringup::LinkReadings> all;
    const auto readingAt = [&](plan::PortId port) {
        const auto found = m_readings.find(port);
        return found == m_readings.end() ? std::nullopt : std::optional(found->second);
    };
    for (const plan::Link& link : plan::links(*m_at.plan)) {
        const plan::Device *a = plan::deviceOf(*m_at.plan, link.a), *b = plan::deviceOf(*m_at.plan, link.b);
        if (!(a && a->id == m_at.device) && !(b && b->id == m_at.device)) continue;
        if ((a && plan::isPassive(a->role)) || (b && plan::isPassive(b->role))) continue;
        all.push_back(
            bringup::linkReadings({*m_at.plan, link, readingAt(link.a), readingAt(link.b), m_document.knowledge()}));
    }
    return all;
}

QString PortReadings::read(plan::PortId port, const QString& line)
{
    const auto reading = measure::portReadingOf(fromQt(line.trimmed()), m_document.knowledge());
    if (!reading) return toQt(reading.error().message());
    return m_document.records().keepReadings({{{}, {}, port, *reading, {}, {}}}) ? QString()
                                                                                 : QString("It could not be written");
}

void PortReadings::readMachine()
{
    const plan::Device* device = m_at.plan->devices.find(m_at.device);
    if (!device) return;
    std::unique_ptr<measure::HostReader> reader = m_hosts ? m_hosts(device->name) : nullptr;
    if (reader) return readBy(std::move(reader));
    readBy(
        failure(ErrorCode::NotFound,
                text::say("bring-up.not-here",
                          "this is not this machine: read it through its agent or as a switch, or type what it shows"),
                device->name));
}

void PortReadings::readAgent(const QString& address, const QString& key)
{
    if (address.trimmed().isEmpty()) return;
    readBy(m_agents ? m_agents(fromQt(address.trimmed()), fromQt(key.trimmed()))
                    : failure(ErrorCode::NotFound, text::say("bring-up.no-agent", "no agent can be asked here")));
}

void PortReadings::readSwitch(const QString& address, const QString& community)
{
    if (address.trimmed().isEmpty()) return;
    readBy(m_switches ? m_switches(fromQt(address.trimmed()), fromQt(community.trimmed()))
                      : failure(ErrorCode::NotFound, text::say("bring-up.no-switch", "no switch can be asked here")));
}

QString PortReadings::addressOfChosen() const
{
    const plan::Device* device = m_at.plan->devices.find(m_at.device);
    if (device && m_simulated.contains(device->name)) return toQt("simulated:" + device->name);
    for (const plan::Access& one : m_at.plan->accesses)
        if (one.device == m_at.device && !one.address.empty()) return toQt(text::words(one.address).front());
    return {};
}

bool PortReadings::isChosenSwitch() const
{
    const plan::Device* device = m_at.plan->devices.find(m_at.device);
    return device && (device->role == plan::Role::Switch || device->role == plan::Role::Router ||
                      device->role == plan::Role::AccessPoint);
}

void PortReadings::readBy(Result<std::unique_ptr<measure::HostReader>> opened)
{
    if (m_isReading) return;
    if (!opened) {
        m_readSays = toQt(opened.error().message());
        Q_EMIT changed();
        return;
    }
    m_isReading = true;
    m_readSays = "Reading … A switch may take 30 s; what was read by then is kept.";
    m_reading = std::move(*opened);
    Q_EMIT changed();
    m_reader.start(
        *this, [reader = m_reading](const std::atomic<bool>&) { return reader->read(); },
        [this, id = m_at.device](const Result<measure::HostSnapshot>& snapshot) {
            m_isReading = false;
            if (snapshot) keep(*snapshot, id);
            else m_readSays = toQt(snapshot.error().message());
            if (snapshot && !snapshot->partial.empty()) m_readSays += ". " + toQt(snapshot->partial);
            Q_EMIT changed();
        });
}

void PortReadings::stopReading()
{
    if (!m_isReading) return;
    m_reading->cancel();
    m_reader.stop();
    m_isReading = false;
    m_readSays = "Reading was stopped: nothing was written";
    Q_EMIT changed();
}

void PortReadings::keep(const measure::HostSnapshot& snapshot, plan::DeviceId id)
{
    int count = 0;
    QStringList unknown;
    std::vector<measure::KeptReading> readings;
    for (const plan::Port* port : plan::portsOf(*m_at.plan, id)) {
        const measure::InterfaceReading* one = measure::interfaceOf(snapshot, port->name);
        const measure::PortReading shown =
            one ? measure::portReadingFrom(*one, m_document.knowledge()) : measure::PortReading{};
        if (shown == measure::PortReading{}) {
            unknown << toQt(port->name);
            continue;
        }
        ++count;
        measure::KeptReading reading{{}, {}, port->id, {}, {}, {}};
        // What is as it was is not written again.
        if (const auto before = m_readings.find(port->id); before == m_readings.end() || before->second != shown)
            reading.shown = shown;
        if (shown.hasLink.value_or(false)) reading.counted = measure::counterStateFrom(*one, snapshot.uptime);
        if (reading.shown || reading.counted) readings.push_back(std::move(reading));
    }
    if (!m_document.records().keepReadings(std::move(readings))) {
        m_readSays = "What was read could not be written";
        return;
    }
    m_readSays = count == 0 ? QString("None of its interfaces is called as a port of the plan: type what they show")
                            : QString(count == 1 ? "%1 port read" : "%1 ports read").arg(count);
    if (count > 0 && !unknown.isEmpty()) m_readSays += "; not found there: " + unknown.join(", ");
}

QString PortReadings::count(plan::PortId port, const QString& line)
{
    const auto state = measure::counterStateOf(fromQt(line));
    if (!state) return toQt(state.error().message());
    return m_document.records().keepReadings({{{}, {}, port, {}, *state, {}}}) ? QString()
                                                                               : QString("It could not be written");
}

QString PortReadings::countsOf(plan::PortId port) const
{
    const auto found = m_counts.find(port);
    return found == m_counts.end() ? QString() : toQt(measure::lineOf(found->second.back().state));
}

std::optional<bringup::SinceBaseline> PortReadings::countsSince(plan::PortId port) const
{
    const auto found = m_counts.find(port);
    if (found == m_counts.end() || found->second.size() < 2) return std::nullopt;
    const Counted &first = found->second.front(), &last = found->second.back();
    const std::chrono::duration<double> between = last.at - first.at;
    return bringup::sinceBaseline(first.state, last.state, Duration::of(between.count()));
}

}  // namespace sokudo::app
