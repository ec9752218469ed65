// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/match/link_shape.h"

#include <algorithm>

namespace sokudo::match {

/// The objects that a link is made of, each once, in the order in which it meets them.
class LinkPieces {
public:
    /// Forgets the link before; the lists keep their room.
    void take(const plan::Plan& plan, const plan::Link& link)
    {
        devices.clear();
        ports.clear();
        slots.clear();
        places.clear();
        runs.clear();
        m_link = &link;
        m_plan = &plan;
        addPort(plan, link.a);
        addPort(plan, link.b);
        for (plan::RunId id : link.runs)
            if (const plan::Run* run = plan.runs.find(id)) {
                runs.push_back(run);
                addPort(plan, run->a);
                addPort(plan, run->b);
            }
    }
    /// Whether the rules look at nothing else of the plan: no port that is split, no power that devices share.
    bool isAlone(const plan::Plan& plan) const
    {
        const auto isShared = [](const plan::Port* port) {
            return port->splitOf.isSet() || port->traits.has("split") || port->traits.has("pse");
        };
        const auto states = [](const plan::Device* device) {
            return !device->traits.empty() || device->role == plan::Role::Injector;
        };
        const auto isWaived = [&](const plan::Waiver& waiver) {
            return std::any_of(runs.begin(), runs.end(), [&](const plan::Run* run) { return run->id == waiver.run; });
        };
        return names() <= kMostNames && std::none_of(ports.begin(), ports.end(), isShared) &&
               std::none_of(devices.begin(), devices.end(), states) &&
               std::none_of(plan.waivers.begin(), plan.waivers.end(), isWaived);
    }
    std::size_t names() const { return devices.size() + ports.size() + slots.size() + places.size() + runs.size(); }
    LinkNames allNames() const
    {
        LinkNames result;
        result.reserve(names());
        for (const auto* one : devices) result.push_back(one->name);
        for (const auto* one : ports) result.push_back(one->name);
        for (const auto* one : slots) result.push_back(one->name);
        for (const auto* one : places) result.push_back(one->name);
        for (const auto* one : runs) result.push_back(one->label);
        return result;
    }
    const plan::Link& link() const { return *m_link; }
    plan::PlaceId roomOf(const plan::Place& place) const { return plan::roomOf(*m_plan, place.id); }
    /// The room of a rack or cupboard; unset: it is a room itself. What stands between the two is not asked for.
    plan::PlaceId roomAround(const plan::Place& place) const
    {
        const plan::PlaceId room = roomOf(place);
        return room == place.id ? plan::PlaceId{} : room;
    }

