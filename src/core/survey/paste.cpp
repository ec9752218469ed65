// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/survey/paste.h"

#include <algorithm>
#include <array>

#include <fmt/format.h>

#include "core/base/text.h"
#include "core/editline/edit_line.h"
#include "core/editline/words.h"
#include "core/kb/port_rows.h"
#include "core/kb/survey_rows.h"
#include "core/oneline/tokens.h"

namespace sokudo::survey {
namespace {

/// Headings that people write for a column, in small letters.
struct Heading {
    PastedKind kind;
    const char* meaning;
    std::vector<const char*> words;
};

const std::vector<Heading>& headings()
{
    static const std::vector<Heading> kAll{
        {PastedKind::Runs, "label", {"label", "run", "cable no", "id", "no", "number"}},
        {PastedKind::Runs, "from", {"from", "a", "end a", "source", "near end", "panel"}},
        {PastedKind::Runs, "from port", {"from port", "port a", "a port", "panel port"}},
        {PastedKind::Runs, "to", {"to", "b", "end b", "far end", "destination", "room"}},
        {PastedKind::Runs, "to port", {"to port", "port b", "b port", "outlet", "jack"}},
        {PastedKind::Runs, "cable", {"cable", "medium", "category", "cat", "type", "cable type"}},
        {PastedKind::Runs, "length", {"length", "length m", "metres", "meters", "length (m)", "m"}},
        {PastedKind::Runs, "note", {"note", "notes", "remark", "comment"}},
        {PastedKind::Devices, "name", {"name", "device", "hostname", "host"}},
        {PastedKind::Devices, "role", {"role", "kind", "type", "what"}},
        {PastedKind::Devices, "place", {"place", "room", "location", "where"}},
        {PastedKind::Devices, "ports", {"ports", "port list", "sockets"}},
        {PastedKind::Devices, "note", {"note", "notes", "remark", "comment"}},
        {PastedKind::Places, "name", {"place", "room", "name"}},
        {PastedKind::Places, "level", {"level", "floor", "storey"}},
        {PastedKind::Places, "building", {"building"}},
        {PastedKind::Places, "in", {"in", "within"}},
        {PastedKind::Places, "note", {"note", "notes", "remark", "comment"}},
    };
    return kAll;
}

std::vector<std::vector<std::string>> cellsOf(std::string_view text)
{
    const std::string_view first = text.substr(0, text.find('\n'));
    const char separator = first.find('\t') != std::string_view::npos  ? '\t'
                           : first.find(';') != std::string_view::npos ? ';'
                                                                       : ',';
    std::vector<std::vector<std::string>> rows;
    for (const std::string& line : text::split(text, '\n')) {
        if (text::trimmed(line).empty()) continue;
        std::vector<std::string> cells;
        for (const std::string& cell : text::split(line, separator)) {
            std::string one = text::trimmed(cell);
            if (one.size() >= 2 && one.front() == '"' && one.back() == '"') one = one.substr(1, one.size() - 2);
            cells.push_back(std::move(one));
        }
        rows.push_back(std::move(cells));
    }
    std::size_t widest = 0;
    for (const auto& row : rows) widest = std::max(widest, row.size());
    for (auto& row : rows) row.resize(widest);
    return rows;
}

const char* meaningOfHeading(PastedKind kind, const std::string& heading)
{
    const std::string lower = text::lower(text::trimmed(heading));
    for (const Heading& one : headings())
        if (one.kind == kind)
            for (const char* word : one.words)
                if (lower == word) return one.meaning;
    return nullptr;
}

/// The headings of the first row as columns of a kind; as many as are recognised.
std::vector<std::string> byHeadings(PastedKind kind, const std::vector<std::string>& row)
{
    std::vector<std::string> meanings;
    for (const std::string& cell : row) {
        const char* meaning = meaningOfHeading(kind, cell);
        const bool isNew = meaning && std::find(meanings.begin(), meanings.end(), meaning) == meanings.end();
        meanings.emplace_back(isNew ? meaning : "");
    }
    return meanings;
}

std::size_t known(const std::vector<std::string>& meanings)
{
    return meanings.size() - static_cast<std::size_t>(std::count(meanings.begin(), meanings.end(), ""));
}

/// What the cells of a column look like, where the table has no headings.
std::string byContent(const std::vector<std::vector<std::string>>& rows, std::size_t column, const plan::Plan& plan,
                      const kb::KnowledgeBase& kb)
{
    std::size_t media = 0, lengths = 0, devices = 0, roles = 0, places = 0, filled = 0;
    for (const auto& row : rows) {
        const std::string cell = text::lower(row[column]);
        if (cell.empty()) continue;
        ++filled;
        const auto tokens = oneline::tokens(cell, 0);
        media += tokens.size() == 1 && kb.find<kb::Medium>(tokens.front().text) != nullptr;
        lengths += text::parseNumber(cell) || (tokens.size() == 1 && oneline::lengthOf(tokens.front().text));
        roles += kb.find<kb::RoleWord>(cell) != nullptr;
        for (const plan::Device& device : plan.devices) devices += cell.starts_with(text::lower(device.name));
        for (const plan::Place& place : plan.places) places += cell == text::lower(place.name);
    }
    if (filled == 0) return {};
    if (media == filled) return "cable";
    if (lengths == filled) return "length";
    if (roles == filled) return "role";
    if (places == filled) return "place";
    return devices >= filled ? "end" : "";
}

/// The cell of a meaning in a row; empty where there is none.
std::string cellOf(const Pasted& table, const PastedRow& row, std::string_view meaning)
{
    for (std::size_t i = 0; i < table.columns.size(); ++i)
        if (table.columns[i].meaning == meaning) return row.cells[i];
    return {};
}

std::string placeLine(const Pasted& table, const PastedRow& row)
{
    std::string line = "add place " + editline::quoted(cellOf(table, row, "name"));
    if (const auto level = cellOf(table, row, "level"); !level.empty()) line += " level " + level;
    if (const auto in = cellOf(table, row, "in"); !in.empty()) line += " in " + editline::quoted(in);
    if (const auto building = cellOf(table, row, "building"); !building.empty())
        line += " building " + editline::quoted(building);
    if (const auto note = cellOf(table, row, "note"); !note.empty()) line += ", note=" + editline::quoted(note);
    return line;
}

std::string deviceLine(const Pasted& table, const PastedRow& row)
{
    const std::string role = cellOf(table, row, "role");
    std::string line = fmt::format("add {} {}", role.empty() ? "device" : text::lower(role),
                                   editline::quoted(cellOf(table, row, "name")));
    if (const auto place = cellOf(table, row, "place"); !place.empty()) line += " in " + editline::quoted(place);
    if (const auto note = cellOf(table, row, "note"); !note.empty()) line += ", note=" + editline::quoted(note);
    if (const auto ports = cellOf(table, row, "ports"); !ports.empty()) line += " : " + ports;
    return line;
}

std::string runLine(const Pasted& table, const PastedRow& row)
{
    const auto end = [&](const char* device, const char* port) {
        const std::string name = cellOf(table, row, device), socket = cellOf(table, row, port);
        return name + (socket.empty() ? "" : " " + socket);
    };
    const std::string to = end("to", "to port");
    std::string line = fmt::format("add run {} - {},", end("from", "from port"), to.empty() ? "open" : to);
    if (const auto cable = cellOf(table, row, "cable"); !cable.empty()) line += " " + cable;
    if (const auto length = cellOf(table, row, "length"); !length.empty())
        line += " " + length + (text::parseNumber(length) ? "m" : "");
    if (const auto label = cellOf(table, row, "label"); !label.empty()) line += " label=" + editline::quoted(label);
    if (const auto note = cellOf(table, row, "note"); !note.empty()) line += " note=" + editline::quoted(note);
    return line;
}

std::string lineOf(const Pasted& table, const PastedRow& row)
{
    switch (table.kind) {
    case PastedKind::Places: return placeLine(table, row);
    case PastedKind::Devices: return deviceLine(table, row);
    default: return runLine(table, row);
    }
}

/// Tries each row on the house as the rows before it leave it.
void tryRows(Pasted& table, const plan::Plan& plan, const kb::KnowledgeBase& kb, IdSource& ids)
{
    plan::Plan sofar = plan;
    for (PastedRow& row : table.rows) {
        row.line = lineOf(table, row);
        auto next = editline::edited(sofar, row.line, kb, ids);
        if (!next) {
            row.problem = next.error().what.text();
            continue;
        }
        sofar = std::move(next->plan);
        ++table.good;
    }
}

/// The kind of table whose headings are recognised best; none: the first row is no heading.
struct Headed {
    PastedKind kind = PastedKind::Runs;
    std::vector<std::string> meanings;
};
std::optional<Headed> headed(const std::vector<std::string>& row)
{
    Headed best;
    std::size_t most = 0;
    for (PastedKind kind : {PastedKind::Runs, PastedKind::Devices, PastedKind::Places})
        if (auto meanings = byHeadings(kind, row); known(meanings) > most) {
            most = known(meanings);
            best = {kind, std::move(meanings)};
        }
    return most >= 2 || (most == 1 && row.size() == 1) ? std::optional(best) : std::nullopt;
}

/// Two columns of ends become from and to; a role or a name and a place make devices.
Headed byContents(const std::vector<std::vector<std::string>>& rows, const plan::Plan& plan,
                  const kb::KnowledgeBase& kb)
{
    Headed result;
    std::size_t ends = 0;
    for (std::size_t column = 0; column < rows.front().size(); ++column) {
        std::string meaning = byContent(rows, column, plan, kb);
        if (meaning == "end") meaning = ends++ == 0 ? "from" : "to";
        result.meanings.push_back(std::move(meaning));
    }
    const auto has = [&](const char* one) {
        return std::find(result.meanings.begin(), result.meanings.end(), one) != result.meanings.end();
    };
    if (ends == 0 && (has("role") || has("place"))) {
        result.kind = PastedKind::Devices;
        const auto unnamed = std::find(result.meanings.begin(), result.meanings.end(), "");
        if (unnamed != result.meanings.end()) *unnamed = "name";
    }
    return result;
}

}  // namespace

const std::vector<std::string>& meaningsOf(PastedKind kind)
{
    static const auto listOf = [](PastedKind one) {
        std::vector<std::string> list;
        for (const Heading& heading : headings())
            if (heading.kind == one) list.emplace_back(heading.meaning);
        return list;
    };
    static const std::array<std::vector<std::string>, 3> kAll{listOf(PastedKind::Places), listOf(PastedKind::Devices),
                                                              listOf(PastedKind::Runs)};
    return kAll[static_cast<std::size_t>(kind)];
}

Result<Pasted> readPasted(std::string_view text, const plan::Plan& plan, const kb::KnowledgeBase& kb, IdSource& ids)
{
    auto rows = cellsOf(text);
    if (rows.empty())
        return failure(ErrorCode::BadInput,
                       text::say("paste.nothing", "there is nothing to paste; copy some rows first"));
    auto head = headed(rows.front());
    const bool hasHeadings = head.has_value();
    if (!head) head = byContents(rows, plan, kb);
    if (known(head->meanings) < 1 || (!hasHeadings && known(head->meanings) < 2))
        return failure(ErrorCode::BadInput,
                       text::say("paste.no-columns",
                                 "no column was recognised; put headings above them: from, to, cable and length, or "
                                 "name, role and place"));
    Pasted table{head->kind, hasHeadings, {}, {}, 0};
    for (std::size_t i = 0; i < head->meanings.size(); ++i)
        table.columns.push_back({hasHeadings ? rows.front()[i] : std::string(), head->meanings[i]});
    for (std::size_t i = hasHeadings; i < rows.size(); ++i) table.rows.push_back({std::move(rows[i]), {}, {}});
    tryRows(table, plan, kb, ids);
    return table;
}

Result<Pasted> readPasted(std::string_view text, PastedKind kind, const std::vector<std::string>& meanings,
                          const plan::Plan& plan, const kb::KnowledgeBase& kb, IdSource& ids)
{
    auto rows = cellsOf(text);
    if (rows.empty() || rows.front().size() != meanings.size())
        return failure(ErrorCode::BadInput,
                       text::say("paste.another-width", "the table has another number of columns"));
    const bool hasHeadings = headed(rows.front()).has_value();
    Pasted table{kind, hasHeadings, {}, {}, 0};
    for (std::size_t i = 0; i < meanings.size(); ++i)
        table.columns.push_back({hasHeadings ? rows.front()[i] : std::string(), meanings[i]});
    for (std::size_t i = hasHeadings; i < rows.size(); ++i) table.rows.push_back({std::move(rows[i]), {}, {}});
    tryRows(table, plan, kb, ids);
    return table;
}

Result<plan::Plan> withPasted(const Pasted& table, const plan::Plan& plan, const kb::KnowledgeBase& kb, IdSource& ids)
{
    plan::Plan next = plan;
    for (const PastedRow& row : table.rows) {
        if (!row.problem.empty()) continue;
        auto edited = editline::edited(next, row.line, kb, ids);
        if (!edited) return tl::unexpected(edited.error());
        next = std::move(edited->plan);
    }
    return next;
}

}  // namespace sokudo::survey
