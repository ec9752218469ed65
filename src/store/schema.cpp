// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/schema.h"

#include "core/base/json.h"
#include "store/row.h"
#include "store/row_upgrade.h"

namespace sokudo::store {
namespace {

using plan::Field;

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

Json listOf(Json items) { return {{"type", "array"}, {"items", std::move(items)}}; }
Json texts()
{
    return {{"type", "object"}, {"additionalProperties", {{"type", Json::array({"string", "number", "boolean"})}}}};
}

/// Notes what each field of a kind may be. It is shown a record of the kind, and fills it.
class SchemaWriter : public plan::FieldVisitor {
public:
    void text(const Field& field, std::string&) override
    {
        put(field, field.isNeeded ? Json{{"type", "string"}, {"minLength", 1}} : Json{{"type", "string"}});
    }
    void whole(const Field& field, int&) override { put(field, {{"type", "integer"}}); }
    void maybeWhole(const Field& field, std::optional<int>&) override { put(field, {{"type", "integer"}}); }
    void number(const Field& field, double&) override { put(field, {{"type", "number"}}); }
    void flag(const Field& field, bool&) override { put(field, {{"type", "boolean"}}); }
    void quantity(const Field& field, plan::QuantityView) override { put(field, {{"type", "number"}}); }
    void word(const Field& field, plan::WordView value) override
    {
        Json words = Json::array();
        for (const std::string_view one : value.words()) words.push_back(one);
        put(field, {{"type", "string"}, {"enum", words}});
    }
    void reference(const Field& field, std::int64_t&) override
    {
        put(field, {{"type", "integer"}, {"minimum", field.isNeeded ? 1 : 0}});
    }
    void references(const Field& field, plan::ReferencesView) override
    {
        put(field, listOf({{"type", "integer"}, {"minimum", 1}}));
    }
    void about(const Field& field, std::optional<plan::Subject>&) override
    {
        put(field, {{"type", "object"},
                    {"properties",
                     {{"kind", {{"type", "string"}, {"minLength", 1}}}, {"id", {{"type", "integer"}, {"minimum", 1}}}}},
                    {"required", Json::array({"kind", "id"})}});
    }
    void traits(const Field& field, plan::Traits&) override
    {
        Json schema = store::texts();
        schema["description"] = "stated values by their id in data/traits.csv";
        put(field, std::move(schema));
    }
    void sources(const Field& field, plan::Sources&) override
    {
        put(field,
            {{"type", "object"},
             {"description", "where fields are from, and when: “measured 2026-11-02”"},
             {"additionalProperties",
              {{"type", "string"}, {"pattern", "^(read|measured|printed|told|guessed)( \\d{4}-\\d\\d-\\d\\d)?$"}}}});
    }
    void texts(const Field& field, std::map<std::string, std::string>&) override { put(field, store::texts()); }
    void numbers(const Field& field, std::map<std::string, double>&) override
    {
        put(field, {{"type", "object"}, {"additionalProperties", {{"type", "number"}}}});
    }
    void words(const Field& field, std::vector<std::string>&) override { put(field, listOf({{"type", "string"}})); }
    void rates(const Field& field, std::vector<BitRate>&) override { put(field, listOf({{"type", "number"}})); }
    void time(const Field& field, measure::Timestamp&) override
    {
        put(field, {{"type", "string"}, {"format", "date-time"}});
    }
    void object(const Field& field, plan::ObjectView value) override
    {
        put(field, schemaOf(value.fields(), value.make()));
    }
    void list(const Field& field, plan::ListView value) override
    {
        put(field, listOf(schemaOf(value.fields(), value.add())));
    }
    static Json schemaOf(const std::vector<Field>& fields, void* sample)
    {
        SchemaWriter writer;
        plan::visit(fields, sample, writer);
        Json result{{"type", "object"}, {"properties", std::move(writer.m_properties)}};
        if (!writer.m_required.empty()) result["required"] = std::move(writer.m_required);
        return result;
    }

private:
    void put(const Field& field, Json schema)
    {
        if (const std::string unit = unitOf(field.key); !unit.empty()) schema["description"] = unit;
        m_properties[field.key] = std::move(schema);
        if (field.isNeeded) m_required.push_back(field.key);
    }
    Json m_properties = Json::object(), m_required = Json::array();
};

}  // namespace

Json schemaOf(const plan::Kind& kind) { return SchemaWriter::schemaOf(kind.fields, kind.row.list()->add()); }

Json projectSchema()
{
    Json properties{
        {"format", {{"const", "sokudo-project"}}},
        {"version", {{"type", "integer"}, {"minimum", 1}, {"maximum", kVersion}}},
        {"name", {{"type", "string"}, {"description", "what the house is called"}}},
    };
    for (const plan::Kind* kind : projectKinds())
        properties[kind->list] = {{"type", "array"}, {"items", schemaOf(*kind)}};
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
