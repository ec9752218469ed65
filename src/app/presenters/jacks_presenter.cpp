// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/jacks_presenter.h"

#include "app/qt_text.h"

namespace sokudo::app {

JacksPresenter::JacksPresenter(Document& document, QObject* parent) : QObject(parent), m_document(document)
{
    connect(&document, &Document::planChanged, this, &JacksPresenter::begin);
    begin();
}

/// What is open now; readings of ports that are still open are kept.
void JacksPresenter::begin()
{
    const auto jacks = survey::untracedJacks(m_document.plan());
    const auto panels = survey::openPanelPorts(m_document.plan());
    if (jacks == m_jacks && panels == m_panels && !m_rounds.empty()) return;
    m_jacks = jacks;
    m_panels = panels;
    m_readings.clear();
    m_rounds = survey::rounds(m_jacks, m_remotes);
    m_round = 0;
    Q_EMIT changed();
}

void JacksPresenter::setRemotes(int remotes)
{
    if (remotes == m_remotes) return;
    m_remotes = remotes;
    m_rounds.clear();
    begin();
}

void JacksPresenter::setRound(int round)
{
    m_round = std::clamp(round, 0, std::max(0, static_cast<int>(m_rounds.size()) - 1));
    Q_EMIT changed();
}

QString JacksPresenter::portText(plan::PortId port) const { return toQt(plan::portText(m_document.plan(), port)); }

QStringList JacksPresenter::placing() const
{
    QStringList lines;
    if (m_rounds.empty()) return lines;
    for (const survey::Placed& one : m_rounds[static_cast<std::size_t>(m_round)].placed) {
        const plan::Device* device = plan::deviceOf(m_document.plan(), one.jack);
        const plan::Place* place = device ? m_document.plan().places.find(device->place) : nullptr;
        lines << QString("Remote %1 into %2 (%3)")
                     .arg(one.remote)
                     .arg(portText(one.jack), place ? toQt(place->name) : QString("?"));
    }
    return lines;
}

int JacksPresenter::reading(plan::PortId panel) const
{
    const auto at = m_readings.find({m_round, panel});
    return at == m_readings.end() ? -1 : at->second;
}

void JacksPresenter::setReading(plan::PortId panel, int remote)
{
    if (remote < 0) m_readings.erase({m_round, panel});
    else m_readings[{m_round, panel}] = remote;
    Q_EMIT changed();
}

survey::Traced JacksPresenter::traced() const
{
    std::vector<survey::Reading> readings;
    for (const auto& [where, remote] : m_readings)
        readings.push_back({where.first, where.second, remote > 0 ? std::optional(remote) : std::nullopt});
    return survey::traced(m_document.plan(), m_rounds, m_panels, readings);
}

bool JacksPresenter::keep()
{
    const auto found = traced();
    if (found.matches.empty()) return false;
    return m_document.edit(QString("Trace %1 jacks").arg(found.matches.size()),
                           survey::withMatches(m_document.plan(), found.matches, m_document.ids()));
}

}  // namespace sokudo::app
