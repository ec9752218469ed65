// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/loaded.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/plan/invariants.h"
#include "store/row.h"
#include "store/row_upgrade.h"

namespace sokudo::store {
namespace {

constexpr const char* kHouse = "house";  ///< the one row of what is said of the whole house

}  // namespace

std::string nameIn(const Json& body)
{
    if (!body.is_object()) return {};
    for (const char* key : {"name", "label", "text", "reason"})
        if (const auto at = body.find(key); at != body.end() && at->is_string() && !at->empty())
            return at->get<std::string>();
    return {};
}

void ProjectBuilder::setAside(const RawRow& raw, std::string why, std::string name)
{
    m_project.setAside.push_back({raw.kind, raw.id, std::move(name), std::move(why), raw.body, !raw.trouble.empty()});
}

void ProjectBuilder::take(const RawRow& raw, const Json& body, const plan::Kind& kind, plan::RowList& into)
{
    void* row = into.add();
    const auto unknown = readRow(kind, body, raw.kind, row);
    std::string why = unknown ? std::string() : unknown.error().message();
    if (unknown && kind.row.id(row) != raw.id) why = "its id is not the one it is filed under";
    if (!why.empty()) {
        into.dropLast();
        return setAside(raw, std::move(why), nameIn(body));
    }
    if (!unknown->is_null()) m_project.unknown[{raw.kind, raw.id}] = jsonText(*unknown);
}

void ProjectBuilder::add(RawRow raw)
{
    auto body = parseJson(raw.body, raw.kind);
    if (!raw.trouble.empty() || !body)
        return setAside(raw, raw.trouble.empty() ? "its text is damaged" : raw.trouble,
                        body ? nameIn(*body) : std::string());
    upgradeRow(raw.kind, *body, m_version);
    if (raw.kind == kHouse) m_project.plan.name = nameIn(*body);
    if (const plan::Kind* kind = plan::kindNamed(raw.kind)) return take(raw, *body, *kind, listOf(*kind));
    eachRecord([&](auto records) {
        using Row = typename decltype(records)::Row;
        if (raw.kind != records.kind) return;
        plan::RowsOf<Row> one;
        take(raw, *body, plan::kindOf<Row>(), one);
        for (Row& row : one.rows) (m_project.*records.rows).push_back(std::move(row));
    });
}

plan::RowList& ProjectBuilder::listOf(const plan::Kind& kind)
{
    auto& list = m_rows[&kind];
    if (!list) list = kind.row.list();
    return *list;
}

void ProjectBuilder::append(ProjectBuilder next)
{
    const auto move = [](auto& from, auto& to) {
        to.insert(to.end(), std::make_move_iterator(from.begin()), std::make_move_iterator(from.end()));
    };
    for (auto& [kind, rows] : next.m_rows) listOf(*kind).append(std::move(*rows));
    eachRecord([&](auto records) { move(next.m_project.*records.rows, m_project.*records.rows); });
    move(next.m_project.setAside, m_project.setAside);
    m_project.unknown.merge(next.m_project.unknown);
    if (!next.m_project.plan.name.empty()) m_project.plan.name = std::move(next.m_project.plan.name);
}

Project ProjectBuilder::finish() &&
{
    plan::Plan& plan = m_project.plan;
    for (auto& [kind, rows] : m_rows) kind->table->fill(plan, std::move(*rows));
    for (auto broken = plan::brokenObjects(plan); !broken.empty(); broken = plan::brokenObjects(plan)) {
        for (const plan::BrokenObject& one : broken) {
            const plan::Kind* kind = plan::kindNamed(one.kind);
            const void* row = kind ? kind->table->find(plan, one.id) : nullptr;
            if (!row) continue;
            setAside({one.kind, one.id, jsonText(wholeJson(*kind, row, m_project.unknown)), {}}, one.what.text(),
                     kind->nameOf(row));
        }
        plan = plan::without(std::move(plan), broken);
    }
    sortRecords(m_project);
    return std::move(m_project);
}

void sortRecords(Project& project)
{
    const auto byTime = [](const auto& a, const auto& b) { return a.at < b.at; };
    eachRecord([&](auto records) {
        std::stable_sort((project.*records.rows).begin(), (project.*records.rows).end(), byTime);
    });
    std::set<std::tuple<plan::DeviceId, plan::DeviceId, std::string>> seen;
    std::vector<Answer> newest;
    for (auto answer = project.answers.rbegin(); answer != project.answers.rend(); ++answer)
        if (seen.insert({answer->from, answer->to, answer->flag}).second) newest.push_back(std::move(*answer));
    std::reverse(newest.begin(), newest.end());
    project.answers = std::move(newest);
}

}  // namespace sokudo::store
