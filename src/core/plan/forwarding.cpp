// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/forwarding.h"

#include <algorithm>
#include <set>

namespace sokudo::plan {
namespace {

constexpr int kUsualMtu = 1500;

/// The networks in which traffic may leave by a port.
std::vector<NetworkId> leaving(const Forwarder& device, const PortInEffect& own, const PortInEffect& other,
                               NetworkId now, bool isSource)
{
    std::vector<NetworkId> result{now};
    if (!isSource && !device.routes) return result;
    if (now.isSet()) result.emplace_back();
    // A router whose own port states nothing takes the networks that the other end passes with their tags.
    const std::vector<NetworkId>& tagged = device.routes && !own.hasNetworks() ? other.tagged : own.tagged;
    result.insert(result.end(), tagged.begin(), tagged.end());
    return result;
}

/// Whether a device takes traffic that came from that port: a host only what has no tag, unless its port states more.
bool takes(const Forwarder& device, const PortInEffect& from, const PortInEffect& own, NetworkId network)
{
    return device.forwards || own.hasNetworks() || !from.untagged.isSet() || network == from.untagged;
}

}  // namespace

bool forwards(const Device& device)
{
    switch (device.role) {
    case Role::Router:
    case Role::Switch:
    case Role::Hub:
    case Role::AccessPoint:
    case Role::MediaConverter:
    case Role::CoaxAdapter:
    case Role::CoaxSplitter:
    case Role::PowerLineAdapter:
    case Role::RadioAdapter:
    case Role::InternetTerminal:
    case Role::Injector:
    case Role::PoeSplitter: return true;
    default: return device.traits.has("forwards");
    }
}

bool routes(const Device& device)
{
    if (device.role == Role::Router) return true;
    return device.traits.has("forwards") && device.traits.word("forwards") != "switch";
}

bool PortInEffect::isTagged(NetworkId network) const
{
    return std::find(tagged.begin(), tagged.end(), network) != tagged.end();
}

int mtuInEffect(const Plan& plan, const Port& port)
{
    if (port.mtu) return *port.mtu;
    const PortProfile* profile = port.profile.isSet() ? plan.profiles.find(port.profile) : nullptr;
    return profile ? profile->mtu.value_or(kUsualMtu) : kUsualMtu;
}

std::optional<BitRate> limitInEffect(const Plan& plan, const Port& port)
{
    if (const auto own = port.traits.as<BitRate>("rate-limit")) return own;
    const PortProfile* profile = port.profile.isSet() ? plan.profiles.find(port.profile) : nullptr;
    return profile ? profile->limit : std::nullopt;
}

PortInEffect inEffect(const Plan& plan, const Port& port)
{
    const PortProfile* profile = plan.profiles.find(port.profile);
    PortInEffect result{port.untagged, port.tagged, port.forced, limitInEffect(plan, port), mtuInEffect(plan, port)};
    if (!profile) return result;
    if (!result.untagged.isSet()) result.untagged = profile->untagged;
    if (result.tagged.empty()) result.tagged = profile->tagged;
    if (!result.forced) result.forced = profile->forced;
    return result;
}

std::vector<NetworkId> passed(const PortInEffect& port, NetworkId network)
{
    if (!port.hasNetworks()) return {network};
    if (!network.isSet()) return port.untagged.isSet() ? std::vector{port.untagged} : port.tagged;
    return network == port.untagged || port.isTagged(network) ? std::vector{network} : std::vector<NetworkId>{};
}

std::size_t StatedNetworks::numberOf(NetworkId id) const
{
    return static_cast<std::size_t>(std::lower_bound(all.begin(), all.end(), id) - all.begin());
}

StatedNetworks statedNetworks(const Plan& plan, const std::vector<std::pair<PortId, PortId>>& links)
{
    StatedNetworks result;
    const bool areStated = std::any_of(plan.ports.begin(), plan.ports.end(), [](const Port& port) {
        return port.untagged.isSet() || !port.tagged.empty() || port.profile.isSet();
    });
    if (!areStated) return result;
    std::set<NetworkId> networks;
    for (const auto& [a, b] : links) {
        result.ends.push_back({inEffect(plan, *plan.ports.find(a)), inEffect(plan, *plan.ports.find(b))});
        for (const PortInEffect* end : {&result.ends.back().a, &result.ends.back().b}) {
            if (end->untagged.isSet()) networks.insert(end->untagged);
            networks.insert(end->tagged.begin(), end->tagged.end());
        }
    }
    result.all.insert(result.all.end(), networks.begin(), networks.end());
    if (networks.empty()) result.ends.clear();
    return result;
}

std::vector<NetworkId> beyond(const Forwarder& nearEnd, const PortInEffect& nearPort, const Forwarder& farEnd,
                              const PortInEffect& farPort, NetworkId now, bool isSource)
{
    std::vector<NetworkId> result;
    for (NetworkId network : leaving(nearEnd, nearPort, farPort, now, isSource))
        for (NetworkId out : passed(nearPort, network)) {
            if (!takes(farEnd, nearPort, farPort, out)) continue;
            for (NetworkId in : passed(farPort, out))
                if (std::find(result.begin(), result.end(), in) == result.end()) result.push_back(in);
        }
    return result;
}

}  // namespace sokudo::plan
