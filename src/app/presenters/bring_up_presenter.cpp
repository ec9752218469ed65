// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/bring_up_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/match/reports.h"
#include "core/measure/switch_reader.h"
#include "core/plan/edits.h"
#include "core/plan/trace.h"

namespace sokudo::app {

BringUpPresenter::BringUpPresenter(Document& document, BuyPresenter& buy, HostSource hosts, EchoSource echo,
                                   QObject* parent)
    : QObject(parent), m_document(document), m_buy(buy), m_hosts(std::move(hosts)), m_echo(std::move(echo))
{
    m_second.setInterval(1000);
    connect(&m_second, &QTimer::timeout, this, &BringUpPresenter::tick);
    connect(&document, &Document::planChanged, this, &BringUpPresenter::refresh);
    connect(&document, &Document::recordChanged, this, &BringUpPresenter::takeReadings);
    connect(&buy, &BuyPresenter::changed, this, &BringUpPresenter::refresh);
    connect(&document.startClocks(), &StartClocks::changed, this, &BringUpPresenter::followClocks);
    refresh();
    takeReadings();
    followClocks();
}

BringUpPresenter::~BringUpPresenter()
{
    stopProbe();
    if (m_isReading) m_reading->cancel();
}

void BringUpPresenter::refresh()
{
    const auto variant = m_isRestart ? nullptr : m_buy.chosenPlan();
    m_plan = variant ? variant : m_document.snapshot();
    m_order = bringup::bringUpOrder(m_isRestart ? *m_plan : *m_document.house(), *m_plan, m_document.knowledge());
    const bool isThere = std::any_of(m_order.begin(), m_order.end(),
                                     [&](const bringup::BringUp& one) { return one.device == m_chosen; });
    if (!isThere) m_chosen = m_order.empty() ? plan::DeviceId{} : m_order.front().device;
    Q_EMIT changed();
}

QString BringUpPresenter::of() const
{
    const store::Version* version = m_document.version(m_buy.chosen());
    return version ? toQt(version->name) : QString();
}

void BringUpPresenter::setRestart(bool isRestart)
{
    m_isRestart = isRestart;
    refresh();
}

void BringUpPresenter::choose(plan::DeviceId id)
{
    m_chosen = id;
    Q_EMIT changed();
}

const bringup::BringUp* BringUpPresenter::device() const
{
    for (const bringup::BringUp& one : m_order)
        if (one.device == m_chosen) return &one;
    return nullptr;
}

void BringUpPresenter::start(plan::DeviceId id)
{
    m_states.erase(id);  // a clock that is started again begins at the first state
    m_document.startClocks().start(id);
}

/// Clocks belong to the house: another window may have started or stopped one.
void BringUpPresenter::followClocks()
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

void BringUpPresenter::stop(plan::DeviceId id) { m_document.startClocks().stop(id); }

std::optional<Duration> BringUpPresenter::elapsed(plan::DeviceId id) const
{
    return m_document.startClocks().elapsed(id);
}

std::optional<bringup::StartReading> BringUpPresenter::reading(plan::DeviceId id) const
{
    const auto since = elapsed(id);
    const plan::Device* device = m_plan->devices.find(id);
    if (!since || !device) return std::nullopt;
    return bringup::startReading(bringup::startClock(*device, m_document.knowledge()), *since);
}

void BringUpPresenter::tick()
{
    for (const auto& [id, started] : m_document.startClocks().running()) {
        const auto now = reading(id);
        if (!now || now->state == m_states[id]) continue;
        m_states[id] = now->state;
        Q_EMIT stateChanged(id);
    }
    Q_EMIT ticked();
}

QString BringUpPresenter::works(plan::DeviceId id)
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

std::vector<const kb::LightMeaning*> BringUpPresenter::lights() const
{
    return bringup::lightsOf(m_plan->devices.find(m_chosen), m_document.knowledge());
}

/// The newest reading of each port, and all that it has counted.
void BringUpPresenter::takeReadings()
{
    m_readings.clear();
    m_counts.clear();
    for (const measure::KeptReading& one : m_document.readings()) {
        if (one.shown) m_readings[one.port] = *one.shown;
        if (one.counted) m_counts[one.port].push_back({one.at, *one.counted});
    }
    Q_EMIT changed();
}

QString BringUpPresenter::readingOf(plan::PortId port) const
{
    const auto found = m_readings.find(port);
    return found == m_readings.end() ? QString() : toQt(measure::lineOf(found->second));
}

std::vector<bringup::LinkReadings> BringUpPresenter::links() const
{
    std::vector<bringup::LinkReadings> all;
    const auto readingAt = [&](plan::PortId port) {
        const auto found = m_readings.find(port);
        return found == m_readings.end() ? std::nullopt : std::optional(found->second);
    };
    for (const plan::Link& link : plan::links(*m_plan)) {
        const plan::Device *a = plan::deviceOf(*m_plan, link.a), *b = plan::deviceOf(*m_plan, link.b);
        if (!(a && a->id == m_chosen) && !(b && b->id == m_chosen)) continue;
        if ((a && plan::isPassive(a->role)) || (b && plan::isPassive(b->role))) continue;
        all.push_back(
            bringup::linkReadings({*m_plan, link, readingAt(link.a), readingAt(link.b), m_document.knowledge()}));
    }
    return all;
}

QString BringUpPresenter::read(plan::PortId port, const QString& line)
{
    const auto reading = measure::portReadingOf(fromQt(line.trimmed()), m_document.knowledge());
    if (!reading) return toQt(reading.error().message());
    return m_document.keepReadings({{{}, {}, port, *reading, {}, {}}}) ? QString() : QString("It could not be written");
}

void BringUpPresenter::readMachine()
{
    const plan::Device* device = m_plan->devices.find(m_chosen);
    if (!device) return;
    std::unique_ptr<measure::HostReader> reader = m_hosts ? m_hosts(device->name) : nullptr;
    if (reader) return readBy(std::move(reader));
    readBy(
        failure(ErrorCode::NotFound,
                text::say("bring-up.not-here",
                          "this is not this machine: read it through its agent or as a switch, or type what it shows"),
                device->name));
}

void BringUpPresenter::readAgent(const QString& address, const QString& key)
{
    if (address.trimmed().isEmpty()) return;
    readBy(m_agents ? m_agents(fromQt(address.trimmed()), fromQt(key.trimmed()))
                    : failure(ErrorCode::NotFound, text::say("bring-up.no-agent", "no agent can be asked here")));
}

void BringUpPresenter::readSwitch(const QString& address, const QString& community)
{
    if (address.trimmed().isEmpty()) return;
    readBy(m_switches ? m_switches(fromQt(address.trimmed()), fromQt(community.trimmed()))
                      : failure(ErrorCode::NotFound, text::say("bring-up.no-switch", "no switch can be asked here")));
}

QString BringUpPresenter::addressOfChosen() const
{
    const plan::Device* device = m_plan->devices.find(m_chosen);
    if (device && m_simulated.contains(device->name)) return toQt("simulated:" + device->name);
    for (const plan::Access& one : m_plan->accesses)
        if (one.device == m_chosen && !one.address.empty()) return toQt(text::words(one.address).front());
    return {};
}

bool BringUpPresenter::isChosenSwitch() const
{
    const plan::Device* device = m_plan->devices.find(m_chosen);
    return device && (device->role == plan::Role::Switch || device->role == plan::Role::Router ||
                      device->role == plan::Role::AccessPoint);
}

void BringUpPresenter::readBy(Result<std::unique_ptr<measure::HostReader>> opened)
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
        [this, id = m_chosen](const Result<measure::HostSnapshot>& snapshot) {
            m_isReading = false;
            if (snapshot) keep(*snapshot, id);
            else m_readSays = toQt(snapshot.error().message());
            if (snapshot && !snapshot->partial.empty()) m_readSays += ". " + toQt(snapshot->partial);
            Q_EMIT changed();
        });
}

