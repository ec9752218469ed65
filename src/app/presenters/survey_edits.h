// SPDX-License-Identifier: GPL-3.0-or-later
// What the forms of the survey make, change, copy and delete.
#pragma once

#include "app/document.h"
#include "app/selection.h"

namespace sokudo::app {

class SurveyEdits {
public:
    SurveyEdits(Document& document, Selection& selection) : m_document(document), m_selection(selection) {}

    // Each adds an object without an id, or changes one. `base` is what it was when its form was opened: where it was
    // changed since, only the fields that differ from it go in; without an id it is what the object is now. The fields
    // that change are from `source`, where one is given.
    bool putPlace(plan::Place, const plan::Place& base = {}, const std::optional<plan::Source>& source = {});
    bool putDevice(plan::Device, const plan::Device& base = {}, const std::optional<plan::Source>& source = {});
    bool putPort(plan::Port, const plan::Port& base = {}, const std::optional<plan::Source>& source = {});
    bool putSlot(plan::Slot, const plan::Slot& base = {}, const std::optional<plan::Source>& source = {});
    bool putRun(plan::Run, const plan::Run& base = {}, const std::optional<plan::Source>& source = {});
    bool deleteSelected();
    /// A copy beside it, with its slots and ports and without cables; it is selected.
    bool duplicateDevice(plan::DeviceId);
    /// A copy with all places and devices in it, on the level above it where it is a whole floor's room.
    bool duplicatePlace(plan::PlaceId);
    bool deletePlace(plan::PlaceId);
    bool deletePort(plan::PortId);
    bool deleteSlot(plan::SlotId);

private:
    template <class T, class Put>
    bool keep(const char* kind, T object, const T& base, const std::optional<plan::Source>& source, const Table<T>& now,
              const QString& called, Put put);
    const plan::Plan& plan() const { return m_document.plan(); }
    Document& m_document;
    Selection& m_selection;
};

}  // namespace sokudo::app
