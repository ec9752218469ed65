// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/settings/network_settings.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/match/link_context.h"
#include "core/plan/forwarding.h"
#include "core/plan/trace.h"

namespace sokudo::settings {
namespace {

std::string networkName(const plan::Plan& plan, plan::NetworkId id)
{
    const plan::Network* network = plan.networks.find(id);
    return network ? network->name : std::string();
}

std::string namesOf(const plan::Plan& plan, const std::vector<plan::NetworkId>& ids)
{
    std::vector<std::string> names;
    for (plan::NetworkId id : ids) names.push_back(networkName(plan, id));
    std::sort(names.begin(), names.end());
    return text::joined(names, ", ");
}

/// The port at the other end of the link, through jacks and panels.
const plan::Port* partnerOf(const plan::Plan& plan, plan::PortId port)
{
    for (const plan::Run* run : plan::runsAt(plan, port))
        if (const auto link = plan::linkOf(plan, run->id)) {
            if (link->a == port) return plan.ports.find(link->b);
            if (link->b == port) return plan.ports.find(link->a);
        }
    return nullptr;
}

bool isActive(const plan::Plan& plan, const plan::Port* port)
{
    const plan::Device* device = port ? plan.devices.find(port->device) : nullptr;
    return device && !plan::isPassive(device->role);
}

/// Networks are set at switches and routers; a host's port takes what it is given.
bool isSwitching(const plan::Plan& plan, const plan::Port& port)
{
    const plan::Device* device = plan.devices.find(port.device);
    return device && (device->role == plan::Role::Switch || device->role == plan::Role::Router ||
                      device->role == plan::Role::AccessPoint);
}

class Looking {
public:
    Looking(const plan::Plan& plan, const kb::KnowledgeBase& kb) : m_plan(plan), m_kb(kb) {}

