// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/bringup/bring_up.h"

#include <algorithm>
#include <deque>
#include <map>

#include "core/base/text.h"
#include "core/kb/rule_rows.h"
#include "core/plan/trace.h"
#include "core/power/single_points.h"

namespace sokudo::bringup {
namespace {

constexpr int kNowhere = 1000;
constexpr double kSlack = 1.5;  ///< own: of a time that was seen once

/// Nobody starts a jack, a panel or a splitter.
bool starts(const plan::Device& device)
{
    return !plan::isPassive(device.role) && device.role != plan::Role::CoaxSplitter &&
           device.role != plan::Role::PoeSplitter && device.role != plan::Role::RadioClient;
}

/// Links to each device from the nearest box of the internet; else from a router.
std::map<plan::DeviceId, int> hopsOf(const plan::Plan& plan)
{
    std::map<plan::DeviceId, std::vector<plan::DeviceId>> next;
    for (const plan::Link& link : plan::links(plan)) {
        const plan::Device *a = plan::deviceOf(plan, link.a), *b = plan::deviceOf(plan, link.b);
        if (!a || !b) continue;
        next[a->id].push_back(b->id);
        next[b->id].push_back(a->id);
    }
    std::map<plan::DeviceId, int> hops;
    std::deque<plan::DeviceId> open;
    for (plan::DeviceId id : power::goalDevices(plan, power::Goal::Internet)) hops[id] = 0, open.push_back(id);
    for (const plan::Device& device : plan.devices)
        if (open.empty() && device.role == plan::Role::Switch) hops[device.id] = 0, open.push_back(device.id);
    while (!open.empty()) {
        const plan::DeviceId at = open.front();
        open.pop_front();
        for (plan::DeviceId to : next[at])
            if (hops.emplace(to, hops[at] + 1).second) open.push_back(to);
    }
    return hops;
}

class Ordering {
public:
    Ordering(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase& kb)
        : m_house(house), m_variant(variant), m_kb(kb), m_hops(hopsOf(variant))
    {}

    std::vector<BringUp> run()
    {
        std::vector<const plan::Device*> devices;
        for (const plan::Device& device : m_variant.devices)
            if (starts(device) && !m_house.devices.has(device.id)) devices.push_back(&device);
        const bool isRestart = devices.empty();
        if (isRestart)
            for (const plan::Device& device : m_variant.devices)
                if (starts(device)) devices.push_back(&device);
        std::stable_sort(devices.begin(), devices.end(), [&](const plan::Device* a, const plan::Device* b) {
            return std::pair(a->role != plan::Role::Ups, distance(*a)) <
                   std::pair(b->role != plan::Role::Ups, distance(*b));
        });
        std::vector<BringUp> all;
        for (const plan::Device* device : devices) all.push_back(made(*device, isRestart));
        return all;
    }

private:
    int distance(const plan::Device& device) const
    {
        const auto known = m_hops.find(device.id);
        return known == m_hops.end() ? kNowhere : known->second;
    }
    text::Sentence restart(const plan::Device& device) const
    {
        if (device.role == plan::Role::Ups)
            return text::say("bring-up.battery", "first of all: others hang on its power");
        const int hops = distance(device);
        if (hops == 0) return text::say("bring-up.entry", "here the internet comes in: it starts before the others");
        if (hops >= kNowhere)
            return text::say("bring-up.apart", "nothing leads from it to the internet: it may start at any time");
        return text::say("bring-up.restart",
                         "{} {} from where the internet comes in: start it once the one before works", hops,
                         hops == 1 ? "link" : "links");
    }
    BringUp made(const plan::Device& device, bool isRestart) const
    {
        BringUp one{device.id, device.name, startClock(device, m_kb), {}, {}, {}};
        if (isRestart) {
            one.online = restart(device);
            return one;  // nothing is new: it only has to start
        }
        for (const kb::BringUpStep& row : m_kb.all<kb::BringUpStep>()) {
            if (row.role != "*" && row.role != code(device.role)) continue;
            const auto* caution = m_kb.find<kb::Caution>(row.caution);
            one.steps.push_back({text::Sentence(row.text), caution ? caution->text : std::string(), {}});
        }
        one.off = moved(device);
        if (one.off.empty())
            one.online = text::say("bring-up.added", "nothing goes off: it is added beside what works");
        else
            one.online = text::say("bring-up.moved",
                                   "start it by itself first; {} {} off while the lead is moved, and "
                                   "the old port stays as it was until the new link works",
                                   text::joined(one.off, ", "), one.off.size() == 1 ? "is" : "are");
        return one;
    }
    /// Devices whose cable went elsewhere before.
    std::vector<std::string> moved(const plan::Device& device) const
    {
        std::vector<std::string> names;
        for (const plan::Run& run : m_variant.runs) {
            const plan::Run* old = m_house.runs.find(run.id);
            if (!old || (old->a == run.a && old->b == run.b)) continue;
            const plan::Device *a = plan::deviceOf(m_variant, run.a), *b = plan::deviceOf(m_variant, run.b);
            if (!a || !b || (a->id != device.id && b->id != device.id)) continue;
            const plan::Device* other = a->id == device.id ? b : a;
            if (m_house.devices.has(other->id) && std::find(names.begin(), names.end(), other->name) == names.end())
                names.push_back(other->name);
        }
        return names;
    }

