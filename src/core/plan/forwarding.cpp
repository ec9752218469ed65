// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/forwarding.h"

#include <algorithm>

namespace sokudo::plan {
namespace {

constexpr int kUsualMtu = 1500;

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

}  // namespace sokudo::plan
