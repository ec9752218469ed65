// SPDX-License-Identifier: GPL-3.0-or-later
// Bringing gear up: order and clocks, lights, what is read at both ends, networks and settings, the MTU of a path.
#include <cstdlib>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/bringup/bring_up.h"
#include "core/bringup/counter_baseline.h"
#include "core/bringup/readings.h"
#include "core/editline/draft.h"
#include "core/match/reports.h"
#include "core/measure/switch_reader.h"
#include "core/settings/network_settings.h"
#include "core/settings/path_mtu.h"
#include "host/echo_probe.h"
#include "host/host_reader.h"
#include "host/shipped.h"
#include "host/switch_objects.h"
#include "traffic/agent_reader.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, variant = "now", run, a, b, here, community, communityFile, keyFile, from, to, probe, kind;
    double seconds = 30;
};

int answerOrder(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto variant = houseCalled(*project, given.variant);
    if (!variant) return fail(variant.error());
    Json all = Json::array();
    int number = 0;
    for (const bringup::BringUp& one : bringup::bringUpOrder(project->plan, *variant, context.kb)) {
        Json steps = Json::array();
        if (!context.json) {
            print(plain(fmt::format("{}. {}: {}", ++number, one.name, one.online.text())));
            print(plain(fmt::format("     lights after {}, works after {}, counts as failed after {}",
                                    text::duration(one.clock.link), text::duration(one.clock.ready),
                                    text::duration(one.clock.dead))));
        }
        for (const jobs::JobStep& step : one.steps) {
            steps.push_back({{"do", plain(step.what)}, {"caution", step.caution}});
            if (context.json) continue;
            print(plain("     [ ] " + step.what.text()));
            if (!step.caution.empty()) print(plain("         Caution: " + step.caution));
        }
        all.push_back({{"device", one.name},
                       {"online", plain(one.online)},
                       {"off", one.off},
                       {"link_s", one.clock.link.in()},
                       {"ready_s", one.clock.ready.in()},
                       {"dead_s", one.clock.dead.in()},
                       {"steps", steps}});
    }
    if (context.json) print(Json{{"order", all}});
    return kFine;
}

int answerLights(const Options& given, Context& context)
{
    plan::Device device;
    const auto role = plan::roleFromCode(given.kind);
    if (!given.kind.empty() && !role)
        return fail({ErrorCode::BadInput, text::Sentence("name a kind of device: switch, router, coax-adapter, ups"),
                     given.kind});
    if (role) device.role = *role;
    Json all = Json::array();
    for (const kb::LightMeaning* row : bringup::lightsOf(role ? &device : nullptr, context.kb)) {
        if (context.json)
            all.push_back({{"where", row->where},
                           {"light", row->light},
                           {"looks", row->looks},
                           {"means", row->means},
                           {"next", row->next}});
        else
            print(plain(fmt::format("  {}, {}: {} → {}{}", row->where, row->light, row->looks, row->means,
                                    row->next.empty() ? "" : "; " + row->next)));
    }
    if (context.json) print(Json{{"lights", all}});
    else print("Makers differ: the sheet of the device wins.");
    return kFine;
}

Json toJson(const bringup::EndReadings& end)
{
    Json lines = Json::array();
    for (const bringup::ReadingLine& one : end.lines)
        lines.push_back({{"what", one.what},
                         {"planned", plain(one.planned)},
                         {"read", plain(one.read)},
                         {"verdict", bringup::readWord(one.verdict)},
                         {"says", plain(one.says)}});
    return {{"end", end.name}, {"read", end.isRead}, {"lines", lines}};
}

/// The community of a switch: as it was given, from a file, else from the environment as SOKUDO_COMMUNITY.
Result<std::string> communityOf(const Options& given)
{
    if (!given.community.empty()) return given.community;
    if (!given.communityFile.empty()) {
        auto content = fileContent(given.communityFile);
        return content ? Result<std::string>(text::trimmed(*content)) : content;
    }
    const char* word = std::getenv("SOKUDO_COMMUNITY");
    return std::string(word ? word : "");
}