    std::vector<const plan::Device*> devices;
    std::vector<const plan::Port*> ports;
    std::vector<const plan::Slot*> slots;
    std::vector<const plan::Place*> places;
    std::vector<const plan::Run*> runs;

private:
    template <class T>
    static void addOnce(std::vector<const T*>& into, const T* one)
    {
        if (one && std::find(into.begin(), into.end(), one) == into.end()) into.push_back(one);
    }
    void addPort(const plan::Plan& plan, plan::PortId id)
    {
        const plan::Port* port = plan.ports.find(id);
        if (!port || std::find(ports.begin(), ports.end(), port) != ports.end()) return;
        ports.push_back(port);
        const plan::Device* device = plan.devices.find(port->device);
        addOnce(devices, device);
        addOnce(slots, plan.slots.find(port->slot));
        if (!device) return;
        addOnce(places, plan.places.find(device->place));
        addOnce(places, plan.places.find(plan::roomOf(plan, device->place)));
    }
    const plan::Plan* m_plan = nullptr;
    const plan::Link* m_link = nullptr;
};

namespace {

/// Where an id stands in a list, from 1; 0: nowhere.
template <class T, class Id>
int numberOf(const std::vector<const T*>& list, Id id)
{
    for (std::size_t i = 0; i < list.size(); ++i)
        if (list[i]->id == id) return static_cast<int>(i) + 1;
    return 0;
}

/// Writes values one behind the other, each with its length where it has none by itself.
class KeyWriter {
public:
    explicit KeyWriter(std::string& into) : m_key(into) { m_key.clear(); }
    void add(std::int64_t value) { m_key.append(reinterpret_cast<const char*>(&value), sizeof value); }
    void small(int value)
    {
        m_key.push_back(static_cast<char>(value));
        m_key.push_back(static_cast<char>(value >> 8));
    }
    void add(std::string_view text)
    {
        small(static_cast<int>(text.size()));
        m_key.append(text);
    }
    void add(const plan::Traits& traits)
    {
        small(static_cast<int>(std::distance(traits.begin(), traits.end())));
        for (const auto& [id, value] : traits) {
            add(id);
            add(value);
        }
    }
    template <class Q>
    void add(const std::optional<Q>& value)
    {
        add(value ? value->steps() : std::int64_t{-1});
    }

private:
    std::string& m_key;
};

void addPorts(const LinkPieces& pieces, KeyWriter& key)
{
    for (const plan::Port* port : pieces.ports) {
        key.add(port->cage);
        key.add(port->module);
        key.small(static_cast<int>(port->rates.size()));
        for (BitRate rate : port->rates) key.add(rate.steps());
        key.add(port->forced);
        key.small(port->fec ? static_cast<int>(*port->fec) : -1);
        key.add(std::int64_t{port->mtu.value_or(-1)});
        key.small(port->leg);
        key.small(numberOf(pieces.slots, port->slot));
        key.small(numberOf(pieces.devices, port->device));
        key.small(port->name.empty());
        key.add(port->traits);
    }
    for (const plan::Slot* slot : pieces.slots) {
        for (int value :
             {slot->generation, slot->lanes, slot->shape, slot->chipset ? 1 : 0, slot->name.empty() ? 1 : 0})
            key.small(value);
        key.small(numberOf(pieces.devices, slot->device));
        key.small(slot->card ? slot->card->generation * 64 + slot->card->lanes : -1);
        if (slot->card) key.add(slot->card->name);
    }
}

void addRuns(const LinkPieces& pieces, KeyWriter& key)
{
    for (const plan::Run* run : pieces.runs) {
        key.small(numberOf(pieces.ports, run->a) * 256 + numberOf(pieces.ports, run->b));
        key.add(run->medium);
        key.add(run->length);
        key.small(run->joints);
        key.small(run->splices);
        key.small(static_cast<int>(run->bundle) * 4 + (run->protectedOutdoors ? 2 : 0) + (run->label.empty() ? 1 : 0));
        key.add(run->wireMap);
        key.add(run->wanted);
        key.small(static_cast<int>(run->segments.size()));
        for (const plan::Segment& segment : run->segments) {
            key.small(static_cast<int>(segment.kind) * 2 + (segment.atB ? 1 : 0));
            key.add(segment.medium);
            key.add(segment.length);
            key.small(segment.gauge);
        }
        key.add(run->traits);
    }
}

void writeKey(const LinkPieces& pieces, std::string& into)
{
    KeyWriter key(into);
    for (std::size_t count : {pieces.ports.size(), pieces.devices.size(), pieces.slots.size(), pieces.places.size(),
                              pieces.runs.size(), pieces.link().through.size()})
        key.small(static_cast<int>(count));
    key.small(numberOf(pieces.ports, pieces.link().a) * 256 + numberOf(pieces.ports, pieces.link().b));
    addPorts(pieces, key);
    for (const plan::Device* device : pieces.devices) {
        key.small(static_cast<int>(device->role) * 2 + (device->name.empty() ? 1 : 0));
        key.small(numberOf(pieces.places, device->place));
    }
    for (const plan::Place* place : pieces.places) {
        key.add(place->building);
        key.small(place->level * 2 + (place->name.empty() ? 1 : 0));
        key.small(static_cast<int>(place->kind) * 256 + numberOf(pieces.places, pieces.roomOf(*place)));
    }
    addRuns(pieces, key);
}

/// A plan of these pieces alone, with numbers for ids and stand-ins for names; and the link in it.
struct Example {
    plan::Plan plan;
    plan::Link link;
};

/// The id of an object as the number of its place in the list.
template <class List, class IdType>
void number(const List& list, IdType& id)
{
    id.value = numberOf(list, id);
}

plan::Link linkOf(const LinkPieces& pieces)
{
    plan::Link link = pieces.link();
    number(pieces.ports, link.a);
    number(pieces.ports, link.b);
    for (plan::RunId& run : link.runs) number(pieces.runs, run);
    for (plan::PortId& port : link.through) number(pieces.ports, port);
    return link;
}

/// The pieces of a link under numbers and names of their own, put into a plan one kind after the other.
class ExampleMaker {
public:
    explicit ExampleMaker(const LinkPieces& pieces) : m_pieces(pieces) {}
    Example made()
    {
        addDevices();
        addPorts();
        addSlots();
        addPlaces();
        addRuns();
        m_example.link = linkOf(m_pieces);
        return std::move(m_example);
    }

private:
    void addDevices()
    {
        for (const plan::Device* one : m_pieces.devices) {
            plan::Device device = *one;
            standIn(device.name);
            number(m_pieces.devices, device.id);
            number(m_pieces.places, device.place);
            device.supplies.clear();
            m_plan.devices = m_plan.devices.with(device);
        }
    }
    void addPorts()
    {
        for (const plan::Port* one : m_pieces.ports) {
            plan::Port port = *one;
            standIn(port.name);
            number(m_pieces.ports, port.id);
            number(m_pieces.devices, port.device);
            number(m_pieces.slots, port.slot);
            m_plan.ports = m_plan.ports.with(port);
        }
    }
    void addSlots()
    {
        for (const plan::Slot* one : m_pieces.slots) {
            plan::Slot slot = *one;
            standIn(slot.name);
            number(m_pieces.slots, slot.id);
            number(m_pieces.devices, slot.device);
            m_plan.slots = m_plan.slots.with(slot);
        }
    }
    void addPlaces()
    {
        for (const plan::Place* one : m_pieces.places) {
            plan::Place place = *one;
            standIn(place.name);
            number(m_pieces.places, place.id);
            place.within = m_pieces.roomAround(*one);
            number(m_pieces.places, place.within);
            m_plan.places = m_plan.places.with(place);
        }
    }
    void addRuns()
    {
        for (const plan::Run* one : m_pieces.runs) {
            plan::Run run = *one;
            standIn(run.label);
            number(m_pieces.runs, run.id);
            number(m_pieces.ports, run.a);
            number(m_pieces.ports, run.b);
            m_plan.runs = m_plan.runs.with(run);
        }
    }
    void standIn(std::string& name)
    {
        if (!name.empty()) name = nameMark(m_next);
        ++m_next;
    }

