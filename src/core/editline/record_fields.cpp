// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/record_fields.h"

#include "core/base/sentence.h"
#include "core/editline/record_keys.h"
#include "core/plan/edits.h"

namespace sokudo::editline {
namespace {

/// A kind of record that has keys; null: none of that name.
const plan::Kind* kindWithKeys(std::string_view name)
{
    const plan::Kind* kind = plan::kindNamed(name);
    return kind && kind->hasKeys() ? kind : nullptr;
}

/// The record, or a new one where the subject has no id. Empty: it is gone.
std::unique_ptr<plan::RowList> recordOf(const plan::Kind& kind, const plan::Plan& plan, const plan::Subject& subject)
{
    auto rows = kind.row.list();
    if (subject.id == 0) rows->add();
    else if (const void* found = kind.table->find(plan, subject.id)) rows->addCopy(found);
    return rows;
}

}  // namespace

bool isRecordKind(std::string_view kind) { return kindWithKeys(kind) != nullptr; }

std::vector<RecordField> recordFields(const plan::Plan& plan, const plan::Subject& subject, const kb::KnowledgeBase& kb)
{
    std::vector<RecordField> fields;
    const plan::Kind* kind = kindWithKeys(subject.kind);
    if (!kind) return fields;
    const auto record = recordOf(*kind, plan, subject);
    if (record->size() == 0) return fields;
    for (const plan::Field& one : kind->fields) {
        if (!*one.line) continue;
        RecordField field{
            one.line, one.heading, one.hint, shown(one, record->row(0), plan), choicesOf(*kind, one, plan, kb), true};
        field.mayBeEmpty = field.choices.empty() || *one.hint != '\0';
        fields.push_back(std::move(field));
    }
    return fields;
}

std::string recordName(const plan::Plan& plan, const plan::Subject& subject)
{
    const plan::Kind* kind = kindWithKeys(subject.kind);
    const void* record = kind ? kind->table->find(plan, subject.id) : nullptr;
    return record ? lineName(*kind, record, plan) : std::string();
}

Result<Edited> withRecord(const plan::Plan& plan, const plan::Subject& subject, const RecordValues& values,
                          const kb::KnowledgeBase& kb, IdSource& ids)
{
    const plan::Kind* kind = kindWithKeys(subject.kind);
    const auto rows = kind ? recordOf(*kind, plan, subject) : nullptr;
    if (!rows || rows->size() == 0)
        return failure(ErrorCode::NotFound, text::say("record-fields.is-gone", "it is not in the plan any more"));
    Draft draft{plan, kb, ids, {}};
    void* record = rows->rowToFill(0);
    const bool isNew = subject.id == 0;
    if (isNew) kind->row.setId(record, ids.next<Id<plan::Subject>>().value);
    for (const auto& [key, value] : values)
        if (const Field field = setField(*kind, record, Property{key, value, {value, 0, true}}, draft); !field)
            return failure(ErrorCode::BadInput, field.error().what, key);
    const std::string done = (isNew ? "added " : "changed ") + lineName(*kind, record, plan);
    if (auto error = draft.take(plan::edits::putRecord(draft.plan, *kind, record))) return tl::unexpected(*error);
    draft.touched.push_back({kind->name, kind->row.id(record)});
    return Edited{std::move(draft.plan), done, std::move(draft.touched)};
}

Result<plan::Plan> withoutRecord(const plan::Plan& plan, const plan::Subject& subject)
{
    const plan::Kind* kind = kindWithKeys(subject.kind);
    if (!kind) return failure(ErrorCode::NotFound, text::say("record-fields.is-no-record", "there is no such record"));
    return plan::edits::deleteRecord(plan, *kind, subject.id);
}

}  // namespace sokudo::editline
