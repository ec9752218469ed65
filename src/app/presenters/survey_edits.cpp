// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/survey_edits.h"

#include "app/qt_text.h"
#include "core/plan/duplicate.h"
#include "core/plan/edits.h"
#include "store/rebase.h"

namespace sokudo::app {

/// Saves what a form made of an object. Where the object was changed while the form was open, only what the form itself
/// changed goes in; a deleted one stays deleted.
template <class T, class Put>
bool SurveyEdits::keep(const char* kind, T object, const T& base, const std::optional<plan::Source>& source,
                       const Table<T>& now, const QString& called, Put put)
{
    const bool fresh = !object.id.isSet();
    if (source)
        for (const std::string& field : store::changedFields(fresh ? T{} : base, object))
            object.sources.set(field, *source);
    if (fresh) {
        object.id = m_document.ids().next<decltype(T::id)>();
    } else {
        const T* current = now.find(object.id);
        if (!current) {
            Q_EMIT m_document.failed(called + " was deleted while its form was open; undo brings it back");
            return false;
        }
        auto merged = store::mergedRow(base.id.isSet() ? base : *current, object, *current);
        if (!merged) {
            Q_EMIT m_document.failed(called + ": " + toQt(merged.error().what.text()));
            return false;
        }
        object = std::move(*merged);
    }
    const auto id = object.id;
    const QString text = QString(fresh ? "Add %1 %2" : "Change %1 %2").arg(kind, called);
    if (!m_document.edit(text, put(plan(), std::move(object)))) return false;
    if constexpr (std::is_same_v<T, plan::Device>) m_selection.selectDevice(id);
    if constexpr (std::is_same_v<T, plan::Run>) m_selection.selectRun(id);
    return true;
}

bool SurveyEdits::putPlace(plan::Place place, const plan::Place& base, const std::optional<plan::Source>& source)
{
    const QString called = toQt(place.name);
    return keep("place", std::move(place), base, source, plan().places, called, plan::edits::putPlace);
}

bool SurveyEdits::putDevice(plan::Device device, const plan::Device& base, const std::optional<plan::Source>& source)
{
    const QString called = toQt(device.name);
    return keep("device", std::move(device), base, source, plan().devices, called, plan::edits::putDevice);
}

bool SurveyEdits::putPort(plan::Port port, const plan::Port& base, const std::optional<plan::Source>& source)
{
    if (!port.id.isSet()) port.position = static_cast<int>(plan::portsOf(plan(), port.device).size());
    const plan::Device* device = plan().devices.find(port.device);
    const QString called = (device ? toQt(device->name) + " " : QString()) + toQt(port.name);
    return keep("port", std::move(port), base, source, plan().ports, called, plan::edits::putPort);
}

bool SurveyEdits::putSlot(plan::Slot slot, const plan::Slot& base, const std::optional<plan::Source>& source)
{
    const QString called = toQt(slot.name);
    return keep("slot", std::move(slot), base, source, plan().slots, called, plan::edits::putSlot);
}

bool SurveyEdits::putRun(plan::Run run, const plan::Run& base, const std::optional<plan::Source>& source)
{
    const QString called = toQt(run.label);
    return keep("run", std::move(run), base, source, plan().runs, called, plan::edits::putRun);
}

bool SurveyEdits::deleteSelected()
{
    if (const plan::Device* device = plan().devices.find(m_selection.device())) {
        const QString text = "Delete device " + toQt(device->name);
        return m_document.edit(text, plan::edits::deleteDevice(plan(), device->id)) && (m_selection.clear(), true);
    }
    if (const plan::Run* run = plan().runs.find(m_selection.run())) {
        const QString text = "Delete run " + toQt(run->label);
        return m_document.edit(text, plan::edits::deleteRun(plan(), run->id)) && (m_selection.clear(), true);
    }
    return false;
}

bool SurveyEdits::duplicateDevice(plan::DeviceId id)
{
    const plan::Device* device = plan().devices.find(id);
    if (!device) return false;
    const std::string name = plan::freeName(plan(), device->name);
    const auto made = plan::duplicateDevice(plan(), id, name, {}, m_document.ids());
    if (!m_document.edit("Duplicate device " + toQt(device->name),
                         made ? Result<plan::Plan>(made->plan) : tl::unexpected(made.error())))
        return false;
    m_selection.selectDevice(made->devices.front());
    return true;
}

bool SurveyEdits::duplicatePlace(plan::PlaceId id)
{
    const plan::Place* place = plan().places.find(id);
    if (!place) return false;
    const std::string name = plan::freeName(plan(), place->name);
    const auto made = plan::duplicatePlace(plan(), id, name, place->level, " of " + name, m_document.ids());
    return m_document.edit("Duplicate place " + toQt(place->name),
                           made ? Result<plan::Plan>(made->plan) : tl::unexpected(made.error()));
}

bool SurveyEdits::deletePlace(plan::PlaceId id)
{
    const plan::Place* place = plan().places.find(id);
    return place && m_document.edit("Delete place " + toQt(place->name), plan::edits::deletePlace(plan(), id));
}

bool SurveyEdits::deletePort(plan::PortId id)
{
    return m_document.edit("Delete port " + toQt(plan::portText(plan(), id)), plan::edits::deletePort(plan(), id));
}

bool SurveyEdits::deleteSlot(plan::SlotId id)
{
    const plan::Slot* slot = plan().slots.find(id);
    return slot && m_document.edit("Delete slot " + toQt(slot->name), plan::edits::deleteSlot(plan(), id));
}

}  // namespace sokudo::app