    std::vector<SettingFinding> run()
    {
        for (const plan::Link& link : plan::links(m_plan)) {
            const plan::Port *a = m_plan.ports.find(link.a), *b = m_plan.ports.find(link.b);
            if (!isActive(m_plan, a) || !isActive(m_plan, b)) continue;
            trunk(*a, *b);
            forced(link, *a, *b);
            mtu(*a, *b);
        }
        for (const plan::Port& port : m_plan.ports) profile(port);
        queriers();
        for (const plan::Device& device : m_plan.devices)
            if (device.traits.has("default-password"))
                m_found.push_back({{},
                                   device.id,
                                   "password",
                                   text::say("settings.password", "{} still takes the password it came with: change it",
                                             device.name)});
        for (const BondUse& bond : bondsOf(m_plan, m_kb))
            if (!bond.mode)
                m_found.push_back({{},
                                   bond.a,
                                   "bond",
                                   text::say("settings.no-bond",
                                             "{}: {} links and no bond stated; spanning tree leaves "
                                             "one of them, without it they make a loop",
                                             bond.title, bond.links)});
        return std::move(m_found);
    }

private:
    void add(const plan::Port& port, const char* kind, text::Sentence says)
    {
        m_found.push_back({port.id, port.device, kind, std::move(says)});
    }
    void trunk(const plan::Port& a, const plan::Port& b)
    {
        if (!isSwitching(m_plan, a) || !isSwitching(m_plan, b)) return;
        const PortSettings at = settingsOf(m_plan, a), there = settingsOf(m_plan, b);
        const auto isStated = [](const PortSettings& one) { return one.untagged.isSet() || !one.tagged.empty(); };
        if (!isStated(at) && !isStated(there)) return;
        if (!isStated(at) || !isStated(there))
            return add(isStated(at) ? b : a, "trunk",
                       text::say("settings.one-side", "{} carries networks and {} states none: state both ends",
                                 isStated(at) ? at.name : there.name, isStated(at) ? there.name : at.name));
        const std::set<plan::NetworkId> here(at.tagged.begin(), at.tagged.end()),
            far(there.tagged.begin(), there.tagged.end());
        const auto missing = [&](const std::set<plan::NetworkId>& from, const std::set<plan::NetworkId>& in,
                                 const PortSettings& has, const PortSettings& lacks, const plan::Port& port) {
            std::vector<plan::NetworkId> lost;
            for (plan::NetworkId id : from)
                if (in.count(id) == 0) lost.push_back(id);
            if (!lost.empty())
                add(port, "trunk",
                    text::say("settings.trunk", "{} passes {} tagged and {} does not: that network ends there",
                              has.name, namesOf(m_plan, lost), lacks.name));
        };
        missing(here, far, at, there, b);
        missing(far, here, there, at, a);
        if (at.untagged.isSet() && there.untagged.isSet() && at.untagged != there.untagged)
            add(a, "trunk",
                text::say("settings.untagged",
                          "frames without a tag belong to {} at {} and to {} at {}: two networks "
                          "are joined",
                          at.untaggedName, at.name, there.untaggedName, there.name));
    }
    void forced(const plan::Link& link, const plan::Port& a, const plan::Port& b)
    {
        const PortSettings at = settingsOf(m_plan, a), there = settingsOf(m_plan, b);
        if (!at.forced && !there.forced) return;
        const auto context = match::linkContext(m_plan, link, m_kb);
        const bool isCopper = context.isOn(kb::MediumKind::TwistedPair);
        if (at.forced && there.forced) {
            if (*at.forced != *there.forced)
                add(a, "forced",
                    text::say("settings.forced-apart", "{} is forced to {} and {} to {}: no link", at.name,
                              text::linkRate(*at.forced), there.name, text::linkRate(*there.forced)));
            else if (isCopper && *at.forced >= gigabits(1))
                add(a, "forced",
                    text::say("settings.forced-copper",
                              "{} and {} are forced to {}: over twisted pair that rate is "
                              "defined with negotiation only; let both negotiate",
                              at.name, there.name, text::linkRate(*at.forced)));
            return;
        }
        const PortSettings& set = at.forced ? at : there;
        const PortSettings& other = at.forced ? there : at;
        add(at.forced ? a : b, "forced",
            isCopper ? text::say("settings.forced-one",
                                 "{} is forced to {} and {} negotiates: half duplex or no link; "
                                 "negotiate at both, or force both",
                                 set.name, text::linkRate(*set.forced), other.name)
                     : text::say("settings.forced-optic",
                                 "{} is set to {}: a module or lead that negotiates nothing may "
                                 "need that; set {} alike and note why",
                                 set.name, text::linkRate(*set.forced), other.name));
    }
    void mtu(const plan::Port& a, const plan::Port& b)
    {
        const PortSettings at = settingsOf(m_plan, a), there = settingsOf(m_plan, b);
        if (at.mtu != there.mtu)
            add(a, "mtu",
                text::say("settings.mtu", "MTU {} at {} and {} at {}: large frames are lost one way", at.mtu, at.name,
                          there.mtu, there.name));
    }
    void profile(const plan::Port& port)
    {
        const PortSettings made = settingsOf(m_plan, port);
        if (made.limit) {
            BitRate most;
            for (BitRate rate : port.rates) most = std::max(most, rate);
            add(port, "limit",
                text::say("settings.limit", "{} is limited to {}{}: a suspect when it measures low", made.name,
                          text::linkRate(*made.limit),
                          most > BitRate{} ? " of " + text::linkRate(most) : std::string()));
        }
        const plan::PortProfile* profile = m_plan.profiles.find(port.profile);
        if (!profile) return;
        std::vector<std::string> differ;
        if (profile->untagged.isSet() && port.untagged.isSet() && port.untagged != profile->untagged)
            differ.emplace_back("its untagged network");
        std::vector<plan::NetworkId> own = port.tagged, meant = profile->tagged;
        std::sort(own.begin(), own.end());
        std::sort(meant.begin(), meant.end());
        if (!own.empty() && own != meant) differ.emplace_back("its tagged networks");
        if (profile->mtu && port.mtu && *port.mtu != *profile->mtu) differ.emplace_back("its MTU");
        if (profile->forced && port.forced && *port.forced != *profile->forced) differ.emplace_back("its forced rate");
        if (!differ.empty())
            add(port, "profile",
                text::say("settings.profile",
                          "{} has the profile {} and other values for {}: set it again, or give it "
                          "another profile",
                          made.name, profile->name, text::joined(differ, " and ")));
    }
    /// One querier for each switched network that has any.
    void queriers()
    {
        std::map<plan::NetworkId, std::vector<std::string>> by;
        for (const plan::Port& port : m_plan.ports) {
            const PortSettings made = settingsOf(m_plan, port);
            if (!made.isQuerier) continue;
            std::set<plan::NetworkId> networks(made.tagged.begin(), made.tagged.end());
            if (made.untagged.isSet()) networks.insert(made.untagged);
            // One a device: several ports may lead to the same.
            for (plan::NetworkId id : networks) {
                const plan::Device* device = m_plan.devices.find(port.device);
                const plan::Port* far = partnerOf(m_plan, port.id);
                const plan::Device* behind = far ? m_plan.devices.find(far->device) : device;
                auto& names = by[id];
                if (behind && std::find(names.begin(), names.end(), behind->name) == names.end())
                    names.push_back(behind->name);
            }
        }
        for (const auto& [id, names] : by)
            if (names.size() > 1)
                m_found.push_back({{},
                                   {},
                                   "querier",
                                   text::say("settings.querier", "{} has queriers behind {}: keep one",
                                             networkName(m_plan, id), text::joined(names, " and "))});
    }

    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    std::vector<SettingFinding> m_found;
};

}  // namespace

PortSettings settingsOf(const plan::Plan& plan, const plan::Port& port)
{
    PortSettings made;
    made.port = port.id;
    made.name = plan::portText(plan, port.id);
    if (const plan::Port* far = partnerOf(plan, port.id)) made.partner = plan::portText(plan, far->id);
    const plan::PortProfile* profile = plan.profiles.find(port.profile);
    const plan::PortInEffect now = plan::inEffect(plan, port);
    made.untagged = now.untagged;
    made.tagged = now.tagged;
    made.forced = now.forced;
    made.mtu = now.mtu;
    made.limit = now.limit;
    if (profile) {
        made.profile = profile->name;
        made.priority = profile->priority;
        made.isQuerier = profile->isQuerier;
    }
    made.untaggedName = networkName(plan, made.untagged);
    made.taggedNames = namesOf(plan, made.tagged);
    return made;
}

std::vector<PortSettings> portTable(const plan::Plan& plan)
{
    std::vector<std::pair<bool, PortSettings>> all;
    for (const plan::Device& device : plan.devices) {
        if (plan::isPassive(device.role)) continue;
        for (const plan::Port* port : plan::portsOf(plan, device.id)) {
            PortSettings made = settingsOf(plan, *port);
            const bool says =
                made.untagged.isSet() || !made.tagged.empty() || !made.profile.empty() || made.limit || made.forced;
            if (says) all.emplace_back(!isSwitching(plan, *port), std::move(made));
        }
    }
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
    std::vector<PortSettings> rows;
    for (auto& [last, row] : all) rows.push_back(std::move(row));
    return rows;
}

std::vector<SocketNetwork> socketNetworks(const plan::Plan& plan)
{
    std::vector<SocketNetwork> all;
    for (const plan::Device& device : plan.devices) {
        if (device.role != plan::Role::Jack) continue;
        for (const plan::Port* port : plan::portsOf(plan, device.id)) {
            SocketNetwork one{port->id, plan::portText(plan, port->id), {}, {}};
            for (const plan::Run* run : plan::runsAt(plan, port->id))
                if (const auto link = plan::linkOf(plan, run->id))
                    for (plan::PortId end : {link->a, link->b}) {
                        const plan::Port* far = plan.ports.find(end);
                        if (!isActive(plan, far) || !isSwitching(plan, *far)) continue;
                        const PortSettings made = settingsOf(plan, *far);
                        one.port = made.name;
                        one.network = made.untaggedName;
                        if (!made.tagged.empty())
                            one.network += (one.network.empty() ? "" : "; ") + ("tagged " + made.taggedNames);
                    }
            all.push_back(std::move(one));
        }
    }
    return all;
}

std::vector<SettingFinding> settingFindings(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    return Looking(plan, kb).run();
}

std::vector<BondUse> bondsOf(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    std::map<std::pair<plan::DeviceId, plan::DeviceId>, std::vector<plan::Link>> pairs;
    for (const plan::Link& link : plan::links(plan)) {
        const plan::Port *a = plan.ports.find(link.a), *b = plan.ports.find(link.b);
        if (!isActive(plan, a) || !isActive(plan, b) || a->device == b->device) continue;
        pairs[std::minmax(a->device, b->device)].push_back(link);
    }
    std::vector<BondUse> all;
    for (const auto& [devices, links] : pairs) {
        if (links.size() < 2) continue;
        BondUse bond;
        bond.a = devices.first, bond.b = devices.second;
        bond.title = plan.devices.find(bond.a)->name + " – " + plan.devices.find(bond.b)->name;
        bond.links = static_cast<int>(links.size());
        for (const plan::Link& link : links) {
            const auto context = match::linkContext(plan, link, kb);
            const BitRate rate = context.common.value_or(BitRate{});
            if (bond.each == BitRate{} || rate < bond.each) bond.each = rate;
            for (plan::PortId end : {link.a, link.b})
                if (const plan::Port* port = plan.ports.find(end); port && !bond.mode)
                    bond.mode = kb.find<kb::BondMode>(std::string(port->traits.word("bond")));
        }
        if (bond.mode)
            bond.gives =
                text::say("settings.bond", "{}: {}. One transfer gets {}, {}", bond.mode->name, bond.mode->gives,
                          text::linkRate(bond.mode->id == "round-robin" ? bond.links * bond.each : bond.each),
                          bond.mode->givesNot);
        all.push_back(std::move(bond));
    }
    return all;
}

}  // namespace sokudo::settings
