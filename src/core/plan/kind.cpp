// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/kind.h"

#include <algorithm>
#include <unordered_map>

#include "core/plan/describe.h"

namespace sokudo::plan {

bool QuantityView::isStated() const { return type->steps(at).has_value(); }
std::int64_t QuantityView::steps() const { return type->steps(at).value_or(0); }
double QuantityView::in() const { return static_cast<double>(steps()) / type->stepsPerUnit; }
void QuantityView::set(double units) const { type->set(at, units); }
void QuantityView::clear() const { type->clear(at); }

bool WordView::isStated() const { return type->get(at).has_value(); }
std::string_view WordView::word() const
{
    const auto i = type->get(at);
    return i ? type->words[*i] : std::string_view();
}
bool WordView::set(std::string_view word) const
{
    const auto found = std::find(type->words.begin(), type->words.end(), word);
    if (found == type->words.end()) return false;
    type->set(at, static_cast<std::size_t>(found - type->words.begin()));
    return true;
}
const std::vector<std::string_view>& WordView::words() const { return type->words; }

std::vector<std::int64_t> ReferencesView::all() const { return type->all(at); }
void ReferencesView::set(const std::vector<std::int64_t>& ids) const { type->set(at, ids); }

void* ObjectView::get() const { return type->get(at); }
void* ObjectView::make() const { return type->make(at); }
const std::vector<Field>& ObjectView::fields() const { return type->fields; }

std::size_t ListView::size() const { return type->size(at); }
void* ListView::row(std::size_t i) const { return type->row(at, i); }
void* ListView::add() const { return type->add(at); }
const std::vector<Field>& ListView::fields() const { return type->fields; }

const std::string& Kind::nameOf(const void* record) const
{
    const auto in = [&](std::size_t field) -> const std::string& {
        return *static_cast<const std::string*>(fields[field].in(const_cast<void*>(record)));
    };
    return in(nameField).empty() ? in(otherName) : in(nameField);
}

const Field* Kind::field(std::string_view key) const
{
    const auto found = std::find_if(fields.begin(), fields.end(), [&](const Field& one) { return one.key == key; });
    return found == fields.end() ? nullptr : &*found;
}

Kind&& Kind::calledBy(std::string_view key, std::string_view other) &&
{
    for (std::size_t i = 0; i < fields.size(); ++i)
        if (fields[i].key == key) nameField = i;
    otherName = nameField;
    for (std::size_t i = 0; i < fields.size(); ++i)
        if (fields[i].key == other) otherName = i;
    return std::move(*this);
}

bool Kind::hasKeys() const
{
    return std::any_of(fields.begin(), fields.end(), [](const Field& one) { return *one.line != '\0'; });
}

Sources* Kind::sourcesOf(void* record) const
{
    const Field* sources = field("sources");
    return sources ? static_cast<Sources*>(sources->in(record)) : nullptr;
}

Kind&& Kind::inLinesAs(std::string (*how)(const void* row, const Plan&)) &&
{
    lineName = how;
    return std::move(*this);
}

Kind&& Kind::inLines(const char* words) &&
{
    lineWords = words;
    return std::move(*this);
}

Kind&& Kind::listedAs(const char* asTitle, const char* forPurpose) &&
{
    title = asTitle;
    purpose = forPurpose;
    return std::move(*this);
}

Kind&& Kind::speaksOf(std::string_view key) &&
{
    for (std::size_t i = 0; i < fields.size(); ++i)
        if (fields[i].key == key) subjectField = i;
    return std::move(*this);
}

Kind&& Kind::uniqueNames() &&
{
    isNameUnique = true;
    return std::move(*this);
}

const std::vector<const Kind*>& kinds()
{
#define SOKUDO_KIND(T, rows) &kindOf<T>(),
    static const std::vector<const Kind*> kAll{SOKUDO_PLAN_TABLES(SOKUDO_KIND)};
#undef SOKUDO_KIND
    return kAll;
}

const Kind* kindNamed(std::string_view name)
{
    static const std::unordered_map<std::string_view, const Kind*> kByName = [] {
        std::unordered_map<std::string_view, const Kind*> all;
        for (const Kind* kind : kinds()) all.emplace(kind->name, kind);
        return all;
    }();
    const auto found = kByName.find(name);
    return found == kByName.end() ? nullptr : found->second;
}

std::int64_t greatestId(const Plan& plan)
{
    std::int64_t greatest = 0;
    for (const Kind* kind : kinds())
        kind->table->each(plan, [&](const void* row) { greatest = std::max(greatest, kind->row.id(row)); });
    return greatest;
}

void visit(const std::vector<Field>& fields, void* record, FieldVisitor& visitor)
{
    for (const Field& field : fields) field.show(field, field.in(record), visitor);
}

void look(const std::vector<Field>& fields, const void* record, FieldVisitor& visitor)
{
    visit(fields, const_cast<void*>(record), visitor);
}

}  // namespace sokudo::plan
