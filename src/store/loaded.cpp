// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/loaded.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/plan/invariants.h"
#include "store/field_reader.h"
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

template <class T>
[[gnu::noinline]] void ProjectBuilder::take(const RawRow& raw, const Json& body, std::vector<T>& into)
{
    auto parsed = parsedRow<T>(body, raw.kind);
    if (!parsed) return setAside(raw, parsed.error().message(), nameIn(body));
    if (parsed->row.id.value != raw.id) return setAside(raw, "its id is not the one it is filed under", nameIn(body));
    if (!parsed->unknown.is_null()) m_project.unknown[{raw.kind, raw.id}] = jsonText(parsed->unknown);
    into.push_back(std::move(parsed->row));
}

void ProjectBuilder::add(RawRow raw)
{
    auto body = parseJson(raw.body, raw.kind);
    if (!raw.trouble.empty() || !body)
        return setAside(raw, raw.trouble.empty() ? "its text is damaged" : raw.trouble,
                        body ? nameIn(*body) : std::string());
    upgradeRow(raw.kind, *body, m_version);
    if (raw.kind == kHouse) m_project.plan.name = nameIn(*body);
    plan::eachTable([&](auto table) {
        if (raw.kind == table.kind) take(raw, *body, std::get<std::vector<typename decltype(table)::Row>>(m_rows));
    });
    eachRecord([&](auto records) {
        if (raw.kind == records.kind) take(raw, *body, m_project.*records.rows);
    });
}

void ProjectBuilder::append(ProjectBuilder next)
{
    const auto move = [](auto& from, auto& to) {
        to.insert(to.end(), std::make_move_iterator(from.begin()), std::make_move_iterator(from.end()));
    };
    plan::eachTable([&](auto table) {
        using Rows = std::vector<typename decltype(table)::Row>;
        move(std::get<Rows>(next.m_rows), std::get<Rows>(m_rows));
    });
    eachRecord([&](auto records) { move(next.m_project.*records.rows, m_project.*records.rows); });
    move(next.m_project.setAside, m_project.setAside);
    m_project.unknown.merge(next.m_project.unknown);
    if (!next.m_project.plan.name.empty()) m_project.plan.name = std::move(next.m_project.plan.name);
}

Project ProjectBuilder::finish() &&
{
    plan::Plan& plan = m_project.plan;
    plan::eachTable([&](auto table) {
        using Row = typename decltype(table)::Row;
        plan.*table.rows = Table<Row>::fromRows(std::move(std::get<std::vector<Row>>(m_rows)));
    });
    for (auto broken = plan::brokenObjects(plan); !broken.empty(); broken = plan::brokenObjects(plan)) {
        for (const plan::BrokenObject& one : broken)
            plan::eachTable([&](auto table) {
                using Row = typename decltype(table)::Row;
                const Row* row = std::string_view(one.kind) == table.kind ? (plan.*table.rows).find({one.id}) : nullptr;
                if (!row) return;
                Json body = toJson(*row);
                if (const auto unknown = m_project.unknown.find({one.kind, one.id}); unknown != m_project.unknown.end())
                    if (const auto left = parseJson(unknown->second, one.kind)) mergeUnknown(body, *left);
                setAside({one.kind, one.id, jsonText(body), {}}, one.what.text(), plan::ownName(*row));
            });
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
