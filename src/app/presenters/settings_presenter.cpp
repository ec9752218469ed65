// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/settings_presenter.h"

#include "app/qt_text.h"
#include "core/match/reports.h"

namespace sokudo::app {

SettingsPresenter::SettingsPresenter(Document& document, const BringUpSubject& at, HostSource hosts, EchoSource echo)
    : m_document(document), m_at(at), m_hosts(std::move(hosts)), m_echo(std::move(echo))
{}

SettingsPresenter::~SettingsPresenter() { stopProbe(); }

Result<settings::AddressPlan> SettingsPresenter::addresses() const
{
    const auto pool = settings::net4Of(fromQt(m_pool));
    if (!pool) return tl::unexpected(pool.error());
    return settings::addressPlan(*m_at.plan, *pool);
}

QString SettingsPresenter::setPool(const QString& pool)
{
    const auto net = settings::net4Of(fromQt(pool.trimmed()));
    if (!net) return toQt(net.error().message());
    m_pool = pool.trimmed();
    Q_EMIT changed();
    return {};
}

std::vector<plan::SettingChange> SettingsPresenter::changedSettings() const
{
    return {m_at.plan->settings.begin(), m_at.plan->settings.end()};
}

std::vector<settings::SettingFinding> SettingsPresenter::findings() const
{
    return settings::settingFindings(*m_at.plan, m_document.knowledge());
}

std::vector<settings::BondUse> SettingsPresenter::bonds() const
{
    return settings::bondsOf(*m_at.plan, m_document.knowledge());
}

std::vector<settings::PortSettings> SettingsPresenter::ports() const { return settings::portTable(*m_at.plan); }

Result<settings::PathMtu> SettingsPresenter::path(plan::DeviceId from, plan::DeviceId to) const
{
    return settings::pathMtu(*m_at.plan, match::judgeAll(*m_at.plan, m_document.knowledge()), m_document.knowledge(),
                             from, to);
}

bool SettingsPresenter::isHere(plan::DeviceId id) const
{
    const plan::Device* device = m_at.plan->devices.find(id);
    return device && m_hosts && m_hosts(device->name);
}

void SettingsPresenter::probe(const QString& host, const settings::PathMtu& path, plan::DeviceId from)
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
            const plan::Device* device = m_at.plan->devices.find(from);
            if (isSimulated) m_probeSays += ". Simulated: no packet left, and this says nothing of a real path";
            else if (found && device && !isHere(from))
                m_probeSays += QString(
                                   ". Sent from this machine, not from %1: it proves the way from here; run "
                                   "sokudo-cli mtu … --probe on %1 to prove its own")
                                   .arg(toQt(device->name));
            Q_EMIT changed();
        });
}

bool SettingsPresenter::isProbeSimulated() const
{
    const auto echo = m_echo ? m_echo() : nullptr;
    return echo && echo->isSimulated();
}

void SettingsPresenter::stopProbe()
{
    if (m_cancel) *m_cancel = true;
}

}  // namespace sokudo::app