/// Who tells of a port: this machine, an agent, or a switch.
Result<std::unique_ptr<measure::HostReader>> readerAt(const std::string& where, const Options& given,
                                                      const kb::KnowledgeBase& kb)
{
    if (where == "here") return std::make_unique<host::SystemHostReader>("/");
    const std::string address = where.substr(where.find(':') + 1);
    if (where.starts_with("agent:")) {
        const auto at = traffic::agentAddress(address);
        if (!at) return tl::unexpected(at.error());
        const auto key = pairingKey(given.keyFile);
        if (!key) return tl::unexpected(key.error());
        return std::make_unique<traffic::AgentReader>(at->first, at->second, *key);
    }
    const auto community = communityOf(given);
    if (!community) return tl::unexpected(community.error());
    return host::switchReader(address, *community, host::shippedData() / "switches", kb, Duration::of(given.seconds));
}

/// What is read of an end: as typed, or as who tells of it says.
Result<std::optional<measure::PortReading>> readingOf(const std::string& typed, const plan::Port* port,
                                                      const Options& given, const kb::KnowledgeBase& kb)
{
    if (typed.empty()) return std::nullopt;
    if (typed != "here" && !typed.starts_with("agent:") && !typed.starts_with("switch:")) {
        const auto reading = measure::portReadingOf(typed, kb);
        if (!reading) return tl::unexpected(reading.error());
        return *reading;
    }
    const auto reader = readerAt(typed, given, kb);
    if (!reader) return tl::unexpected(reader.error());
    const auto device = (*reader)->read();
    if (!device) return tl::unexpected(device.error());
    if (!device->partial.empty()) fail({ErrorCode::TimedOut, device->partial, typed});
    const std::string name = !given.here.empty() ? given.here : port ? port->name : std::string();
    if (const measure::InterfaceReading* one = measure::interfaceOf(*device, name))
        return measure::portReadingFrom(*one, kb);
    return failure(ErrorCode::NotFound,
                   text::Sentence("it has no interface of that name, or more than one: say which with --interface"),
                   name);
}

int answerReadings(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    std::optional<plan::Link> link;
    for (const plan::Run& run : project->plan.runs)
        if (text::lower(run.label) == text::lower(given.run)) link = plan::linkOf(project->plan, run.id);
    if (!link) return fail({ErrorCode::NotFound, text::Sentence("no run of the house has this label"), given.run});
    const plan::Plan& house = project->plan;
    const auto a = readingOf(given.a, house.ports.find(link->a), given, context.kb),
               b = readingOf(given.b, house.ports.find(link->b), given, context.kb);
    if (!a) return fail(a.error());
    if (!b) return fail(b.error());
    const bringup::LinkReadings made = bringup::linkReadings({project->plan, *link, *a, *b, context.kb});
    if (context.json) {
        Json between = Json::array();
        for (const text::Sentence& one : made.between) between.push_back(plain(one));
        print(Json{{"sentence", plain(made.sentence)},
                   {"verdict", bringup::readWord(made.verdict)},
                   {"between", between},
                   {"a", toJson(made.a)},
                   {"b", toJson(made.b)}});
        return statusOf(made.verdict);
    }
    print(plain(made.sentence));
    for (const bringup::EndReadings* end : {&made.a, &made.b}) {
        print(end->name + (end->isRead ? "" : ": not read"));
        for (const bringup::ReadingLine& one : end->lines) {
            print(plain(fmt::format("  {:<15} planned {:<20} read {}", one.what,
                                    one.planned.empty() ? "–" : one.planned, one.read.empty() ? "–" : one.read)));
            if (!one.says.text().empty()) print(plain("      " + one.says.text()));
        }
    }
    for (const text::Sentence& one : made.between) print(plain("! " + one.text()));
    return statusOf(made.verdict);
}

/// Each row as JSON and as a line.
struct Table {
    Json rows = Json::array();
    std::vector<std::string> lines;
};

Table portRows(const plan::Plan& house)
{
    Table table;
    const auto orDash = [](const std::string& text) { return text.empty() ? std::string("–") : text; };
    for (const settings::PortSettings& one : settings::portTable(house)) {
        table.rows.push_back({{"port", one.name},
                              {"partner", one.partner},
                              {"profile", one.profile},
                              {"untagged", one.untaggedName},
                              {"tagged", one.taggedNames},
                              {"mtu", one.mtu},
                              {"forced_bps", rateJson(one.forced)},
                              {"limit_bps", rateJson(one.limit)},
                              {"priority", one.priority ? Json(*one.priority) : Json(nullptr)}});
        table.lines.push_back(fmt::format("  {:<16} → {:<16} {:<14} untagged {:<10} tagged {}", one.name, one.partner,
                                          one.profile, orDash(one.untaggedName), orDash(one.taggedNames)));
    }
    return table;
}

