// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/editline/record_fields.h"

#include "core/base/sentence.h"
#include "core/editline/record_keys.h"
#include "core/editline/records.h"
#include "core/plan/edits.h"

namespace sokudo::editline {

bool isRecordKind(std::string_view kind)
{
    bool isOne = false;
    withTable(kind, [&](auto) { isOne = true; });
    return isOne;
}

std::vector<RecordField> recordFields(const plan::Plan& plan, const plan::Subject& subject, const kb::KnowledgeBase& kb)
{
    std::vector<RecordField> fields;
    withTable(subject.kind, [&](auto table) {
        using T = typename decltype(table)::Row;
        const T* found = (plan.*table.rows).find({subject.id});
        if (subject.id != 0 && !found) return;
        const T record = found ? *found : T{};
        for (const RecordKey<T>& key : keysOf<T>()) {
            RecordField field{key.key, key.heading, key.hint, key.get(record, plan), {}, true};
            if (key.choices) field.choices = key.choices(plan, kb);
            field.mayBeEmpty = field.choices.empty() || *key.hint != '\0';
            fields.push_back(std::move(field));
        }
    });
    return fields;
}

std::string recordName(const plan::Plan& plan, const plan::Subject& subject)
{
    std::string name;
    withTable(subject.kind, [&](auto table) {
        using T = typename decltype(table)::Row;
        if (const T* record = (plan.*table.rows).find({subject.id})) name = lineName(*record, plan);
    });
    return name;
}

Result<Edited> withRecord(const plan::Plan& plan, const plan::Subject& subject, const RecordValues& values,
                          const kb::KnowledgeBase& kb, IdSource& ids)
{
    Result<Edited> result =
        failure(ErrorCode::NotFound, text::say("record-fields.is-gone", "it is not in the plan any more"));
    withTable(subject.kind, [&](auto table) {
        using T = typename decltype(table)::Row;
        Draft draft{plan, kb, ids, {}};
        const T* found = (plan.*table.rows).find({subject.id});
        if (subject.id != 0 && !found) return;
        T record = found ? *found : T{};
        if (!found) record.id = ids.next<decltype(T::id)>();
        for (const auto& [key, value] : values) {
            const Field field = setField(record, Property{key, value, {value, 0, true}}, draft);
            if (!field) {
                result = failure(ErrorCode::BadInput, field.error().what, key);
                return;
            }
        }
        const auto id = record.id;
        const std::string done = (found ? "changed " : "added ") + lineName(record, plan);
        if (auto error = draft.take(plan::edits::putRecord(draft.plan, std::move(record)))) {
            result = tl::unexpected(*error);
            return;
        }
        draft.touch(table.kind, id);
        result = Edited{std::move(draft.plan), done, std::move(draft.touched)};
    });
    return result;
}

Result<plan::Plan> withoutRecord(const plan::Plan& plan, const plan::Subject& subject)
{
    Result<plan::Plan> result =
        failure(ErrorCode::NotFound, text::say("record-fields.is-no-record", "there is no such record"));
    withTable(subject.kind, [&](auto table) {
        using T = typename decltype(table)::Row;
        result = plan::edits::deleteRecord<T>(plan, {subject.id});
    });
    return result;
}

}  // namespace sokudo::editline