    const LinkPieces& m_pieces;
    Example m_example;
    plan::Plan& m_plan = m_example.plan;
    std::size_t m_next = 0;
};

}  // namespace

ShapeBook::Shape ShapeBook::judgeShape(const LinkPieces& pieces) const
{
    const Example example = ExampleMaker(pieces).made();
    const LinkReport report = match::judge(linkContext(example.plan, example.link, m_kb));
    return {report.verdict, report.rate, report.wanted, report.result,
            std::make_shared<const std::vector<Finding>>(report.findings.all())};
}

LinkReport ShapeBook::judge(const plan::Plan& plan, const plan::Link& link)
{
    thread_local LinkPieces pieces;  // for its room only
    pieces.take(plan, link);
    if (!pieces.isAlone(plan)) {
        LinkReport report = match::judge(linkContext(plan, link, m_kb));
        report.link = link;
        return report;
    }
    writeKey(pieces, m_key);
    auto shape = m_shapes.find(m_key);
    if (shape == m_shapes.end()) shape = m_shapes.emplace(m_key, judgeShape(pieces)).first;
    LinkReport report;
    report.link = link;
    report.title = plan::portText(plan, link.a) + " — " +
                   (link.b.isSet() ? plan::portText(plan, link.b) : std::string("not traced"));
    report.verdict = shape->second.verdict;
    report.rate = shape->second.rate;
    report.wanted = shape->second.wanted;
    report.result = shape->second.result;
    report.findings = Findings(shape->second.findings, pieces.allNames());
    return report;
}

}  // namespace sokudo::match
