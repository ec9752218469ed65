// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/house_versions.h"

#include <algorithm>

#include "app/document.h"
#include "app/qt_text.h"
#include "core/logbook/record.h"
#include "host/clock.h"
#include "store/version.h"

namespace sokudo::app {

using host::now;

const std::vector<store::Version>& HouseVersions::all() const { return m_document.m_project.versions; }

const store::Version* HouseVersions::find(store::VersionId id) const
{
    const auto found =
        std::find_if(all().begin(), all().end(), [id](const store::Version& one) { return one.id == id; });
    return found == all().end() ? nullptr : &*found;
}

/// Tells what is wrong with a name for a version.
bool HouseVersions::isFreeName(const QString& name, store::VersionId but)
{
    const auto isTaken = [&](const store::Version& one) {
        return one.id != but && toQt(one.name).compare(name, Qt::CaseInsensitive) == 0;
    };
    const bool isKnown = std::any_of(all().begin(), all().end(), isTaken);
    if (!name.isEmpty() && !isKnown) return true;
    Q_EMIT m_document.failed(name.isEmpty() ? QString("Give the version a name")
                                            : "There is a version called " + name + "; give this one another name");
    return false;
}

bool HouseVersions::keep(const QString& name, store::VersionKind kind, const QString& note)
{
    const QString called = name.trimmed();
    if (!isFreeName(called)) return false;
    store::Changes changes;
    const std::string text = store::houseText(m_document.plan());
    changes.versions = {{m_document.ids().next<store::VersionId>(), fromQt(called), kind, now(), fromQt(note), text,
                         kind == store::VersionKind::Variant ? store::houseText(*m_document.house()) : std::string()}};
    changes.entries = {logbook::changeEntry(fromQt("kept the version “" + called + "”"), now(), m_document.ids())};
    return m_document.record("Keep the version “" + called + "”", changes);
}

bool HouseVersions::drop(store::VersionId id)
{
    const store::Version* chosen = find(id);
    if (!chosen) return false;
    const QString name = toQt(chosen->name);
    if (id == m_opened && !open({})) return false;
    store::Changes changes;
    changes.droppedVersions = {id};
    return m_document.record("Forget the version “" + name + "”", changes);
}

bool HouseVersions::use(store::VersionId id)
{
    const store::Version* chosen = find(id);
    if (!chosen || !open({})) return false;
    chosen = find(id);
    auto going = store::goingTo(m_document.project(), *chosen, now(), m_document.ids());
    if (!going) {
        Q_EMIT m_document.failed(toQt(going.error().message()));
        return false;
    }
    store::Changes records;
    records.versions = std::move(going->versions);
    return m_document.edit("Go to the version “" + toQt(chosen->name) + "”", std::move(going->house),
                           std::move(records));
}

store::VersionId HouseVersions::branch(const QString& name, const plan::Plan* plan, const QString& note)
{
    const QString called = name.trimmed();
    if (!isFreeName(called)) return {};
    store::Changes changes;
    const std::string base = store::houseText(*m_document.house());
    const store::VersionId id = m_document.ids().next<store::VersionId>();
    changes.versions = {{id, fromQt(called), store::VersionKind::Variant, now(), fromQt(note),
                         plan ? store::houseText(*plan) : base, base}};
    changes.entries = {logbook::changeEntry(fromQt("branched the variant “" + called + "”"), now(), m_document.ids())};
    return m_document.record("Branch the variant “" + called + "”", changes) ? id : store::VersionId{};
}

bool HouseVersions::open(store::VersionId id)
{
    if (id == m_opened) return true;
    if (!id.isSet()) {
        const plan::PlanPtr house = m_house;
        m_house.reset();
        m_opened = {};
        m_document.show(house);
        Q_EMIT m_document.variantChanged();
        return true;
    }
    const store::Version* chosen = find(id);
    if (!chosen || chosen->kind != store::VersionKind::Variant) {
        Q_EMIT m_document.failed("This variant is gone: nothing was opened");
        return false;
    }
    const plan::PlanPtr house = m_document.house();
    auto plan = store::restored(*house, *chosen);
    if (!plan) {
        Q_EMIT m_document.failed(toQt(plan.error().message()));
        return false;
    }
    m_house = house;
    m_opened = id;
    m_document.show(std::make_shared<const plan::Plan>(std::move(*plan)));
    Q_EMIT m_document.variantChanged();
    return true;
}

/// Writes the edited variant in the place of the one in the file; the house stays as it is.
bool HouseVersions::save(const plan::PlanPtr& to, const QString& logText, store::Changes changes)
{
    const store::Version* open = find(m_opened);
    if (!open) {
        Q_EMIT m_document.failed("This variant is gone: nothing was changed");
        return false;
    }
    if (!(to->photos == m_house->photos)) {
        Q_EMIT m_document.failed("Pictures belong to the house: go back to it to add or remove one");
        return false;
    }
    store::Version next = *open;
    next.house = store::houseText(*to);
    next.at = now();
    changes.versions.push_back(next);
    changes.entries.push_back(
        logbook::changeEntry(fromQt("variant “" + toQt(next.name) + "”: " + logText), now(), m_document.ids()));
    const plan::PlanPtr shown = m_document.snapshot();
    if (!m_document.save(changes)) return false;
    if (m_document.snapshot() == shown) m_document.show(to);
    m_document.tellRecords(changes);
    return true;
}

bool HouseVersions::merge(store::VersionId id)
{
    const store::Version* chosen = find(id);
    if (!chosen || !open({})) return false;
    chosen = find(id);
    const QString name = toQt(chosen->name);
    const auto built = store::variantNow(m_document.plan(), *chosen);
    if (!built) {
        Q_EMIT m_document.failed(toQt(built.error().message()));
        return false;
    }
    store::Changes records;
    if (auto kept = store::keptBefore(m_document.project(), chosen->name, now(), m_document.ids()))
        records.versions = {std::move(*kept)};
    return m_document.edit("Merge the variant “" + name + "”", built, std::move(records));
}

bool HouseVersions::rename(store::VersionId id, const QString& name)
{
    const store::Version* chosen = find(id);
    const QString called = name.trimmed();
    if (!chosen || !isFreeName(called, id)) return false;
    store::Version next = *chosen;
    next.name = fromQt(called);
    store::Changes changes;
    const QString before = toQt(chosen->name);
    changes.versions = {next};
    return m_document.record("Rename “" + before + "” to “" + called + "”", changes);
}

/// Another program has written: the house is now this one, and the variant that is open is shown as the file has it.
void HouseVersions::adopt(plan::PlanPtr house)
{
    m_house = std::move(house);
    const store::Version* variant = find(m_opened);
    auto shown = variant ? store::restored(*m_house, *variant) : Result<plan::Plan>(*m_house);
    if (!variant || !shown) open({});
    else if (!(*shown == m_document.plan())) m_document.show(std::make_shared<const plan::Plan>(std::move(*shown)));
}

}  // namespace sokudo::app