    const plan::Plan &m_house, &m_variant;
    const kb::KnowledgeBase& m_kb;
    std::map<plan::DeviceId, int> m_hops;
};

}  // namespace

StartClock startClock(const plan::Device& device, const kb::KnowledgeBase& kb)
{
    const auto* row = kb.find<kb::StartTime>(std::string(code(device.role)));
    if (!row) row = kb.find<kb::StartTime>("other");
    StartClock clock;
    if (row) clock = {row->link, row->ready, row->dead, false, row->says};
    const auto own = device.traits.count("start-s");
    if (!own) return clock;
    clock.ready = Duration::of(*own);
    clock.link = std::min(clock.link, clock.ready);
    clock.dead = std::max(clock.dead, Duration::of(kSlack * *own));
    clock.isOwn = true;
    return clock;
}

StartReading startReading(const StartClock& clock, Duration elapsed)
{
    if (elapsed < clock.link)
        return {StartState::Starting, clock.link - elapsed,
                text::say("bring-up.starting", "it starts: its ports light within {}", text::duration(clock.link))};
    if (elapsed < clock.ready)
        return {StartState::LinkDue, clock.ready - elapsed,
                text::say("bring-up.link-due", "its ports should be lit by now; it works after {} as a rule",
                          text::duration(clock.ready))};
    if (elapsed < clock.dead) {
        const bool isLate = elapsed.in() > (clock.ready.in() + clock.dead.in()) / 2;
        return {isLate ? StartState::Late : StartState::ReadyDue, clock.dead - elapsed,
                text::say("bring-up.ready-due", "it should work by now. Leave it alone until {} are over: {}",
                          text::duration(clock.dead), clock.says)};
    }
    return {StartState::Dead, Duration{},
            text::say("bring-up.dead",
                      "{} are over: it counts as failed. Try another outlet and power supply first, then look at "
                      "its lights",
                      text::duration(clock.dead))};
}

std::vector<BringUp> bringUpOrder(const plan::Plan& house, const plan::Plan& variant, const kb::KnowledgeBase& kb)
{
    return Ordering(house, variant, kb).run();
}

std::vector<const kb::LightMeaning*> lightsOf(const plan::Device* device, const kb::KnowledgeBase& kb)
{
    static const std::map<plan::Role, std::vector<std::string>> kWhere{
        {plan::Role::CoaxAdapter, {"port", "coax adapter", "device"}},
        {plan::Role::InternetTerminal, {"provider's terminal", "port", "device"}},
        {plan::Role::Ups, {"battery unit"}}};
    std::vector<const kb::LightMeaning*> all;
    for (const kb::LightMeaning& row : kb.all<kb::LightMeaning>()) {
        if (device) {
            const auto known = kWhere.find(device->role);
            const std::vector<std::string> places =
                known == kWhere.end() ? std::vector<std::string>{"port", "module cage", "device"} : known->second;
            if (std::find(places.begin(), places.end(), row.where) == places.end()) continue;
        }
        all.push_back(&row);
    }
    return all;
}

}  // namespace sokudo::bringup
