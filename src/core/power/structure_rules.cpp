// SPDX-License-Identifier: GPL-3.0-or-later
// How a house is built: roles in one box, depth of the chain, backups under one roof, experiments beside the household.
#include <algorithm>
#include <deque>
#include <map>
#include <set>

#include "core/base/text.h"
#include "core/power/judgement.h"
#include "core/power/single_points.h"

namespace sokudo::power {
namespace {

std::size_t at(int index) { return static_cast<std::size_t>(index); }

plan::Subject of(const plan::Device& device) { return {"device", device.id.value}; }

/// What the household needs of one device.
std::vector<std::string> dutiesOf(const plan::Plan& plan, const plan::Device& device)
{
    std::vector<std::string> duties;
    const auto add = [&](bool does, const char* duty) {
        if (does) duties.emplace_back(duty);
    };
    add(device.role == plan::Role::Router, "gateway");
    add(device.role == plan::Role::Storage || !device.fileShare.empty(), "storage");
    add(device.role == plan::Role::Hub, "home automation");
    const auto isCamera = [&](plan::DeviceId id) {
        const plan::Device* from = plan.devices.find(id);
        return from && from->role == plan::Role::Camera;
    };
    const bool records = std::any_of(plan.flows.begin(), plan.flows.end(), [&](const plan::Flow& flow) {
        return flow.to == device.id && isCamera(flow.from);
    });
    const bool takesJobs = std::any_of(plan.jobs.begin(), plan.jobs.end(), [&](const plan::RegularJob& job) {
        return job.to == device.id && isCamera(job.from);
    });
    add(device.role == plan::Role::Recorder || records || takesJobs, "recorder");
    for (const plan::Service& service : plan.services)
        if (service.device == device.id) duties.push_back(std::string(code(service.kind)));
    return duties;
}

void rolesInOneBox(const House& house, Judgements& found)
{
    for (const plan::Device& device : house.plan.devices) {
        const auto duties = dutiesOf(house.plan, device);
        if (duties.size() < 3) continue;
        found.push_back({"roles-in-one-box",
                         Verdict::Limited,
                         text::say("structure-rules.roles", "{} is {}: all of it is gone when it fails or restarts",
                                   device.name, text::joined(duties, ", ")),
                         text::say("structure-rules.roles-fix",
                                   "one box is cheap and easy to look after, which many prefer; part them where the "
                                   "household cannot wait for a repair"),
                         {of(device)}});
    }
}

/// Active hops between each end device and the gateway.
void deepChains(const House& house, Judgements& found)
{
    constexpr int kDeep = 4;
    std::vector<int> hops(house.net.size(), -1), by(house.net.size(), -1);
    std::deque<int> next;
    for (plan::DeviceId id : goalDevices(house.plan, Goal::Gateway)) {
        hops[at(house.net.feeds.nodeOf(id))] = 0;
        next.push_back(house.net.feeds.nodeOf(id));
    }
    int deepest = -1;
    while (!next.empty()) {
        const int here = next.front();
        next.pop_front();
        if (isEndPoint(house.net.devices[at(here)]->role) && (deepest < 0 || hops[at(here)] > hops[at(deepest)]))
            deepest = here;
        for (const SupplyNet::Way& way : house.net.ways[at(here)])
            if (hops[at(way.to)] < 0) {
                hops[at(way.to)] = hops[at(here)] + 1;
                by[at(way.to)] = here;
                next.push_back(way.to);
            }
    }
    if (deepest < 0 || hops[at(deepest)] <= kDeep) return;
    std::vector<std::string> names;
    for (int one = deepest; one >= 0; one = by[at(one)]) names.push_back(house.net.devices[at(one)]->name);
    found.push_back(
        {"deep-chain",
         Verdict::Limited,
         text::say("structure-rules.deep", "{} devices stand between {} and the gateway: {}", hops[at(deepest)] - 1,
                   house.net.devices[at(deepest)]->name, text::joined(names, " – ")),
         text::say("structure-rules.deep-fix", "each of them can fail or restart; join it nearer to the core"),
         {of(*house.net.devices[at(deepest)])}});
}

/// A backup beside what it backs up.
void backups(const House& house, Judgements& found)
{
    const auto place = [&](const plan::Device& device) { return house.plan.places.find(device.place); };
    std::vector<const plan::Device*> stores, copies;
    for (const plan::Device& device : house.plan.devices)
        if (device.traits.flag("backup")) copies.push_back(&device);
        else if (device.role == plan::Role::Storage) stores.push_back(&device);
    if (!stores.empty() && copies.empty())
        found.push_back(
            {"no-backup",
             Verdict::Limited,
             text::say("structure-rules.no-backup", "no device is said to keep a backup of {}", stores.front()->name),
             text::say("structure-rules.no-backup-fix",
                       "keep one under another roof; where there is one, say so: set NAME backup=yes"),
             {of(*stores.front())}});
    for (const plan::Device* copy : copies)
        for (const plan::Device* store : stores) {
            const plan::Place *a = place(*copy), *b = place(*store);
            if (!a || !b || a->building != b->building) continue;
            const bool isSame = a->id == b->id;
            found.push_back(
                {"backup-under-one-roof",
                 isSame ? Verdict::Marginal : Verdict::Limited,
                 isSame ? text::say("structure-rules.same-place", "{} backs up {} and stands beside it in {}",
                                    copy->name, store->name, a->name)
                        : text::say("structure-rules.same-roof", "{} backs up {} under the same roof", copy->name,
                                    store->name),
                 text::say("structure-rules.backup-fix",
                           "the same fire, water or thief takes both: move it to another building, or keep a "
                           "third copy there"),
                 {of(*copy), of(*store)}});
        }
}

/// What an experiment can take down.
void experiments(const House& house, Judgements& found)
{
    for (const plan::Device& device : house.plan.devices) {
        if (!device.traits.flag("lab")) continue;
        const auto duties = dutiesOf(house.plan, device);
        std::vector<std::string> dark;
        const int node = house.net.feeds.nodeOf(device.id);
        for (int one : house.net.feeds.darkWith({node}))
            if (const plan::Device* other = house.net.feeds.device(one); other && one != node)
                dark.push_back(other->name);
        std::vector<std::string> lost = duties;
        lost.insert(lost.end(), dark.begin(), dark.end());
        if (lost.empty()) continue;
        found.push_back({"experiments-beside-household",
                         Verdict::Limited,
                         text::say("structure-rules.lab", "{} is for experiments; one that fails takes down {}",
                                   device.name, text::joined(lost, ", ")),
                         text::say("structure-rules.lab-fix", "move what the household needs to another host"),
                         {of(device)}});
    }
}

/// Rooms with one cable and no spare beside it.
void spareCables(const House& house, Judgements& found)
{
    std::map<plan::PlaceId, int> cables;
    std::set<plan::PlaceId> spared;
    for (const plan::Run& run : house.plan.runs)
        for (plan::PortId end : {run.a, run.b}) {
            const plan::Device* device = plan::deviceOf(house.plan, end);
            if (!device || device->role != plan::Role::Jack) continue;
            const plan::Port* port = house.plan.ports.find(end);
            const plan::PortId far = run.a == end ? run.b : run.a;
            const plan::Device* other = plan::deviceOf(house.plan, far);
            if (!port || !other || other->place == device->place) continue;
            ++cables[device->place];
            if (run.traits.flag("spare")) spared.insert(device->place);
        }
    std::vector<std::string> names;
    std::vector<plan::Subject> about;
    for (const auto& [id, count] : cables)
        if (count == 1 && !spared.contains(id)) {
            names.push_back(house.plan.places.find(id)->name);
            about.push_back({"place", id.value});
        }
    if (names.empty()) return;
    found.push_back(
        {"one-cable", Verdict::Limited,
         text::say("structure-rules.one-cable", "one cable and no spare leads to {}", text::joined(names, ", ")),
         text::say("structure-rules.one-cable-fix", "pull a second one whenever the way is open"), std::move(about)});
}

}  // namespace

void judgeStructure(const House& house, Judgements& found)
{
    rolesInOneBox(house, found);
    deepChains(house, found);
    backups(house, found);
    experiments(house, found);
    spareCables(house, found);
}

}  // namespace sokudo::power
