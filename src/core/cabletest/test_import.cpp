// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/cabletest/test_import.h"

#include <algorithm>
#include <map>
#include <set>

#include <fmt/format.h>

#include "core/base/csv.h"
#include "core/base/date.h"
#include "core/base/text.h"
#include "core/cabletest/wire_map.h"
#include "core/plan/edits.h"

namespace sokudo::cabletest {
namespace {

constexpr double kFoot = 0.3048;  // exact

tl::unexpected<Error> bad(text::Sentence what, std::string where = {})
{
    return failure(ErrorCode::BadInput, std::move(what), std::move(where));
}

/// Words that headings of testers use for a field; those first that say it best.
const std::vector<std::pair<std::string, std::vector<std::string>>>& hints()
{
    static const std::vector<std::pair<std::string, std::vector<std::string>>> kHints{
        {"run", {"cable id", "label", "cable", "run", "link", "name", "id"}},
        {"on", {"date", "day", "when", "time"}},
        {"outcome", {"result", "outcome", "pass", "status", "summary"}},
        {"length", {"length", "distance"}},
        {"worst", {"worst pair", "pair", "worst"}},
        {"margin", {"margin", "headroom"}},
        {"loop", {"loop", "resistance", "ohm"}},
        {"loss", {"insertion loss", "attenuation", "loss"}},
        {"limit", {"limit", "standard", "category", "test type"}},
        {"map", {"wire map", "wiremap", "map"}},
        {"by", {"operator", "installer", "by"}},
        {"note", {"comment", "note", "remark"}}};
    return kHints;
}

std::string unitIn(const std::string& heading)
{
    const std::string small = text::lower(heading);
    for (const char* unit : {"ft", "feet", "ohm", "db"})
        for (const auto& shape : {fmt::format("({})", unit), fmt::format("[{}]", unit), fmt::format(" {}", unit)})
            if (small.find(shape) != std::string::npos) return std::string(unit) == "feet" ? "ft" : unit;
    return {};
}

std::optional<plan::TestOutcome> outcomeOf(const std::string& cell)
{
    const std::string word = text::lower(text::trimmed(cell));
    if (word == "pass*" || word == "*pass" || word == "marginal" || word == "narrowly" || word == "pass (marginal)")
        return plan::TestOutcome::Narrowly;
    if (word == "fail" || word == "failed" || word == "fail*" || word == "no" || word == "bad")
        return plan::TestOutcome::Failed;
    if (word == "pass" || word == "passed" || word == "ok" || word == "yes" || word == "good")
        return plan::TestOutcome::Passed;
    if (word.empty() || word == "n/a" || word == "-" || word == "info") return plan::TestOutcome::NotJudged;
    return std::nullopt;
}

/// A figure, with a unit behind it or none.
std::optional<double> figureOf(std::string cell, const std::string& unit)
{
    cell = text::lower(text::trimmed(cell));
    for (const std::string& end :
         {unit, std::string("ohms"), std::string("ohm"), std::string("db"), std::string("ft"), std::string("m")})
        if (!end.empty() && cell.ends_with(end)) {
            cell = text::trimmed(cell.substr(0, cell.size() - end.size()));
            break;
        }
    return text::parseNumber(cell);
}

/// A day, also with a time behind it.
std::optional<std::string> dayOf(const std::string& cell)
{
    const std::string day = text::trimmed(cell).substr(0, 10);
    return dayFromIso(day) ? std::optional(day) : std::nullopt;
}

class Importing {
public:
    Importing(const TestImport& asked, const plan::Plan& plan, IdSource& ids) : m_asked(asked), m_ids(ids)
    {
        for (const plan::Run& run : plan.runs) m_runs[text::lower(run.label)] = &run;
    }

