// SPDX-License-Identifier: GPL-3.0-or-later
// Snapshots and variants of the house: kept, opened, merged.
#include <algorithm>
#include <chrono>

#include "app/document.h"
#include "app/qt_text.h"
#include "core/logbook/record.h"
#include "host/clock.h"
#include "store/version.h"

namespace sokudo::app {
namespace {

using host::now;

}  // namespace

const store::Version* Document::version(store::VersionId id) const
{
    const auto found =
        std::find_if(versions().begin(), versions().end(), [id](const store::Version& one) { return one.id == id; });
    return found == versions().end() ? nullptr : &*found;
}

/// Tells what is wrong with a name for a version.
bool Document::isFreeName(const QString& name, store::VersionId but)
{
    const auto isTaken = [&](const store::Version& one) {
        return one.id != but && toQt(one.name).compare(name, Qt::CaseInsensitive) == 0;
    };
    const bool isKnown = std::any_of(versions().begin(), versions().end(), isTaken);
    if (!name.isEmpty() && !isKnown) return true;
    Q_EMIT failed(name.isEmpty() ? QString("Give the version a name")
                                 : "There is a version called " + name + "; give this one another name");
    return false;
}

bool Document::keepVersion(const QString& name, store::VersionKind kind, const QString& note)
{
    const QString called = name.trimmed();
    if (!isFreeName(called)) return false;
    store::Changes changes;
    const std::string text = store::houseText(*m_plan);
    changes.versions = {{m_ids.next<store::VersionId>(), fromQt(called), kind, now(), fromQt(note), text,
                         kind == store::VersionKind::Variant ? store::houseText(*house()) : std::string()}};
    changes.entries = {logbook::changeEntry(fromQt("kept the version “" + called + "”"), now(), m_ids)};
    return record("Keep the version “" + called + "”", changes);
}

bool Document::dropVersion(store::VersionId id)
{
    const store::Version* chosen = version(id);
    if (!chosen) return false;
    const QString name = toQt(chosen->name);
    if (id == m_variant && !open({})) return false;
    store::Changes changes;
    changes.droppedVersions = {id};
    return record("Forget the version “" + name + "”", changes);
}

bool Document::useVersion(store::VersionId id)
{
    const store::Version* chosen = version(id);
    if (!chosen || !open({})) return false;
    chosen = version(id);
    auto going = store::goingTo(project(), *chosen, now(), m_ids);
    if (!going) {
        Q_EMIT failed(toQt(going.error().message()));
        return false;
    }
    store::Changes records;
    records.versions = std::move(going->versions);
    return edit("Go to the version “" + toQt(chosen->name) + "”", std::move(going->house), std::move(records));
}

store::VersionId Document::branch(const QString& name, const plan::Plan* plan, const QString& note)
{
    const QString called = name.trimmed();
    if (!isFreeName(called)) return {};
    store::Changes changes;
    const std::string base = store::houseText(*house());
    const store::VersionId id = m_ids.next<store::VersionId>();
    changes.versions = {{id, fromQt(called), store::VersionKind::Variant, now(), fromQt(note),
                         plan ? store::houseText(*plan) : base, base}};
    changes.entries = {logbook::changeEntry(fromQt("branched the variant “" + called + "”"), now(), m_ids)};
    return record("Branch the variant “" + called + "”", changes) ? id : store::VersionId{};
}

bool Document::open(store::VersionId id)
{
    if (id == m_variant) return true;
    if (!id.isSet()) {
        const plan::PlanPtr house = m_house;
        m_house.reset();
        m_variant = {};
        show(house);
        Q_EMIT variantChanged();
        return true;
    }
    const store::Version* chosen = version(id);
    if (!chosen || chosen->kind != store::VersionKind::Variant) {
        Q_EMIT failed("This variant is gone: nothing was opened");
        return false;
    }
    const plan::PlanPtr house = this->house();
    auto plan = store::restored(*house, *chosen);
    if (!plan) {
        Q_EMIT failed(toQt(plan.error().message()));
        return false;
    }
    m_house = house;
    m_variant = id;
    show(std::make_shared<const plan::Plan>(std::move(*plan)));
    Q_EMIT variantChanged();
    return true;
}

/// Writes the edited variant in the place of the one in the file; the house stays as it is.
bool Document::saveVariant(const plan::PlanPtr& to, const QString& logText, store::Changes changes)
{
    const store::Version* open = version(m_variant);
    if (!open) {
        Q_EMIT failed("This variant is gone: nothing was changed");
        return false;
    }
    if (!(to->photos == m_house->photos)) {
        Q_EMIT failed("Pictures belong to the house: go back to it to add or remove one");
        return false;
    }
    store::Version next = *open;
    next.house = store::houseText(*to);
    next.at = now();
    changes.versions.push_back(next);
    changes.entries.push_back(
        logbook::changeEntry(fromQt("variant “" + toQt(next.name) + "”: " + logText), now(), m_ids));
    const plan::PlanPtr shown = m_plan;
    if (!save(changes)) return false;
    if (m_plan == shown) show(to);
    tellRecords(changes);
    return true;
}

bool Document::mergeVariant(store::VersionId id)
{
    const store::Version* chosen = version(id);
    if (!chosen || !open({})) return false;
    chosen = version(id);
    const QString name = toQt(chosen->name);
    const auto built = store::variantNow(*m_plan, *chosen);
    if (!built) {
        Q_EMIT failed(toQt(built.error().message()));
        return false;
    }
    store::Changes records;
    if (auto kept = store::keptBefore(project(), chosen->name, now(), m_ids)) records.versions = {std::move(*kept)};
    return edit("Merge the variant “" + name + "”", built, std::move(records));
}

bool Document::renameVersion(store::VersionId id, const QString& name)
{
    const store::Version* chosen = version(id);
    const QString called = name.trimmed();
    if (!chosen || !isFreeName(called, id)) return false;
    store::Version next = *chosen;
    next.name = fromQt(called);
    store::Changes changes;
    const QString before = toQt(chosen->name);
    changes.versions = {next};
    return record("Rename “" + before + "” to “" + called + "”", changes);
}

}  // namespace sokudo::app
