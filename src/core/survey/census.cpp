// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/census.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/date.h"
#include "core/base/text.h"
#include "core/editline/supply_line.h"
#include "core/kb/host_rows.h"
#include "core/kb/port_rows.h"
#include "core/kb/stage_rows.h"
#include "core/kb/trait_value.h"
#include "core/plan/plugs.h"

namespace sokudo::survey {
namespace {

constexpr double kFullEnough = 0.8;
constexpr double kYears = 3;

std::string rateText(BitRate rate) { return rate.steps() > 0 ? text::linkRate(rate) : std::string("not known"); }

std::string placeName(const plan::Plan& plan, plan::PlaceId id)
{
    const plan::Place* place = plan.places.find(id);
    return place ? place->name : std::string("?");
}

/// The highest rate of a port: listed, else usual for its socket; 0: not known.
BitRate rateOf(const plan::Port& port, const kb::KnowledgeBase& kb)
{
    if (!port.rates.empty()) return *std::max_element(port.rates.begin(), port.rates.end());
    const kb::Cage* cage = kb.find<kb::Cage>(port.cage);
    return cage ? cage->usualRate() : BitRate{};
}

std::set<plan::PortId> cabled(const plan::Plan& plan)
{
    std::set<plan::PortId> ports;
    for (const plan::Run& run : plan.runs)
        for (plan::PortId end : {run.a, run.b})
            if (end.isSet()) ports.insert(end);
    return ports;
}

/// The stated word or number of a trait, as a person reads it; "not known" where it is not stated.
std::string traitText(const plan::Traits& traits, const char* id, const kb::KnowledgeBase& kb)
{
    const kb::TraitKind* kind = kb.find<kb::TraitKind>(id);
    const std::string_view value = traits.word(id);
    return value.empty() || !kind ? std::string("not known") : kb::traitText(*kind, value);
}

/// Devices in the order of their places, from the lowest level up, then by name.
std::vector<const plan::Device*> inOrder(const plan::Plan& plan)
{
    std::vector<const plan::Device*> devices;
    for (const plan::Device& device : plan.devices) devices.push_back(&device);
    const auto key = [&](const plan::Device* device) {
        const plan::Place* place = plan.places.find(device->place);
        return std::tuple(place ? place->level : 0, place ? place->name : std::string(), device->name);
    };
    std::stable_sort(devices.begin(), devices.end(), [&](const auto* a, const auto* b) { return key(a) < key(b); });
    return devices;
}

}  // namespace

std::vector<PortCount> portCounts(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    const auto used = cabled(plan);
    std::map<plan::PortId, plan::PortId> partners;  // one of the two sockets names the other
    for (const plan::Port& port : plan.ports)
        if (port.comboOf.isSet()) {
            partners[port.id] = port.comboOf;
            partners[port.comboOf] = port.id;
        }
    std::vector<PortCount> counts;
    for (const plan::Device* device : inOrder(plan)) {
        if (plan::isPassive(device->role)) continue;
        std::map<BitRate, PortCount, std::greater<>> byRate;
        int management = 0;
        for (const plan::Port* port : plan::portsOf(plan, device->id)) {
            if (port->splitOf.isSet()) continue;
            if (port->traits.flag("management")) {
                ++management;
                continue;
            }
            const auto partner = partners.find(port->id);
            const plan::Port* other = partner == partners.end() ? nullptr : plan.ports.find(partner->second);
            // Of two sockets that are one port, the faster one stands for both.
            if (other && (std::pair(rateOf(*other, kb), port->id) > std::pair(rateOf(*port, kb), other->id))) continue;
            PortCount& count = byRate[rateOf(*port, kb)];
            const bool isUsed = used.contains(port->id) || (other && used.contains(other->id));
            ++(isUsed ? count.used : count.free);
        }
        bool isFirst = true;
        for (auto& [rate, count] : byRate) {
            count.device = device->id;
            count.rate = rate;
            count.management = isFirst ? management : 0;
            isFirst = false;
            counts.push_back(count);
        }
    }
    return counts;
}

std::optional<std::chrono::sys_days> fullOn(const std::vector<UsedOn>& days, int ports)
{
    if (days.size() < 2) return std::nullopt;
    const auto [first, last] =
        std::minmax_element(days.begin(), days.end(), [](const UsedOn& a, const UsedOn& b) { return a.day < b.day; });
    const auto passed = (last->day - first->day).count();
    const int grown = last->used - first->used;
    if (passed <= 0 || grown <= 0 || last->used >= ports) return std::nullopt;
    const double left = static_cast<double>(ports - last->used) * static_cast<double>(passed) / grown;
    if (left > 36500) return std::nullopt;
    return last->day + std::chrono::days(static_cast<int>(std::ceil(left)));
}

std::optional<Capacity> capacityOf(const plan::DiskGroup& group, const kb::KnowledgeBase& kb)
{
    if (!group.each || group.each->steps() <= 0) return std::nullopt;
    const kb::ArrayLevel* level = kb.find<kb::ArrayLevel>(group.level.empty() ? "single" : group.level);
    const double disks = level ? std::max(0.0, level->keepsPerDisk * group.count - level->keepsLess) : group.count;
    Capacity result;
    result.usable = DataSize::of(group.each->in() * disks);
    result.used = group.used.value_or(DataSize{});
    if (result.usable.steps() > 0) result.fill = result.used.in() / result.usable.in();
    const double growth = group.growth ? group.growth->in() : 0;
    if (growth > 0 && group.used)
        result.monthsToFull = std::max(0.0, (kFullEnough * result.usable.in() - result.used.in()) / growth);
    result.toBuy = DataSize::of((result.used.in() + growth * 12 * kYears) / kFullEnough);
    return result;
}

std::vector<std::string> portForecast(const EarlierHouse& earlier, const plan::Plan& now, std::chrono::sys_days today,
                                      const kb::KnowledgeBase& kb)
{
    const auto usedIn = [&](const plan::Plan& plan) {
        std::map<plan::DeviceId, std::pair<int, int>> sums;
        for (const PortCount& count : portCounts(plan, kb)) {
            sums[count.device].first += count.used;
            sums[count.device].second += count.used + count.free;
        }
        return sums;
    };
    const auto before = usedIn(earlier.plan), after = usedIn(now);
    std::vector<std::string> says;
    for (const plan::Device* device : inOrder(now)) {
        const auto then = before.find(device->id), at = after.find(device->id);
        if (device->role != plan::Role::Switch || then == before.end() || at == after.end()) continue;
        const auto [used, ports] = at->second;
        const auto full = fullOn({{earlier.day, then->second.first}, {today, used}}, ports);
        if (full)
            says.push_back(fmt::format("{} has {} of {} ports used; at the pace since {} it is full about {}: {}.",
                                       device->name, used, ports, isoDay(earlier.day), isoDay(*full),
                                       then->second.first == used - 1
                                           ? "one port came"
                                           : fmt::format("{} ports came", used - then->second.first)));
    }
    return says;
}

CensusTable portCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{"ports", "Ports by device and rate", {"device", "place", "rate", "used", "free"}, {}, {}};
    std::map<plan::DeviceId, std::pair<int, int>> sums;
    for (const PortCount& count : portCounts(plan, kb)) {
        const plan::Device& device = *plan.devices.find(count.device);
        table.rows.push_back({device.name, placeName(plan, device.place), rateText(count.rate),
                              std::to_string(count.used), std::to_string(count.free)});
        sums[device.id].first += count.used;
        sums[device.id].second += count.free;
    }
    for (const plan::Device* device : inOrder(plan)) {
        const auto at = sums.find(device->id);
        if (at == sums.end() || device->role != plan::Role::Switch) continue;
        const auto [used, free] = at->second;
        if (free == 0) table.says.push_back(fmt::format("{} is full: all {} ports are used.", device->name, used));
        else if (free * 5 < used + free)
            table.says.push_back(fmt::format("{} has {} of {} ports left: keep a fifth free for what comes.",
                                             device->name, free, used + free));
    }
    return table;
}

