// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/checks.h"

#include <algorithm>
#include <array>
#include <map>

#include <fmt/format.h>

#include "core/base/sentence.h"
#include "core/base/text.h"
#include "core/plan/field_checks.h"

namespace sokudo::plan {
namespace {

using namespace fieldchecks;

auto lanes(const char* field, int value)
{
    return [=]() -> Problem {
        constexpr std::array kKnown{0, 1, 2, 4, 8, 16};
        if (std::find(kKnown.begin(), kKnown.end(), value) != kKnown.end()) return {};
        return problem(field,
                       text::say("checks.is-no-number-of",
                                 "{} is no number of lanes: 1, 2, 4, 8 or 16, and 0 where it was not read", value));
    };
}

auto payload(int bytes)
{
    return [=]() -> Problem {
        constexpr std::array kKnown{0, 128, 256, 512, 1024, 2048, 4096};
        if (std::find(kKnown.begin(), kKnown.end(), bytes) != kKnown.end()) return {};
        return problem("max_payload_bytes",
                       text::say("checks.is-no-payload-size",
                                 "{} is no payload size: 128, 256, 512, 1024, 2048 or 4096 bytes, and 0 where it was "
                                 "not read",
                                 bytes));
    };
}

std::string at(const char* list, std::size_t i, const char* field) { return fmt::format("{}[{}].{}", list, i, field); }

Problem problemOfSegment(const Segment& segment, std::size_t i)
{
    if (segment.length)
        if (const auto what = problemOfLength(*segment.length))
            return FieldProblem{at("segments", i, "length_m"), *what};
    if (segment.gauge != 0 && (segment.gauge < 20 || segment.gauge > 34))
        return FieldProblem{at("segments", i, "gauge_awg"),
                            text::say("checks.lies-outside-awg-to", "{} lies outside AWG 20 to 34", segment.gauge)};
    return {};
}

Problem problemOfDisks(const DiskGroup& group, std::size_t i)
{
    if (group.kind.empty())
        return FieldProblem{at("disks", i, "kind"),
                            text::say("checks.is-missing-name-a", "is missing: name a row of disks.csv")};
    if (group.count < 1 || group.count > 999)
        return FieldProblem{at("disks", i, "count"),
                            text::say("checks.lies-outside-to-2", "{} lies outside 1 to 999", group.count)};
    for (const auto& [key, rate] : {std::pair{"reads_bps", group.reads}, {"writes_bps", group.writes}})
        if (rate)
            if (const auto what = problemOfRate(*rate)) return FieldProblem{at("disks", i, key), *what};
    for (const auto& [key, bytes] :
         {std::pair{"each_bytes", &group.each}, {"used_bytes", &group.used}, {"growth_bytes", &group.growth}})
        if (const auto what = size(key, *bytes)()) return FieldProblem{at("disks", i, key), what->what};
    return {};
}

}  // namespace

std::string fieldWords(const std::string& field)
{
    static const std::map<std::string, std::string> kWords{{"mtu_bytes", "MTU"},
                                                           {"cage", "kind of socket"},
                                                           {"length_m", "length"},
                                                           {"wanted_bps", "wish"},
                                                           {"forced_bps", "forced rate"},
                                                           {"rates_bps", "rates"},
                                                           {"asks_bps", "wanted rate"},
                                                           {"size_bytes", "size"},
                                                           {"per_week", "number a week"},
                                                           {"reads_bps", "own reading rate"},
                                                           {"writes_bps", "own writing rate"},
                                                           {"max_payload_bytes", "payload size"},
                                                           {"clock_ghz", "clock"},
                                                           {"gauge_awg", "gauge"},
                                                           {"leg", "lane"},
                                                           {"down_bps", "rate down"},
                                                           {"up_bps", "rate up"},
                                                           {"hand_off_bps", "hand-off rate"},
                                                           {"each_bytes", "size of each disk"},
                                                           {"used_bytes", "used space"},
                                                           {"growth_bytes", "growth a month"},
                                                           {"slack_m", "slack"},
                                                           {"jpeg", "picture"},
                                                           {"on", "date"},
                                                           {"rack_unit", "rack unit"}};
    const auto worded = [](const std::string& key) {
        const auto at = kWords.find(key);
        if (at != kWords.end()) return at->second;
        std::string words = key;
        std::replace(words.begin(), words.end(), '_', ' ');
        return words;
    };
    const std::size_t dot = field.find('.');
    const std::string outer = field.substr(0, dot);
    const std::size_t bracket = outer.find('[');
    std::string result = worded(outer.substr(0, bracket));
    if (bracket != std::string::npos) result += " " + std::to_string(std::stoi(outer.substr(bracket + 1)) + 1);
    return dot == std::string::npos ? result : worded(field.substr(dot + 1)) + " of " + result;
}

std::optional<text::Sentence> problemOfRate(BitRate value)
{
    if (value > BitRate{} && value <= gigabits(1600)) return {};
    return text::say("checks.must-be-a-rate-2", "must be a rate above 0 and at most 1600 Gb/s");
}

std::optional<text::Sentence> problemOfLength(Length value)
{
    if (value > Length{} && value <= Length::of(1e5)) return {};
    return text::say("checks.must-be-a-length",
                     "must be a length above 0 m and at most 100 km; leave it out when it was never measured");
}

Problem problemOf(const Place& place)
{
    const auto area = [&]() -> Problem {
        if (!place.area) return {};
        for (const auto& [key, value] :
             {std::pair{"area.width_m", place.area->width}, {"area.depth_m", place.area->depth}})
            if (const auto what = problemOfLength(value)) return problem(key, *what);
        return {};
    };
    return firstOf(name("name", place.name, "cellar"), within("level", place.level, -20, 200),
                   free("building", place.building), free("note", place.note), area, sources(place.sources));
}

Problem problemOf(const Device& device)
{
    const auto processor = [&]() -> Problem {
        if (!device.processor) return {};
        if (device.processor->kind.empty())
            return problem("processor.kind",
                           text::say("checks.is-missing-name-a-2", "is missing: name a row of processors.csv"));
        if (const double clock = device.processor->clockGhz; !(clock >= 0 && clock <= 10))
            return problem("processor.clock_ghz", text::say("checks.lies-outside-to-ghz", "lies outside 0 to 10 GHz"));
        return within("processor.cores", device.processor->cores, 0, 1024)();
    };
    return firstOf(name("name", device.name, "core"), free("description", device.description),
                   free("part", device.part), processor, each(device.disks, problemOfDisks), free("note", device.note),
                   within("rack_unit", device.rackUnit, 0, 60), sources(device.sources));
}

Problem problemOf(const Slot& slot)
{
    const auto card = [&]() -> Problem {
        if (!slot.card) return {};
        return firstOf(within("card.generation", slot.card->generation, 0, 7), lanes("card.lanes", slot.card->lanes),
                       free("card.name", slot.card->name));
    };
    return firstOf(name("name", slot.name, "1"), within("generation", slot.generation, 0, 7),
                   lanes("lanes", slot.lanes), lanes("shape", slot.shape), payload(slot.maxPayload), card,
                   sources(slot.sources));
}

Problem problemOf(const Port& port)
{
    const auto cage = [&]() -> Problem {
        return port.cage.empty()
                   ? problem("cage", text::say("checks.is-missing-say-the",
                                               "is missing: say the kind of socket, such as rj45 or sfp+"))
                   : Problem();
    };
    const auto rates = each(port.rates, [](BitRate one, std::size_t i) -> Problem {
        const auto what = problemOfRate(one);
        return what ? FieldProblem{fmt::format("rates_bps[{}]", i), *what} : Problem();
    });
    const auto mtu = [&]() -> Problem {
        if (!port.mtu || (*port.mtu >= 576 && *port.mtu <= 65535)) return {};
        return problem("mtu_bytes",
                       text::say("checks.an-mtu-lies-between",
                                 "{}: an MTU lies between 576 and 65535 bytes; 1500 and 9000 are usual", *port.mtu));
    };
    return firstOf(name("name", port.name, "the one printed beside it"), cage,
                   within("position", port.position, 0, 9999), rates, rate("forced_bps", port.forced), mtu,
                   within("leg", port.leg, 0, 8), sources(port.sources));
}

Problem problemOf(const Run& run)
{
    const auto slack = [&]() -> Problem {
        if (!run.slack || run.slack->steps() == 0) return {};
        if (const auto what = problemOfLength(*run.slack)) return problem("slack_m", *what);
        if (run.length && *run.slack >= *run.length)
            return problem("slack_m", text::say("checks.slack-beyond-length",
                                                "is {}, and the whole cable {}; slack is part of the length",
                                                text::length(*run.slack), text::length(*run.length)));
        return {};
    };
    return firstOf(length("length_m", run.length), within("joints", run.joints, 0, 99),
                   within("splices", run.splices, 0, 99), each(run.segments, problemOfSegment),
                   rate("wanted_bps", run.wanted), free("label", run.label), free("note", run.note), slack,
                   each(run.route, [](const std::string& one, std::size_t) { return free("route", one)(); }),
                   sources(run.sources));
}

Problem problemOf(const Waiver& waiver)
{
    if (waiver.clause.empty())
        return problem("clause", text::say("checks.is-missing-a-waiver",
                                           "is missing: a waiver names the finding that it accepts"));
    if (text::trimmed(waiver.reason).empty())
        return problem("reason", text::say("checks.is-missing-write-why", "is missing: write why you accept this"));
    if (waiver.verdict == "unsafe")
        return problem("verdict",
                       text::say("checks.what-is-unsafe-cannot", "what is unsafe cannot be accepted; fix it"));
    return free("reason", waiver.reason)();
}

Problem problemOf(const CatalogueRow& row)
{
    if (row.table.empty())
        return problem("table", text::say("checks.is-missing-a-row",
                                          "is missing: a row of your own belongs to a table, such as modules"));
    if (row.cells.empty())
        return problem("cells", text::say("checks.is-empty-copy-a", "is empty: copy a shipped row and change it"));
    return {};
}

Problem problemOf(const Flow& flow)
{
    return firstOf(name("name", flow.name, "nightly copy"), name("set", flow.set, "busy evening"),
                   within("streams", flow.streams, 1, 64), rate("asks_bps", flow.asks));
}

Problem problemOf(const Job& job)
{
    const auto work = [&]() -> Problem {
        if (job.size < DataSize{}) return problem("size_bytes", "is below 0");
        if (job.size.steps() == 0 && job.purpose.empty())
            return problem("size_bytes",
                           text::say("checks.is-missing-say-how",
                                     "is missing: say how much is copied, or which purpose needs a steady rate"));
        return {};
    };
    return firstOf(name("name", job.name, "plates to the store"), work, within("per_week", job.perWeek, 0.0, 100000.0),
                   within("count", job.count, 1, 10000));
}

}  // namespace sokudo::plan