    Result<ImportedTests> run()
    {
        const auto sheet = csv::parse(m_asked.text, m_asked.name);
        if (!sheet) return tl::unexpected(sheet.error());
        for (const MappedColumn& one : m_asked.columns)
            if (!sheet->hasColumn(text::lower(one.column)))
                return bad(text::say("import-tests.no-column", "there is no column “{}”; its columns are {}",
                                     one.column, text::joined(sheet->columns(), ", ")),
                           m_asked.name);
        for (const csv::Record& record : sheet->records())
            if (const auto error = take(*sheet, record)) return tl::unexpected(*error);
        if (m_made.tests.empty())
            return bad(text::say("import-tests.no-run",
                                 "no row is of a run of the plan; label runs as the tester does, "
                                 "or map another column to the run"),
                       m_asked.name);
        m_made.sentence = text::say("import-tests.says", "{} results of {} runs, {} rows left out", m_made.tests.size(),
                                    m_seen.size(), m_made.notes.size());
        return std::move(m_made);
    }

private:
    std::optional<Error> take(const csv::Sheet& sheet, const csv::Record& record)
    {
        plan::CableTest test = m_asked.common;
        for (const MappedColumn& one : m_asked.columns) {
            const std::string cell = text::trimmed(sheet.cell(record, text::lower(one.column)));
            if (one.field == "run") {
                const auto run = m_runs.find(text::lower(cell));
                if (cell.empty() || run == m_runs.end()) {
                    m_made.notes.push_back(text::say("import-tests.unknown-run", "{}: the plan has no run “{}”",
                                                     sheet.where(record), cell));
                    return std::nullopt;
                }
                test.run = run->second->id;
                test.name = run->second->label;
            } else if (const auto wrong = set(test, one, cell)) {
                return bad(*wrong, fmt::format("{}, column {}", sheet.where(record), one.column)).value();
            }
        }
        test.id = m_ids.next<plan::CableTestId>();
        test.name = text::trimmed(test.name + " " + test.on);
        m_seen.insert(test.run);
        m_made.tests.push_back(std::move(test));
        return std::nullopt;
    }

    std::optional<text::Sentence> set(plan::CableTest& test, const MappedColumn& one, const std::string& cell)
    {
        if (one.field == "outcome") {
            const auto outcome = outcomeOf(cell);
            if (!outcome)
                return text::say("import-tests.outcome", "“{}” is no outcome; it is pass, pass*, fail or empty", cell);
            test.outcome = *outcome;
            return std::nullopt;
        }
        if (cell.empty()) return std::nullopt;
        if (one.field == "on") {
            const auto day = dayOf(cell);
            if (!day) return text::say("import-tests.day", "“{}” is no day; write it as 2026-11-28", cell);
            test.on = *day;
            return std::nullopt;
        }
        if (one.field == "map") {
            const auto map = wireMapOf(cell);
            if (!map) return map.error().what;
            test.wireMap = lineOf(*map);
            return std::nullopt;
        }
        if (one.field == "limit") test.limit = text::lower(cell);
        else if (one.field == "worst") test.worst = cell;
        else if (one.field == "by") test.by = cell;
        else if (one.field == "note") test.note = cell;
        else return setFigure(test, one, cell);
        return std::nullopt;
    }
    std::optional<text::Sentence> setFigure(plan::CableTest& test, const MappedColumn& one, const std::string& cell)
    {
        const auto figure = figureOf(cell, one.unit);
        if (!figure) return text::say("import-tests.figure", "“{}” is no figure", cell);
        const bool isFeet = one.unit == "ft" || (one.unit.empty() && text::lower(cell).ends_with("ft"));
        if (one.field == "length") test.length = Length::of(*figure * (isFeet ? kFoot : 1));
        else if (one.field == "margin") test.margin = Decibel::of(*figure);
        else if (one.field == "loop") test.loop = Ohm::of(*figure);
        else if (one.field == "loss") test.loss = Decibel::of(*figure);
        return std::nullopt;
    }

