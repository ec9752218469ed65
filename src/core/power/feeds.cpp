// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/feeds.h"

#include <algorithm>
#include <unordered_set>

#include "core/kb/copper_rows.h"
#include "core/kb/power_rows.h"

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }

/// Ids are unique among objects of one kind alone.
std::int64_t keyOf(const FeedNode& node) { return node.id * 8 + static_cast<std::int64_t>(node.kind); }

bool isPlugged(plan::SupplyKind kind) { return kind == plan::SupplyKind::Cord || kind == plan::SupplyKind::Brick; }

/// Each of low, usual and high by what an efficiency leaves of it.
WattBand before(const WattBand& after, const kb::PowerFigure& efficiency)
{
    if (efficiency.low <= 0) return after;
    return {Watt::of(after.low.in() / efficiency.high), Watt::of(after.usual.in() / efficiency.usual),
            Watt::of(after.high.in() / efficiency.low)};
}

}  // namespace

/// Fills in a net of feeds.
class FeedBuilder {
public:
    FeedBuilder(Feeds& net, const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb,
                Feeds::Watts watts)
        : m_net(net), m_plan(plan), m_kb(kb)
    {
        addNodes();
        gatherPorts(watts == Feeds::Watts::With);
        reports.each([&](const match::ReportPtr& report) {
            if (!report->link.b.isSet() || !(isAsked(report->link.a) || isAsked(report->link.b))) return;
            m_far[report->link.a] = {report->link.b, report->link.id()};
            m_far[report->link.b] = {report->link.a, report->link.id()};
        });
        for (const plan::Circuit& circuit : plan.circuits)
            add({.from = net.mains(), .to = net.nodeOf({FeedNode::Kind::Circuit, circuit.id.value})});
        for (const plan::Outlet& outlet : plan.outlets) addOutlet(outlet);
        for (std::size_t i = 0; i < net.devices(); ++i) addDevice(static_cast<int>(i));
        for (const plan::Place& place : plan.places)
            add({.from = net.mains(), .to = net.nodeOf({FeedNode::Kind::Place, place.id.value}), .isInferred = true});
        if (watts == Feeds::Watts::With)
            for (std::size_t i = 0; i < net.devices(); ++i) addDraw(static_cast<int>(i));
        else net.draws.resize(net.devices());
        m_state.assign(net.size(), 0);
        net.takes.resize(net.size());
        for (std::size_t i = 0; i < net.size(); ++i) sum(static_cast<int>(i));
        for (int number : m_closing) open(number);
    }

private:
    struct Far {
        plan::PortId port;
        plan::RunId run;
    };