Table socketRows(const plan::Plan& house)
{
    Table table;
    for (const settings::SocketNetwork& one : settings::socketNetworks(house)) {
        table.rows.push_back({{"socket", one.name}, {"port", one.port}, {"network", one.network}});
        if (!one.network.empty())
            table.lines.push_back(fmt::format("  socket {:<10} {}: {}", one.name, one.port, one.network));
    }
    return table;
}

Table bondRows(const plan::Plan& house, const kb::KnowledgeBase& kb)
{
    Table table;
    for (const settings::BondUse& one : settings::bondsOf(house, kb)) {
        table.rows.push_back({{"between", one.title}, {"links", one.links}, {"gives", plain(one.gives)}});
        if (one.mode) table.lines.push_back(fmt::format("  bond {}: {}", one.title, one.gives.text()));
    }
    return table;
}

Table changeRows(const plan::Plan& house)
{
    Table table;
    for (const plan::SettingChange& one : house.settings) {
        const plan::Device* device = house.devices.find(one.device);
        const std::string name = device ? device->name : std::string();
        table.rows.push_back({{"device", name},
                              {"setting", one.name},
                              {"factory", one.factory},
                              {"now", one.now},
                              {"why", one.why},
                              {"on", one.on}});
        table.lines.push_back(fmt::format("  changed: {} {}: {} instead of {}", name, one.name, one.now, one.factory));
    }
    return table;
}

int answerSettings(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto house = houseCalled(*project, given.variant);
    if (!house) return fail(house.error());
    Table found;
    for (const settings::SettingFinding& one : settings::settingFindings(*house, context.kb)) {
        found.rows.push_back({{"kind", one.kind}, {"says", plain(one.says)}});
        found.lines.push_back("! " + one.says.text());
    }
    Table ports = portRows(*house), sockets = socketRows(*house), bonds = bondRows(*house, context.kb),
          changed = changeRows(*house);
    if (context.json)
        print(Json{{"ports", ports.rows},
                   {"sockets", sockets.rows},
                   {"bonds", bonds.rows},
                   {"changed", changed.rows},
                   {"findings", found.rows}});
    else
        for (Table* table : {&ports, &sockets, &bonds, &changed, &found})
            for (const std::string& line : table->lines) print(plain(line));
    return found.rows.empty() ? kFine : kFindings;
}

int answerMtu(const Options& given, Context& context)
{
    const auto project = openProject(given.file, context);
    if (!project) return fail(project.error());
    const auto ends = pathEnds(project->plan, given.from, given.to);
    if (!ends) return fail(ends.error());
    const auto path =
        settings::pathMtu(project->plan, match::judgeAll(project->plan, context.kb), context.kb, ends->from, ends->to);
    if (!path) return fail(path.error());
    Json result{{"sentence", plain(path->sentence)}, {"least", path->least},   {"echo_bytes", path->echo4},
                {"echo_bytes_ipv6", path->echo6},    {"ports", Json::array()}, {"problems", Json::array()}};
    for (const settings::MtuHop& one : path->ports)
        result["ports"].push_back({{"port", one.name}, {"mtu", one.mtu}, {"stated", one.isStated}});
    for (const text::Sentence& one : path->problems) result["problems"].push_back(plain(one));
    bool isAsPlanned = path->isOne;
    if (!given.probe.empty()) {
        host::EchoProbe probe;
        const std::atomic<bool> cancel{false};
        const auto found = measure::probeMtu(probe, given.probe, std::max(path->least, 9216), cancel);
        if (!found) return fail(found.error());
        result["probed"] = found->bytes;
        result["probe_says"] = plain(settings::probeSays(*path, found->bytes));
        isAsPlanned = isAsPlanned && found->bytes == path->least;
    }
    if (context.json) print(result);
    else {
        print(plain(path->sentence));
        for (const settings::MtuHop& one : path->ports)
            print(plain(fmt::format("  {:<16} {}{}", one.name, one.mtu, one.isStated ? "" : " (not stated)")));
        for (const text::Sentence& one : path->problems) print(plain("! " + one.text()));
        if (result.contains("probe_says")) print(result["probe_says"].get<std::string>());
    }
    return isAsPlanned ? kFine : kFindings;
}

