// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/touched.h"

#include <vector>

#include "core/plan/kind.h"

namespace sokudo::plan {
namespace {

/// What a record says it is about.
class AboutFinder : public FieldVisitor {
public:
    std::optional<Subject> found;
    void about(const Field&, std::optional<Subject>& value) override { found = value; }
    void reference(const Field& field, std::int64_t& id) override
    {
        if (id != 0) found = Subject{field.refersTo, id};
    }
};

/// What a record is about; nothing where it stands alone.
std::optional<Subject> aboutOf(const Kind& kind, const void* row)
{
    const Field* field = kind.subjectField ? &kind.fields[kind.subjectField] : kind.field("about");
    AboutFinder finder;
    if (field) field->show(*field, field->in(const_cast<void*>(row)), finder);
    return finder.found;
}

bool isThing(const Kind& kind)
{
    return &kind == &kindOf<Place>() || &kind == &kindOf<Device>() || &kind == &kindOf<Port>() ||
           &kind == &kindOf<Run>();
}

}  // namespace

std::optional<Subject> touchedBy(const Plan& before, const Plan& after)
{
    std::vector<Subject> things;
    std::vector<std::optional<Subject>> records;
    for (const Kind* kind : kinds())
        kind->table->eachDifference(before, after, [&](const void* old, const void* now) {
            const void* row = now ? now : old;
            if (isThing(*kind)) things.push_back({kind->name, kind->row.id(row)});
            else records.push_back(aboutOf(*kind, row));
        });
    if (things.size() == 1) return things.front();
    return things.empty() && records.size() == 1 ? records.front() : std::nullopt;
}

}  // namespace sokudo::plan