    /// Ports of the devices that cables may feed; of all devices where their watts are asked for.
    void gatherPorts(bool isForAll)
    {
        m_ports.resize(m_net.devices());
        m_isForAll = isForAll;
        std::vector<bool> isFed(m_net.devices(), isForAll);
        for (std::size_t i = 0; i < m_net.devices() && !isForAll; ++i)
            for (const plan::Supply& supply : m_net.device(static_cast<int>(i))->supplies)
                if (supply.kind == plan::SupplyKind::Cable || supply.port.isSet()) isFed[i] = true;
        for (const plan::Port& port : m_plan.ports) {
            const bool asks = !port.traits.empty() && !port.traits.word("pd").empty();
            const int node = m_net.nodeOf(port.device);
            if (node < 0 || !(isFed[at(node)] || asks)) continue;
            m_ports[at(node)].push_back(&port);
            if (!isForAll) m_asked.insert(port.id);
        }
    }
    bool isAsked(plan::PortId port) const { return m_isForAll || m_asked.contains(port); }
    void addNodes()
    {
        for (const plan::Device& device : m_plan.devices) {
            m_net.m_device[device.id] = static_cast<int>(m_net.nodes.size());
            m_net.nodes.push_back({FeedNode::Kind::Device, device.id.value});
        }
        m_net.m_devices = m_net.nodes.size();
        const auto addOther = [&](FeedNode node) {
            m_net.m_other[keyOf(node)] = static_cast<int>(m_net.nodes.size());
            m_net.nodes.push_back(node);
        };
        for (const plan::Circuit& one : m_plan.circuits) addOther({FeedNode::Kind::Circuit, one.id.value});
        for (const plan::Outlet& one : m_plan.outlets) addOther({FeedNode::Kind::Outlet, one.id.value});
        for (const plan::Place& one : m_plan.places) addOther({FeedNode::Kind::Place, one.id.value});
        m_net.nodes.push_back({});
        m_net.into.resize(m_net.size());
        m_net.out.resize(m_net.size());
    }
    void add(const Feed& feed)
    {
        if (feed.from < 0 || feed.to < 0 || feed.from == feed.to) return;
        const int number = static_cast<int>(m_net.feeds.size());
        m_net.feeds.push_back(feed);
        m_net.into[at(feed.to)].push_back(number);
        m_net.out[at(feed.from)].push_back(number);
    }
    void addOutlet(const plan::Outlet& outlet)
    {
        Feed feed{.to = m_net.nodeOf({FeedNode::Kind::Outlet, outlet.id.value})};
        if (outlet.pluggedInto.isSet()) feed.from = m_net.nodeOf({FeedNode::Kind::Outlet, outlet.pluggedInto.value});
        else if (outlet.battery.isSet()) feed.from = m_net.nodeOf(outlet.battery);
        else if (outlet.circuit.isSet()) feed.from = m_net.nodeOf({FeedNode::Kind::Circuit, outlet.circuit.value});
        if (feed.from < 0) {
            feed.from = m_net.mains();
            feed.isInferred = true;
        }
        add(feed);
    }
    int outletsOf(plan::PlaceId place) const { return m_net.nodeOf({FeedNode::Kind::Place, place.value}); }
    void addDevice(int node)
    {
        const plan::Device& device = *m_net.device(node);
        for (const plan::Supply& supply : device.supplies) addSupply(node, device, supply);
        if (!m_net.into[at(node)].empty()) return;
        if (needsNoFeed(device)) return;
        if (device.supplies.empty() && inferred(node, device)) return;
        m_net.unknown.push_back(device.id);
    }
    void addSupply(int node, const plan::Device& device, const plan::Supply& supply)
    {
        Feed feed{.to = node, .how = supply.kind, .port = supply.port};
        feed.output = supply.output;
        feed.percent = supply.percent;
        feed.covers = supply.covers;
        if (supply.outlet.isSet()) feed.from = m_net.nodeOf({FeedNode::Kind::Outlet, supply.outlet.value});
        else if (const Far far = farOf(supply.port); far.port.isSet()) takeFar(feed, far);
        else if (supply.from.isSet()) {
            feed.from = m_net.nodeOf(supply.from);
            if (supply.kind == plan::SupplyKind::Cable) takeOnlyLink(feed, node);
        } else if (isPlugged(supply.kind)) feed.from = outletsOf(device.place);
        add(feed);
    }
    Far farOf(plan::PortId port) const
    {
        const auto found = m_far.find(port);
        return found == m_far.end() ? Far{} : found->second;
    }
    void takeFar(Feed& feed, const Far& far) const
    {
        const plan::Port* source = m_plan.ports.find(far.port);
        feed.from = source ? m_net.nodeOf(source->device) : -1;
        feed.source = far.port;
        feed.run = far.run;
    }
    /// The one link between both; with several nobody knows which of them feeds.
    void takeOnlyLink(Feed& feed, int node) const
    {
        Feed found = feed;
        int links = 0;
        for (const plan::Port* port : m_ports[at(node)]) {
            const Far far = farOf(port->id);
            const plan::Port* source = m_plan.ports.find(far.port);
            if (!source || m_net.nodeOf(source->device) != feed.from) continue;
            ++links;
            found.port = port->id;
            found.source = far.port;
            found.run = far.run;
        }
        if (links == 1) feed = found;
    }
    /// What the classes of its ports or the kind of its outlet tell, where nobody stated a supply.
    bool inferred(int node, const plan::Device& device)
    {
        for (const plan::Port* port : m_ports[at(node)]) {
            const std::string_view pd = port->traits.word("pd");
            const Far far = pd.empty() || pd == "none" ? Far{} : farOf(port->id);
            const plan::Port* source = m_plan.ports.find(far.port);
            const std::string_view pse = source ? source->traits.word("pse") : std::string_view();
            if (pse.empty() || pse == "none") continue;
            Feed feed{.to = node, .how = plan::SupplyKind::Cable, .port = port->id, .isInferred = true};
            takeFar(feed, far);
            add(feed);
        }
        if (!m_net.into[at(node)].empty()) return true;
        const std::string_view source = device.traits.word("power-source");
        Feed feed{.to = node, .isInferred = true};
        feed.covers = device.traits.count("brick").value_or(1);
        if (source == "outlet") feed.from = outletsOf(device.place);
        if (source == "battery-outlet") feed.from = batteryNear(device);
        add(feed);
        return feed.from >= 0;
    }
    /// The battery unit in the room, where there is one and no second; else outlets that nobody named.
    int batteryNear(const plan::Device& device) const
    {
        int found = -1;
        const plan::PlaceId room = plan::roomOf(m_plan, device.place);
        for (const plan::Device& other : m_plan.devices) {
            if (other.role != plan::Role::Ups || other.id == device.id || plan::roomOf(m_plan, other.place) != room)
                continue;
            if (found >= 0) return outletsOf(device.place);
            found = m_net.nodeOf(other.id);
        }
        return found >= 0 ? found : outletsOf(device.place);
    }

