// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/versions_presenter.h"

#include <algorithm>

#include "app/qt_text.h"
#include "store/version.h"

namespace sokudo::app {

VersionsPresenter::VersionsPresenter(Document& document, QObject* parent) : QObject(parent), m_document(document)
{
    connect(&document, &Document::planChanged, this, &VersionsPresenter::refresh);
    connect(&document, &Document::versionsChanged, this, &VersionsPresenter::refresh);
    // The newest day of the house: a variant is no day.
    const auto all = versions();
    const auto newest = std::find_if(
        all.begin(), all.end(), [](const store::Version& one) { return one.kind == store::VersionKind::Snapshot; });
    if (newest != all.end()) m_before = newest->id;
    refresh();
}

std::vector<store::Version> VersionsPresenter::versions() const
{
    std::vector<store::Version> all = m_document.versions().all();
    std::reverse(all.begin(), all.end());
    return all;
}

plan::PlanPtr VersionsPresenter::house(store::VersionId id) const
{
    if (!id.isSet()) return m_document.house();
    for (const store::Version& one : m_document.versions().all())
        if (one.id == id)
            if (auto restored = store::restored(m_document.plan(), one))
                return std::make_shared<const plan::Plan>(std::move(*restored));
    return m_document.house();
}

void VersionsPresenter::compare(store::VersionId before, store::VersionId after)
{
    m_before = before;
    m_after = after;
    refresh();
}

void VersionsPresenter::refresh()
{
    m_old = house(m_before);
    m_new = house(m_after);
    m_changes = store::differences(*m_old, *m_new, m_document.knowledge());
    Q_EMIT changed();
}

QString VersionsPresenter::sentence() const { return toQt(store::countText(m_changes)); }

bool VersionsPresenter::drop(store::VersionId id)
{
    if (m_before == id) m_before = {};
    if (m_after == id) m_after = {};
    return m_document.versions().drop(id);
}

VersionsPresenter::Drawn VersionsPresenter::drawn() const
{
    // What is gone is put into the later house, so that it can be seen where it was.
    plan::Plan both = *m_new;
    const auto keepGone = [](auto& into, const auto& from) {
        for (const auto& row : from)
            if (!into.has(row.id)) into = into.with(row);
    };
    keepGone(both.places, m_old->places);
    keepGone(both.devices, m_old->devices);
    keepGone(both.ports, m_old->ports);
    keepGone(both.runs, m_old->runs);
    Drawn result{houseContent(both, m_document.knowledge(), analyse(*m_new, m_document.knowledge())), {}, {}};
    for (const store::ObjectChange& change : m_changes) {
        const Mark mark = change.what == store::ChangeKind::Added     ? Mark::Added
                          : change.what == store::ChangeKind::Removed ? Mark::Removed
                                                                      : Mark::Changed;
        if (change.object.kind == "device") result.devices[{change.object.id}] = mark;
        else if (change.object.kind == "run") result.runs[{change.object.id}] = mark;
        else if (change.object.kind == "port" || change.object.kind == "slot") {
            const plan::Port* port = both.ports.find({change.object.id});
            if (port && change.object.kind == "port") result.devices.emplace(port->device, Mark::Changed);
            if (const plan::Slot* slot = change.object.kind == "slot" ? both.slots.find({change.object.id}) : nullptr)
                result.devices.emplace(slot->device, Mark::Changed);
        }
    }
    return result;
}

}  // namespace sokudo::app
