// SPDX-License-Identifier: GPL-3.0-or-later
#include <cmath>

#include "core/plan/records.h"
#include "core/plan/sources.h"
#include "core/plan/traits.h"
#include "store/field_reader.h"
#include "store/row.h"

namespace sokudo::store {
namespace {

using plan::Field;

/// Fills a record from JSON, field by field. A field that is absent stays as it was.
class Reader : public plan::FieldVisitor {
public:
    Reader(const Json& body, std::string where, std::optional<Error>& error, void* record)
        : m_in(body, std::move(where), error), m_error(error), m_record(record)
    {}
    const FieldReader& in() const { return m_in; }

    void text(const Field& field, std::string& into) override
    {
        if (field.isNeeded) m_in.neededText(field.key, into);
        else m_in.text(field.key, into);
    }
    void whole(const Field& field, int& into) override { m_in.whole(field.key, into); }
    void maybeWhole(const Field& field, std::optional<int>& into) override { m_in.maybeWhole(field.key, into); }
    void number(const Field& field, double& into) override { m_in.number(field.key, into); }
    void flag(const Field& field, bool& into) override { m_in.flag(field.key, into); }
    void quantity(const Field& field, plan::QuantityView into) override
    {
        if (m_in.has(field.key)) {
            double given = 0;
            m_in.number(field.key, given);
            // A bit and a byte have no parts: 1.5 of them is a slip, and not 2.
            const bool isCounted = into.type->stepsPerUnit == 1;
            if (isCounted && given != std::floor(given)) m_in.complain(field.key, "must be a whole number");
            into.set(given);
        }
        if (field.taken) field.taken(m_record);
    }
    void word(const Field& field, plan::WordView into) override
    {
        std::string given;
        m_in.text(field.key, given);
        if (!given.empty() && !into.set(given))
            m_in.complain(field.key, "“" + given + "” is not one of the known words");
    }
    void reference(const Field& field, std::int64_t& id) override
    {
        if (m_in.has(field.key) || field.isNeeded) id = m_in.positive(field.key);
        if (field.isNeeded && id == 0) m_in.complain(field.key, "needs a whole number above 0");
    }
    void references(const Field& field, plan::ReferencesView into) override
    {
        if (m_in.has(field.key)) into.set(m_in.positives(field.key));
    }
    void about(const Field& field, std::optional<plan::Subject>& into) override
    {
        const Json* found = m_in.member(field.key);
        if (!found) return;
        FieldReader inner(*found, m_in.path(field.key), m_error);
        into.emplace();
        inner.neededText("kind", into->kind);
        into->id = inner.positive("id");
        if (into->id == 0) inner.complain("id", "needs a whole number above 0");
        m_in.keepInside(field.key, inner.unknown());
    }
    void traits(const Field& field, plan::Traits& into) override { m_in.traits(field.key, into, field.owner); }
    void sources(const Field& field, plan::Sources& into) override { m_in.sources(field.key, into); }
    void texts(const Field& field, std::map<std::string, std::string>& into) override { m_in.texts(field.key, into); }
    void numbers(const Field& field, std::map<std::string, double>& into) override { m_in.numbers(field.key, into); }
    void words(const Field& field, std::vector<std::string>& into) override { m_in.words(field.key, into); }
    void rates(const Field& field, std::vector<BitRate>& into) override { m_in.rates(field.key, into); }
    void time(const Field& field, measure::Timestamp& into) override
    {
        if (field.isNeeded || m_in.member(field.key)) m_in.time(field.key, into);
    }
    void object(const Field& field, plan::ObjectView into) override
    {
        if (const Json* found = m_in.member(field.key))
            m_in.keepInside(field.key, filled(into.fields(), *found, m_in.path(field.key), into.make()));
    }
    void list(const Field& field, plan::ListView into) override
    {
        const Json* found = m_in.arrayMember(field.key);
        if (!found) return;
        Json left = Json::array();
        for (const Json& one : *found) {
            const std::string where = m_in.path(field.key) + "[" + std::to_string(into.size()) + "]";
            left.push_back(filled(into.fields(), one, where, into.add()));
        }
        m_in.keepInside(field.key, std::move(left));
    }

private:
    /// @return what was not known
    Json filled(const std::vector<Field>& fields, const Json& body, std::string where, void* record)
    {
        Reader inner(body, std::move(where), m_error, record);
        plan::visit(fields, record, inner);
        return inner.in().unknown();
    }
    FieldReader m_in;
    std::optional<Error>& m_error;
    void* m_record;
};

}  // namespace

Result<Json> readRow(const plan::Kind& kind, const Json& body, const std::string& where, void* row)
{
    std::optional<Error> error;
    Reader reader(body, where, error, row);
    plan::visit(kind.fields, row, reader);
    if (!error)
        if (const auto problem = plan::problemOf(kind, row)) reader.in().complain(problem->field, problem->what.text());
    if (error) return tl::unexpected(*error);
    return reader.in().unknown();
}

}  // namespace sokudo::store
