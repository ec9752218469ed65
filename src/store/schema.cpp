// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/schema.h"

#include <algorithm>

#include "core/base/json.h"
#include "core/plan/checks.h"
#include "core/plan/tables.h"
#include "store/fields.h"
#include "store/row_upgrade.h"

namespace sokudo::store {
namespace {

/// How many values an enumeration has.
template <class Enum>
constexpr int kCount = 0;
template <>
constexpr int kCount<plan::PlaceKind> = 5;
template <>
constexpr int kCount<plan::Role> = static_cast<int>(plan::kRoles);
template <>
constexpr int kCount<plan::Fec> = 4;
template <>
constexpr int kCount<plan::Bundle> = 3;
template <>
constexpr int kCount<plan::SegmentKind> = 4;
template <>
constexpr int kCount<plan::ServiceKind> = 6;
template <>
constexpr int kCount<plan::OutletKind> = 2;
template <>
constexpr int kCount<plan::SupplyKind> = 4;
template <>
constexpr int kCount<plan::Availability> = 5;
template <>
constexpr int kCount<plan::PurchaseStatus> = 5;
template <>
constexpr int kCount<plan::Tenure> = 3;
template <>
constexpr int kCount<plan::PermitKind> = 3;
template <>
constexpr int kCount<plan::TestStage> = 6;
template <>
constexpr int kCount<plan::TestedAs> = 4;
template <>
constexpr int kCount<plan::TestOutcome> = 4;
template <>
constexpr int kCount<plan::StockKind> = 4;
template <>
constexpr int kCount<plan::LooseEndKind> = 3;
template <>
constexpr int kCount<plan::Inspection> = 9;
template <>
constexpr int kCount<measure::TrialKind> = 2;
template <>
constexpr int kCount<measure::Origin> = 3;
template <>
constexpr int kCount<measure::Direction> = 3;
template <>
constexpr int kCount<logbook::EntryKind> = 4;
template <>
constexpr int kCount<VersionKind> = 2;

template <class Enum>
Json wordsOf()
{
    Json words = Json::array();
    if constexpr (std::is_same_v<Enum, EndWord>) {
        for (const char* end : {"a", "b"}) words.push_back(end);
    } else {
        static_assert(kCount<Enum> > 0, "say above how many values the enumeration has");
        for (int i = 0; i < kCount<Enum>; ++i) words.push_back(code(static_cast<Enum>(i)));
    }
    return {{"type", "string"}, {"enum", words}};
}

/// What a key says of its unit.
std::string unitOf(std::string_view key)
{
    static constexpr std::pair<std::string_view, std::string_view> kUnits[] = {
        {"_bps", "bits per second"}, {"_m", "metres"},  {"_bytes", "bytes"},
        {"_ghz", "gigahertz"},       {"_s", "seconds"}, {"_awg", "AWG gauge"}};
    for (const auto& [end, unit] : kUnits)
        if (key.ends_with(end)) return std::string(unit);
    return {};
}

/// Visits the fields that fields.h describes, and notes what each may be.
class SchemaWriter {
public:
    static constexpr bool kReads = false;
    Json properties = Json::object();
    Json required = Json::array();