CensusTable runCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports)
{
    CensusTable table{"runs",
                      "Cables by kind",
                      {"cable", "runs", "with measured length", "estimated", "not known", "metres listed"},
                      {},
                      {}};
    struct Sum {
        int runs = 0, measured = 0, guessed = 0, unknown = 0;
        Length length;
    };
    std::map<std::string, Sum> sums;
    int open = 0;
    for (const plan::Run& run : plan.runs) {
        const kb::Medium* medium = kb.find<kb::Medium>(run.medium);
        Sum& sum = sums[medium ? medium->name : std::string("not known")];
        ++sum.runs;
        if (!run.length) ++sum.unknown;
        else ++(run.sources.isGuessed("length_m") ? sum.guessed : sum.measured);
        if (run.length) sum.length = sum.length + *run.length;
        open += !run.a.isSet() || !run.b.isSet();
    }
    for (const auto& [name, sum] : sums)
        table.rows.push_back({name, std::to_string(sum.runs), std::to_string(sum.measured), std::to_string(sum.guessed),
                              std::to_string(sum.unknown), text::length(sum.length)});
    table.says.push_back(fmt::format("{} runs make {} links; {} an open end.", plan.runs.size(), reports.size(),
                                     open == 1 ? "1 has" : fmt::format("{} have", open)));
    for (const plan::Device& device : plan.devices) {
        const auto claimed = device.traits.count("claims-runs");
        if (!claimed) continue;
        const auto used = cabled(plan);
        int listed = 0;
        for (const plan::Port* port : plan::portsOf(plan, device.id)) listed += used.contains(port->id);
        table.says.push_back(
            fmt::format("{} cables are said to end at {}, {} are listed.", *claimed, device.name, listed));
    }
    return table;
}

