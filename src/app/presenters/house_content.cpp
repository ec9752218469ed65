// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/house_content.h"

#include <algorithm>
#include <map>
#include <set>

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/power/feeds.h"

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

QString watts(Watt watt) { return toQt(text::number(watt.in(), 3) + std::string(text::kThin)) + "W"; }

/// The device and its port, or the outlet, that a feed comes from: "spread 20", "bench", "mains" where it has no name.
QString sourceOf(const plan::Plan& plan, const power::Feeds& feeds, const power::Feed& feed)
{
    const plan::Device* from = feeds.device(feed.from);
    if (!from)
        return feeds.nodes[static_cast<std::size_t>(feed.from)].kind == power::FeedNode::Kind::Outlet
                   ? toQt(feeds.name(feed.from))
                   : QString("mains");
    return plan.ports.has(feed.source) ? toQt(plan::portText(plan, feed.source)) : toQt(from->name);
}

/// "12.9 W, spread 20", "140 W, rack"; empty: not known.
QString powerOf(const plan::Plan& plan, const power::Feeds& feeds, const plan::Device& device)
{
    const int node = feeds.nodeOf(device.id);
    if (node < 0) return {};
    if (feeds.isPassive(node)) return "needs no feed";
    QStringList sources;
    for (int number : feeds.into[static_cast<std::size_t>(node)])
        sources << sourceOf(plan, feeds, feeds.feeds[static_cast<std::size_t>(number)]);
    if (sources.isEmpty()) return "source not known";
    return watts(feeds.takes[static_cast<std::size_t>(node)].usual) + ", " + sources.join(" and ");
}

std::vector<DrawnRun> runsOf(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis,
                             const LooseEnds& loose, const power::Feeds& feeds)
{
    std::map<plan::RunId, const power::Feed*> fed;
    for (const power::Feed& feed : feeds.feeds)
        if (feed.run.isSet()) fed[feed.run] = &feed;
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
        if (const auto over = report ? fed.find(report->link.id()) : fed.end(); over != fed.end())
            runs.back().feeds = toQt(feeds.name(over->second->to)) + ", " + watts(over->second->carries.usual);
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

std::map<plan::PortId, PortMark> marksOf(const std::vector<DrawnRun>& runs)
{
    std::map<plan::PortId, PortMark> marks;
    for (const DrawnRun& run : runs) {
        const PortState state = run.verdict == Verdict::NoLink ? PortState::Dead : PortState::Used;
        for (plan::PortId end : {run.a, run.b})
            if (end.isSet()) marks[end] = {end, state, run.rate, {}};
    }
    return marks;
}

/// Cords and leads between devices.
std::vector<DrawnFeed> cordsOf(const power::Feeds& feeds)
{
    std::vector<DrawnFeed> cords;
    for (const power::Feed& feed : feeds.feeds)
        if (feeds.device(feed.from) && feeds.device(feed.to) && !feed.run.isSet())
            cords.push_back({feeds.device(feed.from)->id, feeds.device(feed.to)->id, feed.carries.usual.in()});
    return cords;
}

}  // namespace

HouseContent houseContent(const plan::Plan& plan, const kb::KnowledgeBase& kb, const Analysis& analysis)
{
    const LooseEnds loose(plan);
    HouseContent result;
    const power::Feeds feeds(plan, analysis.links, kb);
    result.runs = runsOf(plan, kb, analysis, loose, feeds);
    result.feeds = cordsOf(feeds);
    std::map<plan::PortId, PortMark> marks = marksOf(result.runs);
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
            card.power = powerOf(plan, feeds, *device);
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