void BringUpPresenter::stopReading()
{
    if (!m_isReading) return;
    m_reading->cancel();
    m_reader.stop();
    m_isReading = false;
    m_readSays = "Reading was stopped: nothing was written";
    Q_EMIT changed();
}

void BringUpPresenter::keep(const measure::HostSnapshot& snapshot, plan::DeviceId id)
{
    int count = 0;
    QStringList unknown;
    std::vector<measure::KeptReading> readings;
    for (const plan::Port* port : plan::portsOf(*m_plan, id)) {
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
    if (!m_document.keepReadings(std::move(readings))) {
        m_readSays = "What was read could not be written";
        return;
    }
    m_readSays = count == 0 ? QString("None of its interfaces is called as a port of the plan: type what they show")
                            : QString(count == 1 ? "%1 port read" : "%1 ports read").arg(count);
    if (count > 0 && !unknown.isEmpty()) m_readSays += "; not found there: " + unknown.join(", ");
}

QString BringUpPresenter::count(plan::PortId port, const QString& line)
{
    const auto state = measure::counterStateOf(fromQt(line));
    if (!state) return toQt(state.error().message());
    return m_document.keepReadings({{{}, {}, port, {}, *state, {}}}) ? QString() : QString("It could not be written");
}

QString BringUpPresenter::countsOf(plan::PortId port) const
{
    const auto found = m_counts.find(port);
    return found == m_counts.end() ? QString() : toQt(measure::lineOf(found->second.back().state));
}

std::optional<bringup::SinceBaseline> BringUpPresenter::countsSince(plan::PortId port) const
{
    const auto found = m_counts.find(port);
    if (found == m_counts.end() || found->second.size() < 2) return std::nullopt;
    const Counted &first = found->second.front(), &last = found->second.back();
    const std::chrono::duration<double> between = last.at - first.at;
    return bringup::sinceBaseline(first.state, last.state, Duration::of(between.count()));
}

Result<settings::AddressPlan> BringUpPresenter::addresses() const
{
    const auto pool = settings::net4Of(fromQt(m_pool));
    if (!pool) return tl::unexpected(pool.error());
    return settings::addressPlan(*m_plan, *pool);
}

QString BringUpPresenter::setPool(const QString& pool)
{
    const auto net = settings::net4Of(fromQt(pool.trimmed()));
    if (!net) return toQt(net.error().message());
    m_pool = pool.trimmed();
    Q_EMIT changed();
    return {};
}

std::vector<plan::SettingChange> BringUpPresenter::changedSettings() const
{
    return {m_plan->settings.begin(), m_plan->settings.end()};
}

std::vector<settings::SettingFinding> BringUpPresenter::findings() const
{
    return settings::settingFindings(*m_plan, m_document.knowledge());
}

std::vector<settings::BondUse> BringUpPresenter::bonds() const
{
    return settings::bondsOf(*m_plan, m_document.knowledge());
}

std::vector<settings::PortSettings> BringUpPresenter::ports() const { return settings::portTable(*m_plan); }

Result<settings::PathMtu> BringUpPresenter::path(plan::DeviceId from, plan::DeviceId to) const
{
    return settings::pathMtu(*m_plan, match::judgeAll(*m_plan, m_document.knowledge()), from, to);
}

bool BringUpPresenter::isHere(plan::DeviceId id) const
{
    const plan::Device* device = m_plan->devices.find(id);
    return device && m_hosts && m_hosts(device->name);
}

void BringUpPresenter::probe(const QString& host, const settings::PathMtu& path, plan::DeviceId from)
{
    auto echo = m_echo ? m_echo() : nullptr;
    if (!echo || m_isProbing || host.trimmed().isEmpty()) return;
    const bool isSimulated = echo->isSimulated();
    m_isProbing = true;
    m_probeSays = "It probes …";
    m_cancel = std::make_shared<std::atomic<bool>>(false);
    Q_EMIT changed();
    m_prober.start(
        *this,
        [echo = std::shared_ptr<measure::PathProbe>(std::move(echo)), name = fromQt(host.trimmed()),
         most = std::max(path.least, 9216),
         cancel = m_cancel](const std::atomic<bool>&) { return measure::probeMtu(*echo, name, most, *cancel); },
        [this, path, from, isSimulated](const Result<measure::ProbedMtu>& found) {
            m_isProbing = false;
            m_probeSays = found ? toQt(settings::probeSays(path, found->bytes)) : toQt(found.error().message());
            const plan::Device* device = m_plan->devices.find(from);
            if (isSimulated) m_probeSays += ". Simulated: no packet left, and this says nothing of a real path";
            else if (found && device && !isHere(from))
                m_probeSays += QString(
                                   ". Sent from this machine, not from %1: it proves the way from here; run "
                                   "sokudo-cli mtu … --probe on %1 to prove its own")
                                   .arg(toQt(device->name));
            Q_EMIT changed();
        });
}

bool BringUpPresenter::isProbeSimulated() const
{
    const auto echo = m_echo ? m_echo() : nullptr;
    return echo && echo->isSimulated();
}

void BringUpPresenter::stopProbe()
{
    if (m_cancel) *m_cancel = true;
}

}  // namespace sokudo::app
