// SPDX-License-Identifier: GPL-3.0-or-later
#include "chance_row.h"

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/kb/load.h"
#include "core/kb/trait_value.h"
#include "core/plan/plan.h"
#include "store/reference.h"
#include "store/row.h"
#include "store/schema.h"

namespace sokudo::houses {
namespace {

/// The ids of a shipped table.
const std::vector<std::string>& idsOf(const std::string& file)
{
    static std::map<std::string, std::vector<std::string>> known;
    auto& ids = known[file];
    if (!ids.empty()) return ids;
    const auto sheet = csv::parse(kb::embeddedFiles().at(file), file);
    for (const csv::Record& record : sheet->records()) ids.push_back(record.fields.front());
    return ids;
}

std::string day(Chance& chance)
{
    return fmt::format("{}-{:02}-{:02}", chance.whole(2024, 2027), chance.whole(1, 12), chance.whole(1, 28));
}

/// What a text field usually holds, by its list and key; empty: any words.
std::string wordFor(const std::string& list, const std::string& key, Chance& chance)
{
    static const std::map<std::string, std::string> kTables{{"cage", "cages.csv"},
                                                            {"medium", "media.csv"},
                                                            {"module", "modules.csv"},
                                                            {"level", "arrays.csv"},
                                                            {"file_share", "file_shares.csv"},
                                                            {"wire_map", "wire_faults.csv"},
                                                            {"purpose", "purposes.csv"},
                                                            {"grade", "instruments.csv"},
                                                            {"clause", "rules.csv"},
                                                            {"protocol", "file_shares.csv"},
                                                            {"limit", "media.csv"}};
    static const std::map<std::string, std::string> kOf{{"devices.processor.kind", "processors.csv"},
                                                        {"devices.disks.kind", "disks.csv"},
                                                        {"stock.part", "media.csv"},
                                                        {"offers.part", "leads.csv"},
                                                        {"instruments.kind", "instruments.csv"},
                                                        {"devices.part", "switches.csv"},
                                                        {"catalogue.table", ""}};
    if (const auto found = kOf.find(list + "." + key); found != kOf.end())
        return found->second.empty() ? "modules" : chance.of(idsOf(found->second));
    if (list == "answers" && key == "flag") return chance.of(idsOf("flags.csv"));
    if (list == "networks" && key == "subnet") return fmt::format("10.0.{}.0/24", chance.whole(0, 9));
    if (list == "ticks" && key == "job") return "mount:device:1";
    if (list == "cable_tests" && key == "wire_map") return "1-1 2-2 3-6 4-4 5-5 6-3 7-7 8-8";
    if (list == "day_marks" && key == "step") return "1";
    if (key == "hours") return "tue 2h, sat 4h";
    if (key == "begins") return "18:00";
    if (key == "until" && list == "cut_overs") return "22:30";
    if (key == "appointments") return "19:30 20min call";
    if (key == "columns") return "run=Cable ID; length=Length";
    if (key == "line" && list == "device_kinds") return "switch: 8x rj45";
    if (key == "jpeg") return "/9j/4A==";
    if (key == "currency" || (list == "currencies" && key == "name")) return chance.is(0.5) ? "EUR" : "USD";
    if (key == "range" || key == "address") return fmt::format("10.0.{}.{}", chance.whole(0, 3), chance.whole(0, 255));
    if (key == "on" || key == "bought" || key == "until" || key == "review" || key == "due" || key == "since")
        return day(chance);
    const std::string last = key.substr(key.rfind('.') + 1);  // of "segments.medium"
    if (const auto found = kTables.find(last); found != kTables.end() && chance.is(0.93))
        return chance.of(idsOf(found->second));
    return chance.word(chance.is(0.08));
}

/// A figure by its unit, now and then at the edge of what may be.
Json figureFor(const std::string& key, bool isWhole, Chance& chance)
{
    const auto ends = [&](std::string_view end) { return key.ends_with(end); };
    if (ends("_bps")) {
        static const std::vector<double> kRates{1e8, 1e9, 2.5e9, 5e9, 10e9, 25e9, 40e9, 50e9, 100e9};
        return chance.is(0.9) ? Json(static_cast<std::int64_t>(chance.of(kRates))) : Json(chance.whole(1, 1000000));
    }
    if (ends("_bytes") && key != "mtu_bytes" && key != "max_payload_bytes")
        return static_cast<std::int64_t>(chance.between(1e6, 1e14));
    if (key == "mtu_bytes") return chance.is(0.5) ? 9000 : chance.whole(576, 9600);
    if (key == "max_payload_bytes") return 128 << chance.whole(0, 5);
    if (key == "generation") return chance.whole(0, 6);
    if (key == "lanes" || key == "shape") return chance.is(0.2) ? 0 : 1 << chance.whole(0, 4);
    if (key == "gauge_awg") return chance.whole(22, 30);
    if (key == "level" || key == "position") return chance.whole(-1, 8);
    if (key == "tag") return chance.whole(1, 4094);
    if (key == "leg") return chance.whole(1, 4);
    if (key == "streams") return chance.whole(1, 8);
    if (key == "percent" || key == "reserve_percent") return chance.whole(50, 99);
    if (ends("_ghz")) return chance.whole(10, 55) / 10.0;
    if (ends("_m")) return static_cast<double>(chance.whole(1, chance.is(0.9) ? 40000 : 90000000)) / 1000.0;
    if (ends("_db")) return chance.whole(-50, 300) / 100.0;
    if (isWhole) return chance.whole(0, chance.is(0.9) ? 8 : 60);
    return chance.whole(1, 4000) / 4.0;
}

Json traitsFor(const std::string& list, Chance& chance)
{
    static const std::map<std::string, kb::TraitOwner> kOwners{{"devices", kb::TraitOwner::Device},
                                                               {"ports", kb::TraitOwner::Port},
                                                               {"runs", kb::TraitOwner::Run},
                                                               {"places", kb::TraitOwner::Place}};
    static const std::map<kb::TraitOwner, std::vector<const kb::TraitKind*>> kKinds = [] {
        std::map<kb::TraitOwner, std::vector<const kb::TraitKind*>> all;
        for (const std::string& id : idsOf("traits.csv"))
            if (const kb::TraitKind* kind = kb::shippedTrait(id)) all[kind->of].push_back(kind);
        return all;
    }();
    Json traits = Json::object();
    const auto owner = kOwners.find(list);
    if (owner == kOwners.end()) return traits;
    for (int left = chance.whole(1, 6); left > 0; --left) {
        const kb::TraitKind& kind = *chance.of(kKinds.at(owner->second));
        std::string typed = "yes";
        if (!kind.choices.empty()) typed = chance.of(kind.choices);
        else if (kind.type != kb::TraitType::Flag)
            typed = fmt::format(
                "{:.6g}", chance.between(kind.least.value_or(1), kind.most.value_or(kind.least.value_or(1) + 60)));
        auto value = kb::traitValue(kind, typed);
        if (!value) value = kb::traitValue(kind, std::to_string(chance.whole(1, 20)));
        if (value) traits[kind.id] = *value;
    }
    return traits;
}

class Maker {
public:
    Maker(std::string list, const KnownIds& ids, double share, Chance& chance)
        : m_list(std::move(list)), m_ids(ids), m_share(share), m_chance(chance)
    {}
    Json object(const Json& schema, const std::string& path)
    {
        Json made = Json::object();
        std::vector<std::string> needed;
        if (schema.contains("required")) needed = schema["required"].get<std::vector<std::string>>();
        for (const auto& [key, field] : schema["properties"].items()) {
            const bool isNeeded = std::find(needed.begin(), needed.end(), key) != needed.end();
            if (!isNeeded && !m_chance.is(m_share)) continue;
            Json value = valueOf(field, key, path);
            if (!value.is_null()) made[key] = std::move(value);
        }
        return made;
    }

private:
    Json reference(std::string_view kind)
    {
        const auto known = m_ids.find(kind);
        if (known == m_ids.end() || known->second.empty()) return nullptr;
        return m_chance.of(known->second);
    }
    Json valueOf(const Json& schema, const std::string& key, const std::string& path)
    {
        if (key == "traits") return traitsFor(m_list, m_chance);
        if (key == "sources") return Json::object();
        if (key == "about") return about();
        const Json type = schema.contains("type") ? schema["type"] : Json("string");
        const std::string_view kind = store::referredKind(key);
        if (!kind.empty() && type == "integer") return reference(kind);
        if (schema.contains("enum")) return m_chance.of(schema["enum"].get<std::vector<std::string>>());
        if (type == "boolean") return m_chance.is(0.5);
        if (type == "integer" || type == "number") return figureFor(key, type == "integer", m_chance);
        if (type == "array") return array(schema["items"], key, path);
        if (type == "object" && schema.contains("properties")) return object(schema, path + key + ".");
        if (key == "counts") return Json{{"frames", m_chance.whole(0, 1000000)}, {"crc", m_chance.whole(0, 9)}};
        if (type == "object") return texts(key);
        if (schema.contains("format")) return day(m_chance) + "T21:04:05Z";
        return wordFor(m_list, path + key, m_chance);
    }
    Json array(const Json& items, const std::string& key, const std::string& path)
    {
        Json made = Json::array();
        for (int left = m_chance.whole(1, 3); left > 0; --left) {
            Json one = valueOf(items, key, path);
            if (one.is_null()) break;
            if (std::find(made.begin(), made.end(), one) == made.end()) made.push_back(std::move(one));
        }
        return made;
    }
    Json texts(const std::string& key)
    {
        if (m_list == "catalogue") return {{"id", m_chance.word()}};
        return key == "conditions" ? Json{{"mtu", "9000"}} : Json::object();
    }
    /// What a note, a photo or a loose end is about.
    Json about()
    {
        static const std::vector<std::string> kKinds{"place", "device", "port", "run"};
        const std::string& kind = m_chance.of(kKinds);
        Json id = reference(kind);
        return id.is_null() ? Json() : Json{{"kind", kind}, {"id", id}};
    }
    std::string m_list;
    const KnownIds& m_ids;
    double m_share;
    Chance& m_chance;
};

}  // namespace

Json chanceRow(const char* list, std::int64_t id, const KnownIds& ids, double share, Chance& chance)
{
    Json row = Maker(list, ids, share, chance).object(store::schemaOf(*store::kindOfList(list)), "");
    row["id"] = id;
    return row;
}

}  // namespace sokudo::houses
