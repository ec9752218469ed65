// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/records.h"
#include "core/plan/sources.h"
#include "core/plan/traits.h"
#include "store/field_reader.h"
#include "store/row.h"

namespace sokudo::store {
namespace {

using plan::Field;

/// Makes JSON of a record, field by field. What says nothing is left out.
class Writer : public plan::FieldVisitor {
public:
    Json result = Json::object();

    void text(const Field& field, std::string& value) override
    {
        if (field.isAlwaysWritten || !value.empty()) result[field.key] = value;
    }
    void whole(const Field& field, int& value) override
    {
        if (field.isAlwaysWritten || value != 0) result[field.key] = value;
    }
    void maybeWhole(const Field& field, std::optional<int>& value) override
    {
        if (value) result[field.key] = *value;
    }
    void number(const Field& field, double& value) override { result[field.key] = value; }
    void flag(const Field& field, bool& value) override
    {
        if (value) result[field.key] = true;
    }
    void quantity(const Field& field, plan::QuantityView value) override
    {
        if (!value.isStated()) return;
        if (value.in() == static_cast<double>(value.steps())) result[field.key] = value.steps();
        else result[field.key] = value.in();
    }
    void word(const Field& field, plan::WordView value) override
    {
        if (value.isStated() && value.word() != field.silentWord) result[field.key] = value.word();
    }
    void reference(const Field& field, std::int64_t& id) override
    {
        if (field.isAlwaysWritten || id != 0) result[field.key] = id;
    }
    void references(const Field& field, plan::ReferencesView value) override
    {
        for (const std::int64_t id : value.all()) result[field.key].push_back(id);
    }
    void about(const Field& field, std::optional<plan::Subject>& value) override
    {
        if (value) result[field.key] = {{"kind", value->kind}, {"id", value->id}};
    }
    void traits(const Field& field, plan::Traits& values) override
    {
        for (const auto& [id, value] : values) result[field.key][id] = value;
    }
    void sources(const Field& field, plan::Sources& values) override
    {
        for (const auto& [of, source] : values) result[field.key][of] = plan::text(source);
    }
    void texts(const Field& field, std::map<std::string, std::string>& values) override
    {
        for (const auto& [name, value] : values) result[field.key][name] = value;
    }
    void numbers(const Field& field, std::map<std::string, double>& values) override
    {
        for (const auto& [name, value] : values) result[field.key][name] = value;
    }
    void words(const Field& field, std::vector<std::string>& values) override
    {
        for (const std::string& one : values) result[field.key].push_back(one);
    }
    void rates(const Field& field, std::vector<BitRate>& values) override
    {
        for (const BitRate one : values) result[field.key].push_back(one.steps());
    }
    void time(const Field& field, measure::Timestamp& value) override
    {
        if (field.isNeeded || value != measure::Timestamp()) result[field.key] = measure::isoText(value);
    }
    void object(const Field& field, plan::ObjectView value) override
    {
        if (const void* inner = value.get()) result[field.key] = written(value.fields(), inner);
    }
    void list(const Field& field, plan::ListView value) override
    {
        for (std::size_t i = 0; i < value.size(); ++i)
            result[field.key].push_back(written(value.fields(), value.row(i)));
    }
    static Json written(const std::vector<Field>& fields, const void* record)
    {
        Writer writer;
        plan::look(fields, record, writer);
        return std::move(writer.result);
    }
};

}  // namespace

Json toJson(const plan::Kind& kind, const void* row) { return Writer::written(kind.fields, row); }

Json wholeJson(const plan::Kind& kind, const void* row, const UnknownFields& unknown)
{
    Json body = toJson(kind, row);
    if (const auto at = unknown.find({kind.name, kind.row.id(row)}); at != unknown.end())
        if (const auto left = parseJson(at->second, kind.name)) mergeUnknown(body, *left);
    return body;
}

}  // namespace sokudo::store
