// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/project_rows.h"

#include <algorithm>
#include <map>
#include <mutex>
#include <set>

#include <fmt/format.h>

#include "core/base/cores.h"
#include "store/row.h"
#include "store/row_upgrade.h"

namespace sokudo::store {
namespace {

// tally counts the rows of each kind, so that missing ones are noticed; sum tells a damaged body from a whole one.
constexpr const char* kTally = R"(
    CREATE TABLE tally (kind TEXT PRIMARY KEY, rows INTEGER NOT NULL);
    INSERT INTO tally SELECT kind, count(*) FROM object GROUP BY kind;
    CREATE TRIGGER object_added AFTER INSERT ON object BEGIN
        INSERT INTO tally VALUES (new.kind, 1) ON CONFLICT (kind) DO UPDATE SET rows = rows + 1;
    END;
    CREATE TRIGGER object_gone AFTER DELETE ON object BEGIN
        UPDATE tally SET rows = rows - 1 WHERE kind = old.kind;
    END;
    INSERT INTO setting VALUES ('revision', 1) ON CONFLICT (name) DO NOTHING;
)";

std::string versionStatements()
{
    return fmt::format("PRAGMA application_id = {}; PRAGMA user_version = {};", kApplicationId, kVersion);
}

/// A number that changes with any byte of a row.
/// @source FNV-1a, 64 bits: against damage, not against malice
std::int64_t sumOf(std::string_view kind, std::int64_t id, std::string_view body)
{
    std::uint64_t sum = 14695981039346656037ULL;
    const auto add = [&](unsigned char byte) { sum = (sum ^ byte) * 1099511628211ULL; };
    for (char c : kind) add(static_cast<unsigned char>(c));
    for (int shift = 0; shift < 64; shift += 8)
        add(static_cast<unsigned char>(static_cast<std::uint64_t>(id) >> shift));
    for (char c : body) add(static_cast<unsigned char>(c));
    return static_cast<std::int64_t>(sum);
}

RawRow rawRow(const Statement& row)
{
    RawRow raw{std::string(row.text(0)), row.number(1), std::string(row.text(2)), {}};
    if (!row.isNull(3) && row.number(3) != sumOf(raw.kind, raw.id, raw.body))
        raw.trouble = "its text is damaged: it is not what was saved";
    return raw;
}

/// Every row that can be reached, from the front and, behind a damaged page, from the back.
/// @return whether the file gave all it should
bool eachRow(const Sqlite& file, int version, const ReadProgress& progress, const std::function<void(RawRow)>& visit)
{
    const char* columns = version >= 2 ? "kind, id, body, sum" : "kind, id, body, NULL";
    Statement forward(file, fmt::format("SELECT {} FROM object ORDER BY kind, id", columns));
    std::set<std::pair<std::string, std::int64_t>> seen;
    while (!progress.isStopped() && forward.next()) {
        RawRow raw = rawRow(forward);
        seen.emplace(raw.kind, raw.id);
        visit(std::move(raw));
    }
    if (!forward.failed()) return true;
    Statement backward(file, fmt::format("SELECT {} FROM object ORDER BY kind DESC, id DESC", columns));
    while (!progress.isStopped() && backward.next()) {
        RawRow raw = rawRow(backward);
        if (seen.emplace(raw.kind, raw.id).second) visit(std::move(raw));
        else break;
    }
    return false;
}

/// Rows worth a thread of their own: some tenths of a millisecond of reading.
constexpr std::size_t kRowsWorthAThread = 200;

/// What the rows say, parsed on all cores, in their order.
ProjectBuilder parsed(std::vector<RawRow> rows, int version, ReadProgress& progress)
{
    std::mutex guard;
    std::map<std::size_t, ProjectBuilder> parts;
    onAllCores(rows.size(), kRowsWorthAThread, [&](std::size_t from, std::size_t to) {
        ProjectBuilder part(version);
        for (std::size_t i = from; i < to && !progress.isStopped(); ++i) {
            part.add(std::move(rows[i]));
            ++progress.rows;
        }
        const std::lock_guard turn(guard);
        parts.emplace(from, std::move(part));
    });
    ProjectBuilder whole(version);
    for (auto& part : parts) whole.append(std::move(part.second));
    return whole;
}

/// Readings of ports that stand as notes in the log of an older version, as rows of their own, numbered on from all
/// others.
std::vector<RawRow> readingsIn(const std::vector<RawRow>& rows, int version)
{
    std::vector<RawRow> made;
    if (version >= kReadingsVersion) return made;
    std::vector<Json> entries;
    std::int64_t lastId = 0;
    for (const RawRow& raw : rows) {
        lastId = std::max(lastId, raw.id);
        if (raw.kind != "entry" || !raw.trouble.empty()) continue;
        if (auto body = parseJson(raw.body, raw.kind)) entries.push_back(std::move(*body));
    }
    for (const Json& one : readingsInLog(entries, lastId))
        made.push_back({"reading", one["id"].get<std::int64_t>(), jsonText(one), {}});
    return made;
}

/// How a person names several rows of a kind.
std::string pluralOf(const std::string& kind)
{
    if (kind == "entry") return "entries of the logbook";
    const auto& all = projectKinds();
    const auto known = std::find_if(all.begin(), all.end(), [&](const plan::Kind* one) { return kind == one->name; });
    return known == all.end() ? "rows of the kind “" + kind + "”" : (*known)->list;
}

std::vector<std::string> lostRows(const Sqlite& file, const std::map<std::string, std::int64_t>& found, bool isWhole)
{
    std::vector<std::string> lost;
    std::set<std::string> told;
    Statement tally(file, "SELECT kind, rows FROM tally");
    while (tally.next()) {
        const std::string kind(tally.text(0));
        const std::int64_t held = tally.number(1), have = found.contains(kind) ? found.at(kind) : 0;
        told.insert(kind);
        if (held > have)
            lost.push_back(fmt::format("{} of {} {} are missing from the file.", held - have, held, pluralOf(kind)));
        if (held < have)
            lost.push_back(fmt::format("The file counts {} {}, and {} are in it.", held, pluralOf(kind), have));
    }
    if (tally.failed()) lost.push_back("The count of what the file held is damaged: rows may be missing.");
    else
        for (const auto& [kind, have] : found)
            if (!told.contains(kind))
                lost.push_back(fmt::format("The file does not count its {}: some may be missing.", pluralOf(kind)));
    if (!isWhole && lost.empty()) lost.push_back("An unknown number of rows is missing from the file.");
    return lost;
}

}  // namespace

