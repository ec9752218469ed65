// SPDX-License-Identifier: GPL-3.0-or-later
// Which changes of a variant belong together, and the house with some of them made.
#include <algorithm>
#include <map>
#include <numeric>
#include <set>

#include "core/base/text.h"
#include "core/buy/stages.h"
#include "core/plan/gone_references.h"
#include "core/plan/invariants.h"
#include "core/plan/kind.h"
#include "core/plan/references.h"

namespace sokudo::buy {
namespace {

using Key = std::pair<std::string, std::int64_t>;

/// Sets of changes that are joined as soon as one needs the other at both ends.
class Sets {
public:
    void add(const Key& key) { m_parent.emplace(key, key); }
    bool has(const Key& key) const { return m_parent.count(key) > 0; }
    Key root(Key key)
    {
        while (m_parent.at(key) != key) key = m_parent.at(key);
        return key;
    }
    void join(const Key& a, const Key& b)
    {
        if (has(a) && has(b)) m_parent[root(a)] = root(b);
    }
    const std::map<Key, Key>& all() const { return m_parent; }

private:
    std::map<Key, Key> m_parent;
};

class Split {
public:
    Split(const plan::Plan& house, const plan::Plan& variant) : m_house(house), m_variant(variant)
    {
        for (const plan::Kind* kind : plan::kinds())
            kind->table->eachDifference(house, variant, [&](const void* old, const void* now) {
                m_sets.add({kind->name, kind->row.id(now ? now : old)});
            });
    }

    StageSplit run()
    {
        ofDevices(m_house);
        ofDevices(m_variant);
        ofRuns(m_house);
        ofRuns(m_variant);
        number();
        needs();
        return {std::move(m_stages), std::move(m_records)};
    }

private:
    static Key key(const char* kind, std::int64_t id) { return {kind, id}; }

    /// Ports and slots of a device that comes or goes belong to it; a port that comes belongs to its card.
    void ofDevices(const plan::Plan& plan)
    {
        for (const plan::Port& port : plan.ports) {
            const Key device = key("device", port.device.value);
            if (m_house.devices.has(port.device) != m_variant.devices.has(port.device))
                m_sets.join(key("port", port.id.value), device);
            else if (port.slot.isSet()) m_sets.join(key("port", port.id.value), key("slot", port.slot.value));
            if (port.splitOf.isSet()) m_sets.join(key("port", port.id.value), key("port", port.splitOf.value));
        }
        for (const plan::Slot& slot : plan.slots) {
            // An adapter takes no slot of the bus: ports that come with it are known by having none either.
            if (slot.generation == 0 && !m_house.slots.has(slot.id))
                for (const plan::Port* port : plan::portsOf(plan, slot.device))
                    if (!port->slot.isSet() && !m_house.ports.has(port->id))
                        m_sets.join(key("slot", slot.id.value), key("port", port->id.value));
            if (m_house.devices.has(slot.device) != m_variant.devices.has(slot.device))
                m_sets.join(key("slot", slot.id.value), key("device", slot.device.value));
        }
    }
    /// A cable belongs together with changed ports at its ends, unless they are those of a new device, which others use
    /// too.
    void ofRuns(const plan::Plan& plan)
    {
        for (const plan::Run& run : plan.runs)
            for (plan::PortId end : {run.a, run.b}) {
                const plan::Port* port = plan.ports.find(end);
                if (!port || m_house.devices.has(port->device) != m_variant.devices.has(port->device)) continue;
                m_sets.join(key("run", run.id.value), key("port", end.value));
                if (port->slot.isSet()) m_sets.join(key("run", run.id.value), key("slot", port->slot.value));
                // Old and new cable of one port change places.
                for (const plan::Run* other : plan::runsAt(&plan == &m_house ? m_variant : m_house, end))
                    m_sets.join(key("run", run.id.value), key("run", other->id.value));
            }
    }
    void number()
    {
        std::map<Key, std::size_t> at;
        for (const auto& [change, parent] : m_sets.all()) {
            const auto [found, isNew] = at.emplace(m_sets.root(change), m_stages.size());
            if (isNew) m_stages.push_back({});
            m_stages[found->second].changes.push_back({change.first, change.second});
            m_stageOf[change] = found->second;
        }
        for (Stage& stage : m_stages) stage.what = nameOf(stage);
        setRecordsAside();
    }
    /// What is no part of the network is no stage.
    void setRecordsAside()
    {
        static const std::set<std::string> kBuilt{"device", "port", "slot", "run"};
        const auto isBuilt = [](const Stage& stage) {
            return std::any_of(stage.changes.begin(), stage.changes.end(),
                               [](const plan::Subject& one) { return kBuilt.count(one.kind) > 0; });
        };
        std::vector<Stage> kept;
        for (Stage& stage : m_stages)
            if (isBuilt(stage)) kept.push_back(std::move(stage));
            else m_records.insert(m_records.end(), stage.changes.begin(), stage.changes.end());
        m_stages = std::move(kept);
        m_stageOf.clear();
        for (std::size_t i = 0; i < m_stages.size(); ++i)
            for (const plan::Subject& one : m_stages[i].changes) m_stageOf[{one.kind, one.id}] = i;
    }
    text::Sentence nameOf(const Stage& stage) const
    {
        std::vector<std::string> devices, runs;
        for (const plan::Subject& one : stage.changes) {
            if (one.kind == "device") {
                const plan::Device* device = m_variant.devices.find({one.id});
                const bool goes = !device;
                if (goes) device = m_house.devices.find({one.id});
                if (device) devices.push_back((goes ? "without " : "") + device->name);
            } else if (one.kind == "run") {
                const plan::Run* run = m_variant.runs.find({one.id});
                const plan::Run* old = m_house.runs.find({one.id});
                const plan::Plan& in = run ? m_variant : m_house;
                if (!run) run = old;
                if (run && (run->a.isSet() || run->b.isSet()) && m_variant.runs.has(run->id))
                    runs.push_back(plan::portText(in, run->a) + " – " + plan::portText(in, run->b));
            } else if (one.kind == "slot") {
                const plan::Slot* slot = m_variant.slots.find({one.id});
                const plan::Device* device = slot ? m_variant.devices.find(slot->device) : nullptr;
                if (device && slot->card && m_house.devices.has(device->id))
                    devices.push_back(slot->card->name + " in " + device->name);
            }
        }
        std::vector<std::string> all = devices;
        all.insert(all.end(), runs.begin(), runs.end());
        if (all.empty())
            return stage.changes.front().kind == "port"
                       ? text::Sentence("settings of " + plan::portText(m_variant, {stage.changes.front().id}))
                       : text::Sentence(stage.changes.front().kind);
        if (all.size() > 3) {
            const std::size_t more = all.size() - 3;
            all.resize(3);
            return text::joined(all, ", ") + " and " + std::to_string(more) + " more";
        }
        return text::joined(all, ", ");
    }
    /// What comes is there before others refer to it, and nothing refers to it any more when it goes: a cable needs the
    /// devices and cards that its ends are on.
    void needs()
    {
        const auto need = [&](const Key& first, const Key& on) {
            const auto of = m_stageOf.find(first), found = m_stageOf.find(on);
            if (of == m_stageOf.end() || found == m_stageOf.end() || found->second == of->second) return;
            std::vector<std::size_t>& after = m_stages[of->second].after;
            if (std::find(after.begin(), after.end(), found->second) == after.end()) after.push_back(found->second);
        };
        for (const Stage& stage : m_stages)
            for (const plan::Subject& one : stage.changes) {
                const plan::Kind& kind = *plan::kindNamed(one.kind);
                const Key change = key(kind.name, one.id);
                if (const void* now = kind.table->find(m_variant, one.id))
                    for (const plan::Subject& other : plan::referencesOf(kind, now)) need(change, keyOf(other));
                if (const void* old = kind.table->find(m_house, one.id))
                    for (const plan::Subject& other : plan::referencesOf(kind, old)) {
                        const plan::Kind* target = plan::kindNamed(other.kind);
                        if (target && !target->table->find(m_variant, other.id)) need(keyOf(other), change);
                    }
                if (one.kind != std::string("run")) continue;
                const plan::Run* run = m_variant.runs.find({one.id});
                for (plan::PortId end : {run ? run->a : plan::PortId{}, run ? run->b : plan::PortId{}})
                    if (const plan::Port* port = m_variant.ports.find(end))
                        need(change, key("device", port->device.value));
            }
    }
    static Key keyOf(const plan::Subject& one) { return {one.kind, one.id}; }

