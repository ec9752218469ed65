// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/rebase.h"

#include <set>

#include <fmt/format.h>

#include "core/plan/invariants.h"
#include "store/row.h"

namespace sokudo::store {
namespace {

tl::unexpected<Error> conflict(std::string what, const char* kind, const std::string& name)
{
    return failure(ErrorCode::Conflict, std::move(what), fmt::format("{} {}", kind, name));
}

/// `theirs` with the fields that differ between `base` and `mine`, as JSON.
Result<Json> merged(const plan::Kind& kind, const void* base, const void* mine, const void* theirs)
{
    const Json from = toJson(kind, base), to = toJson(kind, mine), there = toJson(kind, theirs);
    Json result = there;
    std::set<std::string> keys;
    for (const Json* side : {&from, &to})
        for (const auto& [key, value] : side->items()) keys.insert(key);
    for (const std::string& key : keys) {
        const auto valueIn = [&](const Json& row) {
            const auto at = row.find(key);
            return at == row.end() ? Json() : *at;
        };
        const Json old = valueIn(from), wanted = valueIn(to), now = valueIn(there);
        if (old == wanted || now == wanted) continue;
        if (now != old)
            return failure(
                ErrorCode::Conflict,
                fmt::format("its {} was changed meanwhile, in another window or by a later edit; look at it again",
                            key));
        if (wanted.is_null()) result.erase(key);
        else result[key] = wanted;
    }
    return result;
}

/// One object that differs between the two plans, put into `into`.
tl::expected<void, Error> place(const plan::Kind& kind, const void* before, const void* after, plan::Plan& into)
{
    const std::int64_t id = kind.row.id(after ? after : before);
    const void* theirs = kind.table->find(into, id);
    const auto isSame = [&](const void* a, const void* b) { return a && b ? kind.row.isSame(a, b) : a == b; };
    if (isSame(theirs, after)) return {};
    if (isSame(theirs, before)) {
        if (after) kind.table->put(into, after);
        else kind.table->drop(into, id);
        return {};
    }
    const std::string& name = kind.nameOf(after ? after : before);
    if (!theirs)
        return conflict("it was deleted meanwhile, in another window or by a later edit; nothing was changed",
                        kind.name, name);
    if (!before || !after)
        return conflict("it was changed meanwhile, in another window or by a later edit; nothing was changed",
                        kind.name, name);
    const auto wrong = [&](const Error& error) {
        return tl::unexpected(Error{ErrorCode::Conflict, error.what.text(), fmt::format("{} {}", kind.name, name)});
    };
    const auto json = merged(kind, before, after, theirs);
    if (!json) return wrong(json.error());
    const auto rows = kind.row.list();
    void* row = rows->add();
    if (const auto read = readRow(kind, *json, "", row); !read) return wrong(read.error());
    kind.table->put(into, row);
    return {};
}

}  // namespace

template <class T>
Result<T> mergedRow(const T& base, const T& mine, const T& theirs)
{
    const auto json = merged(plan::kindOf<T>(), &base, &mine, &theirs);
    if (!json) return tl::unexpected(json.error());
    auto parsed = parsedRow<T>(*json, "");
    if (!parsed) return tl::unexpected(parsed.error());
    return std::move(parsed->row);
}

namespace {

/// Keys whose values differ; of objects within, those of their own keys.
void compare(const Json& base, const Json& mine, const std::string& before, std::vector<std::string>& into)
{
    std::set<std::string> keys;
    for (const Json* side : {&base, &mine})
        for (const auto& [key, value] : side->items()) keys.insert(key);
    for (const std::string& key : keys) {
        const Json old = base.value(key, Json()), now = mine.value(key, Json());
        if (old == now || (before.empty() && (key == "id" || key == "sources"))) continue;
        const bool isWithin = before.empty() && (key == "traits" || key == "processor" || key == "card");
        if (isWithin && (old.is_object() || now.is_object()))
            compare(old.is_object() ? old : Json::object(), now.is_object() ? now : Json::object(), key + ".", into);
        else into.push_back(before + key);
    }
}

}  // namespace

template <class T>
std::vector<std::string> changedFields(const T& base, const T& mine)
{
    std::vector<std::string> fields;
    compare(toJson(base), toJson(mine), "", fields);
    return fields;
}

template std::vector<std::string> changedFields(const plan::Place&, const plan::Place&);
template std::vector<std::string> changedFields(const plan::Device&, const plan::Device&);
template std::vector<std::string> changedFields(const plan::Slot&, const plan::Slot&);
template std::vector<std::string> changedFields(const plan::Port&, const plan::Port&);
template std::vector<std::string> changedFields(const plan::Run&, const plan::Run&);

template Result<plan::Place> mergedRow(const plan::Place&, const plan::Place&, const plan::Place&);
template Result<plan::Device> mergedRow(const plan::Device&, const plan::Device&, const plan::Device&);
template Result<plan::Slot> mergedRow(const plan::Slot&, const plan::Slot&, const plan::Slot&);
template Result<plan::Port> mergedRow(const plan::Port&, const plan::Port&, const plan::Port&);
template Result<plan::Run> mergedRow(const plan::Run&, const plan::Run&, const plan::Run&);

Result<plan::Plan> rebased(const plan::Plan& onto, const plan::Plan& before, const plan::Plan& after)
{
    plan::Plan result = onto;
    if (before.name != after.name) {
        if (onto.name != before.name && onto.name != after.name)
            return conflict("it was given another name meanwhile; nothing was changed", "house", onto.name);
        result.name = after.name;
    }
    tl::expected<void, Error> placed;
    for (const plan::Kind* kind : plan::kinds())
        kind->table->eachDifference(before, after, [&](const void* old, const void* now) {
            if (placed) placed = place(*kind, old, now, result);
        });
    if (!placed) return tl::unexpected(placed.error());
    if (const auto doubled = plan::doubledName(result);
        doubled && !plan::doubledName(onto) && !plan::doubledName(after))
        return failure(ErrorCode::Conflict,
                       doubled->text() +
                           ": one was added meanwhile, in another window or by a later edit; nothing was "
                           "changed");
    if (const auto broken = plan::brokenInvariants(result); !broken.empty())
        return failure(ErrorCode::Conflict, broken.front() +
                                                ": what was changed meanwhile, in another window or by a later edit, "
                                                "does not go with it; nothing was changed");
    return result;
}

}  // namespace sokudo::store
