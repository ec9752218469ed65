// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/project_json.h"

#include <algorithm>
#include <set>

#include <fmt/format.h>

#include "core/plan/invariants.h"
#include "store/field_reader.h"
#include "store/loaded.h"
#include "store/row.h"
#include "store/row_upgrade.h"

namespace sokudo::store {
namespace {

constexpr std::string_view kFormat = "sokudo-project";
constexpr std::string_view kPrivateKind = "access";

Json listOf(const std::vector<SetAside>& rows)
{
    Json result = Json::array();
    for (const SetAside& row : rows)
        result.push_back({{"kind", row.kind},
                          {"id", row.id},
                          {"name", row.name},
                          {"why", row.why},
                          {"body", row.body},
                          {"changed", row.isChanged}});
    return result;
}

/// Reads the lists of one file, up to the first complaint.
class Importer {
public:
    Importer(const Json& root, std::string name, Project& into) : m_root(root), m_name(std::move(name)), m_project(into)
    {}

    bool header()
    {
        FieldReader in(m_root, m_name, m_error);
        std::string format;
        in.text("format", format);
        if (format != kFormat)
            in.complain("format", fmt::format("is not “{}”; import a file that Sokudo exported", kFormat));
        in.whole("version", m_version);
        if (m_version < 1 || m_version > kVersion)
            in.complain("version",
                        fmt::format("this Sokudo reads versions 1 to {}; update Sokudo to read a later one", kVersion));
        in.text("name", m_project.plan.name);
        for (const auto& [key, value] : m_root.items())
            if (!m_error && !isKnown(key))
                in.complain(key, "is no part of an exported house; take it out, or correct it");
        return !m_error;
    }
    std::unique_ptr<plan::RowList> list(const plan::Kind& kind)
    {
        auto rows = kind.row.list();
        const auto found = m_root.find(kind.list);
        if (m_error || found == m_root.end() || found->is_null()) return rows;
        if (!found->is_array()) {
            m_error = Error{ErrorCode::BadInput, "must be a list in brackets", m_name + "." + kind.list};
            return rows;
        }
        std::set<std::int64_t> seen;
        for (const Json& one : *found) {
            const std::string where = fmt::format("{}.{}[{}]", m_name, kind.list, rows->size());
            Json body = one;
            upgradeRow(kind.name, body, m_version);
            void* row = rows->add();
            const auto unknown = readRow(kind, body, where, row);
            if (!unknown) {
                m_error = unknown.error();
                if (const std::string name = nameIn(body); !name.empty())
                    m_error->what = fmt::format("{} (of “{}”)", m_error->what.text(), name);
                return rows;
            }
            const std::int64_t id = kind.row.id(row);
            if (!seen.insert(id).second) {
                m_error = Error{ErrorCode::BadInput,
                                fmt::format("{} appears twice; give one of the two another id", id), where + ".id"};
                return rows;
            }
            if (!unknown->is_null()) m_project.unknown[{kind.name, id}] = jsonText(*unknown);
        }
        return rows;
    }
    void setAside()
    {
        const auto found = m_root.find("set_aside");
        if (m_error || found == m_root.end() || !found->is_array()) return;
        for (const Json& one : *found) {
            FieldReader in(one, fmt::format("{}.set_aside[{}]", m_name, m_project.setAside.size()), m_error);
            SetAside row;
            Id<SetAside> id;
            in.neededText("kind", row.kind);
            in.id("id", id);
            in.text("name", row.name);
            in.text("why", row.why);
            in.text("body", row.body);
            in.flag("changed", row.isChanged);
            row.id = id.value;
            m_project.setAside.push_back(std::move(row));
        }
    }
    const std::optional<Error>& error() const { return m_error; }

private:
    /// A list that nobody reads would be lost without a word.
    static bool isKnown(const std::string& key)
    {
        static const std::set<std::string> kKnown = [] {
            std::set<std::string> all{"format", "version", "name", "set_aside", "$schema"};
            for (const plan::Kind* kind : projectKinds()) all.emplace(kind->list);
            return all;
        }();
        return kKnown.contains(key);
    }
    const Json& m_root;
    std::string m_name;
    Project& m_project;
    int m_version = 0;
    std::optional<Error> m_error;
};

}  // namespace

namespace {
/// A kept house without its addresses and log-in hints. A text that cannot be read is left out: nobody knows what it
/// holds.
Version withoutPrivate(Version version)
{
    for (std::string* text : {&version.house, &version.base}) {
        if (text->empty()) continue;
        auto house = parseJson(*text, version.name);
        if (house && house->is_object()) house->erase("accesses");
        *text = house ? jsonText(*house) + "\n" : std::string("{}\n");
    }
    return version;
}
}  // namespace

std::string exportJson(const Project& project, const Export& how)
{
    if (!how.isPrivateToo && !project.versions.empty()) {
        Project open = project;
        for (Version& one : open.versions) one = withoutPrivate(std::move(one));
        open.plan.accesses = {};
        std::erase_if(open.setAside, [](const SetAside& row) { return row.kind == kPrivateKind; });
        return exportJson(open, {.isPrivateToo = true, .isCompact = how.isCompact});
    }
    Json result{{"format", kFormat}, {"version", kVersion}, {"name", project.plan.name}};
    const auto isLeftOut = [&](std::string_view name) {
        const plan::Kind* kind = plan::kindNamed(name);
        return kind && kind->isPrivate && !how.isPrivateToo;
    };
    for (const plan::Kind* kind : plan::kinds()) {
        if (isLeftOut(kind->name)) continue;
        Json& list = result[kind->list] = Json::array();
        kind->table->each(project.plan,
                          [&](const void* row) { list.push_back(wholeJson(*kind, row, project.unknown)); });
    }
    eachRecord([&](auto records) {
        Json& list = result[records.list] = Json::array();
        for (const auto& row : project.*records.rows)
            list.push_back(wholeJson(plan::kindOf<typename decltype(records)::Row>(), &row, project.unknown));
    });
    std::vector<SetAside> aside = project.setAside;
    std::erase_if(aside, [&](const SetAside& row) { return isLeftOut(row.kind); });
    if (!aside.empty()) result["set_aside"] = listOf(aside);
    return jsonText(result, how.isCompact ? -1 : 1) + "\n";
}

namespace {

/// Readings of ports were notes before: they become records, and the notes stay.
void addReadings(Json& root)
{
    const auto log = root.is_object() ? root.find("log") : root.end();
    if (log == root.end() || !log->is_array() || root.contains("readings")) return;
    if (const auto version = root.find("version");
        version == root.end() || !version->is_number_integer() || version->get<int>() >= kReadingsVersion)
        return;
    std::int64_t lastId = 0;
    for (const auto& [key, list] : root.items()) {
        if (!list.is_array()) continue;
        for (const Json& one : list)
            if (const auto id = one.find("id"); one.is_object() && id != one.end() && id->is_number_integer())
                lastId = std::max(lastId, id->get<std::int64_t>());
    }
    for (Json& one : readingsInLog(log->get<std::vector<Json>>(), lastId)) root["readings"].push_back(std::move(one));
}

}  // namespace

Result<Project> importJson(std::string_view text, const std::string& name)
{
    auto parsed = parseJson(text, name);
    if (!parsed) return tl::unexpected(parsed.error());
    addReadings(*parsed);
    Project project;
    Importer importer(*parsed, name, project);
    if (importer.header()) {
        for (const plan::Kind* kind : plan::kinds()) kind->table->fill(project.plan, std::move(*importer.list(*kind)));
        eachRecord([&](auto records) {
            using Row = typename decltype(records)::Row;
            const auto rows = importer.list(plan::kindOf<Row>());
            project.*records.rows = std::move(static_cast<plan::RowsOf<Row>&>(*rows).rows);
        });
        importer.setAside();
    }
    if (importer.error()) return tl::unexpected(*importer.error());
    if (const auto broken = plan::brokenInvariants(project.plan); !broken.empty())
        return failure(ErrorCode::BadInput, broken.front() + "; fix that reference, or export the project again", name);
    sortRecords(project);
    return project;
}

}  // namespace sokudo::store
