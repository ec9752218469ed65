// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/advice.h"

#include <algorithm>
#include <map>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/kb/trade_rows.h"
#include "core/survey/census.h"
#include "core/survey/distances.h"

namespace sokudo::survey {
namespace {

using namespace sokudo::literals;

constexpr int kHomeRunsAtMost = 3;  ///< cables to one room that nobody minds pulling
constexpr Celsius kTooWarm = Celsius::fromSteps(35'00);
constexpr Celsius kTooCold = Celsius::fromSteps(0);

class Adviser {
public:
    Adviser(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports) : m_plan(plan), m_kb(kb)
    {
        for (const match::LinkReport& report : reports) {
            const plan::Device* a = plan::deviceOf(plan, report.link.a);
            const plan::Device* b = plan::deviceOf(plan, report.link.b);
            if (!a || !b || a == b) continue;
            m_near[a->id].push_back({b, &report});
            m_near[b->id].push_back({a, &report});
        }
    }
    std::vector<Advice> all() &&
    {
        coreSwitch();
        corePlace();
        hangsOnCore();
        trunks();
        directCable();
        managed();
        reserves();
        gadgets();
        wireOrRadio();
        return std::move(m_all);
    }

private:
    struct Neighbour {
        const plan::Device* device;
        const match::LinkReport* link;
    };
    const std::vector<Neighbour>& near(plan::DeviceId id) const
    {
        static const std::vector<Neighbour> kNone;
        const auto at = m_near.find(id);
        return at == m_near.end() ? kNone : at->second;
    }
    const plan::Place& placeOf(const plan::Device& device) const
    {
        return *m_plan.places.find(plan::roomOf(m_plan, device.place));
    }
    void add(Advice advice) { m_all.push_back(std::move(advice)); }
    plan::Subject subject(const plan::Device& device) const { return {"device", device.id.value}; }

    /// The core: the switch whose links carry most together.
    void coreSwitch()
    {
        double most = 0;
        for (const plan::Device& device : m_plan.devices) {
            if (device.role != plan::Role::Switch) continue;
            double sum = 0;
            for (const PortCount& count : portCounts(m_plan, m_kb))
                if (count.device == device.id) sum += inGigabits(count.rate) * (count.used + count.free);
            if (sum > most) {
                most = sum;
                m_core = &device;
            }
        }
    }
    /// What is stated of a place that active equipment does not bear.
    static std::vector<std::string> objections(const plan::Place& own)
    {
        std::vector<std::string> against;
        const auto summer = own.traits.as<Celsius>("summer");
        const auto winter = own.traits.as<Celsius>("winter");
        if (summer && *summer > kTooWarm)
            against.push_back(fmt::format("it reaches {} °C there", text::number(summer->in(), 3)));
        if (winter && *winter < kTooCold) against.push_back("it freezes there");
        if (own.traits.is("damp", "wet")) against.push_back("it is wet there");
        if (own.traits.is("quiet", "sleeping") || own.traits.is("quiet", "recording"))
            against.push_back("its fans would be heard there");
        if (own.traits.is("place-owner", "landlord") && !own.traits.is("consent", "given"))
            against.push_back("the owner has not agreed");
        return against;
    }
    void corePlace()
    {
        if (!m_core) return;
        // The place to which most cables would be shortest: where most of what it serves stands.
        std::map<plan::PlaceId, int> served;
        for (const Neighbour& one : near(m_core->id)) ++served[plan::roomOf(m_plan, one.device->place)];
        const plan::Place& own = placeOf(*m_core);
        const auto most = std::max_element(served.begin(), served.end(),
                                           [](const auto& a, const auto& b) { return a.second < b.second; });
        const std::vector<std::string> against = objections(own);
        if (!against.empty()) {
            add({"core-place",
                 text::say("advice.move-core", "Move {} out of {}", m_core->name, own.name),
                 text::say("advice.move-core-why",
                           "{}. Active equipment wants a dry place between 0 and 35 °C where nobody sleeps",
                           text::joined(against, ", and ")),
                 {},
                 {subject(*m_core)}});
            return;
        }
        const int all = static_cast<int>(near(m_core->id).size());
        const int here = served.contains(own.id) ? served[own.id] : 0;
        if (most != served.end() && most->first != own.id && most->second > here)
            add({"core-place",
                 text::say("advice.core-nearer", "Consider {} for {}", m_plan.places.find(most->first)->name,
                           m_core->name),
                 text::say("advice.core-nearer-why",
                           "{} of its {} links lead there, and {} stay in {}: the leads would be short and cheap",
                           most->second, all, here, own.name),
                 text::say("advice.core-at-entry",
                           "Others keep the core where the internet comes in, so that one cupboard holds all that "
                           "needs power and care"),
                 {subject(*m_core)}});
        else if (all > 0)
            add({"core-place",
                 text::say("advice.core-stays", "Keep {} in {}", m_core->name, own.name),
                 text::say("advice.core-stays-why",
                           "{} of its {} links end in the same place, and nothing that is stated of the place speaks "
                           "against it",
                           here, all),
                 {},
                 {subject(*m_core)}});
    }
    /// Fast ports that slow devices sit in.
    void hangsOnCore()
    {
        if (!m_core) return;
        std::vector<std::string> slow;
        for (const Neighbour& one : near(m_core->id))
            if (one.device->role != plan::Role::Switch && one.device->role != plan::Role::Router && one.link->rate &&
                *one.link->rate <= gigabits(2.5))
                slow.push_back(one.device->name);
        if (slow.empty())
            add({"on-the-core",
                 text::say("advice.core-clean", "{} serves what is fast", m_core->name),
                 text::say("advice.core-clean-why",
                           "no device of 2.5 Gb/s or less sits in one of its ports; trunks, storage and workstations "
                           "belong there"),
                 {},
                 {subject(*m_core)}});
        else
            add({"on-the-core",
                 text::say("advice.core-crowded", "Move {} from {} to an access switch", text::joined(slow, ", "),
                           m_core->name),
                 text::say("advice.core-crowded-why",
                           "a port of the core is the dearest in the house; trunks, storage and workstations need it, "
                           "a device of 2.5 Gb/s "
                           "or less does not"),
                 text::say("advice.core-all-in-one",
                           "Others plug everything into one large switch: one box less to power, manage and fail"),
                 {subject(*m_core)}});
    }
    /// Rooms with many home runs, and rooms behind one trunk.
    void trunks()
    {
        std::map<plan::PlaceId, std::vector<const plan::Device*>> wired;
        for (const plan::Device& device : m_plan.devices)
            if (!plan::isPassive(device.role) && device.role != plan::Role::Switch && device.role != plan::Role::Router)
                for (const Neighbour& one : near(device.id))
                    if (one.device->place != device.place &&
                        (one.device->role == plan::Role::Switch || one.device->role == plan::Role::Router)) {
                        wired[device.place].push_back(&device);
                        break;
                    }
        for (const auto& [id, devices] : wired) {
            if (static_cast<int>(devices.size()) <= kHomeRunsAtMost) continue;
            const plan::Place& place = *m_plan.places.find(id);
            add({"one-trunk",
                 text::say("advice.satellite", "One trunk and a small switch for {}", place.name),
                 text::say("advice.satellite-why",
                           "{} devices there each have a cable of their own to another place: one trunk of 10 Gb/s and "
                           "a small switch need one "
                           "cable, and leave the others as spares",
                           devices.size()),
                 text::say("advice.home-runs",
                           "Home runs for each device keep every port's full rate, need no power in the room, and one "
                           "fault takes one device"),
                 {subject(*devices.front())}});
        }
    }
    /// Two hosts that talk fast and stand together: a cable between them costs a lead, not two ports.
    void directCable()
    {
        std::vector<const plan::Device*> hosts;
        for (const plan::Device& device : m_plan.devices)
            if (plan::isHost(device.role)) hosts.push_back(&device);
        for (std::size_t i = 0; i < hosts.size(); ++i)
            for (std::size_t j = i + 1; j < hosts.size(); ++j)
                if (hosts[i]->place == hosts[j]->place && bothFree(*hosts[i], *hosts[j]))
                    return adviseDirect(*hosts[i], *hosts[j]);
    }
    /// The fastest socket of each that no cable is in is the same kind, above 10 Gb/s.
    bool bothFree(const plan::Device& a, const plan::Device& b) const
    {
        const auto kinds = [&](const plan::Device& device) {
            std::vector<std::string> free;
            for (const plan::Port* port : plan::portsOf(m_plan, device.id))
                if (plan::runsAt(m_plan, port->id).empty() &&
                    (port->cage == "sfp28" || port->cage == "qsfp28" || port->cage == "sfp+"))
                    free.push_back(port->cage);
            return free;
        };
        for (const std::string& one : kinds(a))
            for (const std::string& other : kinds(b))
                if (one == other) return true;
        return false;
    }
    void adviseDirect(const plan::Device& a, const plan::Device& b)
    {
        const kb::Supply* lead = m_kb.find<kb::Supply>("dac");
        const double price = lead ? lead->priceEach.value_or(0) + 2 * lead->pricePerMetre.value_or(0) : 0;
        add({"direct",
             text::say("advice.direct", "A lead straight from {} to {}", a.name, b.name),
             text::say("advice.direct-why",
                       "both stand in {} with a free socket of one kind: a lead of 2 m costs about {}, and takes no "
                       "port of a switch. Give the two ends "
                       "a subnet of their own",
                       placeOf(a).name, text::number(price, 3)),
             text::say("advice.by-switch",
                       "By the switch every host reaches both, nothing needs a second address, and the lead can go to "
                       "any third machine"),
             {subject(a), subject(b)}});
    }
    void managed()
    {
        for (const plan::Device& device : m_plan.devices) {
            if (device.role != plan::Role::Switch) continue;
            bool hasTags = false;
            for (const plan::Port* port : plan::portsOf(m_plan, device.id)) hasTags = hasTags || !port->tagged.empty();
            const bool isTrunk =
                std::count_if(near(device.id).begin(), near(device.id).end(), [](const Neighbour& one) {
                    return one.device->role == plan::Role::Switch || one.device->role == plan::Role::Router;
                }) >= 2;
            if (device.traits.is("managed", "no") && (hasTags || isTrunk))
                add({"managed",
                     text::say("advice.managed", "A managed switch in place of {}", device.name),
                     hasTags ? text::say("advice.managed-tags",
                                         "networks pass it with tags: only a managed switch keeps them apart")
                             : text::say("advice.managed-trunk",
                                         "it joins other switches: counters, link states and a loop guard there save "
                                         "evenings of guessing"),
                     text::say("advice.unmanaged",
                               "Unmanaged switches have nothing to set wrong, draw less, and pass tags through unread; "
                               "where one network is enough they do"),
                     {subject(device)}});
        }
    }
    void reserves()
    {
        std::map<plan::DeviceId, std::pair<int, int>> sums;
        for (const PortCount& count : portCounts(m_plan, m_kb)) {
            sums[count.device].first += count.used;
            sums[count.device].second += count.free;
        }
        for (const auto& [id, sum] : sums) {
            const plan::Device& device = *m_plan.devices.find(id);
            const auto [used, free] = sum;
            if (device.role != plan::Role::Switch || used == 0 || free * 5 >= used + free) continue;
            add({"reserve",
                 text::say("advice.reserve", "{} needs more ports soon", device.name),
                 text::say("advice.reserve-why",
                           "{} of {} ports are free; a fifth is the usual reserve for the next five years", free,
                           used + free),
                 text::say("advice.no-reserve",
                           "Others buy ports when they need them: switches get cheaper, and an idle port draws power"),
                 {subject(device)}});
        }
        std::map<plan::PlaceId, int> drops;
        for (const plan::Device& device : m_plan.devices)
            if (device.role == plan::Role::Jack)
                drops[device.place] += static_cast<int>(plan::portsOf(m_plan, device.id).size());
        std::vector<std::string> single;
        for (const auto& [place, count] : drops)
            if (count == 1) single.push_back(m_plan.places.find(place)->name);
        if (!single.empty())
            add({"second-drop",
                 text::say("advice.second-drop", "A second cable to {}", text::joined(single, ", ")),
                 text::say(
                     "advice.second-drop-why",
                     "one jack there has no spare: the wall is opened once, and the second cable costs a few metres"),
                 {},
                 {}});
    }
    /// Hubs, recorders and other slow boxes that sit in the network cupboard although nothing of theirs is there.
    void gadgets()
    {
        if (!m_core) return;
        std::vector<std::string> names;
        for (const plan::Device& device : m_plan.devices)
            if (device.role == plan::Role::Hub && device.place == m_core->place) names.push_back(device.name);
        if (names.empty()) return;
        add({"gadgets",
             text::say("advice.gadgets", "Spread {} through the house", text::joined(names, ", ")),
             text::say("advice.gadgets-why",
                       "hubs work by radio: near what they speak to they reach it, beside the switches their radio is "
                       "shadowed. A small powered switch or a jack in "
                       "that room feeds them"),
             text::say("advice.gadgets-together",
                       "Others keep them in the cupboard: one place to look, one battery supply for all"),
             {}});
    }
    void wireOrRadio()
    {
        std::vector<std::string> fixed;
        for (const plan::Device& device : m_plan.devices)
            if (device.role == plan::Role::RadioClient && device.traits.is("mobile", "fixed"))
                fixed.push_back(device.name);
        if (!fixed.empty())
            add({"wire",
                 text::say("advice.wire", "A wire for {}", text::joined(fixed, ", ")),
                 text::say("advice.wire-why",
                           "they stay where they are: each takes air time from all that moves, and a wire gives them a "
                           "rate that does not change"),
                 text::say("advice.radio",
                           "Radio is enough where the device asks for little and a cable means opening walls; an "
                           "access point with spare sockets near them does as well"),
                 {}});
        // Devices in the room of an access point that has sockets to spare.
        for (const plan::Device& device : m_plan.devices) {
            if (device.role != plan::Role::AccessPoint) continue;
            int free = 0;
            for (const plan::Port* port : plan::portsOf(m_plan, device.id))
                free += plan::runsAt(m_plan, port->id).empty();
            if (free == 0 || plan::portsOf(m_plan, device.id).size() < 2) continue;
            add({"unit-sockets",
                 text::say("advice.unit-sockets", "Use the {} free sockets of {}", free, device.name),
                 text::say(
                     "advice.unit-sockets-why",
                     "what stands in {} and asks for no more than a share of its uplink needs no cable of its own",
                     placeOf(device).name),
                 {},
                 {subject(device)}});
        }
    }
    const plan::Plan& m_plan;
    const kb::KnowledgeBase& m_kb;
    std::map<plan::DeviceId, std::vector<Neighbour>> m_near;
    const plan::Device* m_core = nullptr;
    std::vector<Advice> m_all;
};

}  // namespace

std::vector<Advice> advice(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports)
{
    return Adviser(plan, kb, reports).all();
}

}  // namespace sokudo::survey
