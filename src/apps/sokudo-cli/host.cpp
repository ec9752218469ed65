// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/logbook/record.h"
#include "core/measure/module_entry.h"
#include "core/measure/module_name.h"
#include "core/plan/edits.h"
#include "host/host_reader.h"
#include "traffic/agent_reader.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string root = "/", add, place, agent, keyFile;
};

template <class T, class Show>
Json readingJson(const measure::Reading<T>& reading, Show show)
{
    if (reading) return show(*reading);
    return {{"why_not", reading.explanation.text()}};
}

Json moduleJson(const measure::ModuleReading& module, const kb::KnowledgeBase& kb)
{
    const measure::ModuleName name = measure::nameOf(module, kb);
    Json result{{"kind", module.kind},
                {"connector", name.connector},
                {"compliance", name.says},
                {"phy", name.phy ? name.phy->id : ""},
                {"checksum_good", module.checksumGood}};
    if (module.wavelengthNm) result["wavelength_nm"] = *module.wavelengthNm;
    if (module.copperLength) result["copper_length_m"] = module.copperLength->in();
    if (module.celsius) result["temperature_c"] = *module.celsius;
    for (PowerDbm power : module.rxPower) result["rx_power_dbm"].push_back(power.in());
    for (PowerDbm power : module.txPower) result["tx_power_dbm"].push_back(power.in());
    return result;
}

Json toJson(const measure::HostSnapshot& host, const kb::KnowledgeBase& kb)
{
    Json result{{"name", host.name},
                {"cores", host.cores},
                {"max_clock_ghz", host.maxClockGhz ? Json(*host.maxClockGhz) : Json(nullptr)},
                {"interfaces", Json::array()}};
    for (const auto& interface : host.interfaces) {
        Json one{{"name", interface.name},     {"virtual", interface.isVirtual}, {"driver", interface.driver},
                 {"mtu_bytes", interface.mtu}, {"duplex", interface.duplex},     {"port", interface.portKind}};
        one["rate_bps"] = readingJson(interface.speed, [](BitRate rate) { return Json(rate.steps()); });
        one["carrier"] = readingJson(interface.carrier, [](bool carrier) { return Json(carrier); });
        one["fec"] = readingJson(interface.fec, [](const std::string& fec) { return Json(fec); });
        one["bus"] = readingJson(interface.bus, [](const measure::BusState& bus) {
            return Json{{"generation", bus.generation},          {"lanes", bus.lanes},
                        {"card_generation", bus.cardGeneration}, {"card_lanes", bus.cardLanes},
                        {"slot_generation", bus.slotGeneration}, {"slot_lanes", bus.slotLanes}};
        });
        one["module"] = readingJson(interface.module,
                                    [&kb](const measure::ModuleReading& module) { return moduleJson(module, kb); });
        for (BitRate rate : interface.supported) one["supported_bps"].push_back(rate.steps());
        result["interfaces"].push_back(one);
    }
    return result;
}

void show(const measure::HostSnapshot& host, const kb::KnowledgeBase& kb)
{
    print(fmt::format("{}: {} cores{}", host.name, host.cores,
                      host.maxClockGhz ? ", up to " + text::number(*host.maxClockGhz, 3) + " GHz" : std::string()));
    for (const auto& interface : host.interfaces) {
        print(fmt::format("\n{}{}", interface.name, interface.isVirtual ? " (virtual)" : ""));
        const auto line = [](std::string_view name, const std::string& value) {
            print(fmt::format("  {:<8} {}", name, value));
        };
        line("rate", interface.speed ? text::linkRate(*interface.speed) : interface.speed.explanation.text());
        line("mtu", std::to_string(interface.mtu));
        if (interface.isVirtual) continue;
        line("driver", interface.driver.empty() ? "not told" : interface.driver);
        if (interface.bus)
            line("bus",
                 fmt::format("{}.0 ×{} as trained; card {}.0 ×{}, slot {}", interface.bus->generation,
                             interface.bus->lanes, interface.bus->cardGeneration, interface.bus->cardLanes,
                             interface.bus->slotLanes > 0
                                 ? fmt::format("{}.0 ×{}", interface.bus->slotGeneration, interface.bus->slotLanes)
                                 : std::string("not told")));
        else line("bus", interface.bus.explanation.text());
        line("fec", interface.fec ? *interface.fec : interface.fec.explanation.text());
        if (!interface.module) {
            line("module", interface.module.explanation.text());
            continue;
        }
        std::string light;
        for (PowerDbm power : interface.module->rxPower)
            light += (light.empty() ? ", receives " : " ") + text::power(power);
        const measure::ModuleName name = measure::nameOf(*interface.module, kb);
        line("module", fmt::format("{}, {}, {}{}", interface.module->kind, name.says, name.connector, light));
    }
}

Result<measure::HostSnapshot> readAgent(const Options& given)
{
    const auto at = traffic::agentAddress(given.agent);
    if (!at) return tl::unexpected(at.error());
    const auto key = pairingKey(given.keyFile);
    if (!key) return tl::unexpected(key.error());
    return traffic::AgentReader(at->first, at->second, *key).read();
}

int addTo(const Options& given, const measure::HostSnapshot& snapshot, const Context& context)
{
    auto target = openToWrite(given.add, context);
    if (!target) return fail(target.error());
    const plan::Plan& plan = target->project.plan;
    plan::PlaceId place;
    for (const plan::Place& one : plan.places)
        if (one.name == given.place || (given.place.empty() && !place.isSet())) place = one.id;
    if (!place.isSet())
        return fail({ErrorCode::NotFound, "the project has no such place; name one with --place", given.place});
    IdSource ids{std::random_device{}()};
    const auto result = host::surveyed(snapshot, place, ids);
    const auto next = measure::putHost(plan, result.device, result.slots, result.ports, snapshot, context.kb, ids);
    if (!next) return fail(next.error());
    store::Changes changes;
    changes.before = &plan;
    changes.after = &*next;
    changes.entries = {logbook::changeEntry("Add " + result.device.name + " as read from the machine", now(), ids)};
    if (const auto done = saved(*target->file, changes); !done) return fail(done.error());
    return kFine;
}

}  // namespace

void addHost(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("host", "Read this machine's network side: interfaces, rates, slots, modules");
    auto given = std::make_shared<Options>();
    verb.option("--root", given->root, "root folder: / for this machine, or a captured host");
    verb.option("--agent", given->agent, "read the machine of an agent at this address instead: 10.20.0.5:7411");
    verb.option("--key-file", given->keyFile, "file with the agent's pairing key; or set SOKUDO_KEY");
    verb.option("--add", given->add, "project to add the host to");
    verb.option("--place", given->place, "place in that project where it stands");
    verb.answer([given, &context] {
        const auto snapshot = given->agent.empty() ? host::SystemHostReader(given->root).read() : readAgent(*given);
        if (!snapshot) return fail(snapshot.error());
        if (context.json) print(toJson(*snapshot, context.kb));
        else show(*snapshot, context.kb);
        return given->add.empty() ? kFine : addTo(*given, *snapshot, context);
    });
}

}  // namespace sokudo::cli
