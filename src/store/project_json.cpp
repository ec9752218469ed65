// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/project_json.h"

#include <algorithm>

#include <fmt/format.h>

#include "core/plan/invariants.h"

namespace sokudo::store {
namespace {

constexpr std::string_view kFormat = "sokudo-project";
constexpr int kVersion = 1;

void put(Json& into, const char* key, const std::string& text)
{
    if (!text.empty()) into[key] = text;
}

void put(Json& into, const char* key, const plan::Traits& traits)
{
    for (const auto& [id, value] : traits) into[key][id] = value;
}

/// Kinds that this Sokudo does not know are kept as they stand.
plan::Traits traitsFrom(const JsonReader& in)
{
    plan::Traits result;
    if (!in.has("traits")) return result;
    const Json& stated = in.object("traits").value();
    if (!stated.is_object()) return result;
    for (const auto& [id, value] : stated.items())
        result.set(id, value.is_string() ? value.get<std::string>() : value.dump());
    return result;
}

template <class Tag>
void put(Json& into, const char* key, Id<Tag> id)
{
    if (id.isSet()) into[key] = id.value;
}

Json rateList(const std::vector<BitRate>& rates)
{
    Json result = Json::array();
    for (BitRate rate : rates) result.push_back(rate.steps());
    return result;
}

template <class Rows>
Json listOf(const Rows& rows)
{
    Json result = Json::array();
    for (const auto& row : rows) result.push_back(toJson(row));
    return result;
}

measure::Timestamp timeFrom(const JsonReader& in, const char* key)
{
    const std::string text = in.text(key);
    const auto at = measure::timeFromIso(text);
    if (!at) in.complain(key, "“" + text + "” is not a time such as 2026-11-25T21:04:05Z");
    return at.value_or(measure::Timestamp{});
}

/// "line 3, column 14" of a byte in the text.
std::string placeOf(std::string_view text, std::size_t byte)
{
    const std::string_view before = text.substr(0, std::min(byte > 0 ? byte - 1 : 0, text.size()));
    const auto line = std::count(before.begin(), before.end(), '\n') + 1;
    const std::size_t start = before.rfind('\n');
    return fmt::format("line {}, column {}", line,
                       before.size() - (start == std::string_view::npos ? 0 : start + 1) + 1);
}

}  // namespace

Json toJson(const plan::Place& place)
{
    Json result{{"id", place.id.value}, {"name", place.name}, {"level", place.level}};
    put(result, "building", place.building);
    put(result, "note", place.note);
    return result;
}

Json toJson(const plan::Device& device)
{
    Json result{
        {"id", device.id.value}, {"place", device.place.value}, {"name", device.name}, {"role", code(device.role)}};
    put(result, "description", device.description);
    if (device.processor)
        result["processor"] = {{"kind", device.processor->kind},
                               {"clock_ghz", device.processor->clockGhz},
                               {"cores", device.processor->cores}};
    for (const plan::DiskGroup& group : device.disks) {
        Json disk{{"kind", group.kind}, {"count", group.count}};
        put(disk, "level", group.level);
        result["disks"].push_back(disk);
    }
    put(result, "file_share", device.fileShare);
    put(result, "feeds", device.fedBy);
    put(result, "traits", device.traits);
    put(result, "note", device.note);
    return result;
}

Json toJson(const plan::Slot& slot)
{
    Json result{{"id", slot.id.value},           {"device", slot.device.value}, {"name", slot.name},
                {"generation", slot.generation}, {"lanes", slot.lanes},         {"shape", slot.shape}};
    if (slot.chipset) result["chipset"] = true;
    if (slot.card)
        result["card"] = {
            {"name", slot.card->name}, {"generation", slot.card->generation}, {"lanes", slot.card->lanes}};
    return result;
}

Json toJson(const plan::Port& port)
{
    Json result{{"id", port.id.value},
                {"device", port.device.value},
                {"position", port.position},
                {"name", port.name},
                {"cage", port.cage}};
    if (!port.rates.empty()) result["rates_bps"] = rateList(port.rates);
    if (port.forced) result["forced_bps"] = port.forced->steps();
    if (port.fec) result["fec"] = code(*port.fec);
    put(result, "module", port.module);
    if (port.mtu) result["mtu_bytes"] = *port.mtu;
    put(result, "slot", port.slot);
    put(result, "split_of", port.splitOf);
    if (port.leg > 0) result["leg"] = port.leg;
    put(result, "traits", port.traits);
    return result;
}

Json toJson(const plan::Run& run)
{
    Json result{{"id", run.id.value}, {"label", run.label}};
    put(result, "a", run.a);
    put(result, "b", run.b);
    put(result, "medium", run.medium);
    if (run.length) result["length_m"] = run.length->in();
    if (run.joints > 0) result["joints"] = run.joints;
    if (run.splices > 0) result["splices"] = run.splices;
    if (run.bundle != plan::Bundle::Unknown) result["bundle"] = code(run.bundle);
    put(result, "wire_map", run.wireMap);
    for (const plan::Segment& segment : run.segments) {
        Json one{{"piece", code(segment.kind)}, {"end", segment.atB ? "b" : "a"}};
        put(one, "medium", segment.medium);
        if (segment.length) one["length_m"] = segment.length->in();
        if (segment.gauge > 0) one["gauge_awg"] = segment.gauge;
        result["segments"].push_back(one);
    }
    put(result, "traits", run.traits);
    if (run.protectedOutdoors) result["protected_outdoors"] = true;
    if (run.wanted) result["wanted_bps"] = run.wanted->steps();
    put(result, "note", run.note);
    return result;
}

Json toJson(const plan::Waiver& waiver)
{
    return {{"id", waiver.id.value},     {"run", waiver.run.value}, {"clause", waiver.clause},
            {"verdict", waiver.verdict}, {"reason", waiver.reason}, {"on", waiver.on}};
}

Json toJson(const plan::CatalogueRow& row)
{
    return {{"id", row.id.value}, {"table", row.table}, {"cells", row.cells}};
}

Json toJson(const plan::Flow& flow)
{
    Json result{{"id", flow.id.value},     {"set", flow.set},     {"name", flow.name},
                {"from", flow.from.value}, {"to", flow.to.value}, {"streams", flow.streams}};
    if (flow.copies) result["copies"] = true;
    put(result, "protocol", flow.protocol);
    if (flow.asks) result["asks_bps"] = flow.asks->steps();
    return result;
}

Json toJson(const plan::Job& job)
{
    Json result{{"id", job.id.value}, {"name", job.name},        {"from", job.from.value},
                {"to", job.to.value}, {"per_week", job.perWeek}, {"count", job.count}};
    put(result, "protocol", job.protocol);
    put(result, "purpose", job.purpose);
    if (job.size.steps() > 0) result["size_bytes"] = job.size.steps();
    return result;
}

Json toJson(const measure::Trial& trial)
{
    Json result{{"id", trial.id.value},
                {"at", measure::isoText(trial.at)},
                {"from", trial.from.value},
                {"to", trial.to.value},
                {"kind", code(trial.kind)},
                {"origin", code(trial.origin)},
                {"direction", code(trial.direction)},
                {"streams", trial.streams},
                {"duration_s", trial.duration.in()},
                {"warmup_s", trial.warmup.in()},
                {"rate_bps", trial.rate.value.steps()},
                {"low_bps", trial.rate.low.steps()},
                {"high_bps", trial.rate.high.steps()}};
    if (!trial.samples.empty()) result["samples_bps"] = rateList(trial.samples);
    if (!trial.conditions.empty()) result["conditions"] = trial.conditions;
    put(result, "note", trial.note);
    return result;
}

Json toJson(const logbook::Entry& entry)
{
    Json result{
        {"id", entry.id.value}, {"at", measure::isoText(entry.at)}, {"kind", code(entry.kind)}, {"text", entry.text}};
    put(result, "trial", entry.trial);
    put(result, "device", entry.device);
    return result;
}

Json toJson(const Answer& answer)
{
    return {{"id", answer.id.value}, {"from", answer.from.value}, {"to", answer.to.value},
            {"flag", answer.flag},   {"present", answer.present}, {"at", measure::isoText(answer.at)}};
}

plan::Place placeFrom(const JsonReader& in)
{
    return {in.neededId<plan::PlaceId>("id"), in.neededText("name"), static_cast<int>(in.whole("level", 0)),
            in.text("building"), in.text("note")};
}

plan::Device deviceFrom(const JsonReader& in)
{
    plan::Device result{in.neededId<plan::DeviceId>("id"), in.neededId<plan::PlaceId>("place"), in.neededText("name"),
                        in.word("role", plan::Role::Other, plan::roleFromCode)};
    result.description = in.text("description");
    if (in.has("processor")) {
        const JsonReader processor = in.object("processor");
        result.processor =
            plan::HostProcessor{processor.neededText("kind"), processor.maybeNumber("clock_ghz").value_or(0),
                                static_cast<int>(processor.whole("cores", 1))};
    }
    for (const JsonReader& disk : in.list("disks"))
        result.disks.push_back({disk.neededText("kind"), static_cast<int>(disk.whole("count", 1)), disk.text("level")});
    result.fileShare = in.text("file_share");
    result.fedBy = in.id<plan::DeviceId>("feeds");
    result.traits = traitsFrom(in);
    result.note = in.text("note");
    return result;
}

plan::Slot slotFrom(const JsonReader& in)
{
    plan::Slot result{in.neededId<plan::SlotId>("id"),
                      in.neededId<plan::DeviceId>("device"),
                      in.neededText("name"),
                      static_cast<int>(in.whole("generation", 0)),
                      static_cast<int>(in.whole("lanes", 0)),
                      static_cast<int>(in.whole("shape", 0)),
                      in.yes("chipset")};
    if (in.has("card")) {
        const JsonReader card = in.object("card");
        result.card = plan::Card{card.text("name"), static_cast<int>(card.whole("generation", 0)),
                                 static_cast<int>(card.whole("lanes", 0))};
    }
    return result;
}

plan::Port portFrom(const JsonReader& in)
{
    plan::Port result{in.neededId<plan::PortId>("id"), in.neededId<plan::DeviceId>("device"),
                      static_cast<int>(in.whole("position", 0)), in.neededText("name"), in.neededText("cage")};
    result.rates = in.rates("rates_bps");
    result.forced = in.maybeRate("forced_bps");
    if (in.has("fec")) result.fec = in.word("fec", plan::Fec::Auto, plan::fecFromCode);
    result.module = in.text("module");
    if (in.has("mtu_bytes")) result.mtu = static_cast<int>(in.whole("mtu_bytes", 1500));
    result.slot = in.id<plan::SlotId>("slot");
    result.splitOf = in.id<plan::PortId>("split_of");
    result.leg = static_cast<int>(in.whole("leg", 0));
    result.traits = traitsFrom(in);
    return result;
}

plan::Run runFrom(const JsonReader& in)
{
    plan::Run result{in.neededId<plan::RunId>("id"), in.text("label"), in.id<plan::PortId>("a"),
                     in.id<plan::PortId>("b"), in.text("medium")};
    result.length = in.maybeLength("length_m");
    result.joints = static_cast<int>(in.whole("joints", 0));
    result.splices = static_cast<int>(in.whole("splices", 0));
    result.bundle = in.word("bundle", plan::Bundle::Unknown, plan::bundleFromCode);
    result.wireMap = in.text("wire_map");
    if (result.wireMap == "untested") result.wireMap.clear();
    for (const JsonReader& one : in.list("segments"))
        result.segments.push_back({one.word("piece", plan::SegmentKind::Cord, plan::segmentKindFromCode),
                                   one.text("end") == "b", one.text("medium"), one.maybeLength("length_m"),
                                   static_cast<int>(one.whole("gauge_awg", 0))});
    result.traits = traitsFrom(in);
    result.protectedOutdoors = in.yes("protected_outdoors");
    result.wanted = in.maybeRate("wanted_bps");
    result.note = in.text("note");
    return result;
}

plan::Waiver waiverFrom(const JsonReader& in)
{
    return {in.neededId<plan::WaiverId>("id"), in.neededId<plan::RunId>("run"),
            in.neededText("clause"),           in.text("verdict"),
            in.neededText("reason"),           in.text("on")};
}

plan::CatalogueRow catalogueRowFrom(const JsonReader& in)
{
    return {in.neededId<plan::CatalogueRowId>("id"), in.neededText("table"), in.texts("cells")};
}

plan::Flow flowFrom(const JsonReader& in)
{
    plan::Flow result{in.neededId<plan::FlowId>("id"),
                      in.neededText("set"),
                      in.neededText("name"),
                      in.neededId<plan::DeviceId>("from"),
                      in.neededId<plan::DeviceId>("to"),
                      in.yes("copies"),
                      in.text("protocol")};
    result.streams = static_cast<int>(in.whole("streams", 1));
    result.asks = in.maybeRate("asks_bps");
    return result;
}

plan::Job jobFrom(const JsonReader& in)
{
    plan::Job result{in.neededId<plan::JobId>("id"), in.neededText("name"), in.neededId<plan::DeviceId>("from"),
                     in.neededId<plan::DeviceId>("to"), in.text("protocol")};
    result.size = DataSize::fromSteps(in.whole("size_bytes", 0));
    result.perWeek = in.maybeNumber("per_week").value_or(1);
    result.purpose = in.text("purpose");
    result.count = static_cast<int>(in.whole("count", 1));
    return result;
}

measure::Trial trialFrom(const JsonReader& in)
{
    measure::Trial result;
    result.id = in.neededId<measure::TrialId>("id");
    result.at = timeFrom(in, "at");
    result.from = in.id<plan::DeviceId>("from");
    result.to = in.id<plan::DeviceId>("to");
    result.kind = in.word("kind", measure::TrialKind::Memory, measure::trialKindFromCode);
    result.origin = in.word("origin", measure::Origin::Typed, measure::originFromCode);
    result.direction = in.word("direction", measure::Direction::Forward, measure::directionFromCode);
    result.streams = static_cast<int>(in.whole("streams", 1));
    result.duration = Duration::of(in.maybeNumber("duration_s").value_or(0));
    result.warmup = Duration::of(in.maybeNumber("warmup_s").value_or(0));
    result.rate.value = in.maybeRate("rate_bps").value_or(BitRate{});
    result.rate.low = in.maybeRate("low_bps").value_or(result.rate.value);
    result.rate.high = in.maybeRate("high_bps").value_or(result.rate.value);
    result.samples = in.rates("samples_bps");
    if (in.has("conditions")) {
        const Json& conditions = in.object("conditions").value();
        if (conditions.is_object())
            for (const auto& [key, value] : conditions.items())
                result.conditions[key] = value.is_string() ? value.get<std::string>() : value.dump();
    }
    result.note = in.text("note");
    return result;
}

logbook::Entry entryFrom(const JsonReader& in)
{
    return {in.neededId<logbook::EntryId>("id"),
            timeFrom(in, "at"),
            in.word("kind", logbook::EntryKind::Note, logbook::entryKindFromCode),
            in.text("text"),
            in.id<measure::TrialId>("trial"),
            in.id<plan::DeviceId>("device")};
}

Answer answerFrom(const JsonReader& in)
{
    return {in.neededId<AnswerId>("id"), in.id<plan::DeviceId>("from"),
            in.id<plan::DeviceId>("to"), in.neededText("flag"),
            in.yes("present"),           timeFrom(in, "at")};
}

std::string exportJson(const Project& project)
{
    const Json result{{"format", kFormat},
                      {"version", kVersion},
                      {"name", project.plan.name},
                      {"places", listOf(project.plan.places)},
                      {"devices", listOf(project.plan.devices)},
                      {"slots", listOf(project.plan.slots)},
                      {"ports", listOf(project.plan.ports)},
                      {"runs", listOf(project.plan.runs)},
                      {"waivers", listOf(project.plan.waivers)},
                      {"catalogue", listOf(project.plan.catalogue)},
                      {"flows", listOf(project.plan.flows)},
                      {"jobs", listOf(project.plan.jobs)},
                      {"trials", listOf(project.trials)},
                      {"log", listOf(project.entries)},
                      {"answers", listOf(project.answers)}};
    return result.dump(1) + "\n";
}

Result<Project> importJson(std::string_view text, const std::string& name)
{
    Json parsed;
    try {
        parsed = Json::parse(text);
    } catch (const Json::parse_error& problem) {
        return failure(
            ErrorCode::BadInput,
            "this is not JSON: the text breaks off or has a stray sign here; mend it there, or export it again",
            fmt::format("{}, {}", name, placeOf(text, problem.byte)));
    }
    std::optional<Error> error;
    const JsonReader in(parsed, name, error);
    if (!error && in.text("format") != kFormat)
        in.complain("format", fmt::format("is not “{}”; import a file that Sokudo exported", kFormat));
    if (!error && in.whole("version", 0) != kVersion)
        in.complain("version",
                    fmt::format("this Sokudo reads version {}; update Sokudo to read a later one", kVersion));
    Project project;
    project.plan.name = in.text("name");
    const auto read = [](const std::vector<JsonReader>& list, auto from) {
        std::vector<decltype(from(list.front()))> rows;
        for (const JsonReader& one : list) rows.push_back(from(one));
        return rows;
    };
    project.plan.places = Table<plan::Place>::fromRows(read(in.list("places"), placeFrom));
    project.plan.devices = Table<plan::Device>::fromRows(read(in.list("devices"), deviceFrom));
    project.plan.slots = Table<plan::Slot>::fromRows(read(in.list("slots"), slotFrom));
    project.plan.ports = Table<plan::Port>::fromRows(read(in.list("ports"), portFrom));
    project.plan.runs = Table<plan::Run>::fromRows(read(in.list("runs"), runFrom));
    project.plan.waivers = Table<plan::Waiver>::fromRows(read(in.list("waivers"), waiverFrom));
    project.plan.catalogue = Table<plan::CatalogueRow>::fromRows(read(in.list("catalogue"), catalogueRowFrom));
    project.plan.flows = Table<plan::Flow>::fromRows(read(in.list("flows"), flowFrom));
    project.plan.jobs = Table<plan::Job>::fromRows(read(in.list("jobs"), jobFrom));
    project.trials = read(in.list("trials"), trialFrom);
    project.entries = read(in.list("log"), entryFrom);
    project.answers = read(in.list("answers"), answerFrom);
    if (error) return tl::unexpected(*error);
    if (const auto broken = plan::brokenInvariants(project.plan); !broken.empty())
        return failure(ErrorCode::BadInput, broken.front() + "; mend that reference, or export the project again",
                       name);
    return project;
}

}  // namespace sokudo::store