int answerBaseline(const Options& given, Context& context)
{
    const auto before = measure::counterStateOf(given.a), now = measure::counterStateOf(given.b);
    if (!before) return fail(before.error());
    if (!now) return fail(now.error());
    const bringup::SinceBaseline made = bringup::sinceBaseline(*before, *now, std::nullopt);
    if (context.json) {
        Json changes = Json::array();
        for (const bringup::CounterChange& one : made.changes)
            changes.push_back({{"name", one.name},
                               {"since", one.since},
                               {"per_million", one.perMillion ? Json(*one.perMillion) : Json(nullptr)}});
        print(Json{{"says", plain(made.says)},
                   {"reset", made.wasReset},
                   {"verdict", bringup::countedWord(made.verdict)},
                   {"changes", changes}});
    } else {
        print(plain(made.says));
        for (const bringup::CounterChange& one : made.changes)
            print(fmt::format("  {:<12} {:.0f}", one.name, one.since));
    }
    return statusOf(made.verdict);
}

}  // namespace

void addBringUp(Verbs& verbs, Context& context)
{
    const auto add = [&](const char* name, const char* says, int (*answer)(const Options&, Context&)) {
        auto given = std::make_shared<Options>();
        auto verb = verbs.add(name, says);
        if (answer != &answerLights && answer != &answerBaseline)
            verb.option("FILE", given->file, "project").required();
        verb.answer([given, answer, &context] { return answer(*given, context); });
        return std::pair(verb, given);
    };
    auto [order, of] = add("bring-up", "In which order new gear comes up, and how long to wait for it", &answerOrder);
    order.option("--variant", of->variant, "the variant that is built; without it, the order after a power cut");
    auto [lights, kind] = add("lights", "What the lights of a kind of device tell", &answerLights);
    lights.option("--of", kind->kind,
                  "switch, router, coax-adapter, internet-terminal, ups; all unless told otherwise");
    auto [readings, link] = add("readings", "What is read at both ends of a link beside the plan", &answerReadings);
    readings.option("--run", link->run, "label of a run of the link").required();
    readings.option("--a", link->a,
                    "“rate=25g duplex=full fec=rs module=… bus=3.0x8 mtu=9000”; or who tells it: here, agent:ADDRESS, "
                    "switch:ADDRESS, switch:simulated:core");
    readings.option("--b", link->b, "the other end, the same way");
    readings.option("--interface", link->here, "as the machine calls it; as the port of the plan unless told");
    readings.option("--community", link->community,
                    "read community of the switch; whoever uses this machine can see it in the list of processes");
    readings.option("--community-file", link->communityFile,
                    "file with it; without either it is taken from the environment as SOKUDO_COMMUNITY");
    readings.option("--seconds", link->seconds, "how long a switch may take as a whole; 30 unless told")
        .within(1.0, 3600.0);
    readings.option("--key-file", link->keyFile, "pairing key of the agent");
    auto [settings, in] = add("settings", "Networks and profiles of ports, with what does not agree", &answerSettings);
    settings.option("--variant", in->variant, "in this variant; the house as it is unless told otherwise");
    auto [mtu, ends] = add("mtu", "The MTU along a path, and the probe that proves it", &answerMtu);
    mtu.option("--from", ends->from, "device").required();
    mtu.option("--to", ends->to, "device").required();
    auto [baseline, counts] =
        add("baseline", "Counters of a port now beside those when it was brought up", &answerBaseline);
    baseline.option("BEFORE", counts->a, "“frames=8.1m crc=0 uptime=2h”").required();
    baseline.option("NOW", counts->b, "“frames=9g crc=4 uptime=12d”").required();
    mtu.option("--probe", ends->probe, "send echo requests that must not be fragmented to this host");
}

}  // namespace sokudo::cli