CensusTable interfaceCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{"interfaces",
                      "Network interfaces of hosts",
                      {"host", "place", "port", "socket", "fastest rate", "processor"},
                      {},
                      {}};
    for (const plan::Device* device : inOrder(plan)) {
        if (!plan::isHost(device->role)) continue;
        std::string processor = "not known";
        if (device->processor) {
            const kb::Processor* kind = kb.find<kb::Processor>(device->processor->kind);
            processor = fmt::format("{}, {} cores, {} GHz", kind ? kind->name : device->processor->kind,
                                    device->processor->cores, text::number(device->processor->clockGhz, 3));
        }
        const auto ports = plan::portsOf(plan, device->id);
        if (ports.empty())
            table.rows.push_back({device->name, placeName(plan, device->place), "not known", "", "", processor});
        for (const plan::Port* port : ports) {
            const kb::Cage* cage = kb.find<kb::Cage>(port->cage);
            table.rows.push_back({device->name, placeName(plan, device->place), port->name,
                                  cage ? cage->name : port->cage, rateText(rateOf(*port, kb)), processor});
        }
    }
    return table;
}

CensusTable partCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{"parts", "Category of every part", {"part", "of", "category", "came with the house"}, {}, {}};
    int unknown = 0;
    const auto add = [&](const std::string& part, const std::string& of, const std::string& medium, bool came) {
        const kb::Medium* known = kb.find<kb::Medium>(medium);
        unknown += !known;
        table.rows.push_back({part, of, known ? known->name : std::string("not known"), came ? "yes" : ""});
    };
    for (const plan::Run& run : plan.runs) {
        const bool came = run.traits.flag("came-with-house");
        const std::string name = "run " + (run.label.empty() ? plan::portText(plan, run.a) : run.label);
        add("cable", name, run.medium, came);
        for (const plan::Segment& segment : run.segments)
            add(std::string(code(segment.kind)), name,
                segment.medium.empty() && segment.kind == plan::SegmentKind::Cord ? run.medium : segment.medium, came);
    }
    for (const plan::Device* device : inOrder(plan))
        if (plan::isPassive(device->role) && device->role != plan::Role::CoaxOutlet)
            add(std::string(word(device->role)), device->name, std::string(device->traits.word("category")), false);
    if (unknown > 0)
        table.says.push_back(
            fmt::format("The category of {} parts is not known: a channel is as good as its weakest part.", unknown));
    return table;
}

