// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/plan_difference.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/port_rows.h"
#include "core/kb/reach_rows.h"
#include "core/kb/rule_rows.h"
#include "core/kb/trait_value.h"
#include "core/plan/checks.h"
#include "store/reference.h"
#include "store/row.h"

namespace sokudo::store {
namespace {

constexpr const char* kNothing = "not known";

using Values = std::map<std::string, Json>;

/// Every stated field by its path; inner objects are taken apart, lists are kept.
void flatten(const Json& row, const std::string& before, Values& into)
{
    for (const auto& [key, value] : row.items()) {
        if (value.is_object()) flatten(value, before + key + ".", into);
        else into[before + key] = value;
    }
}

/// One side of a comparison: words its values.
class Side {
public:
    Side(const plan::Plan& plan, const kb::KnowledgeBase& kb) : m_plan(plan), m_kb(kb) {}
    std::string text(const std::string& path, const Json& value) const
    {
        if (value.is_null()) return kNothing;
        const std::string key = path.substr(path.rfind('.') + 1);
        if (path.starts_with("traits.")) return trait(key, value);
        if (value.is_array()) return list(key, value);
        if (value.is_boolean()) return value.get<bool>() ? "yes" : "no";
        if (value.is_number()) return number(key, value);
        return value.is_string() ? word(key, value.get<std::string>()) : jsonText(value);
    }

private:
    std::string trait(const std::string& id, const Json& value) const
    {
        const kb::TraitKind* kind = m_kb.find<kb::TraitKind>(id);
        const std::string said = value.is_string() ? value.get<std::string>() : jsonText(value);
        return kind ? kb::traitText(*kind, said) : said;
    }
    std::string number(const std::string& key, const Json& value) const
    {
        const double figure = value.get<double>();
        if (const std::string name = referenceName(m_plan, key, jsonText(value)); !name.empty()) return name;
        if (key.ends_with("_bps")) return text::linkRate(BitRate::of(figure));
        if (key.ends_with("_bytes") && key != "mtu_bytes") return text::size(DataSize::of(figure));
        if (key.ends_with("_m")) return text::length(Length::of(figure));
        return text::number(figure, 12);
    }
    std::string word(const std::string& key, const std::string& said) const
    {
        if (key == "medium")
            if (const auto* medium = m_kb.find<kb::Medium>(said)) return medium->name;
        if (key == "module")
            if (const auto* module = m_kb.find<kb::ModuleKind>(said)) return module->name;
        if (key == "cage")
            if (const auto* cage = m_kb.find<kb::Cage>(said)) return cage->name;
        return said;
    }
    std::string list(const std::string& key, const Json& values) const
    {
        std::vector<std::string> parts;
        for (const Json& one : values) {
            if (!one.is_object()) {
                parts.push_back(text(key, one));
                continue;
            }
            Values inner;
            flatten(one, "", inner);
            std::vector<std::string> words;
            for (const auto& [field, value] : inner) words.push_back(text(field, value));
            parts.push_back(text::joined(words, " "));
        }
        return parts.empty() ? "none" : text::joined(parts, ", ");
    }
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
};

std::string fieldName(const std::string& path, const kb::KnowledgeBase& kb)
{
    if (path.starts_with("traits.")) {
        const kb::TraitKind* kind = kb.find<kb::TraitKind>(path.substr(7));
        return kind ? text::lower(kind->name) : path.substr(7);
    }
    if (path.starts_with("sources.")) return "source of " + fieldName(path.substr(8), kb);
    static const std::map<std::string, std::string> kWords{{"medium", "cable"},
                                                           {"a", "first end"},
                                                           {"b", "second end"},
                                                           {"supplies", "fed by"},
                                                           {"at.x_m", "place from the left"},
                                                           {"area.x_m", "left side"},
                                                           {"area.y_m", "front side"},
                                                           {"area.width_m", "width"},
                                                           {"area.depth_m", "depth"},
                                                           {"at.y_m", "place from the front"},
                                                           {"jpeg", "picture"}};
    const auto at = kWords.find(path);
    return at != kWords.end() ? at->second : plan::fieldWords(path);
}

/// What an object is, for one that came or went.
std::string summaryOf(const plan::Kind& kind, const void* of, const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    if (&kind == &plan::kindOf<plan::Run>()) {
        const auto& run = *static_cast<const plan::Run*>(of);
        const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
        return fmt::format("{} – {}, {}{}", plan::portText(plan, run.a), plan::portText(plan, run.b),
                           medium ? medium->name : "cable not known",
                           run.length ? " " + text::length(*run.length) : ", length not known");
    }
    if (&kind == &plan::kindOf<plan::Device>()) {
        const auto& device = *static_cast<const plan::Device*>(of);
        const plan::Place* place = plan.places.find(device.place);
        return fmt::format("{} in {}", word(device.role), place ? place->name : "no place");
    }
    if (&kind == &plan::kindOf<plan::Place>()) {
        const auto& place = *static_cast<const plan::Place*>(of);
        return fmt::format("level {}{}", place.level, place.building.empty() ? "" : ", " + place.building);
    }
    if (&kind == &plan::kindOf<plan::Port>()) {
        const std::string& socket = static_cast<const plan::Port*>(of)->cage;
        const kb::Cage* cage = kb.find<kb::Cage>(socket);
        return cage ? cage->name : socket;
    }
    return {};
}

class Differences {
public:
    Differences(const plan::Plan& before, const plan::Plan& after, const kb::KnowledgeBase& kb)
        : m_before(before), m_after(after), m_kb(kb), m_old(before, kb), m_new(after, kb)
    {}
    std::vector<ObjectChange> all() &&
    {
        if (m_before.name != m_after.name)
            m_found.push_back(
                {ChangeKind::Changed, {}, "house", m_after.name, {}, {{"name", m_before.name, m_after.name}}});
        for (const plan::Kind* kind : plan::kinds())
            kind->table->eachDifference(m_before, m_after,
                                        [&](const void* old, const void* now) { add(*kind, old, now); });
        return std::move(m_found);
    }

private:
    /// The device that a port or slot belongs to came or went as a whole.
    bool goesWithItsDevice(const plan::Kind& kind, const void* old, const void* now) const
    {
        if (old && now) return false;
        const plan::Plan& other = old ? m_after : m_before;
        const void* row = old ? old : now;
        if (&kind == &plan::kindOf<plan::Port>())
            return !other.devices.has(static_cast<const plan::Port*>(row)->device);
        if (&kind == &plan::kindOf<plan::Slot>())
            return !other.devices.has(static_cast<const plan::Slot*>(row)->device);
        return false;
    }
    void add(const plan::Kind& kind, const void* old, const void* now)
    {
        if (goesWithItsDevice(kind, old, now)) return;
        const void* row = now ? now : old;
        const plan::Plan& plan = now ? m_after : m_before;
        ObjectChange change{
            ChangeKind::Changed, {kind.name, kind.row.id(row)}, kind.word, nameOf(plan, kind, row), {}, {}};
        if (old && now) {
            change.fields = fieldsOf(kind, old, now);
            if (change.fields.empty()) return;
        } else {
            change.what = now ? ChangeKind::Added : ChangeKind::Removed;
            change.summary = summaryOf(kind, row, plan, m_kb);
        }
        m_found.push_back(std::move(change));
    }
    std::vector<FieldChange> fieldsOf(const plan::Kind& kind, const void* old, const void* now) const
    {
        Values before, after;
        flatten(toJson(kind, old), "", before);
        flatten(toJson(kind, now), "", after);
        std::set<std::string> paths;
        for (const Values* side : {&before, &after})
            for (const auto& [path, value] : *side) paths.insert(path);
        std::vector<FieldChange> changes;
        for (const std::string& path : paths) {
            const auto valueIn = [&](const Values& side) {
                const auto at = side.find(path);
                return at == side.end() ? Json() : at->second;
            };
            const Json from = valueIn(before), to = valueIn(after);
            if (from == to) continue;
            if (path == "jpeg") changes.push_back({"picture", from.is_null() ? "none" : "another", "this one"});
            else changes.push_back({fieldName(path, m_kb), m_old.text(path, from), m_new.text(path, to)});
        }
        return changes;
    }
    const plan::Plan& m_before;
    const plan::Plan& m_after;
    const kb::KnowledgeBase& m_kb;
    Side m_old, m_new;
    std::vector<ObjectChange> m_found;
};

}  // namespace

std::string ObjectChange::sentence() const
{
    const std::string called = name.starts_with(kind + " ") ? name : kind + " " + name;
    if (what != ChangeKind::Changed)
        return fmt::format("{} {}{}", called, what == ChangeKind::Added ? "is new" : "is gone",
                           summary.empty() ? "" : ": " + summary);
    std::vector<std::string> parts;
    for (const FieldChange& one : fields) parts.push_back(fmt::format("{} {} → {}", one.field, one.before, one.after));
    return called + ": " + text::joined(parts, ", ");
}

std::vector<ObjectChange> differences(const plan::Plan& before, const plan::Plan& after, const kb::KnowledgeBase& kb)
{
    return Differences(before, after, kb).all();
}

std::string countText(const std::vector<ObjectChange>& changes)
{
    if (changes.empty()) return "nothing changed";
    std::vector<std::string> parts;
    struct Counted {
        ChangeKind what;
        const char* word;
    };
    for (const Counted one : {Counted{ChangeKind::Added, "new"}, Counted{ChangeKind::Removed, "gone"},
                              Counted{ChangeKind::Changed, "changed"}})
        if (const auto count = std::count_if(changes.begin(), changes.end(),
                                             [&](const ObjectChange& change) { return change.what == one.what; }))
            parts.push_back(fmt::format("{} {}", count, one.word));
    return text::joined(parts, ", ");
}

}  // namespace sokudo::store