    const plan::Plan &m_house, &m_variant;
    Sets m_sets;
    std::vector<Stage> m_stages;
    std::vector<plan::Subject> m_records;
    std::map<Key, std::size_t> m_stageOf;
};

/// Puts the records of the variant until no more of them can be put, as one may name another, and takes out those that
/// it has no more and whose object is gone.
void follow(plan::Plan& plan, const plan::Plan& variant, std::vector<plan::Subject> records)
{
    const auto goes = [&](const plan::Subject& one) {
        const plan::Kind& kind = *plan::kindNamed(one.kind);
        if (const void* row = kind.table->find(variant, one.id)) {
            if (plan::refersToGone(plan, kind, row) || plan::brokenReference(plan, kind, row)) return false;
            kind.table->put(plan, row);
            return true;
        }
        const void* old = kind.table->find(plan, one.id);
        if (old && !plan::brokenReference(plan, kind, old)) return false;
        kind.table->drop(plan, one.id);
        return true;
    };
    while (std::erase_if(records, goes) > 0) {}
    // What is left waits for what is not built, and may still name what is gone.
    const bool isAnyLost = std::any_of(records.begin(), records.end(), [&](const plan::Subject& one) {
        const plan::Kind& kind = *plan::kindNamed(one.kind);
        const void* row = kind.table->find(plan, one.id);
        return row && plan::brokenReference(plan, kind, row);
    });
    if (isAnyLost) plan = plan::withoutGoneReferences(std::move(plan));
}

}  // namespace

StageSplit splitOf(const plan::Plan& house, const plan::Plan& variant) { return Split(house, variant).run(); }

plan::Plan builtSoFar(const plan::Plan& house, const plan::Plan& variant, const StageSplit& split,
                      const std::vector<bool>& built)
{
    if (std::all_of(built.begin(), built.end(), [](bool one) { return one; })) return variant;
    plan::Plan plan = house;
    if (std::none_of(built.begin(), built.end(), [](bool one) { return one; })) return plan;
    for (std::size_t i = 0; i < split.stages.size(); ++i) {
        if (!built[i]) continue;
        for (const plan::Subject& change : split.stages[i].changes) {
            const plan::Kind& kind = *plan::kindNamed(change.kind);
            if (const void* row = kind.table->find(variant, change.id)) kind.table->put(plan, row);
            else kind.table->drop(plan, change.id);
        }
    }
    follow(plan, variant, split.records);
    return plan;
}

}  // namespace sokudo::buy