CensusTable radioCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{"radio",
                      "Radio clients",
                      {"client", "place", "standard", "bands", "streams", "width", "fixed or mobile"},
                      {},
                      {}};
    int fixed = 0;
    for (const plan::Device* device : inOrder(plan)) {
        if (device->role != plan::Role::RadioClient && !device->traits.has("radio-standard")) continue;
        if (device->role == plan::Role::AccessPoint) continue;
        const auto& traits = device->traits;
        table.rows.push_back({device->name, placeName(plan, device->place), traitText(traits, "radio-standard", kb),
                              traitText(traits, "radio-bands", kb), traitText(traits, "radio-streams", kb),
                              traitText(traits, "radio-width", kb), traitText(traits, "mobile", kb)});
        fixed += traits.is("mobile", "fixed");
    }
    if (fixed > 0)
        table.says.push_back(
            fmt::format("{} of them stay where they are: a cable would free the air for the others.", fixed));
    return table;
}

CensusTable cameraCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{
        "cameras", "Cameras and recorders", {"device", "place", "powered by", "recorded on", "records"}, {}, {}};
    int cameras = 0;
    for (const plan::Device* device : inOrder(plan)) {
        if (device->role != plan::Role::Camera && device->role != plan::Role::Recorder) continue;
        cameras += device->role == plan::Role::Camera;
        const plan::Device* feeder = plan.devices.find(plan::feederOf(*device));
        std::vector<std::string> recorders;
        for (const plan::RegularJob& job : plan.jobs)
            if (job.from == device->id)
                if (const plan::Device* to = plan.devices.find(job.to)) recorders.push_back(to->name);
        for (const plan::Flow& flow : plan.flows)
            if (flow.from == device->id)
                if (const plan::Device* to = plan.devices.find(flow.to);
                    to && std::find(recorders.begin(), recorders.end(), to->name) == recorders.end())
                    recorders.push_back(to->name);
        table.rows.push_back({device->name, placeName(plan, device->place),
                              feeder ? feeder->name : traitText(device->traits, "power-source", kb),
                              device->role == plan::Role::Recorder ? ""
                              : recorders.empty()                  ? "not known"
                                                                   : text::joined(recorders, ", "),
                              device->role == plan::Role::Recorder ? "" : traitText(device->traits, "recording", kb)});
    }
    if (cameras > 0) table.says.push_back(fmt::format("{} {}.", cameras, cameras == 1 ? "camera" : "cameras"));
    return table;
}

CensusTable powerCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{
        "power", "Where power comes from", {"device", "place", "from", "fed by", "sockets covered"}, {}, {}};
    std::map<plan::PlaceId, int> covered;
    int unknown = 0;
    for (const plan::Device* device : inOrder(plan)) {
        if (plan::isPassive(device->role) || device->role == plan::Role::CoaxSplitter ||
            device->role == plan::Role::RadioClient)
            continue;
        const int sockets = plan::socketsTaken(*device);
        covered[device->place] += sockets;
        unknown += device->supplies.empty() && device->traits.word("power-source").empty();
        table.rows.push_back({device->name, placeName(plan, device->place),
                              traitText(device->traits, "power-source", kb), editline::suppliesText(*device, plan),
                              sockets > 0 ? std::to_string(sockets) : std::string()});
    }
    for (const plan::Place& place : plan.places)
        if (const auto sockets = place.traits.count("sockets"))
            table.says.push_back(fmt::format("{}: {} of {} power sockets are taken or covered.", place.name,
                                             covered[place.id], *sockets));
    if (unknown > 0) table.says.push_back(fmt::format("What feeds {} devices is not known.", unknown));
    return table;
}

