// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/touched_objects.h"

#include <algorithm>
#include <map>

#include "core/plan/kind.h"
#include "store/project_file.h"
#include "store/row.h"

namespace sokudo::store {
namespace {

using logbook::Touch;

/// Fields, also inner ones, that say nothing of how a thing works.
constexpr std::string_view kWrittenOnly[] = {"name",       "label",        "note",      "description", "position",
                                             "place",      "at",           "rack_unit", "route",       "wanted_bps",
                                             "used_bytes", "growth_bytes", "slack_m",   "sources"};
/// Figures that are corrected more often than the cable is changed.
constexpr std::string_view kFigures[] = {"length_m", "joints", "splices", "bundle", "wire_map"};

bool isAmong(std::string_view key, const auto& keys)
{
    return std::find(std::begin(keys), std::end(keys), key) != std::end(keys);
}

/// What follows from the values of a field before and after. Null: nothing is stated.
Touch touchOf(const Json& before, const Json& after, bool isFigure)
{
    if (before == after || before.is_null() || after.is_null()) return Touch::Recorded;
    Touch most = Touch::Recorded;
    if (before.is_object() && after.is_object()) {
        for (const auto& [key, value] : before.items())
            if (!isAmong(key, kWrittenOnly))
                most = std::max(most, touchOf(value, after.value(key, Json()), isFigure || isAmong(key, kFigures)));
        return most;
    }
    if (before.is_array() && after.is_array() && before.size() == after.size()) {
        for (std::size_t i = 0; i < before.size(); ++i) most = std::max(most, touchOf(before[i], after[i], isFigure));
        return most;
    }
    return isFigure ? Touch::Perhaps : Touch::Changed;
}

class Touches {
public:
    Touches(const plan::Plan& before, const plan::Plan& after) : m_before(before), m_after(after) {}
    std::vector<logbook::Touched> all() &&
    {
        for (const plan::Kind* kind : plan::kinds())
            kind->table->eachDifference(m_before, m_after, [&](const void* old, const void* now) {
                if (isNetwork(*kind)) add(*kind, old, now);
                else if (kind == &plan::kindOf<plan::PortProfile>()) addProfile(old, now);
                else if (kind == &plan::kindOf<plan::SettingChange>()) addSetting(old, now);
            });
        std::vector<logbook::Touched> result;
        for (const auto& [object, how] : m_found) result.push_back({plan::Subject{object.first, object.second}, how});
        if (result.empty()) result.emplace_back();
        return result;
    }

private:
    static bool isNetwork(const plan::Kind& kind)
    {
        return &kind == &plan::kindOf<plan::Run>() || &kind == &plan::kindOf<plan::Port>() ||
               &kind == &plan::kindOf<plan::Slot>() || &kind == &plan::kindOf<plan::Device>();
    }
    void note(const std::string& kind, std::int64_t id, Touch how)
    {
        Touch& at = m_found[{kind, id}];
        at = std::max(at, how);
    }
    void notePort(plan::PortId id)
    {
        if (m_after.ports.find(id)) note("port", id.value, Touch::Changed);
    }
    void add(const plan::Kind& kind, const void* old, const void* now)
    {
        if (now)
            note(kind.name, kind.row.id(now),
                 old ? touchOf(toJson(kind, old), toJson(kind, now), false) : Touch::Perhaps);
        if (!old || &kind != &plan::kindOf<plan::Run>()) return;
        const auto* was = static_cast<const plan::Run*>(old);
        const auto* is = static_cast<const plan::Run*>(now);
        for (const auto& [a, b] :
             {std::pair{was->a, is ? is->a : plan::PortId()}, {was->b, is ? is->b : plan::PortId()}})
            if (a.isSet() && a != b) notePort(a);
    }
    void addProfile(const void* old, const void* now)
    {
        if (!old || !now) return;
        const Touch how = touchOf(toJson(plan::kindOf<plan::PortProfile>(), old),
                                  toJson(plan::kindOf<plan::PortProfile>(), now), false);
        const plan::PortProfileId id = static_cast<const plan::PortProfile*>(now)->id;
        for (const plan::Port& port : m_after.ports)
            if (port.profile == id) note("port", port.id.value, how);
    }
    void addSetting(const void* old, const void* now)
    {
        const auto* is = static_cast<const plan::SettingChange*>(now ? now : old);
        const bool isAnother = old && now && static_cast<const plan::SettingChange*>(old)->now != is->now;
        if (m_after.devices.find(is->device))
            note("device", is->device.value, isAnother ? Touch::Changed : Touch::Perhaps);
    }

    const plan::Plan& m_before;
    const plan::Plan& m_after;
    std::map<std::pair<std::string, std::int64_t>, Touch> m_found;
};

}  // namespace

std::vector<logbook::Touched> touchedObjects(const plan::Plan& before, const plan::Plan& after)
{
    return Touches(before, after).all();
}

Changes Changes::withTouched() const
{
    Changes result = *this;
    if (!before || !after) return result;
    const auto touched = touchedObjects(*before, *after);
    for (logbook::Entry& entry : result.entries)
        if (entry.kind == logbook::EntryKind::Change && entry.touched.empty()) entry.touched = touched;
    return result;
}

}  // namespace sokudo::store