    template <class Tag>
    void id(const char* key, const Id<Tag>&)
    {
        needs(key, {{"type", "integer"}, {"minimum", 1}});
    }
    template <class Tag>
    void ref(const char* key, const Id<Tag>&)
    {
        put(key, {{"type", "integer"}, {"minimum", 0}});
    }
    template <class Tag>
    void refs(const char* key, const std::vector<Id<Tag>>&)
    {
        put(key, listOf({{"type", "integer"}, {"minimum", 1}}));
    }
    void text(const char* key, const std::string&) { put(key, {{"type", "string"}}); }
    void neededText(const char* key, const std::string&) { needs(key, {{"type", "string"}, {"minLength", 1}}); }
    void words(const char* key, const std::vector<std::string>&) { put(key, listOf({{"type", "string"}})); }
    void whole(const char* key, int) { put(key, {{"type", "integer"}}); }
    void count(const char* key, int) { put(key, {{"type", "integer"}}); }
    void maybeWhole(const char* key, const std::optional<int>&) { put(key, {{"type", "integer"}}); }
    void number(const char* key, double) { put(key, {{"type", "number"}}); }
    void yes(const char* key, bool) { put(key, {{"type", "boolean"}}); }
    template <class Enum, class Parse>
    void word(const char* key, const Enum&, Parse, std::optional<Enum> = {})
    {
        put(key, wordsOf<Enum>());
    }
    template <class Enum, class Parse>
    void maybeWord(const char* key, const std::optional<Enum>&, Parse)
    {
        put(key, wordsOf<Enum>());
    }
    template <class Q>
    void quantity(const char* key, const Q&)
    {
        put(key, {{"type", "number"}});
    }
    template <class Q>
    void maybe(const char* key, const std::optional<Q>&)
    {
        put(key, {{"type", "number"}});
    }
    void rates(const char* key, const std::vector<BitRate>&) { put(key, listOf({{"type", "number"}})); }
    void time(const char* key, const measure::Timestamp&) { needs(key, {{"type", "string"}, {"format", "date-time"}}); }
    void texts(const char* key, const std::map<std::string, std::string>&) { put(key, texts()); }
    void traits(const char* key, const plan::Traits&, kb::TraitOwner)
    {
        Json schema = texts();
        schema["description"] = "stated values by their id in data/traits.csv";
        put(key, std::move(schema));
    }
    void sources(const char* key, const plan::Sources&)
    {
        put(key,
            {{"type", "object"},
             {"description", "where fields are from, and when: “measured 2026-11-02”"},
             {"additionalProperties",
              {{"type", "string"}, {"pattern", "^(read|measured|printed|told|guessed)( \\d{4}-\\d\\d-\\d\\d)?$"}}}});
    }
    template <class T, class Fields>
    void object(const char* key, const std::optional<T>&, Fields fields)
    {
        put(key, inner<T>(fields));
    }
    template <class T, class Fields>
    void list(const char* key, const std::vector<T>&, Fields fields)
    {
        put(key, listOf(inner<T>(fields)));
    }
    Json whole() &&
    {
        Json result{{"type", "object"}, {"properties", std::move(properties)}};
        if (!required.empty()) result["required"] = std::move(required);
        return result;
    }

private:
    static Json texts()
    {
        return {{"type", "object"}, {"additionalProperties", {{"type", Json::array({"string", "number", "boolean"})}}}};
    }
    static Json listOf(Json items) { return {{"type", "array"}, {"items", std::move(items)}}; }
    template <class T, class Fields>
    static Json inner(Fields fields)
    {
        SchemaWriter writer;
        const T sample{};
        fields(writer, sample);
        return std::move(writer).whole();
    }
    void put(const char* key, Json schema)
    {
        if (const std::string unit = unitOf(key); !unit.empty()) schema["description"] = unit;
        properties[key] = std::move(schema);
    }
    void needs(const char* key, Json schema)
    {
        put(key, std::move(schema));
        required.push_back(key);
    }
};

template <class T>
Json schemaOf()
{
    SchemaWriter writer;
    const T sample{};
    fields(writer, sample);
    return std::move(writer).whole();
}

}  // namespace

Json rowSchema(const char* list)
{
    Json found;
    const auto look = [&](auto table) {
        if (std::string_view(table.list) == list) found = schemaOf<typename decltype(table)::Row>();
    };
    plan::eachTable(look);
    eachRecord(look);
    return found;
}

Json projectSchema()
{
    Json properties{
        {"format", {{"const", "sokudo-project"}}},
        {"version", {{"type", "integer"}, {"minimum", 1}, {"maximum", kVersion}}},
        {"name", {{"type", "string"}, {"description", "what the house is called"}}},
    };
    const auto add = [&](auto table) {
        properties[table.list] = {{"type", "array"}, {"items", schemaOf<typename decltype(table)::Row>()}};
    };
    plan::eachTable(add);
    eachRecord(add);
    properties["set_aside"] = {{"type", "array"},
                               {"description", "rows that could not be read, as they stood in the file"},
                               {"items", {{"type", "object"}}}};
    return {{"$schema", "http://json-schema.org/draft-07/schema#"},
            {"title", "A house of Sokudo"},
            {"description",
             "All that a project holds: places, devices, ports and runs, and what is kept beside them. Rows refer to "
             "each other by id; a field that is left out is not known."},
            {"type", "object"},
            {"properties", std::move(properties)},
            {"required", Json::array({"format", "version"})}};
}

}  // namespace sokudo::store