    void addDraw(int node)
    {
        const plan::Device& device = *m_net.device(node);
        std::vector<const plan::Port*> cabled;
        for (const plan::Port* port : m_ports[at(node)])
            if (m_far.contains(port->id)) cabled.push_back(port);
        std::optional<Watt> shown;
        for (int number : m_net.into[at(node)])
            if (const plan::Port* source = m_plan.ports.find(m_net.feeds[at(number)].source))
                if (const auto watts = source->traits.as<Watt>("poe-draw")) shown = shown ? *shown + *watts : *watts;
        m_net.draws.push_back(needsNoFeed(device) ? Draw{} : drawOf(device, cabled, shown, m_kb));
    }

    /// What passes a node: its own draw and what it feeds, each with the losses on the way.
    void sum(int node)
    {
        if (m_state[at(node)] != 0) return;
        m_state[at(node)] = 1;
        m_way.push_back(node);
        WattBand fed;
        for (int number : m_net.out[at(node)]) {
            Feed& feed = m_net.feeds[at(number)];
            if (m_state[at(feed.to)] == 1) {
                const auto start = std::find(m_way.begin(), m_way.end(), feed.to);
                m_net.rings.emplace_back(start, m_way.end());
                m_closing.push_back(number);
                continue;
            }
            sum(feed.to);
            feed.carries = carriedBy(feed);
            fed += feed.carries;
        }
        m_way.pop_back();
        m_state[at(node)] = 2;
        m_net.takes[at(node)] = at(node) < m_net.devices() ? taken(node, fed) : fed;
    }
    /// Takes the feed that closes a circle out of the net: what is left has a beginning.
    void open(int number)
    {
        const Feed& feed = m_net.feeds[at(number)];
        std::erase(m_net.into[at(feed.to)], number);
        std::erase(m_net.out[at(feed.from)], number);
    }
    WattBand carriedBy(const Feed& feed) const
    {
        WattBand watts = m_net.takes[at(feed.to)] * (1.0 / static_cast<double>(m_net.into[at(feed.to)].size()));
        const bool isRead = at(feed.to) < m_net.devices() && m_net.draws[at(feed.to)].basis == DrawBasis::Port;
        if (feed.how == plan::SupplyKind::Cable && !isRead) {
            const kb::PowerFigure lost = kb::powerFigure(m_kb, "poe-cable");
            watts = {Watt::of(watts.low.in() * (1 + lost.low)), Watt::of(watts.usual.in() * (1 + lost.usual)),
                     Watt::of(watts.high.in() * (1 + lost.high))};
        }
        return watts;
    }
    /// At the plug of a device, with what it feeds.
    WattBand taken(int node, const WattBand& fed) const
    {
        const Draw& draw = m_net.draws[at(node)];
        if (draw.basis == DrawBasis::Meter || draw.basis == DrawBasis::Port) return draw.usual;
        WattBand own = draw.usual;
        for (int number : m_net.into[at(node)])
            if (const auto percent = m_net.feeds[at(number)].percent; percent && draw.basis == DrawBasis::Stated) {
                own = own * (100.0 / *percent);
                break;
            }
        // While the mains are there, a battery unit passes them on.
        own += m_net.device(node)->role == plan::Role::Ups ? fed : before(fed, kb::powerFigure(m_kb, "supply"));
        return own;
    }

    Feeds& m_net;
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    std::unordered_map<plan::PortId, Far> m_far;
    std::unordered_set<plan::PortId> m_asked;  ///< ports whose far end matters
    bool m_isForAll = true;
    std::vector<std::vector<const plan::Port*>> m_ports;
    std::vector<char> m_state;  ///< 0: not looked at, 1: on the way, 2: done
    std::vector<int> m_way;
    std::vector<int> m_closing;  ///< feeds that close a circle
};

