// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/power/failure.h"

#include "core/plan/kind.h"
#include "core/plan/trace.h"

namespace sokudo::power {
namespace {

bool isIn(const plan::Plan& plan, plan::PlaceId place, std::int64_t whole)
{
    for (std::size_t steps = 0; place.isSet() && steps <= plan.places.size(); ++steps) {
        if (place.value == whole) return true;
        const plan::Place* one = plan.places.find(place);
        place = one ? one->within : plan::PlaceId{};
    }
    return false;
}

/// The outlets of a place, and what hangs on outlets there that nobody named.
std::vector<FeedNode> outletsOf(const plan::Plan& plan, std::int64_t whole)
{
    std::vector<FeedNode> found;
    for (const plan::Place& place : plan.places)
        if (isIn(plan, place.id, whole)) found.push_back({FeedNode::Kind::Place, place.id.value});
    for (const plan::Outlet& outlet : plan.outlets)
        if (outlet.kind == plan::OutletKind::Wall && isIn(plan, outlet.place, whole))
            found.push_back({FeedNode::Kind::Outlet, outlet.id.value});
    return found;
}

}  // namespace

Result<Cut> cutOf(const plan::Plan& plan, const SupplyNet& net, const Outage& outage)
{
    Cut cut;
    const auto add = [&](int node) {
        if (node >= 0) cut.nodes.push_back(node);
    };
    const plan::Subject& what = outage.what;
    if (outage.cause == Outage::Cause::Mains) add(net.feeds.mains());
    else if (outage.cause == Outage::Cause::Place)
        for (const FeedNode& node : outletsOf(plan, what.id)) add(net.feeds.nodeOf(node));
    else if (what.kind == "device") add(net.feeds.nodeOf(plan::DeviceId{what.id}));
    else if (what.kind == "outlet") add(net.feeds.nodeOf({FeedNode::Kind::Outlet, what.id}));
    else if (what.kind == "circuit") add(net.feeds.nodeOf({FeedNode::Kind::Circuit, what.id}));
    else if (what.kind == "run") {
        cut.edge = net.edgeOf({what.id});
        // Another part of its link: that is looked for in the whole plan.
        if (const auto link = cut.edge < 0 ? plan::linkOf(plan, {what.id}) : std::nullopt)
            cut.edge = net.edgeOf(link->id());
        if (cut.edge >= 0) cut.feed = net.edges[static_cast<std::size_t>(cut.edge)].feed;
    }
    if (cut.nodes.empty() && cut.edge < 0)
        return failure(ErrorCode::NotFound,
                       text::say("outage.nothing-there", "what goes off is not in this house, or nothing hangs on it"));
    return cut;
}

Failure failureOf(const SupplyNet& net, const Cut& cut)
{
    Failure failure{{}, cut.edge};
    if (cut.nodes.empty() && cut.feed < 0) return failure;
    for (int node : net.feeds.darkWith(cut.nodes, cut.feed))
        if (static_cast<std::size_t>(node) < net.size()) failure.dark.push_back(node);
    return failure;
}

text::Sentence titleOf(const plan::Plan& plan, const Outage& outage)
{
    const std::int64_t id = outage.what.id;
    const auto nameIn = [&](const auto& rows) {
        using Row = std::decay_t<decltype(*rows.begin())>;
        const auto* row = rows.find(decltype(Row::id){id});
        return row ? plan::kindOf<Row>().nameOf(row) : std::string("?");
    };
    switch (outage.cause) {
    case Outage::Cause::Mains: return text::say("outage.title-house", "Mains off in the whole house");
    case Outage::Cause::Place: return text::say("outage.title-place", "Mains off in {}", nameIn(plan.places));
    case Outage::Cause::Circuit: return text::say("outage.title-circuit", "Circuit {} is off", nameIn(plan.circuits));
    case Outage::Cause::Broken: break;
    }
    if (outage.what.kind == "run") return text::say("outage.title-run", "Cable {} is cut", nameIn(plan.runs));
    if (outage.what.kind == "outlet")
        return text::say("outage.title-outlet", "Outlet {} is dead", nameIn(plan.outlets));
    return text::say("outage.title-device", "{} is broken", nameIn(plan.devices));
}

}  // namespace sokudo::power
