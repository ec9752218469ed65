// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/neighbours_presenter.h"

#include <algorithm>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/editline/edit_line.h"

namespace sokudo::app {

NeighboursPresenter::NeighboursPresenter(Document& document, NeighbourSource source, QObject* parent)
    : QObject(parent), m_document(document), m_source(std::move(source))
{
    connect(&document, &Document::planChanged, this, &NeighboursPresenter::compare);
}

void NeighboursPresenter::look()
{
    if (!m_source || m_isLooking) return;
    m_isLooking = true;
    Q_EMIT changed();
    m_work.start(
        *this, [source = m_source](const std::atomic<bool>&) { return source(); },
        [this](measure::SeenHosts seen) {
            m_isLooking = false;
            m_hasLooked = true;
            m_seen = std::move(seen);
            compare();
        });
}

void NeighboursPresenter::compare()
{
    m_rows = measure::compared(m_seen.hosts, m_document.plan(), m_seen.makers);
    Q_EMIT changed();
}

std::vector<plan::DeviceId> NeighboursPresenter::missing() const
{
    return m_hasLooked ? measure::notSeen(m_rows, m_document.plan()) : std::vector<plan::DeviceId>();
}

QString NeighboursPresenter::sentence() const
{
    if (!m_source) return "This window cannot look at a machine.";
    if (m_isLooking) return "Looking …";
    if (!m_hasLooked) return "Nothing was looked at yet.";
    const auto strangers =
        std::count_if(m_rows.begin(), m_rows.end(), [](const measure::Neighbour& one) { return !one.device.isSet(); });
    QString says = QString("%1 seen, %2 of them not in the inventory").arg(m_rows.size()).arg(strangers);
    QStringList names;
    for (plan::DeviceId id : missing()) names << toQt(m_document.plan().devices.find(id)->name);
    if (!names.isEmpty()) says += "; not seen: " + names.join(", ");
    return says;
}

QString NeighboursPresenter::from() const
{
    if (!m_hasLooked) return {};
    if (m_seen.from.empty())
        return "This machine has seen nobody: no answer is in its neighbour table, and it keeps no lease file.";
    QString says = "From " + toQt(text::joined(m_seen.from, ", ")) + ".";
    if (m_seen.makers.empty()) says += " Install ieee-data to see who made each card.";
    return says;
}

bool NeighboursPresenter::know(std::size_t row, plan::DeviceId id)
{
    const plan::Device* device = m_document.plan().devices.find(id);
    if (row >= m_rows.size() || !device) return false;
    const measure::Neighbour& one = m_rows[row];
    std::string line = "add address \"" + device->name + "\" " + one.address;
    if (!one.hardware.empty()) line += ", hardware=" + one.hardware;
    auto edited = editline::edited(m_document.plan(), line, m_document.knowledge(), m_document.ids());
    if (!edited) return m_document.edit("Take in an address", tl::unexpected(edited.error()));
    return m_document.edit(toQt(edited->done), edited->plan);
}

}  // namespace sokudo::app