plan::Subject FeedNode::subject() const
{
    static constexpr const char* kKinds[] = {"device", "circuit", "outlet", "place", ""};
    return {kKinds[static_cast<std::size_t>(kind)], id};
}

Feeds::Feeds(const plan::Plan& plan, const match::Reports& reports, const kb::KnowledgeBase& kb, Watts watts)
    : m_plan(&plan)
{
    FeedBuilder(*this, plan, reports, kb, watts);
}

int Feeds::nodeOf(plan::DeviceId id) const
{
    const auto found = m_device.find(id);
    return found == m_device.end() ? -1 : found->second;
}
int Feeds::nodeOf(const FeedNode& node) const
{
    if (node.kind == FeedNode::Kind::Device) return nodeOf(plan::DeviceId{node.id});
    if (node.kind == FeedNode::Kind::Mains) return mains();
    const auto found = m_other.find(keyOf(node));
    return found == m_other.end() ? -1 : found->second;
}
const plan::Device* Feeds::device(int node) const
{
    return at(node) < m_devices ? m_plan->devices.find({nodes[at(node)].id}) : nullptr;
}

std::string Feeds::name(int node) const
{
    const FeedNode& one = nodes[at(node)];
    switch (one.kind) {
    case FeedNode::Kind::Device: return m_plan->devices.find({one.id})->name;
    case FeedNode::Kind::Circuit: return m_plan->circuits.find({one.id})->name;
    case FeedNode::Kind::Outlet: return m_plan->outlets.find({one.id})->name;
    case FeedNode::Kind::Place: return m_plan->places.find({one.id})->name;
    case FeedNode::Kind::Mains: break;
    }
    return "mains";
}

text::Sentence Feeds::says(int node) const
{
    switch (nodes[at(node)].kind) {
    case FeedNode::Kind::Circuit: return text::say("feeds.circuit", "circuit {}", name(node));
    case FeedNode::Kind::Outlet:
        return m_plan->outlets.find({nodes[at(node)].id})->kind == plan::OutletKind::Strip
                   ? text::say("feeds.strip", "strip {}", name(node))
                   : text::say("feeds.outlet", "outlet {}", name(node));
    case FeedNode::Kind::Place: return text::say("feeds.place", "outlets in {}, not named", name(node));
    default: return text::Sentence(name(node));
    }
}

WattBand Feeds::own(int node) const
{
    WattBand own = takes[at(node)];
    for (int number : out[at(node)]) {
        const WattBand& fed = feeds[at(number)].carries;
        own = {std::max(Watt{}, own.low - fed.low), std::max(Watt{}, own.usual - fed.usual),
               std::max(Watt{}, own.high - fed.high)};
    }
    return own;
}

bool Feeds::isPassive(int node) const { return at(node) < m_devices && needsNoFeed(*device(node)); }

std::vector<int> Feeds::darkWith(const std::vector<int>& gone, int lostFeed) const
{
    // Most things feed nobody: no search for those.
    if (lostFeed < 0 && gone.size() == 1 && out[at(gone.front())].empty()) return gone;
    if (lostFeed >= 0 && gone.empty()) {
        const int to = feeds[at(lostFeed)].to;
        if (into[at(to)].size() > 1) return {};
        if (out[at(to)].empty()) return {to};
    }
    std::vector<int> dark = gone;
    std::unordered_map<int, std::size_t> lost;  // of a node, how many of its feeds are dead
    std::unordered_map<int, bool> isDark;
    for (int node : gone) isDark[node] = true;
    const auto lose = [&](int number) {
        const int to = feeds[at(number)].to;
        if (++lost[to] == into[at(to)].size() && !isDark[to]) {
            isDark[to] = true;
            dark.push_back(to);
        }
    };
    if (lostFeed >= 0) lose(lostFeed);
    for (std::size_t i = 0; i < dark.size(); ++i)
        for (int number : out[at(dark[i])])
            if (number != lostFeed) lose(number);
    return dark;
}

bool needsNoFeed(const plan::Device& device)
{
    const std::string_view source = device.traits.word("power-source");
    return plan::isPassive(device.role) || device.role == plan::Role::CoaxSplitter ||
           (device.role == plan::Role::RadioClient && device.supplies.empty()) || source == "none" ||
           (source == "battery" && device.supplies.empty());
}

std::optional<WattHour> batteryOf(const plan::Device& device)
{
    const auto energy = device.traits.count("battery-wh");
    return energy ? std::optional(WattHour::of(*energy)) : std::nullopt;
}

}  // namespace sokudo::power
