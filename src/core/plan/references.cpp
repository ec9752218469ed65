// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/references.h"

#include <algorithm>

namespace sokudo::plan {
namespace {

bool isThere(const Plan& plan, std::string_view kind, std::int64_t id)
{
    const Kind* known = kindNamed(kind);
    return known && known->table->find(plan, id);
}

/// Finds the first field that leads nowhere.
class Finder : public FieldVisitor {
public:
    explicit Finder(const Plan& plan) : m_plan(plan) {}
    const Field* gone = nullptr;  ///< it refers to something that is not there, and may not
    bool isAnyGone = false;       ///< be it allowed or not
    const Field* bare = nullptr;  ///< it must refer to something, and does not
    void reference(const Field& field, std::int64_t& id) override
    {
        if (!isLookedAt(field)) return;
        if (id != 0 && !isThere(m_plan, field.refersTo, id)) note(field);
        if (id == 0 && field.whenGone == WhenGone::TakesAlong) bare = bare ? bare : &field;
    }
    void references(const Field& field, ReferencesView value) override
    {
        for (const std::int64_t id : value.all())
            if (isLookedAt(field) && !isThere(m_plan, field.refersTo, id)) note(field);
    }
    void about(const Field& field, std::optional<Subject>& value) override
    {
        if (value && !isThere(m_plan, value->kind, value->id)) note(field);
    }
    static bool isLookedAt(const Field& field) { return *field.refersTo && field.whenGone != WhenGone::Stays; }

private:
    void note(const Field& field)
    {
        isAnyGone = true;
        if (!gone && !field.isGoneAllowed) gone = &field;
    }
    const Plan& m_plan;
};

/// Clears what leads nowhere.
class Loosener : public FieldVisitor {
public:
    explicit Loosener(const Plan& plan) : m_plan(plan) {}
    bool stays = true;
    void reference(const Field& field, std::int64_t& id) override
    {
        if (!Finder::isLookedAt(field) || (id != 0 && isThere(m_plan, field.refersTo, id))) return;
        if (field.whenGone == WhenGone::TakesAlong) stays = false;
        id = 0;
    }
    void references(const Field& field, ReferencesView value) override
    {
        std::vector<std::int64_t> ids = value.all();
        std::erase_if(ids, [&](std::int64_t id) { return !isThere(m_plan, field.refersTo, id); });
        if (ids != value.all()) value.set(ids);
    }
    void about(const Field&, std::optional<Subject>& value) override
    {
        if (value && !isThere(m_plan, value->kind, value->id)) value.reset();
    }

private:
    const Plan& m_plan;
};

class Collector : public FieldVisitor {
public:
    std::vector<Subject> found;
    void reference(const Field& field, std::int64_t& id) override
    {
        if (id != 0 && *field.refersTo) found.push_back({field.refersTo, id});
    }
    void references(const Field& field, ReferencesView value) override
    {
        for (const std::int64_t id : value.all()) found.push_back({field.refersTo, id});
    }
    void about(const Field&, std::optional<Subject>& value) override
    {
        if (value) found.push_back(*value);
    }
    void object(const Field&, ObjectView value) override
    {
        if (void* at = value.get()) visit(value.fields(), at, *this);
    }
    void list(const Field&, ListView value) override
    {
        for (std::size_t i = 0; i < value.size(); ++i) visit(value.fields(), value.row(i), *this);
    }
};

}  // namespace

std::vector<Subject> referencesOf(const Kind& kind, const void* row)
{
    Collector collector;
    look(kind.fields, row, collector);
    return std::move(collector.found);
}

std::optional<text::Sentence> goneReference(const Plan& plan, const Kind& kind, const void* row)
{
    Finder finder(plan);
    look(kind.fields, row, finder);
    const auto wordOf = [](const Field& field) {
        const Kind* target = kindNamed(field.refersTo);
        const std::string word = target ? target->word : "thing";
        return (std::string_view("aeiou").find(word.front()) == std::string_view::npos ? "a " : "an ") + word;
    };
    if (finder.gone)
        return text::say("references.is-gone", "the {} “{}” names {} that is gone", kind.word, kind.nameOf(row),
                         wordOf(*finder.gone));
    if (finder.bare)
        return text::say("references.needs-one", "the {} “{}” needs {}; say of which one it is", kind.word,
                         kind.nameOf(row), wordOf(*finder.bare));
    return std::nullopt;
}

bool refersToGone(const Plan& plan, const Kind& kind, const void* row)
{
    Finder finder(plan);
    look(kind.fields, row, finder);
    return finder.isAnyGone || finder.bare;
}

bool loosen(const Plan& plan, const Kind& kind, void* row)
{
    Loosener loosener(plan);
    visit(kind.fields, row, loosener);
    return loosener.stays;
}

}  // namespace sokudo::plan