CensusTable storageCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{"storage",
                      "Disks",
                      {"host", "disks", "redundancy", "usable", "used", "80 % full in", "size for three years"},
                      {},
                      {}};
    for (const plan::Device* device : inOrder(plan))
        for (const plan::DiskGroup& group : device->disks) {
            const kb::Disk* disk = kb.find<kb::Disk>(group.kind);
            const kb::ArrayLevel* level = kb.find<kb::ArrayLevel>(group.level.empty() ? "single" : group.level);
            const auto capacity = capacityOf(group, kb);
            const bool isGrowing = capacity && group.growth && group.growth->steps() > 0;
            table.rows.push_back(
                {device->name, fmt::format("{} × {}", group.count, disk ? disk->name : group.kind),
                 level ? level->name : group.level, capacity ? text::size(capacity->usable) : std::string("not known"),
                 capacity && group.used ? fmt::format("{}, {:.0f} %", text::size(capacity->used), 100 * capacity->fill)
                                        : std::string("not known"),
                 capacity && capacity->monthsToFull ? fmt::format("{:.0f} months", std::floor(*capacity->monthsToFull))
                                                    : std::string("not known"),
                 isGrowing ? text::size(capacity->toBuy) : std::string("not known")});
        }
    return table;
}

CensusTable slotCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{"slots", "Expansion slots", {"host", "slot", "wired", "shape", "attached to", "holds"}, {}, {}};
    for (const plan::Device* device : inOrder(plan))
        for (const plan::Slot* slot : plan::slotsOf(plan, device->id)) {
            const kb::BusGeneration* bus = kb::busOf(kb, slot->generation);
            table.rows.push_back(
                {device->name, slot->name,
                 slot->generation > 0 && slot->lanes > 0
                     ? fmt::format("{} ×{}", bus ? fmt::format("{}.0", slot->generation) : "?", slot->lanes)
                     : std::string("not read"),
                 slot->shape > 0 ? fmt::format("×{}", slot->shape) : std::string("not known"),
                 slot->chipset ? "chipset" : "processor", slot->card ? slot->card->name : std::string("free")});
        }
    return table;
}

CensusTable workCensus(const plan::Plan& plan, const kb::KnowledgeBase& kb)
{
    CensusTable table{"work",
                      "What is done where, and the rate it needs",
                      {"place", "device", "purpose", "count", "needs together"},
                      {},
                      {}};
    std::map<plan::PlaceId, double> sums;
    for (const plan::Workload& work : plan.workloads) {
        const kb::Purpose* purpose = kb.find<kb::Purpose>(work.purpose);
        const plan::Device* device = plan.devices.find(work.device);
        const BitRate needed = purpose ? BitRate::of(purpose->each.in() * work.count * purpose->safety) : BitRate{};
        sums[work.place] += needed.in();
        table.rows.push_back({placeName(plan, work.place), device ? device->name : std::string(),
                              purpose ? purpose->name : work.purpose, std::to_string(work.count),
                              purpose ? text::rate(needed, 3) : std::string("not known")});
    }
    for (const auto& [place, sum] : sums)
        table.says.push_back(
            fmt::format("{} needs {} with headroom.", placeName(plan, place), text::rate(BitRate::of(sum), 3)));
    return table;
}

std::vector<CensusTable> census(const plan::Plan& plan, const kb::KnowledgeBase& kb, const match::Reports& reports)
{
    std::vector<CensusTable> all;
    const auto add = [&](CensusTable table) {
        if (!table.rows.empty()) all.push_back(std::move(table));
    };
    add(portCensus(plan, kb));
    add(runCensus(plan, kb, reports));
    add(interfaceCensus(plan, kb));
    add(slotCensus(plan, kb));
    add(storageCensus(plan, kb));
    add(partCensus(plan, kb));
    add(cameraCensus(plan, kb));
    add(radioCensus(plan, kb));
    add(powerCensus(plan, kb));
    add(workCensus(plan, kb));
    add(networkCensus(plan, reports));
    return all;
}

}  // namespace sokudo::survey
