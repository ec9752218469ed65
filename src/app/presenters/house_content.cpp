// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/house_content.h"

#include <algorithm>
#include <map>
#include <set>

#include "app/qt_text.h"

namespace sokudo::app {
namespace {

/// What is left temporary or open, by the object it is about.
struct LooseEnds {
    std::set<std::int64_t> temporaryRuns, temporaryDevices, openDevices;
    explicit LooseEnds(const plan::Plan& plan)
    {
        for (const plan::LooseEnd& end : plan.looseEnds) {
            if (end.isDone || !end.about) continue;
            const bool isTemporary = end.kind == plan::LooseEndKind::Temporary;
            if (end.about->kind == "run" && isTemporary) temporaryRuns.insert(end.about->id);
            if (end.about->kind == "device" && isTemporary) temporaryDevices.insert(end.about->id);
            if (end.about->kind == "device" && end.kind == plan::LooseEndKind::Open) openDevices.insert(end.about->id);
        }
    }
};

/// The network of the frames without a tag: as stated at either end.
QString networkOf(const plan::Plan& plan, const plan::Run& run)
{
    for (plan::PortId end : {run.a, run.b})
        if (const plan::Port* port = plan.ports.find(end))
            if (const plan::Network* network = plan.networks.find(port->untagged)) return toQt(network->name);
    return {};
}

/// The device that is powered over the cable of a link by the one at its other end; null: none.
const plan::Device* fedOver(const plan::Plan& plan, const plan::Link& link)
{
    const plan::Device *a = plan::deviceOf(plan, link.a), *b = plan::deviceOf(plan, link.b);
    if (!a || !b) return nullptr;
    const auto isFedOverIt = [&](const plan::Device& one, const plan::Device& other, plan::PortId port) {
        const plan::Port* at = plan.ports.find(port);
        const std::string_view pd = at ? at->traits.word("pd") : std::string_view();
        const bool isStated = std::any_of(one.supplies.begin(), one.supplies.end(), [&](const plan::Supply& supply) {
            return supply.port.isSet() ? supply.port == port
                                       : supply.kind == plan::SupplyKind::Cable && supply.from == other.id;
        });
        return isStated || (one.supplies.empty() && !pd.empty() && pd != "none");
    };
    if (isFedOverIt(*a, *b, link.a)) return a;
    return isFedOverIt(*b, *a, link.b) ? b : nullptr;
}

/// "from spread", "outlet"; empty: not stated.
QString powerOf(const plan::Plan& plan, const plan::Device& device)
{
    if (const plan::Device* feeder = plan.devices.find(plan::feederOf(device))) return "from " + toQt(feeder->name);
    const std::string_view source = device.traits.word("power-source");
    if (source == "outlet") return "mains outlet";
    if (source == "battery-outlet") return "outlet on battery";
    if (source == "poe") return "PoE";
    if (plan::isPassive(device.role)) return "needs none";
    return toQt(source);
}

std::vector<DrawnRun> runsOf(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
                             const LooseEnds& loose)
{
    std::vector<DrawnRun> runs;
    runs.reserve(plan.runs.size());
    for (const plan::Run& run : plan.runs) {
        const match::LinkReport* report = analysis.reportOf(run.id);
        const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
        runs.push_back({run.id, run.a, run.b, toQt(run.label), report ? report->rate : std::nullopt,
                        report ? report->verdict : Verdict::Unknown,
                        medium ? std::optional(medium->kind) : std::nullopt, networkOf(plan, run),
                        toQt(run.traits.word("run-owner")), loose.temporaryRuns.contains(run.id.value),
                        report ? report->link.id() : run.id});
        if (const plan::Device* fed = report ? fedOver(plan, report->link) : nullptr)
            runs.back().feeds = toQt(fed->name);
    }
    return runs;
}

/// From the highest level down; on one level a place is followed by those within it.
std::vector<const plan::Place*> placesInOrder(const plan::Plan& plan)
{
    std::vector<const plan::Place*> outer, all;
    for (const plan::Place& place : plan.places)
        if (!plan.places.has(place.within)) outer.push_back(&place);
    std::stable_sort(outer.begin(), outer.end(),
                     [](const plan::Place* a, const plan::Place* b) { return a->level > b->level; });
    const auto add = [&](const auto& self, const plan::Place* place) -> void {
        all.push_back(place);
        for (const plan::Place* inner : plan::placesIn(plan, place->id)) self(self, inner);
    };
    for (const plan::Place* place : outer) add(add, place);
    return all;
}

}  // namespace

HouseContent houseContent(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis)
{
    const LooseEnds loose(plan);
    HouseContent result;
    result.runs = runsOf(plan, kb, analysis, loose);
    std::map<plan::PortId, PortMark> marks;
    for (const DrawnRun& run : result.runs) {
        const PortState state = run.verdict == Verdict::NoLink ? PortState::Dead : PortState::Used;
        for (plan::PortId end : {run.a, run.b})
            if (end.isSet()) marks[end] = {end, state, run.rate, {}};
    }
    std::map<plan::DeviceId, std::vector<const plan::Port*>> ports;
    for (const plan::Port& port : plan.ports) ports[port.device].push_back(&port);
    std::map<plan::PlaceId, std::vector<const plan::Device*>> devices;
    for (const plan::Device& device : plan.devices) devices[device.place].push_back(&device);
    for (const plan::Place* place : placesInOrder(plan)) {
        const plan::Place* outer = plan.places.find(place->within);
        PlaceBand band{toQt(place->name),
                       toQt(place->building),
                       place->level,
                       {},
                       place->id,
                       outer ? toQt(outer->name) : QString(),
                       toQt(place->traits.word("place-owner"))};
        for (const plan::Device* device : devices[place->id]) {
            const std::string role(word(device->role));
            DeviceCard card{device->id,
                            toQt(device->name),
                            toQt(device->description.empty() ? role : device->description),
                            {},
                            toQt(device->traits.word("owner")),
                            loose.temporaryDevices.contains(device->id.value),
                            loose.openDevices.contains(device->id.value),
                            place->id};
            card.power = powerOf(plan, *device);
            auto& own = ports[device->id];
            std::stable_sort(own.begin(), own.end(),
                             [](const auto* x, const auto* y) { return x->position < y->position; });
            for (const plan::Port* port : own) {
                const auto mark = marks.find(port->id);
                card.ports.push_back(mark == marks.end() ? PortMark{port->id, PortState::Free, std::nullopt}
                                                         : mark->second);
                card.ports.back().name = toQt(device->name + " " + port->name);
            }
            band.devices.push_back(std::move(card));
        }
        result.places.push_back(std::move(band));
    }
    return result;
}

}  // namespace sokudo::app