    const TestImport& m_asked;
    IdSource& m_ids;
    std::map<std::string, const plan::Run*> m_runs;
    std::set<plan::RunId> m_seen;
    ImportedTests m_made;
};

}  // namespace

const std::vector<std::string>& importFields()
{
    static const std::vector<std::string> kFields = [] {
        std::vector<std::string> all;
        for (const auto& [field, words] : hints()) all.push_back(field);
        return all;
    }();
    return kFields;
}

Result<std::vector<MappedColumn>> columnMapOf(const std::string& line)
{
    std::vector<MappedColumn> all;
    for (const std::string& part : text::split(line, ';')) {
        const std::string one = text::trimmed(part);
        if (one.empty()) continue;
        const std::size_t equals = one.find('=');
        const std::string field = text::lower(text::trimmed(one.substr(0, equals)));
        if (equals == std::string::npos ||
            std::find(importFields().begin(), importFields().end(), field) == importFields().end())
            return bad(text::say("import-tests.field", "write field=column; the fields are {}",
                                 text::joined(importFields(), ", ")),
                       "“" + one + "”");
        MappedColumn column{field, text::trimmed(one.substr(equals + 1)), {}};
        if (const std::size_t in = column.column.rfind(" in "); in != std::string::npos) {
            const std::string unit = text::lower(text::trimmed(column.column.substr(in + 4)));
            if (unit == "ft" || unit == "m" || unit == "db" || unit == "ohm") {
                column.unit = unit;
                column.column = text::trimmed(column.column.substr(0, in));
            }
        }
        for (const MappedColumn& other : all)
            if (other.field == field)
                return bad(text::say("import-tests.field-twice", "{} is said twice: by “{}” and by “{}”; keep one",
                                     field, other.column, column.column));
        all.push_back(std::move(column));
    }
    if (std::none_of(all.begin(), all.end(), [](const MappedColumn& one) { return one.field == "run"; }))
        return bad(text::say("import-tests.needs-run", "say which column names the run: run=Cable ID"),
                   "“" + line + "”");
    return all;
}

std::string textOf(const std::vector<MappedColumn>& columns)
{
    std::vector<std::string> all;
    for (const MappedColumn& one : columns)
        all.push_back(one.field + "=" + one.column + (one.unit.empty() ? "" : " in " + one.unit));
    return text::joined(all, "; ");
}

std::vector<MappedColumn> guessedColumns(const std::vector<std::string>& headings)
{
    std::vector<MappedColumn> all;
    std::set<std::string> taken;
    for (const auto& hint : hints()) {
        const std::string& field = hint.first;
        const auto fits = [&]() -> const std::string* {
            for (const std::string& word : hint.second)
                for (const std::string& heading : headings)
                    if (taken.count(heading) == 0 && text::lower(heading).find(word) != std::string::npos)
                        return &heading;
            return nullptr;
        }();
        if (!fits) continue;
        taken.insert(*fits);
        all.push_back({field, *fits, field == "length" || field == "loop" ? unitIn(*fits) : std::string()});
    }
    return all;
}

Result<ImportedTests> importTests(const TestImport& asked, const plan::Plan& plan, IdSource& ids)
{
    return Importing(asked, plan, ids).run();
}

namespace {

/// All that was measured is alike; the name is not measured.
bool isSameResult(plan::CableTest a, const plan::CableTest& b)
{
    a.id = b.id;
    a.name = b.name;
    return a == b;
}

}  // namespace

Result<TakenTests> withTests(const plan::Plan& plan, const std::vector<plan::CableTest>& tests)
{
    TakenTests taken{plan, 0, 0, {}, {}};
    std::multimap<std::pair<plan::RunId, std::string>, plan::CableTest> known;
    std::set<std::string> names;
    const auto note = [&](const plan::CableTest& test) {
        known.emplace(std::pair(test.run, test.on), test);
        names.insert(text::lower(test.name));
    };
    for (const plan::CableTest& old : plan.cableTests) note(old);
    for (plan::CableTest test : tests) {
        const auto [from, to] = known.equal_range({test.run, test.on});
        if (std::any_of(from, to, [&](const auto& old) { return isSameResult(old.second, test); })) {
            ++taken.same;
            continue;
        }
        const std::string name = test.name;
        for (int i = 2; names.contains(text::lower(test.name)); ++i) test.name = fmt::format("{}, {}", name, i);
        if (test.name != name)
            taken.beside.push_back(text::say(
                "import-tests.beside", "“{}” stands beside “{}”, another result of that run and day", test.name, name));
        note(test);
        auto next = plan::edits::putRecord(taken.plan, std::move(test));
        if (!next) return tl::unexpected(next.error());
        taken.plan = std::move(*next);
        ++taken.added;
    }
    taken.sentence = taken.same == 0 ? text::say("import-tests.taken", "{} results imported", taken.added)
                                     : text::say("import-tests.taken-and-same",
                                                 "{} results imported, {} were there already", taken.added, taken.same);
    return taken;
}

}  // namespace sokudo::cabletest
