// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/plan/edits.h"
#include "core/plan/gone_references.h"
#include "core/plan/invariants.h"

namespace sokudo::plan::edits {
namespace {

tl::unexpected<Error> refuse(text::Sentence what) { return failure(ErrorCode::BadInput, std::move(what)); }

/// Another record of the kind that is called so; null: none.
const void* namesake(const Plan& plan, const Kind& kind, const void* row)
{
    const void* found = nullptr;
    kind.table->each(plan, [&](const void* other) {
        if (!found && kind.row.id(other) != kind.row.id(row) &&
            text::lower(kind.nameOf(other)) == text::lower(kind.nameOf(row)))
            found = other;
    });
    return found;
}

}  // namespace

Result<Plan> putRecord(const Plan& plan, const Kind& kind, void* row)
{
    const std::int64_t id = kind.row.id(row);
    if (id == 0) return refuse(text::say("edits.the-record-has-no", "the {} has no id", kind.word));
    if (kind.isNameUnique) {
        // A name that is typed loses the blanks around it; one that was there already stays as it is.
        auto& name = *static_cast<std::string*>(kind.fields[kind.nameField].in(row));
        const void* old = kind.table->find(plan, id);
        if (!old || kind.nameOf(old) != name) name = text::trimmed(name);
    }
    if (const auto problem = problemOf(kind, row))
        return refuse(text::say("record-edits.the-of-the", "the {} of the {} {}", fieldWords(problem->field), kind.word,
                                problem->what));
    if (const auto why = brokenReference(plan, kind, row)) return refuse(*why);
    if (const void* other = kind.isNameUnique ? namesake(plan, kind, row) : nullptr)
        return refuse(text::say("edits.there-is-already-a-record",
                                "there is already a {} called {}; give this one another name", kind.word,
                                kind.nameOf(other)));
    if (&kind == &kindOf<Network>()) {
        const auto& network = *static_cast<const Network*>(row);
        for (const Network& other : plan.networks)
            if (other.id != network.id && other.tag != 0 && other.tag == network.tag)
                return refuse(text::say("edits.tag-is-taken", "tag {} already belongs to {}; give {} another one",
                                        network.tag, other.name, network.name));
    }
    Plan next = plan;
    kind.table->put(next, row);
    return next;
}

Result<Plan> deleteRecord(const Plan& plan, const Kind& kind, std::int64_t id)
{
    if (!kind.table->find(plan, id))
        return failure(ErrorCode::NotFound,
                       text::say("edits.the-record-is-not", "the {} is not in the plan", kind.word));
    Plan next = plan;
    kind.table->drop(next, id);
    return withoutGoneReferences(std::move(next));
}

}  // namespace sokudo::plan::edits