bool makeTables(const Sqlite& file)
{
    const std::string statements = std::string(
                                       "CREATE TABLE setting (name TEXT PRIMARY KEY, value NOT NULL);"
                                       "CREATE TABLE object (kind TEXT NOT NULL, id INTEGER NOT NULL, body TEXT NOT "
                                       "NULL, sum INTEGER, PRIMARY KEY (kind, id)) WITHOUT ROWID;") +
                                   kTally + versionStatements();
    return file.run(statements) == 0;
}

bool migrateTables(const Sqlite& file, int version)
{
    if (version >= kVersion) return true;
    std::vector<RawRow> rows;
    if (!eachRow(file, version, {}, [&](RawRow raw) { rows.push_back(std::move(raw)); })) return false;
    // Version 1 had neither sums nor a tally, and kept the name of the house among the settings.
    const std::string name = version < 2 ? file.text("SELECT value FROM setting WHERE name = 'name'") : std::string();
    if (version < 2 && file.run("ALTER TABLE object ADD COLUMN sum INTEGER;") != 0) return false;
    const UnknownFields none;
    RowWriter writer(file, none);
    for (const RawRow& raw : rows) {
        if (!raw.trouble.empty()) continue;  // what is damaged stays so, to be set aside
        auto body = parseJson(raw.body, raw.kind);
        if (!body) continue;
        upgradeRow(raw.kind, *body, version);
        writer.putRaw(raw.kind, raw.id, jsonText(*body));
    }
    for (const RawRow& one : readingsIn(rows, version)) writer.putRaw(one.kind, one.id, one.body);
    if (!name.empty()) writer.putRaw("house", 1, jsonText(Json{{"name", name}}));
    const std::string tables =
        version < 2 ? std::string("DELETE FROM setting WHERE name = 'name';") + kTally : std::string();
    return writer.isGood() && file.run(tables + versionStatements()) == 0;
}

std::int64_t revisionOf(const Sqlite& file)
{
    return file.number("SELECT value FROM setting WHERE name = 'revision'", 0);
}

Loaded readRows(const Sqlite& file, int version, ReadProgress& progress)
{
    Loaded loaded;
    loaded.revision = revisionOf(file);
    std::vector<RawRow> rows;
    std::map<std::string, std::int64_t> found;
    const bool isWhole = eachRow(file, version, progress, [&](RawRow raw) {
        ++found[raw.kind];
        rows.push_back(std::move(raw));
    });
    for (RawRow& one : readingsIn(rows, version)) rows.push_back(std::move(one));
    progress.ofRows = static_cast<std::int64_t>(rows.size());
    loaded.project = parsed(std::move(rows), version, progress).finish();
    if (version < 2) loaded.project.plan.name = file.text("SELECT value FROM setting WHERE name = 'name'");
    if (version >= 2) loaded.lost = lostRows(file, found, isWhole);
    else if (!isWhole) loaded.lost = {"An unknown number of rows is missing from the file."};
    return loaded;
}

RowWriter::RowWriter(const Sqlite& file, const UnknownFields& unknown)
    : m_unknown(unknown),
      m_put(file,
            "INSERT INTO object (kind, id, body, sum) VALUES (?, ?, ?, ?) ON CONFLICT (kind, id) DO UPDATE SET body = "
            "excluded.body, sum = excluded.sum"),
      m_drop(file, "DELETE FROM object WHERE kind = ? AND id = ?")
{}

void RowWriter::putRaw(const std::string& kind, std::int64_t id, const std::string& body)
{
    if (m_isGood)
        m_isGood = m_put.with(std::string_view(kind), id, std::string_view(body), sumOf(kind, id, body)).run();
}

void RowWriter::put(const SetAside& row)
{
    // What was changed by damage must not pass for what was saved.
    const std::int64_t sum = sumOf(row.kind, row.id, row.body);
    if (m_isGood)
        m_isGood =
            m_put.with(std::string_view(row.kind), row.id, std::string_view(row.body), row.isChanged ? ~sum : sum)
                .run();
}

void RowWriter::drop(const std::string& kind, std::int64_t id)
{
    if (m_isGood) m_isGood = m_drop.with(std::string_view(kind), id).run();
}

void RowWriter::put(const plan::Kind& kind, const void* row)
{
    putRaw(kind.name, kind.row.id(row), jsonText(wholeJson(kind, row, m_unknown)));
}

void RowWriter::plan(const plan::Plan& before, const plan::Plan& after)
{
    for (const plan::Kind* kind : plan::kinds())
        kind->table->eachDifference(before, after, [&](const void* old, const void* now) {
            if (now) put(*kind, now);
            else drop(kind->name, kind->row.id(old));
        });
    if (before.name != after.name) putRaw("house", 1, jsonText(Json{{"name", after.name}}));
}

}  // namespace sokudo::store
